import {
  angleOf,
  curvatureOf,
  distance,
  endOf,
  flattenPath,
  joinTurn,
  pointAt,
  primitiveFrom,
  segmentLength,
  startOf,
  tangentAt,
  walkInStep,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Fillet } from './corner';
import { polish } from './polish';
import { walk, type ChainElement, type ChainStart } from './tangentChain';

/** A corner whose neighbours give way so that the jaw's bend fits between them. */
export interface SettledCorner {
  /** in the place of the neighbours given */
  readonly before: readonly Primitive[];
  readonly after: readonly Primitive[];
  readonly fillet: Fillet;
  /** how far the bend stays from the drawn tip, and the neighbours from their drawn ones, mm */
  readonly tipMm: number;
  readonly sideMm: number;
}

/** Points taken from each neighbour. */
const POINTS = 12;
/** The neighbours may stray this far, mm; more, and the corner is left as it is. */
const MOST_OFF = 0.85;
/** How many points' weight the tip has, in turn, and what a neighbour's straying costs beside the tip's, mm. */
const TIP_WEIGHTS = [0, 2, 5, 12, 30];
const SIDE_COST_MM = 0.35;
const MEET_MM = 0.002;
const MEET_RAD = 0.0005;
const WIDEST_TURN = (240 * Math.PI) / 180;

/** How badly a corner is met: by the tip's distance or, dearer, that of its sides. */
export const cornerMiss = (tipMm: number, sideMm: number): number =>
  Math.max(tipMm, sideMm > 1e-6 ? sideMm + SIDE_COST_MM : 0);

/**
 * A corner between curves that close in on each other, where a circle tangent to both would lie far
 * from the drawn tip or does not exist: the jaw keeps its radius, and the neighbours take other
 * lengths and curvatures by least squares, with their far ends held in place and direction.
 *
 * @param before the neighbours up to the corner, each tangent to the next; and those after it
 * @param radius of the wire's centreline in the corner
 * @param setback length beside the tip that the bend takes, by the formula for straight legs
 * @returns null where no such bend stays near the drawing
 */
export function settleCorner(
  before: readonly Primitive[],
  after: readonly Primitive[],
  radius: number,
  setback: number,
): SettledCorner | null {
  let best: SettledCorner | null = null;
  for (const weight of TIP_WEIGHTS) {
    const tried = settleWith(before, after, radius, setback, weight);
    if (!tried) continue;
    const better =
      !best || cornerMiss(tried.tipMm, tried.sideMm) < cornerMiss(best.tipMm, best.sideMm);
    if (better) best = tried;
  }
  return best;
}

interface Side {
  readonly element: ChainElement;
  readonly points: readonly Vec[];
}

/** A neighbour without the length that the bend takes at one of its ends, and points along the rest. */
function sideOf(p: Primitive, cutStart: number, cutEnd: number): Side {
  const length = segmentLength(p);
  const [from, to] = [cutStart / length, 1 - cutEnd / length];
  const points = Array.from({ length: POINTS }, (_, i) =>
    pointAt(p, from + (i / (POINTS - 1)) * (to - from)),
  );
  const element = {
    turn: 0,
    corner: false,
    curvature: curvatureOf(p),
    line: p.type === 'line',
    length: length - cutStart - cutEnd,
  };
  return { element, points };
}

function settleWith(
  before: readonly Primitive[],
  after: readonly Primitive[],
  radius: number,
  setback: number,
  tipWeight: number,
): SettledCorner | null {
  const [last, next] = [before[before.length - 1]!, after[0]!];
  const turn = joinTurn(last, next);
  const tip = endOf(last);
  const cutBefore = Math.min(setback, 0.8 * segmentLength(last));
  const cutAfter = Math.min(setback, 0.8 * segmentLength(next));
  const sides = [
    ...before.map((p) => sideOf(p, 0, p === last ? cutBefore : 0)),
    ...after.map((p) => sideOf(p, p === next ? cutAfter : 0, 0)),
  ];
  const taken = turn + cutBefore * curvatureOf(last) + cutAfter * curvatureOf(next);
  const jaw: ChainElement = {
    turn: 0,
    corner: false,
    curvature: Math.sign(turn) / radius,
    line: false,
    held: true,
    length: Math.abs(taken) * radius,
  };
  const at = before.length;
  const points: Vec[] = [];
  const assigned: number[] = [];
  const chain: ChainElement[] = [];
  const put = (element: ChainElement, own: readonly Vec[]): void => {
    own.forEach((p) => {
      points.push(p);
      assigned.push(chain.length);
    });
    chain.push(element);
  };
  sides.slice(0, at).forEach((s) => put(s.element, s.points));
  put(jaw, Array<Vec>(tipWeight).fill(tip));
  sides.slice(at).forEach((s) => put(s.element, s.points));
  const begin = before[0]!;
  const final = after[after.length - 1]!;
  const start: ChainStart = { at: startOf(begin), heading: angleOf(tangentAt(begin, 0)) };
  const end: ChainStart = { at: endOf(final), heading: angleOf(tangentAt(final, 1)) };
  const ends = { freeStart: false, end };
  const fit = polish(points, Int32Array.from(assigned), start, chain, ends);
  const states = walk(fit.start, fit.chain);
  const reached = states[fit.chain.length]!;
  const meets =
    Math.hypot(reached.at.x - end.at.x, reached.at.y - end.at.y) < MEET_MM &&
    Math.abs(Math.sin(reached.heading - end.heading)) < MEET_RAD;
  const bend = fit.chain[at]!;
  const made = bend.curvature * bend.length;
  const sane = fit.chain.every((e) => e.length > 0.05) && Math.abs(made) < WIDEST_TURN;
  if (!meets || !sane) return null;
  const drawn = fit.chain.map((e, i) =>
    primitiveFrom(states[i]!.at, states[i]!.heading, e.curvature, e.length),
  );
  const { tipMm, sideMm } = missOf([...before, ...after], drawn, tip, setback);
  if (sideMm > MOST_OFF) return null;
  return {
    before: drawn.slice(0, at),
    after: drawn.slice(at + 1),
    fillet: { leaveAt: 1, enterAt: 0, radius, turn: made, arc: [drawn[at]!] },
    tipMm,
    sideMm,
  };
}

const STEP_MM = 0.2;

/** How far a bend stays from the drawn tip and from the line beside it, both walked in step. */
function missOf(
  wished: readonly Primitive[],
  formed: readonly Primitive[],
  tip: Vec,
  setback: number,
): { tipMm: number; sideMm: number } {
  const row = flattenPath({ segments: wished, closed: false }, 0.01, STEP_MM);
  const { a, farMm } = walkInStep(
    row,
    flattenPath({ segments: formed, closed: false }, 0.01, STEP_MM),
  );
  let [tipMm, sideMm] = [0, 0];
  farMm.forEach((far, n) => {
    if (distance(row[a[n]!]!, tip) <= setback) tipMm = Math.max(tipMm, far);
    else sideMm = Math.max(sideMm, far);
  });
  return { tipMm, sideMm };
}
