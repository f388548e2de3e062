import type { Box, Vec } from '../geometry';
import { markCorners, type MarkFrame } from '../fiducial';
import { darknessOver, makeGrid, sample, type Grid, type Rgba } from '../trace';
import { seenAt, type View } from './view';

/** A part of the page seen from straight above, as dark as what lies there is against the paper. */
export interface Flat {
  readonly grid: Grid;
  readonly pxPerMm: number;
  /** the figure's mm at the grid's top left */
  readonly from: Vec;
}

export const onFlat = ({ pxPerMm, from }: Flat, p: Vec): Vec => ({
  x: (p.x - from.x) * pxPerMm,
  y: (p.y - from.y) * pxPerMm,
});

/** Darkness at a place, the figure's mm. */
export function darkAt(flat: Flat, x: number, y: number): number {
  const { grid, pxPerMm, from } = flat;
  return sample(grid, (x - from.x) * pxPerMm, (y - from.y) * pxPerMm);
}

const MOST_PX = 5_000_000;
const FINEST_PX_PER_MM = 18;
/** What the paper is told from: wider than wires and beads, mm to each side. */
const PAPER_REACH_MM = 6;

/** How finely the photograph shows the middle of a box, px a mm. */
export function scaleOf(view: View, { minX, minY, maxX, maxY }: Box): number {
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const [a, b, c] = [
    seenAt(view, { x, y }),
    seenAt(view, { x: x + 1, y }),
    seenAt(view, { x, y: y + 1 }),
  ];
  return Math.sqrt(Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)));
}

/** Lays a box of the page flat. The print under a piece is blue: the blue of the picture shows metal alone. */
export function flatten(picture: Rgba, view: View, box: Box, frame: MarkFrame): Flat {
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  const pxPerMm = Math.min(
    FINEST_PX_PER_MM,
    Math.max(6, 1.1 * scaleOf(view, box)),
    Math.sqrt(MOST_PX / (w * h)),
  );
  const grid = makeGrid(Math.ceil(w * pxPerMm), Math.ceil(h * pxPerMm));
  const flat = { grid, pxPerMm, from: { x: box.minX, y: box.minY } };
  const outside = new Uint8Array(grid.data.length);
  const { data, width, height } = picture;
  for (let row = 0, i = 0; row < grid.height; row++) {
    const y = box.minY + (row + 0.5) / pxPerMm;
    for (let column = 0; column < grid.width; column++, i++) {
      const p = seenAt(view, { x: box.minX + (column + 0.5) / pxPerMm, y });
      if (p.x < 0 || p.y < 0 || p.x > width || p.y > height) outside[i] = 1;
      const u = Math.min(width - 1.001, Math.max(0, p.x - 0.5));
      const v = Math.min(height - 1.001, Math.max(0, p.y - 0.5));
      const [c, r] = [u | 0, v | 0];
      const [s, t] = [u - c, v - r];
      const k = 4 * (r * width + c);
      const below = k + 4 * width;
      const upper = data[k + 2]! * (1 - s) + data[k + 6]! * s;
      const lower = data[below + 2]! * (1 - s) + data[below + 6]! * s;
      grid.data[i] = (upper * (1 - t) + lower * t) / 255;
    }
  }
  const block = Math.max(1, Math.round(pxPerMm / 2));
  const dark = darknessOver(grid, block, Math.round((PAPER_REACH_MM * pxPerMm) / block));
  // Beyond the picture's edge nothing is known.
  outside.forEach((o, i) => {
    if (o) dark.data[i] = 0;
  });
  const out = { ...flat, grid: dark };
  clearMarks(out, frame);
  return out;
}

/** The marks themselves are no metal. */
function clearMarks(flat: Flat, frame: MarkFrame): void {
  const { grid } = flat;
  const rim = 0.8;
  for (const corner of [0, 1, 2, 3] as const) {
    const [a, , c] = markCorners(frame, corner) as [Vec, Vec, Vec, Vec];
    const from = onFlat(flat, { x: a.x - rim, y: a.y - rim });
    const to = onFlat(flat, { x: c.x + rim, y: c.y + rim });
    const [x0, x1] = [Math.max(0, Math.floor(from.x)), Math.min(grid.width, Math.ceil(to.x))];
    for (let y = Math.max(0, Math.floor(from.y)); y < Math.min(grid.height, to.y); y++) {
      if (x0 < x1) grid.data.fill(0, y * grid.width + x0, y * grid.width + x1);
    }
  }
}
