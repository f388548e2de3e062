import { pieceFromDrawing, readSvg } from '../file';
import { scaling } from '../geometry';
import { mapPaths, type Piece } from '../piece';
import type { Settled } from './settled';

/** A figure that practice has settled, as a piece in a wire. */
export function pieceOfSettled(
  { path, scale, wornAs }: Settled,
  change: Partial<Piece['wire']>,
): Piece {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="-100 -100 200 200"><path fill="none" d="${path}"/></svg>`;
  const piece = pieceFromDrawing(readSvg(svg), 'p', 'P', '');
  return {
    ...piece,
    paths: mapPaths(piece.paths, scaling(scale)),
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1, ...change },
    making: { ...piece.making, wornAs },
  };
}
