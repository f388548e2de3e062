import { distance, dot, sub, type MeasuredLine, type Vec } from '../geometry';

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
  let top: Vec | null = null;
  for (const { points } of lines) {
    points.forEach((p, i) => {
      if (!top || p.y < top.y) top = p;
      const q = points[i + 1];
      if (!q) return;
      const m = distance(p, q);
      mass += m;
      x += (m * (p.x + q.x)) / 2;
      y += (m * (p.y + q.y)) / 2;
    });
  }
  const from = wished ? nearestPoint(lines, wished) : (top as Vec | null);
  if (!from || mass === 0) return null;
  const center = { x: x / mass, y: y / mass };
  // Hung freely, the centre of mass swings under the hanging point.
  const tiltRad = Math.atan2(center.x - from.x, center.y - from.y);
  return { center, from, tiltRad, bailX: center.x };
}

/** The point of the lines nearest to a place. */
function nearestPoint(lines: readonly MeasuredLine[], to: Vec): Vec | null {
  let best: { at: Vec; far: number } | null = null;
  for (const { points } of lines) {
    points.slice(1).forEach((b, i) => {
      const a = points[i]!;
      const along = sub(b, a);
      const size = dot(along, along);
      const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(to, a), along) / size));
      const at = { x: a.x + along.x * t, y: a.y + along.y * t };
      const far = distance(at, to);
      if (!best || far < best.far) best = { at, far };
    });
  }
  return (best as { at: Vec } | null)?.at ?? null;
}
