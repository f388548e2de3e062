import { perp, scale, type Primitive, type Vec } from '../geometry';
import type { Piece, WireEnd } from '../piece';
import { placeOnWire } from './places';
import type { Plan, WirePlan } from './planPiece';

/** The circle of a simple loop at an end of the wire, lying on the side away from the figure. */
function loopShape(
  at: Vec,
  outward: Vec,
  insideMm: number,
  diameterMm: number,
  center: Vec,
): Primitive {
  const radius = (insideMm + diameterMm) / 2;
  const side = perp(outward);
  const away = side.x * (at.x - center.x) + side.y * (at.y - center.y) >= 0 ? 1 : -1;
  const middle = { x: at.x + side.x * radius * away, y: at.y + side.y * radius * away };
  const startAngle = Math.atan2(at.y - middle.y, at.x - middle.x);
  return { type: 'arc', center: middle, radius, startAngle, sweep: away * 2 * Math.PI * 0.97 };
}

/** What lies beyond the figure at a wire's ends once formed: loops and tails, reserve left out. */
export function endShapes(piece: Piece, plan: Plan, wire: WirePlan): Primitive[] {
  const { ends } = wire;
  const center = plan.hang?.center ?? { x: 0, y: 0 };
  const shapes: Primitive[] = [];
  const loop = (insideMm: number, first: boolean): void => {
    const place = placeOnWire(wire, first ? 0 : wire.developedMm);
    if (!place) return;
    const outward = first ? scale(place.direction, -1) : place.direction;
    shapes.push(loopShape(place.at, outward, insideMm, piece.wire.diameterMm, center));
  };
  const tail = (end: WireEnd, first: boolean): void => {
    const place = placeOnWire(wire, first ? 0 : wire.developedMm);
    if (!place || end.kind !== 'plain' || end.tailMm <= 0) return;
    const outward = scale(place.direction, first ? -end.tailMm : end.tailMm);
    const to = { x: place.at.x + outward.x, y: place.at.y + outward.y };
    shapes.push({ type: 'line', from: place.at, to });
  };
  if (wire.closed) {
    if (ends.seam.join === 'loops') [true, false].forEach((f) => loop(ends.seam.loopInsideMm, f));
    return shapes;
  }
  if (ends.start.kind === 'loop') loop(ends.start.insideMm, true);
  if (ends.end.kind === 'loop') loop(ends.end.insideMm, false);
  tail(ends.start, true);
  tail(ends.end, false);
  return shapes;
}
