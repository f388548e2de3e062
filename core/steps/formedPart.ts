import type { Primitive } from '../geometry';
import { formedShapes, type WirePlan } from '../plan';

const EDGE_MM = 1e-6;

/** The stretch of a wire that is in its place, as it lies in the figure: pieces wholly within it. */
export function formedPart(wire: WirePlan, [low, high]: readonly [number, number]): Primitive[] {
  const pieces = wire.strip.pieces.filter(
    (p) => p.startMm >= low - EDGE_MM && p.startMm + p.lengthMm <= high + EDGE_MM,
  );
  // A pass lies beside another once both are there.
  const asides = wire.asides.filter((a) => a.fromMm >= low - EDGE_MM && a.toMm <= high + EDGE_MM);
  return formedShapes({ strip: { ...wire.strip, pieces }, asides });
}
