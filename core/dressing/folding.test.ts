import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rotation, scaling, type Vec } from '../geometry';
import { mapFigure, newPath, twinOf, type FigurePath, type Piece } from '../piece';
import { planPiece } from '../plan';
import { finishedSize, foldedFigure, type Folding } from '.';
import { dressingOf, FRAME, pieceWith } from './fixtures/ground';

/** A cross of four equal arms as one outline: so wide, so long from the middle to each tip. */
function cross(wide: number, long: number): FigurePath {
  const h = wide / 2;
  const arm = [
    { x: -h, y: -h },
    { x: -h, y: -long },
    { x: h, y: -long },
  ];
  const turned = (k: number) => (p: Vec) =>
    [p, { x: -p.y, y: p.x }, { x: -p.x, y: -p.y }, { x: p.y, y: -p.x }][k]!;
  return newPath(
    'c',
    [0, 1, 2, 3].flatMap((k) => arm.map(turned(k))),
    true,
  );
}

const FOLD: Folding = {
  kind: 'fold',
  arms: 4,
  middleMm: 10,
  firstRad: 0,
  way: 'clockwise',
  tucked: true,
  earsMm: 0,
};
const folded = (paths: FigurePath[], out: Partial<Folding> = {}): Piece => ({
  ...pieceWith(paths, []),
  toleranceMm: 0.02,
  outOfPlane: { ...FOLD, ...out },
});
const sizeOf = (piece: Piece) => finishedSize(piece, planPiece(piece), dressingOf(piece))!;
const along = (points: readonly Vec[]): number =>
  points.slice(1).reduce((s, p, i) => s + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);

describe('arms folded over the middle', () => {
  it('a cross of four arms folds to its middle where they are no longer than that', () => {
    // Arms 6 wide, 10 beyond a middle of 10: each comes to lie on it, its tip at the crease across.
    const piece = folded([cross(6, 15)]);
    const size = sizeOf(piece);
    expect(size.flat.widthMm).toBeCloseTo(30 + FRAME, 1);
    expect(size.widthMm).toBeCloseTo(10 + FRAME, 1);
    expect(size.heightMm).toBeCloseTo(10 + FRAME, 1);
    expect(size.deepMm).toBe(3 * FRAME);
    // The strip is that of the flat shape.
    expect(planPiece(piece).wires[0]!.cutMm).toBe(
      planPiece({ ...piece, outOfPlane: null }).wires[0]!.cutMm,
    );
  });

  it('longer arms stand out across, shorter ones leave it as it is', () => {
    // Arms of 14 stand 4 beyond the crease across, on both sides.
    expect(sizeOf(folded([cross(6, 19)])).widthMm).toBeCloseTo(18 + FRAME, 1);
    expect(sizeOf(folded([cross(6, 8)])).widthMm).toBeCloseTo(10 + FRAME, 1);
  });

  it('corners that are drawn out are in its size', () => {
    // The middle's corner lies 7.07 out on the diagonal; 4 more is 2.83 to each side.
    expect(sizeOf(folded([cross(6, 15)], { earsMm: 4 })).widthMm).toBeCloseTo(
      10 + FRAME + 2 * 4 * Math.SQRT1_2,
      1,
    );
  });

  it('each arm is as long folded as flat, and the first lies over the last where that is tucked', () => {
    const piece = folded([cross(6, 15)]);
    const view = foldedFigure(planPiece(piece), FOLD);
    expect(view.arms).toHaveLength(4);
    view.flat.forEach((flat, i) => {
      const of = (runs: readonly (readonly Vec[])[]) => runs.reduce((s, r) => s + along(r), 0);
      expect(of(flat)).toBeCloseTo(of(view.arms[i]!), 9);
    });
    for (const arm of view.arms) {
      const all = arm.reduce((sum, run) => sum + along(run), 0);
      expect(all).toBeGreaterThan(25);
      expect(all).toBeLessThan(26.5);
      for (const p of arm.flat()) expect(Math.max(Math.abs(p.x), Math.abs(p.y))).toBeLessThan(5.11);
    }
    // The first arm comes down from above; the last lies to the left.
    expect(view.over.length).toBeGreaterThan(0);
    for (const p of view.over.flat()) expect(p.x).toBeLessThan(0.01);
    expect(foldedFigure(planPiece(piece), { ...FOLD, tucked: false }).over).toEqual([]);
  });

  it('one arm alone is folded over, the rest stays', () => {
    const piece = folded([cross(6, 15)], { arms: 1, tucked: false });
    const size = sizeOf(piece);
    expect(size.heightMm).toBeCloseTo(20 + FRAME, 1);
    expect(size.widthMm).toBeCloseTo(30 + FRAME, 1);
    expect(size.deepMm).toBe(2 * FRAME);
  });

  it('turned, mirrored and larger it folds to the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: 9, max: 22, noNaN: true }),
        fc.boolean(),
        (rad, factor, long, tucked) => {
          const piece = folded([cross(6, long)], { tucked });
          const own = sizeOf(piece);
          const wireOf = (p: Piece): Piece => ({
            ...p,
            wire: { ...p.wire, diameterMm: FRAME * factor },
          });
          const large = sizeOf(wireOf(mapFigure(piece, scaling(factor))));
          expect(large.widthMm / factor).toBeCloseTo(own.widthMm, 1);
          const twin = twinOf(piece);
          expect(twin.outOfPlane).toMatchObject({ way: 'anticlockwise' });
          expect(sizeOf(twin).widthMm).toBeCloseTo(own.widthMm, 2);
          // A quarter turn exchanges width and height.
          const quarter = sizeOf(mapFigure(piece, rotation(Math.PI / 2)));
          expect(quarter.heightMm).toBeCloseTo(own.widthMm, 2);
          // However it lies, its arms are no further out than folded upright.
          const any = sizeOf(mapFigure(piece, rotation(rad)));
          expect(any.deepMm).toBe(own.deepMm);
          expect(any.widthMm).toBeLessThan(Math.SQRT2 * own.widthMm + 0.1);
        },
      ),
      { numRuns: 20 },
    );
  });
});
