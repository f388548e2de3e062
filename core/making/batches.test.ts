import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { say } from '../words';
import { batchesOf, cutsFirst, type Batch } from './batches';
import type { MakeStep } from './makeStep';

/** A step by one letter: what is done, and with which tool. */
const step = (letter: string): MakeStep =>
  ({
    task: { kind: 'bend' },
    tool: say`${letter}`,
    counts: [],
    title: say`${letter}`,
  }) as unknown as MakeStep;
const work = (of: string, letters: string) => ({ of, steps: [...letters].map(step) });
const written = (batches: readonly Batch<string>[]): string =>
  batches.map(({ parts }) => parts.map((p) => `${p.of}${p.steps.length}`).join('+')).join(' ');

describe('cutting', () => {
  it('comes first where nothing has to come before it', () => {
    const of = (id: string, kind: string): MakeStep =>
      ({ ...step(id), id, task: { id, kind } }) as unknown as MakeStep;
    const steps = [of('cut1', 'cut'), of('b', 'bend'), of('cut2', 'cut'), of('cut3', 'cut')];
    const precedences = [{ first: 'b', then: 'cut3', why: 'wished' as const }];
    expect(cutsFirst(steps, precedences).map((s) => s.id)).toEqual(['cut1', 'cut2', 'b', 'cut3']);
  });
});

describe('batches of like steps', () => {
  it('put together what is done with one tool, each piece in its own order', () => {
    expect(written(batchesOf([work('x', 'aabba')]))).toBe('x2 x2 x1');
    // a, b, c and b, c: the second is taken along.
    expect(written(batchesOf([work('x', 'aabc'), work('y', 'bbc')]))).toBe('x2 x1+y2 x1+y1');
    expect(batchesOf([])).toEqual([]);
  });

  it('keep every step, in order, and are as few as any list of them could be', () => {
    const letters = fc
      .array(fc.constantFrom('a', 'b', 'c'), { maxLength: 7 })
      .map((l) => l.join(''));
    const runs = (s: string): string => s.replace(/(.)\1+/g, '$1');
    /** Shortest common supersequence by its recurrence, without memory. */
    const least = (a: string, b: string): number =>
      a === '' || b === ''
        ? a.length + b.length
        : b.startsWith(a.charAt(0))
          ? 1 + least(a.slice(1), b.slice(1))
          : 1 + Math.min(least(a.slice(1), b), least(a, b.slice(1)));
    fc.assert(
      fc.property(letters, letters, (a, b) => {
        const batches = batchesOf([work('x', a), work('y', b)]);
        const of = (name: string): string =>
          batches
            .flatMap((batch) => batch.parts.filter((p) => p.of === name))
            .flatMap((p) => p.steps.map((s) => JSON.stringify(s.tool)))
            .join('');
        const told = (s: string): string =>
          [...s].map((l) => JSON.stringify(step(l).tool)).join('');
        expect(of('x')).toBe(told(a));
        expect(of('y')).toBe(told(b));
        expect(batches.length).toBe(least(runs(a), runs(b)));
      }),
    );
  });
});
