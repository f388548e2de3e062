import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, findCrossings, type Crossing, type MeasuredLine } from '../geometry';
import { newPath, newPiece, type Piece } from '../piece';
import { hangOf } from './hang';
import { allowancesOf } from './lengths';
import { crossingsOf } from './places';

const measured = (...points: [number, number][]): MeasuredLine => {
  const at = points.map(([x, y]) => ({ x, y }));
  const s = [0];
  at.slice(1).forEach((p, i) => s.push(s[i]! + distance(at[i]!, p)));
  return { points: at, s, closed: false };
};
const crossing = (firstMm: number, secondMm: number, turnDeg: number): Crossing => ({
  at: { x: firstMm, y: secondMm },
  firstLine: 0,
  firstMm,
  secondLine: 0,
  secondMm,
  turnRad: (turnDeg * Math.PI) / 180,
});

describe('passes that lie along each other', () => {
  const count = (list: Crossing[]): number => crossingsOf(list, 1, 'later').length;

  it('cross once when they meet an odd number of times, else not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.double({ min: -14, max: 14, noNaN: true }),
        fc.boolean(),
        (meetings, turn, back) => {
          const list = Array.from({ length: meetings }, (_, i) =>
            crossing(10 + i, 50 + (back ? -i : i), back ? 180 - Math.abs(turn) : turn),
          );
          expect(count(list)).toBe(meetings % 2);
        },
      ),
    );
  });

  it('far from each other, or at a wide angle, each meeting is a crossing', () => {
    expect(count([crossing(10, 50, 5), crossing(20, 60, 5)])).toBe(2);
    expect(count([crossing(10, 50, 40), crossing(11, 51, 40)])).toBe(2);
    expect(count([crossing(10, 50, 5), crossing(11, 80, 5)])).toBe(2);
  });
});

describe('which pass lies on top', () => {
  const weave = findCrossings(
    [measured([0, 0], [40, 0]), measured([5, 5], [5, -5], [15, -5], [15, 5], [25, 5], [25, -5])],
    1,
  );

  it('by one rule for all', () => {
    expect(crossingsOf(weave, 1, 'later').map((c) => c.top)).toEqual([
      'second',
      'second',
      'second',
    ]);
    expect(crossingsOf(weave, 1, 'earlier').map((c) => c.top)).toEqual(['first', 'first', 'first']);
  });

  it('in turn each wire goes over and under', () => {
    const tops = crossingsOf(weave, 1, 'alternate').map((c) => c.top);
    expect(tops[0]).not.toBe(tops[1]);
    expect(tops[1]).not.toBe(tops[2]);
  });

  it('one set by hand is kept among those in turn, found by its place', () => {
    const rule = crossingsOf(weave, 1, 'alternate');
    const [first] = rule;
    const other = first!.top === 'first' ? ('later' as const) : ('earlier' as const);
    const own = crossingsOf(weave, 1, 'alternate', [{ x: 5.4, y: 0.3, top: other }]);
    expect(own[0]!.top).not.toBe(first!.top);
    expect(own.slice(1)).toEqual(rule.slice(1));
    // Too far from every crossing it changes nothing.
    expect(crossingsOf(weave, 1, 'alternate', [{ x: 10, y: 0, top: other }])).toEqual(rule);
  });
});

describe('hanging', () => {
  const coordinate = fc.double({ min: -40, max: 40, noNaN: true });
  const line = fc
    .array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 8 })
    .filter((list) => measured(...list).s.at(-1)! > 1)
    .map((list) => measured(...list));
  it('the point chosen is the nearest of the line', () => {
    fc.assert(
      fc.property(line, fc.tuple(coordinate, coordinate), (l, [x, y]) => {
        const { from } = hangOf([l], [1], { x, y })!;
        l.points.slice(1).forEach((q, i) => {
          const p = l.points[i]!;
          for (const t of [0, 0.3, 0.5, 0.9, 1]) {
            const on = { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t };
            expect(distance(from, { x, y })).toBeLessThanOrEqual(distance(on, { x, y }) + 1e-9);
          }
        });
      }),
    );
  });

  it('two wires weigh by their lengths, and nothing does not hang', () => {
    const hang = hangOf([measured([0, 0], [30, 0]), measured([0, 10], [10, 10])], [1, 1], null)!;
    // 30 mm about 15, 0 and 10 mm about 5, 10.
    expect(hang.center.x).toBeCloseTo((30 * 15 + 10 * 5) / 40, 9);
    expect(hang.center.y).toBeCloseTo(100 / 40, 9);
    expect(hangOf([], [], null)).toBeNull();
    expect(hangOf([], [], { x: 0, y: 0 })).toBeNull();
  });
});

describe('what the ends take', () => {
  const piece: Piece = {
    ...newPiece('p', 'Ends', '2026-01-01T00:00:00.000Z'),
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
    reserveMm: 7,
  };
  const bar = newPath(
    'w',
    [
      { x: 0, y: 0 },
      { x: 20, y: 0 },
    ],
    false,
  );

  it('loops by the circle of the wire’s middle, tails as they are, the reserve apart', () => {
    const end = { kind: 'plain', tailMm: 3 } as const;
    const start = { kind: 'loop', insideMm: 4, tailMm: 1 } as const;
    const all = allowancesOf(piece, { ...bar, start, end });
    expect(all.startMm).toBeCloseTo(Math.PI * 5 + 1, 9);
    expect(all.endMm).toBe(3);
    expect(all.reserveMm).toBe(7);
    const sum = all.parts.reduce((n, p) => n + p.lengthMm, 0);
    expect(sum).toBeCloseTo(all.startMm + all.endMm + all.reserveMm, 9);
    expect(all.parts.map((p) => p.id)).toEqual([
      'start-simple-loop',
      'start-tail',
      'end-tail',
      'reserve',
    ]);
  });

  it('a closed wire has a seam instead, and its ends are not counted', () => {
    const loop = { kind: 'loop', insideMm: 4, tailMm: 0 } as const;
    const ring = { ...bar, closed: true, start: loop, end: loop };
    const seam = (join: 'butt' | 'overlap' | 'loops') =>
      allowancesOf(piece, { ...ring, seam: { ...bar.seam, join, overlapMm: 6, loopInsideMm: 2 } });
    expect(seam('butt')).toMatchObject({ startMm: 0, endMm: 0 });
    expect(seam('overlap')).toMatchObject({ startMm: 0, endMm: 6 });
    expect(seam('loops').startMm).toBeCloseTo(3 * Math.PI, 9);
    expect(seam('loops').endMm).toBeCloseTo(3 * Math.PI, 9);
  });
});
