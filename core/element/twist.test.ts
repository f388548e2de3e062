import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strandRho, twistedOf, type Round } from '../wire';
import { strandsSeen } from '.';

const strands = fc.constantFrom(2, 3, 4);
const long = fc.integer({ min: 5, max: 200 });
const rail = (mm: number) => [
  { x: 0, y: 0 },
  { x: mm, y: 0 },
];
const rope = (n: number, turnMm = 7): Round => {
  const wire: Round = twistedOf({ diameterMm: 0.8 }, n);
  return { ...wire, rope: { ...wire.rope!, turnMm } };
};

describe('the strands of a rope as they are seen', () => {
  it('lie as far from its middle as they are twisted, on both sides, all along it', () => {
    fc.assert(
      fc.property(strands, long, (n, mm) => {
        const points = strandsSeen(rail(mm), rope(n)).flat();
        const far = strandRho(n) * 0.8;
        const off = points.map((p) => p.y);
        expect(Math.max(...off)).toBeLessThanOrEqual(far + 1e-9);
        expect(Math.min(...off)).toBeGreaterThanOrEqual(-far - 1e-9);
        expect(Math.min(...points.map((p) => p.x))).toBeGreaterThanOrEqual(-1e-9);
        expect(Math.max(...points.map((p) => p.x))).toBeLessThanOrEqual(mm + 1e-9);
        // So seldom is no strand in front that its width would show a gap.
        const along = points.map((p) => p.x).sort((a, b) => a - b);
        along.slice(1).forEach((x, i) => expect(x - along[i]!).toBeLessThan(2));
      }),
    );
  });

  it('come to the front once a turn each', () => {
    fc.assert(
      fc.property(strands, fc.integer({ min: 2, max: 20 }), (n, turns) => {
        const seen = strandsSeen(rail(7 * turns), rope(n)).length;
        expect(seen).toBeGreaterThanOrEqual(n * turns);
        expect(seen).toBeLessThanOrEqual(n * (turns + 1));
      }),
    );
  });

  it('go on where a stretch before it ended', () => {
    const whole = strandsSeen(rail(70), rope(3)).flat();
    const second = strandsSeen(
      [
        { x: 35, y: 0 },
        { x: 70, y: 0 },
      ],
      rope(3),
      35,
    ).flat();
    for (const p of second) {
      expect(whole.some((q) => Math.hypot(p.x - q.x, p.y - q.y) < 1e-6)).toBe(true);
    }
  });

  it('are none of wire by itself, nor where there is no line', () => {
    expect(strandsSeen(rail(20), { diameterMm: 1 })).toEqual([]);
    expect(strandsSeen([{ x: 0, y: 0 }], rope(2))).toEqual([]);
  });
});
