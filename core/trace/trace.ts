import { cubicLength, flattenSegment, startOf, type Cubic, type Vec } from '../geometry';
import { assemble, type Row } from './assemble';
import { cleanEdges, penHalf, type Strokes } from './cleanEdges';
import { withCorners } from './corners';
import { blur } from './filters';
import { fitCubics } from './fit';
import { halfWidths } from './halfWidth';
import { joinGaps } from './gaps';
import { solveKnots } from './knots';
import { darknessOver, darknessOverSheet, findPen, inkThreshold } from './light';
import { dropSpecks, fillPinholes, inkMask } from './mask';
import { outlineRows } from './outline';
import { brightness, enlarge, type Grid, type Rgba } from './picture';
import { readSkeleton } from './skeleton';
import { thin } from './thin';

export interface TraceOptions {
  readonly mode: 'centreline' | 'outline';
  /** -1 to 1: how pale a line may be, from only the darkest to the faintest; 0 is automatic */
  readonly sensitivity: number;
  /** gaps of a skipping pen are joined up to this many pen widths */
  readonly gapPens: number;
  /** parts of the picture to be left out, px */
  readonly erased: readonly Region[];
}

export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export const TRACE_DEFAULTS: TraceOptions = {
  mode: 'centreline',
  sensitivity: 0,
  gapPens: 2.5,
  erased: [],
};

/** One stroke of the picture, px, origin at the picture's top left corner. */
export interface TracedStroke {
  readonly cubics: readonly Cubic[];
  readonly closed: boolean;
}

export interface Trace {
  /** the longest first */
  readonly strokes: readonly TracedStroke[];
  readonly crossings: readonly Vec[];
  /** width of the pen in the picture's pixels; 0 if no line was found */
  readonly penPx: number;
  /** there is so much in the picture that it is hardly a drawing */
  readonly tooBusy: boolean;
}

const NOTHING: Trace = { strokes: [], crossings: [], penPx: 0, tooBusy: false };
const LEAST_SIDE = 8;
/** Edges of a drawing's skeleton; a photo of a busy scene has many thousand. */
const MOST_EDGES = 3000;
const OUTLINE_PIXELS = 1_500_000;

export const TRACE_STAGES = ['light', 'ink', 'lines', 'curves'] as const;
export type TraceStage = (typeof TRACE_STAGES)[number];

/** Work is done where the pen is about this wide: enough to find its middle, little enough to be quick. */
const PEN_WORK_PX = 8;
/** In large pictures a little less will do, but no less than the last. */
const PEN_LARGE_PX = 6;
const PEN_LEAST_PX = 4.5;
const COARSE_PIXELS = 200_000;
const LARGE_PIXELS = 800_000;
const ENLARGED_PIXELS = 3_000_000;
/** More are never worked on at once: every pixel takes some 36 bytes. */
const MOST_PIXELS = 13_000_000;

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
  if (picture.width < LEAST_SIDE || picture.height < LEAST_SIDE) return NOTHING;
  return options.mode === 'outline'
    ? traceOutlines(picture, options, onStage)
    : traceCentrelines(picture, options, onStage);
}

type OnStage = (stage: TraceStage) => void;

function traceCentrelines(picture: Rgba, options: TraceOptions, onStage: OnStage): Trace {
  const coarseBlock = blockFor(picture, COARSE_PIXELS);
  const pen = findPen(brightness(picture, coarseBlock, true));
  if (!pen) return NOTHING;
  const penPx = pen.widthPx * coarseBlock;
  const { grid, scale } = workingSize(picture, penPx);
  const workPen = penPx * scale;
  const block = Math.max(1, Math.round(workPen / 1.8));
  const sigma = Math.max(0.6, Math.min(scale < 0.5 ? 1 : 1.4, 0.16 * workPen));
  const smooth = blur(grid, sigma);
  const darkness = darknessOver(smooth, block, Math.ceil((1.6 * workPen) / block) + 1);

  onStage('ink');
  const threshold = inkThreshold(darkness) * 2 ** -options.sensitivity;
  if (threshold === 0) return NOTHING;
  eraseRegions(darkness.data, darkness, options.erased, scale);
  const mask = inkMask(darkness, threshold, Math.max(8, Math.round(4 * workPen)));
  fillPinholes(mask, 0.4 * workPen ** 2);
  dropSpecks(mask, 1.6 * workPen ** 2);

  onStage('lines');
  const skeleton = readSkeleton(thin(mask), halfWidths(mask));
  if (skeleton.edges.length === 0) return NOTHING;
  if (skeleton.edges.length > MOST_EDGES) return { ...NOTHING, tooBusy: true };
  // A picture's own pixels and optics blur it by some 0.6 of a pixel.
  const blurPx = Math.hypot(sigma, 0.6 * Math.max(1, scale));
  const strokes: Strokes = { darkness, threshold, half: penHalf(skeleton), blurPx };
  const edges = cleanEdges(skeleton, strokes);
  const knots = solveKnots(skeleton, edges, strokes);
  const rows = joinGaps(assemble(edges, knots, strokes), options.gapPens * 2 * strokes.half);

  onStage('curves');
  return {
    strokes: longestFirst(rows.flatMap((row) => strokeOf(row, scale))),
    crossings: knots
      .filter((k) => k.crossing)
      .map((k) => ({ x: k.at.x / scale, y: k.at.y / scale })),
    penPx: (2 * strokes.half) / scale,
    tooBusy: false,
  };
}

function traceOutlines(picture: Rgba, options: TraceOptions, onStage: OnStage): Trace {
  const block = blockFor(picture, OUTLINE_PIXELS);
  const darkness = blur(darknessOverSheet(brightness(picture, block)), 0.8);
  onStage('ink');
  const threshold = inkThreshold(darkness) * 2 ** -options.sensitivity;
  if (threshold === 0) return NOTHING;
  onStage('lines');
  eraseRegions(darkness.data, darkness, options.erased, 1 / block);
  const least = Math.max(30, (darkness.width * darkness.height) / 20_000);
  const rows = outlineRows(darkness, threshold, least);
  if (rows.length > MOST_EDGES / 4) return { ...NOTHING, tooBusy: true };
  onStage('curves');
  const strokes = longestFirst(rows.flatMap((row) => strokeOf(row, 1 / block)));
  return { strokes, crossings: [], penPx: 0, tooBusy: false };
}

/** Clears regions, given in the picture's pixels, in a grid of another scale. */
function eraseRegions(
  data: Float32Array,
  { width, height }: { width: number; height: number },
  regions: readonly Region[],
  scale: number,
): void {
  for (const r of regions) {
    const [x0, y0] = [Math.max(0, Math.floor(r.x * scale)), Math.max(0, Math.floor(r.y * scale))];
    const x1 = Math.min(width, Math.ceil((r.x + r.width) * scale));
    const y1 = Math.min(height, Math.ceil((r.y + r.height) * scale));
    for (let y = y0; y < y1; y++) if (x1 > x0) data.fill(0, y * width + x0, y * width + x1);
  }
}

const blockFor = ({ width, height }: Rgba, most: number): number =>
  Math.max(1, Math.ceil(Math.sqrt((width * height) / most)));

/** The picture at a size where the pen is some eight pixels wide. */
function workingSize(picture: Rgba, penPx: number): { grid: Grid; scale: number } {
  const fine = Math.max(1, Math.floor(penPx / PEN_WORK_PX));
  const large = (picture.width * picture.height) / fine ** 2 > LARGE_PIXELS;
  const coarse = Math.min(Math.ceil(penPx / PEN_LARGE_PX), Math.floor(penPx / PEN_LEAST_PX));
  const least = blockFor(picture, MOST_PIXELS);
  const block = Math.max(least, large ? Math.max(fine, coarse) : fine);
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

const longestFirst = (strokes: readonly TracedStroke[]): TracedStroke[] =>
  strokes
    .map((stroke) => ({ stroke, px: stroke.cubics.reduce((sum, c) => sum + cubicLength(c), 0) }))
    .sort((a, b) => b.px - a.px)
    .map(({ stroke }) => stroke);

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
