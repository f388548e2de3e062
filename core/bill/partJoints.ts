import { loopLength, strandsWrap } from '../element';
import type { Part, Piece } from '../piece';
import type { Plan } from '../plan';

/** What is left at each end of a wire that binds a part on, mm. */
const BIND_TAIL_MM = 15;

/** The wire of one joint between a part and what it is joined to. */
export interface PartJointWire {
  readonly cutMm: number;
  readonly tailsMm: number;
}

/** The thickness of the wire that a part, or the frame, begins with. */
function thicknessOf({ wires, diameterMm }: Plan, paths: readonly string[] | null): number {
  const own = wires.find((w) => (paths ? paths.includes(w.pathId) : true));
  return own?.stock.diameterMm ?? diameterMm;
}

/**
 * The wire that joins one of a part, where it is made from wire: a ring is pi (D + d), a binding goes
 * round the part and what it is joined to, side by side. Null where it takes none.
 */
export function partJointWire(piece: Piece, plan: Plan, part: Part): PartJointWire | null {
  const { joint, join } = part;
  if (!joint || join === 'loop') return null;
  const d = joint.wire.diameterMm;
  if (join === 'ring') return { cutMm: loopLength(joint.insideMm, d), tailsMm: 0 };
  const host = piece.parts.find((p) => p.id === part.to);
  const bundle = [thicknessOf(plan, part.paths), thicknessOf(plan, host?.paths ?? null)];
  const tailsMm = 2 * BIND_TAIL_MM;
  return { cutMm: strandsWrap(joint.wraps, bundle, d) + tailsMm, tailsMm };
}
