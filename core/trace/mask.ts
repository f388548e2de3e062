import { makeGrid, spreadRow, type Grid } from './picture';

/** Ink or not, one byte a pixel. */
export interface Mask {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** How far the threshold follows a pen that grows pale, as a share of the common one. */
const PALEST = 0.55;

/**
 * Ink is what is darker than the threshold, lowered where the ink round about is pale.
 * @param cell size of the neighbourhoods in pixels, some widths of the pen
 */
export function inkMask(darkness: Grid, threshold: number, cell: number): Mask {
  const { width, height, data } = darkness;
  const levels = localThresholds(darkness, threshold, cell);
  const out = new Uint8Array(data.length);
  const row = new Float32Array(width);
  for (let y = 0, i = 0; y < height; y++) {
    spreadRow(levels, cell, y, row);
    for (let x = 0; x < width; x++, i++) if (data[i]! > row[x]!) out[i] = 1;
  }
  return { width, height, data: out };
}

function localThresholds(darkness: Grid, threshold: number, cell: number): Grid {
  const { width, height, data } = darkness;
  const levels = makeGrid(Math.ceil(width / cell), Math.ceil(height / cell));
  const inkCells = new Float64Array(levels.data.length);
  const countCells = new Uint32Array(levels.data.length);
  const least = PALEST * threshold;
  for (let y = 0, i = 0; y < height; y++) {
    const row = Math.floor(y / cell) * levels.width;
    for (let x = 0; x < width; x++, i++) {
      const d = data[i]!;
      if (d <= least) continue;
      const c = row + Math.floor(x / cell);
      inkCells[c] = inkCells[c]! + d;
      countCells[c] = countCells[c]! + 1;
    }
  }
  for (let y = 0, i = 0; y < levels.height; y++) {
    for (let x = 0; x < levels.width; x++, i++) {
      let [sum, n] = [0, 0];
      for (let v = Math.max(0, y - 1); v <= Math.min(levels.height - 1, y + 1); v++) {
        for (let u = Math.max(0, x - 1); u <= Math.min(levels.width - 1, x + 1); u++) {
          sum += inkCells[v * levels.width + u]!;
          n += countCells[v * levels.width + u]!;
        }
      }
      const own = n > 0 ? 0.62 * (sum / n) : threshold;
      levels.data[i] = Math.min(threshold, Math.max(least, own));
    }
  }
  return levels;
}

/** Takes out islands of ink smaller than `least` pixels, in place; returns how many. */
export function dropSpecks(mask: Mask, least: number): number {
  const { width, data } = mask;
  const seen = new Uint8Array(data.length);
  const members: number[] = [];
  let dropped = 0;
  for (let i = 0; i < data.length; i++) {
    if (!data[i] || seen[i]) continue;
    members.length = 0;
    members.push(i);
    seen[i] = 1;
    // The list grows while it is gone through.
    for (const at of members) {
      const column = at % width;
      for (let dy = -width; dy <= width; dy += width) {
        for (let dx = -1; dx <= 1; dx++) {
          const to = at + dy + dx;
          if (column + dx < 0 || column + dx >= width || !data[to] || seen[to]) continue;
          seen[to] = 1;
          members.push(to);
        }
      }
    }
    if (members.length >= least) continue;
    for (const m of members) data[m] = 0;
    dropped++;
  }
  return dropped;
}

/** Fills holes in the ink of less than `least` pixels, in place: the grain of pencil and paper. */
export function fillPinholes(mask: Mask, least: number): void {
  const { width, height, data } = mask;
  const seen = new Set<number>();
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      // The first pixel of a hole, in reading order, has ink above it and to its left.
      if (data[i] || !data[i - 1] || !data[i - width] || seen.has(i)) continue;
      const hole = smallHole(mask, i, least);
      if (!hole) continue;
      for (const h of hole) {
        data[h] = 1;
        seen.add(h);
      }
    }
  }
}

function smallHole(mask: Mask, from: number, least: number): number[] | null {
  const { width, height, data } = mask;
  if (least <= 1) return null;
  const members = [from];
  const known = new Set(members);
  for (const at of members) {
    const x = at % width;
    const y = (at - x) / width;
    if (x === 0 || y === 0 || x === width - 1 || y === height - 1) return null;
    for (const to of [at - 1, at + 1, at - width, at + width]) {
      if (data[to] || known.has(to)) continue;
      known.add(to);
      members.push(to);
      if (members.length >= least) return null;
    }
  }
  return members;
}
