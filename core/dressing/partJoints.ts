import { loopLength, strandsWrap } from '../element';
import type { ItemEye } from '../item';
import { wireOf, type Part, type Piece } from '../piece';
import type { Plan } from '../plan';
import type { FormedGround } from './ground';
import { jointPlace } from './jointPlace';
import { hostWires, partWires } from './partWires';

/** What is left at each end of a wire that binds a part on, mm. */
const BIND_TAIL_MM = 15;

/** The wire of one joint between a part and what it is joined to. */
export interface PartJointWire {
  readonly cutMm: number;
  readonly tailsMm: number;
}

/** The thickness of the first of some wires, mm. */
const thicknessOf = ({ wires, diameterMm }: Plan, some: readonly number[]): number =>
  wires[some[0] ?? -1]?.stock.diameterMm ?? diameterMm;

/**
 * The wire that joins one of a part, where it is made from wire: a ring is pi (D + d), a binding goes
 * round the part and what it is joined to, side by side. Null where it takes none.
 */
export function partJointWire(piece: Piece, plan: Plan, part: Part): PartJointWire | null {
  const { joint, join } = part;
  if (!joint || join === 'loop') return null;
  const d = wireOf(piece, joint.wire).diameterMm;
  if (join === 'ring') return { cutMm: loopLength(joint.insideMm, d), tailsMm: 0 };
  const own = partWires(plan, part);
  const bundle = [thicknessOf(plan, own), thicknessOf(plan, hostWires(piece, plan, part))];
  const tailsMm = 2 * BIND_TAIL_MM;
  return { cutMm: strandsWrap(joint.wraps, bundle, d) + tailsMm, tailsMm };
}

/** How a thing names the ring of a part that it hangs in. */
const RING = 'part:';
export const ringOf = (part: Part): string => RING + part.id;

/** Parts whose joint is a ring of a known size: things can hang in it. */
export const hasRing = ({ join, joint }: Part): boolean => join === 'ring' && Boolean(joint);

/** The part whose ring a thing hangs in; null where it hangs in none, or that is gone. */
export const partHolding = (piece: Piece, hangsIn: string | undefined): Part | null =>
  piece.parts.find((part) => ringOf(part) === hangsIn && hasRing(part)) ?? null;

/** The ring that joins the drawn one of a part, where it hangs over the wire of its host. */
export function ringEye(ground: FormedGround, part: Part): ItemEye | null {
  const place = jointPlace(ground, part);
  if (!place || !part.joint) return null;
  const { insideMm } = part.joint;
  const { at, wire } = place;
  const top = at.y - (ground.plan.wires[wire]?.stock.diameterMm ?? 0) / 2;
  return { up: { x: at.x, y: top }, down: { x: at.x, y: top + insideMm }, insideMm, count: 1 };
}
