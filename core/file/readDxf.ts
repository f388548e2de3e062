import DxfParser, {
  type IArcEntity,
  type IBlock,
  type ICircleEntity,
  type IDxf,
  type IEllipseEntity,
  type IEntity,
  type IInsertEntity,
  type ILineEntity,
  type ILwpolylineEntity,
  type IPolylineEntity,
  type ISplineEntity,
} from 'dxf-parser';
import {
  applyAffine,
  arcFromBulge,
  compose,
  line,
  pathLength,
  rotation,
  scaling,
  transformPath,
  translation,
  type Affine,
  type Segment,
  type Vec,
} from '../geometry';
import { cleanDxf } from './cleanDxf';
import { FileError } from './fileError';
import { joinSegments } from './joinSegments';
import type { SvgDrawing } from './readSvg';
import { SVG_LIMITS } from './svgLimits';
import { soundDrawing, soundPath } from './soundPath';
import { splinePoints } from './spline';
import { MARKS_LAYER } from './writeDxf';

/** Millimetres of the drawing units that DXF names by number. */
const UNIT_MM: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };
/** Points along ellipses and splines, radians or shares of a knot span. */
const ELLIPSE_STEP = Math.PI / 90;

/** One drawn entity: its segments, and whether it runs into itself. */
interface Piece {
  readonly layer: string;
  readonly segments: Segment[];
  readonly closed: boolean;
}

/**
 * Reads a DXF drawing: lines, arcs, circles, polylines with bulges, ellipses, splines, and blocks
 * put in place. Entities of one layer whose ends meet are one line. y is turned downwards.
 * @throws FileError when the file holds no drawing that can be used
 */
export function readDxf(text: string): SvgDrawing {
  if (text.length > SVG_LIMITS.bytes) {
    throw new FileError(
      `This drawing is ${Math.round(text.length / 1e6)} MB. Up to ${SVG_LIMITS.bytes / 1e6} MB can be read; export only the lines of the figure.`,
    );
  }
  const clean = cleanDxf(text);
  const dxf = parsed(clean.text);
  const notes = new Set<string>();
  for (const kind of clean.leftOut) notes.add(`${kind.toLowerCase()} was left out: it is no line.`);
  const unit = clean.unit ?? 0;
  const mm = UNIT_MM[unit] ?? 1;
  if (UNIT_MM[unit] === undefined) {
    notes.add('This DXF does not name its unit, so it was taken to be in mm. Check the size.');
  }
  const walk: Walk = {
    blocks: dxf.blocks ?? {},
    pieces: [],
    notes,
    within: new Set(),
    steps: 0,
    segments: 0,
  };
  collect(dxf.entities, scaling(mm, -mm), walk);
  const paths = joinSegments(walk.pieces).filter((p) => pathLength(p) > 0.01);
  if (paths.length === 0) {
    throw new FileError(
      'This DXF has no lines to follow. Draw the figure as lines, arcs or polylines and export it again.',
    );
  }
  const box = soundDrawing(paths, SVG_LIMITS.sizeMm);
  const home = translation(-box.minX, -box.minY);
  return {
    paths: paths.map((p) => transformPath(p, home)),
    widthMm: box.maxX - box.minX,
    heightMm: box.maxY - box.minY,
    notes: [...notes],
  };
}

function parsed(text: string): IDxf {
  let dxf: IDxf | null = null;
  try {
    dxf = new DxfParser().parseSync(text);
  } catch {
    // Said below.
  }
  if (!dxf || !Array.isArray(dxf.entities)) {
    throw new FileError(
      'This is not a whole DXF drawing in text form. Export it again as ASCII DXF.',
    );
  }
  return dxf;
}

/** What was found so far, and what is being put in place just now. */
interface Walk {
  readonly blocks: Readonly<Record<string, IBlock>>;
  readonly pieces: Piece[];
  readonly notes: Set<string>;
  /** blocks being put in place: none is put into itself */
  readonly within: Set<string>;
  steps: number;
  segments: number;
}

function collect(entities: readonly IEntity[], map: Affine, walk: Walk): void {
  for (const e of entities) {
    if (++walk.steps > SVG_LIMITS.steps) {
      throw new FileError(
        `This drawing repeats its blocks more than ${SVG_LIMITS.steps / 1000} thousand times. Export only the lines of the figure.`,
      );
    }
    if (e.layer === MARKS_LAYER) {
      walk.notes.add('The layer MARKS was left out: it holds marks, not wire.');
      continue;
    }
    if (e.type === 'INSERT') {
      insert(e as IInsertEntity, map, walk);
      continue;
    }
    const drawn = segmentsOf(e);
    if (!drawn) {
      walk.notes.add(`${e.type.toLowerCase()} was left out: it is no line.`);
      continue;
    }
    const path = soundPath(transformPath({ segments: drawn.segments, closed: drawn.closed }, map));
    walk.pieces.push({ layer: e.layer, segments: [...path.segments], closed: path.closed });
    walk.segments += path.segments.length;
    if (walk.segments > SVG_LIMITS.segments) {
      throw new FileError('This drawing has more lines than can be read. Export fewer.');
    }
  }
}

function insert(e: IInsertEntity, map: Affine, walk: Walk): void {
  const block = Object.hasOwn(walk.blocks, e.name) ? walk.blocks[e.name] : undefined;
  if (!block?.entities) return;
  if (walk.within.has(e.name) || walk.within.size > SVG_LIMITS.repeats) {
    walk.notes.add('A block that is put into itself was left out.');
    return;
  }
  const turn = ((e.rotation || 0) * Math.PI) / 180;
  const size = scaling(e.xScale || 1, e.yScale || 1);
  const base = translation(-(block.position?.x ?? 0), -(block.position?.y ?? 0));
  const place = compose(
    translation(e.position.x, e.position.y),
    compose(rotation(turn), compose(size, base)),
  );
  walk.within.add(e.name);
  collect(block.entities, compose(map, place), walk);
  walk.within.delete(e.name);
}

function segmentsOf(e: IEntity): { segments: Segment[]; closed: boolean } | null {
  switch (e.type) {
    case 'LINE': {
      const [a, b] = (e as ILineEntity).vertices;
      return a && b ? { segments: [line(plane(a), plane(b))], closed: false } : null;
    }
    case 'ARC': {
      const { center, radius, startAngle, endAngle } = e as IArcEntity;
      const sweep = positive(endAngle - startAngle);
      return {
        segments: [{ type: 'arc', center: plane(center), radius, startAngle, sweep }],
        closed: false,
      };
    }
    case 'CIRCLE': {
      const { center, radius } = e as ICircleEntity;
      return {
        segments: [
          { type: 'arc', center: plane(center), radius, startAngle: 0, sweep: 2 * Math.PI },
        ],
        closed: true,
      };
    }
    case 'LWPOLYLINE':
    case 'POLYLINE': {
      const { vertices, shape } = e as ILwpolylineEntity & IPolylineEntity;
      return polyline(vertices, Boolean(shape));
    }
    case 'ELLIPSE':
      return ellipse(e as IEllipseEntity);
    case 'SPLINE': {
      const points = splinePoints(e as ISplineEntity);
      return points.length > 1 ? { segments: chords(points), closed: false } : null;
    }
    default:
      return null;
  }
}

const plane = (p: { x: number; y: number }): Vec => ({ x: p.x, y: p.y });
const positive = (rad: number): number => {
  const full = 2 * Math.PI;
  const turned = ((rad % full) + full) % full;
  return turned < 1e-9 ? full : turned;
};
const chords = (points: readonly Vec[]): Segment[] =>
  points.slice(1).map((p, i) => line(points[i]!, p));

function polyline(
  vertices: readonly { x: number; y: number; bulge?: number }[],
  closed: boolean,
): { segments: Segment[]; closed: boolean } | null {
  if (vertices.length < 2) return null;
  const ends = closed ? [...vertices.slice(1), vertices[0]!] : vertices.slice(1);
  const segments = ends.map((to, i): Segment => {
    const from = vertices[i]!;
    // With y upwards a positive bulge runs anticlockwise, as a positive turn does there.
    return from.bulge
      ? arcFromBulge(plane(from), plane(to), from.bulge)
      : line(plane(from), plane(to));
  });
  return { segments, closed };
}

function ellipse(e: IEllipseEntity): { segments: Segment[]; closed: boolean } {
  const { center, majorAxisEndPoint: major, axisRatio, startAngle } = e;
  const sweep = positive(e.endAngle - startAngle);
  const count = Math.max(2, Math.ceil(sweep / ELLIPSE_STEP));
  const map: Affine = {
    a: major.x,
    b: major.y,
    c: -major.y * axisRatio,
    d: major.x * axisRatio,
    e: center.x,
    f: center.y,
  };
  const points = Array.from({ length: count + 1 }, (_, i) => {
    const t = startAngle + (sweep * i) / count;
    return applyAffine(map, { x: Math.cos(t), y: Math.sin(t) });
  });
  return { segments: chords(points), closed: sweep > 2 * Math.PI - 1e-6 };
}
