import type { Dressed } from '../dressing';
import { kindOf } from '../item';
import type { Part, Piece } from '../piece';
import type { Plan } from '../plan';

/** A part may hang on one that hangs on another; more than this is a ring of parts. */
const DEEPEST = 20;

/** How many of a part one piece has: of seven legs with three drops each there are twenty-one drops. */
export function partTimes(piece: Piece, part: Part): number {
  let times = part.count;
  let host = piece.parts.find((p) => p.id === part.to);
  for (let i = 0; host && i < DEEPEST; i++) {
    times *= host.count;
    const { to } = host;
    host = piece.parts.find((p) => p.id === to);
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
