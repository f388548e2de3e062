import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  BeltError,
  beltAround,
  corner,
  distance,
  endOf,
  joinTurn,
  nearestOn,
  partOf,
  pathLength,
  pointAt,
  post,
  segmentLength,
  startOf,
  tangentAt,
  withEndAt,
  type Post,
  type Primitive,
  type Segment,
} from './index';

const far = fc.double({ min: -20, max: 20, noNaN: true });
/** Posts a good way apart, so that a cord fits round them in any sense. */
const posts = fc
  .array(
    fc.record({
      r: fc.double({ min: 0.5, max: 4, noNaN: true }),
      turn: fc.constantFrom<1 | -1>(1, -1),
      y: far,
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((list) => list.map((p, i) => post(12 * (i + 1), p.y / 4, p.r, p.turn)));

describe('a line laid round posts', () => {
  it('touches every post at its radius and turns without corners', () => {
    fc.assert(
      fc.property(posts, (round) => {
        const all: Post[] = [corner(0, 0), ...round, corner(12 * (round.length + 1), 1)];
        const { segments } = beltAround(all, false);
        segments.slice(1).forEach((s, i) => {
          expect(distance(endOf(segments[i]!), startOf(s))).toBeLessThan(1e-9);
          const turn = joinTurn(segments[i] as Primitive, s as Primitive);
          expect(Math.abs(turn)).toBeLessThan(1e-6);
        });
        for (const s of segments) {
          if (s.type !== 'arc') continue;
          const own = round.find((p) => distance(p.at, s.center) < 1e-9);
          expect(own?.radius).toBeCloseTo(s.radius, 9);
          expect(Math.sign(s.sweep)).toBe(own?.turn);
        }
      }),
    );
  });

  it('is a cord: round one post between two far ends its length is tangents and an arc', () => {
    // Ends 10 left and right of a post of radius 3 that stands 4 above the line between them.
    const { segments } = beltAround([corner(-10, 0), post(0, -4, 3, 1), corner(10, 0)], false);
    const apart = Math.hypot(10, 4);
    const tangent = Math.sqrt(apart ** 2 - 9);
    // Of the full circle the two tangent triangles and the angle between the ends are not touched.
    const wrapped = 2 * Math.PI - 2 * (Math.acos(3 / apart) + Math.atan2(10, 4));
    expect(pathLength({ segments, closed: false })).toBeCloseTo(2 * tangent + 3 * wrapped, 9);
  });

  it('closed round two equal posts it is two half circles and two straights', () => {
    const belt = beltAround([post(0, 0, 2, 1), post(10, 0, 2, 1)], true);
    expect(belt.closed).toBe(true);
    expect(pathLength(belt)).toBeCloseTo(20 + 4 * Math.PI, 9);
  });

  it('whole turns more add whole circles', () => {
    const length = (loops: number): number =>
      pathLength(beltAround([corner(0, 0), post(10, 5, 2, 1, loops), corner(20, 0)], false));
    expect(length(2) - length(0)).toBeCloseTo(2 * 2 * Math.PI * 2, 9);
  });

  test.each([
    [[post(0, 0, 3, 1), post(4, 0, 3, -1)]],
    [[post(0, 0, 5, 1), post(1, 0, 1, 1)]],
    [[corner(0, 0), post(1, 0, 2, 1)]],
  ])('posts too near for their radii are refused', (row) => {
    expect(() => beltAround([corner(-20, 0), ...row, corner(20, 0)], false)).toThrow(BeltError);
  });
});

const point = fc.record({ x: far, y: far });
const segment: fc.Arbitrary<Segment> = fc.oneof(
  fc.record({ from: point, to: point }).map((s) => ({ type: 'line' as const, ...s })),
  fc
    .record({
      center: point,
      radius: fc.double({ min: 1, max: 15, noNaN: true }),
      startAngle: fc.double({ min: -3, max: 3, noNaN: true }),
      sweep: fc.double({ min: 0.2, max: 5.5, noNaN: true }),
    })
    .map((s) => ({ type: 'arc' as const, ...s })),
  fc
    .record({ from: point, c1: point, c2: point, to: point })
    .map((s) => ({ type: 'cubic' as const, ...s })),
);
const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('parts of segments', () => {
  it('a part is the same curve, and parts add up', () => {
    fc.assert(
      fc.property(segment, share, share, (s, p, q) => {
        const [t0, t1] = [Math.min(p, q), Math.max(p, q)];
        fc.pre(t1 - t0 > 0.02 && segmentLength(s) > 0.5);
        const part = partOf(s, t0, t1);
        expect(distance(startOf(part), pointAt(s, t0))).toBeLessThan(1e-6);
        expect(distance(endOf(part), pointAt(s, t1))).toBeLessThan(1e-6);
        for (const t of [0.25, 0.5, 0.75]) {
          expect(nearestOn(s, pointAt(part, t)).distance).toBeLessThan(1e-3);
        }
        const lengths = [partOf(s, 0, t0), part, partOf(s, t1, 1)]
          .filter((_, i) => (i !== 0 || t0 > 1e-6) && (i !== 2 || t1 < 1 - 1e-6))
          .reduce((sum, x) => sum + segmentLength(x), 0);
        expect(lengths).toBeCloseTo(segmentLength(s), 4);
      }),
    );
  });

  it('a curve that turns back on itself is nearest where it is', () => {
    const back = {
      type: 'cubic',
      from: { x: 0.0010155535992943433, y: 0 },
      c1: { x: 0, y: 19.990756787610383 },
      c2: { x: 0, y: 0 },
      to: { x: 0, y: 0 },
    } as const;
    for (const t of [0.001, 0.005, 0.01, 0.5, 0.9]) {
      expect(nearestOn(back, pointAt(back, t)).distance).toBeLessThan(1e-6);
    }
  });

  it('the nearest point is nearer than any of many points on the segment', () => {
    fc.assert(
      fc.property(segment, point, (s, p) => {
        const found = nearestOn(s, p);
        expect(distance(pointAt(s, found.t), p)).toBeCloseTo(found.distance, 9);
        for (let i = 0; i <= 60; i++) {
          expect(found.distance).toBeLessThanOrEqual(distance(pointAt(s, i / 60), p) + 1e-6);
        }
      }),
    );
  });

  it('an end moved a little lies where it was wished, and the other end stays', () => {
    fc.assert(
      fc.property(segment, fc.constantFrom('start' as const, 'end' as const), (s, which) => {
        fc.pre(distance(startOf(s), endOf(s)) > 1);
        const old = which === 'start' ? startOf(s) : endOf(s);
        const to = { x: old.x + 0.02, y: old.y - 0.03 };
        const moved = withEndAt(s, which, to);
        const [ends, kept] =
          which === 'start' ? [startOf(moved), endOf(moved)] : [endOf(moved), startOf(moved)];
        expect(distance(ends, to)).toBeLessThan(1e-6);
        expect(distance(kept, which === 'start' ? endOf(s) : startOf(s))).toBeLessThan(1e-6);
        const turned = tangentAt(moved, 0.5);
        expect(Math.hypot(turned.x, turned.y)).toBeCloseTo(1, 6);
      }),
    );
  });
});
