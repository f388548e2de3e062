import type { Dressed } from '../dressing';
import type { Part, Piece } from '../piece';
import type { Plan } from '../plan';
import type { LinkPlan } from './links';

/** How often each link is in the row that a piece is; null where it is none. */
export type RowCounts = Pick<LinkPlan, 'linkKinds' | 'jointKinds' | 'turn'> | null;

/** How often a link is in the row, the frame where it is null; undefined where it is none of its links. */
const inRow = (row: RowCounts, link: string | null): number | undefined =>
  row?.linkKinds.find((k) => k.link === link)?.count;

/**
 * How many of a part one piece has: of seven legs with three drops each there are twenty-one drops, and what
 * hangs on a link is there with each of them. Parts that hang on each other in a ring count once each.
 */
export function partTimes(piece: Piece, part: Part, row: RowCounts): number {
  const counted = new Set<Part>();
  let next: Part | undefined = part;
  let times = 1;
  while (next && !counted.has(next)) {
    const links = inRow(row, next.id);
    if (links !== undefined) return times * links;
    counted.add(next);
    times *= next.count;
    const { to }: Part = next;
    next = piece.parts.find((p) => p.id === to);
  }
  return times * (inRow(row, null) ?? 1);
}

/** How many alike of a wire one piece has. */
export function wireTimes(piece: Piece, pathId: string, row: RowCounts): number {
  const part = piece.parts.find((p) => p.paths.includes(pathId));
  return part ? partTimes(piece, part, row) : (inRow(row, null) ?? 1);
}

/**
 * How many of an item one piece has: as many as of the wire that it is on, one in each of several loops there; in the
 * rings between links as many as there are of those.
 */
export function itemTimes(
  piece: Piece,
  plan: Plan,
  { wire, times, rings }: Dressed,
  row: RowCounts,
): number {
  const joint = rings === null ? undefined : row?.turn[rings]?.joint;
  if (joint !== undefined) return times * (row?.jointKinds[joint]?.count ?? 1);
  const on = plan.wires[wire ?? -1];
  return times * (on ? wireTimes(piece, on.pathId, row) : (inRow(row, null) ?? 1));
}

/** How many are made in all: a pair is two. */
export const madeInAll = ({ making }: Piece): number =>
  making.copies * (making.pair === 'single' ? 1 : 2);
