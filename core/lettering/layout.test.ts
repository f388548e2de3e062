import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  distance,
  endOf,
  flattenPath,
  pathLength,
  pathsBox,
  startOf,
  type Path,
} from '../geometry';
import { bailOn } from './bail';
import { footToFoot } from './footToFoot';
import { readGlyph, strokePath } from './glyph';
import { kern, type Profile } from './kern';
import { readText, signsOf } from './readText';
import { DEFAULT_WORD, FACE_IDS, setWord, type WordSettings } from './index';

const WIRE = { diameterMm: 1, leastRadiusMm: 1.05 };
const set = (change: Partial<WordSettings>) => setWord({ ...DEFAULT_WORD, ...change }, WIRE);
const letters = (w: ReturnType<typeof set>): Path[] =>
  w.wires.filter((x) => x.role === 'word').map((x) => x.path);

/** A letter's reach at some heights. */
const profile = fc
  .array(
    fc.tuple(
      fc.double({ min: -2, max: 3, noNaN: true }),
      fc.double({ min: 0.5, max: 8, noNaN: true }),
    ),
    {
      minLength: 1,
      maxLength: 8,
    },
  )
  .map((bands): Profile => {
    const reach = bands.map(([left, wide], i): [number, [number, number]] => [
      i,
      [left, left + wide],
    ]);
    return {
      bands: new Map(reach),
      left: Math.min(...reach.map(([, [l]]) => l)),
      right: Math.max(...reach.map(([, [, r]]) => r)),
    };
  });

describe('kerning', () => {
  it('leaves the gap at every height and no less', () => {
    fc.assert(
      fc.property(profile, profile, fc.double({ min: 0.5, max: 4, noNaN: true }), (a, b, gap) => {
        const x = kern(a, b, gap);
        for (const [band, [left]] of b.bands) {
          const right = a.bands.get(band)?.[1];
          if (right !== undefined) expect(x + left - right).toBeGreaterThanOrEqual(gap - 1e-9);
        }
        // No more than 3.5 under or over each other, and never further apart than side by side.
        expect(x).toBeGreaterThanOrEqual(a.right - b.left + gap - 3.5 - 1e-9);
        expect(x).toBeLessThanOrEqual(a.right - b.left + gap + 1e-9);
      }),
    );
  });

  test.each(FACE_IDS)('no two letters of %s touch when they stand apart', (face) => {
    for (const text of ['AVATAR', 'Toy', 'fjord', 'Wave', 'LTV']) {
      const w = set({ face, text, join: false, dots: 'none', accents: 'none' });
      const points = letters(w).map((p) => flattenPath(p, 0.05, 0.4));
      const xs = points.map((list) => list.reduce((sum, p) => sum + p.x, 0) / list.length);
      for (let i = 1; i < points.length; i++) {
        // Strokes of one letter may touch; letters stand at least a wire's thickness apart.
        if (xs[i]! - xs[i - 1]! < 3) continue;
        const near = Math.min(
          ...points[i]!.map((p) => Math.min(...points[i - 1]!.map((q) => distance(p, q)))),
        );
        expect(near).toBeGreaterThan(0.5);
      }
    }
  });
});

describe('feet', () => {
  const glyph = (text: string): Path[] => readGlyph(text).strokes.map((s) => strokePath(s));

  it('a letter of two legs is run from its left foot to its right', () => {
    const strokes = glyph('0,0 0,-10|0,-5 8,-5|8,-10 8,0');
    const [wire, ...rest] = footToFoot(strokes, { x: 0, y: 0 }, 0);
    expect(rest).toEqual([]);
    const { segments } = wire!;
    expect(distance(startOf(segments[0]!), { x: 0, y: 0 })).toBeLessThan(0.01);
    expect(distance(endOf(segments[segments.length - 1]!), { x: 8, y: 0 })).toBeLessThan(0.01);
    // Both legs above the bar are run up and down: 10 + 8 + 10 and 2 x 5 more.
    expect(pathLength(wire!)).toBeCloseTo(38, 6);
  });

  it('its length is the same when the baseline is turned', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('A', 'H', 'k', 'x', '4', '&', 'R'),
        fc.double({ min: 40, max: 400, noNaN: true }),
        (sign, radiusMm) => {
          const flat = set({ face: 'print', text: sign, join: true });
          const round = set({
            face: 'print',
            text: sign,
            join: true,
            baseline: { kind: 'arch', radiusMm },
          });
          const sum = (w: typeof flat): number => letters(w).reduce((n, p) => n + pathLength(p), 0);
          expect(sum(round)).toBeCloseTo(sum(flat), 3);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('the ring above', () => {
  it('stands over the middle, clear of the wire by its thickness', () => {
    const bar = strokePath(readGlyph('0,0 40,0').strokes[0]!);
    const ring = bailOn([bar], 3, 1, 2)!;
    const box = pathsBox([ring])!;
    expect(box.maxY).toBeCloseTo(-1, 2);
    expect(box.maxX - box.minX).toBeCloseTo(4, 1);
    expect(Math.abs((box.minX + box.maxX) / 2 - 20)).toBeLessThan(5);
  });

  it('there is none without lines', () => {
    expect(bailOn([], 3, 1, 2)).toBeNull();
  });
});

describe('reading a text', () => {
  it('spaces are one, and signs are what is seen', () => {
    expect(signsOf('  a \n b ')).toEqual(['a', ' ', 'b']);
    expect(signsOf('e\u0301x')).toEqual(['é', 'x']);
    expect(signsOf('ñ')).toHaveLength(1);
  });

  it('an accent is set on its letter, whose dot gives way', () => {
    const { letters: read } = readText({ ...DEFAULT_WORD, face: 'print', text: 'ï' });
    const [letter] = read;
    expect(letter!.glyph.dots).toHaveLength(0);
    expect(letter!.accents).toHaveLength(1);
  });

  it('other forms are taken letter by letter', () => {
    const change = [{ at: 1, dx: 0, dy: 0, form: 'curved' }];
    const { letters: read } = readText({ face: 'print', text: 'll', letters: change });
    expect(read[0]!.glyph).not.toEqual(read[1]!.glyph);
  });

  it('whatever is typed, each sign is set or named', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }), (text) => {
        const signs = signsOf(`a${text}`);
        const { letters: read, missing } = readText({
          face: 'script',
          text: `a${text}`,
          letters: [],
        });
        const drawn = read.filter((l) => l !== null).length;
        const spaces = signs.filter((s) => s === ' ').length;
        const lost = signs.filter((s) => missing.includes(s)).length;
        expect(drawn + spaces + lost).toBe(signs.length);
      }),
    );
  });
});

describe('sizes of a word', () => {
  it('grow with the x-height, in every face, slanted or not', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FACE_IDS),
        fc.double({ min: 6, max: 30, noNaN: true }),
        fc.double({ min: -20, max: 30, noNaN: true }),
        (face, mm, slantDeg) => {
          const at = (size: number) =>
            set({ face, text: 'pear', slantDeg, size: { by: 'x-height', mm: size } });
          expect(at(mm * 1.3).widthMm).toBeGreaterThan(at(mm).widthMm);
          expect(at(mm * 1.3).heightMm).toBeGreaterThan(at(mm).heightMm);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('a slant leans the top of a letter by the tangent of its angle', () => {
    const top = (slantDeg: number): number => {
      const [path] = letters(set({ face: 'print', text: 'l', join: false, slantDeg }));
      const points = flattenPath(path!, 0.01);
      const high = points.reduce((a, b) => (b.y < a.y ? b : a));
      const low = points.reduce((a, b) => (b.y > a.y ? b : a));
      return (high.x - low.x) / (low.y - high.y);
    };
    for (const deg of [-20, 0, 12, 30]) {
      expect(top(deg)).toBeCloseTo(Math.tan((deg * Math.PI) / 180), 6);
    }
  });
});
