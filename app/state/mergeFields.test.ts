import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeFields } from './mergeFields';

const base = { changed: 't0', notes: { one: 'a' }, workedMs: 5, remark: '' };

describe('two states made from a third', () => {
  it('go together where they changed different fields', () => {
    const mine = { ...base, changed: 't2', notes: { one: 'b' } };
    const theirs = { ...base, changed: 't1', workedMs: 9 };
    const both = { changed: 't2', notes: { one: 'b' }, workedMs: 9, remark: '' };
    expect(mergeFields(base, mine, theirs)).toEqual(both);
  });

  it('do not where both changed one and not alike', () => {
    const mine = { ...base, changed: 't2', remark: 'mine' };
    expect(mergeFields(base, mine, { ...base, changed: 't1', remark: 'theirs' })).toBeNull();
    expect(mergeFields(base, mine, { ...base, changed: 't1', remark: 'mine' })).toEqual(mine);
  });

  it('lose nothing that either changed', () => {
    const value = fc.integer({ min: 0, max: 2 });
    const state = fc.record({ changed: fc.constant('t'), a: value, b: value, c: value });
    fc.assert(
      fc.property(state, state, state, (from, mine, theirs) => {
        const merged = mergeFields(from, mine, theirs);
        for (const key of ['a', 'b', 'c'] as const) {
          const [m, t] = [mine[key] !== from[key], theirs[key] !== from[key]];
          if (!merged) continue;
          if (m) expect(merged[key]).toBe(mine[key]);
          else if (t) expect(merged[key]).toBe(theirs[key]);
          else expect(merged[key]).toBe(from[key]);
        }
        const clash = (['a', 'b', 'c'] as const).some(
          (k) => mine[k] !== from[k] && theirs[k] !== from[k] && mine[k] !== theirs[k],
        );
        expect(merged === null).toBe(clash);
      }),
    );
  });
});
