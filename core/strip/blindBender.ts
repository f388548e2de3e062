import type { Vec } from '../geometry';

/** What a bend list says of one bend, and nothing else. */
export interface ListedBend {
  readonly startMm: number;
  readonly endMm: number;
  readonly angleRad: number;
}

/** Steps along the formed wire, mm. */
const STEP_MM = 0.1;

/**
 * A wire formed from its bend list alone, from the origin towards +x: straight between bends, each
 * bend a circle over its own stretch of the blank. Shares no code with the planner, on purpose: what
 * it forms is what a hand would that trusts the list.
 */
export function formBlind(bends: readonly ListedBend[], developedMm: number): Vec[] {
  let [x, y, heading, s] = [0, 0, 0, 0];
  const points: Vec[] = [{ x, y }];
  const go = (length: number, turn: number): void => {
    const steps = Math.max(2, Math.ceil(length / STEP_MM), Math.ceil(Math.abs(turn) / 0.05));
    const half = turn / steps / 2;
    // The chord of a step of arc is shorter than the arc.
    const chord = (length / steps) * (half === 0 ? 1 : Math.sin(half) / half);
    for (let i = 0; i < steps; i++) {
      x += chord * Math.cos(heading + half);
      y += chord * Math.sin(heading + half);
      heading += 2 * half;
      points.push({ x, y });
    }
  };
  for (const b of bends) {
    if (b.startMm > s) go(b.startMm - s, 0);
    go(Math.max(b.endMm - b.startMm, 1e-9), b.angleRad);
    s = b.endMm;
  }
  if (developedMm > s) go(developedMm - s, 0);
  return points;
}

/** `count` points at even steps along a row of points. */
export function evenly(points: readonly Vec[], count: number): Vec[] {
  const at = [0];
  points.forEach((p, i) => {
    const next = points[i + 1];
    if (next) at.push(at[i]! + Math.hypot(next.x - p.x, next.y - p.y));
  });
  const total = at[at.length - 1]!;
  let i = 0;
  return Array.from({ length: count }, (_, k) => {
    const s = (total * k) / (count - 1);
    while (i + 2 < points.length && at[i + 1]! < s) i++;
    const [a, b] = [points[i]!, points[i + 1]!];
    const t = Math.min(1, (s - at[i]!) / Math.max(1e-12, at[i + 1]! - at[i]!));
    return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
  });
}

/** `points` after the rigid motion (no mirror) that brings them, one by one, nearest to `onto`. */
export function laidOn(points: readonly Vec[], onto: readonly Vec[]): Vec[] {
  const middle = (list: readonly Vec[]): Vec => ({
    x: list.reduce((sum, p) => sum + p.x, 0) / list.length,
    y: list.reduce((sum, p) => sum + p.y, 0) / list.length,
  });
  const [a, b] = [middle(points), middle(onto)];
  let [dot, cross] = [0, 0];
  points.forEach((p, i) => {
    const q = onto[i]!;
    dot += (p.x - a.x) * (q.x - b.x) + (p.y - a.y) * (q.y - b.y);
    cross += (p.x - a.x) * (q.y - b.y) - (p.y - a.y) * (q.x - b.x);
  });
  const turn = Math.atan2(cross, dot);
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return points.map((p) => ({
    x: b.x + c * (p.x - a.x) - s * (p.y - a.y),
    y: b.y + s * (p.x - a.x) + c * (p.y - a.y),
  }));
}

/**
 * Discrete Frechet distance: the shortest leash with which both rows of points are walked to the
 * end and never back (Eiter and Mannila, 1994).
 */
export function frechet(a: readonly Vec[], b: readonly Vec[]): number {
  let row = new Float64Array(b.length);
  a.forEach((p, i) => {
    const next = new Float64Array(b.length);
    b.forEach((q, j) => {
      const far = Math.hypot(p.x - q.x, p.y - q.y);
      const before =
        i === 0
          ? j === 0
            ? 0
            : next[j - 1]!
          : j === 0
            ? row[0]!
            : Math.min(row[j]!, row[j - 1]!, next[j - 1]!);
      next[j] = Math.max(far, before);
    });
    row = next;
  });
  return row[b.length - 1]!;
}

/**
 * How far a wire formed from its list alone is, walked in step, from the points it was drawn by: laid
 * on them as a whole, or begun where and as they begin, whichever is nearer.
 */
export function blindDistance(
  bends: readonly ListedBend[],
  developedMm: number,
  drawn: readonly Vec[],
  samples = 300,
): number {
  const formed = evenly(formBlind(bends, developedMm), samples);
  const wanted = evenly(drawn, samples);
  const laid = frechet(laidOn(formed, wanted), wanted);
  const [a, b] = [wanted[0]!, wanted[1]!];
  const heading = Math.atan2(b.y - a.y, b.x - a.x);
  const [c, s] = [Math.cos(heading), Math.sin(heading)];
  const begun = formed.map((p) => ({ x: a.x + c * p.x - s * p.y, y: a.y + s * p.x + c * p.y }));
  return Math.min(laid, frechet(begun, wanted));
}
