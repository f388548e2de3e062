import {
  distance,
  endOf,
  line,
  pathLength,
  pathsBox,
  startOf,
  type Box,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';
import { FileError } from './fileError';

/** No point of a drawing lies further out, mm. */
const FARTHEST_MM = 1e6;
/** No line of a drawing is longer, mm. */
const LONGEST_MM = 1e6;
/** An arc that leaves its chord by less than this is straight, mm. */
const STRAIGHT_MM = 1e-6;

const isNear = (p: Vec): boolean => Math.abs(p.x) <= FARTHEST_MM && Math.abs(p.y) <= FARTHEST_MM;

/** Whether an arc's numbers are sound; a nearly straight one may have its middle far away. */
function soundSegment(s: Segment): Segment | null {
  if (s.type === 'line') return isNear(s.from) && isNear(s.to) ? s : null;
  if (s.type === 'cubic') return [s.from, s.c1, s.c2, s.to].every(isNear) ? s : null;
  const { radius, sweep } = s;
  const [from, to] = [startOf(s), endOf(s)];
  if (!(radius >= 0) || !(Math.abs(sweep) <= 2 * Math.PI + 1e-9)) return null;
  if (!isNear(from) || !isNear(to) || !(radius * Math.abs(sweep) <= LONGEST_MM)) return null;
  const leaves = radius * (1 - Math.cos(Math.min(Math.PI, Math.abs(sweep) / 2)));
  const straight = leaves < STRAIGHT_MM && distance(from, to) > 0;
  return straight ? line(from, to) : isNear(s.center) ? s : null;
}

/**
 * A path of a drawing once all its numbers were looked at, before anything is worked out from them.
 * @throws FileError when it reaches further than any drawing does
 */
export function soundPath({ segments, closed }: Path): Path {
  const sound = segments.map((s) => {
    const own = soundSegment(s);
    if (own) return own;
    throw new FileError(
      'This drawing has points that lie far beyond any piece of jewelry. Check its size and units.',
    );
  });
  const path = { segments: sound, closed };
  if (pathLength(path) > LONGEST_MM) {
    throw new FileError(
      `A line in this drawing is over ${LONGEST_MM / 1000} m long. Check its size and units.`,
    );
  }
  return path;
}

/** All lines of a drawing together are no longer, mm. */
const LONGEST_DRAWING_MM = 500_000;

/**
 * Looks at a drawing as a whole: how far it reaches, and how much line there is to work through.
 * @returns its box, mm
 * @throws FileError when it is larger than any piece
 */
export function soundDrawing(paths: readonly Path[], sizeMm: number): Box {
  const box = pathsBox(paths)!;
  const across = Math.max(box.maxX - box.minX, box.maxY - box.minY);
  if (!(across <= sizeMm)) {
    throw new FileError(
      `This drawing is ${Math.round(across / 1000)} m across. Check its size and units; up to ${sizeMm / 1000} m can be read.`,
    );
  }
  const length = paths.reduce((sum, p) => sum + pathLength(p), 0);
  if (!(length <= LONGEST_DRAWING_MM)) {
    throw new FileError(
      `The lines of this drawing are ${Math.round(length / 1000)} m long together; up to ${LONGEST_DRAWING_MM / 1000} m can be read. Export only the lines of the figure.`,
    );
  }
  return box;
}
