import {
  curvatureOf,
  distance,
  joinTurn,
  meetings,
  pointAt,
  project,
  segmentLength,
  stretchOf,
  type Arc,
  type Primitive,
  type Vec,
} from '../geometry';
import { cornerInsideRadius, developedBend, developedFold, FOLD_TURN } from './corner';
import type { Chain } from './fitChain';
import { JOINT_TURN, jointsOf, type Joint } from './joints';
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
  const joints = jointsOf(primitives, diameterMm, cornerRadiusMm + diameterMm / 2);
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
  const merged = mergeAlike(withoutFlats(pieces, diameterMm));
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
  const [leave, enter] = [project(before, best, 1).t, project(after, best, 0).t];
  if (leave < 0.2 || enter > 0.8) return null;
  const made = { before: stretchOf(before, 0, leave), after: stretchOf(after, enter, 1) };
  const turn = joinTurn(made.before, made.after);
  const whole =
    arc.sweep -
    curvatureOf(before) * (leave - 1) * segmentLength(before) +
    curvatureOf(after) * enter * segmentLength(after);
  return Math.abs(turn - whole) < 1e-3 && Math.abs(turn) < FOLD_TURN ? made : null;
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

/** A curve whose middle stands off its chord by less is no bend of its own, mm. */
const FLAT_BOW_MM = 0.02;

/**
 * What a corner leaves of a curve beside it may be too flat to be bent: a short rest is bent with the
 * corner, a long one stays straight and the corner takes its turn. So the turns add up as before.
 */
function withoutFlats(pieces: readonly StripPiece[], diameterMm: number): StripPiece[] {
  const out = [...pieces];
  const isFlat = (p: StripPiece | undefined): p is StripPiece =>
    p?.kind === 'curve' && (Math.abs(p.angleRad) * p.lengthMm) / 8 < FLAT_BOW_MM;
  for (let i = 0; i < out.length; i++) {
    const corner = out[i]!;
    if (corner.kind !== 'corner') continue;
    for (const at of [i + 1, i - 1]) {
      const flat = out[at];
      if (!isFlat(flat)) continue;
      const own = out[i]!;
      const angleRad = own.angleRad + flat.angleRad;
      if (flat.lengthMm > diameterMm) {
        out[at] = { ...flat, kind: 'run', angleRad: 0, insideRadiusMm: 0 };
        out[i] = { ...own, angleRad };
        continue;
      }
      const [a, b] = at > i ? [own, flat] : [flat, own];
      const whole = { startMm: a.startMm, lengthMm: a.lengthMm + b.lengthMm };
      out[Math.min(at, i)] = { ...own, ...whole, angleRad, shape: [...a.shape, ...b.shape] };
      out.splice(Math.max(at, i), 1);
      if (at < i) i--;
    }
  }
  return out;
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
