import { distance, highestOf, type MeasuredLine, type Vec } from '../geometry';
import { nearestWire } from './nearestWire';

/** The middle of the bare figure, by which ends and names turn outwards; core/gauge hangs the dressed piece. */
export interface Hang {
  /** centre of mass */
  readonly center: Vec;
  /** the point of the wire from which the bare figure hangs: the chosen one or the highest */
  readonly from: Vec;
}

/**
 * Centre of mass of bare wires, and where they hang.
 * @param perMm what a length of each weighs, in any unit
 * @param wished the piece hangs from the point of the wire nearest to this; null: from the highest
 */
export function hangOf(
  lines: readonly MeasuredLine[],
  perMm: readonly number[],
  wished: Vec | null,
): Hang | null {
  let mass = 0;
  let x = 0;
  let y = 0;
  lines.forEach(({ points }, wire) => {
    points.forEach((p, i) => {
      const q = points[i + 1];
      if (!q) return;
      const m = distance(p, q) * perMm[wire]!;
      mass += m;
      x += (m * (p.x + q.x)) / 2;
      y += (m * (p.y + q.y)) / 2;
    });
  });
  const from = wished
    ? (nearestWire(lines, wished)?.at ?? null)
    : highestOf(lines.flatMap((l) => l.points));
  if (!from || mass === 0) return null;
  return { center: { x: x / mass, y: y / mass }, from };
}
