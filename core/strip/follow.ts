import {
  add,
  cumulativeLengths,
  distance,
  dot,
  flattenPath,
  perp,
  pointAt,
  project,
  scale,
  segmentLength,
  startOf,
  sub,
  tangentAt,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Chain } from './fitChain';

/** A point of the drawing by its place on a chain: share of a primitive and distance aside, mm. */
export interface FollowPoint {
  readonly piece: number;
  readonly t: number;
  readonly off: number;
}

const STEP_MM = 0.5;
const FLAT_MM = 0.01;
/** How far ahead and back along the chain the next point's place is looked for, mm. */
const AHEAD_MM = 2.5;
const BACK_MM = 1;

interface Foot {
  /** the primitive, counted on when a closed chain is gone round again */
  readonly k: number;
  readonly t: number;
  readonly far: number;
  /** along the chain, and beyond its length on the next time round a closed one */
  readonly mm: number;
}

/**
 * Points of a drawn path, in order, each told by where it stands beside the chain that was fitted to
 * the path. So the drawing can be laid beside the same chain after the chain was shifted or turned.
 * Each place is looked for near the last one, so that a pass never counts for another one near it.
 */
export function followPoints(path: Path, chain: Chain): FollowPoint[] {
  const { primitives } = chain;
  const count = primitives.length;
  const drawn = flattenPath(path, FLAT_MM, STEP_MM);
  if (count === 0 || drawn.length === 0) return [];
  const lengths = cumulativeLengths(primitives);
  const total = lengths[count]!;
  const startOfPiece = (k: number): number => lengths[k % count]! + Math.floor(k / count) * total;
  const footOn = (q: Vec, k: number, fromMm: number, toMm: number): Foot | null => {
    const p = primitives[k % count]!;
    const size = segmentLength(p);
    const start = startOfPiece(k);
    const low = Math.max(0, (fromMm - start) / size);
    const high = Math.min(1, (toMm - start) / size);
    if (!(high >= low)) return null;
    const t = Math.min(high, Math.max(low, project(p, q).t));
    return { k, t, far: distance(pointAt(p, t), q), mm: start + t * size };
  };
  // A closed drawing may begin anywhere on its chain: it is gone round from the second time on.
  const rounds = chain.closed ? 4 : 1;
  let now: number | null = null;
  let from = chain.closed ? count : 0;
  return drawn.map((q): FollowPoint => {
    const fromMm = now === null ? startOfPiece(from) : now - BACK_MM;
    const toMm = now === null ? (chain.closed ? 2 * total : AHEAD_MM) : now + AHEAD_MM;
    let best: Foot | null = null;
    for (let k = from; k < rounds * count && startOfPiece(k) <= toMm; k++) {
      const foot = footOn(q, k, fromMm, toMm);
      if (foot && (!best || foot.far < best.far - 1e-9)) best = foot;
    }
    const place: Foot = best ?? { k: count - 1, t: 1, mm: total, far: 0 };
    now = place.mm;
    from = place.k;
    while (from > 0 && startOfPiece(from) > now - BACK_MM) from--;
    const piece = place.k % count;
    const p = primitives[piece]!;
    const off = dot(sub(q, pointAt(p, place.t)), perp(tangentAt(p, place.t)));
    return { piece, t: place.t, off };
  });
}

/** Where the points stand beside a chain, by now of another place or size. */
export function pointsBeside(
  primitives: readonly Primitive[],
  points: readonly FollowPoint[],
): Vec[] {
  return points.map(({ piece, t, off }) => {
    const p = primitives[piece];
    if (!p) return startOf(primitives[0]!);
    return add(pointAt(p, t), scale(perp(tangentAt(p, t)), off));
  });
}
