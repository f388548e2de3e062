import { endKindOf } from '../end';
import {
  kindOf,
  usedGrams,
  type BeadUse,
  type DressMark,
  type FindingUse,
  type WireUse,
} from '../item';
import { itemsOf, type Piece } from '../piece';
import type { Plan } from '../plan';
import { groundOf } from './ground';
import { laidItems } from './laidItems';
import { partCopies, type PartCopy } from './parts';
import { isRefused, type Dressed } from './types';

/** All that a piece is dressed with. */
export interface Dressing {
  readonly items: readonly Dressed[];
  /** others of the parts beside the drawn ones */
  readonly copies: readonly PartCopy[];
  /** second wires of what goes on, those alike together, the longest first */
  readonly wires: readonly WireUse[];
  readonly beads: readonly BeadUse[];
  readonly findings: readonly FindingUse[];
  /** of second wires, beads, findings; their tails left out */
  readonly massG: number;
  /** touches pierced skin */
  readonly pierced: boolean;
}

/** How all that dresses a piece looks: what is on it, then the others of its parts. */
export const looksOf = ({ items, copies }: Dressing): DressMark[] => [
  ...items.flatMap((d) => d.marks),
  ...copies.flatMap((c) => c.marks),
];

/** Whether something of the piece goes through a pierced ear. */
function isPierced(piece: Piece, plan: Plan): boolean {
  const ends = plan.wires.some(
    (w) => !w.closed && [w.ends.start, w.ends.end].some((e) => endKindOf(e).ear),
  );
  return ends || piece.dressing.some((item) => kindOf(item).nature?.(item).pierces);
}

/** Items alike in all but their number, together. */
export function together<T extends { readonly count: number }>(
  list: readonly T[],
  keyOf: (item: T) => string,
): T[] {
  const found = new Map<string, T>();
  for (const item of list) {
    const before = found.get(keyOf(item));
    found.set(keyOf(item), { ...item, count: item.count + (before?.count ?? 0) });
  }
  return [...found.values()];
}

/**
 * Everything that dresses a piece, worked out on its plan: each item with its wires, beads, place and
 * looks, and the sums. Pure; nothing of it is stored.
 */
export function dressPiece(piece: Piece, plan: Plan): Dressing {
  const ground = groundOf(piece, plan);
  const items = laidItems(ground, itemsOf(piece));
  // What does not go on as it is, is not counted.
  const on = items.filter((d) => !isRefused(d));
  const wires = together(
    on.flatMap((d) => d.wires.map((w) => ({ ...w, count: w.count * d.times }))),
    (w) => JSON.stringify([w.role, w.name, w.wire, w.cutMm.toFixed(2)]),
  ).sort((a, b) => b.cutMm - a.cutMm);
  const beads = together(
    on.flatMap((d) => d.beads.map((b) => ({ ...b, count: b.count * d.times }))),
    (b) => JSON.stringify(b.bead),
  );
  const findings = together(
    on.flatMap((d) => d.findings.map((f) => ({ ...f, count: f.count * d.times }))),
    (f) => JSON.stringify([f.name, f.lengthMm, f.grams]),
  );
  const wireG = wires.reduce((sum, w) => sum + usedGrams(w), 0);
  const restG =
    beads.reduce((sum, b) => sum + b.count * b.bead.grams, 0) +
    findings.reduce((sum, f) => sum + f.count * f.grams, 0);
  return {
    items,
    copies: partCopies(ground, items),
    wires,
    beads,
    findings,
    massG: wireG + restG,
    pierced: isPierced(piece, plan),
  };
}
