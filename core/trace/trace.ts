import { flattenSegment, startOf, type Cubic, type Vec } from '../geometry';
import { assemble, type Row } from './assemble';
import { cleanEdges, penHalf, type Strokes } from './cleanEdges';
import { withCorners } from './corners';
import { blur } from './filters';
import { fitCubics } from './fit';
import { halfWidths } from './halfWidth';
import { solveKnots } from './knots';
import { darknessOver, findPen, inkThreshold } from './light';
import { dropSpecks, fillPinholes, inkMask } from './mask';
import { brightness, enlarge, type Grid, type Rgba } from './picture';
import { readSkeleton } from './skeleton';
import { thin } from './thin';

export interface TraceOptions {
  readonly mode: 'centreline' | 'outline';
  /** -1 to 1: how pale a line may be, from only the darkest to the faintest; 0 is automatic */
  readonly sensitivity: number;
  /** gaps of a skipping pen are joined up to this many pen widths */
  readonly gapPens: number;
}

export const TRACE_DEFAULTS: TraceOptions = { mode: 'centreline', sensitivity: 0, gapPens: 2.5 };

/** One stroke of the picture, px, origin at the picture's top left corner. */
export interface TracedStroke {
  readonly cubics: readonly Cubic[];
  readonly closed: boolean;
}

export interface Trace {
  readonly strokes: readonly TracedStroke[];
  readonly crossings: readonly Vec[];
  /** width of the pen in the picture's pixels; 0 if no line was found */
  readonly penPx: number;
}

export const TRACE_STAGES = ['light', 'ink', 'lines', 'curves'] as const;
export type TraceStage = (typeof TRACE_STAGES)[number];

/** Work is done where the pen is about this wide: enough to find its middle, little enough to be quick. */
const PEN_WORK_PX = 8;
const COARSE_PIXELS = 200_000;
const LARGE_PIXELS = 800_000;
const ENLARGED_PIXELS = 6_000_000;

/**
 * The lines of a picture as smooth strokes.
 * @param onStage is told each stage as it begins; throwing there ends the work
 */
export function tracePicture(
  picture: Rgba,
  options: TraceOptions = TRACE_DEFAULTS,
  onStage: (stage: TraceStage) => void = () => undefined,
): Trace {
  onStage('light');
  const empty: Trace = { strokes: [], crossings: [], penPx: 0 };
  const pixels = picture.width * picture.height;
  const coarseBlock = Math.max(1, Math.ceil(Math.sqrt(pixels / COARSE_PIXELS)));
  const coarse = brightness(picture, coarseBlock);
  const pen = findPen(coarse);
  if (!pen) return empty;
  const penPx = pen.widthPx * coarseBlock;
  const { grid, scale } = workingSize(picture, penPx);
  const workPen = penPx * scale;
  const block = Math.max(1, Math.round(workPen / 2.5));
  const sigma = Math.max(0.6, Math.min(1.4, 0.16 * workPen));
  const smooth = blur(grid, sigma);
  const darkness = darknessOver(smooth, block, Math.ceil((1.6 * workPen) / block) + 1);

  onStage('ink');
  const found = inkThreshold(darkness);
  if (found === 0) return empty;
  if ((globalThis as any).DBG) console.log('found', found, workPen, block, grid.width, scale);
  const threshold = found * 2 ** -options.sensitivity;
  const mask = inkMask(darkness, threshold, Math.max(8, Math.round(4 * workPen)));
  fillPinholes(mask, 0.4 * workPen ** 2);
  dropSpecks(mask, 1.6 * workPen ** 2);

  onStage('lines');
  const skeleton = readSkeleton(thin(mask), halfWidths(mask));
  if (skeleton.edges.length === 0) return empty;
  // A picture's own pixels and optics blur it by some 0.6 of a pixel.
  const blurPx = Math.hypot(sigma, 0.6 * Math.max(1, scale));
  const strokes: Strokes = { darkness, threshold, half: penHalf(skeleton), blurPx };
  const edges = cleanEdges(skeleton, strokes);
  if ((globalThis as any).DBG) for (const e of edges) console.log('E', e.edge.from, e.edge.to, e.edge.points.length, e.row.length, 'half', strokes.half.toFixed(2), e.half.toFixed(2), e.edge.points.length < 80 ? e.edge.half.map((h) => h.toFixed(1)).join(' ') : '');
  const knots = solveKnots(skeleton, edges, strokes);
  const rows = assemble(edges, knots, strokes);

  onStage('curves');
  return {
    strokes: rows.flatMap((row) => strokeOf(row, scale)),
    crossings: knots
      .filter((k) => k.crossing)
      .map((k) => ({ x: k.at.x / scale, y: k.at.y / scale })),
    penPx: (2 * strokes.half) / scale,
  };
}

/** The picture at a size where the pen is some eight pixels wide. */
function workingSize(picture: Rgba, penPx: number): { grid: Grid; scale: number } {
  // Coarser rather than finer only where a large picture would take long.
  const fine = Math.max(1, Math.floor(penPx / PEN_WORK_PX));
  const large = (picture.width * picture.height) / fine ** 2 > LARGE_PIXELS;
  const block = large ? Math.max(1, Math.round(penPx / PEN_WORK_PX)) : fine;
  const grid = brightness(picture, block);
  if (block > 1) return { grid, scale: 1 / block };
  const most = Math.floor(Math.sqrt(ENLARGED_PIXELS / grid.data.length));
  const wanted = Math.round((1.25 * PEN_WORK_PX) / penPx);
  const times = Math.max(1, Math.min(3, most, wanted));
  return { grid: enlarge(grid, times), scale: times };
}

function strokeOf(row: Row, scale: number): TracedStroke[] {
  const { points, corners, closed, half } = withCorners(row);
  if (points.length < 2) return [];
  const options = { tolerance: 0.4, reach: 2 * half };
  const cubics = fitCubics(points, corners, closed, options).map((c): Cubic => {
    const at = (p: Vec): Vec => ({ x: p.x / scale, y: p.y / scale });
    return { type: 'cubic', from: at(c.from), c1: at(c.c1), c2: at(c.c2), to: at(c.to) };
  });
  return cubics.length > 0 ? [{ cubics, closed }] : [];
}

/** Points along a stroke, at most `step` px apart. */
export function strokePoints(stroke: TracedStroke, step: number): Vec[] {
  const first = stroke.cubics[0];
  if (!first) return [];
  const points = [
    startOf(first),
    ...stroke.cubics.flatMap((c) => flattenSegment(c, step / 20, step)),
  ];
  if (stroke.closed) points.pop();
  return points;
}
