import { blur, closing, quantile, someOf } from './filters';
import { leastSquares } from './leastSquares';
import { makeGrid, reduce, spreadRow, type Grid } from './picture';

/** What must stand out from the paper to be taken for ink at all. */
const LEAST_DARKNESS = 0.05;
/** Shade deeper than this share of the brightest paper is measured against this share. */
const DARKEST_PAPER = 0.2;

/**
 * Darkness 1 - I / paper, where the paper is a closing of the picture with a window of
 * `reach` cells of `block` pixels: wider than the strokes, so that these are filled with the paper
 * beside them, while shadows and slow changes of light stay in the paper.
 */
export function darknessOver(picture: Grid, block: number, reach: number): Grid {
  const paper = blur(closing(reduce(picture, block), reach), 1);
  return against(picture, paper, block);
}

/**
 * Darkness against one sheet of paper lit unevenly: a surface of the second degree laid through
 * the bright pixels. For filled shapes, which no window is wide enough to fill.
 */
export function darknessOverSheet(picture: Grid): Grid {
  const block = Math.max(1, Math.ceil(Math.max(picture.width, picture.height) / 96));
  const cells = reduce(picture, block);
  const paper = brightSurface(cells);
  return against(picture, paper, block);
}

function against(picture: Grid, paper: Grid, block: number): Grid {
  const { width, height, data } = picture;
  const out = makeGrid(width, height);
  // Where the paper itself is nearly black, a share of it would be a share of nothing.
  const least = DARKEST_PAPER * quantile(someOf(paper, 20_000), 0.9);
  const row = new Float32Array(width);
  for (let y = 0, i = 0; y < height; y++) {
    spreadRow(paper, block, y, row);
    for (let x = 0; x < width; x++, i++) {
      const p = row[x]!;
      const d = (p - data[i]!) / (p > least ? p : least);
      out.data[i] = d > 0 ? d : 0;
    }
  }
  return out;
}

/** Least squares of 1, x, y, xx, xy, yy over the brighter cells, thrice, leaving out what is dark. */
function brightSurface(cells: Grid): Grid {
  const { width, height, data } = cells;
  const terms = (i: number): number[] => {
    const x = ((i % width) / width) * 2 - 1;
    const y = (Math.floor(i / width) / height) * 2 - 1;
    return [1, x, y, x * x, x * y, y * y];
  };
  const surface = makeGrid(width, height);
  const bright = quantile(Float32Array.from(data), 0.9);
  let keep = (i: number): boolean => data[i]! > 0.7 * bright;
  for (let round = 0; round < 3; round++) {
    const rows: number[][] = [];
    const values: number[] = [];
    for (let i = 0; i < data.length; i++) {
      if (!keep(i)) continue;
      rows.push(terms(i));
      values.push(data[i]!);
    }
    const c = leastSquares(rows, values, 1e-6);
    if (!c) break;
    for (let i = 0; i < data.length; i++) {
      surface.data[i] = terms(i).reduce((sum, t, k) => sum + t * c[k]!, 0);
    }
    keep = (i) => data[i]! > 0.93 * surface.data[i]!;
  }
  return surface;
}

/**
 * The darkness that parts ink from paper: half of what ink usually is, found by turns (an ink level
 * asks for a threshold, a threshold for an ink level), never within the paper's own noise.
 * @param looks how many pixels are looked at
 * @returns 0 if nothing stands out from the paper
 */
export function inkThreshold(darkness: Grid, looks = 60_000): number {
  const some = someOf(darkness, looks).sort();
  const at = (share: number): number => some[Math.floor(share * (some.length - 1))]!;
  const paper = at(0.5);
  const noise = Math.max(0.004, (at(0.84) - paper) / 1.0);
  const floor = Math.max(LEAST_DARKNESS, paper + 6 * Math.min(noise, 0.05));
  // `some` is in order, so the ink above a threshold is its tail and the median lies half way.
  const above = (level: number): number => {
    let low = 0;
    let high = some.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (some[middle]! > level) high = middle;
      else low = middle + 1;
    }
    return low;
  };
  const first = above(floor);
  if (some.length - first < 3) return some[some.length - 1]! > 2 * floor ? floor : 0;
  let threshold = 0.5 * some[first + Math.floor(0.9 * (some.length - 1 - first))]!;
  for (let round = 0; round < 12; round++) {
    const from = above(threshold);
    const ink = some[from + ((some.length - from) >> 1)] ?? threshold;
    threshold = Math.max(floor, 0.5 * (ink + paper));
  }
  return threshold;
}

/** How wide the strokes are, in pixels. */
export interface Pen {
  readonly widthPx: number;
}

/** Half width of the window that is tried at each size of the picture, and the sizes tried. */
const TRIED_REACH = 3;
const SMALLEST_TRIED = 24;

/**
 * Finds the pen's width without knowing it. The same window is laid on the picture at half the size
 * each time, so that it fills wider and wider dark things; the first size that the next hardly
 * betters shows the strokes.
 * @param picture brightness, a quarter of a megapixel or less
 * @returns px of `picture`; null if nothing stands out
 */
export function findPen(picture: Grid): Pen | null {
  const tries: { darkness: Grid; threshold: number; energy: number; size: number }[] = [];
  let grid = blur(picture, 0.7);
  for (let size = 1; Math.min(grid.width, grid.height) >= SMALLEST_TRIED || size === 1; size *= 2) {
    // Not smoothed, so that a stroke too wide for the window is paper to its very rim.
    const darkness = against(grid, closing(grid, TRIED_REACH), 1);
    const threshold = inkThreshold(darkness, 20_000);
    const level = Math.max(0.1, 0.5 * threshold);
    let energy = 0;
    const { data } = darkness;
    for (const d of data) if (d > level) energy += d;
    tries.push({ darkness, threshold, energy: energy * size * size, size });
    grid = reduce(grid, 2);
  }
  const most = Math.max(...tries.map((t) => t.energy));
  const chosen =
    tries.find((t, k) => {
      const next = tries[k + 1];
      return t.energy >= 0.08 * most && t.energy > 0 && (!next || t.energy >= 0.7 * next.energy);
    }) ?? tries[tries.length - 1];
  if (!chosen || chosen.threshold === 0) return null;
  const widthPx = strokeWidth(chosen.darkness, chosen.threshold) * chosen.size;
  return widthPx > 0 ? { widthPx } : null;
}

/** Median over the ink of the shorter of the runs through a pixel, along its row and its column. */
function strokeWidth(darkness: Grid, threshold: number): number {
  const { width, height, data } = darkness;
  const runs = new Uint16Array(data.length);
  const measure = (count: number, start: number, stride: number, shorter: boolean): void => {
    for (let i = 0; i < count; i++) {
      if (data[start + i * stride]! <= threshold) continue;
      let end = i;
      while (end < count && data[start + end * stride]! > threshold) end++;
      for (let k = i; k < end; k++) {
        const at = start + k * stride;
        runs[at] = shorter ? Math.min(runs[at]!, end - i) : end - i;
      }
      i = end;
    }
  };
  for (let y = 0; y < height; y++) measure(width, y * width, 1, false);
  for (let x = 0; x < width; x++) measure(height, x, width, true);
  const found = Float32Array.from(runs.filter((r) => r > 0));
  // A line at 45 degrees has runs 1.41 of its width, one along a row 1: 1.12 on average.
  return quantile(found, 0.5) / 1.12;
}
