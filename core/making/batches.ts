import type { Said } from '../words';
import type { MakeStep } from './makeStep';
import type { Precedence } from './precedence';
import type { Task } from './taskBook';

/** Steps of one piece, in the order of its work. */
export interface Work<T> {
  readonly of: T;
  readonly steps: readonly MakeStep[];
}

/** Steps that are done together, with one tool: of one or of several pieces. */
export interface Batch<T> {
  readonly kind: Task['kind'];
  readonly tool: Said | null;
  readonly parts: readonly Work<T>[];
}

/** Steps with those before all others that cut a wire nothing has to come before: all is cut at once then. */
export function cutsFirst(
  steps: readonly MakeStep[],
  precedences: readonly Precedence[],
): MakeStep[] {
  const waiting = new Set(precedences.map((p) => p.then));
  const isFree = ({ task }: MakeStep): boolean => task.kind === 'cut' && !waiting.has(task.id);
  return [...steps.filter(isFree), ...steps.filter((s) => !isFree(s))];
}

/** Steps are alike when the same is done with the same tool, and the same is counted in them. */
const likeness = ({ task, tool, counts }: MakeStep): string =>
  JSON.stringify([task.kind, tool, counts.map((c) => c.what)]);

interface Run<T> {
  readonly key: string;
  readonly batch: Batch<T>;
}

/** A piece's steps, those that follow each other and are alike together. */
function runsOf<T>({ of, steps }: Work<T>): Run<T>[] {
  const runs: { key: string; steps: MakeStep[] }[] = [];
  for (const step of steps) {
    const key = likeness(step);
    const last = runs.at(-1);
    if (last?.key === key) last.steps.push(step);
    else runs.push({ key, steps: [step] });
  }
  return runs.map(({ key, steps: own }) => {
    const [{ task, tool }] = own as [MakeStep];
    return { key, batch: { kind: task.kind, tool, parts: [{ of, steps: own }] } };
  });
}

/**
 * Two sequences in one, each in its order, with as many as can be done together (shortest common supersequence,
 * by dynamic programming).
 */
function merged<T>(a: readonly Run<T>[], b: readonly Run<T>[]): Run<T>[] {
  const width = b.length + 1;
  const longest = new Uint32Array((a.length + 1) * width);
  const at = (i: number, j: number): number => longest[i * width + j] ?? 0;
  for (let i = a.length - 1; i >= 0; i--) {
    for (let j = b.length - 1; j >= 0; j--) {
      longest[i * width + j] =
        a[i]?.key === b[j]?.key ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1));
    }
  }
  const out: Run<T>[] = [];
  let [i, j] = [0, 0];
  for (;;) {
    const [one, other] = [a[i], b[j]];
    if (!one || !other) return [...out, ...a.slice(i), ...b.slice(j)];
    if (one.key === other.key) {
      const parts = [...one.batch.parts, ...other.batch.parts];
      out.push({ key: one.key, batch: { ...one.batch, parts } });
      i++;
      j++;
    } else if (at(i + 1, j) >= at(i, j + 1)) {
      out.push(one);
      i++;
    } else {
      out.push(other);
      j++;
    }
  }
}

/**
 * The steps of several pieces in batches of like ones, so that a tool is taken up seldom: each piece's steps stay in
 * the order of its work. For two pieces no list has fewer batches; each further one is merged into it.
 */
export const batchesOf = <T>(works: readonly Work<T>[]): Batch<T>[] =>
  works
    .map(runsOf)
    .sort((a, b) => b.length - a.length)
    .reduce<Run<T>[]>(merged, [])
    .map((run) => run.batch);
