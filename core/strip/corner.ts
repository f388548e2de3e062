import {
  add,
  distance,
  endOf,
  joinTurn,
  line,
  meetings,
  offsetPrimitive,
  project,
  scale,
  segmentLength,
  startOf,
  stretchOf,
  sub,
  tangentAt,
  turnBetween,
  angleOf,
  unit,
  type Primitive,
  type Vec,
} from '../geometry';
import { mapEnds, type Chain } from './fitChain';

/** Joins that turn more than this, radians, are bends of their own. */
export const CORNER_TURN = (1.5 * Math.PI) / 180;
/** A corner that turns this far is pressed together as a fold. */
export const FOLD_TURN = (150 * Math.PI) / 180;

export const CORNER_STYLES = ['round', 'reach'] as const;
export type CornerStyle = (typeof CORNER_STYLES)[number];

/** Inside radius of a corner bent over a jaw's edge: a quarter of the wire, at least 0.2 mm. */
export const cornerInsideRadius = (diameterMm: number): number => Math.max(0.25 * diameterMm, 0.2);

/** Developed length of a bend: angle x (inside radius + k x diameter). */
export const developedBend = (
  angleRad: number,
  insideMm: number,
  diameterMm: number,
  k: number,
): number => Math.abs(angleRad) * (insideMm + k * diameterMm);

/** Developed length of a fold: a half turn squeezed to gap g takes pi (d + g) / 2. */
export const developedFold = (angleRad: number, diameterMm: number, gapMm: number): number =>
  (Math.abs(angleRad) * (diameterMm + gapMm)) / 2;

/** Distance from the tangent point to the drawn vertex: (r + d/2) tan(angle / 2). */
export const cornerSetback = (angleRad: number, insideMm: number, diameterMm: number): number =>
  (insideMm + diameterMm / 2) * Math.tan(Math.abs(angleRad) / 2);

export interface Fillet {
  /** parameter on the primitive before where the bend starts, and on the one after where it ends */
  readonly leaveAt: number;
  readonly enterAt: number;
  readonly arc: Primitive[];
  readonly radius: number;
}

/**
 * The bend that replaces a drawn corner: a circle tangent to both neighbours, also when these are
 * arcs. `radius` is that of the wire's centreline.
 */
export function filletCorner(before: Primitive, after: Primitive, radius: number): Fillet {
  const turn = joinTurn(before, after);
  const vertex = endOf(before);
  const side = Math.sign(turn) * radius;
  const [a, b] = [offsetPrimitive(before, side), offsetPrimitive(after, side)];
  const centers = a && b ? meetings(a, b) : [];
  const expected = radius / Math.max(0.05, Math.cos(turn / 2));
  let best: Vec | null = null;
  const miss = (c: Vec): number => Math.abs(distance(c, vertex) - expected);
  for (const c of centers) if (!best || miss(c) < miss(best)) best = c;
  if (!best || miss(best) > 0.5 * expected) return plainFillet(before, after, turn, radius);
  const leaveAt = project(before, best).t;
  const enterAt = project(after, best).t;
  const from = stretchOf(before, 0, leaveAt);
  const to = stretchOf(after, enterAt, 1);
  const sweep = turnBetween(tangentAt(from, 1), tangentAt(to, 0));
  const start = angleOf(sub(endOf(from), best));
  return {
    leaveAt,
    enterAt,
    radius,
    arc: [{ type: 'arc', center: best, radius, startAngle: start, sweep: sameSign(sweep, turn) }],
  };
}

const sameSign = (sweep: number, turn: number): number =>
  sweep * turn >= 0 ? sweep : sweep + Math.sign(turn) * 2 * Math.PI;

/** By the formula for straight legs, when the neighbours' own curves allow no common circle. */
function plainFillet(before: Primitive, after: Primitive, turn: number, radius: number): Fillet {
  const setback = radius * Math.tan(Math.min(Math.abs(turn), 3) / 2);
  const leaveAt = 1 - setback / segmentLength(before);
  const enterAt = setback / segmentLength(after);
  const from = endOf(stretchOf(before, 0, leaveAt));
  const to = startOf(stretchOf(after, enterAt, 1));
  return { leaveAt, enterAt, radius, arc: [line(from, to)] };
}

/**
 * A corner pressed flat: the two legs run side by side and the tip of the wire's centre stands at
 * the drawn tip. The drawn legs are shown meeting in the tip.
 */
export function foldCorner(before: Primitive, after: Primitive, diameterMm: number): Fillet {
  const radius = diameterMm / 2;
  const leaveAt = 1 - radius / segmentLength(before);
  const enterAt = radius / segmentLength(after);
  const from = endOf(stretchOf(before, 0, leaveAt));
  const to = startOf(stretchOf(after, enterAt, 1));
  const tip = endOf(before);
  return { leaveAt, enterAt, radius, arc: [line(from, tip), line(tip, to)] };
}

/**
 * Moves corners outwards or inwards along their bisector so that the bent wire's outer edge reaches
 * the drawn tip. The stretches between corners are turned and scaled, by a hair, to fit.
 */
export function reachTips(chain: Chain, insideMm: number, diameterMm: number): Chain {
  // Moving a tip turns its legs a little, which moves the tip again; three rounds settle it.
  let moved = chain;
  for (let round = 0; round < 3; round++) moved = moveTips(chain, moved, insideMm, diameterMm);
  return moved;
}

/** The chain with its corners shifted as far as those of `near`, the same chain a round before, ask. */
function moveTips(chain: Chain, near: Chain, insideMm: number, diameterMm: number): Chain {
  const p = chain.primitives;
  const q = near.primitives;
  const count = p.length;
  const isCorner = p.map((s, i) => {
    const before = p[i - 1] ?? (chain.closed ? p[count - 1] : undefined);
    return before !== undefined && count > 1 && Math.abs(joinTurn(before, s)) > CORNER_TURN;
  });
  if (!isCorner.some(Boolean)) return chain;
  const moved = p.map((s, i) => {
    const [before, after] = [q[(i - 1 + count) % count], q[i]];
    return isCorner[i] && before && after
      ? add(startOf(s), tipShift(before, after, insideMm, diameterMm))
      : null;
  });
  const first = chain.closed ? isCorner.indexOf(true) : 0;
  const order = p.map((_, i) => (i + first) % count);
  const groups: number[][] = [];
  order.forEach((i, n) => {
    if (n === 0 || isCorner[i]) groups.push([i]);
    else groups[groups.length - 1]?.push(i);
  });
  const primitives = groups.flatMap((group, g) => {
    const nextIndex = groups[g + 1]?.[0] ?? (chain.closed ? groups[0]?.[0] : undefined);
    const own = group.map((i) => p[i]!);
    const from = moved[group[0] ?? 0] ?? startOf(own[0]!);
    const end = nextIndex === undefined ? null : moved[nextIndex];
    return mapEnds(own, from, end ?? endOf(own[own.length - 1]!));
  });
  return { ...chain, primitives };
}

function tipShift(before: Primitive, after: Primitive, insideMm: number, diameterMm: number): Vec {
  const [u, v] = [tangentAt(before, 1), tangentAt(after, 0)];
  const turn = Math.abs(joinTurn(before, after));
  const outward = turn > 3.1 ? u : unit(sub(u, v));
  const apex = turn >= FOLD_TURN ? 0 : (insideMm + diameterMm / 2) * (1 / Math.cos(turn / 2) - 1);
  return scale(outward, apex - diameterMm / 2);
}
