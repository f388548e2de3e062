import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { thinned } from './thinned';

const DAY = 86_400_000;
const NOW = Date.parse('2026-11-20T15:00:00Z');

describe('earlier states', () => {
  it('all of the last day stay, then one a day, then one a week', () => {
    const hourly = Array.from({ length: 24 * 100 }, (_, i) => NOW - (i * DAY) / 24);
    const stay = thinned(hourly, NOW);
    const aged = (from: number, to: number): number =>
      stay.filter((t) => NOW - t > from * DAY && NOW - t <= to * DAY).length;
    expect(aged(-1, 1)).toBe(25);
    expect(aged(1, 30)).toBeGreaterThanOrEqual(29);
    expect(aged(1, 30)).toBeLessThanOrEqual(30);
    expect(aged(30, 100)).toBeGreaterThanOrEqual(10);
    expect(aged(30, 100)).toBeLessThanOrEqual(11);
  });

  it('thinning again takes nothing more away, and the newest always stays', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 400 * DAY }), { minLength: 1 }), (ages) => {
        const once = thinned(
          ages.map((a) => NOW - a),
          NOW,
        );
        expect(thinned(once, NOW)).toEqual(once);
        expect(once[0]).toBe(NOW - Math.min(...ages));
      }),
    );
  });
});
