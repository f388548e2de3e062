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
  for (let y = 0; y < height; y++) {
    const base = y * width;
    for (let x = 0; x < width; x++) out.data[base + x] = k0 * across[base + x]!;
    for (let k = 1; k <= r; k++) {
      const weight = kernel[k]!;
      const above = Math.max(0, y - k) * width;
      const below = Math.min(height - 1, y + k) * width;
      for (let x = 0; x < width; x++) {
        out.data[base + x] = out.data[base + x]! + weight * (across[above + x]! + across[below + x]!);
      }
    }
  }
  return out;
}

/** Gaussian blur; `sigma` in pixels. */
export function blur(grid: Grid, sigma: number): Grid {
  const reach = Math.max(1, Math.ceil(2.5 * sigma));
  const raw = Array.from({ length: reach + 1 }, (_, k) => Math.exp(-(k * k) / (2 * sigma * sigma)));
  const total = raw.reduce((sum, w, k) => sum + (k === 0 ? w : 2 * w), 0);
  return convolve(
    grid,
    raw.map((w) => w / total),
  );
}

/**
 * Greatest (or least) value within `reach` pixels along rows or columns, by van Herk's running
 * maxima (Pattern Recognition Letters 13, 1992): three comparisons a pixel whatever the reach.
 * The edge's values go on beyond the picture.
 */
function extreme(
  values: Float32Array,
  reach: number,
  greatest: boolean,
  count: number,
  read: number,
  stride: number,
  work: { forward: Float32Array; backward: Float32Array },
): void {
  const size = 2 * reach + 1;
  const padded = count + 2 * reach;
  const { forward, backward } = work;
  const at = (i: number): number =>
    values[read + Math.min(count - 1, Math.max(0, i - reach)) * stride]!;
  const pick = greatest ? Math.max : Math.min;
  for (let i = 0; i < padded; i++) {
    const v = at(i);
    forward[i] = i % size === 0 ? v : pick(forward[i - 1]!, v);
  }
  for (let i = padded - 1; i >= 0; i--) {
    const v = at(i);
    backward[i] = i === padded - 1 || (i + 1) % size === 0 ? v : pick(backward[i + 1]!, v);
  }
  for (let i = 0; i < count; i++) {
    values[read + i * stride] = pick(backward[i]!, forward[i + size - 1]!);
  }
}

/**
 * Closing with a square of 2 reach + 1 pixels: dark things narrower than it are filled with what
 * lies round them, while edges and wide shades stay as they are. Works on a copy wide enough that
 * a shade at the border counts as going on beyond it.
 */
export function closing(grid: Grid, reach: number): Grid {
  const width = grid.width + 2 * reach;
  const height = grid.height + 2 * reach;
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = Math.min(grid.height - 1, Math.max(0, y - reach)) * grid.width;
    for (let x = 0; x < width; x++) {
      data[y * width + x] = grid.data[row + Math.min(grid.width - 1, Math.max(0, x - reach))]!;
    }
  }
  const longest = Math.max(width, height) + 2 * reach;
  const work = { forward: new Float32Array(longest), backward: new Float32Array(longest) };
  for (const greatest of [true, false]) {
    for (let y = 0; y < height; y++) extreme(data, reach, greatest, width, y * width, 1, work);
    for (let x = 0; x < width; x++) extreme(data, reach, greatest, height, x, width, work);
  }
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
