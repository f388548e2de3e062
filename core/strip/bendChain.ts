import { curvatureOf, joinTurn, segmentLength, stretchOf, type Primitive } from '../geometry';
import { isOneCircle } from './circle';
import {
  CORNER_TURN,
  cornerInsideRadius,
  developedBend,
  developedFold,
  filletCorner,
  FOLD_TURN,
  foldCorner,
  type Fillet,
} from './corner';
import type { Chain } from './fitChain';
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

/** Least turn for a drawn arc to be a bend of its own. */
const STRAIGHT_TURN = (0.5 * Math.PI) / 180;
const FOLD_LEGS = 1.5;

/**
 * The straight blank for a chain of lines and arcs: what is run, what is curve, corner and fold, and
 * where each starts. A closed chain must have been opened first; its seam is not bent.
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
  const primitives = chain.primitives;
  const room = primitives.map((p) => segmentLength(p));
  const joints = primitives.slice(1).map((after, i) => {
    const before = primitives[i]!;
    const turn = joinTurn(before, after);
    if (Math.abs(turn) <= CORNER_TURN) return null;
    return joint(before, after, turn, share(room, i, primitives), diameterMm, cornerRadiusMm);
  });
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
    push(jointPiece(after, at, diameterMm, k));
  });
  const merged = mergeCurves(pieces);
  for (const piece of merged) {
    if (piece.kind === 'curve' && piece.insideRadiusMm <= 0) {
      const middle = piece.startMm + piece.lengthMm / 2;
      const radius = piece.insideRadiusMm + diameterMm / 2;
      problems.push({ kind: 'too-tight', atMm: middle, haveMm: radius, needMm: diameterMm / 2 });
    }
  }
  return { pieces: merged, developedMm: at, closed: chain.closed, problems };
}

interface Joint {
  readonly kind: 'corner' | 'fold';
  readonly turn: number;
  readonly fillet: Fillet;
  readonly insideMm: number;
  readonly needMm: number;
  readonly haveMm: number;
}

/** Length of both neighbours that a corner may use: half where another corner needs the rest. */
function share(room: readonly number[], i: number, primitives: readonly Primitive[]): number {
  const isCorner = (a: Primitive | undefined, b: Primitive | undefined): boolean =>
    a !== undefined && b !== undefined && Math.abs(joinTurn(a, b)) > CORNER_TURN;
  const before = (room[i] ?? 0) * (isCorner(primitives[i - 1], primitives[i]) ? 0.5 : 1);
  const after = (room[i + 1] ?? 0) * (isCorner(primitives[i + 1], primitives[i + 2]) ? 0.5 : 1);
  return Math.min(before, after);
}

function joint(
  before: Primitive,
  after: Primitive,
  turn: number,
  haveMm: number,
  diameterMm: number,
  cornerRadiusMm: number,
): Joint {
  if (Math.abs(turn) >= FOLD_TURN) {
    const needMm = diameterMm / 2;
    const fillet = foldCorner(before, after, Math.min(diameterMm, 2 * haveMm));
    return { kind: 'fold', turn, fillet, insideMm: 0, needMm, haveMm };
  }
  const radius = cornerRadiusMm + diameterMm / 2;
  const needMm = radius * Math.tan(Math.abs(turn) / 2);
  const fitting = Math.min(radius, haveMm / Math.tan(Math.abs(turn) / 2));
  const fillet = filletCorner(before, after, fitting);
  return { kind: 'corner', turn, fillet, insideMm: fitting - diameterMm / 2, needMm, haveMm };
}

function jointPiece(j: Joint, startMm: number, diameterMm: number, k: number): StripPiece {
  const lengthMm =
    j.kind === 'fold'
      ? developedFold(j.turn, diameterMm, 0)
      : Math.max(0, developedBend(j.turn, j.insideMm, diameterMm, k));
  return {
    kind: j.kind,
    angleRad: j.turn,
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
  if (body.type === 'line' || Math.abs(angleRad) < STRAIGHT_TURN) {
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
    lengthMm: Math.max(length * 0.5, developedBend(angleRad, insideRadiusMm, diameterMm, k)),
    shape,
  };
}

const signedRadius = (p: StripPiece): number => Math.sign(p.angleRad) * p.insideRadiusMm;

const mixRadius = (a: StripPiece, b: StripPiece): number => {
  const share = a.lengthMm / Math.max(1e-9, a.lengthMm + b.lengthMm);
  return share * a.insideRadiusMm + (1 - share) * b.insideRadiusMm;
};

/** Two runs, or two curves of one circle, that follow each other are one. */
function mergeCurves(pieces: readonly StripPiece[]): StripPiece[] {
  const out: StripPiece[] = [];
  for (const p of pieces) {
    const last = out[out.length - 1];
    const alike =
      last?.kind === p.kind &&
      (p.kind === 'run' ||
        (p.kind === 'curve' && isOneCircle(signedRadius(last), signedRadius(p))));
    if (!last || !alike) {
      out.push(p);
      continue;
    }
    out[out.length - 1] = {
      ...last,
      angleRad: last.angleRad + p.angleRad,
      insideRadiusMm: mixRadius(last, p),
      lengthMm: last.lengthMm + p.lengthMm,
      shape: [...last.shape, ...p.shape],
    };
  }
  return out;
}
