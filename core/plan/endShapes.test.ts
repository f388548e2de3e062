import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { END_SIDES, type EndSide } from '../end';
import { distance, endOf, pathsBox, segmentLength, startOf, type Vec } from '../geometry';
import { newPath, newPiece, twinAxis, twinOf, type FigurePath, type Piece } from '../piece';
import { bendLabels, endShapes, mirrorPlan, placedEnds, planPiece } from '.';

const at = (x: number, y: number): Vec => ({ x, y });
const pieceWith = (path: FigurePath): Piece => ({ ...newPiece('p', 'Ends', ''), paths: [path] });
const hook = newPath('h', [at(0, 0), at(20, 0), at(20, 15)], false);

describe('what lies beyond the figure', () => {
  it('a loop is a turn of its own size that begins at the end of the wire', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 12, noNaN: true }), fc.boolean(), (insideMm, first) => {
        const loop = { kind: 'loop' as const, insideMm, tailMm: 0 };
        const piece = pieceWith({ ...hook, [first ? 'start' : 'end']: loop });
        const plan = planPiece(piece);
        const [shape, ...rest] = endShapes(plan, plan.wires[0]!);
        expect(rest).toEqual([]);
        expect(shape!.type).toBe('arc');
        const d = piece.wire.diameterMm;
        if (shape!.type === 'arc') expect(shape!.radius).toBeCloseTo((insideMm + d) / 2, 9);
        const end = first ? at(0, 0) : at(20, 15);
        expect(distance(startOf(shape!), end)).toBeLessThan(1e-6);
      }),
    );
  });

  it('a tail goes straight on by its length', () => {
    const piece = pieceWith({ ...hook, end: { kind: 'plain', tailMm: 7 } });
    const plan = planPiece(piece);
    const [tail] = endShapes(plan, plan.wires[0]!);
    expect(segmentLength(tail!)).toBeCloseTo(7, 9);
    expect(endOf(tail!).x).toBeCloseTo(20, 6);
    expect(endOf(tail!).y).toBeCloseTo(22, 6);
  });

  it('a closed figure has two loops at its seam if it is joined so, else nothing', () => {
    const ring = newPath('r', [at(0, 0), at(30, 0), at(30, 30), at(0, 30)], true);
    const butt = pieceWith(ring);
    const plan = planPiece(butt);
    expect(endShapes(plan, plan.wires[0]!)).toEqual([]);
    const looped = pieceWith({ ...ring, seam: { ...ring.seam, join: 'loops' } });
    const loopedPlan = planPiece(looped);
    expect(endShapes(loopedPlan, loopedPlan.wires[0]!)).toHaveLength(2);
  });
});

describe('numbers of bends', () => {
  const zigzag = (count: number): Piece =>
    pieceWith(
      newPath(
        'z',
        Array.from({ length: count }, (_, i) => at(6 * i, i % 2 === 0 ? 0 : 12)),
        false,
      ),
    );

  it('stand clear of each other and of the wire where there is room', () => {
    const piece = zigzag(8);
    const plan = planPiece(piece);
    const labels = bendLabels(plan, 'middleMm', 2.5, 2.4);
    expect(labels).toHaveLength(6);
    labels.forEach((a, i) => {
      for (const b of labels.slice(i + 1)) expect(distance(a.at, b.at)).toBeGreaterThan(2.39);
      expect(distance(a.at, a.place)).toBeGreaterThan(2);
    });
    // Outside its turn a zigzag has room: every number stands above or below all of the wire.
    const box = pathsBox(
      plan.wires.map((w) => ({ segments: w.strip.pieces.flatMap((p) => p.shape), closed: false })),
    )!;
    for (const { at: p } of labels) expect(p.y < box.minY + 0.5 || p.y > box.maxY - 0.5).toBe(true);
  });

  it('are there for every bend, however many', () => {
    const plan = planPiece(zigzag(150));
    expect(bendLabels(plan, 'gripMm', 2.5, 2.4)).toHaveLength(148);
  });
});

describe('the side of an end', () => {
  const LOOP = { kind: 'loop', insideMm: 3, tailMm: 0 } as const;
  /** An upright line, with the middle of the figure to the right of it. */
  const upright = (side: EndSide): Piece => ({
    ...newPiece('p', 'p', ''),
    paths: [
      {
        ...newPath(
          'a',
          [
            { x: 0, y: 0 },
            { x: 0, y: 30 },
            { x: 20, y: 30 },
            { x: 20, y: 10 },
          ],
          false,
        ),
        start: { ...LOOP, side },
      },
    ],
  });
  const eyeOf = (piece: Piece) => {
    const plan = planPiece(piece);
    return placedEnds(plan, plan.wires[0]!).find((e) => e.which === 'start')!.eye!.center;
  };

  it('is away from the middle, towards it, left or right of the way out', () => {
    // The way out of the first end goes up: its right is the right of the page.
    expect(eyeOf(upright('outward')).x).toBeLessThan(0);
    expect(eyeOf(upright('inward')).x).toBeGreaterThan(0);
    expect(eyeOf(upright('left')).x).toBeLessThan(0);
    expect(eyeOf(upright('right')).x).toBeGreaterThan(0);
    expect(eyeOf(upright('right')).x).toBeCloseTo(-eyeOf(upright('left')).x, 9);
  });

  it.each(END_SIDES)('%s is mirrored in the twin and in its plan', (side) => {
    const piece = upright(side);
    const axis = twinAxis(piece);
    const own = eyeOf(piece);
    const mirrored = { x: 2 * axis - own.x, y: own.y };
    const drawn = eyeOf(twinOf(piece));
    expect(drawn.x).toBeCloseTo(mirrored.x, 6);
    expect(drawn.y).toBeCloseTo(mirrored.y, 6);
    const plan = mirrorPlan(planPiece(piece), axis);
    const planned = placedEnds(plan, plan.wires[0]!).find((e) => e.which === 'start')!.eye!;
    expect(planned.center.x).toBeCloseTo(mirrored.x, 6);
    expect(planned.center.y).toBeCloseTo(mirrored.y, 6);
  });
});
