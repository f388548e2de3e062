import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readWeight } from '@core/units';
import { scaleLine, settle, type Settling } from './settling';

describe('the practice scale', () => {
  it('comes to rest within a hundredth of what lies on it, and sends a line that is read as that', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
        (from, load, stream) => {
          const random = (): number => Number(stream.next().value);
          let now: Settling = { grams: from, resting: true };
          let looks = 0;
          do now = settle(now, load, random);
          while (!now.resting && ++looks < 40);
          expect(looks).toBeLessThan(40);
          expect(Math.abs(now.grams - load)).toBeLessThan(0.02);
          const read = readWeight(scaleLine(now));
          expect(read.ok && Math.abs(read.grams - now.grams)).toBeLessThan(0.006);
        },
      ),
    );
  });
});
