import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mapFigure, newPath, type Piece } from '../piece';
import { rotation } from '../geometry';
import { withHangLoop } from './change';
import { circleNodes, openPath, pieceOf, planned } from './fixtures/pieces';
import { hangDressed, type HangState } from './hangDressed';

const looped = (piece: Piece): Piece | null => {
  const { plan, dressing } = planned(piece);
  return withHangLoop(piece, plan, dressing);
};
function hang(piece: Piece): HangState {
  const { plan, dressing } = planned(piece);
  return hangDressed(piece, plan, dressing)!;
}
const RING = pieceOf([newPath('r', circleNodes(20, 20, 15), true)]);

describe('a loop to hang a piece by', () => {
  it('is a ring at the top of a ring, once', () => {
    const piece = looped(RING)!;
    expect(piece.dressing).toHaveLength(1);
    const [item] = piece.dressing;
    expect(item).toMatchObject({ kind: 'finding', what: 'jump-ring', insideMm: 3 });
    expect(item!.on.x).toBeCloseTo(20, 1);
    expect(item!.on.y).toBeCloseTo(5, 1);
    expect(looped(piece)).toBeNull();
  });

  it('wherever the figure is heavier, it hangs straight by it', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (turn) => {
        // A drop with a heavy foot on one side, turned.
        const drop = pieceOf([
          newPath(
            'd',
            [
              { x: 0, y: 0 },
              { x: 30, y: 6 },
              { x: 34, y: 22 },
              { x: 8, y: 30 },
            ],
            true,
          ),
        ]);
        const piece = looped(mapFigure(drop, rotation(turn)))!;
        const state = hang(piece);
        expect(state.places.map((p) => p.by)).toEqual(['finding']);
        expect(Math.abs((state.tiltRad * 180) / Math.PI)).toBeLessThan(0.5);
      }),
      { numRuns: 25 },
    );
  });

  it('is made of the wire’s own end where that is the top', () => {
    const piece = looped(pieceOf([openPath('w', [0, 0], [0, 40])]))!;
    expect(piece.dressing).toEqual([]);
    expect(piece.paths[0]!.start.kind).toBe('loop');
    expect(hang(piece).places[0]!.by).toBe('end');
  });

  it('is where the maker chose to hang it', () => {
    const piece = looped({ ...RING, hang: { x: 35, y: 20 } })!;
    expect(piece.dressing[0]!.on.x).toBeCloseTo(35, 1);
  });

  it('is not offered for what is worn round a finger, or without a wire', () => {
    const round = { ...RING, making: { ...RING.making, wornAs: 'ring' as const } };
    expect(looped(round)).toBeNull();
    expect(looped(pieceOf([]))).toBeNull();
  });
});
