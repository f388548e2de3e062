import fc from 'fast-check';
import { expect, it } from 'vitest';
import { flattenPath, line, trackAlong, vec, type Primitive } from '.';

const chain = (...points: [number, number][]): Primitive[] =>
  points.slice(1).map((p, i) => line(vec(...points[i]!), vec(...p)));
const along = (shapes: Primitive[], closed = false) =>
  flattenPath({ segments: shapes, closed }, 0.01, 0.4);

it('follows a line that goes back on itself', () => {
  const fold = chain([0, 0], [20, 0], [4, 0]);
  const feet = trackAlong(along(fold), fold, false);
  feet.slice(1).forEach((f, i) => expect(f.mm).toBeGreaterThan(feet[i]!.mm - 1e-9));
  expect(feet.at(-1)!.mm).toBeCloseTo(36, 6);
});

it('keeps to its own pass where the line crosses itself', () => {
  const loop = chain([0, 0], [20, 0], [20, 15], [10, 15], [10, -8]);
  const points = along(loop).map((p) => vec(p.x + 0.1, p.y - 0.1));
  const feet = trackAlong(points, loop, false);
  expect(feet.every((f) => f.farMm < 0.2)).toBe(true);
  expect(feet.at(-1)!.piece).toBe(3);
});

it('a closed line may be told from any of its points on', () => {
  const square = chain([0, 0], [10, 0], [10, 10], [0, 10], [0, 0]);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 99 }), (shift) => {
      const points = along(square, true).slice(0, -1);
      const turned = [...points.slice(shift), ...points.slice(0, shift)];
      const feet = trackAlong(turned, square, true);
      expect(feet.every((f) => f.farMm < 1e-9)).toBe(true);
    }),
  );
});

it('places points exactly beside arcs', () => {
  const arc: Primitive = { type: 'arc', center: vec(0, 0), radius: 8, startAngle: 0.3, sweep: -4 };
  const beside = flattenPath({ segments: [{ ...arc, radius: 8.4 }], closed: false }, 0.001, 0.5);
  for (const f of trackAlong(beside, [arc], false)) expect(f.farMm).toBeCloseTo(0.4, 6);
});
