import { solveSymmetric } from '../geometry';
import type { Flat } from './flatten';
import { follow, sharpened, type Found } from './follow';
import { leftOf, moves, posed, type Free, type Line, type Pose, type Shape } from './shape';

/** A wire found in the photograph. */
export interface Followed {
  readonly pose: Pose;
  /** its middle at each place, where it was found */
  readonly line: Line;
  /** how surely it was seen there, 0 to 1 */
  readonly good: Float64Array;
}

/** Bends are off by so much as a rule: by angle, rad, and by place, mm. */
const SPREAD = { more: 0.12, later: 0.5 };
/** Wires with more bends than this are bent by angle alone while they are followed. */
const MANY_BENDS = 60;

/** Each round looks less far aside and trusts more in what it sees. */
const ROUNDS = [
  { reachMm: 4.5, stepMm: 0.1, slope: 0.5, spread: 0.5 },
  { reachMm: 3, stepMm: 0.1, slope: 0.4, spread: 0.3 },
  { reachMm: 1.6, stepMm: 0.06, slope: 0.35, spread: 0.2 },
  { reachMm: 1, stepMm: 0.04, slope: 0.35, spread: 0.15 },
] as const;

/**
 * Finds one wire: it is followed beside where it is thought to lie, its bends are bent so that it comes
 * to lie there, and so again, less far aside each time.
 */
export function followWire(flat: Flat, shape: Shape, start: Pose, metal: number): Followed {
  const all = shape.joints.map((_, k) => k);
  const free: Free = { more: all, later: all.length <= MANY_BENDS ? all : [] };
  const { diameterMm } = shape;
  let pose = start;
  for (const { reachMm, stepMm, slope, spread } of ROUNDS) {
    const line = posed(shape, pose);
    const found = follow(flat, line, { diameterMm, reachMm, stepMm, metal, slope });
    pose = bentTo(shape, pose, line, found, free, spread);
  }
  const line = posed(shape, pose);
  const near = follow(flat, line, { diameterMm, reachMm: 0.7, stepMm: 0.03, metal, slope: 0.35 });
  const fine = sharpened(flat, line, near, diameterMm);
  const { nx, ny } = leftOf(line);
  return {
    pose,
    line: {
      x: line.x.map((v, i) => v + nx[i]! * fine.off[i]!),
      y: line.y.map((v, i) => v + ny[i]! * fine.off[i]!),
    },
    good: fine.good,
  };
}

/** The pose changed so that the wire comes to lie where it was found, robustly, with bends held near their plan. */
function bentTo(
  shape: Shape,
  pose: Pose,
  line: Line,
  found: Found,
  free: Free,
  spread: number,
): Pose {
  const { nx, ny } = leftOf(line);
  const columns = moves(shape, line, nx, ny, free);
  const bends = free.more.length;
  // What a bend is off already counts as well as what it is changed by.
  const now = [
    ...free.more.map((k) => pose.more[k]! / SPREAD.more),
    ...free.later.map((k) => pose.later[k]! / SPREAD.later),
  ];
  const prior = [0, 0, 0, ...now];
  const stiff = columns.map((_, i) =>
    i < 3 ? 1e-6 : 1 / (i < 3 + bends ? SPREAD.more : SPREAD.later),
  );
  let step: Float64Array | null = null;
  for (let round = 0; round < 3; round++) {
    const weights = found.good.map((g, i) => {
      const moved = step ? columns.reduce((sum, c, k) => sum + c[i]! * step![k]!, 0) : 0;
      const rest = Math.abs(found.off[i]! - moved) / spread;
      // Four links to the millimetre are not four witnesses.
      return (0.35 * g * g * (step && rest > 1.5 ? 1.5 / rest : 1)) / spread ** 2;
    });
    step = solved(columns, found.off, weights, stiff, prior);
    if (!step) return pose;
  }
  const moved = step!;
  const more = pose.more.slice();
  const later = pose.later.slice();
  free.more.forEach((k, i) => (more[k] = more[k]! + moved[3 + i]!));
  free.later.forEach((k, i) => {
    later[k] = Math.max(-3, Math.min(3, later[k]! + moved[3 + bends + i]!));
  });
  return {
    turn: pose.turn + moved[0]!,
    dx: pose.dx + moved[1]!,
    dy: pose.dy + moved[2]!,
    more,
    later,
  };
}

/** Weighted least squares with a prior on each unknown. */
export function solved(
  columns: readonly Float64Array[],
  values: Float64Array,
  weights: Float64Array,
  stiff: readonly number[],
  prior: readonly number[],
): Float64Array | null {
  const m = columns.length;
  const upper = Array.from({ length: m }, () => new Float64Array(m));
  const right = new Float64Array(m);
  for (let a = 0; a < m; a++) {
    const ca = columns[a]!;
    let sum = 0;
    for (let i = 0; i < ca.length; i++) sum += weights[i]! * ca[i]! * values[i]!;
    right[a] = sum - stiff[a]! * prior[a]!;
    for (let b = a; b < m; b++) {
      const cb = columns[b]!;
      let s = 0;
      for (let i = 0; i < ca.length; i++) s += weights[i]! * ca[i]! * cb[i]!;
      upper[a]![b] = s;
    }
    upper[a]![a] = upper[a]![a]! + stiff[a]! ** 2;
  }
  return solveSymmetric(upper, right, 1e-9);
}
