import type { Dressed } from '../dressing';
import { kindOf } from '../item';
import type { WireSteps } from '../steps';
import { say, type Said } from '../words';
import { taskOf, type Group, type TaskBook } from './taskBook';

/**
 * The step of a wire's forming before which beads on a stretch are threaded: the first that bends the
 * wire beyond them, seen from where the work begins. Null when nothing is bent beyond them.
 */
function threadBefore(work: WireSteps, fromMm: number, toMm: number): number | null {
  const { originMm } = work.marks;
  const middle = (fromMm + toMm) / 2;
  const outwards = middle >= originMm ? 1 : -1;
  const near = outwards > 0 ? fromMm : toMm;
  const index = work.steps.findIndex((s) =>
    s.marks.some((m) => {
      const arm = m.arm === 'towards-last' ? 1 : -1;
      return arm === outwards && outwards * (m.placeMm - near) > 0;
    }),
  );
  return index < 0 ? null : index;
}

const bendTitle = (work: WireSteps, from: number, to: number, name: string): Said => {
  const bends = work.steps.slice(from, to + 1).reduce((n, s) => n + s.marks.length, 0);
  return bends === 1 ? say`One bend${name}` : say`${bends} bends${name}`;
};

/** Beads threaded on a wire, and the step before which that is done. */
interface Threaded {
  readonly d: Dressed;
  readonly at: number | null;
}

/** Tasks of one wire: cutting, its bends in as many runs as the beads ask for, and its ends. */
export function wireTasks(book: TaskBook, work: WireSteps): void {
  const { plan, piece, items } = book;
  const w = work.wire;
  const name = plan.wires.length > 1 ? `wire ${w + 1}` : null;
  const spool = piece.work === 'spool';
  const straighten = spool
    ? say`Straighten the spool’s wire${name ? ` of ${name}` : ''}`
    : say`Cut and straighten${name ? ` ${name}` : ''}`;
  book.put({ id: book.cutOf(w), kind: 'cut', title: straighten, wire: w, steps: [0, 0] });
  const threaded = items.flatMap((d): Threaded[] => {
    const span = d.spans[0];
    if (!kindOf(d.item).traits.threaded || span?.wire !== w) return [];
    return [{ d, at: threadBefore(work, span.fromMm, span.toMm) }];
  });
  const groups = [
    ...bendGroups(book, work, spool ? [] : threaded, name),
    ...endsGroup(book, work, name),
  ];
  book.groups.set(w, groups);
  for (const t of threaded) {
    if (spool) beforeAll(book, w, t);
    else between(book, w, t, work.steps.length - 1);
  }
}

/** The bends, parted where beads are threaded between them. */
function bendGroups(
  book: TaskBook,
  work: WireSteps,
  threaded: readonly Threaded[],
  name: string | null,
): Group[] {
  const w = work.wire;
  const cuts = new Set(threaded.flatMap(({ at }) => (at !== null && at > 1 ? [at] : [])));
  const bounds = [1, ...[...cuts].sort((a, b) => a - b), work.steps.length - 1];
  let previous = book.cutOf(w);
  return bounds.slice(0, -1).flatMap((from, g): Group[] => {
    const to = bounds[g + 1]! - 1;
    if (to < from) return [];
    const id = book.put({
      id: `wire:${w}:bends:${g}`,
      kind: 'bend',
      title: bendTitle(work, from, to, name ? ` of ${name}` : ''),
      wire: w,
      steps: [from, to],
    });
    const why = previous === book.cutOf(w) ? 'straight-first' : 'strip-order';
    book.before(previous, id, why);
    previous = id;
    return [{ id, from, to }];
  });
}

/** The wire's ends, when there is something to work. */
function endsGroup(book: TaskBook, work: WireSteps, name: string | null): Group[] {
  const w = work.wire;
  const { ends, closed } = book.plan.wires[w]!;
  const worked = [ends.start, ends.end].some((e) => e.kind !== 'plain' || e.tailMm > 0);
  if (!closed && !worked && book.piece.reserveMm === 0) return [];
  const last = work.steps.length - 1;
  const id = book.put({
    id: `wire:${w}:ends`,
    kind: 'ends',
    title: closed
      ? say`Close ${name ?? 'the figure'}`
      : say`Work the ends${name ? ` of ${name}` : ''}`,
    wire: w,
    steps: [last, last],
  });
  const bends = book.tasks.filter((t) => t.wire === w && t.kind === 'bend').at(-1);
  book.before(bends?.id ?? book.cutOf(w), id, 'ends-after-bends');
  return [{ id, from: last, to: last }];
}

/** On the spool beads go on before the first bend. */
function beforeAll(book: TaskBook, wire: number, { d }: Threaded): void {
  const first = book.groups.get(wire)?.[0]?.id;
  const why = 'spool';
  if (first) book.before(taskOf(d), first, why);
}

/** Of a cut wire beads go on after the bends before them, and before those beyond them. */
function between(book: TaskBook, wire: number, { d, at }: Threaded, last: number): void {
  const id = taskOf(d);
  const groups = book.groups.get(wire) ?? [];
  const after = at === null ? undefined : groups.find((g) => g.from >= at);
  if (after) book.before(id, after.id, 'beads-before-bends');
  const earlier = groups.findLast((g) => g.to < (at ?? last));
  book.before(earlier?.id ?? book.cutOf(wire), id, 'bends-hold-beads');
  const ends = book.endsOf(wire);
  if (ends) book.before(id, ends, 'beads-before-closing');
}
