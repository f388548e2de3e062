import { distance, dot, sub, type MeasuredLine, type Vec } from '../geometry';

export interface WireFoot {
  readonly wire: number;
  /** position on the wire's straight blank */
  readonly mm: number;
  readonly at: Vec;
  readonly farMm: number;
}

/** The place of the formed wires nearest to a point; null while there is no wire. */
export function nearestWire(lines: readonly MeasuredLine[], to: Vec): WireFoot | null {
  let best: WireFoot | null = null;
  lines.forEach(({ points, s }, wire) => {
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      const along = sub(b, a);
      const size = dot(along, along);
      const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(to, a), along) / size));
      const at = { x: a.x + along.x * t, y: a.y + along.y * t };
      const farMm = distance(at, to);
      if (!best || farMm < best.farMm) {
        best = { wire, mm: s[i]! + (s[i + 1]! - s[i]!) * t, at, farMm };
      }
    }
  });
  return best;
}
