import { distance, wrapAngle, type Vec } from '../geometry';
import { isOneCircle } from './circle';
import { Moments } from './moments';
import { polish, type Effort, type PolishEnds } from './polish';
import { walk, type ChainElement, type ChainStart } from './tangentChain';

const SMALLEST_TURN = (2 * Math.PI) / 180;
/** Pieces that meet at a sharper turn than this meet in a corner. */
export const SHARP_TURN = (15 * Math.PI) / 180;
const TIGHT_RADIUS_MM = 1.1;
/** A bow that turns less than this over its whole length may as well be straight. */
const FLAT_TURN = (6 * Math.PI) / 180;
const SLIGHT_TURN = (5 * Math.PI) / 180;
const SLIGHT_LENGTH_MM = 2.5;
/** An arc that turns this far is no corner, however tight. */
const WIDEST_TURN = Math.PI;
/** A corner beside a curve that turns less than this is noise if the points do as well without. */
const FAINT_CORNER = (6 * Math.PI) / 180;

/** A stretch to fit; its ends may be held to a place and heading. */
export interface Run {
  readonly points: readonly Vec[];
  readonly tolerance: number;
  readonly corners: boolean;
  readonly start: ChainStart | null;
  readonly end: ChainStart | null;
  /** whether its free ends stay on their points, which are drawn corners */
  readonly pinStart: boolean;
  readonly pinEnd: boolean;
  readonly told?: ((points: number) => void) | undefined;
}

/** How the ends of a run are held in the least squares. */
const endsOf = (run: Run): PolishEnds => ({
  freeStart: run.start === null,
  end: run.end,
  pinStart: run.start === null && run.pinStart,
  pinEnd: run.end === null && run.pinEnd,
});

/** A chain fitted to the points of a run, each assigned to one of its pieces. */
export interface Fitted {
  start: ChainStart;
  chain: ChainElement[];
  pieces: Int32Array;
  rms: number;
  worst: number;
}

/** Least squares over the whole chain. */
export function refine(
  run: Run,
  assigned: Int32Array,
  start: ChainStart,
  chain: readonly ChainElement[],
  effort: Effort = 'whole',
): Fitted {
  const ends = endsOf(run);
  const pieces = assigned.slice();
  const fit = polish(run.points, pieces, start, chain, ends, effort);
  const clean = dropEmpty(fit, pieces);
  if (clean.chain.length === fit.chain.length || clean.chain.length === 0) {
    return { ...fit, pieces };
  }
  const again = polish(run.points, clean.pieces, fit.start, clean.chain, ends, effort);
  return { ...again, pieces: clean.pieces };
}

/** Takes out pieces that shrank to nothing; a corner before one of them goes to the next. */
function dropEmpty(
  fit: { chain: ChainElement[] },
  pieces: Int32Array,
): { chain: ChainElement[]; pieces: Int32Array } {
  if (fit.chain.every((e) => e.length >= EMPTY_MM)) return { chain: fit.chain, pieces };
  const chain: ChainElement[] = [];
  const newIndex: number[] = [];
  let carried = 0;
  let carriedCorner = false;
  fit.chain.forEach((e) => {
    if (e.length < EMPTY_MM) {
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

const EMPTY_MM = 0.02;
/** Pieces to either side that give way when something is taken out. */
const REACH = 3;

/**
 * Takes out what the points do not ask for: a bow too slight to be meant, an arc so tight that a
 * corner explains them as well, a short piece that hardly turns, a corner too faint to be meant, and
 * the joint between two arcs of nearly one circle. Each is tried on a window of the chain whose ends
 * stay; at the end the whole is fitted once more.
 */
export function simplify(run: Run, fit: Fitted): Fitted {
  const moments = new Moments(run.points);
  let now = fit;
  const take = (change: Change | null, freely = false): boolean => {
    const next = change && withChange(run, now, change, freely);
    if (next) now = next;
    return next !== null;
  };
  for (let i = 0; i < now.chain.length; i++) take(asStraight(now, i, run.tolerance));
  for (let i = 1; i < now.chain.length - 1; i++) {
    if (take(withoutPiece(now, i, run.corners))) i = Math.max(0, i - 2);
  }
  for (let i = 1; i < now.chain.length; i++) {
    take(withoutFaintCorner(now.chain, i));
    const joined = asOneArc(now, i, moments);
    if (joined && take(joined, joined.alike)) i--;
  }
  return settled(run, now, fit);
}

/** At each of some joints of a chain fitted in parts, the piece that was cut there made one again. */
export function joinAt(run: Run, fit: Fitted, joints: readonly number[]): Fitted {
  const moments = new Moments(run.points);
  let now = fit;
  let gone = 0;
  for (const joint of joints) {
    const i = joint - gone;
    const [before, e] = [now.chain[i - 1], now.chain[i]];
    if (!before || !e) continue;
    const change = before.line && e.line ? asOneLine(before, e, i) : asOneArc(now, i, moments);
    const next = change && withChange(run, now, change, false);
    if (!next) continue;
    now = next;
    gone++;
  }
  return now;
}

const asOneLine = (before: ChainElement, e: ChainElement, i: number): Change => ({
  from: i - 1,
  to: i,
  elements: [{ ...before, length: before.length + e.length }],
  goesTo: () => 0,
});

/** The simplified chain fitted as a whole, unless that makes it worse. */
function settled(run: Run, now: Fitted, before: Fitted): Fitted {
  const whole = refine(run, now.pieces, now.start, now.chain, 'last');
  if (whole.worst <= Math.max(run.tolerance, before.worst)) return whole;
  return now.worst <= Math.max(run.tolerance, before.worst) ? now : before;
}

/** New elements, with their points, for the elements from..to of a chain. */
interface Change {
  readonly from: number;
  readonly to: number;
  readonly elements: readonly ChainElement[];
  /** for an element from..to, counted from `from`, the new element that its points go to */
  readonly goesTo: (k: number) => number;
}

/**
 * The chain with a change made, where the points do as well with it; null where they do not.
 * @param freely only the tolerance must be kept
 */
function withChange(run: Run, fit: Fitted, change: Change, freely: boolean): Fitted | null {
  const low = Math.max(0, change.from - REACH);
  const high = Math.min(fit.chain.length - 1, change.to + REACH);
  const first = fit.pieces.findIndex((p) => p >= low);
  let last = fit.pieces.length - 1;
  while (last > first && fit.pieces[last]! > high) last--;
  if (first < 0 || last - first < 3) return null;
  const states = walk(fit.start, fit.chain);
  const after = fit.chain[high + 1];
  const at = states[high + 1]!;
  const window: Run = {
    ...run,
    points: run.points.slice(first, last + 1),
    start: low === 0 ? run.start : states[low]!,
    end: after ? { at: at.at, heading: at.heading - (after.corner ? after.turn : 0) } : run.end,
  };
  const own = fit.chain.slice(low, high + 1).map((e) => ({ ...e }));
  const lead = own[0]!;
  if (low > 0) own[0] = { ...lead, corner: false, turn: 0 };
  const pieces = fit.pieces.slice(first, last + 1).map((p) => p - low);
  const [a, b] = [change.from - low, change.to - low];
  const chain = [...own.slice(0, a), ...change.elements, ...own.slice(b + 1)];
  const shorter = b - a + 1 - change.elements.length;
  const assigned = pieces.map((p) =>
    p < a ? p : p > b ? p - shorter : Math.min(chain.length - 1, a + change.goesTo(p - a)),
  );
  const { rms, worst } = errorsOf(window, pieces, states[low]!, own);
  const next = refine(window, assigned, low === 0 ? fit.start : states[low]!, chain, 'trial');
  if (next.worst > Math.max(run.tolerance, worst)) return null;
  if (!freely && next.rms > rms * 1.12 + 0.003) return null;
  if (window.end && !arrives(next, window.end)) return null;
  const [begin] = next.chain;
  if (!begin) return null;
  if (low > 0) next.chain[0] = { ...begin, corner: lead.corner, turn: lead.turn };
  const all = [...fit.chain.slice(0, low), ...next.chain, ...fit.chain.slice(high + 1)];
  const fewer = fit.chain.length - all.length;
  return {
    start: low === 0 ? next.start : fit.start,
    chain: all,
    pieces: fit.pieces.map((p, j) =>
      j < first ? p : j > last ? p - fewer : low + next.pieces[j - first]!,
    ),
    rms: Math.max(fit.rms, next.rms),
    worst: Math.max(fit.worst, next.worst),
  };
}

/** How well a changed stretch must meet what follows, mm and radians. */
const MEET_MM = 0.005;
const MEET_RAD = 0.0008;

function arrives(fit: Fitted, end: ChainStart): boolean {
  const reached = walk(fit.start, fit.chain).at(-1)!;
  return (
    distance(reached.at, end.at) < MEET_MM &&
    Math.abs(wrapAngle(reached.heading - end.heading)) < MEET_RAD
  );
}

function errorsOf(
  window: Run,
  pieces: Int32Array,
  start: ChainStart,
  chain: readonly ChainElement[],
): { rms: number; worst: number } {
  const ends = { freeStart: false, end: window.end };
  return polish(window.points, pieces.slice(), start, chain, ends, 'none');
}

/** A bow so slight that the tolerance hardly notices it, as a straight piece; null to keep it. */
function asStraight(fit: Fitted, i: number, tolerance: number): Change | null {
  const e = fit.chain[i]!;
  const turn = Math.abs(e.curvature * e.length);
  if (e.line || turn > FLAT_TURN || (turn * e.length) / 8 > tolerance / 2) return null;
  const flat = { ...e, line: true, curvature: 0 };
  return { from: i, to: i, elements: [flat], goesTo: () => 0 };
}

/** The chain with a corner beside an arc made smooth if it hardly turns; null to keep it. */
function withoutFaintCorner(chain: readonly ChainElement[], i: number): Change | null {
  const [before, e] = [chain[i - 1], chain[i]];
  if (!before || !e?.corner || (before.line && e.line) || Math.abs(e.turn) > FAINT_CORNER)
    return null;
  return { from: i, to: i, elements: [{ ...e, corner: false, turn: 0 }], goesTo: () => 0 };
}

/** The points of two arcs lie no further than this from one circle if they may be one drawn curve. */
const maybeOneCircleMm = (rms: number): number => 1.5 * rms + 0.01;

/**
 * The chain with arc i and the one before in one, if one tool bends both or their points lie on one
 * circle nearly as well; null to keep both.
 */
function asOneArc(fit: Fitted, i: number, moments: Moments): (Change & { alike: boolean }) | null {
  const [before, e] = [fit.chain[i - 1], fit.chain[i]];
  if (!before || !e || before.line || e.line || e.corner || before.curvature * e.curvature < 0)
    return null;
  const alike = isOneCircle(1 / before.curvature, 1 / e.curvature);
  const length = before.length + e.length;
  let curvature = (before.curvature * before.length + e.curvature * e.length) / length;
  if (!alike) {
    const [from, to] = [fit.pieces.indexOf(i - 1), fit.pieces.lastIndexOf(i)];
    const circle = from < 0 || to - from < 4 ? null : moments.circle(from, to);
    if (!circle || Math.sqrt(circle.meanSquare) > maybeOneCircleMm(fit.rms)) return null;
    curvature = Math.sign(e.curvature) / circle.radius;
  }
  const joined = { ...before, curvature, length };
  return { from: i - 1, to: i, elements: [joined], goesTo: () => 0, alike };
}

/** Piece i given up to its neighbours, which meet in a corner if need be; null to keep it. */
function withoutPiece(fit: Fitted, i: number, corners: boolean): Change | null {
  const [before, e, after] = [fit.chain[i - 1], fit.chain[i], fit.chain[i + 1]];
  if (!before || !e || !after) return null;
  const turn = e.curvature * e.length;
  const tight =
    corners &&
    !e.line &&
    Math.abs(1 / e.curvature) <= TIGHT_RADIUS_MM &&
    Math.abs(turn) >= SMALLEST_TURN &&
    Math.abs(turn) < WIDEST_TURN;
  const atCorner = e.corner || after.corner;
  const slight =
    (Math.abs(turn) < SLIGHT_TURN && e.length < SLIGHT_LENGTH_MM) ||
    (atCorner && Math.abs(turn) < SHARP_TURN && e.length < TIGHT_RADIUS_MM);
  if (!tight && !slight) return null;
  const corner = corners && (tight || atCorner || (before.line && after.line));
  const half = e.length / 2;
  return {
    from: i - 1,
    to: i + 1,
    elements: [
      { ...before, length: before.length + half },
      {
        ...after,
        corner,
        turn: corner ? turn + e.turn + after.turn : 0,
        length: after.length + half,
      },
    ],
    goesTo: (k) => (k < 2 ? 0 : 1),
  };
}
