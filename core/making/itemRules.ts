import { eyesOf, isIn, overlaps, type Dressed } from '../dressing';
import { isOnStone } from '../element';
import { distance, type Vec } from '../geometry';
import { axisOf, kindOf } from '../item';
import type { WireSteps } from '../steps';
import type { Reason } from './reasons';
import { taskOf, type TaskBook } from './taskBook';

/** A way is looked at in so many places for whether it goes over a stone. */
const OVER_STEPS = 24;

/** The last step that bends a stretch of a wire; 0 when none does. */
function bentBy(work: WireSteps, fromMm: number, toMm: number): number {
  let last = 0;
  work.steps.forEach((s, i) => {
    if (s.marks.some((m) => m.placeMm >= fromMm - 1e-6 && m.placeMm <= toMm + 1e-6)) last = i;
  });
  return last;
}

/** How far an item reaches about its place, mm. */
function reachOf({ item, place, marks }: Dressed): number {
  const own = kindOf(item).reachMm?.(item);
  if (own !== undefined) return own;
  let most = 0;
  for (const m of marks) {
    if (m.kind === 'stone') most = Math.max(most, m.widthMm / 2, m.heightMm / 2);
    if (m.kind === 'bead') most = Math.max(most, distance(m.at, place) + m.bead.acrossMm / 2);
    if (m.kind === 'wire') {
      for (const run of m.runs) for (const p of run) most = Math.max(most, distance(p, place));
    }
  }
  return most;
}

/** The task of each item, and what of its wires it waits for. */
export function itemTasks(book: TaskBook): void {
  const hammers = (d: Dressed): boolean => kindOf(d.item).traits.hammers === true;
  // What is hammered comes first among all that could come next.
  for (const d of [...book.items.filter(hammers), ...book.items.filter((d) => !hammers(d))]) {
    const id = taskOf(d);
    book.put({ id, kind: 'dress', title: d.title, itemId: d.item.id });
    const { traits } = kindOf(d.item);
    heldFirst(book, d);
    // What hangs in the ring of a part waits for that ring, whose task is named as it is.
    if (d.host) book.before(d.host.id, id, 'hangs-in-it');
    if (traits.overEnds) overEnds(book, d);
    // What is threaded, or made on the way, was placed among the bends already.
    if (traits.onTheWay) hostsFirst(book, d);
    if (traits.threaded || traits.onTheWay) continue;
    const spanned = [...new Set(d.spans.map((s) => s.wire))];
    for (const wire of spanned.length > 0 ? spanned : book.works.map((w) => w.wire)) {
      if (traits.hammers) {
        afterItsBends(book, d, wire);
        continue;
      }
      frameBent(book, d, wire);
      if ((traits.fills || traits.round) && book.plan.wires[wire]?.closed) {
        for (const g of book.endsOf(wire)) book.before(g.id, id, 'frame-closed');
      }
    }
  }
}

/** The task after which a stretch of a wire is bent. */
function bentTask(book: TaskBook, wire: number, fromMm: number, toMm: number): string {
  const work = book.works.find((w) => w.wire === wire);
  const step = work ? bentBy(work, fromMm, toMm) : 0;
  const group = book.groups.get(wire)?.find((g) => g.from <= step && step <= g.to);
  return group?.id ?? book.cutOf(wire);
}

/** What is bound, or gone round, is bent as far as there: on one wire all that lies between. */
function heldFirst(book: TaskBook, d: Dressed): void {
  const [span] = d.spans;
  if (!span) return;
  const here = (span.fromMm + span.toMm) / 2;
  for (const { wire, mm } of d.held ?? []) {
    const [from, to] = wire === span.wire ? [Math.min(here, mm), Math.max(here, mm)] : [mm, mm];
    book.before(bentTask(book, wire, from, to), taskOf(d), 'there-first');
  }
}

/** Another wire that a thick one goes round is handier when its ends are worked, and it is hammered. */
function hostsFirst(book: TaskBook, d: Dressed): void {
  const id = taskOf(d);
  const own = d.spans.map((s) => s.wire);
  for (const wire of new Set((d.held ?? []).map((h) => h.wire))) {
    if (own.includes(wire)) continue;
    for (const g of book.endsOf(wire)) book.before(g.id, id, 'there-first', { soft: true });
    for (const flat of book.items) {
      const on = kindOf(flat.item).traits.hammers && flat.spans.some((s) => s.wire === wire);
      if (on) book.before(taskOf(flat), id, 'flat-first', { soft: true });
    }
  }
}

/**
 * A frame is bent before it is dressed. What only holds wires together at one place may come as soon as
 * they are bent there, if the maker wishes so.
 */
function frameBent(book: TaskBook, d: Dressed, wire: number): void {
  const id = taskOf(d);
  const last = book.lastBendOf(wire);
  const span = d.spans.find((s) => s.wire === wire);
  if (!d.held?.length || !span) {
    book.before(last, id, 'frame-bent');
    return;
  }
  book.before(bentTask(book, wire, span.fromMm, span.toMm), id, 'frame-bent');
  book.before(last, id, 'rest-bent', { soft: true });
}

/** What goes over several wires comes from their ends that are nearer: before those are worked. */
function overEnds(book: TaskBook, d: Dressed): void {
  for (const { wire, mm } of d.held ?? []) {
    const nearer = mm < book.plan.wires[wire]!.developedMm / 2 ? 'start' : 'end';
    for (const g of book.endsOf(wire)) {
      if (g.end === nearer || g.end === 'seam')
        book.before(taskOf(d), g.id, 'beads-before-closing');
    }
  }
}

function afterItsBends(book: TaskBook, d: Dressed, wire: number): void {
  const id = taskOf(d);
  const span = d.spans.find((s) => s.wire === wire);
  if (!span) return;
  book.before(bentTask(book, wire, span.fromMm, span.toMm), id, 'bent-before-flat');
  for (const g of book.endsOf(wire)) book.before(id, g.id, 'grows', { soft: g.end !== 'seam' });
}

/** Whether a led wire goes over a stone. */
function goesOver({ acts = [] }: Dressed, { item }: Dressed): boolean {
  const body = kindOf(item).stone?.(item);
  if (!body) return false;
  const lies = (p: Vec): boolean => isOnStone(body, p);
  return acts.some(
    (a) => lies(a.at) || (a.way.length > 1 && axisOf(a.way, OVER_STEPS).some((s) => lies(s.at))),
  );
}

/** Wraps this near to a hammered stretch lie on it, mm. */
const ON_STRETCH_MM = 1;

/** Whether what one item goes round lies on the stretch of another. */
const goesRound = ({ held = [] }: Dressed, { spans }: Dressed): boolean =>
  held.some(({ wire, mm }) =>
    spans.some(
      (s) => s.wire === wire && mm > s.fromMm - ON_STRETCH_MM && mm < s.toMm + ON_STRETCH_MM,
    ),
  );

/** Why one item comes before another; null when it does not matter. */
function whyBefore(a: Dressed, b: Dressed, reach: (d: Dressed) => number): Reason | null {
  const [first, then] = [kindOf(a.item).traits, kindOf(b.item).traits];
  const oneWire = a.spans.some((s) => b.spans.some((t) => t.wire === s.wire));
  if (b.host?.id === a.item.id) return 'hangs-in-it';
  if (first.hammers && then.threaded && oneWire) return 'blow-breaks';
  if (first.hammers && then.winds && (oneWire || goesRound(b, a))) return 'never-over-thin';
  if (first.hammers && then.hangs) return 'hammer-before-hung';
  if (first.crosses && then.fills) return 'crossings-first';
  if (first.underWires && goesOver(b, a)) return 'there-first';
  if (then.underWires && goesOver(a, b)) return null;
  if (first.inner && then.grips && overlaps(a, b)) return 'wrapped-inside';
  if (!first.round || !then.round) return null;
  const inside = reach(a) < reach(b) - 1e-6 && distance(a.place, b.place) < reach(b);
  return inside ? 'inner-first' : null;
}

/** What items ask of each other: hammer first, inner before outer, crossings before weaves. */
export function itemsAmongThemselves(book: TaskBook): void {
  const known = new Map<Dressed, number>();
  const reach = (d: Dressed): number => {
    const mm = known.get(d) ?? reachOf(d);
    known.set(d, mm);
    return mm;
  };
  for (const a of book.items) {
    for (const b of book.items) {
      if (a === b) continue;
      const [first, then] = [taskOf(a), taskOf(b)];
      const why = whyBefore(a, b, reach);
      if (why) book.before(first, then, why);
      if (kindOf(a.item).traits.winds && kindOf(b.item).traits.hangs)
        book.before(first, then, 'in-the-way', { soft: true });
    }
  }
}

/**
 * What hangs in an eye that is wrapped shut goes in before, if it cannot be opened itself; else the eye is there first,
 * and, as that is handier, every other end.
 */
export function hungBeforeShut(book: TaskBook): void {
  const { plan } = book;
  for (const d of book.items) {
    const { item } = d;
    const { traits, nature } = kindOf(item);
    if (d.host !== null || (!traits.hangs && !nature?.(item).closed)) continue;
    const shutBy = new Set<string>();
    plan.wires.forEach((wire, w) => {
      for (const eye of eyesOf(plan, wire)) {
        if (!isIn(eye, item.on)) continue;
        const before = eye.shuts && nature?.(item).closed;
        for (const g of book.endsOf(w)) {
          if (g.end !== 'seam' && g.end !== eye.which) continue;
          if (before) {
            shutBy.add(g.id);
            book.before(taskOf(d), g.id, 'hangs-in-shut');
          } else book.before(g.id, taskOf(d), 'hangs-in-it', { soft: true });
        }
      }
    });
    if (!traits.hangs) continue;
    for (const { wire } of book.works) {
      for (const g of book.endsOf(wire)) {
        if (shutBy.has(g.id)) continue;
        book.before(g.id, taskOf(d), 'hung-in-the-way', { soft: true });
      }
    }
  }
}
