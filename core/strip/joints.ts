import { endOf, joinTurn, nearestOn, segmentLength, type Primitive } from '../geometry';
import {
  filletCorner,
  fittingFillet,
  FOLD_TURN,
  foldCorner,
  usedAfter,
  usedBefore,
  type Fillet,
} from './corner';
import { cornerMiss, settleCorner, type SettledCorner } from './settleCorner';

/** Joins that turn less than this are rounding of numbers, radians. */
export const JOINT_TURN = 1e-4;

/** A bend at a joint of a chain. */
export interface Joint {
  readonly kind: 'corner' | 'fold';
  readonly fillet: Fillet;
  readonly insideMm: number;
  readonly needMm: number;
  readonly haveMm: number;
}

/** A bend that takes this many times what it would between straight legs lies far from its tip. */
const FAR_BEND = 1.6;
/** A bend beside a curve that stays this far from the drawn tip is looked at again, mm. */
const FAR_TIP_MM = 0.7;

/**
 * The bends at the joints of a chain, each with its share of the stretch to the next. Where curves
 * close in on each other at a corner, they are changed in place to give the bend room.
 *
 * @param radius of the wire's centreline in a corner
 */
export function jointsOf(
  primitives: Primitive[],
  diameterMm: number,
  radius: number,
): (Joint | null)[] {
  const turns = primitives.slice(1).map((after, i) => joinTurn(primitives[i]!, after));
  const needs = turns.map((turn) => {
    const size = Math.abs(turn);
    if (size <= JOINT_TURN) return 0;
    return size >= FOLD_TURN ? diameterMm / 2 : radius * Math.tan(size / 2);
  });
  const settled = turns.map((turn, i): Joint | null => {
    if (Math.abs(turn) <= JOINT_TURN || Math.abs(turn) >= FOLD_TURN) return null;
    const haveMm = Math.min(...roomsAt(primitives, needs, i));
    const needMm = needs[i]!;
    const fillet = haveMm < needMm ? null : settledAt(primitives, turns, i, radius, needMm);
    return fillet && { kind: 'corner', fillet, insideMm: radius - diameterMm / 2, needMm, haveMm };
  });
  // A settled bend takes no more of its neighbours: they end where it begins.
  const left = needs.map((need, i) => (settled[i] ? 0 : need));
  return turns.map((turn, i): Joint | null => {
    if (Math.abs(turn) <= JOINT_TURN || settled[i]) return settled[i] ?? null;
    const [before, after] = [primitives[i]!, primitives[i + 1]!];
    const [roomBefore, roomAfter] = roomsAt(primitives, left, i);
    const haveMm = Math.min(roomBefore, roomAfter);
    const needMm = needs[i]!;
    if (Math.abs(turn) >= FOLD_TURN) {
      const cut = Math.min(diameterMm / 2, haveMm);
      const fillet = foldCorner(before, after, foldWay(turns, i), cut);
      return { kind: 'fold', fillet, insideMm: 0, needMm, haveMm };
    }
    const whole = filletCorner(before, after, radius);
    const near =
      isNear(whole, before, after, needMm) &&
      usedBefore(whole, before) <= roomBefore + 1e-9 &&
      usedAfter(whole, after) <= roomAfter + 1e-9;
    const fillet =
      (near ? whole : fittingFillet(before, after, radius, roomBefore, roomAfter)) ??
      bareCorner(before, turn);
    return { kind: 'corner', fillet, insideMm: fillet.radius - diameterMm / 2, needMm, haveMm };
  });
}

/** Lengths before and after a joint that its bend may use: of a stretch too short for both its corners each gets what it needs, or half. */
function roomsAt(
  primitives: readonly Primitive[],
  needs: readonly number[],
  i: number,
): [before: number, after: number] {
  const room = (stretch: number, other: number): number => {
    const length = segmentLength(primitives[stretch]!);
    const mine = needs[i] ?? 0;
    const theirs = needs[other] ?? 0;
    if (mine + theirs <= length) return length - theirs;
    if (mine <= length / 2) return mine;
    return Math.max(length / 2, length - theirs);
  };
  return [room(i, i - 1), room(i + 1, i + 1)];
}

const isNear = (
  fillet: Fillet | null,
  before: Primitive,
  after: Primitive,
  needMm: number,
): fillet is Fillet =>
  fillet !== null &&
  usedBefore(fillet, before) <= FAR_BEND * needMm + 0.1 &&
  usedAfter(fillet, after) <= FAR_BEND * needMm + 0.1;

/** The bend of a corner beside a curve where a tangent circle would lie far from the tip; null where it does not. */
function settledAt(
  primitives: Primitive[],
  turns: readonly number[],
  i: number,
  radius: number,
  needMm: number,
): Fillet | null {
  const [before, after] = [primitives[i]!, primitives[i + 1]!];
  if (before.type === 'line' && after.type === 'line') return null;
  const whole = filletCorner(before, after, radius);
  const tip = isNear(whole, before, after, needMm)
    ? nearestOn(whole.arc[0]!, endOf(before)).distance
    : Infinity;
  if (tip <= FAR_TIP_MM) return null;
  return settleAt(primitives, turns, i, radius, needMm, tip)?.fillet ?? null;
}

/**
 * Settles the corner after primitive i with one neighbour to each side or, where that does not do,
 * with one more that runs smoothly into it; puts the changed neighbours in place.
 * @returns null where nothing comes nearer than a bend that is `tip` mm from the drawn one
 */
function settleAt(
  primitives: Primitive[],
  turns: readonly number[],
  i: number,
  radius: number,
  setback: number,
  tip: number,
): SettledCorner | null {
  let best: { settled: SettledCorner; from: number } | null = null;
  let miss = tip;
  const smooth = (joint: number): boolean => Math.abs(turns[joint] ?? Infinity) <= JOINT_TURN;
  const [more, next] = [smooth(i - 1) ? 1 : 0, smooth(i + 1) ? 1 : 0];
  for (const reach of more + next > 0 ? [0, 1] : [0]) {
    const from = i - (reach > 0 ? more : 0);
    const to = i + 1 + (reach > 0 ? next : 0);
    const before = primitives.slice(from, i + 1);
    const settled = settleCorner(before, primitives.slice(i + 1, to + 1), radius, setback);
    const its = settled ? cornerMiss(settled.tipMm, settled.sideMm) : Infinity;
    if (settled && its < miss - 1e-3) [best, miss] = [{ settled, from }, its];
    if (best && miss < GOOD_MM) break;
  }
  if (!best) return null;
  [...best.settled.before, ...best.settled.after].forEach((p, k) => {
    primitives[best.from + k] = p;
  });
  return best.settled;
}

/** A corner met this well is not tried with more of its neighbours, mm. */
const GOOD_MM = 0.8;

/** A corner without any room: it turns in one place. */
const bareCorner = (before: Primitive, turn: number): Fillet => ({
  leaveAt: 1,
  enterAt: 0,
  radius: 0,
  turn,
  arc: [{ type: 'arc', center: endOf(before), radius: 0, startAngle: 0, sweep: turn }],
});

/** A turn this near to a half turn may as well go the other way, radians. */
const EITHER_WAY = 1e-3;

/**
 * The signed turn of a fold. A line that goes back over itself may be folded to either side: it is
 * folded against the corners at the ends of its two legs, so that they come to lie side by side and
 * not across each other, and equal points of a star are folded alike.
 */
function foldWay(turns: readonly number[], i: number): number {
  const turn = turns[i]!;
  if (Math.abs(turn) < Math.PI - EITHER_WAY) return turn;
  const beside = [turns[i - 1] ?? 0, turns[i + 1] ?? 0].filter(
    (t) => Math.abs(t) > JOINT_TURN && Math.abs(t) < FOLD_TURN,
  );
  const against = beside.reduce((sum, t) => sum + t, 0);
  return Math.abs(turn) * (against > JOINT_TURN ? -1 : 1);
}
