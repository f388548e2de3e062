import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Vec } from '../geometry';
import { alongside } from './reach';

const widest = (points: readonly Vec[], mm: number): readonly number[] => {
  const all = alongside(points, mm);
  return [
    Math.min(...all.map((r) => r.at.x - r.x)),
    Math.max(...all.map((r) => r.at.x + r.x)),
    Math.min(...all.map((r) => r.at.y - r.y)),
    Math.max(...all.map((r) => r.at.y + r.y)),
  ];
};

describe('how far wire reaches', () => {
  it('goes half its thickness round the tip of a fold, and no further than its flush ends', () => {
    // From (0, 0) to (10, 0) and back beside itself: its tip is at 10.5.
    const fold = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 0, y: 0.001 },
    ];
    const [left, right, top, bottom] = widest(fold, 0.5);
    expect(left).toBeCloseTo(0, 2);
    expect(right).toBeCloseTo(10.5, 6);
    expect(top).toBeCloseTo(-0.5, 2);
    expect(bottom).toBeCloseTo(0.5, 2);
  });

  it('goes no further where it goes straight on, or a point stands twice', () => {
    // Straight down a slope of 3 to 4: 0.5 x 0.8 to the sides, 0.5 x 0.6 up and down.
    const slope = [0, 0, 1, 2, 2, 5].map((t) => ({ x: 3 * t, y: 4 * t }));
    widest(slope, 0.5).forEach((mm, i) => expect(mm).toBeCloseTo([-0.4, 15.4, -0.3, 20.3][i]!, 9));
  });

  it('is that of discs along it, its ends apart', () => {
    // A way of steps of 2 to 12 mm, each in any direction.
    const step = fc.record({
      mm: fc.double({ min: 2, max: 12, noNaN: true }),
      rad: fc.double({ min: -Math.PI, max: Math.PI, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 3, maxLength: 7 }), (steps) => {
        const middle = steps.reduce<Vec[]>(
          (way, { mm, rad }) => {
            const { x, y } = way.at(-1)!;
            return [...way, { x: x + mm * Math.cos(rad), y: y + mm * Math.sin(rad) }];
          },
          [{ x: 0, y: 0 }],
        );
        fc.pre(Math.hypot(middle.at(-1)!.x, middle.at(-1)!.y) > 1);
        // Closed at a point of a straight stretch, so that no end reaches out.
        const start = {
          x: (middle[0]!.x + middle[1]!.x) / 2,
          y: (middle[0]!.y + middle[1]!.y) / 2,
        };
        const points = [start, ...middle.slice(1), middle[0]!, start];
        const told = widest(points, 0.5);
        const discs = [
          Math.min(...points.map((p) => p.x - 0.5)),
          Math.max(...points.map((p) => p.x + 0.5)),
          Math.min(...points.map((p) => p.y - 0.5)),
          Math.max(...points.map((p) => p.y + 0.5)),
        ];
        discs.forEach((mm, i) => expect(told[i]).toBeCloseTo(mm, 6));
      }),
    );
  });
});
