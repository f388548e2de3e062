import type { MeasuredLine, Vec } from '../geometry';

/** Where one line lies furthest from another. */
export interface Stray {
  readonly mm: number;
  /** the place wished for, and the nearest place of the wire */
  readonly wished: Vec;
  readonly formed: Vec;
}

/** How far ahead and back along the wire the next point's place is looked for, mm. */
const AHEAD_MM = 4;
const BACK_MM = 2.5;
const MEANT_MM = 0.05;
/** Of longer drawings only every few points are looked at. */
const MOST_POINTS = 1200;

/**
 * Where a formed wire strays furthest from the points it should follow. Both run the same way, and
 * each point's place is looked for near the last one's, so that a pass is never measured against
 * another pass of the wire that happens to lie nearer.
 * @param meant stretches of the wire, from and to in mm, that leave the drawing on purpose: a
 *   corner's rounding stays inside its drawn tip
 */
export function farthestApart(
  wished: readonly Vec[],
  line: MeasuredLine,
  meant: readonly (readonly [number, number])[] = [],
): Stray | null {
  const { points } = line;
  const count = points.length - 1;
  if (wished.length === 0 || count < 1) return null;
  // A closed wire is opened at its seam, so its drawing may begin anywhere on it: it is gone round
  // as if it were laid out several times over, beginning in the second.
  const rounds = line.closed ? 4 : 1;
  const total = line.s[count]!;
  const startAt = (k: number): number => line.s[k % count]! + Math.floor(k / count) * total;
  const stride = Math.max(1, Math.ceil(wished.length / MOST_POINTS));
  let worst: { mm: number; point: number; segment: number; t: number } | null = null;
  let now = -1;
  let from = line.closed ? count : 0;
  for (let n = 0; n < wished.length; n += stride) {
    const q = wished[n]!;
    const last = now < 0 && line.closed ? 2 * count : rounds * count;
    let square = Infinity;
    let at = 0;
    let share = 0;
    for (let k = from; k < last; k++) {
      if (now >= 0 && startAt(k) > now + AHEAD_MM * stride) break;
      const i = k % count;
      const a = points[i]!;
      const b = points[i + 1]!;
      const dx = b.x - a.x;
      const dy = b.y - a.y;
      const size = dx * dx + dy * dy;
      const along = size === 0 ? 0 : ((q.x - a.x) * dx + (q.y - a.y) * dy) / size;
      const t = along < 0 ? 0 : along > 1 ? 1 : along;
      const ox = a.x + dx * t - q.x;
      const oy = a.y + dy * t - q.y;
      const far = ox * ox + oy * oy;
      if (far >= square) continue;
      square = far;
      at = k;
      share = t;
    }
    if (square === Infinity) break;
    const segment = at % count;
    now = startAt(at) + share * (line.s[segment + 1]! - line.s[segment]!);
    from = at;
    while (from > 0 && startAt(from) > now - BACK_MM) from--;
    const mm = now % total;
    if (worst && square <= worst.mm) continue;
    if (meant.some(([a, b]) => mm > a - MEANT_MM && mm < b + MEANT_MM)) continue;
    worst = { mm: square, point: n, segment, t: share };
  }
  if (!worst) return null;
  const [a, b] = [points[worst.segment]!, points[worst.segment + 1]!];
  const formed = { x: a.x + (b.x - a.x) * worst.t, y: a.y + (b.y - a.y) * worst.t };
  return { mm: Math.sqrt(worst.mm), wished: wished[worst.point]!, formed };
}
