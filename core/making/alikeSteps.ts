import { say } from '../words';
import type { MakeStep } from './makeStep';

/** The steps of a task, and how often each is done in all. */
export interface Worked {
  readonly own: readonly MakeStep[];
  readonly count: number;
}

/** Items that are alike and follow each other are said once and counted off, place by place. */
export function alikeTogether(list: readonly Worked[]): Worked[] {
  const out: Worked[] = [];
  for (const next of list) {
    const last = out.at(-1);
    const [[a, ...more], [b, ...others]] = [last?.own ?? [], next.own];
    const single = more.length + others.length === 0;
    if (last && a && b && single && last.count === next.count && isAlike(a, b)) {
      out[out.length - 1] = { ...last, own: [withOneMore(a, b)] };
    } else out.push(next);
  }
  return out;
}

const saidOf = ({ title, orders, tool, counts, subline }: MakeStep): string =>
  JSON.stringify([title, orders, tool, counts.filter((c) => c.what !== 'spots'), subline]);

/** What is made by a wire on its way has its own place there each time: it is never one with another. */
const isAlike = (a: MakeStep, b: MakeStep): boolean =>
  a.task.kind === 'dress' &&
  b.task.kind === 'dress' &&
  a.subline === null &&
  saidOf(a) === saidOf(b);

function withOneMore(a: MakeStep, b: MakeStep): MakeStep {
  const itemIds = [...a.itemIds, ...b.itemIds];
  const own = a.counts.filter((c) => c.what !== 'spots');
  return {
    ...a,
    itemIds,
    headline: say`${itemIds.length} places`,
    why: [...new Set([...a.why, ...b.why])],
    counts: [...own, { what: 'spots' as const, count: itemIds.length }],
  };
}
