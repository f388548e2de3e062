import type { Dressed } from '../dressing';
import { kindOf } from '../item';
import type { Part, Piece } from '../piece';
import type { Plan } from '../plan';

/**
 * How many of a part one piece has: of seven legs with three drops each there are twenty-one drops. Parts
 * that hang on each other in a ring count once each.
 */
export function partTimes(piece: Piece, part: Part): number {
  const counted = new Set<Part>();
  let next: Part | undefined = part;
  let times = 1;
  while (next && !counted.has(next)) {
    counted.add(next);
    times *= next.count;
    const { to }: Part = next;
    next = piece.parts.find((p) => p.id === to);
  }
  return times;
}

/** How many alike of a wire one piece has. */
export function wireTimes(piece: Piece, pathId: string): number {
  const part = piece.parts.find((p) => p.paths.includes(pathId));
  return part ? partTimes(piece, part) : 1;
}

/** How many of an item one piece has: as many as of the wire that it is on. */
export function itemTimes(piece: Piece, plan: Plan, { item, spans }: Dressed): number {
  const wire = kindOf(item).place === 'free' ? undefined : plan.wires[spans[0]?.wire ?? -1];
  return wire ? wireTimes(piece, wire.pathId) : 1;
}

/** How many are made in all: a pair is two. */
export const madeInAll = ({ making }: Piece): number =>
  making.copies * (making.pair === 'single' ? 1 : 2);
