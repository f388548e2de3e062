import { distance, type Vec } from '../geometry';
import type { BendEdit, Piece } from './schema';

/** Wishes nearer to each other than this are for one bend, mm. */
const ONE_BEND_MM = 0.05;

const isIdle = (e: BendEdit): boolean =>
  Math.abs(e.shiftMm) < 1e-6 && e.angleRad === null && e.over === null;

/** The piece with another wish for the bend at a spot; a wish for nothing is dropped. */
export function withBendEdit(
  piece: Piece,
  spot: Vec,
  change: Partial<Pick<BendEdit, 'shiftMm' | 'angleRad' | 'over'>>,
): Piece {
  const index = piece.bendEdits.findIndex((e) => distance(e, spot) < ONE_BEND_MM);
  const now: BendEdit = piece.bendEdits[index] ?? {
    x: spot.x,
    y: spot.y,
    shiftMm: 0,
    angleRad: null,
    over: null,
  };
  const next = { ...now, ...change };
  const others = piece.bendEdits.filter((_, i) => i !== index);
  return { ...piece, bendEdits: isIdle(next) ? others : [...others, next] };
}
