/**
 * Accents by their combining sign, in the notation of letters, about x = 0: `above` stands on the
 * letter with its lowest point at 0, `below` hangs from the baseline.
 */
export const ACCENTS: Readonly<Record<string, { where: 'above' | 'below'; strokes: string }>> = {
  '\u0300': { where: 'above', strokes: '=-2,-2.8 0.6,0' },
  '\u0301': { where: 'above', strokes: '=2,-2.8 -0.6,0' },
  '\u0302': { where: 'above', strokes: '=-2.4,0 0,-2.4 2.4,0' },
  '\u0303': { where: 'above', strokes: '=-4,0 -2,-0.9,1.4 2,-1.1,-1.4 4,-2' },
  '\u0304': { where: 'above', strokes: '=-2.6,-1.2 2.6,-1.2' },
  '\u0306': { where: 'above', strokes: '=-2.4,-2.8 0,-1.7,-1.7 2.4,-2.8' },
  '\u0307': { where: 'above', strokes: '*0,-1' },
  '\u0308': { where: 'above', strokes: '*-2.2,-1|*2.2,-1' },
  '\u030a': { where: 'above', strokes: 'o0,-1.6,1.6' },
  '\u030b': { where: 'above', strokes: '=0,-2.8 -2.2,0|=3.6,-2.8 1.4,0' },
  '\u030c': { where: 'above', strokes: '=-2.4,-2.4 0,0 2.4,-2.4' },
  '\u0326': { where: 'below', strokes: '=0.6,1.6 -0.6,4.2' },
  '\u0327': { where: 'below', strokes: '=0.4,0 0,2.6,1.5 -2.2,3.4' },
  '\u0328': { where: 'below', strokes: '=1,0 1.9,2.4,-1.5 4,3.2' },
};
