import {
  curvatureOf,
  distance,
  endOf,
  flattenPath,
  joinTurn,
  pathLength,
  pathTurn,
  segmentLength,
  smoothedTurn,
  startOf,
  tangentAt,
  turnBetween,
  walkInStep,
  walkRing,
  type InStep,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Chain, Strip } from '../strip';
import type { Stray } from './stray';

/**
 * The laws of every plan: what it says of a wire must follow from the drawn line. A plan that breaks
 * one is not shown; what is broken is a record, its words are made last.
 */
export interface Breach {
  readonly law: 'strays' | 'turns' | 'length' | 'lost' | 'broken' | 'kinked' | 'endless';
  /** where on the drawing */
  readonly at: Vec;
  /** what it is and what it should be: mm, or degrees of turn */
  readonly is: number;
  readonly should: number;
}

const DEG = Math.PI / 180;
/** Allowance for points between which distances are taken, mm. */
const SAMPLING_MM = 0.03;
/** Turning may differ by this where nothing, and where something is smoothed. */
const EXACT_TURN = 1 * DEG;
const SMOOTH_TURN = 30 * DEG;
const LENGTH_SHARE = 0.003;
/** Longer or wider than this is no piece of jewelry, mm. */
const MOST_MM = 20_000;

/** Whether two turns are the same, where some corners may be taken either way round. */
function sameTurn(a: number, b: number, eitherWay: number, allowed: number): boolean {
  const full = 2 * Math.PI;
  const rounds = Math.round((a - b) / full);
  if (Math.abs(rounds) > eitherWay) return Math.abs(a - b) <= allowed;
  return Math.abs(a - b - rounds * full) <= allowed;
}

/** All turning of a chain, its closing joint too where it is closed. */
function chainTurn(primitives: readonly Primitive[], closed: boolean): number {
  return primitives.reduce((sum, p, i) => {
    const next = primitives[i + 1] ?? (closed ? primitives[0] : undefined);
    return sum + curvatureOf(p) * segmentLength(p) + (next ? joinTurn(p, next) : 0);
  }, 0);
}

/** A chain walked in step with points that it should follow, which the second index of each pair counts. */
function walkChain(chain: Chain, points: readonly Vec[]): InStep {
  const row = flattenPath({ segments: chain.primitives, closed: chain.closed }, 0.005, 0.5);
  return chain.closed ? walkRing(row, points) : walkInStep(row, points);
}

/**
 * What law a chain of lines and arcs breaks that stands for a drawn path; null where it keeps all:
 * near in order, the same turning, the same length but for what smoothing takes.
 */
export function chainBreach(drawn: Path, chain: Chain, toleranceMm: number): Breach | null {
  const first = drawn.segments[0];
  if (!first) return null;
  const begin = startOf(first);
  const drawnMm = pathLength(drawn);
  const chainMm = chain.primitives.reduce((sum, p) => sum + segmentLength(p), 0);
  if (!(drawnMm < MOST_MM)) return { law: 'endless', at: begin, is: drawnMm, should: MOST_MM };
  if (chain.primitives.length === 0 || !Number.isFinite(chainMm)) {
    return { law: 'lost', at: begin, is: 0, should: drawnMm };
  }
  const exact = !chain.fitted;
  if (!exact) {
    const points = flattenPath(drawn, 0.005, 0.5);
    const walk = walkChain(chain, points);
    if (!isWithin(walk.mm, toleranceMm)) {
      const n = walk.farMm.indexOf(walk.mm);
      const at = points[walk.b[n]!]!;
      return { law: 'strays', at, is: walk.mm, should: toleranceMm };
    }
  }
  const is = chainTurn(chain.primitives, chain.closed);
  const whole = pathTurn(drawn);
  const allowed = exact ? EXACT_TURN : SMOOTH_TURN;
  if (!sameTurn(is, whole.turnRad, whole.eitherWay, allowed)) {
    const smooth = exact ? whole : smoothedTurn(drawn, toleranceMm);
    if (exact || !sameTurn(is, smooth.turnRad, smooth.eitherWay, 2 * SMOOTH_TURN)) {
      return { law: 'turns', at: begin, is: is / DEG, should: whole.turnRad / DEG };
    }
  }
  const longer = chainMm - drawnMm > LENGTH_SHARE * drawnMm + toleranceMm;
  // A drawn line that trembles within the tolerance is longer than what it means.
  const shorter =
    drawnMm - chainMm > LENGTH_SHARE * drawnMm + toleranceMm &&
    chainMm < 0.99 * simplifiedMm(drawn, toleranceMm) - 2 * toleranceMm;
  return longer || shorter ? { law: 'length', at: begin, is: chainMm, should: drawnMm } : null;
}

/** How far a chain lies from the points it should follow, walked in step, mm. */
export const strayOfChain = (wished: readonly Vec[], chain: Chain): number =>
  walkChain(chain, wished).mm;

/** Whether a line that lies so far off keeps within a tolerance, mm. */
export const isWithin = (mm: number, toleranceMm: number): boolean =>
  mm <= 1.02 * toleranceMm + SAMPLING_MM;

/** Length that is left of a path when all within the tolerance is cut short. */
function simplifiedMm(drawn: Path, toleranceMm: number): number {
  const points = flattenPath(drawn, 0.01, toleranceMm);
  let sum = 0;
  let from = points[0]!;
  // The shortest line within the tolerance, roughly: from each point as far as the way stays near it.
  let at = 0;
  while (at < points.length - 1) {
    let to = at + 1;
    while (to + 1 < points.length && nearChord(points, at, to + 1, toleranceMm)) to++;
    sum += distance(from, points[to]!);
    from = points[to]!;
    at = to;
  }
  return sum;
}

function nearChord(points: readonly Vec[], from: number, to: number, toleranceMm: number): boolean {
  const [a, b] = [points[from]!, points[to]!];
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const size = Math.hypot(dx, dy);
  if (to - from > 400) return false;
  for (let i = from + 1; i < to; i++) {
    const p = points[i]!;
    const off = size < 1e-9 ? distance(p, a) : Math.abs(dx * (p.y - a.y) - dy * (p.x - a.x)) / size;
    if (off > toleranceMm) return false;
  }
  return true;
}

/** Where two pieces of a formed wire may part, mm, and how far they may bend away from each other. */
const GAP_MM = 0.05;
const KINK = 1.5 * DEG;
/** A bend may stay this far from the line beside what its rounding takes, mm. */
const SETTLED_MM = 0.9;

/**
 * What law a strip breaks that stands for the chain of a wire's centre: unbroken as it is formed from
 * its list, turning as the chain does (`turnRad`; `exact` where nothing was moved since), and nowhere further from the line than tolerance and rounding explain.
 */
export function stripBreach(
  turnRad: number,
  exact: boolean,
  strip: Strip,
  stray: Stray | null,
  diameterMm: number,
  toleranceMm: number,
): Breach | null {
  const begin = strip.pieces[0]?.shape[0];
  if (!begin) return { law: 'lost', at: { x: 0, y: 0 }, is: 0, should: 0 };
  const listed = strip.pieces.reduce((sum, p) => sum + p.angleRad, 0);
  const folds = strip.pieces.filter((p) => p.kind === 'fold').length;
  if (!sameTurn(listed, turnRad, folds, exact ? EXACT_TURN : SMOOTH_TURN)) {
    return { law: 'turns', at: startOf(begin), is: listed / DEG, should: turnRad / DEG };
  }
  const gap = gapIn(strip, diameterMm);
  if (gap) return gap;
  const allowed = 1.1 * toleranceMm + SAMPLING_MM + (folds > 0 ? diameterMm : 0) + SETTLED_MM;
  const most = stray?.elsewhere;
  if (most && most.mm > allowed) {
    return { law: 'strays', at: most.wished, is: most.mm, should: toleranceMm };
  }
  return null;
}

/** Where the formed pieces do not follow on each other; passes of a fold lie beside each other. */
function gapIn(strip: Strip, diameterMm: number): Breach | null {
  const shapes = strip.pieces.flatMap((p) =>
    p.shape.map((s) => ({ s, fold: p.kind === 'fold', kind: p.kind })),
  );
  for (let i = 0; i + 1 < shapes.length; i++) {
    const [a, b] = [shapes[i]!, shapes[i + 1]!];
    const [end, start] = [endOf(a.s), startOf(b.s)];
    const fold = a.fold || b.fold;
    const mm = distance(end, start);
    const bent = Math.abs(turnBetween(tangentAt(a.s, 1), tangentAt(b.s, 0)));
    const point = [a.s, b.s].some((s) => segmentLength(s) < 1e-6);
    if (mm > (fold ? 2.2 * diameterMm : GAP_MM))
      return { law: 'broken', at: end, is: mm, should: 0 };
    if (!fold && !point && bent > KINK) {
      return { law: 'kinked', at: end, is: bent / DEG, should: 0 };
    }
  }
  return null;
}
