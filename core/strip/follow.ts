import {
  add,
  distance,
  dot,
  flattenPath,
  perp,
  pointAt,
  project,
  scale,
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
/** How many primitives ahead the next point may stand. */
const AHEAD = 3;

function clampedOn(p: Primitive, q: Vec): { t: number; far: number } {
  const t = Math.min(1, Math.max(0, project(p, q).t));
  return { t, far: distance(pointAt(p, t), q) };
}

/**
 * Points of a drawn path, in order, each told by where it stands beside the chain that was fitted to
 * the path. So the drawing can be laid beside the same chain after the chain was shifted or turned.
 */
export function followPoints(path: Path, chain: Chain): FollowPoint[] {
  const { primitives } = chain;
  const count = primitives.length;
  const drawn = flattenPath(path, FLAT_MM, STEP_MM);
  if (count === 0 || drawn.length === 0) return [];
  let now = 0;
  if (chain.closed) {
    const far = primitives.map((p) => clampedOn(p, drawn[0]!).far);
    now = far.indexOf(Math.min(...far));
  }
  return drawn.map((q): FollowPoint => {
    let best = { piece: now, ...clampedOn(primitives[now]!, q) };
    for (let k = 1; k <= AHEAD; k++) {
      const next = chain.closed ? (now + k) % count : now + k;
      const p = primitives[next];
      if (!p) break;
      const on = clampedOn(p, q);
      if (on.far < best.far - 1e-9) best = { piece: next, ...on };
    }
    now = best.piece;
    const p = primitives[now]!;
    const at = pointAt(p, best.t);
    return { piece: now, t: best.t, off: dot(sub(q, at), perp(tangentAt(p, best.t))) };
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
