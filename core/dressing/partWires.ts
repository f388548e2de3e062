import type { Part, Piece } from '../piece';
import type { Plan } from '../plan';

/** The wires that a part is joined to: those of its host; the frame is what belongs to no part. */
export function hostWires(piece: Piece, plan: Plan, part: Part): number[] {
  const host = piece.parts.find((p) => p.id === part.to);
  const isHost = (id: string): boolean =>
    host ? host.paths.includes(id) : !piece.parts.some((p) => p.paths.includes(id));
  return plan.wires.flatMap((w, i) =>
    isHost(w.pathId) && !part.paths.includes(w.pathId) ? [i] : [],
  );
}

/** The wires of a part. */
export const partWires = (plan: Plan, part: Part): number[] =>
  plan.wires.flatMap((w, i) => (part.paths.includes(w.pathId) ? [i] : []));
