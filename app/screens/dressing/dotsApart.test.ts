import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dotsApart } from './dotsApart';

const dot = (x: number, y = 0, trouble = false) => ({ id: `${x} ${y}`, at: { x, y }, trouble });

describe('numbered dots that can be read', () => {
  it('shows each where there is room, and every third where they stand so close', () => {
    const row = Array.from({ length: 9 }, (_, i) => dot(i));
    expect([...dotsApart(row, 1, null)]).toHaveLength(9);
    expect([...dotsApart(row, 3, null)]).toEqual([0, 3, 6]);
  });

  it('always shows the one in work, and trouble before what is sound', () => {
    const row = [dot(0), dot(1), dot(2, 0, true), dot(3)];
    expect([...dotsApart(row, 1.5, '1 0')]).toEqual([1, 3]);
    expect([...dotsApart(row, 2.5, null)]).toEqual([2]);
  });

  it('leaves none on another, and none out that had room', () => {
    const coordinate = fc.double({ min: -20, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate, fc.boolean()), { maxLength: 60 }),
        fc.double({ min: 0.1, max: 15, noNaN: true }),
        (places, apart) => {
          const dots = places.map(([x, y, trouble]) => dot(x, y, trouble));
          const shown = dotsApart(dots, apart, null);
          const far = (i: number, j: number): number =>
            Math.hypot(dots[i]!.at.x - dots[j]!.at.x, dots[i]!.at.y - dots[j]!.at.y);
          for (const i of dots.keys()) {
            const crowded = [...shown].some((j) => j !== i && far(i, j) < apart);
            expect(crowded).toBe(!shown.has(i));
          }
        },
      ),
    );
  });
});
