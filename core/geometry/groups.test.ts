import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Groups } from '.';

describe('groups', () => {
  it('joined in any order are what a search along the links says', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(19), fc.nat(19)), { maxLength: 30 }), (links) => {
        const groups = new Groups(20);
        for (const [a, b] of links) groups.join(a, b);
        const reach = (from: number): Set<number> => {
          const seen = new Set([from]);
          for (const at of seen) {
            for (const [a, b] of links) {
              if (a === at) seen.add(b);
              if (b === at) seen.add(a);
            }
          }
          return seen;
        };
        for (let i = 0; i < 20; i++) {
          const own = reach(i);
          for (let j = 0; j < 20; j++) {
            expect(groups.of(i) === groups.of(j)).toBe(own.has(j));
          }
        }
      }),
      { numRuns: 40 },
    );
  });
});
