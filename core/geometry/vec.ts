/** A point or vector in mm: x to the right, y down, as seen from the front of the piece. */
export interface Vec {
  readonly x: number;
  readonly y: number;
}

export const vec = (x: number, y: number): Vec => ({ x, y });
export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y });
export const sub = (a: Vec, b: Vec): Vec => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: Vec, by: number): Vec => ({ x: a.x * by, y: a.y * by });
export const dot = (a: Vec, b: Vec): number => a.x * b.x + a.y * b.y;
/** z of the cross product; positive when b lies clockwise of a (y down). */
export const cross = (a: Vec, b: Vec): number => a.x * b.y - a.y * b.x;
// Math.hypot guards against overflow that lengths in mm never come near, at ten times the cost.
export const norm = (a: Vec): number => Math.sqrt(a.x * a.x + a.y * a.y);
export const distance = (a: Vec, b: Vec): number =>
  Math.sqrt((a.x - b.x) * (a.x - b.x) + (a.y - b.y) * (a.y - b.y));
export const mix = (a: Vec, b: Vec, t: number): Vec => ({
  x: a.x + (b.x - a.x) * t,
  y: a.y + (b.y - a.y) * t,
});
/** The vector turned a quarter clockwise. */
export const perp = (a: Vec): Vec => ({ x: -a.y, y: a.x });
export const fromAngle = (rad: number): Vec => ({ x: Math.cos(rad), y: Math.sin(rad) });
export const angleOf = (a: Vec): number => Math.atan2(a.y, a.x);

export function unit(a: Vec): Vec {
  const size = norm(a);
  return size === 0 ? { x: 1, y: 0 } : scale(a, 1 / size);
}

/** An angle brought into (-pi, pi]. */
export function wrapAngle(rad: number): number {
  const turn = rad - 2 * Math.PI * Math.round(rad / (2 * Math.PI));
  return turn <= -Math.PI ? turn + 2 * Math.PI : turn;
}

/** The signed turn in radians from direction a to direction b, positive clockwise. */
export const turnBetween = (a: Vec, b: Vec): number => Math.atan2(cross(a, b), dot(a, b));

/** Places whose heights differ by less than this are equally high, mm. */
const LEVEL_MM = 1e-6;

/** The highest of some points, of several equally high ones the first; null where there is none. */
export function highestOf(points: readonly Vec[]): Vec | null {
  let top: Vec | null = null;
  for (const p of points) if (!top || p.y < top.y - LEVEL_MM) top = p;
  return top;
}
