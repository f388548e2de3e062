/** Four bytes a pixel, red green blue alpha, row by row from the top left. */
export interface Rgba {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** One number a pixel, row by row; the centre of pixel (column, row) lies at +0.5, +0.5. */
export interface Grid {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

export const makeGrid = (width: number, height: number): Grid => ({
  width,
  height,
  data: new Float32Array(width * height),
});

/**
 * Brightness from 0 to 1 (Rec. 601 luma over white), averaged over blocks of `block` pixels.
 * Columns and rows left over at the right and bottom form smaller blocks.
 * @param rough reads a few rows of each block only, whose middle need not be the block's
 */
export function brightness(picture: Rgba, block = 1, rough = false): Grid {
  const { width, height } = picture;
  const out = makeGrid(Math.ceil(width / block), Math.ceil(height / block));
  const sums = new Int32Array(out.width);
  const lastColumns = width - (out.width - 1) * block;
  const add = adderFor(picture, block);
  for (let row = 0; row < out.height; row++) {
    sums.fill(0);
    const within = Math.min(block, height - row * block);
    let rows = 0;
    for (let k = 0; k < within; k++) {
      if (within === block && isPassedOver(k, block, rough)) continue;
      add(row * block + k, sums);
      rows++;
    }
    const weight = 1 / (255 * 256 * rows);
    const base = row * out.width;
    for (let c = 0; c < out.width; c++) {
      const columns = c === out.width - 1 ? lastColumns : block;
      out.data[base + c] = (sums[c]! * weight) / columns;
    }
  }
  return out;
}

/** Rows of large blocks that are not read: never so that the middle of those read is another. */
const isPassedOver = (k: number, block: number, rough: boolean): boolean =>
  rough ? k % Math.max(1, block >> 1) !== 0 : block % 4 === 0 && (k % 4 === 0 || k % 4 === 3);

/** Adds the brightness of a picture's row to the sums of its blocks, 255 x 256 for a white pixel. */
function adderFor(picture: Rgba, block: number): (y: number, sums: Int32Array) => void {
  const { width, data } = picture;
  if (isOpaque(picture) && data.byteOffset % 4 === 0 && isLittleEndian()) {
    // Whole pixels at a time: a picture of 12 megapixels is 48 MB to be read.
    const pixels = new Uint32Array(data.buffer, data.byteOffset, data.length >> 2);
    return (y, sums) => {
      let i = y * width;
      const end = i + width;
      for (let c = 0; i < end; c++) {
        const stop = i + block < end ? i + block : end;
        let sum = 0;
        for (; i < stop; i++) {
          const p = pixels[i]!;
          sum += 77 * (p & 255) + 150 * ((p >>> 8) & 255) + 29 * ((p >>> 16) & 255);
        }
        sums[c] = sums[c]! + sum;
      }
    };
  }
  return (y, sums) => {
    for (let x = 0, i = y * width * 4; x < width; x++, i += 4) {
      const luma = 77 * data[i]! + 150 * data[i + 1]! + 29 * data[i + 2]!;
      const alpha = data[i + 3]!;
      const c = Math.floor(x / block);
      sums[c] = sums[c]! + Math.round((luma * alpha) / 255) + 256 * (255 - alpha);
    }
  };
}

const isLittleEndian = (): boolean => new Uint8Array(new Uint32Array([1]).buffer)[0] === 1;

/** Looks at a few thousand pixels, which finds any picture with a see-through ground. */
function isOpaque({ data }: Rgba): boolean {
  const step = 4 * Math.max(1, Math.floor(data.length / 4 / 20_000));
  for (let i = 3; i < data.length; i += step) if (data[i] !== 255) return false;
  return true;
}

/** Value between pixel centres, by their distances; beyond the edge the edge's own. */
export function sample(grid: Grid, x: number, y: number): number {
  const { width, height, data } = grid;
  const u = Math.min(width - 1, Math.max(0, x - 0.5));
  const v = Math.min(height - 1, Math.max(0, y - 0.5));
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - i, v - j];
  const at = j * width + i;
  const right = i + 1 < width ? 1 : 0;
  const below = j + 1 < height ? width : 0;
  const top = data[at]! * (1 - s) + data[at + right]! * s;
  const bottom = data[at + below]! * (1 - s) + data[at + below + right]! * s;
  return top * (1 - t) + bottom * t;
}

/** A grid `times` as fine, between the pixels' centres. */
export function enlarge(grid: Grid, times: number): Grid {
  if (times === 1) return grid;
  const out = makeGrid(grid.width * times, grid.height * times);
  for (let y = 0, i = 0; y < out.height; y++) {
    for (let x = 0; x < out.width; x++, i++) {
      out.data[i] = sample(grid, (x + 0.5) / times, (y + 0.5) / times);
    }
  }
  return out;
}

/** Averages over blocks of a grid. */
export function reduce(grid: Grid, block: number): Grid {
  if (block === 1) return grid;
  const out = makeGrid(Math.ceil(grid.width / block), Math.ceil(grid.height / block));
  const counts = new Float32Array(out.width);
  for (let row = 0; row < out.height; row++) {
    const base = row * out.width;
    counts.fill(0);
    const last = Math.min(grid.height, (row + 1) * block);
    for (let y = row * block; y < last; y++) {
      let i = y * grid.width;
      for (let column = 0; column < out.width; column++) {
        const end = Math.min(grid.width - column * block, block);
        let sum = 0;
        for (let k = 0; k < end; k++) sum += grid.data[i++]!;
        out.data[base + column] = out.data[base + column]! + sum;
        counts[column] = counts[column]! + end;
      }
    }
    for (let c = 0; c < out.width; c++) {
      out.data[base + c] = out.data[base + c]! / counts[c]!;
    }
  }
  return out;
}

/**
 * One row of a picture's size from a grid of cells of `block` pixels, between the cells' centres.
 * @param y row of the picture
 * @param into as many numbers as the picture is wide
 */
export function spreadRow(cells: Grid, block: number, y: number, into: Float32Array): void {
  const last = cells.width - 1;
  const row = new Float32Array(cells.width + 1);
  const v = Math.min(cells.height - 1, Math.max(0, (y + 0.5) / block - 0.5));
  const above = Math.floor(v);
  const share = v - above;
  const from = above * cells.width;
  const below = above + 1 < cells.height ? from + cells.width : from;
  for (let c = 0; c <= last; c++) {
    const top = cells.data[from + c]!;
    row[c] = top + (cells.data[below + c]! - top) * share;
  }
  row[last + 1] = row[last]!;
  for (let x = 0; x < into.length; x++) {
    const u = Math.min(last, Math.max(0, (x + 0.5) / block - 0.5));
    const c = u | 0;
    into[x] = row[c]! + (row[c + 1]! - row[c]!) * (u - c);
  }
}
