import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseLength } from '@core/units';
import { leastLength, longestLength } from './lengthLimits';

describe('limits of a length', () => {
  it('are said as short as they are', () => {
    expect([leastLength(0.08, 'mm'), longestLength(5, 'mm')]).toEqual(['0.08 mm', '5 mm']);
    expect([leastLength(3.204, 'mm'), longestLength(45.6789, 'mm')]).toEqual([
      '3.21 mm',
      '45.67 mm',
    ]);
    // 0.08 mm is 0.00315 in, 5 mm are 0.19685 in.
    expect([leastLength(0.08, 'in'), longestLength(5, 'in')]).toEqual(['0.004 in', '0.196 in']);
    expect([leastLength(25.4, 'in'), longestLength(50.8, 'in')]).toEqual(['1 in', '2 in']);
  });

  it('may be typed themselves', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 20_000, noNaN: true }),
        fc.constantFrom('mm' as const, 'in' as const),
        (mm, unit) => {
          const [least, longest] = [leastLength(mm, unit), longestLength(mm, unit)].map((words) =>
            parseLength(words, unit),
          );
          expect(least!.ok && least!.mm >= mm - 1e-6 && least!.mm < mm + 0.03).toBe(true);
          expect(longest!.ok && longest!.mm <= mm + 1e-6 && longest!.mm > mm - 0.03).toBe(true);
        },
      ),
    );
  });
});
