import { distance, flattenSegment, startOf, type Cubic, type Vec } from '../geometry';
import {
  drawnPath,
  figureBox,
  markOf,
  newPath,
  nodesOf,
  PIECE_LIMITS,
  type FigureNode,
  type FigurePath,
  type Piece,
  type PictureSize,
  type TracedPicture,
} from '../piece';
import {
  applyMap,
  inverseMap,
  mapCorners,
  mapCubic,
  scaleMap,
  type PlaneMap,
  type TracedStroke,
} from '../trace';
import { FileError } from './readSvg';

const pointsOf = (cubics: readonly Cubic[], step: number): Vec[] => {
  const first = cubics[0];
  return first ? [startOf(first), ...cubics.flatMap((c) => flattenSegment(c, step, 4 * step))] : [];
};

interface Extent {
  readonly minX: number;
  readonly minY: number;
  readonly width: number;
  readonly height: number;
}

function extentOf(rows: readonly (readonly Vec[])[]): Extent | null {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const row of rows) {
    for (const p of row) {
      minX = Math.min(minX, p.x);
      minY = Math.min(minY, p.y);
      maxX = Math.max(maxX, p.x);
      maxY = Math.max(maxY, p.y);
    }
  }
  return minX < Infinity ? { minX, minY, width: maxX - minX, height: maxY - minY } : null;
}

/**
 * The map from a picture's pixels to mm that a choice of size means for the traced strokes.
 * @throws FileError when the choice cannot give a size
 */
export function sizeMap(size: PictureSize, strokes: readonly TracedStroke[]): PlaneMap {
  switch (size.by) {
    case 'dpi':
      return scaleMap(25.4 / size.dpi);
    case 'points': {
      const far = distance(size.from, size.to);
      if (far < 2) throw new FileError('The two points lie on one spot. Move them apart.');
      return scaleMap(size.mm / far);
    }
    case 'sheet': {
      const { widthMm: w, heightMm: h } = size;
      const sheet = [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: h },
        { x: 0, y: h },
      ];
      const map = mapCorners(size.corners, sheet);
      if (!map) {
        throw new FileError(
          'The four corners do not make a sheet. Put one on each corner, in order.',
        );
      }
      return map;
    }
    case 'height':
    case 'width': {
      const box = extentOf(strokes.map((s) => pointsOf(s.cubics, 0.5)));
      const now = box?.[size.by] ?? 0;
      if (!(now > 0)) {
        throw new FileError(
          `The traced line has no ${size.by} to be scaled by. Give the other side.`,
        );
      }
      return scaleMap(size.mm / now);
    }
  }
}

/** A map made larger by a factor. */
export const scaledMap = (m: PlaneMap, k: number): PlaneMap => [
  k * m[0],
  k * m[1],
  k * m[2],
  k * m[3],
  k * m[4],
  k * m[5],
  m[6],
  m[7],
];

/** A map followed by a shift. */
const shifted = (m: PlaneMap, x: number, y: number): PlaneMap => [
  m[0] + x * m[6],
  m[1] + x * m[7],
  m[2] + x,
  m[3] + y * m[6],
  m[4] + y * m[7],
  m[5] + y,
  m[6],
  m[7],
];

/**
 * Each traced stroke as one wire at true size, the figure's top left at the origin.
 * @param scale how much larger than the size says
 * @throws FileError with what is too much or has no size
 */
export function wiresFromTrace(
  strokes: readonly TracedStroke[],
  size: PictureSize,
  newId: (n: number) => string,
  scale = 1,
): { paths: FigurePath[]; toMm: PlaneMap } {
  if (strokes.length > PIECE_LIMITS.paths) {
    throw new FileError(
      `${strokes.length} separate lines were found; a piece holds up to ${PIECE_LIMITS.paths} wires. Drop or erase some.`,
    );
  }
  const map = scaledMap(sizeMap(size, strokes), scale);
  const mapped = strokes.map((s) => s.cubics.flatMap((c) => mapCubic(map, c)));
  const box = extentOf(mapped.map((cubics) => pointsOf(cubics, 0.05)));
  if (!box) return { paths: [], toMm: map };
  if (Math.max(box.width, box.height) > PIECE_LIMITS.coordinateMm) {
    throw new FileError('At this size the figure is many metres across. Check the size.');
  }
  const move = (p: Vec): Vec => ({ x: p.x - box.minX, y: p.y - box.minY });
  const paths = mapped.map((cubics, i) => {
    const segments = cubics.map((c): Cubic => ({
      type: 'cubic',
      from: move(c.from),
      c1: move(c.c1),
      c2: move(c.c2),
      to: move(c.to),
    }));
    const closed = strokes[i]!.closed;
    return newPath(newId(i), nodesOf({ segments, closed }), closed);
  });
  return { paths, toMm: shifted(map, -box.minX, -box.minY) };
}

export interface Retraced {
  readonly paths: FigurePath[];
  /** the picture with its place, which is beside the wires that were there if it is a new one */
  readonly picture: TracedPicture;
  /** numbers of wires whose corrections by hand were kept, and of those that could not be */
  readonly kept: readonly number[];
  readonly lost: readonly number[];
}

/** A new stroke that runs this near a kept correction, mm, over most of its length is the same line. */
const SAME_LINE_MM = 0.8;
const SAME_LINE_SHARE = 0.6;

/**
 * Puts newly traced wires in the place of those traced before. Wires changed by hand since, or drawn,
 * stay and go with the picture if its size changed; a new wire along one of them is left out. When
 * lines become outlines or outlines lines, corrections mean nothing any more and are named as lost.
 */
export function retrace(
  piece: Piece,
  fresh: readonly FigurePath[],
  picture: TracedPicture,
): Retraced {
  const before = piece.picture;
  const untouched = new Map(before?.traced.map((t) => [t.id, t.mark]));
  const hand = piece.paths.flatMap((path, i) =>
    untouched.get(path.id) === markOf(path) ? [] : [{ path, number: i + 1 }],
  );
  if (before?.id !== picture.id) return placedBeside(hand, fresh, picture);
  if (before.mode !== picture.mode) {
    const corrected = hand.filter(({ path }) => untouched.has(path.id));
    const drawn = hand.filter(({ path }) => !untouched.has(path.id));
    return {
      paths: [...drawn.map((h) => h.path), ...fresh],
      picture,
      kept: drawn.map((h) => h.number),
      lost: corrected.map((h) => h.number),
    };
  }
  const back = inverseMap(before.toMm);
  const onto = picture.toMm;
  const same = before.toMm.every((v, i) => Math.abs(v - onto[i]!) < 1e-9);
  const move = (p: Vec): Vec => (same || !back ? p : applyMap(onto, applyMap(back, p)));
  const stays = hand.map(({ path }) => movedPath(path, move));
  const along = stays.flatMap((p) => samplesOf(p));
  const added = fresh.filter((path) => {
    const points = samplesOf(path);
    const near = points.filter((p) => along.some((q) => distance(p, q) < SAME_LINE_MM)).length;
    return points.length === 0 || near / points.length < SAME_LINE_SHARE;
  });
  const kept = hand.map((h) => h.number);
  return { paths: [...stays, ...added], picture, kept, lost: [] };
}

/** From the wires that were there to what is brought in, mm. */
const BESIDE_MM = 5;

/** Another picture says nothing about the wires that are there: its lines come to lie beside them. */
function placedBeside(
  hand: readonly { path: FigurePath; number: number }[],
  fresh: readonly FigurePath[],
  picture: TracedPicture,
): Retraced {
  const stays = hand.map((h) => h.path);
  const box = figureBox(stays);
  const kept = hand.map((h) => h.number);
  if (!box) return { paths: [...fresh], picture, kept, lost: [] };
  const [x, y] = [box.maxX + BESIDE_MM, box.minY];
  const placed = fresh.map((p) => movedPath(p, (q) => ({ x: q.x + x, y: q.y + y })));
  return {
    paths: [...stays, ...placed],
    picture: {
      ...picture,
      toMm: [...shifted(picture.toMm, x, y)],
      traced: placed.map((p) => ({ id: p.id, mark: markOf(p) })),
    },
    kept,
    lost: [],
  };
}

function samplesOf(path: FigurePath): Vec[] {
  const points = drawnPath(path).segments.flatMap((s) => flattenSegment(s, 0.05, 0.5));
  const step = Math.max(1, Math.floor(points.length / 200));
  return points.filter((_, i) => i % step === 0);
}

function movedPath(path: FigurePath, move: (p: Vec) => Vec): FigurePath {
  const nodes = path.nodes.map((n): FigureNode => {
    const at = move(n);
    const handle = (h: Vec): Vec => {
      const to = move({ x: n.x + h.x, y: n.y + h.y });
      return { x: to.x - at.x, y: to.y - at.y };
    };
    return {
      ...n,
      ...at,
      ...(n.in ? { in: handle(n.in) } : {}),
      ...(n.out ? { out: handle(n.out) } : {}),
    };
  });
  return { ...path, nodes };
}
