import { distance, type MeasuredLine, type Vec } from '../geometry';

export interface Hang {
  /** centre of mass */
  readonly center: Vec;
  /** the point of the wire from which the piece hangs: the chosen one or the highest */
  readonly from: Vec;
  /** angle by which the piece swings, clockwise positive as seen from the front, radians */
  readonly tiltRad: number;
  /** where along x the hanging point must sit for the piece to hang straight */
  readonly bailX: number;
}

/**
 * Centre of mass of wires of one thickness, and the tilt when hung.
 * @param wished the piece hangs from the point of the wire nearest to this; null: from the highest
 */
export function hangOf(lines: readonly MeasuredLine[], wished: Vec | null): Hang | null {
  let mass = 0;
  let x = 0;
  let y = 0;
  let from: Vec | null = null;
  const better = (p: Vec, than: Vec): boolean =>
    wished ? distance(p, wished) < distance(than, wished) : p.y < than.y;
  for (const { points } of lines) {
    points.forEach((p, i) => {
      if (!from || better(p, from)) from = p;
      const q = points[i + 1];
      if (!q) return;
      const m = distance(p, q);
      mass += m;
      x += (m * (p.x + q.x)) / 2;
      y += (m * (p.y + q.y)) / 2;
    });
  }
  const top = from as Vec | null;
  if (!top || mass === 0) return null;
  const center = { x: x / mass, y: y / mass };
  // Hung freely, the centre of mass swings under the hanging point.
  const tiltRad = Math.atan2(center.x - top.x, center.y - top.y);
  return { center, from: top, tiltRad, bailX: center.x };
}
