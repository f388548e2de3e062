import {
  curvatureOf,
  distance,
  endOf,
  joinTurn,
  meetings,
  nearestOn,
  pointAt,
  project,
  segmentLength,
  stretchOf,
  type Arc,
  type Primitive,
  type Vec,
} from '../geometry';
import {
  cornerInsideRadius,
  developedBend,
  developedFold,
  filletCorner,
  fittingFillet,
  FOLD_TURN,
  foldCorner,
  usedAfter,
  usedBefore,
  type Fillet,
} from './corner';
import type { Chain } from './fitChain';
import { cornerMiss, settleCorner, type SettledCorner } from './settleCorner';
import type { StripProblem } from './problem';

export type BendKind = 'curve' | 'corner' | 'fold';

/** One stretch of the straight blank and the shape it takes. */
export interface StripPiece {
  readonly kind: 'run' | BendKind;
  /** signed turn, radians, clockwise positive from the front; 0 for a run */
  readonly angleRad: number;
  /** inside radius after forming, mm; 0 for a run */
  readonly insideRadiusMm: number;
  /** position of its start on the straight blank and its developed length, mm */
  readonly startMm: number;
  readonly lengthMm: number;
  /** the wire's centreline once formed */
  readonly shape: readonly Primitive[];
}

export interface Strip {
  readonly pieces: readonly StripPiece[];
  readonly developedMm: number;
  readonly closed: boolean;
  readonly problems: readonly StripProblem[];
}

const FOLD_LEGS = 1.5;
/** Joins that turn less than this are rounding of numbers, radians. */
const JOINT_TURN = 1e-4;

/**
 * The straight blank for a chain of lines and arcs: what is run, what is curve, corner and fold, and
 * where each starts. A closed chain must have been opened first; its seam is not bent. Every turn of
 * the chain is in the list: the angles add up to its total turn.
 *
 * @param diameterMm wire diameter
 * @param k neutral-line factor in the developed length angle x (r + k d); 0.5 is the centreline
 * @param cornerRadiusMm inside radius of corners; by default that of a jaw's edge
 */
export function bendChain(
  chain: Chain,
  diameterMm: number,
  k = 0.5,
  cornerRadiusMm = cornerInsideRadius(diameterMm),
): Strip {
  const problems: StripProblem[] = [];
  const sharp = sharpened(chain.primitives, cornerRadiusMm + diameterMm / 2, diameterMm);
  const primitives = [...sharp.primitives];
  const joints = jointsOf(primitives, diameterMm, cornerRadiusMm);
  const pieces: StripPiece[] = [];
  let at = 0;
  const push = (piece: StripPiece): void => {
    pieces.push(piece);
    at += piece.lengthMm;
  };
  primitives.forEach((p, i) => {
    const [before, after] = [joints[i - 1], joints[i]];
    const body = stretchOf(p, before?.fillet.enterAt ?? 0, after?.fillet.leaveAt ?? 1);
    const own = bodyPiece(body, at, diameterMm, k);
    if (own) push(own);
    if (!after) return;
    if (after.haveMm < after.needMm) {
      problems.push({ kind: 'no-room', atMm: at, haveMm: after.haveMm, needMm: after.needMm });
    }
    const tight = sharp.tight.get(i);
    const piece = jointPiece(after, at, diameterMm, k);
    if (tight !== undefined) {
      const middle = at + piece.lengthMm / 2;
      problems.push({ kind: 'too-tight', atMm: middle, haveMm: tight, needMm: diameterMm / 2 });
    }
    push(piece);
  });
  const merged = mergeAlike(pieces);
  for (const piece of merged) {
    const arc = piece.kind !== 'run' && piece.shape[0];
    if (!arc || arc.type !== 'arc' || arc.radius >= diameterMm / 2 - 1e-6) continue;
    const middle = piece.startMm + piece.lengthMm / 2;
    if (problems.some((p) => Math.abs(p.atMm - middle) <= piece.lengthMm)) continue;
    problems.push({ kind: 'too-tight', atMm: middle, haveMm: arc.radius, needMm: diameterMm / 2 });
  }
  problems.sort((a, b) => a.atMm - b.atMm);
  return { pieces: merged, developedMm: at, closed: chain.closed, problems };
}

/** A vertex stands at most this many radii from the middle of the arc that it replaces. */
const VERTEX_RADII = 4;

/**
 * Roundings tighter than a jaw bends are made corners, which the jaw rounds as it can: the legs run
 * on to where they meet. `tight` names the joints at which the drawn radius was under half a wire.
 */
function sharpened(
  primitives: readonly Primitive[],
  jawRadius: number,
  diameterMm: number,
): { primitives: readonly Primitive[]; tight: ReadonlyMap<number, number> } {
  const isTight = (p: Primitive): boolean => p.type === 'arc' && p.radius < jawRadius * (1 - 1e-6);
  const tight = new Map<number, number>();
  if (!primitives.some(isTight)) return { primitives, tight };
  const out: Primitive[] = [];
  for (let i = 0; i < primitives.length; i++) {
    const [before, p, next] = [out[out.length - 1], primitives[i]!, primitives[i + 1]];
    const joined = before && next && p.type === 'arc' && isTight(p) ? met(before, p, next) : null;
    if (!joined || p.type !== 'arc') {
      out.push(p);
      continue;
    }
    out[out.length - 1] = joined.before;
    if (p.radius < diameterMm / 2 - 1e-6) tight.set(out.length - 1, p.radius);
    out.push(joined.after);
    i++;
  }
  return { primitives: out, tight };
}

/** The two neighbours of an arc run on to where they meet outside it; null where they do not. */
function met(
  before: Primitive,
  arc: Arc,
  after: Primitive,
): { before: Primitive; after: Primitive } | null {
  if (Math.abs(arc.sweep) >= FOLD_TURN) return null;
  if (Math.abs(joinTurn(before, arc)) > JOINT_TURN || Math.abs(joinTurn(arc, after)) > JOINT_TURN) {
    return null;
  }
  const middle = pointAt(arc, 0.5);
  const wanted = arc.radius / Math.cos(arc.sweep / 2) - arc.radius;
  let best: Vec | null = null;
  for (const p of meetings(before, after)) {
    const far = distance(p, middle);
    if (far < VERTEX_RADII * (arc.radius + wanted) && (!best || far < distance(best, middle)))
      best = p;
  }
  if (!best) return null;
  const [leave, enter] = [project(before, best).t, project(after, best).t];
  if (leave < 0.2 || enter > 0.8) return null;
  const made = { before: stretchOf(before, 0, leave), after: stretchOf(after, enter, 1) };
  const turn = joinTurn(made.before, made.after);
  const whole =
    arc.sweep -
    curvatureOf(before) * (leave - 1) * segmentLength(before) +
    curvatureOf(after) * enter * segmentLength(after);
  return Math.abs(turn - whole) < 1e-3 && Math.abs(turn) < FOLD_TURN ? made : null;
}

interface Joint {
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
 */
function jointsOf(
  primitives: Primitive[],
  diameterMm: number,
  cornerRadiusMm: number,
): (Joint | null)[] {
  const lengths = primitives.map((p) => segmentLength(p));
  const turns = primitives.slice(1).map((after, i) => joinTurn(primitives[i]!, after));
  const radius = cornerRadiusMm + diameterMm / 2;
  const needs = turns.map((turn) => {
    const size = Math.abs(turn);
    if (size <= JOINT_TURN) return 0;
    return size >= FOLD_TURN ? diameterMm / 2 : radius * Math.tan(size / 2);
  });
  // Of a stretch too short for both its corners each gets what it needs, or half.
  const roomAt = (stretch: number, own: number, other: number): number => {
    const length = lengths[stretch]!;
    const mine = needs[own] ?? 0;
    const theirs = needs[other] ?? 0;
    if (mine + theirs <= length) return theirs === 0 ? length : length - theirs;
    if (mine <= length / 2) return mine;
    return Math.max(length / 2, length - theirs);
  };
  return turns.map((turn, i): Joint | null => {
    if (Math.abs(turn) <= JOINT_TURN) return null;
    const [before, after] = [primitives[i]!, primitives[i + 1]!];
    const roomBefore = roomAt(i, i, i - 1);
    const roomAfter = roomAt(i + 1, i, i + 1);
    const haveMm = Math.min(roomBefore, roomAfter);
    const needMm = needs[i]!;
    if (Math.abs(turn) >= FOLD_TURN) {
      const way = foldWay(turns, i);
      const cut = Math.min(diameterMm / 2, haveMm);
      return {
        kind: 'fold',
        fillet: foldCorner(before, after, way, cut),
        insideMm: 0,
        needMm,
        haveMm,
      };
    }
    const nearBefore = Math.min(roomBefore, FAR_BEND * needMm + 0.1);
    const nearAfter = Math.min(roomAfter, FAR_BEND * needMm + 0.1);
    const whole = filletCorner(before, after, radius);
    const near =
      whole !== null &&
      usedBefore(whole, before) <= nearBefore &&
      usedAfter(whole, after) <= nearAfter;
    const curved = before.type === 'arc' || after.type === 'arc';
    const tip = whole?.arc[0] && near ? nearestOn(whole.arc[0], endOf(before)).distance : Infinity;
    const again = curved && tip > FAR_TIP_MM && haveMm >= needMm;
    const settled = again ? settleAt(primitives, turns, i, radius, needMm, tip) : null;
    const fillet =
      settled?.fillet ??
      (near ? whole : fittingFillet(before, after, radius, roomBefore, roomAfter)) ??
      bareCorner(before, turn);
    return { kind: 'corner', fillet, insideMm: fillet.radius - diameterMm / 2, needMm, haveMm };
  });
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

function jointPiece(j: Joint, startMm: number, diameterMm: number, k: number): StripPiece {
  const { turn } = j.fillet;
  const lengthMm =
    j.kind === 'fold'
      ? developedFold(turn, diameterMm, 0)
      : Math.max(0, developedBend(turn, j.insideMm, diameterMm, k));
  return {
    kind: j.kind,
    angleRad: turn,
    insideRadiusMm: Math.max(0, j.insideMm),
    startMm,
    lengthMm,
    shape: j.fillet.arc,
  };
}

/** What a line or arc of the chain is to bend; null if it has no length. */
function bodyPiece(
  body: Primitive,
  startMm: number,
  diameterMm: number,
  k: number,
): StripPiece | null {
  const shape = [body];
  const length = segmentLength(body);
  if (length < 1e-6) return null;
  const angleRad = curvatureOf(body) * length;
  if (body.type === 'line' || Math.abs(angleRad) < JOINT_TURN) {
    return { kind: 'run', angleRad: 0, insideRadiusMm: 0, startMm, lengthMm: length, shape };
  }
  const insideRadiusMm = body.radius - diameterMm / 2;
  if (Math.abs(angleRad) >= FOLD_TURN && 2 * body.radius <= FOLD_LEGS * diameterMm) {
    const gap = Math.max(0, 2 * body.radius - diameterMm);
    const lengthMm = developedFold(angleRad, diameterMm, gap);
    return { kind: 'fold', angleRad, insideRadiusMm: gap / 2, startMm, lengthMm, shape };
  }
  // A drawn rounding no larger than a jaw's edge gives is bent as a corner.
  return {
    kind: insideRadiusMm <= cornerInsideRadius(diameterMm) * 1.05 ? 'corner' : 'curve',
    angleRad,
    insideRadiusMm: Math.max(0, insideRadiusMm),
    startMm,
    lengthMm: Math.max(length, developedBend(angleRad, insideRadiusMm, diameterMm, k)),
    shape,
  };
}

const signedRadius = (p: StripPiece): number => Math.sign(p.angleRad) * p.insideRadiusMm;

/** Curves of one circle that was only cut: nothing is lost when they are one. */
const isSame = (a: StripPiece, b: StripPiece): boolean =>
  Math.abs(signedRadius(a) - signedRadius(b)) <= 1e-6 * (1 + a.insideRadiusMm);

/** Two runs, or two parts of one curve, that follow each other are one. */
function mergeAlike(pieces: readonly StripPiece[]): StripPiece[] {
  const out: StripPiece[] = [];
  for (const p of pieces) {
    const last = out[out.length - 1];
    const alike =
      last?.kind === p.kind && (p.kind === 'run' || (p.kind === 'curve' && isSame(last, p)));
    if (!last || !alike) {
      out.push(p);
      continue;
    }
    out[out.length - 1] = {
      ...last,
      angleRad: last.angleRad + p.angleRad,
      lengthMm: last.lengthMm + p.lengthMm,
      shape: [...last.shape, ...p.shape],
    };
  }
  return out;
}
