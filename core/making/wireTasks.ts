import type { Dressed } from '../dressing';
import type { WireEnd } from '../end';
import { kindOf, type Span } from '../item';
import type { Piece } from '../piece';
import { bendNear, fromSpool, type Plan } from '../plan';
import type { WireSteps } from '../steps';
import { say, type Said } from '../words';
import { taskOf, type Group, type TaskBook } from './taskBook';

/** Tips this near to what is made on the way are where it is made, mm. */
const TIP_MM = 1e-6;

/**
 * The step of a wire's forming before which something on a stretch is made: the first that bends the
 * wire beyond, seen from where the work begins. Null when nothing is bent beyond.
 * @param whole after all bends of the stretch, not before the first of them
 */
function stepBeyond(work: WireSteps, { fromMm, toMm }: Span, whole: boolean): number | null {
  const { originMm } = work.marks;
  const outwards = (fromMm + toMm) / 2 >= originMm ? 1 : -1;
  const near = outwards > 0 === whole ? toMm : fromMm;
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

/** What is made while a wire is bent, and the step before which that is done. */
interface Among {
  readonly d: Dressed;
  readonly at: number | null;
  /** the end that lies beyond it */
  readonly over: 'start' | 'end';
  /** it lies beyond the figure, on what is left for an end */
  readonly tip: boolean;
}

/** What is threaded on a wire, or made by it on its way. */
function amongBends(book: TaskBook, work: WireSteps): Among[] {
  const w = work.wire;
  const { developedMm, closed } = book.plan.wires[w]!;
  return book.items.flatMap((d): Among[] => {
    const [span] = d.spans;
    const { threaded, onTheWay } = kindOf(d.item).traits;
    if ((!threaded && !onTheWay) || span?.wire !== w) return [];
    const middle = (span.fromMm + span.toMm) / 2;
    const tip = !closed && (middle <= TIP_MM || middle >= developedMm - TIP_MM);
    if (tip) return [{ d, at: null, over: middle <= TIP_MM ? 'start' : 'end', tip }];
    const over = middle >= work.marks.originMm ? 'end' : 'start';
    return [{ d, at: stepBeyond(work, span, !threaded), over, tip }];
  });
}

/** Tasks of one wire: cutting, its bends in as many runs as the beads ask for, its two ends. */
export function wireTasks(book: TaskBook, work: WireSteps): void {
  const { plan, piece } = book;
  const w = work.wire;
  const name = plan.wires.length > 1 ? `wire ${w + 1}` : null;
  const spool = fromSpool(piece, plan.wires[w]!);
  const straighten = spool
    ? say`Straighten the spool’s wire${name ? ` of ${name}` : ''}`
    : say`Cut and straighten${name ? ` ${name}` : ''}`;
  book.put({ id: book.cutOf(w), kind: 'cut', title: straighten, wire: w, steps: [0, 0] });
  const among = amongBends(book, work);
  // On the spool beads go on before the first bend, all at once.
  const strung = (a: Among): boolean => spool && Boolean(kindOf(a.d.item).traits.threaded);
  const breaks = [
    ...among.filter((a) => !strung(a)).flatMap(({ at }) => at ?? []),
    ...stageBreaks(piece, plan, work),
  ];
  const groups = [...bendGroups(book, work, breaks, name), ...endGroups(book, work, name)];
  book.groups.set(w, groups);
  const lastAt = new Map<string, string>();
  for (const a of among) {
    if (strung(a)) beforeAll(book, w, a);
    else if (a.tip) onTail(book, w, a);
    else between(book, w, a, work.steps.length - 1);
    // What lies at one place of the wire is made in the order of the list.
    const place = a.tip ? a.over : String(a.d.spans[0]!.fromMm.toFixed(3));
    const earlier = lastAt.get(place);
    if (earlier !== undefined) book.before(earlier, taskOf(a.d), 'strip-order');
    lastAt.set(place, taskOf(a.d));
  }
}

/** The steps before which the maker parts the bends of a wire in stages. */
function stageBreaks(piece: Piece, plan: Plan, work: WireSteps): number[] {
  return piece.making.stages.flatMap((place) => {
    const bend = bendNear(plan, place);
    if (bend?.wire !== work.wire) return [];
    const at = work.steps.findIndex((s) => s.marks.some((m) => m.bend === bend.bend));
    return at > 1 ? [at] : [];
  });
}

/**
 * The bends, parted where something is done between them.
 * @param breaks the steps before which they are parted
 */
function bendGroups(
  book: TaskBook,
  work: WireSteps,
  breaks: readonly number[],
  name: string | null,
): Group[] {
  const w = work.wire;
  const cuts = new Set(breaks.filter((at) => at > 1 && at < work.steps.length - 1));
  const bounds = [1, ...[...cuts].sort((a, b) => a - b), work.steps.length - 1];
  let previous = book.cutOf(w);
  return bounds.slice(0, -1).flatMap((from, g): Group[] => {
    const to = bounds[g + 1]! - 1;
    if (to < from) return [];
    const id = book.put({
      // By the step that it begins with, so that wishes hold when others are parted.
      id: `wire:${w}:bends:${g === 0 ? 0 : from}`,
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
  const { ends, closed, heldMm } = book.plan.wires[w]!;
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
  const off = fromSpool(book.piece, book.plan.wires[w]!) ? cutOff(book, w, of, bends?.id) : null;
  const groups: Group[] = [];
  if (closed) {
    groups.push(put(`wire:${w}:ends`, say`Close ${name ?? 'the figure'}`, 'seam'));
  } else {
    if (isWorked(ends.start) || heldMm.start > 0) {
      const title = isWorked(ends.start)
        ? say`Work the first end${of}`
        : say`Trim the first end${of}`;
      groups.push(put(`wire:${w}:first-end`, title, 'start'));
    }
    if (isWorked(ends.end) || heldMm.end > 0 || book.piece.reserveMm > 0) {
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
function beforeAll(book: TaskBook, wire: number, { d }: Among): void {
  for (const g of book.groups.get(wire) ?? []) book.before(taskOf(d), g.id, 'spool');
}

/**
 * Of a cut wire beads go on after the bends before them, and before those beyond them; so is made what
 * the wire does on its way.
 */
function between(book: TaskBook, wire: number, { d, at, over }: Among, last: number): void {
  const id = taskOf(d);
  const groups = book.groups.get(wire) ?? [];
  const bead = kindOf(d.item).traits.threaded;
  const after = at === null ? undefined : groups.find((g) => g.from >= at);
  if (after) book.before(id, after.id, bead ? 'beads-before-bends' : 'on-the-way');
  const earlier = groups.findLast((g) => g.to < (at ?? last));
  book.before(earlier?.id ?? book.cutOf(wire), id, bead ? 'bends-hold-beads' : 'strip-order');
  // Beads are threaded over one of the ends; the other one may be worked before.
  for (const g of book.endsOf(wire)) {
    const soft = g.end !== 'seam' && g.end !== over;
    book.before(id, g.id, bead ? 'beads-before-closing' : 'before-the-end', { soft });
  }
}

/** What lies on a tail beyond the figure comes when all is bent, if nothing asks otherwise, and before that end. */
function onTail(book: TaskBook, wire: number, { d, over }: Among): void {
  const id = taskOf(d);
  book.before(book.cutOf(wire), id, 'straight-first');
  book.before(book.lastBendOf(wire), id, 'ends-after-bends', { soft: true });
  const bead = kindOf(d.item).traits.threaded;
  for (const g of book.endsOf(wire)) {
    if (g.end === over) book.before(id, g.id, bead ? 'beads-before-closing' : 'before-the-end');
  }
}
