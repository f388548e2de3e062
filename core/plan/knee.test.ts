import fc from 'fast-check';
import { expect, it } from 'vitest';
import { betterTolerance, kneeOf, tradeOff, type FollowPoint } from './knee';

const points = (...list: [number, number, number][]): FollowPoint[] =>
  list.map(([toleranceMm, bends, strayMm]) => ({ toleranceMm, bends, strayMm }));

it('stops where the next bends gain little', () => {
  // From 6 to 9 bends 0.6 mm are gained, from 9 to 30 only 0.1 mm.
  const list = points([1, 6, 0.9], [0.35, 9, 0.3], [0.2, 18, 0.25], [0.1, 30, 0.2]);
  expect(kneeOf(list)?.bends).toBe(9);
});

it('a figure of lines and arcs takes as many bends however close: the closest', () => {
  const list = points([1, 12, 0.02], [0.25, 12, 0.01], [0.1, 12, 0.01]);
  expect(tradeOff(list)).toEqual(points([0.25, 12, 0.01]));
  expect(kneeOf(list)?.toleranceMm).toBe(0.25);
});

it('a tolerance is changed only where it changes something', () => {
  const alike = points([0.1, 12, 0.01], [0.25, 12, 0.01], [1, 12, 0.01]);
  expect(kneeOf(alike)?.toleranceMm).toBe(0.1);
  expect(betterTolerance(alike, 0.25)).toBeNull();
  const free = points([1, 6, 0.9], [0.35, 9, 0.3], [0.25, 18, 0.25], [0.1, 30, 0.2]);
  expect(betterTolerance(free, 0.25)).toMatchObject({ toleranceMm: 0.35, bends: 9 });
  expect(betterTolerance(free, 0.35)).toBeNull();
});

it('keeps within half a millimetre when it can', () => {
  const list = points([1.4, 4, 1.3], [1, 5, 0.9], [0.5, 12, 0.5], [0.1, 40, 0.1]);
  expect(kneeOf(list)?.strayMm).toBeLessThanOrEqual(0.5);
});

it('what is left of a trade always gets closer with more bends', () => {
  const one = fc.record({
    toleranceMm: fc.double({ min: 0.1, max: 1.4, noNaN: true }),
    bends: fc.integer({ min: 1, max: 60 }),
    strayMm: fc.double({ min: 0, max: 2, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(one, { minLength: 1, maxLength: 12 }), (list) => {
      const trade = tradeOff(list);
      trade.slice(1).forEach((p, i) => {
        expect(p.bends).toBeGreaterThan(trade[i]!.bends);
        expect(p.strayMm).toBeLessThan(trade[i]!.strayMm);
      });
      expect(trade).toContain(kneeOf(list.filter((p) => trade.includes(p))));
    }),
  );
});
