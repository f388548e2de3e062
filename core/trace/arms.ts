import { add, cross, distance, dot, scale, unit, type Vec } from '../geometry';
import type { CleanEdge, Strokes } from './cleanEdges';
import { leastSquares } from './leastSquares';
import { sample } from './picture';

/** One end of a clean edge, with how the line would go on beyond it. */
export interface Arm {
  readonly edge: number;
  readonly end: 'from' | 'to';
  readonly at: Vec;
  /** unit direction out of the edge, into the meeting */
  readonly ahead: Vec;
  /** change of direction ahead, 1/px, clockwise positive */
  readonly curvature: number;
}

/** Place after going `s` px on beyond an arm's end. */
export const beyond = (arm: Arm, s: number): Vec => ({
  x: arm.at.x + arm.ahead.x * s - arm.ahead.y * 0.5 * arm.curvature * s * s,
  y: arm.at.y + arm.ahead.y * s + arm.ahead.x * 0.5 * arm.curvature * s * s,
});

/** Direction after going `s` px on beyond an arm's end. */
export const headingBeyond = (arm: Arm, s: number): Vec =>
  unit({
    x: arm.ahead.x - arm.ahead.y * arm.curvature * s,
    y: arm.ahead.y + arm.ahead.x * arm.curvature * s,
  });

/** Fits a parabola to the points next to an end of a row. */
export function armOf(edges: readonly CleanEdge[], edge: number, end: 'from' | 'to'): Arm {
  const { row, half } = edges[edge]!;
  const near = end === 'from' ? row : [...row].reverse();
  // A short edge may turn sharply in its middle: neither end looks beyond that.
  const reach = row.length < 8 * half ? 0.45 * row.length : 6 * half;
  return { edge, end, ...endOfRow(near, reach) };
}

interface RowEnd {
  readonly at: Vec;
  readonly ahead: Vec;
  readonly curvature: number;
}

/** A parabola stands for the row near its end if the points keep within this of it, px. */
const PARABOLA_OFF = 0.4;

/**
 * Place, direction outwards and curvature at the start of a row of points, from its first `reach` px
 * or as many as one parabola follows: a corner further in is not taken for a curve.
 */
export function endOfRow(row: readonly Vec[], reach: number): RowEnd {
  const allowed = PARABOLA_OFF + 4 * jitter(row, reach);
  for (let span = reach; ; span *= 0.7) {
    const { end, worst } = fitEnd(row, span);
    if (worst < allowed || span < 5) return end;
  }
}

/** How far single points stray from the line of their neighbours, px. */
function jitter(row: readonly Vec[], count: number): number {
  const last = Math.min(row.length - 1, Math.ceil(count));
  let sum = 0;
  for (let i = 1; i < last; i++) {
    const [a, b, c] = [row[i - 1]!, row[i]!, row[i + 1]!];
    sum += (b.x - (a.x + c.x) / 2) ** 2 + (b.y - (a.y + c.y) / 2) ** 2;
  }
  return last > 1 ? Math.sqrt(sum / (last - 1) / 1.5) : 0;
}

function fitEnd(row: readonly Vec[], reach: number): { end: RowEnd; worst: number } {
  const first = row[0]!;
  const used: { s: number; p: Vec }[] = [];
  let s = 0;
  for (let i = 0; i < row.length; i++) {
    if (i > 0) s += distance(row[i - 1]!, row[i]!);
    if (s > reach && i > 2) break;
    used.push({ s, p: row[i]! });
  }
  const span = used[used.length - 1]!.s;
  const degree = span > 8 && used.length > 6 ? 2 : 1;
  const terms = used.map((u) => (degree === 2 ? [1, u.s, u.s * u.s] : [1, u.s]));
  const solve = (axis: 'x' | 'y'): Float64Array | null =>
    leastSquares(
      terms,
      used.map((u) => u.p[axis]),
    );
  const [cx, cy] = [solve('x'), solve('y')];
  if (!cx || !cy || span < 1) {
    const last = used[used.length - 1]!.p;
    const ahead = unit({ x: first.x - last.x, y: first.y - last.y });
    return { end: { at: first, ahead, curvature: 0 }, worst: 0 };
  }
  const value = (c: Float64Array, t: readonly number[]): number =>
    t.reduce((sum, v, k) => sum + v * c[k]!, 0);
  const worst = used.reduce(
    (most, u, i) =>
      Math.max(most, Math.hypot(value(cx, terms[i]!) - u.p.x, value(cy, terms[i]!) - u.p.y)),
    0,
  );
  const slope = { x: -cx[1]!, y: -cy[1]! };
  const bend = degree === 2 ? { x: 2 * cx[2]!, y: 2 * cy[2]! } : { x: 0, y: 0 };
  const speed = Math.hypot(slope.x, slope.y) || 1;
  const end = {
    at: { x: cx[0]!, y: cy[0]! },
    ahead: unit(slope),
    curvature: cross(slope, bend) / speed ** 3,
  };
  return { end, worst };
}

/** Angle between two directions, 0 to pi. */
export const angleBetween = (a: Vec, b: Vec): number =>
  Math.abs(Math.atan2(cross(a, b), dot(a, b)));

/**
 * How far a line that leaves one arm and comes back on the other has to turn: the change of
 * direction, each arm going on as it curves to half way, and the step aside.
 */
export function turnAcross(a: Arm, b: Arm, half: number): number {
  const gap = distance(a.at, b.at);
  const [u, v] = [headingBeyond(a, gap / 2), scale(headingBeyond(b, gap / 2), -1)];
  const change = angleBetween(u, v);
  if (gap < half) return change;
  const [m, n] = [beyond(a, gap / 2), beyond(b, gap / 2)];
  const aside = Math.abs(cross(unit(add(u, v)), { x: n.x - m.x, y: n.y - m.y }));
  return change + Math.atan2(aside, gap);
}

/** Where the lines beyond two arms meet, each going on as it curves; null if they do not. */
export function meetingOf(a: Arm, b: Arm): { at: Vec; sa: number; sb: number } | null {
  let [sa, sb] = [0, 0];
  let at: Vec | null = null;
  for (let round = 0; round < 6; round++) {
    const u = headingBeyond(a, sa / 2);
    const v = headingBeyond(b, sb / 2);
    const base = cross(u, v);
    if (Math.abs(base) < 0.05) return null;
    const w = { x: b.at.x - a.at.x, y: b.at.y - a.at.y };
    sa = cross(w, v) / base;
    sb = cross(w, u) / base;
    at = add(a.at, scale(u, sa));
  }
  return at && sa > -2 && sb > -2 ? { at, sa, sb } : null;
}

/** Distance from a place to where the ink ends in a direction, px; at most `most`. */
export function inkAhead(from: Vec, ahead: Vec, strokes: Strokes, most: number): number {
  const level = 0.5 * Math.max(sample(strokes.darkness, from.x, from.y), strokes.threshold);
  let last = sample(strokes.darkness, from.x, from.y);
  for (let t = 0.25; t <= most; t += 0.25) {
    const value = sample(strokes.darkness, from.x + ahead.x * t, from.y + ahead.y * t);
    if (value < level) return t - (0.25 * (level - value)) / Math.max(1e-6, last - value);
    last = value;
  }
  return most;
}

/** By how much blur draws back the end of a round tip more than the sides of a line: s^2 / 2r, px. */
export const roundEndLoss = (strokes: Strokes): number =>
  Math.min(0.3 * strokes.half, strokes.blurPx ** 2 / (2 * strokes.half));
