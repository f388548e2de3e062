import { compose, IDENTITY, rotation, scaling, translation, type Affine } from '../geometry';

const CALL = /([a-z]+)\s*\(([^)]*)\)/gi;

/**
 * An SVG `transform` attribute as one map.
 * @returns null when it holds something that is no transform
 */
export function parseTransform(text: string | undefined): Affine | null {
  if (!text || text.trim() === '' || text.trim() === 'none') return IDENTITY;
  if (text.replace(CALL, '').replace(/[\s,]/g, '') !== '') return null;
  let map = IDENTITY;
  for (const [, name, list] of text.matchAll(CALL)) {
    const v = (list ?? '')
      .trim()
      .split(/[\s,]+|(?<=\d)(?=-)/)
      .map((s) => parseFloat(s));
    const one = v.every(Number.isFinite) ? single((name ?? '').toLowerCase(), v) : null;
    if (!one) return null;
    map = compose(map, one);
  }
  return map;
}

function single(name: string, v: readonly number[]): Affine | null {
  const [a = 0, b, c] = v;
  const rad = (deg: number): number => (deg * Math.PI) / 180;
  switch (name) {
    case 'matrix': {
      const [m0, m1, m2, m3, m4, m5] = v;
      if (v.length !== 6) return null;
      return { a: m0 ?? 1, b: m1 ?? 0, c: m2 ?? 0, d: m3 ?? 1, e: m4 ?? 0, f: m5 ?? 0 };
    }
    case 'translate':
      return translation(a, b ?? 0);
    case 'scale':
      return scaling(a, b ?? a);
    case 'rotate':
      return b === undefined || c === undefined
        ? rotation(rad(a))
        : compose(translation(b, c), compose(rotation(rad(a)), translation(-b, -c)));
    case 'skewx':
      return { ...IDENTITY, c: Math.tan(rad(a)) };
    case 'skewy':
      return { ...IDENTITY, b: Math.tan(rad(a)) };
    default:
      return null;
  }
}
