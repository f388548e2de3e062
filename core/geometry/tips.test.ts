import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flattenPath, pathTurn, tipsOf, type Vec } from '.';

const DEG = Math.PI / 180;

/** Out along x, round a bend of so small a radius that turns so far, and straight on. */
function hairpin(radius: number, turn: number, leg = 10): Vec[] {
  const points: Vec[] = Array.from({ length: 21 }, (_, i) => ({ x: (leg * i) / 20, y: 0 }));
  const side = Math.sign(turn);
  for (let k = 1; k <= 24; k++) {
    const a = (Math.abs(turn) * k) / 24;
    points.push({ x: leg + radius * Math.sin(a), y: side * radius * (1 - Math.cos(a)) });
  }
  const end = points[points.length - 1]!;
  for (let i = 1; i <= 20; i++) {
    const s = (leg * i) / 20;
    points.push({ x: end.x + s * Math.cos(turn), y: end.y + s * Math.sin(turn) });
  }
  return points;
}

describe('tips of a smooth row of points', () => {
  it('stand in the middle of what turns back within less than a jaw', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.06, noNaN: true }),
        fc.double({ min: 110, max: 179, noNaN: true }),
        fc.boolean(),
        (radius, turnDeg, left) => {
          const turn = turnDeg * DEG * (left ? -1 : 1);
          const tips = tipsOf(hairpin(radius, turn));
          expect(tips).toHaveLength(1);
          expect(tips[0]!.turnRad).toBeCloseTo(turn, 6);
          // Twenty points of the leg, then twenty-four of the bend.
          expect(Math.abs(tips[0]!.at - 32)).toBeLessThanOrEqual(1);
          expect(tips[0]!.before).toBeLessThanOrEqual(21);
          expect(tips[0]!.after).toBeGreaterThanOrEqual(44);
        },
      ),
    );
  });

  it('are no tips where a wire bends that far, nor where it goes round', () => {
    expect(tipsOf(hairpin(0.6, Math.PI))).toEqual([]);
    expect(tipsOf(hairpin(0.03, 80 * DEG))).toEqual([]);
    expect(tipsOf(hairpin(0.03, 350 * DEG))).toEqual([]);
  });

  it('that turn half round have no side', () => {
    // Two handles on one line: the curve runs out, turns on the spot and comes back.
    const back = {
      type: 'cubic' as const,
      from: { x: 0, y: 0 },
      c1: { x: 20, y: 0.001 },
      c2: { x: 20, y: -0.001 },
      to: { x: 0, y: 0 },
    };
    const path = { segments: [back], closed: false };
    expect(tipsOf(flattenPath(path, 0.004))).toHaveLength(1);
    expect(pathTurn(path).eitherWay).toBe(1);
  });
});
