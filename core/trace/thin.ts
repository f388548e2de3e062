import type { Mask } from './mask';

/** Neighbours of a pixel, clockwise from above. */
export const around = (width: number): readonly number[] => [
  -width,
  -width + 1,
  1,
  width + 1,
  width,
  width - 1,
  -1,
  -width - 1,
];

/** For the 256 neighbourhoods: whether the two passes of Guo and Hall's thinning take the pixel out. */
const TABLES = ([0, 1] as const).map((pass) => {
  const table = new Uint8Array(256);
  for (let code = 0; code < 256; code++) {
    const p = (k: number): boolean => ((code >> (k & 7)) & 1) === 1;
    let changes = 0;
    for (let k = 0; k < 8; k += 2) if (!p(k) && (p(k + 1) || p(k + 2))) changes++;
    let first = 0;
    let second = 0;
    for (let k = 0; k < 8; k += 2) {
      if (p(k + 7) || p(k)) first++;
      if (p(k) || p(k + 1)) second++;
    }
    const pairs = Math.min(first, second);
    const side = pass === 0 ? (p(0) || p(1) || !p(3)) && p(2) : (p(4) || p(5) || !p(7)) && p(6);
    table[code] = changes === 1 && pairs >= 2 && pairs <= 3 && !side ? 1 : 0;
  }
  return table;
});

/**
 * The ink thinned to lines one pixel wide that keep its connections and ends (Guo and Hall,
 * Communications of the ACM 32, 1989, algorithm A1). Only pixels at the rim are looked at.
 */
export function thin(mask: Mask): Mask {
  const { width, height } = mask;
  const data = Uint8Array.from(mask.data);
  clearBorder(data, width, height);
  const steps = around(width);
  const codeOf = (i: number): number => {
    let code = 0;
    for (let k = 0; k < 8; k++) if (data[i + steps[k]!]) code |= 1 << k;
    return code;
  };
  let rim: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i] && codeOf(i) !== 255) rim.push(i);
  const queued = new Uint8Array(data.length);
  const out: number[] = [];
  for (let idle = 0; idle < 2 && rim.length > 0;) {
    let removed = 0;
    for (const table of TABLES) {
      out.length = 0;
      for (const i of rim) if (data[i] && table[codeOf(i)]) out.push(i);
      for (const i of out) data[i] = 0;
      removed += out.length;
      for (const i of out) {
        for (const step of steps) {
          const to = i + step;
          if (data[to] && !queued[to]) {
            queued[to] = 1;
            rim.push(to);
          }
        }
      }
    }
    rim = rim.filter((i) => data[i]);
    for (const i of rim) queued[i] = 1;
    idle = removed === 0 ? idle + 1 : 0;
  }
  return { width, height, data };
}

/** A rim without ink lets neighbours be read without asking for the picture's edge. */
function clearBorder(data: Uint8Array, width: number, height: number): void {
  data.fill(0, 0, width);
  data.fill(0, (height - 1) * width);
  for (let y = 0; y < height; y++) {
    data[y * width] = 0;
    data[y * width + width - 1] = 0;
  }
}
