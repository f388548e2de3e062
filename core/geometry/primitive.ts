import { endOf, line, segmentLength, startOf, tangentAt, type Primitive } from './segment';
import {
  add,
  angleOf,
  cross,
  distance,
  dot,
  fromAngle,
  perp,
  scale,
  sub,
  unit,
  type Vec,
} from './vec';

/** Signed curvature, 1/mm, positive clockwise; zero for a line. */
export const curvatureOf = (p: Primitive): number =>
  p.type === 'line' ? 0 : Math.sign(p.sweep) / p.radius;

/** The line or arc that leaves `from` in direction `heading` with signed curvature and length. */
export function primitiveFrom(
  from: Vec,
  heading: number,
  curvature: number,
  length: number,
): Primitive {
  if (Math.abs(curvature) < 1e-9) return line(from, add(from, scale(fromAngle(heading), length)));
  const center = add(from, scale(perp(fromAngle(heading)), 1 / curvature));
  return {
    type: 'arc',
    center,
    radius: 1 / Math.abs(curvature),
    startAngle: angleOf(sub(from, center)),
    sweep: curvature * length,
  };
}

/**
 * The parallel curve `by` mm to the right of travel (clockwise side, y down).
 * @returns null when an arc would shrink to nothing
 */
export function offsetPrimitive(p: Primitive, by: number): Primitive | null {
  if (p.type === 'line') {
    const shift = scale(perp(unit(sub(p.to, p.from))), by);
    return line(add(p.from, shift), add(p.to, shift));
  }
  const radius = p.radius - Math.sign(p.sweep) * by;
  return radius > 1e-6 ? { ...p, radius } : null;
}

/**
 * Where a point's foot lies on the endless line or circle: parameter t and distance from it.
 * @param near on a circle, which goes round and round, the foot nearest to this parameter is meant
 */
export function project(p: Primitive, q: Vec, near = 0.5): { t: number; distance: number } {
  if (p.type === 'line') {
    const along = sub(p.to, p.from);
    const size = dot(along, along);
    const t = size === 0 ? 0 : dot(sub(q, p.from), along) / size;
    return { t, distance: Math.abs(cross(unit(along), sub(q, p.from))) };
  }
  const angle = angleOf(sub(q, p.center)) - p.startAngle;
  const wanted = p.sweep * near;
  const found = wanted + Math.atan2(Math.sin(angle - wanted), Math.cos(angle - wanted));
  return { t: found / p.sweep, distance: Math.abs(distance(q, p.center) - p.radius) };
}

/** Points common to two endless lines or circles. */
export function meetings(a: Primitive, b: Primitive): Vec[] {
  if (a.type === 'line' && b.type === 'line') return lineLine(a, b);
  if (a.type === 'line' && b.type === 'arc') return lineCircle(a, b);
  if (a.type === 'arc' && b.type === 'line') return lineCircle(b, a);
  return a.type === 'arc' && b.type === 'arc' ? circleCircle(a, b) : [];
}

function lineLine(a: Primitive & { type: 'line' }, b: Primitive & { type: 'line' }): Vec[] {
  const u = unit(sub(a.to, a.from));
  const v = unit(sub(b.to, b.from));
  const denominator = cross(u, v);
  if (Math.abs(denominator) < 1e-9) return [];
  return [add(a.from, scale(u, cross(sub(b.from, a.from), v) / denominator))];
}

function lineCircle(l: Primitive & { type: 'line' }, c: Primitive & { type: 'arc' }): Vec[] {
  const u = unit(sub(l.to, l.from));
  const foot = add(l.from, scale(u, dot(sub(c.center, l.from), u)));
  const square = c.radius ** 2 - distance(foot, c.center) ** 2;
  if (square < 0) return [];
  const half = Math.sqrt(square);
  return [add(foot, scale(u, -half)), add(foot, scale(u, half))];
}

function circleCircle(a: Primitive & { type: 'arc' }, b: Primitive & { type: 'arc' }): Vec[] {
  const gap = distance(a.center, b.center);
  if (gap < 1e-9 || gap > a.radius + b.radius || gap < Math.abs(a.radius - b.radius)) return [];
  const along = (a.radius ** 2 - b.radius ** 2 + gap ** 2) / (2 * gap);
  const u = unit(sub(b.center, a.center));
  const half = Math.sqrt(Math.max(0, a.radius ** 2 - along ** 2));
  const foot = add(a.center, scale(u, along));
  return [add(foot, scale(perp(u), half)), add(foot, scale(perp(u), -half))];
}

/** The turn in radians from the end of one primitive to the start of the next, positive clockwise. */
export function joinTurn(a: Primitive, b: Primitive): number {
  const out = tangentAt(b, 0);
  const into = tangentAt(a, 1);
  return Math.atan2(cross(into, out), dot(into, out));
}

/** Cumulative lengths: entry i is the length before primitive i; one more entry holds the total. */
export function cumulativeLengths(chain: readonly Primitive[]): number[] {
  const sums = [0];
  for (const p of chain) sums.push((sums[sums.length - 1] ?? 0) + segmentLength(p));
  return sums;
}

export const primitiveEnds = (p: Primitive): [Vec, Vec] => [startOf(p), endOf(p)];
