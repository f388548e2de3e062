import { cumulativeLengths } from './primitive';
import type { Primitive } from './segment';
import { distance, type Vec } from './vec';

/** Where a point stands beside a chain of lines and arcs. */
export interface Foot {
  readonly piece: number;
  /** share of that line or arc */
  readonly t: number;
  readonly farMm: number;
  /** along the chain, mm */
  readonly mm: number;
}

/** How far ahead and back along the chain the next point's place is looked for, mm. */
const AHEAD_MM = 2.5;
const BACK_MM = 1;
/**
 * Of two places about as near, the one is right to which the line has run on: a foot that is a mm
 * away along the chain from where it should be counts as this much further off, mm.
 */
const RUN_ON = 0.03;

/**
 * The places of points beside a chain that they run along. Each is looked for near the last one and
 * further on, so that a pass never counts for another one near it, and a line that goes back on
 * itself is followed back.
 * @param closed the chain runs into itself; the points may begin anywhere on it
 */
export function trackAlong(
  points: readonly Vec[],
  chain: readonly Primitive[],
  closed: boolean,
): Foot[] {
  const count = chain.length;
  if (count === 0) return [];
  const lengths = cumulativeLengths(chain);
  const total = lengths[count]!;
  // A closed chain is gone round as if it were laid out several times over, from the second on.
  const rounds = closed ? 4 : 1;
  const startOf = (k: number): number => lengths[k % count]! + Math.floor(k / count) * total;
  let now: number | null = null;
  let from = closed ? count : 0;
  return points.map((q, n): Foot => {
    const step = n === 0 ? 0 : distance(points[n - 1]!, q);
    const expected: number = (now ?? startOf(from)) + step;
    const low = now === null ? startOf(from) : now - BACK_MM;
    const high: number = now === null && closed ? 2 * total : expected + AHEAD_MM;
    let best = -1;
    let bestT = 0;
    let bestMm = 0;
    let bestFar = 0;
    let bestCost = Infinity;
    // Some hundred points are placed while a bend is dragged: nothing is allocated in here.
    for (let k = from; k < rounds * count; k++) {
      const start = lengths[k % count]! + Math.floor(k / count) * total;
      if (start > high) break;
      const size = lengths[(k % count) + 1]! - lengths[k % count]!;
      if (size < 1e-12 || start + size < low) continue;
      const p = chain[k % count]!;
      const t = Math.min(
        Math.min(1, (high - start) / size),
        Math.max(
          Math.max(0, (low - start) / size),
          shareOn(p, q, Math.min(1, Math.max(0, (expected - start) / size))),
        ),
      );
      const far = farFrom(p, t, q);
      const mm = start + t * size;
      const cost = now === null ? far : far + RUN_ON * Math.abs(mm - expected);
      if (cost >= bestCost) continue;
      best = k;
      bestT = t;
      bestMm = mm;
      bestFar = far;
      bestCost = cost;
    }
    if (best < 0) {
      const last = count - 1;
      return { piece: last, t: 1, farMm: farFrom(chain[last]!, 1, q), mm: total };
    }
    now = bestMm;
    from = best;
    while (from > 0 && startOf(from) > now - BACK_MM) from--;
    return { piece: best % count, t: bestT, farMm: bestFar, mm: closed ? bestMm % total : bestMm };
  });
}

/**
 * The share of a line or arc at which a point's foot lies; beyond 0 to 1 outside it. Of the turns
 * of a circle that which is nearest to the share where it is expected: a full circle ends where it begins.
 */
function shareOn(p: Primitive, q: Vec, near: number): number {
  if (p.type === 'line') {
    const dx = p.to.x - p.from.x;
    const dy = p.to.y - p.from.y;
    return ((q.x - p.from.x) * dx + (q.y - p.from.y) * dy) / (dx * dx + dy * dy);
  }
  const off = Math.atan2(q.y - p.center.y, q.x - p.center.x) - p.startAngle - p.sweep * near;
  const turns = Math.round(off / (2 * Math.PI));
  return near + (off - 2 * Math.PI * turns) / p.sweep;
}

function farFrom(p: Primitive, t: number, q: Vec): number {
  if (p.type === 'line') {
    const x = p.from.x + (p.to.x - p.from.x) * t - q.x;
    const y = p.from.y + (p.to.y - p.from.y) * t - q.y;
    return Math.sqrt(x * x + y * y);
  }
  const angle = p.startAngle + p.sweep * t;
  const x = p.center.x + p.radius * Math.cos(angle) - q.x;
  const y = p.center.y + p.radius * Math.sin(angle) - q.y;
  return Math.sqrt(x * x + y * y);
}
