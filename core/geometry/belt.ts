import { line, type Segment } from './segment';
import type { Path } from './path';
import { add, angleOf, distance, fromAngle, perp, scale, sub, type Vec } from './vec';

/** Something a line is laid round: a round thing, or with radius 0 a corner or an end. */
export interface Post {
  readonly at: Vec;
  readonly radius: number;
  /** 1 clockwise round it, -1 anticlockwise; no matter for a corner */
  readonly turn: 1 | -1;
  /** whole turns more than needed */
  readonly loops?: number;
}

export const corner = (x: number, y: number): Post => ({ at: { x, y }, radius: 0, turn: 1 });
export const post = (x: number, y: number, radius: number, turn: 1 | -1, loops = 0): Post => ({
  at: { x, y },
  radius,
  turn,
  loops,
});

/** Two posts stand so that no straight line can touch both as wanted. */
export class BeltError extends Error {}

/**
 * The line laid tightly round posts in order, like a cord: straight tangents between arcs about
 * them. With rho the radius, positive clockwise, a tangent from post i to j at distance L in
 * direction delta runs at angle delta - asin((rho_j - rho_i) / L).
 * @throws BeltError when two posts are too near each other for their radii
 */
export function beltAround(posts: readonly Post[], closed: boolean): Path {
  const rho = (p: Post): number => p.radius * p.turn;
  const count = posts.length;
  const angles = posts.slice(0, closed ? count : count - 1).map((p, i) => {
    const q = posts[(i + 1) % count]!;
    const apart = distance(p.at, q.at);
    const sine = (rho(q) - rho(p)) / Math.max(apart, 1e-12);
    if (Math.abs(sine) > 1 + 1e-9) throw new BeltError('the round parts overlap');
    return angleOf(sub(q.at, p.at)) - Math.asin(Math.max(-1, Math.min(1, sine)));
  });
  const leaves = (p: Post, angle: number): Vec => sub(p.at, scale(perp(fromAngle(angle)), rho(p)));
  const segments: Segment[] = [];
  angles.forEach((angle, i) => {
    const [p, q] = [posts[i]!, posts[(i + 1) % count]!];
    const [from, to] = [leaves(p, angle), leaves(q, angle)];
    if (distance(from, to) > 1e-6) segments.push(line(from, to));
    const next = angles[i + 1] ?? (closed ? angles[0] : undefined);
    if (q.radius > 0 && next !== undefined) segments.push(...around(q, angle, next));
  });
  return { segments, closed };
}

function around(p: Post, into: number, out: number): Segment[] {
  const whole = 2 * Math.PI;
  const turn = (p.turn > 0 ? out - into : into - out) % whole;
  const part = turn < -1e-9 ? turn + whole : Math.max(0, turn);
  const sweep = ((part > whole - 1e-9 ? 0 : part) + whole * (p.loops ?? 0)) * p.turn;
  if (Math.abs(sweep) < 1e-9) return [];
  const startAngle = into - (Math.PI / 2) * p.turn;
  const steps = Math.ceil(Math.abs(sweep) / (Math.PI * 1.5) - 1e-9);
  return Array.from({ length: steps }, (_, i) => ({
    type: 'arc',
    center: p.at,
    radius: p.radius,
    startAngle: startAngle + (sweep * i) / steps,
    sweep: sweep / steps,
  }));
}

/** Arcs of one circle after another, each going on where and as the one before it ends. */
export function arcRow(
  from: Vec,
  heading: number,
  arcs: readonly { readonly radius: number; readonly sweep: number }[],
): Segment[] {
  const out: Segment[] = [];
  let [at, direction] = [from, heading];
  for (const { radius, sweep } of arcs) {
    const side = sweep < 0 ? -1 : 1;
    const center = add(at, scale(perp(fromAngle(direction)), radius * side));
    const startAngle = direction - (Math.PI / 2) * side;
    out.push({ type: 'arc', center, radius, startAngle, sweep });
    direction += sweep;
    at = add(center, scale(fromAngle(startAngle + sweep), radius));
  }
  return out;
}
