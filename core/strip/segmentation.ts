import { angleOf, cross, dot, sub, wrapAngle, type Vec } from '../geometry';
import { Moments, circleOf, offLine, type CircleFit, type LineFit } from './moments';

/** One line or arc proposed for the points from..to. */
export interface Candidate {
  readonly from: number;
  readonly to: number;
  /** signed curvature, 1/mm; zero for a line */
  readonly curvature: number;
  readonly startHeading: number;
  readonly endHeading: number;
  readonly meanSquare: number;
  readonly worst: number;
}

interface Entry {
  readonly cost: number;
  readonly candidate: Candidate;
  readonly before: Entry | null;
}

const LINE_COST = 0.9;
const ARC_COST = 1;
const CORNER_COST = 0.8;
/** Mismatch of headings at which a join costs as much as a corner. */
const CORNER_HEADING = (14 * Math.PI) / 180;
const STRAIGHT_HEADING = (1 * Math.PI) / 180;
const NO_CORNER_COST = 4;
/**
 * Pieces are proposed between knots: every few points of a long stretch, and wherever the points turn
 * sharply. Which point a smooth joint falls on does not matter, for the least squares over the whole
 * chain move it; a corner left out would be rounded by pieces that are not there.
 */
const MAX_KNOTS = 1200;
const WANTED_KNOTS = 80;
const WIDEST_STRIDE = 3;
const KEPT_ENTRIES = 10;

/**
 * All lines and arcs that could stand for a run of the points with a worst distance of at most
 * `tolerance` mm.
 * @param every between all points, not only between knots: then neighbours always have their line
 */
export function proposeCandidates(
  points: readonly Vec[],
  tolerance: number,
  every = false,
): Candidate[][] {
  const count = points.length - 1;
  const eased = Math.min(WIDEST_STRIDE, Math.ceil(count / WANTED_KNOTS));
  const stride = every ? 1 : Math.max(1, eased, Math.ceil(count / MAX_KNOTS));
  const vertices = stride > 1 ? verticesOf(points, stride) : new Set<number>();
  const knots = points.flatMap((_, i) =>
    i % stride === 0 || i === count || vertices.has(i) ? [i] : [],
  );
  const moments = new Moments(points);
  const byStart: Candidate[][] = points.map(() => []);
  knots.forEach((from, k) => {
    let failures = 0;
    for (let m = k + 1; m < knots.length && failures < 10; m++) {
      const to = knots[m] ?? from;
      const found = proposalsFor(points, moments, from, to, tolerance);
      failures = found.length > 0 ? 0 : failures + 1;
      byStart[from]?.push(...found);
    }
  });
  return byStart;
}

/** A turn within a few points beyond which the sharpest of them is a knot. */
const VERTEX_TURN = (15 * Math.PI) / 180;

/** Where the points turn sharply: the turn between the chords over `reach` points to either side is largest there. */
function verticesOf(points: readonly Vec[], reach: number): Set<number> {
  const turns = points.map((p, i) => {
    const [a, b] = [points[i - reach], points[i + reach]];
    if (!a || !b) return 0;
    const [into, on] = [sub(p, a), sub(b, p)];
    return Math.abs(Math.atan2(cross(into, on), dot(into, on)));
  });
  const found = new Set<number>();
  turns.forEach((turn, i) => {
    if (turn < VERTEX_TURN) return;
    const near = turns.slice(Math.max(0, i - reach + 1), i + reach);
    if (near.every((t) => t <= turn)) found.add(i);
  });
  return found;
}

function proposalsFor(
  points: readonly Vec[],
  moments: Moments,
  from: number,
  to: number,
  tolerance: number,
): Candidate[] {
  const found: Candidate[] = [];
  const about = moments.central(from, to);
  const meanSquare = offLine(about);
  if (meanSquare <= tolerance ** 2) {
    const straight = moments.lineOf(about, from, to);
    const worst = worstOffLine(points, from, to, straight);
    if (worst <= tolerance && runsOn(points, from, to, straight.direction)) {
      const heading = angleOf(straight.direction);
      const [startHeading, endHeading] = [heading, heading];
      found.push({ from, to, curvature: 0, startHeading, endHeading, meanSquare, worst });
    }
  }
  if (to - from < 4) return found;
  const circle = circleOf(about);
  if (!circle || circle.meanSquare > tolerance ** 2 || circle.radius > 2000) return found;
  const worst = worstOffCircle(points, from, to, circle);
  if (worst > tolerance) return found;
  const arc = headingsOnCircle(points, from, to, circle.center);
  if (!arc) return found;
  found.push({
    from,
    to,
    curvature: arc.turn / circle.radius,
    startHeading: arc.start,
    endHeading: arc.end,
    meanSquare: circle.meanSquare,
    worst,
  });
  return found;
}

/** Whether points run along a direction without turning back, as on a doubled line they would. */
function runsOn(points: readonly Vec[], from: number, to: number, direction: Vec): boolean {
  const steps = Math.min(12, to - from);
  const place = (k: number): number =>
    dot(points[Math.round(from + ((to - from) * k) / steps)]!, direction);
  const total = place(steps) - place(0);
  for (let k = 0; k < steps; k++) {
    if (place(k + 1) - place(k) < (-0.5 * total) / steps) return false;
  }
  return true;
}

/** Points of a run that are looked at for the one furthest off. */
const PROBES = 16;

const probeStep = (from: number, to: number): number =>
  Math.max(1, Math.floor((to - from) / PROBES));

function worstOffLine(points: readonly Vec[], from: number, to: number, line: LineFit): number {
  const { center, direction } = line;
  const off = (p: Vec): number =>
    Math.abs(direction.x * (p.y - center.y) - direction.y * (p.x - center.x));
  const step = probeStep(from, to);
  let worst = off(points[to]!);
  for (let i = from; i < to; i += step) worst = Math.max(worst, off(points[i]!));
  return worst;
}

function worstOffCircle(points: readonly Vec[], from: number, to: number, c: CircleFit): number {
  const off = (p: Vec): number => {
    const [x, y] = [p.x - c.center.x, p.y - c.center.y];
    return Math.abs(Math.sqrt(x * x + y * y) - c.radius);
  };
  const step = probeStep(from, to);
  let worst = off(points[to]!);
  for (let i = from; i < to; i += step) worst = Math.max(worst, off(points[i]!));
  return worst;
}

/** Places at which it is looked whether a run goes round a centre without turning back. */
const STEPS_ROUND = 12;

/** Headings at both ends and turning sense of a run round a centre; null if it wanders or overruns. */
function headingsOnCircle(
  points: readonly Vec[],
  from: number,
  to: number,
  center: Vec,
): { start: number; end: number; turn: 1 | -1 } | null {
  // In bare numbers: this is asked of every run that a circle may stand for.
  const spot = (k: number): Vec => points[Math.round(from + ((to - from) * k) / STEPS_ROUND)]!;
  let sweep = 0;
  let [least, most] = [Infinity, -Infinity];
  let ax = points[from]!.x - center.x;
  let ay = points[from]!.y - center.y;
  for (let k = 1; k <= STEPS_ROUND; k++) {
    const p = spot(k);
    const bx = p.x - center.x;
    const by = p.y - center.y;
    const step = Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
    if (step < least) least = step;
    if (step > most) most = step;
    sweep += step;
    ax = bx;
    ay = by;
  }
  const turn = sweep < 0 ? -1 : 1;
  const back = turn > 0 ? least : -most;
  if (back < (-0.5 * Math.abs(sweep)) / STEPS_ROUND) return null;
  if (Math.abs(sweep) > 2.02 * Math.PI) return null;
  const quarter = (turn * Math.PI) / 2;
  const heading = (p: Vec): number => Math.atan2(p.y - center.y, p.x - center.x) + quarter;
  return { start: heading(points[from]!), end: heading(points[to]!), turn };
}

const isLine = (c: Candidate): boolean => c.curvature === 0;

function joinCost(a: Candidate, b: Candidate, corners: boolean): number {
  const miss = Math.abs(wrapAngle(b.startHeading - a.endHeading));
  if (!corners) {
    // No corner to hide in: lines cannot follow lines, and a mismatch costs without end.
    return isLine(a) && isLine(b) && miss > STRAIGHT_HEADING
      ? NO_CORNER_COST
      : CORNER_COST * (miss / CORNER_HEADING) ** 2;
  }
  if (isLine(a) && isLine(b)) return CORNER_COST;
  return CORNER_COST * Math.min(1, (miss / CORNER_HEADING) ** 2);
}

/**
 * The fewest pieces (a line counts a little less than an arc, a corner between them counts too)
 * with no point further than `worst` mm from its piece, by dynamic programming over the points; the
 * closeness of the fit decides between equals.
 * @param corners whether pieces may meet in corners
 */
export function fewestPieces(
  byStart: readonly (readonly Candidate[])[],
  worst: number,
  corners: boolean,
): { cost: number; pieces: Candidate[] } | null {
  const last = byStart.length - 1;
  const ending: Entry[][] = byStart.map(() => []);
  const typical = (worst / 2.5) ** 2;
  const dearestJoin = corners ? CORNER_COST : NO_CORNER_COST;
  const cheapest = new Float64Array(byStart.length).fill(Infinity);
  for (let at = 0; at < last; at++) {
    const before = withinReach(ending[at]!, dearestJoin);
    if (at > 0 && before.length === 0) continue;
    for (const candidate of byStart[at] ?? []) {
      if (candidate.worst > worst || candidate.meanSquare > typical) continue;
      const share = (candidate.to - candidate.from) / last;
      const own =
        (isLine(candidate) ? LINE_COST : ARC_COST) + (0.3 * share * candidate.meanSquare) / typical;
      const { to } = candidate;
      // What lies further back than a join can cost cannot win.
      const limit = (cheapest[to] ?? Infinity) + dearestJoin;
      if (at > 0 && before[0]!.cost + own > limit) continue;
      let cost = at === 0 ? own : Infinity;
      let from: Entry | null = null;
      for (const entry of before) {
        const sum = entry.cost + own;
        if (sum >= cost) break;
        const whole = sum + joinCost(entry.candidate, candidate, corners);
        if (whole < cost) [cost, from] = [whole, entry];
      }
      if (cost > limit) continue;
      if (cost < (cheapest[to] ?? Infinity)) cheapest[to] = cost;
      keep(ending[to]!, cost, candidate, from);
    }
  }
  const winner = ending[last]![0];
  if (!winner) return null;
  const pieces: Candidate[] = [];
  for (let e: Entry | null = winner; e; e = e.before) pieces.unshift(e.candidate);
  return { cost: winner.cost, pieces };
}

/** Puts an entry among the cheapest, which stand in order. */
function keep(kept: Entry[], cost: number, candidate: Candidate, before: Entry | null): void {
  let at = kept.length;
  while (at > 0 && kept[at - 1]!.cost > cost) at--;
  if (at === KEPT_ENTRIES) return;
  if (kept.length === KEPT_ENTRIES) kept.pop();
  kept.splice(at, 0, { cost, candidate, before });
}

/** Entries, cheapest first, that a join may still make the best. */
function withinReach(kept: readonly Entry[], dearestJoin: number): readonly Entry[] {
  const limit = (kept[0]?.cost ?? 0) + dearestJoin;
  return kept.filter((e) => e.cost <= limit);
}
