import { distance, pathEnds, type Path } from '../geometry';
import {
  atOrigin,
  newPath,
  newPiece,
  nodesOf,
  PIECE_LIMITS,
  reachProblem,
  type FigurePath,
  type Piece,
} from '../piece';
import { FileError, type SvgDrawing } from './readSvg';

/** Ends of an open path nearer than this meet. */
const MEET_MM = 0.05;

/** Each path of a drawing as one wire, in the order of the file. */
export function wiresFromDrawing(drawing: SvgDrawing, newId: (n: number) => string): FigurePath[] {
  if (drawing.paths.length > PIECE_LIMITS.paths) {
    throw new FileError(
      `This drawing has ${drawing.paths.length} separate lines; a piece holds up to ${PIECE_LIMITS.paths} wires. Join lines or export fewer.`,
    );
  }
  const paths = drawing.paths.map((path, i) => {
    const closed = path.closed || endsMeet(path);
    return newPath(newId(i), nodesOf({ segments: path.segments, closed }), closed);
  });
  const problem = reachProblem(atOrigin(paths));
  if (problem) {
    throw new FileError(
      `This drawing does not fit into a piece: ${problem}. Check its size and units, or simplify it and export it again.`,
    );
  }
  return paths;
}

function endsMeet(path: Path): boolean {
  const ends = pathEnds(path);
  return ends !== null && path.segments.length > 1 && distance(ends.start, ends.end) <= MEET_MM;
}

/** A new piece whose wires are the drawing's paths. */
export function pieceFromDrawing(
  drawing: SvgDrawing,
  id: string,
  name: string,
  now: string,
): Piece {
  return { ...newPiece(id, name, now), paths: wiresFromDrawing(drawing, (i) => `w${i + 1}`) };
}
