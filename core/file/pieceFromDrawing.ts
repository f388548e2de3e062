import { distance, pathEnds, type Path } from '../geometry';
import { newPath, newPiece, nodesOf, PIECE_LIMITS, type FigurePath, type Piece } from '../piece';
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
  const count = paths.reduce((sum, p) => sum + p.nodes.length, 0);
  if (count > PIECE_LIMITS.nodes) {
    throw new FileError(
      `This drawing has ${count} points; a piece holds up to ${PIECE_LIMITS.nodes}. Simplify it and export it again.`,
    );
  }
  const far = paths.some((p) =>
    p.nodes.some((n) => Math.max(Math.abs(n.x), Math.abs(n.y)) > PIECE_LIMITS.coordinateMm),
  );
  if (far) {
    throw new FileError(
      `This drawing is more than ${PIECE_LIMITS.coordinateMm / 1000} m across. Check its size and units.`,
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
