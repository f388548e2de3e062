import { describe, expect, it, test } from 'vitest';
import { endFromSide, finishedSize, shapedFromSide } from '.';
import { endLength, newEnd } from '../end';
import { flattenSegment, pathLength, startOf, type Primitive, type Vec } from '../geometry';
import { newPath, type OutOfPlane } from '../piece';
import { planPiece } from '../plan';
import { at, FRAME, pieceWith } from './fixtures/ground';

const BAR = newPath('b', [at(0, 0), at(40, 0)], false);
const POST = newPath('p', [at(0, 0), at(0, 50)], false);
const pointsOf = (list: readonly Primitive[]): Vec[] =>
  list.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.0005)]);
const across = (list: readonly Primitive[], of: (p: Vec) => number): number => {
  const values = pointsOf(list).map(of);
  return Math.max(...values) - Math.min(...values);
};

describe('from the side', () => {
  test.each<OutOfPlane>([
    { kind: 'roll', mandrelMm: 18, as: 'ring' },
    { kind: 'roll', mandrelMm: 90, as: 'other' },
    { kind: 'cup', riseMm: 5 },
  ])('%j: the wire keeps its length and is as wide as it is said to be', (outOfPlane) => {
    const piece = pieceWith([BAR], [], { outOfPlane });
    const plan = planPiece(piece);
    const view = shapedFromSide(piece, plan, null)!;
    const size = finishedSize(piece, plan, null)!;
    expect(pathLength({ segments: view.wire, closed: false })).toBeCloseTo(size.flat.widthMm, 3);
    if (outOfPlane.kind === 'cup') {
      expect(across(view.wire, (p) => p.x)).toBeCloseTo(size.widthMm, 2);
      expect(across(view.wire, (p) => p.y)).toBeCloseTo(5, 2);
    }
  });

  it('over a rod: front, half a turn and back are the flat height', () => {
    const piece = pieceWith([POST], [], { outOfPlane: { kind: 'rod', rodMm: 4, backMm: 9 } });
    const view = shapedFromSide(piece, planPiece(piece), null)!;
    expect(pathLength({ segments: view.wire, closed: false })).toBeCloseTo(50, 6);
    // The rod touches the inside of the wire.
    expect(across(view.wire, (p) => p.x)).toBeCloseTo(4 + FRAME, 2);
  });

  it('is nothing of a flat figure, nor of an end in the plane', () => {
    const piece = pieceWith([BAR], []);
    expect(shapedFromSide(piece, planPiece(piece), null)).toBeNull();
    expect(endFromSide(newEnd('loop'), FRAME)).toBeNull();
  });

  test.each(['post', 'loop', 'hook', 'ear-hook', 'kidney'] as const)(
    'an end square to it, a %s, is one line that begins where the figure ends',
    (kind) => {
      const end = { ...newEnd(kind), ...(kind !== 'post' && { turned: true }) };
      const { wire } = endFromSide(end, FRAME)!;
      const points = pointsOf(wire.slice(1));
      expect(Math.hypot(points[0]!.x, points[0]!.y)).toBeLessThan(1e-9);
      if (kind === 'post') {
        const own = pathLength({ segments: wire.slice(1), closed: false });
        expect(own).toBeCloseTo(endLength(end, { diameterMm: FRAME }), 9);
      }
    },
  );
});
