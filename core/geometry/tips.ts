import { cross, distance, dot, sub, type Vec } from './vec';

/** A place where a smooth row of points turns back within less than any jaw: as wire it is a corner. */
export interface Tip {
  /** the points between which it turns, and the one in the middle of its turning */
  readonly before: number;
  readonly at: number;
  readonly after: number;
  /** radians, clockwise positive */
  readonly turnRad: number;
}

const DEG = Math.PI / 180;
/** A tip turns at least so much within this far to either side, and no more within twice as far. */
const REACH_MM = 0.2;
const LEAST_TURN = 95 * DEG;
const MOST_TURN = 200 * DEG;

/** The tips of a row of points; its ends have none. */
export function tipsOf(points: readonly Vec[]): Tip[] {
  const { along, turned } = sums(points);
  const last = points.length - 1;
  /** turning of the points no further than so far from one, and the first and last of them */
  const about = (i: number, reach: number): { turn: number; from: number; to: number } => {
    let [from, to] = [i, i];
    while (from > 1 && along[i]! - along[from - 1]! <= reach) from--;
    while (to < last - 1 && along[to + 1]! - along[i]! <= reach) to++;
    return { turn: turned[to]! - turned[from - 1]!, from, to };
  };
  const tips: Tip[] = [];
  let best: { at: number; turn: number } | null = null;
  const close = (): void => {
    if (best) tips.push(...tipAt(best.at));
    best = null;
  };
  const tipAt = (peak: number): Tip[] => {
    const { turn, from, to } = about(peak, REACH_MM);
    if (Math.abs(about(peak, 2 * REACH_MM).turn) > MOST_TURN) return [];
    let at = from;
    while (at < to && Math.abs(turned[at]! - turned[from - 1]!) < Math.abs(turn) / 2) at++;
    return [{ before: Math.min(from, at), at, after: Math.max(to, at), turnRad: turn }];
  };
  for (let i = 1; i < last; i++) {
    const turn = Math.abs(about(i, REACH_MM).turn);
    if (best && along[i]! - along[best.at]! > 2 * REACH_MM) close();
    if (turn >= LEAST_TURN && (!best || turn > best.turn)) best = { at: i, turn };
  }
  close();
  return tips;
}

/** Length along a row of points up to each, and its turning up to and with each. */
function sums(points: readonly Vec[]): { along: Float64Array; turned: Float64Array } {
  const along = new Float64Array(points.length);
  const turned = new Float64Array(points.length);
  for (let i = 1; i < points.length; i++) {
    const [p, q, next] = [points[i - 1]!, points[i]!, points[i + 1]];
    along[i] = along[i - 1]! + distance(p, q);
    const [u, v] = next ? [sub(q, p), sub(next, q)] : [p, p];
    turned[i] = turned[i - 1]! + (next ? Math.atan2(cross(u, v), dot(u, v)) : 0);
  }
  return { along, turned };
}
