import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import {
  PictureError,
  readPictureHead,
  strokePoints,
  TRACE_DEFAULTS,
  tracePicture,
  type Rgba,
} from '../core/trace';
import { FileError } from '../core/file';

export interface TraceCommandOptions {
  readonly pxPerMm?: number;
  readonly mode?: 'centreline' | 'outline';
}

/** Points lie no further apart than this along a path, mm. */
const STEP_MM = 0.2;
/** Resolution of a screen's pixels, for pictures that state none. */
const PLAIN_PX_PER_MM = 96 / 25.4;

/** Unpacks a picture file, turned as the camera held it. @throws FileError */
export async function readPicture(path: string): Promise<Rgba & { pxPerMm: number | null }> {
  const bytes = readFileSync(path);
  try {
    const head = readPictureHead(bytes);
    const { data, info } = await sharp(bytes, { failOn: 'error' })
      .autoOrient()
      .ensureAlpha()
      .toColourspace('srgb')
      .raw()
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data, pxPerMm: head.pxPerMm };
  } catch (error) {
    if (error instanceof PictureError) throw new FileError(error.message);
    throw new FileError('This picture is damaged or cut short and cannot be read.');
  }
}

/** Traces a picture file: paths and crossings in mm, and the milliseconds that the tracing took. */
export async function runTrace(path: string, options: TraceCommandOptions): Promise<object> {
  const picture = await readPicture(path);
  const pxPerMm = options.pxPerMm ?? picture.pxPerMm ?? PLAIN_PX_PER_MM;
  const from = performance.now();
  const trace = tracePicture(picture, {
    ...TRACE_DEFAULTS,
    mode: options.mode ?? TRACE_DEFAULTS.mode,
  });
  const ms = performance.now() - from;
  if (trace.tooBusy) {
    throw new FileError('There is too much in this picture to be a drawing. Trace a plainer one.');
  }
  if (trace.strokes.length === 0) {
    throw new FileError(
      'No line was found in this picture. It may be blank, or too pale or blurred.',
    );
  }
  const round = (v: number): number => Math.round((v / pxPerMm) * 1e5) / 1e5;
  const mm = (p: { x: number; y: number }): [number, number] => [round(p.x), round(p.y)];
  return {
    paths: trace.strokes.map((stroke) => {
      const points = strokePoints(stroke, Math.min(1, STEP_MM * pxPerMm)).map(mm);
      return { points, closed: stroke.closed, length_mm: lengthOf(points, stroke.closed) };
    }),
    crossings: trace.crossings.map(mm),
    px_per_mm: pxPerMm,
    pen_mm: trace.penPx / pxPerMm,
    ms,
  };
}

function lengthOf(points: readonly [number, number][], closed: boolean): number {
  const ring = closed ? [...points, points[0]!] : points;
  return ring
    .slice(1)
    .reduce((sum, [x, y], i) => sum + Math.hypot(x - ring[i]![0], y - ring[i]![1]), 0);
}
