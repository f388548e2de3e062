import {
  add,
  dot,
  flattenPath,
  perp,
  pointAt,
  scale,
  startOf,
  sub,
  tangentAt,
  trackAlong,
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

/**
 * Points of a drawn path, in order, each told by where it stands beside the chain that was fitted to
 * the path. So the drawing can be laid beside the same chain after the chain was shifted or turned.
 */
export function followPoints(path: Path, chain: Chain): FollowPoint[] {
  const drawn = flattenPath(path, FLAT_MM, STEP_MM);
  return trackAlong(drawn, chain.primitives, chain.closed).map(({ piece, t }, n) => {
    const p = chain.primitives[piece]!;
    const aside = sub(drawn[n]!, pointAt(p, t));
    return { piece, t, off: dot(aside, perp(tangentAt(p, t))) };
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
