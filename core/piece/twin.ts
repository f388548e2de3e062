import { figureBox, mapFigure } from './edit';
import type { Piece } from './schema';

/** The upright line down the middle of a figure, about which its twin is mirrored; x in mm. */
export function twinAxis(piece: Piece): number {
  const box = figureBox(piece.paths);
  return box ? (box.minX + box.maxX) / 2 : 0;
}

/**
 * The mirrored twin of a piece, as the second of a pair of earrings: everything left is right, what
 * lies on top stays on top as seen from the front.
 */
export const twinOf = (piece: Piece): Piece =>
  mapFigure(piece, { a: -1, b: 0, c: 0, d: 1, e: 2 * twinAxis(piece), f: 0 });
