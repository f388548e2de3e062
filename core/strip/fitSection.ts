import { distance, perp, sub, dot, unit, wrapAngle, type Primitive, type Vec } from '../geometry';
import { arcFromBulge, primitiveFrom } from '../geometry';
import { polish, walk, type ChainElement, type ChainStart } from './polish';
import { fewestPieces, proposeCandidates, type Candidate } from './segmentation';

export interface SectionFit {
  readonly primitives: Primitive[];
  /** worst distance of a point from the fit, mm */
  readonly deviationMm: number;
}

/** Shares of the tolerance that are tried, from loose to close. */
const CLOSENESS = [1, 0.72, 0.5, 0.36, 0.25, 0.18, 0.12, 0.08, 0.05];
/**
 * How much more pieces a closer fit may take: count x closeness^0.2 is least at the fit chosen. A
 * drawing made of lines and arcs keeps its count however close it is fitted, so its true joints are
 * found; a free curve's count grows faster than that, so it keeps the fewest pieces.
 */
const CLOSENESS_POWER = 0.2;
const SMALLEST_TURN = (2 * Math.PI) / 180;
const CORNER_TURN = (15 * Math.PI) / 180;
const TIGHT_RADIUS_MM = 1.1;
/** A bow that turns less than this over its whole length may as well be straight. */
const FLAT_TURN = (3 * Math.PI) / 180;
const SLIGHT_TURN = (5 * Math.PI) / 180;
const SLIGHT_LENGTH_MM = 2.5;
const WINDOW = 40;
const WINDOW_KEPT = 30;

/**
 * Fits one stretch of points by tangent lines and arcs, and corners where it must, with the fewest
 * pieces within `tolerance`.
 *
 * @param points in order; for a closed stretch the first point again at the end
 * @param closed the stretch runs into itself without an end
 */
export function fitSection(points: readonly Vec[], tolerance: number, closed: boolean): SectionFit {
  if (points.length < 3) return straight(points);
  if (!closed) return fitOpen(points, tolerance, false);
  const rough = chooseFit(points, tolerance);
  if (!rough) return straight(points);
  const longest = rough.pieces.reduce((a, b) => (spanOf(points, b) > spanOf(points, a) ? b : a));
  const middle = Math.round((longest.from + longest.to) / 2);
  const body = points.slice(0, -1);
  const turned = [...body.slice(middle), ...body.slice(0, middle)];
  return fitOpen([...turned, turned[0]!], tolerance, true);
}

function straight(points: readonly Vec[]): SectionFit {
  const [a, b] = [points[0], points[points.length - 1]];
  if (!a || !b) return { primitives: [], deviationMm: 0 };
  return { primitives: [{ type: 'line', from: a, to: b }], deviationMm: 0 };
}

function spanOf(points: readonly Vec[], c: Candidate): number {
  let sum = 0;
  for (let i = c.from; i < c.to; i++) sum += distance(points[i]!, points[i + 1]!);
  return sum;
}

function chooseFit(
  points: readonly Vec[],
  tolerance: number,
): { pieces: Candidate[]; closeness: number; byStart: Candidate[][] } | null {
  const byStart = proposeCandidates(points, tolerance);
  let best: { pieces: Candidate[]; closeness: number; score: number } | null = null;
  for (const closeness of CLOSENESS) {
    const fit = fewestPieces(byStart, tolerance * closeness);
    if (!fit) break;
    const score = fit.cost * closeness ** CLOSENESS_POWER;
    if (!best || score < best.score) best = { pieces: fit.pieces, closeness, score };
    if (fit.cost > 4 * best.score + 8) break;
  }
  return best ? { ...best, byStart } : null;
}

function fitOpen(points: readonly Vec[], tolerance: number, closed: boolean): SectionFit {
  const choice = chooseFit(points, tolerance);
  if (!choice) return straight(points);
  let pieces: Candidate[] | null = choice.pieces;
  let closeness = choice.closeness;
  let best: Fitted | null = null;
  // Tangency costs closeness: when the joined chain strays too far, start from a closer fit.
  while (pieces) {
    const fitted = fitPieces(points, pieces, closed);
    if (!best || fitted.worst < best.worst) best = fitted;
    if (fitted.worst <= tolerance) break;
    closeness *= 0.7;
    if (closeness < 0.03) break;
    pieces = fewestPieces(choice.byStart, tolerance * closeness)?.pieces ?? null;
  }
  if (best && best.worst > 1.5 * tolerance) return unpolished(points, choice.pieces);
  const kept = simplify(points, best!, tolerance, closed);
  const primitives = toPrimitives(kept.start, kept.chain);
  return {
    primitives: closed ? mergeEnds(primitives) : primitives,
    deviationMm: kept.worst,
  };
}

/**
 * The proposed pieces set end to end on the points, for shapes on which the least squares do not
 * settle. Each keeps within its own tolerance; their joins may turn a little.
 */
function unpolished(points: readonly Vec[], pieces: readonly Candidate[]): SectionFit {
  const primitives = pieces.map((c) => {
    const sweep = c.curvature * spanOfCandidate(points, c);
    return arcFromBulge(points[c.from]!, points[c.to]!, Math.tan(sweep / 4));
  });
  return { primitives, deviationMm: Math.max(...pieces.map((c) => c.worst)) };
}

interface Fitted {
  start: ChainStart;
  chain: ChainElement[];
  pieces: Int32Array;
  rms: number;
  worst: number;
}

function fitPieces(points: readonly Vec[], found: readonly Candidate[], closed: boolean): Fitted {
  const assigned = new Int32Array(points.length);
  const chain: ChainElement[] = found.map((c, i) => {
    assigned.fill(i, c.from, c.to + 1);
    const before = found[i - 1];
    const turn = before ? wrapAngle(c.startHeading - before.endHeading) : 0;
    const bothLines = before?.curvature === 0 && c.curvature === 0;
    const corner = before !== undefined && (bothLines || Math.abs(turn) > CORNER_TURN);
    return {
      turn: corner ? turn : 0,
      corner,
      curvature: c.curvature,
      line: c.curvature === 0,
      length: spanOfCandidate(points, c),
    };
  });
  const first = found[0]!;
  return refine(points, assigned, { at: points[0]!, heading: first.startHeading }, chain, closed);
}

/** Length of a proposed piece: noise makes the points' own length too long, so by chord and sweep. */
function spanOfCandidate(points: readonly Vec[], c: Candidate): number {
  const chord = distance(points[c.from]!, points[c.to]!);
  if (c.curvature === 0) return chord;
  const direction = c.curvature < 0 ? -1 : 1;
  const full = 2 * Math.PI;
  const turn = (((direction * (c.endHeading - c.startHeading)) % full) + full) % full;
  const along = spanOf(points, c) * Math.abs(c.curvature);
  const sweep = along > full * 0.75 && turn < full * 0.25 ? turn + full : turn;
  return sweep / Math.abs(c.curvature);
}

/** Least squares over the whole chain; a long chain in overlapping windows, each starting fixed. */
function refine(
  points: readonly Vec[],
  assigned: Int32Array,
  start: ChainStart,
  chain: ChainElement[],
  closed: boolean,
): Fitted {
  if (chain.length <= WINDOW) {
    const pieces = assigned.slice();
    const fit = polish(points, pieces, start, chain, { freeStart: true, closed });
    const clean = dropEmpty(fit, pieces);
    if (clean.chain.length === fit.chain.length || clean.chain.length === 0) {
      return { ...fit, pieces };
    }
    const again = polish(points, clean.pieces, fit.start, clean.chain, { freeStart: true, closed });
    return { ...again, pieces: clean.pieces };
  }
  return refineInWindows(points, assigned, start, chain);
}

function refineInWindows(
  points: readonly Vec[],
  assigned: Int32Array,
  start: ChainStart,
  chain: ChainElement[],
): Fitted {
  const done: ChainElement[] = [];
  let from = 0;
  let state = start;
  let begin = start;
  let worst = 0;
  let squares = 0;
  while (from < chain.length) {
    const to = Math.min(chain.length, from + WINDOW);
    const low = assigned.findIndex((p) => p >= from);
    let high = assigned.length;
    while (high > low && (assigned[high - 1] ?? 0) >= to) high--;
    const pieces = assigned.slice(low, high).map((p) => p - from);
    const window = chain.slice(from, to);
    const options = { freeStart: from === 0, closed: false };
    const fit = polish(points.slice(low, high), pieces, state, window, options);
    if (from === 0) begin = fit.start;
    const kept = to === chain.length ? fit.chain.length : WINDOW_KEPT;
    done.push(...fit.chain.slice(0, kept));
    const states = walk(fit.start, fit.chain);
    const next = kept < fit.chain.length ? states[kept] : undefined;
    worst = Math.max(worst, fit.worst);
    squares += (fit.rms ** 2 * (high - low) * kept) / fit.chain.length;
    from += kept;
    if (next) {
      const corner = fit.chain[kept];
      state = { at: next.at, heading: next.heading - (corner?.corner ? corner.turn : 0) };
    }
  }
  const rms = Math.sqrt(squares / points.length);
  return { start: begin, chain: done, pieces: assigned, rms, worst };
}

/** Takes out pieces that shrank to nothing; a corner before one of them goes to the next. */
function dropEmpty(
  fit: { chain: ChainElement[] },
  pieces: Int32Array,
): { chain: ChainElement[]; pieces: Int32Array } {
  const chain: ChainElement[] = [];
  const newIndex: number[] = [];
  let carried = 0;
  let carriedCorner = false;
  fit.chain.forEach((e) => {
    if (e.length < 0.02) {
      carried += e.turn + e.curvature * e.length;
      carriedCorner ||= e.corner;
    } else {
      const corner = (e.corner || carriedCorner) && chain.length > 0;
      chain.push({ ...e, turn: corner ? e.turn + carried : 0, corner });
      carried = 0;
      carriedCorner = false;
    }
    newIndex.push(Math.max(0, chain.length - 1));
  });
  return { chain, pieces: pieces.map((p) => newIndex[p] ?? 0) };
}

/**
 * Takes out what the points do not ask for: a bow too slight to be meant, an arc so tight that a corner explains them as well, and
 * a short piece that hardly turns.
 */
function simplify(points: readonly Vec[], fit: Fitted, tolerance: number, closed: boolean): Fitted {
  let now = fit;
  const take = (chain: ChainElement[], assigned: Int32Array): boolean => {
    const next = refine(points, assigned, now.start, chain, closed);
    const asGood = next.rms <= now.rms * 1.12 + 0.003;
    if (!asGood || next.worst > Math.max(tolerance, now.worst)) return false;
    now = next;
    return true;
  };
  for (let i = 0; i < now.chain.length; i++) {
    const e = now.chain[i]!;
    const turn = Math.abs(e.curvature * e.length);
    if (e.line || turn > FLAT_TURN || (turn * e.length) / 8 > tolerance / 3) continue;
    const flat = { ...e, line: true, curvature: 0 };
    take([...now.chain.slice(0, i), flat, ...now.chain.slice(i + 1)], now.pieces.slice());
  }
  for (let i = 1; i < now.chain.length - 1; i++) {
    const tried = withoutPiece(now, i);
    if (tried && take(tried.chain, tried.assigned)) i = Math.max(0, i - 2);
  }
  return now;
}

/** The chain with piece i given up to its neighbours, which meet in a corner if need be; null to keep it. */
function withoutPiece(
  fit: Fitted,
  i: number,
): { chain: ChainElement[]; assigned: Int32Array } | null {
  const [before, e, after] = [fit.chain[i - 1], fit.chain[i], fit.chain[i + 1]];
  if (!before || !e || !after) return null;
  const turn = e.curvature * e.length;
  const tight =
    !e.line && Math.abs(1 / e.curvature) <= TIGHT_RADIUS_MM && Math.abs(turn) >= SMALLEST_TURN;
  const atCorner = e.corner || after.corner;
  const slight =
    (Math.abs(turn) < SLIGHT_TURN && e.length < SLIGHT_LENGTH_MM) ||
    (atCorner && Math.abs(turn) < CORNER_TURN && e.length < TIGHT_RADIUS_MM);
  if (!tight && !slight) return null;
  const corner = tight || atCorner || (before.line && after.line);
  const half = e.length / 2;
  const chain = [
    ...fit.chain.slice(0, i - 1),
    { ...before, length: before.length + half },
    {
      ...after,
      corner,
      turn: corner ? turn + e.turn + after.turn : 0,
      length: after.length + half,
    },
    ...fit.chain.slice(i + 2),
  ];
  const assigned = fit.pieces.map((p) => (p > i ? p - 1 : p === i ? i - 1 : p));
  return { chain, assigned };
}

function toPrimitives(start: ChainStart, chain: readonly ChainElement[]): Primitive[] {
  const states = walk(start, chain);
  return chain.flatMap((e, i) => {
    const s = states[i];
    return s && e.length > 1e-6 ? [primitiveFrom(s.at, s.heading, e.curvature, e.length)] : [];
  });
}

/** A closed chain is opened in the middle of a piece; this puts its two halves together again. */
function mergeEnds(primitives: Primitive[]): Primitive[] {
  const first = primitives[0];
  const last = primitives[primitives.length - 1];
  if (!first || !last) return primitives;
  if (primitives.length === 1) return closeCircle(first);
  if (first.type === 'line' && last.type === 'line') {
    const bend = dot(perp(unit(sub(first.to, first.from))), unit(sub(last.to, last.from)));
    if (Math.abs(bend) > SMALLEST_TURN) return primitives;
    return [{ type: 'line', from: last.from, to: first.to }, ...primitives.slice(1, -1)];
  }
  if (first.type === 'arc' && last.type === 'arc' && first.sweep * last.sweep > 0) {
    const share = Math.abs(first.sweep) / (Math.abs(first.sweep) + Math.abs(last.sweep));
    if (Math.abs(first.radius - last.radius) > 0.06 * (first.radius + last.radius))
      return primitives;
    const radius = share * first.radius + (1 - share) * last.radius;
    const start = { x: last.center.x, y: last.center.y };
    const from = {
      x: start.x + last.radius * Math.cos(last.startAngle),
      y: start.y + last.radius * Math.sin(last.startAngle),
    };
    const heading = last.startAngle + (Math.sign(last.sweep) * Math.PI) / 2;
    const sweep = first.sweep + last.sweep;
    const merged = primitiveFrom(
      from,
      heading,
      Math.sign(sweep) / radius,
      radius * Math.abs(sweep),
    );
    return [merged, ...primitives.slice(1, -1)];
  }
  return primitives;
}

/** One arc that meets itself is a whole circle, whatever the last hundredth of its sweep. */
function closeCircle(only: Primitive): Primitive[] {
  if (only.type === 'line' || Math.abs(only.sweep) < 6) return [only];
  return [{ ...only, sweep: Math.sign(only.sweep) * 2 * Math.PI }];
}
