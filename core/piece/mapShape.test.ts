import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyAffine,
  compose,
  distance,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../geometry';
import { DEFAULT_WORD } from '../lettering';
import { MOTIF_KINDS, standardValues, type MotifKind } from '../motif';
import { drawShape, mapPaths, newPiece, type FigurePath, type Place, type Shape } from './index';
import { mapShape } from './shapes';

const { wire } = newPiece('p', 'Maps', '2026-01-01T00:00:00.000Z');
const draw = (shape: Shape) => drawShape(shape, wire, () => []);

const place = fc.record({
  x: fc.double({ min: -50, max: 50, noNaN: true }),
  y: fc.double({ min: -50, max: 50, noNaN: true }),
  turnDeg: fc.double({ min: -180, max: 180, noNaN: true }),
  mirrored: fc.boolean(),
  around: fc.option(
    fc.record({
      count: fc.integer({ min: 2, max: 5 }),
      radiusMm: fc.double({ min: 0, max: 40, noNaN: true }),
    }),
    { nil: null },
  ),
});
const motif = (kind: MotifKind, at: Place): Shape => ({
  kind: 'motif',
  id: 's1',
  place: at,
  lines: [],
  beads: [],
  motif: kind,
  values: standardValues(kind),
});
const word = (text: string, at: Place): Shape => ({
  kind: 'word',
  id: 's1',
  place: at,
  lines: [],
  beads: [],
  word: { ...DEFAULT_WORD, text },
});
const moved: fc.Arbitrary<Affine> = fc
  .record({
    turn: fc.double({ min: -3.1, max: 3.1, noNaN: true }),
    flip: fc.boolean(),
    x: fc.double({ min: -30, max: 30, noNaN: true }),
    y: fc.double({ min: -30, max: 30, noNaN: true }),
  })
  .map(({ turn, flip, x, y }) =>
    compose(translation(x, y), compose(rotation(turn), scaling(flip ? -1 : 1, 1))),
  );

/** The farthest that any point of one figure lies from its mate in the other. */
function farthest(a: readonly FigurePath[], b: readonly FigurePath[]): number {
  const [p, q] = [a, b].map((paths) => paths.flatMap((path) => path.nodes));
  expect(p!.length).toBe(q!.length);
  return Math.max(...p!.map((node, i) => distance(node, q![i]!)));
}

describe('a shape that is turned, mirrored and moved', () => {
  it('draws the very lines that its lines have become', () => {
    fc.assert(
      fc.property(fc.constantFrom(...MOTIF_KINDS), place, moved, (kind, at, map) => {
        // Copies round a circle go the other way round in a mirror: each is looked for by itself.
        fc.pre(at.around === null || map.a * map.d - map.b * map.c > 0);
        const shape = motif(kind, at);
        const mapped = draw(mapShape(shape, map, wire)).paths;
        expect(farthest(mapped, mapPaths(draw(shape).paths, map))).toBeLessThan(1e-6);
      }),
      { numRuns: 60 },
    );
  });

  it('mirrored, its copies cover the same places', () => {
    fc.assert(
      fc.property(fc.constantFrom<MotifKind>('heart', 'key', 'arrow'), place, (kind, at) => {
        const mirror = scaling(-1, 1);
        const shape = motif(kind, at);
        const mapped = draw(mapShape(shape, mirror, wire)).paths.flatMap((p) => p.nodes);
        const wanted = mapPaths(draw(shape).paths, mirror).flatMap((p) => p.nodes);
        for (const node of wanted) {
          expect(Math.min(...mapped.map((m) => distance(m, node)))).toBeLessThan(1e-6);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('carries its beads with it', () => {
    fc.assert(
      fc.property(place, moved, (at, map) => {
        const single = { ...at, around: null };
        const shape = word('bijou', single);
        const before = draw(shape).beads;
        const after = draw(mapShape(shape, map, wire)).beads;
        expect(after).toHaveLength(before.length);
        after.forEach((bead, i) => {
          expect(distance(bead, applyAffine(map, before[i]!))).toBeLessThan(1e-6);
          expect(bead.acrossMm).toBe(before[i]!.acrossMm);
        });
      }),
      { numRuns: 30 },
    );
  });
});

describe('a shape made larger', () => {
  it('has its sizes made larger, and stays within what its fields allow', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MOTIF_KINDS),
        fc.double({ min: 0.2, max: 8, noNaN: true }),
        (kind, by) => {
          const shape = motif(kind, { x: 3, y: 4, turnDeg: 0, mirrored: false, around: null });
          const grown = mapShape(shape, scaling(by), wire);
          expect(grown.place).toMatchObject({ x: 3 * by, y: 4 * by, turnDeg: 0, mirrored: false });
          // Held to their limits the numbers still make a motif, or say why not.
          try {
            expect(draw(grown).paths.length).toBeGreaterThan(0);
          } catch (error) {
            expect(String(error)).toMatch(/Choose smaller tools or longer lengths/);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a word grows with its moved letters and its circle', () => {
    const at: Place = {
      x: 0,
      y: 0,
      turnDeg: 0,
      mirrored: false,
      around: { count: 3, radiusMm: 20 },
    };
    const shape = word('ab', at);
    if (shape.kind !== 'word') throw new Error('not a word');
    const settings = {
      ...shape.word,
      baseline: { kind: 'arch', radiusMm: 30 } as const,
      letters: [{ at: 1, dx: 2, dy: -1, form: '' }],
    };
    const grown = mapShape({ ...shape, word: settings }, scaling(2), wire);
    expect(grown).toMatchObject({
      place: { around: { count: 3, radiusMm: 40 } },
      word: {
        size: { by: 'x-height', mm: 16 },
        baseline: { kind: 'arch', radiusMm: 60 },
        letters: [{ at: 1, dx: 4, dy: -2, form: '' }],
      },
    });
  });
});
