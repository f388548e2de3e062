import type { Rgba } from '../trace';
import {
  flattenSegment,
  randomFrom,
  startOf,
  type Cubic,
  type Segment,
  type Vec,
} from '../geometry';

/** A drawing on a sheet of paper: lines in mm, the pen's width, the sheet's size. */
export interface SheetDrawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly penMm: number;
  readonly lines: readonly (readonly Segment[])[];
}

/** Ink on a sheet: 0 is bare paper, 1 full ink; one number a pixel. */
export interface InkSheet {
  readonly width: number;
  readonly height: number;
  readonly pxPerMm: number;
  readonly ink: Float32Array;
}

/** Lines drawn with a round pen, edges softened over one pixel. */
export function drawLines(drawing: SheetDrawing, pxPerMm: number): InkSheet {
  const width = Math.max(1, Math.round(drawing.widthMm * pxPerMm));
  const height = Math.max(1, Math.round(drawing.heightMm * pxPerMm));
  const ink = new Float32Array(width * height);
  const half = (drawing.penMm * pxPerMm) / 2;
  const put = (a: Vec, b: Vec): void => {
    const reach = half + 1;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const square = dx * dx + dy * dy;
    const [x0, x1] = [
      Math.floor(Math.min(a.x, b.x) - reach),
      Math.ceil(Math.max(a.x, b.x) + reach),
    ];
    const [y0, y1] = [
      Math.floor(Math.min(a.y, b.y) - reach),
      Math.ceil(Math.max(a.y, b.y) + reach),
    ];
    for (let y = Math.max(0, y0); y < Math.min(height, y1); y++) {
      for (let x = Math.max(0, x0); x < Math.min(width, x1); x++) {
        const [px, py] = [x + 0.5 - a.x, y + 0.5 - a.y];
        const t = square > 0 ? Math.min(1, Math.max(0, (px * dx + py * dy) / square)) : 0;
        const far = Math.hypot(px - t * dx, py - t * dy);
        const cover = Math.min(1, Math.max(0, half + 0.5 - far));
        const i = y * width + x;
        if (cover > ink[i]!) ink[i] = cover;
      }
    }
  };
  for (const line of drawing.lines) {
    for (const segment of line) {
      let last = startOf(segment);
      for (const next of flattenSegment(segment, 0.02 / pxPerMm)) {
        put(
          { x: last.x * pxPerMm, y: last.y * pxPerMm },
          { x: next.x * pxPerMm, y: next.y * pxPerMm },
        );
        last = next;
      }
    }
  }
  return { width, height, pxPerMm, ink };
}

/** Smooth cubics through points (Catmull and Rom's), for drawings given by a few of them. */
export function smoothThrough(points: readonly Vec[], closed: boolean): Cubic[] {
  const n = points.length;
  const at = (i: number): Vec => points[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))]!;
  const count = closed ? n : n - 1;
  return Array.from({ length: count }, (_, i): Cubic => {
    const [p, a, b, q] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    return {
      type: 'cubic',
      from: a,
      c1: { x: a.x + (b.x - p.x) / 6, y: a.y + (b.y - p.y) / 6 },
      c2: { x: b.x - (q.x - a.x) / 6, y: b.y - (q.y - a.y) / 6 },
      to: b,
    };
  });
}

/** A sheet as a scanner gives it: evenly lit, with a little grain. */
export function scanSheet({ width, height, ink }: InkSheet, grain = 0, seed = 1): Rgba {
  const random = randomFrom(seed);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0, k = 0; i < ink.length; i++, k += 4) {
    const value = 250 - 225 * ink[i]! + grain * (random() + random() - 1);
    data[k] = data[k + 1] = data[k + 2] = value;
    data[k + 3] = 255;
  }
  return { width, height, data };
}
