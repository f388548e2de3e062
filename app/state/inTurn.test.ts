import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inTurn, Latest } from './inTurn';

describe('work in turn', () => {
  it('is done one after the other, and not at all when nobody wants it', async () => {
    const turn = inTurn();
    const log: string[] = [];
    let wantsTwo = true;
    const job = (name: string) => async (): Promise<string> => {
      log.push(`${name} begins`);
      await new Promise((wait) => setTimeout(wait, 1));
      log.push(`${name} ends`);
      return name;
    };
    const one = turn(job('one'), () => true);
    const two = turn(job('two'), () => wantsTwo);
    const three = turn(job('three'), () => true);
    wantsTwo = false;
    expect(await Promise.all([one, two, three])).toEqual(['one', null, 'three']);
    expect(log).toEqual(['one begins', 'one ends', 'three begins', 'three ends']);
  });

  it('that fails fails alone', async () => {
    const turn = inTurn();
    const bad = turn(
      () => Promise.reject(new Error('broken')),
      () => true,
    );
    const good = turn(
      () => Promise.resolve(7),
      () => true,
    );
    await expect(bad).rejects.toThrow('broken');
    expect(await good).toBe(7);
  });
});

describe('the latest', () => {
  it('are kept, the oldest goes first, and what is set again is new', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...'abcdef'), { maxLength: 40 }),
        fc.integer({ min: 1, max: 6 }),
        (keys, most) => {
          const latest = new Latest<string, number>(most);
          keys.forEach((key, i) => latest.set(key, i));
          const newest = [...new Set([...keys].reverse())].slice(0, most);
          for (const key of 'abcdef') {
            const value = newest.includes(key) ? keys.lastIndexOf(key) : undefined;
            expect(latest.get(key)).toBe(value);
          }
        },
      ),
    );
  });
});
