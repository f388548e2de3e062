import { makeGrid, type Grid } from './picture';

/** Smooths rows, then columns, with a kernel given from its middle outwards. */
function convolve(grid: Grid, kernel: readonly number[]): Grid {
  const { width, height, data } = grid;
  const r = kernel.length - 1;
  const across = new Float32Array(data.length);
  const k0 = kernel[0]!;
  for (let y = 0; y < height; y++) {
    const base = y * width;
    for (let x = 0; x < width; x++) {
      const i = base + x;
      let sum = k0 * data[i]!;
      if (x >= r && x + r < width) {
        for (let k = 1; k <= r; k++) sum += kernel[k]! * (data[i - k]! + data[i + k]!);
      } else {
        for (let k = 1; k <= r; k++) {
          sum +=
            kernel[k]! *
            (data[base + Math.max(0, x - k)]! + data[base + Math.min(width - 1, x + k)]!);
        }
      }
      across[i] = sum;
    }
  }
  const out = makeGrid(width, height);
  const into = out.data;
  for (let y = 0; y < height; y++) {
    const base = y * width;
    const above = Int32Array.from({ length: r + 1 }, (_, k) => Math.max(0, y - k) * width);
    const below = Int32Array.from({ length: r + 1 }, (_, k) => Math.min(height - 1, y + k) * width);
    for (let x = 0; x < width; x++) {
      let sum = k0 * across[base + x]!;
      for (let k = 1; k <= r; k++)
        sum += kernel[k]! * (across[above[k]! + x]! + across[below[k]! + x]!);
      into[base + x] = sum;
    }
  }
  return out;
}

/** Gaussian blur; `sigma` in pixels. */
export function blur(grid: Grid, sigma: number): Grid {
  const reach = Math.max(1, Math.round(2.5 * sigma));
  const raw = Array.from({ length: reach + 1 }, (_, k) => Math.exp(-(k * k) / (2 * sigma * sigma)));
  const total = raw.reduce((sum, w, k) => sum + (k === 0 ? w : 2 * w), 0);
  return convolve(
    grid,
    raw.map((w) => w / total),
  );
}

/**
 * Every row's greatest (or least) values within `reach` pixels, in place, by van Herk's running
 * maxima (Pattern Recognition Letters 13, 1992): three comparisons a pixel whatever the reach.
 * The values at both ends go on beyond the row.
 */
function extremeOfRows(
  data: Float32Array,
  width: number,
  height: number,
  reach: number,
  sign: 1 | -1,
): void {
  const size = 2 * reach + 1;
  const blocks = Math.ceil((width + 2 * reach) / size);
  const padded = blocks * size;
  const line = new Float32Array(padded);
  const forward = new Float32Array(padded);
  const backward = new Float32Array(padded);
  for (let y = 0; y < height; y++) {
    const base = y * width;
    const [first, last] = [sign * data[base]!, sign * data[base + width - 1]!];
    for (let i = 0; i < reach; i++) line[i] = first;
    for (let i = 0; i < width; i++) line[reach + i] = sign * data[base + i]!;
    for (let i = reach + width; i < padded; i++) line[i] = last;
    for (let start = 0; start < padded; start += size) {
      let most = line[start]!;
      forward[start] = most;
      for (let i = start + 1; i < start + size; i++) {
        const v = line[i]!;
        if (v > most) most = v;
        forward[i] = most;
      }
      most = line[start + size - 1]!;
      backward[start + size - 1] = most;
      for (let i = start + size - 2; i >= start; i--) {
        const v = line[i]!;
        if (v > most) most = v;
        backward[i] = most;
      }
    }
    for (let i = 0; i < width; i++) {
      const [p, q] = [backward[i]!, forward[i + size - 1]!];
      data[base + i] = sign * (p > q ? p : q);
    }
  }
}

function transposed(data: Float32Array, width: number, height: number): Float32Array<ArrayBuffer> {
  const out = new Float32Array(data.length);
  const tile = 32;
  for (let y0 = 0; y0 < height; y0 += tile) {
    for (let x0 = 0; x0 < width; x0 += tile) {
      const [y1, x1] = [Math.min(height, y0 + tile), Math.min(width, x0 + tile)];
      for (let y = y0; y < y1; y++) {
        for (let x = x0; x < x1; x++) out[x * height + y] = data[y * width + x]!;
      }
    }
  }
  return out;
}

/**
 * Closing with a square of 2 reach + 1 pixels: dark things narrower than it are filled with what
 * lies round them, while edges and wide shades stay as they are. Works on a copy wide enough that
 * a shade at the border counts as going on beyond it.
 */
export function closing(grid: Grid, reach: number): Grid {
  const width = grid.width + 2 * reach;
  const height = grid.height + 2 * reach;
  let data = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = Math.min(grid.height - 1, Math.max(0, y - reach)) * grid.width;
    const into = y * width;
    data.fill(grid.data[row]!, into, into + reach);
    data.set(grid.data.subarray(row, row + grid.width), into + reach);
    data.fill(grid.data[row + grid.width - 1]!, into + reach + grid.width, into + width);
  }
  extremeOfRows(data, width, height, reach, 1);
  data = transposed(data, width, height);
  extremeOfRows(data, height, width, reach, 1);
  extremeOfRows(data, height, width, reach, -1);
  data = transposed(data, height, width);
  extremeOfRows(data, width, height, reach, -1);
  const out = makeGrid(grid.width, grid.height);
  for (let y = 0; y < grid.height; y++) {
    const from = (y + reach) * width + reach;
    out.data.set(data.subarray(from, from + grid.width), y * grid.width);
  }
  return out;
}

/** Value below which a share of the numbers lies. Sorts what it is given. */
export function quantile(values: Float32Array, share: number): number {
  if (values.length === 0) return 0;
  values.sort();
  return values[Math.min(values.length - 1, Math.floor(share * values.length))]!;
}

/** About `wanted` values of a grid, evenly spread. */
export function someOf(grid: Grid, wanted: number): Float32Array {
  const step = Math.max(1, Math.floor(grid.data.length / wanted)) | 1;
  const out = new Float32Array(Math.ceil(grid.data.length / step));
  for (let i = 0, k = 0; i < grid.data.length; i += step) out[k++] = grid.data[i]!;
  return out;
}
