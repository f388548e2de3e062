import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ellipseArc, moreOverStone, type StoneBody } from '.';

const BALL: StoneBody = { at: { x: 0, y: 0 }, turnRad: 0, widthMm: 10, heightMm: 10, thickMm: 10 };
const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const point = fc.record({ x: mm(-40, 40), y: mm(-40, 40) });
const stone = fc.record({
  at: fc.record({ x: mm(-5, 5), y: mm(-5, 5) }),
  widthMm: mm(2, 30),
  heightMm: mm(2, 30),
  thickMm: mm(1, 20),
  turnRad: mm(-3, 3),
});

/** The way over the stone walked in small steps: z from the ellipsoid at each point of the straight way. */
function walked(
  { at, turnRad, widthMm, heightMm, thickMm }: StoneBody,
  a: Pt,
  b: Pt,
  d: number,
): number {
  const [w, h, t] = [(widthMm + d) / 2, (heightMm + d) / 2, (thickMm + d) / 2];
  const steps = 400_000;
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  const z = (x: number, y: number): number => {
    const [u, v] = [x - at.x, y - at.y];
    return t * Math.sqrt(Math.max(0, 1 - ((u * c + v * s) / w) ** 2 - ((v * c - u * s) / h) ** 2));
  };
  let sum = 0;
  let [px, py, pz] = [a.x, a.y, z(a.x, a.y)];
  for (let i = 1; i <= steps; i++) {
    const [x, y] = [a.x + ((b.x - a.x) * i) / steps, a.y + ((b.y - a.y) * i) / steps];
    const up = z(x, y);
    sum += Math.hypot(x - px, y - py, up - pz);
    [px, py, pz] = [x, y, up];
  }
  return sum - Math.hypot(b.x - a.x, b.y - a.y);
}
interface Pt {
  x: number;
  y: number;
}

describe('a way over a stone', () => {
  it('goes half round a ball that lies in the middle of it', () => {
    // A ball of 10, wire of 1: half a circle of 11 across instead of the 11 straight.
    const more = moreOverStone(BALL, { x: -20, y: 0 }, { x: 20, y: 0 }, 1);
    expect(more).toBeCloseTo((Math.PI * 11) / 2 - 11, 6);
  });

  it('takes nothing more where it passes beside, or ends before it', () => {
    expect(moreOverStone(BALL, { x: -20, y: 6 }, { x: 20, y: 6 }, 1)).toBe(0);
    expect(moreOverStone(BALL, { x: -20, y: 0 }, { x: -6, y: 0 }, 1)).toBe(0);
    expect(moreOverStone(BALL, { x: 3, y: 3 }, { x: 3, y: 3 }, 1)).toBe(0);
  });

  it('of two ways that meet on top each takes half', () => {
    const half = moreOverStone(BALL, { x: -20, y: 0 }, { x: 0, y: 0 }, 1);
    expect(2 * half).toBeCloseTo((Math.PI * 11) / 2 - 11, 6);
  });

  it('is what walking it in small steps finds', () => {
    fc.assert(
      fc.property(stone, point, point, mm(0.2, 2), (body, a, b, d) => {
        expect(moreOverStone(body, a, b, d)).toBeCloseTo(walked(body, a, b, d), 1);
      }),
      { numRuns: 25 },
    );
  });

  it('is as long the other way, mirrored, and in parts; it grows with all sizes', () => {
    fc.assert(
      fc.property(stone, point, point, mm(0.2, 2), mm(0, 1), (body, a, b, d, share) => {
        const more = moreOverStone(body, a, b, d);
        expect(moreOverStone(body, b, a, d)).toBeCloseTo(more, 5);
        const over = ({ x, y }: Pt): Pt => ({ x: -x, y });
        const mirrored = { ...body, at: over(body.at), turnRad: -body.turnRad };
        expect(moreOverStone(mirrored, over(a), over(b), d)).toBeCloseTo(more, 6);
        const on = { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
        const parts = moreOverStone(body, a, on, d) + moreOverStone(body, on, b, d);
        expect(parts).toBeCloseTo(more, 4);
        const twice = (p: Pt): Pt => ({ x: 2 * p.x, y: 2 * p.y });
        const large = {
          turnRad: body.turnRad,
          at: twice(body.at),
          widthMm: 2 * body.widthMm,
          heightMm: 2 * body.heightMm,
          thickMm: 2 * body.thickMm,
        };
        expect(moreOverStone(large, twice(a), twice(b), 2 * d)).toBeCloseTo(2 * more, 5);
      }),
    );
  });

  it('an arc of an ellipse is that of a circle where both axes are alike', () => {
    fc.assert(
      fc.property(mm(0.5, 50), mm(-1, 1), mm(-1, 1), (r, p, q) => {
        const [from, to] = [Math.min(p, q) * r, Math.max(p, q) * r];
        const angle = Math.acos(from / r) - Math.acos(to / r);
        expect(ellipseArc(r, r, from, to)).toBeCloseTo(r * angle, 6);
      }),
    );
  });
});
