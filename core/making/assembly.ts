import { dressPiece, withItem, withoutItem, type Dressing } from '../dressing';
import type { Kit } from '../forming';
import { leadStock, type Piece } from '../piece';
import { insteadOf, type DressItem } from '../item';
import { planPiece, type Bench, type Plan } from '../plan';
import { stepsOf, type WireSteps } from '../steps';
import { say, type Said } from '../words';
import { inOrder, type Precedence } from './precedence';
import type { Task } from './taskBook';
import { taskGraph } from './tasks';

/** A change that takes a contradiction away, as data. */
export type OrderChange =
  | { readonly kind: 'unwish'; readonly first: string; readonly then: string }
  | { readonly kind: 'from'; readonly from: Piece['from'] }
  | { readonly kind: 'cut' }
  | { readonly kind: 'item'; readonly item: DressItem }
  | { readonly kind: 'without'; readonly id: string };

/** A change with what it is called; each was tried before it is offered. */
export interface OrderRemedy {
  readonly label: Said;
  readonly change: OrderChange;
}

/** The piece with the change made. */
export function withOrderChange(piece: Piece, change: OrderChange): Piece {
  switch (change.kind) {
    case 'unwish': {
      const order = piece.making.order.filter(
        (o) => o.first !== change.first || o.then !== change.then,
      );
      return { ...piece, making: { ...piece.making, order } };
    }
    case 'from':
      return { ...piece, from: change.from };
    case 'cut':
      return { ...piece, work: 'cut' };
    case 'item':
      return withItem(piece, change.item);
    case 'without':
      return withoutItem(piece, change.id);
  }
}

export interface Conflict {
  readonly ring: readonly Precedence[];
  /** names of the tasks in the ring, in order */
  readonly titles: readonly Said[];
  readonly remedies: readonly OrderRemedy[];
}

export interface Assembly {
  /** in the order of the work */
  readonly tasks: readonly Task[];
  readonly precedences: readonly Precedence[];
  readonly conflicts: readonly Conflict[];
  readonly works: readonly WireSteps[];
}

const worksOf = (piece: Piece, plan: Plan, kit: Kit | null): WireSteps[] =>
  plan.wires.flatMap((_, i) => stepsOf(piece, plan, i, kit) ?? []);

interface Ordering {
  readonly tasks: Task[];
  readonly precedences: readonly Precedence[];
  readonly rings: readonly (readonly Precedence[])[];
  readonly works: WireSteps[];
}

/** An end is worked, and trimmed, late: it is in the way of what goes on before, and holds the wire until then. */
const isLate = ({ kind, end }: Task): boolean => kind === 'ends' && end !== null;

function ordering(piece: Piece, plan: Plan, dressing: Dressing, kit: Kit | null): Ordering {
  const works = worksOf(piece, plan, kit);
  const { tasks, precedences } = taskGraph(piece, plan, dressing, works);
  const { order, rings } = inOrder(
    tasks.map((t) => t.id),
    precedences,
    new Set(tasks.filter(isLate).map((t) => t.id)),
  );
  const byId = new Map(tasks.map((t) => [t.id, t]));
  return { tasks: order.map((id) => byId.get(id)!), precedences, rings, works };
}

/** Changes that may heal a ring, to be tried. */
function candidates(piece: Piece, ring: readonly Precedence[]): OrderRemedy[] {
  const out: OrderRemedy[] = [];
  for (const wish of ring.filter((e) => e.wished)) {
    const { first, then } = wish;
    out.push({ label: say`Let go of that wish`, change: { kind: 'unwish', first, then } });
  }
  const ids = new Set(ring.flatMap((e) => [e.first, e.then]));
  const involved = piece.dressing.filter((i) => ids.has(`item:${i.id}`));
  if (ring.some((e) => e.first.startsWith('wire:') || e.then.startsWith('wire:'))) {
    for (const from of ['first', 'last', 'middle'] as const) {
      if (from === piece.from) continue;
      const where = { first: 'the first end', last: 'the last end', middle: 'the middle' }[from];
      out.push({ label: say`Bend from ${where}`, change: { kind: 'from', from } });
    }
    if (piece.work === 'spool') {
      out.push({ label: say`Cut the wire first`, change: { kind: 'cut' } });
    }
  }
  for (const item of involved) {
    for (const { label, item: other } of insteadOf(item, leadStock(piece))) {
      const change: OrderChange = other
        ? { kind: 'item', item: other }
        : { kind: 'without', id: item.id };
      out.push({ label, change });
    }
  }
  return out;
}

/**
 * The order in which a piece is made. Contradictions are named with what would heal them.
 * @param bench the maker's tools; remedies are planned with them again
 */
export function assemblyOf(piece: Piece, plan: Plan, dressing: Dressing, bench: Bench): Assembly {
  const kit = bench.kit ?? null;
  const { tasks, precedences, rings, works } = ordering(piece, plan, dressing, kit);
  const titles = new Map(tasks.map((t) => [t.id, t.title]));
  const heals = (changed: Piece): boolean => {
    const replan = planPiece(changed, bench);
    return ordering(changed, replan, dressPiece(changed, replan), kit).rings.length < rings.length;
  };
  return {
    tasks,
    precedences,
    works,
    conflicts: rings.map((ring) => ({
      ring,
      titles: ring.map((e) => titles.get(e.first) ?? say`${e.first}`),
      remedies: candidates(piece, ring).filter((r) => heals(withOrderChange(piece, r.change))),
    })),
  };
}
