import type { Vec } from '../geometry';
import { isOneCircle } from './circle';
import { Moments } from './moments';
import { polish, type ChainElement, type ChainStart } from './polish';

const SMALLEST_TURN = (2 * Math.PI) / 180;
/** Pieces that meet at a sharper turn than this meet in a corner. */
export const SHARP_TURN = (15 * Math.PI) / 180;
const TIGHT_RADIUS_MM = 1.1;
/** A bow that turns less than this over its whole length may as well be straight. */
const FLAT_TURN = (6 * Math.PI) / 180;
const SLIGHT_TURN = (5 * Math.PI) / 180;
const SLIGHT_LENGTH_MM = 2.5;
/** A corner beside a curve that turns less than this is noise if the points do as well without. */
const FAINT_CORNER = (6 * Math.PI) / 180;

/** A stretch to fit; its ends may be held to a place and heading. */
export interface Run {
  readonly points: readonly Vec[];
  readonly tolerance: number;
  readonly corners: boolean;
  readonly start: ChainStart | null;
  readonly end: ChainStart | null;
}

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
  chain: ChainElement[],
): Fitted {
  const ends = { freeStart: run.start === null, end: run.end };
  const pieces = assigned.slice();
  const fit = polish(run.points, pieces, start, chain, ends);
  const clean = dropEmpty(fit, pieces);
  if (clean.chain.length === fit.chain.length || clean.chain.length === 0) {
    return { ...fit, pieces };
  }
  const again = polish(run.points, clean.pieces, fit.start, clean.chain, ends);
  return { ...again, pieces: clean.pieces };
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
 * Takes out what the points do not ask for: a bow too slight to be meant, an arc so tight that a
 * corner explains them as well, a short piece that hardly turns, a corner too faint to be meant, and
 * the joint between two arcs of nearly one circle.
 */
export function simplify(run: Run, fit: Fitted): Fitted {
  const { tolerance } = run;
  const moments = new Moments(run.points);
  let now = fit;
  const takeWithin = (chain: ChainElement[], assigned: Int32Array, rms = Infinity): boolean => {
    const next = refine(run, assigned, now.start, chain);
    if (next.rms > rms || next.worst > Math.max(tolerance, now.worst)) return false;
    now = next;
    return true;
  };
  const take = (chain: ChainElement[], assigned: Int32Array): boolean =>
    takeWithin(chain, assigned, now.rms * 1.12 + 0.003);
  for (let i = 0; i < now.chain.length; i++) {
    const e = now.chain[i]!;
    const turn = Math.abs(e.curvature * e.length);
    if (e.line || turn > FLAT_TURN || (turn * e.length) / 8 > tolerance / 2) continue;
    const flat = { ...e, line: true, curvature: 0 };
    take([...now.chain.slice(0, i), flat, ...now.chain.slice(i + 1)], now.pieces.slice());
  }
  for (let i = 1; i < now.chain.length - 1; i++) {
    const tried = withoutPiece(now, i, run.corners);
    if (tried && take(tried.chain, tried.assigned)) i = Math.max(0, i - 2);
  }
  for (let i = 1; i < now.chain.length; i++) {
    const smooth = withoutFaintCorner(now.chain, i);
    if (smooth) take(smooth, now.pieces.slice());
    const joined = asOneArc(now, i, moments);
    if (!joined) continue;
    const taken = joined.alike
      ? takeWithin(joined.chain, joined.assigned)
      : take(joined.chain, joined.assigned);
    if (taken) i--;
  }
  return now;
}

/** The chain with a corner beside an arc made smooth if it hardly turns; null to keep it. */
function withoutFaintCorner(chain: readonly ChainElement[], i: number): ChainElement[] | null {
  const [before, e] = [chain[i - 1]!, chain[i]!];
  if (!e.corner || (before.line && e.line) || Math.abs(e.turn) > FAINT_CORNER) return null;
  return [...chain.slice(0, i), { ...e, corner: false, turn: 0 }, ...chain.slice(i + 1)];
}

/** The points of two arcs lie no further than this from one circle if they may be one drawn curve. */
const maybeOneCircleMm = (rms: number): number => 1.5 * rms + 0.01;

/**
 * The chain with arc i and the one before in one, if one tool bends both or their points lie on one
 * circle nearly as well; null to keep both.
 */
function asOneArc(
  fit: Fitted,
  i: number,
  moments: Moments,
): { chain: ChainElement[]; assigned: Int32Array; alike: boolean } | null {
  const [before, e] = [fit.chain[i - 1]!, fit.chain[i]!];
  if (before.line || e.line || e.corner || before.curvature * e.curvature < 0) return null;
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
  return {
    chain: [...fit.chain.slice(0, i - 1), joined, ...fit.chain.slice(i + 1)],
    assigned: fit.pieces.map((p) => (p >= i ? p - 1 : p)),
    alike,
  };
}

/** The chain with piece i given up to its neighbours, which meet in a corner if need be; null to keep it. */
function withoutPiece(
  fit: Fitted,
  i: number,
  corners: boolean,
): { chain: ChainElement[]; assigned: Int32Array } | null {
  const [before, e, after] = [fit.chain[i - 1], fit.chain[i], fit.chain[i + 1]];
  if (!before || !e || !after) return null;
  const turn = e.curvature * e.length;
  const tight =
    corners &&
    !e.line &&
    Math.abs(1 / e.curvature) <= TIGHT_RADIUS_MM &&
    Math.abs(turn) >= SMALLEST_TURN;
  const atCorner = e.corner || after.corner;
  const slight =
    (Math.abs(turn) < SLIGHT_TURN && e.length < SLIGHT_LENGTH_MM) ||
    (atCorner && Math.abs(turn) < SHARP_TURN && e.length < TIGHT_RADIUS_MM);
  if (!tight && !slight) return null;
  const corner = corners && (tight || atCorner || (before.line && after.line));
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
