import { dot, sub, type MeasuredLine, type Vec } from '../geometry';

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

/**
 * Where a formed wire strays furthest from the points it should follow. Both run the same way, and
 * each point's place is looked for near the last one's, so that a pass is never measured against
 * another pass of the wire that happens to lie nearer.
 */
export function farthestApart(wished: readonly Vec[], line: MeasuredLine): Stray | null {
  const count = line.points.length - 1;
  if (wished.length === 0 || count < 1) return null;
  // A closed wire is opened at its seam, so its drawing may begin anywhere on it: it is gone round
  // as if it were laid out several times over, beginning in the second.
  const rounds = line.closed ? 4 : 1;
  const total = line.s[count]!;
  const startOf = (k: number): number => line.s[k % count]! + Math.floor(k / count) * total;
  let worst: Stray | null = null;
  let now: number | null = null;
  let from = 0;
  for (const q of wished) {
    let best: { k: number; at: Vec; far: number; mm: number } | null = null;
    const last = now === null && line.closed ? 2 * count : rounds * count;
    for (let k: number = now === null && line.closed ? count : from; k < last; k++) {
      if (now !== null && startOf(k) > now + AHEAD_MM) break;
      const found = nearestOn(line, k % count, q);
      const mm = found.mm + Math.floor(k / count) * total;
      if (!best || found.far < best.far) best = { k, at: found.at, far: found.far, mm };
    }
    if (!best) break;
    now = best.mm;
    from = best.k;
    while (from > 0 && startOf(from) > now - BACK_MM) from--;
    if (!worst || best.far > worst.mm) worst = { mm: best.far, wished: q, formed: best.at };
  }
  return worst;
}

function nearestOn(
  { points, s }: MeasuredLine,
  i: number,
  q: Vec,
): { at: Vec; far: number; mm: number } {
  const a = points[i]!;
  const along = sub(points[i + 1]!, a);
  const size = dot(along, along);
  const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(q, a), along) / size));
  const at = { x: a.x + along.x * t, y: a.y + along.y * t };
  const mm = s[i]! + t * (s[i + 1]! - s[i]!);
  return { at, far: Math.hypot(at.x - q.x, at.y - q.y), mm };
}
