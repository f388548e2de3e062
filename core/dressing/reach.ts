import { cross, dot, sub, unit, type Vec } from '../geometry';

/** A place that something reaches by so much all round, or to the sides and up and down. */
export interface Reach {
  readonly at: Vec;
  readonly x: number;
  readonly y: number;
}

/** Directions in which a size is measured. */
const AXES: readonly Vec[] = [
  { x: 1, y: 0 },
  { x: -1, y: 0 },
  { x: 0, y: 1 },
  { x: 0, y: -1 },
];

/** What turns less goes straight on: it has no outer side. */
const STRAIGHT_RAD = 1e-9;
/** Points nearer than this are one, mm. */
const SAME_MM = 1e-9;

/** Whether round wire that turns from one direction to another at a point has its outermost towards an axis there. */
function turnsPast(from: Vec, to: Vec, axis: Vec): boolean {
  const turn = Math.atan2(cross(from, to), dot(from, to));
  if (Math.abs(turn) < STRAIGHT_RAD) return false;
  const side = Math.sign(turn);
  // The outer side's normal goes round with the wire.
  const normal = { x: side * from.y, y: -side * from.x };
  const ahead = side * Math.atan2(cross(normal, axis), dot(normal, axis));
  return ahead >= 0 && ahead <= Math.abs(turn);
}

/**
 * Round wire along points: it reaches to its sides, at a corner all round its outer side, and no further than its
 * flush ends.
 */
export const alongside = (line: readonly Vec[], mm: number): Reach[] => {
  // Where two points are one there is no way from one to the other.
  const points = line.filter((p, i) => {
    const before = line[i - 1];
    return !before || Math.hypot(p.x - before.x, p.y - before.y) > SAME_MM;
  });
  const ways = points.slice(1).map((to, i) => unit(sub(to, points[i] ?? to)));
  const sides = ways.flatMap(({ x, y }, i) =>
    [points[i], points[i + 1]].flatMap((at): Reach[] =>
      at ? [{ at, x: Math.abs(y) * mm, y: Math.abs(x) * mm }] : [],
    ),
  );
  const corners = ways.slice(1).flatMap((to, i): Reach[] => {
    const [from, at] = [ways[i], points[i + 1]];
    if (!from || !at) return [];
    const past = AXES.filter((axis) => turnsPast(from, to, axis));
    if (past.length === 0) return [];
    return [
      {
        at,
        x: past.some((a) => a.x !== 0) ? mm : 0,
        y: past.some((a) => a.y !== 0) ? mm : 0,
      },
    ];
  });
  return [...sides, ...corners];
};
