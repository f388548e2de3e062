import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geometry';
import { catenary } from '.';

const at = (x: number, y: number) => ({ x, y });

describe('a chain that hangs between two places', () => {
  it('hangs in a parabola where it is nearly straight: the sag by hand', () => {
    // L = h + 8 f^2 / 3h: 40.2 over 40 sags by sqrt(0.2 x 3 x 40 / 8) = 1.73.
    const points = catenary(at(0, 0), at(40, 0), 40.2)!;
    const sag = Math.max(...points.map((p) => p.y));
    expect(Math.abs(sag - Math.sqrt(3))).toBeLessThan(0.01);
  });

  it('is as long as it is, begins and ends where it is held, and is heaviest in the middle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 100, noNaN: true }),
        fc.double({ min: -100, max: 100, noNaN: true }),
        fc.double({ min: 1.0001, max: 6, noNaN: true }),
        (x, y, times) => {
          fc.pre(Math.hypot(x, y) > 0.5);
          const length = times * Math.hypot(x, y);
          const points = catenary(at(3, 4), at(3 + x, 4 + y), length)!;
          const walked = points.slice(1).reduce((sum, p, i) => sum + distance(p, points[i]!), 0);
          expect(walked / length).toBeLessThanOrEqual(1 + 1e-9);
          expect(walked / length).toBeGreaterThan(0.97);
          expect(distance(points[0]!, at(3, 4))).toBeLessThan(1e-6 * length);
          expect(distance(points.at(-1)!, at(3 + x, 4 + y))).toBeLessThan(1e-6 * length);
          // It sags: no point lies over the straight way between its neighbours.
          points.slice(1, -1).forEach((p, i) => {
            const [a, b] = [points[i]!, points[i + 2]!];
            if (Math.abs(b.x - a.x) < 1e-6) return;
            const over = a.y + ((b.y - a.y) * (p.x - a.x)) / (b.x - a.x);
            expect(p.y).toBeGreaterThanOrEqual(over - 1e-6);
          });
        },
      ),
    );
  });

  it('hangs straight down from one place, is straight where it is taut, and does not reach further', () => {
    expect(catenary(at(0, 0), at(0, 4), 10)).toEqual([at(0, 0), at(0, 7), at(0, 4)]);
    expect(catenary(at(0, 0), at(3, 4), 5)).toEqual([at(0, 0), at(3, 4)]);
    expect(catenary(at(0, 0), at(3, 4), 4.9)).toBeNull();
  });
});
