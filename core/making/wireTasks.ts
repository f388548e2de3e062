import type { Dressed } from '../dressing';
import type { WireEnd } from '../end';
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
  /** the end that they are threaded over */
  readonly over: 'start' | 'end';
}

/** Tasks of one wire: cutting, its bends in as many runs as the beads ask for, its two ends. */
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
    const middle = (span.fromMm + span.toMm) / 2;
    const over = middle >= work.marks.originMm ? 'end' : 'start';
    return [{ d, at: threadBefore(work, span.fromMm, span.toMm), over }];
  });
  const groups = [
    ...bendGroups(book, work, spool ? [] : threaded, name),
    ...endGroups(book, work, name),
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
    return [{ id, from, to, end: null }];
  });
}

/** Whether there is something to work at an end. */
const isWorked = (end: WireEnd): boolean => end.kind !== 'plain' || end.tailMm > 0;

/**
 * The wire's ends, each a task of its own where there is something to work, or its closing. They come
 * when all is bent, unless the maker wishes one of them earlier.
 */
function endGroups(book: TaskBook, work: WireSteps, name: string | null): Group[] {
  const w = work.wire;
  const { ends, closed } = book.plan.wires[w]!;
  const last = work.steps.length - 1;
  const bends = book.tasks.filter((t) => t.wire === w && t.kind === 'bend').at(-1);
  const of = name ? ` of ${name}` : '';
  const put = (id: string, title: Said, end: Group['end']): Group => {
    const which = end === 'seam' ? null : end;
    book.put({ id, kind: 'ends', title, wire: w, end: which, steps: [last, last] });
    const soft = end !== 'seam';
    book.before(bends?.id ?? book.cutOf(w), id, 'ends-after-bends', { soft });
    return { id, from: last, to: last, end };
  };
  const off = book.piece.work === 'spool' ? cutOff(book, w, of, bends?.id) : null;
  const groups: Group[] = [];
  if (closed) {
    groups.push(put(`wire:${w}:ends`, say`Close ${name ?? 'the figure'}`, 'seam'));
  } else {
    if (isWorked(ends.start)) {
      groups.push(put(`wire:${w}:first-end`, say`Work the first end${of}`, 'start'));
    }
    if (isWorked(ends.end) || book.piece.reserveMm > 0) {
      const title = isWorked(ends.end) ? say`Work the last end${of}` : say`Trim the last end${of}`;
      groups.push(put(`wire:${w}:ends`, title, 'end'));
    }
  }
  for (const { id, end } of groups) {
    if (off !== null && end !== 'start') book.before(off, id, 'end-on-spool');
  }
  return groups;
}

/** A wire that was formed on the spool is cut off before its last end can be worked. */
function cutOff(book: TaskBook, wire: number, of: string, bends: string | undefined): string {
  const id = book.put({
    id: `wire:${wire}:off`,
    kind: 'off',
    title: say`Cut the wire${of ? of.replace(' of wire', '') : ''} off the spool`,
    wire,
  });
  book.before(bends ?? book.cutOf(wire), id, 'bent-on-spool', { soft: true });
  book.before(book.cutOf(wire), id, 'straight-first');
  return id;
}

/** On the spool beads go on before the first bend. */
function beforeAll(book: TaskBook, wire: number, { d }: Threaded): void {
  for (const g of book.groups.get(wire) ?? []) book.before(taskOf(d), g.id, 'spool');
}

/** Of a cut wire beads go on after the bends before them, and before those beyond them. */
function between(book: TaskBook, wire: number, { d, at, over }: Threaded, last: number): void {
  const id = taskOf(d);
  const groups = book.groups.get(wire) ?? [];
  const after = at === null ? undefined : groups.find((g) => g.from >= at);
  if (after) book.before(id, after.id, 'beads-before-bends');
  const earlier = groups.findLast((g) => g.to < (at ?? last));
  book.before(earlier?.id ?? book.cutOf(wire), id, 'bends-hold-beads');
  // They are threaded over one of the ends; the other one may be worked before.
  for (const g of book.endsOf(wire)) {
    book.before(id, g.id, 'beads-before-closing', { soft: g.end !== 'seam' && g.end !== over });
  }
}
