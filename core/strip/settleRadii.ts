import {
  angleOf,
  curvatureOf,
  joinTurn,
  offsetPrimitive,
  pointAt,
  primitiveFrom,
  segmentLength,
  startOf,
  stretchOf,
  tangentAt,
  type Primitive,
  type Vec,
} from '../geometry';
import { CORNER_TURN } from './corner';
import type { Chain } from './fitChain';
import { pointsBeside, type FollowPoint } from './follow';
import { polish } from './polish';
import { LEAST_LENGTH_MM, LEAST_SHARE, settleTogether, stretchesOf } from './settleTogether';
import { walk, type ChainElement, type ChainStart } from './tangentChain';

/** A radius of the wire's centreline that can be had. */
export interface RadiusOption {
  readonly radiusMm: number;
}

/** An option that was not taken, and how far the wire would stray with it. */
export interface Miss<T> {
  readonly option: T;
  readonly errorMm: number;
}

export interface Settled<T> {
  readonly chain: Chain;
  /** for each primitive the option its radius follows; null where it is free */
  readonly choices: readonly (T | null)[];
  readonly misses: readonly (readonly Miss<T>[])[];
}

/** Primitives on each side that give way when a radius changes. */
const REACH = 2;
/** An arc over which the estimate is this much worse than the tolerance is not tried. */
const HOPELESS = 6;
const WIDEST_TURN = (160 * Math.PI) / 180;
/** How well a window must meet what lies beyond it, mm and radians. */
const MEET_MM = 0.002;
const MEET_RAD = 0.0005;

/**
 * How far the middle of a curve of angle theta moves when its radius changes by e between two
 * straight neighbours that stay where they are: e (1/cos(theta/2) - 1).
 */
export const radiusError = (changeMm: number, turnRad: number): number =>
  Math.abs(changeMm) * (1 / Math.cos(Math.min(Math.abs(turnRad), WIDEST_TURN) / 2) - 1);

/**
 * Gives the arcs of a chain radii that can be had, one after the other, the one that turns furthest
 * first: its radius is held to the option while its neighbours give way by least squares over the
 * drawing's points, and the option is taken if no point strays further than the tolerance.
 *
 * @param points the drawing beside the chain
 * @param optionsFor radii to try for an arc, best first
 * @param together whole stretches first, all their arcs at once
 */
export function settleRadii<T extends RadiusOption>(
  chain: Chain,
  points: readonly FollowPoint[],
  toleranceMm: number,
  optionsFor: (radiusMm: number, turnRad: number) => readonly T[],
  together = true,
): Settled<T> {
  const primitives = [...chain.primitives];
  const choices: (T | null)[] = primitives.map(() => null);
  const misses: Miss<T>[][] = primitives.map(() => []);
  const drawn = pointsBeside(primitives, points);
  const row: Row<T> = { primitives, choices, drawn, assigned: points.map((p) => p.piece), chain };
  const turns = primitives.map((p) => Math.abs(curvatureOf(p) * segmentLength(p)));
  const order = primitives.map((_, i) => i).filter((i) => primitives[i]!.type === 'arc');
  order.sort((a, b) => turns[b]! - turns[a]! || a - b);
  if (settleByOffset(row, toleranceMm, optionsFor)) {
    return { chain: { ...chain, primitives }, choices, misses };
  }
  if (together) settleStretches(row, toleranceMm, optionsFor);
  for (const i of order) {
    const arc = primitives[i]!;
    if (arc.type !== 'arc' || choices[i] !== null) continue;
    for (const option of optionsFor(arc.radius, turns[i]!)) {
      const errorMm = tryOption(row, i, option, toleranceMm);
      if (errorMm === null) {
        choices[i] = option;
        break;
      }
      misses[i]!.push({ option, errorMm });
    }
  }
  return { chain: { ...chain, primitives }, choices, misses };
}

/** Settles whole stretches between corners, as far as that goes. */
function settleStretches<T extends RadiusOption>(
  row: Row<T>,
  toleranceMm: number,
  optionsFor: (radiusMm: number, turnRad: number) => readonly T[],
): void {
  const { primitives, choices, chain, assigned, drawn } = row;
  const stretches = stretchesOf(primitives, chain.closed);
  stretches.forEach((stretch) => {
    const own = stretch.map((i) => primitives[i]!);
    if (own.filter((p) => p.type === 'arc').length < 2) return;
    const place = new Map(stretch.map((i, k) => [i, k]));
    const list = assigned.flatMap((index, point) => {
      const piece = place.get(index);
      return piece === undefined ? [] : [{ point, piece }];
    });
    list.sort((a, b) => a.piece - b.piece || a.point - b.point);
    const settled = settleTogether(
      own,
      list.map((p) => drawn[p.point]!),
      list.map((p) => p.piece),
      toleranceMm,
      optionsFor,
      { pinStart: true, pinEnd: true },
    );
    if (!settled) return;
    stretch.forEach((i, k) => {
      primitives[i] = settled.primitives[k]!;
      choices[i] = settled.choices[k]!;
    });
    list.forEach((p, k) => {
      assigned[p.point] = stretch[settled.pieces[k]!]!;
    });
  });
}

/** Radii nearer than this share are one radius. */
const ONE_RADIUS = 0.005;

/**
 * A closed figure of one radius without corners, such as a ring drawn in halves or a link with two
 * parallel sides, cannot change one curve alone: it is made wider or narrower all round, by as much
 * as the radius changes.
 */
function settleByOffset<T extends RadiusOption>(
  row: Row<T>,
  toleranceMm: number,
  optionsFor: (radiusMm: number, turnRad: number) => readonly T[],
): boolean {
  const { primitives, choices, chain } = row;
  const arcs = primitives.filter((p) => p.type === 'arc');
  const [first] = arcs;
  if (!chain.closed || !first) return false;
  const even = arcs.every(
    (a) =>
      a.sweep * first.sweep > 0 && Math.abs(a.radius - first.radius) <= ONE_RADIUS * first.radius,
  );
  const smooth = primitives.every((p, i) => {
    const next = primitives[(i + 1) % primitives.length]!;
    return Math.abs(joinTurn(p, next)) <= CORNER_TURN;
  });
  if (!even || !smooth) return false;
  const radius = arcs.reduce((sum, a) => sum + a.radius, 0) / arcs.length;
  const turn = Math.max(...arcs.map((a) => Math.abs(a.sweep)));
  const option = optionsFor(radius, turn).find((o) => Math.abs(o.radiusMm - radius) <= toleranceMm);
  if (!option) return false;
  const by = -Math.sign(first.sweep) * (option.radiusMm - radius);
  primitives.forEach((p, i) => {
    const moved = offsetPrimitive(p, by);
    if (!moved) return;
    primitives[i] = moved.type === 'arc' ? { ...moved, radius: option.radiusMm } : moved;
    if (moved.type === 'arc') choices[i] = option;
  });
  return true;
}

interface Row<T extends RadiusOption = RadiusOption> {
  readonly primitives: Primitive[];
  readonly choices: (T | null)[];
  readonly drawn: readonly Vec[];
  readonly assigned: number[];
  readonly chain: Chain;
}

/** Takes the option and returns null, or leaves all as it is and returns how far the wire would stray. */
function tryOption(row: Row, i: number, option: RadiusOption, toleranceMm: number): number | null {
  const arc = row.primitives[i]!;
  if (arc.type !== 'arc') return Infinity;
  const change = option.radiusMm - arc.radius;
  if (Math.abs(change) < 1e-9) return null;
  const estimate = radiusError(change, arc.sweep);
  if (estimate > HOPELESS * toleranceMm) return estimate;
  const window = windowAround(row, i);
  const fitted = window ? fitWindow(row, window, i, option.radiusMm) : null;
  if (!window || !fitted) return estimate;
  const allowed = Math.max(toleranceMm, fitted.before);
  if (!fitted.meets) return Math.max(estimate, fitted.worst);
  if (fitted.worst > allowed + 1e-9) return fitted.worst;
  takeWindow(row, window, fitted);
  return null;
}

/** A stretch of the chain from the middle of one primitive to the middle of another. */
interface Window {
  /** indices of its primitives, in order */
  readonly indices: readonly number[];
  /** whether it begins or ends in the middle of its first or last primitive */
  readonly cutStart: boolean;
  readonly cutEnd: boolean;
}

function windowAround({ primitives, chain }: Row, i: number): Window | null {
  const count = primitives.length;
  if (!chain.closed) {
    const [from, to] = [Math.max(0, i - REACH), Math.min(count - 1, i + REACH)];
    const indices = Array.from({ length: to - from + 1 }, (_, k) => from + k);
    return {
      indices,
      cutStart: from > 0 || i === REACH,
      cutEnd: to < count - 1 || to === i + REACH,
    };
  }
  const reach = Math.min(REACH, Math.floor((count - 1) / 2));
  if (reach < 1) return null;
  const indices = Array.from({ length: 2 * reach + 1 }, (_, k) => (i - reach + k + count) % count);
  return { indices, cutStart: true, cutEnd: true };
}

interface FittedWindow {
  readonly start: ChainStart;
  readonly chain: readonly ChainElement[];
  readonly worst: number;
  /** how far the drawing strayed there before */
  readonly before: number;
  readonly meets: boolean;
  readonly pointPieces: readonly { point: number; piece: number }[];
}

const headingOf = (p: Primitive, t: number): number => angleOf(tangentAt(p, t));

function fitWindow(row: Row, window: Window, i: number, radiusMm: number): FittedWindow | null {
  const { indices, cutStart, cutEnd } = window;
  const last = indices.length - 1;
  const bodies = indices.map((index, k) => {
    const p = row.primitives[index]!;
    return stretchOf(p, k === 0 && cutStart ? 0.5 : 0, k === last && cutEnd ? 0.5 : 1);
  });
  const elements = bodies.map((body, k): ChainElement => {
    const before = bodies[k - 1];
    const turn = before ? joinTurn(before, body) : 0;
    const corner = Math.abs(turn) > CORNER_TURN;
    const edge = (k === 0 && cutStart) || (k === last && cutEnd);
    return {
      turn: corner ? turn : 0,
      corner,
      curvature: curvatureOf(body),
      line: body.type === 'line',
      held: edge || row.choices[indices[k]!] !== null,
      length: segmentLength(body),
    };
  });
  const own = indices.indexOf(i);
  const wanted = elements.map((e) => ({ ...e }));
  eased(wanted, own, radiusMm);
  const start: ChainStart = { at: startOf(bodies[0]!), heading: headingOf(bodies[0]!, 0) };
  const end: ChainStart | null = cutEnd
    ? { at: pointAt(bodies[last]!, 1), heading: headingOf(bodies[last]!, 1) }
    : null;
  const pointPieces = pointsIn(row, window);
  if (pointPieces.length < 4) return null;
  const points = pointPieces.map((p) => row.drawn[p.point]!);
  const pieces = Int32Array.from(pointPieces, (p) => p.piece);
  const before = worstOff(points, pieces, start, elements);
  // The line's own ends stay where they are drawn: something is closed or worked there.
  const ends = { freeStart: !cutStart, end, pinStart: !cutStart, pinEnd: end === null };
  const fit = polish(points, pieces, start, wanted, ends);
  const sane = fit.chain.every(
    (e, k) =>
      e.length > Math.max(LEAST_LENGTH_MM, LEAST_SHARE * elements[k]!.length) &&
      Math.abs(e.curvature * e.length) < 2 * Math.PI &&
      (!e.corner || Math.abs(e.turn) > CORNER_TURN) &&
      (e.line || e.curvature * elements[k]!.curvature > 0),
  );
  const reached = walk(fit.start, fit.chain).at(-1)!;
  const meets =
    sane &&
    (end === null ||
      (Math.hypot(reached.at.x - end.at.x, reached.at.y - end.at.y) < MEET_MM &&
        Math.abs(Math.sin(reached.heading - end.heading)) < MEET_RAD));
  return {
    start: fit.start,
    chain: fit.chain,
    worst: fit.worst,
    before,
    meets,
    pointPieces: pointPieces.map((p, k) => ({ point: p.point, piece: pieces[k]! })),
  };
}

/** A first guess: the arc with its new radius, its two neighbours as much longer or shorter. */
function eased(elements: ChainElement[], own: number, radiusMm: number): void {
  const e = elements[own]!;
  const turn = e.curvature * e.length;
  const change = radiusMm - 1 / Math.abs(e.curvature);
  e.curvature = Math.sign(e.curvature) / radiusMm;
  e.length = turn / e.curvature;
  e.held = true;
  const pull = change * Math.tan(Math.min(Math.abs(turn), WIDEST_TURN) / 2);
  for (const side of [own - 1, own + 1]) {
    const beside = elements[side];
    if (beside && beside.length - pull > LEAST_LENGTH_MM) beside.length -= pull;
  }
}

/** The drawn points of a window, each with its place among the window's primitives. */
function pointsIn(row: Row, window: Window): { point: number; piece: number }[] {
  const { indices, cutStart, cutEnd } = window;
  const last = indices.length - 1;
  const found: { point: number; piece: number; order: number }[] = [];
  const place = new Map(indices.map((index, k) => [index, k]));
  row.assigned.forEach((index, point) => {
    const piece = place.get(index);
    if (piece === undefined) return;
    const at = row.drawn[point]!;
    const p = row.primitives[index]!;
    if (piece === 0 && cutStart && !beyondMiddle(p, at)) return;
    if (piece === last && cutEnd && beyondMiddle(p, at)) return;
    found.push({ point, piece, order: 0 });
  });
  // A closed drawing begins somewhere on the chain: the window's points follow the window's order.
  return found.sort((a, b) => a.piece - b.piece || a.point - b.point);
}

/** Whether a point stands beside the second half of a primitive. */
function beyondMiddle(p: Primitive, at: Vec): boolean {
  const middle = pointAt(p, 0.5);
  const along = tangentAt(p, 0.5);
  return (at.x - middle.x) * along.x + (at.y - middle.y) * along.y >= 0;
}

function worstOff(
  points: readonly Vec[],
  pieces: Int32Array,
  start: ChainStart,
  elements: readonly ChainElement[],
): number {
  const states = walk(start, elements);
  let worst = 0;
  points.forEach((p, k) => {
    const s = states[pieces[k]!]!;
    const e = elements[pieces[k]!]!;
    const body = primitiveFrom(s.at, s.heading, e.curvature, e.length);
    worst = Math.max(worst, Math.abs(offFrom(body, p)));
  });
  return worst;
}

const offFrom = (p: Primitive, q: Vec): number => {
  if (p.type === 'arc') return Math.hypot(q.x - p.center.x, q.y - p.center.y) - p.radius;
  const t = tangentAt(p, 0);
  return (q.y - p.from.y) * t.x - (q.x - p.from.x) * t.y;
};

/** Puts a fitted window in the place of what was there; halves beyond its ends stay. */
function takeWindow(row: Row, window: Window, fitted: FittedWindow): void {
  const { indices, cutStart, cutEnd } = window;
  const states = walk(fitted.start, fitted.chain);
  const last = indices.length - 1;
  indices.forEach((index, k) => {
    const old = row.primitives[index]!;
    const e = fitted.chain[k]!;
    const half = segmentLength(old) / 2;
    const s = states[k]!;
    if (k === 0 && cutStart) {
      const heading = headingOf(old, 0);
      row.primitives[index] = primitiveFrom(startOf(old), heading, e.curvature, half + e.length);
    } else {
      const length = k === last && cutEnd ? e.length + half : e.length;
      row.primitives[index] = primitiveFrom(s.at, s.heading, e.curvature, length);
    }
  });
  for (const { point, piece } of fitted.pointPieces) row.assigned[point] = indices[piece]!;
}
