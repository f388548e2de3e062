import { solveSymmetric } from '../geometry';
import type { Flat } from './flatten';
import { follow, sharpened, tipPast, type Found } from './follow';
import { leftOf, moves, posed, type Free, type Line, type Pose, type Shape } from './shape';

/** A wire found in the photograph. */
export interface Followed {
  readonly pose: Pose;
  /** its middle at each place, where it was found */
  readonly line: Line;
  /** how surely it was seen there, 0 to 1 */
  readonly good: Float64Array;
}

/** Bends are off by so much as a rule: by angle, rad, and by place, mm; a few by far more. */
const SPREAD = { more: 0.045, later: 0.2 };
/** How often: degrees of freedom of Student's distribution. */
const TAILS = 3;
/** What a wire may be turned and moved by in one round, as its inverse: a nearly straight one could slide away. */
const HELD = [1 / 0.15, 1 / 1.5, 1 / 1.5];
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
    const tips = [false, true].map((last) =>
      shape.bare[Number(last)] ? tipPast(flat, line, found, last, diameterMm) : null,
    );
    pose = bentTo(shape, pose, { line, found, tips }, free, spread);
  }
  const line = posed(shape, pose);
  const near = follow(flat, line, { diameterMm, reachMm: 0.7, stepMm: 0.03, metal, slope: 0.35 });
  const fine = sharpened(flat, line, near, { diameterMm, metal });
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
  { line, found, tips }: Sight,
  free: Free,
  spread: number,
): Pose {
  const { columns, off } = withTips(shape, line, free, { off: found.off, tips });
  const bends = free.more.length;
  // What a bend is off already counts as well as what it is changed by; one that is far off is held less.
  const now = [...free.more.map((k) => pose.more[k]!), ...free.later.map((k) => pose.later[k]!)];
  const holds = now.map((v, i) => {
    const usual = i < bends ? SPREAD.more : SPREAD.later;
    return Math.sqrt((TAILS + 1) / (TAILS * usual ** 2 + v * v));
  });
  const stiff = [...HELD, ...holds];
  const prior = [0, 0, 0, ...now.map((v, i) => v * holds[i]!)];
  let step: Float64Array | null = null;
  for (let round = 0; round < 3; round++) {
    const weights = off.map((o, i) => {
      const moved = step ? columns.reduce((sum, c, k) => sum + c[i]! * step![k]!, 0) : 0;
      const rest = Math.abs(o - moved) / spread;
      // Four links to the millimetre are not four witnesses; a tip is one.
      const sure = i < found.good.length ? 0.35 * found.good[i]! ** 2 : 1;
      return (sure * (step && rest > 1.5 ? 1.5 / rest : 1)) / spread ** 2;
    });
    step = solved(columns, off, weights, stiff, prior);
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

interface Sight {
  readonly line: Line;
  readonly found: Found;
  /** how much further the wire goes on at its first and its last end, where that can be told */
  readonly tips: readonly (number | null)[];
}

/** What is off across the wire at each place, and along it at its tips. */
function withTips(
  shape: Shape,
  line: Line,
  free: Free,
  { off, tips }: { readonly off: Float64Array; readonly tips: Sight['tips'] },
): { readonly columns: readonly Float64Array[]; readonly off: Float64Array } {
  const { nx, ny } = leftOf(line);
  const columns = moves(shape, line, nx, ny, free);
  const ends = tips.flatMap((mm, k) => (mm === null ? [] : [{ mm, k }]));
  if (ends.length === 0) return { columns, off };
  // Turned to the right the left is ahead.
  const ahead = moves(
    shape,
    line,
    ny.map((v) => -v),
    nx,
    free,
  );
  const last = off.length - 1;
  return {
    columns: columns.map((c, i) =>
      Float64Array.from([...c, ...ends.map(({ k }) => (k === 1 ? 1 : -1) * ahead[i]![k * last]!)]),
    ),
    off: Float64Array.from([...off, ...ends.map((e) => e.mm)]),
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
