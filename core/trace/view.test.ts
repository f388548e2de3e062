import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, pointAt, segmentLength, type Cubic, type Vec } from '../geometry';
import { applyMap, inverseMap, isConvex, mapCorners, mapCubic, scaleMap } from '.';

const sheet: Vec[] = [
  { x: 0, y: 0 },
  { x: 210, y: 0 },
  { x: 210, y: 297 },
  { x: 0, y: 297 },
];
const shift = fc.double({ min: -180, max: 180, noNaN: true });
const seen = fc
  .tuple(shift, shift, shift, shift, shift, shift, shift, shift)
  .map(([a, b, c, d, e, f, g, h]): Vec[] => [
    { x: 500 + a, y: 400 + b },
    { x: 2500 + c, y: 400 + d },
    { x: 2500 + e, y: 3200 + f },
    { x: 500 + g, y: 3200 + h },
  ]);

describe('maps of the plane', () => {
  it('take corners to corners, and back', () => {
    fc.assert(
      fc.property(seen, (corners) => {
        const map = mapCorners(corners, sheet)!;
        const back = inverseMap(map)!;
        corners.forEach((c, i) => {
          expect(distance(applyMap(map, c), sheet[i]!)).toBeLessThan(1e-5);
          expect(distance(applyMap(back, sheet[i]!), c)).toBeLessThan(1e-3);
        });
      }),
    );
  });

  it('keep straight lines straight', () => {
    fc.assert(
      fc.property(seen, (corners) => {
        const map = mapCorners(corners, sheet)!;
        const [p, q] = [corners[0]!, corners[2]!];
        const [a, m, b] = [0, 0.37, 1].map((t) =>
          applyMap(map, { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }),
        );
        const area = (b!.x - a!.x) * (m!.y - a!.y) - (b!.y - a!.y) * (m!.x - a!.x);
        expect(Math.abs(area) / distance(a!, b!)).toBeLessThan(1e-5);
      }),
    );
  });

  it('refuse corners that are no sheet', () => {
    const flat = sheet.map((p) => ({ x: p.x, y: 0 }));
    const crossed = [sheet[0]!, sheet[2]!, sheet[1]!, sheet[3]!];
    expect(mapCorners(flat, sheet)).toBeNull();
    expect(mapCorners(crossed, sheet)).toBeNull();
    expect(isConvex(sheet)).toBe(true);
  });

  it('carry cubics with them within a few hundredths', () => {
    const cubic: Cubic = {
      type: 'cubic',
      from: { x: 700, y: 600 },
      c1: { x: 1500, y: 500 },
      c2: { x: 1600, y: 2600 },
      to: { x: 2300, y: 2800 },
    };
    fc.assert(
      fc.property(seen, (corners) => {
        const map = mapCorners(corners, sheet)!;
        const mapped = mapCubic(map, cubic);
        const points = mapped.flatMap((c) =>
          Array.from({ length: 401 }, (_, k) => pointAt(c, k / 400)),
        );
        for (let k = 0; k <= 10; k++) {
          const true_ = applyMap(map, pointAt(cubic, k / 10));
          const far = Math.min(...points.map((p) => distance(p, true_)));
          expect(far).toBeLessThan(0.3);
        }
      }),
      { numRuns: 20 },
    );
    const [half] = mapCubic(scaleMap(0.5), cubic);
    expect(segmentLength(half!)).toBeCloseTo(segmentLength(cubic) / 2, 6);
  });
});
