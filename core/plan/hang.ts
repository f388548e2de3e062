import { distance, type MeasuredLine, type Vec } from '../geometry';

export interface Hang {
  /** centre of mass */
  readonly center: Vec;
  /** highest point of the wire, from which the piece is taken to hang */
  readonly from: Vec;
  /** angle by which the piece swings, clockwise positive as seen from the front, radians */
  readonly tiltRad: number;
  /** where along x the hanging point must sit for the piece to hang straight */
  readonly bailX: number;
}

/** Centre of mass of wires of one thickness, and the tilt when hung from the highest point. */
export function hangOf(lines: readonly MeasuredLine[]): Hang | null {
  let mass = 0;
  let x = 0;
  let y = 0;
  let from: Vec | null = null;
  for (const { points } of lines) {
    points.forEach((p, i) => {
      if (!from || p.y < from.y) from = p;
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
