import { endKindOf } from '../end';
import { distance } from '../geometry';
import {
  kindOf,
  layItem,
  usedGrams,
  type BeadUse,
  type DressItem,
  type DressMark,
  type FindingUse,
  type Problem,
  type Run,
  type WireUse,
} from '../item';
import { itemsOf, type Piece } from '../piece';
import type { Plan } from '../plan';
import { asLength, say } from '../words';
import { stretchPlace } from './edit';
import { groundOf } from './ground';
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

/** A wire further off than this is not the one that an item was put on, mm. */
const LOST_MM = 4;

/** An item whose wire is gone, by an edit or another route, is named: it lies on the nearest one for now. */
function lostFrom(plan: Plan, item: DressItem, run: Run): Problem<DressItem> | null {
  const farMm = distance(run.spot((run.fromMm + run.toMm) / 2).at, item.on);
  if (farMm <= LOST_MM + item.on.lengthMm / 2) return null;
  const on = stretchPlace(plan, run);
  return {
    message: say`The wire that this lay on is no longer there; the nearest is ${asLength(farMm)} away, and it is reckoned on that.`,
    remedies: on
      ? [
          {
            kind: 'item',
            label: say`Put it on the nearest`,
            item: { ...item, on: { ...on, lengthMm: item.on.lengthMm } },
          },
        ]
      : [],
    refused: false,
  };
}

/**
 * Everything that dresses a piece, worked out on its plan: each item with its wires, beads, place and
 * looks, and the sums. Pure; nothing of it is stored.
 */
export function dressPiece(piece: Piece, plan: Plan): Dressing {
  const ground = groundOf(piece, plan);
  const items = itemsOf(piece).flatMap((item): Dressed[] => {
    const laid = layItem(ground.at(item.on), item);
    if (!laid) return [];
    const run = ground.runAt(item.on);
    const place =
      kindOf(item).place === 'free' || !run ? item.on : run.spot((run.fromMm + run.toMm) / 2).at;
    const stock = plan.wires[run?.wire ?? -1]?.stock.id ?? null;
    const { place: where, traits } = kindOf(item);
    const onWire = where !== 'free' && where !== 'acts' && !traits.hangs;
    const lost = run && onWire ? lostFrom(plan, item, run) : null;
    const problems = lost ? [lost, ...laid.problems] : laid.problems;
    return [{ item, ...laid, problems, stock, place: { x: place.x, y: place.y } }];
  });
  // What does not go on as it is, is not counted.
  const on = items.filter((d) => !isRefused(d));
  const wires = together(
    on.flatMap((d) => d.wires),
    (w) => JSON.stringify([w.role, w.name, w.wire, w.cutMm.toFixed(2)]),
  ).sort((a, b) => b.cutMm - a.cutMm);
  const beads = together(
    on.flatMap((d) => d.beads),
    (b) => JSON.stringify(b.bead),
  );
  const findings = together(
    on.flatMap((d) => d.findings),
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
