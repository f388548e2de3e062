import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  distance,
  endOf,
  joinTurn,
  pointAt,
  segmentLength,
  startOf,
  stretchOf,
  tangentAt,
  type Primitive,
} from '../geometry';
import {
  cornerInsideRadius,
  cornerSetback,
  developedBend,
  developedFold,
  filletCorner,
  foldCorner,
} from './corner';

const angle = fc.double({ min: 0.15, max: 2.5, noNaN: true });
const side = fc.constantFrom(1, -1);
const radius = fc.double({ min: 0.3, max: 3, noNaN: true });

/** A straight leg into the origin along x, and a leg out of it turned by `turn`: straight or curved. */
function legs(turn: number, curve: number): [Primitive, Primitive] {
  const before: Primitive = { type: 'line', from: { x: -40, y: 0 }, to: { x: 0, y: 0 } };
  if (curve === 0) {
    const to = { x: 40 * Math.cos(turn), y: 40 * Math.sin(turn) };
    return [before, { type: 'line', from: { x: 0, y: 0 }, to }];
  }
  const r = Math.abs(curve);
  const s = Math.sign(curve);
  const center = { x: -r * s * Math.sin(turn), y: r * s * Math.cos(turn) };
  const startAngle = turn - (Math.PI / 2) * s;
  return [before, { type: 'arc', center, radius: r, startAngle, sweep: (s * 30) / r }];
}

/** What is left of both legs and the bend between them. */
function bent(before: Primitive, after: Primitive, r: number): Primitive[] {
  const { leaveAt, enterAt, arc } = filletCorner(before, after, r)!;
  return [stretchOf(before, 0, leaveAt), ...arc, stretchOf(after, enterAt, 1)];
}

describe('a corner between straight legs', () => {
  it('is tangent to both, as far back as the formula says, and turns by the whole angle', () => {
    fc.assert(
      fc.property(angle, side, radius, (turn, s, r) => {
        const [before, after] = legs(s * turn, 0);
        const row = bent(before, after, r);
        row.slice(1).forEach((p, i) => {
          expect(distance(endOf(row[i]!), startOf(p))).toBeLessThan(1e-6);
          expect(Math.abs(joinTurn(row[i]!, p))).toBeLessThan(1e-6);
        });
        const setback = r * Math.tan(turn / 2);
        expect(segmentLength(row[0]!)).toBeCloseTo(40 - setback, 6);
        expect(segmentLength(row[2]!)).toBeCloseTo(40 - setback, 6);
        const arc = row[1]!;
        expect(arc.type === 'arc' ? arc.sweep : 0).toBeCloseTo(s * turn, 6);
      }),
    );
  });

  it('saves 2 T less the bend’s own length', () => {
    fc.assert(
      fc.property(angle, fc.double({ min: 0.3, max: 3, noNaN: true }), (turn, d) => {
        const inside = cornerInsideRadius(d);
        const [before, after] = legs(turn, 0);
        const length = bent(before, after, inside + d / 2).reduce(
          (n, p) => n + segmentLength(p),
          0,
        );
        const saved = 2 * cornerSetback(turn, inside, d) - developedBend(turn, inside, d, 0.5);
        expect(length).toBeCloseTo(80 - saved, 6);
        expect(saved).toBeGreaterThan(0);
      }),
    );
  });
});

describe('a corner beside an arc', () => {
  it('is tangent to both', () => {
    fc.assert(
      fc.property(
        angle,
        side,
        fc.double({ min: 0.3, max: 1.2, noNaN: true }),
        fc.constantFrom(12, -12, 25, -25),
        (turn, s, r, curve) => {
          fc.pre(turn < 2);
          const [before, after] = legs(s * turn, curve);
          const row = bent(before, after, r);
          row.slice(1).forEach((p, i) => {
            expect(distance(endOf(row[i]!), startOf(p))).toBeLessThan(1e-6);
            expect(Math.abs(joinTurn(row[i]!, p))).toBeLessThan(1e-5);
          });
          expect(row.filter((p) => p.type === 'arc' && Math.abs(p.radius - r) < 1e-9)).toHaveLength(
            1,
          );
        },
      ),
    );
  });
});

describe('a fold', () => {
  it('stands with its tip at the drawn tip; each leg gives up half a wire', () => {
    fc.assert(
      fc.property(fc.double({ min: 2.62, max: Math.PI, noNaN: true }), side, (turn, s) => {
        const d = 1.2;
        const [before, after] = legs(s * turn, 0);
        const { leaveAt, enterAt, arc } = foldCorner(before, after, s * turn, d / 2);
        expect(40 * (1 - leaveAt)).toBeCloseTo(d / 2, 9);
        expect(40 * enterAt).toBeCloseTo(d / 2, 9);
        expect(endOf(arc[0]!)).toEqual({ x: 0, y: 0 });
        expect(distance(startOf(arc[0]!), pointAt(before, leaveAt))).toBeLessThan(1e-9);
      }),
    );
  });

  it('shut takes half a turn of half a wire, open half a turn of wire and gap', () => {
    expect(developedFold(Math.PI, 1, 0)).toBeCloseTo(Math.PI / 2, 12);
    expect(developedFold(-Math.PI, 1, 0.4)).toBeCloseTo(Math.PI * 0.7, 12);
  });
});

describe('the jaw’s edge', () => {
  it('leaves a quarter of the wire, and no less than 0.2 mm', () => {
    expect(cornerInsideRadius(2)).toBe(0.5);
    expect(cornerInsideRadius(0.4)).toBe(0.2);
  });

  it('directions of the legs stay what they were', () => {
    const [before, after] = legs(1.2, 0);
    const [first, , last] = bent(before, after, 1);
    expect(tangentAt(first!, 0)).toEqual({ x: 1, y: 0 });
    expect(Math.atan2(tangentAt(last!, 1).y, tangentAt(last!, 1).x)).toBeCloseTo(1.2, 9);
  });
});
