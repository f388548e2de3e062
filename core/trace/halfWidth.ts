import type { Mask } from './mask';

const FAR = 1e9;

/**
 * Distance of every ink pixel's centre from the nearest pixel centre that is not ink, less half a
 * pixel (the rim lies between them): exact, by Felzenszwalb and Huttenlocher's lower envelopes of
 * parabolas (Theory of Computing 8, 2012).
 */
export function halfWidths(mask: Mask): Float32Array {
  const { width, height, data } = mask;
  const out = new Float32Array(data.length);
  // Columns: steps to the nearest paper above or below. Beyond the border it is paper.
  // Row by row, since memory is read in rows.
  for (let i = 0; i < data.length; i++) {
    if (data[i]) out[i] = (i >= width ? out[i - width]! : 0) + 1;
  }
  for (let i = data.length - 1; i >= 0; i--) {
    if (!data[i]) continue;
    const below = (i + width < data.length ? out[i + width]! : 0) + 1;
    if (below < out[i]!) out[i] = below;
  }
  // Rows: only stretches of ink need an envelope, with the paper at both their ends.
  const scratch = new Envelope(width + 2);
  for (let y = 0; y < height; y++) {
    const base = y * width;
    for (let x = 0; x < width; x++) {
      if (!data[base + x]) continue;
      let end = x;
      while (end < width && data[base + end]) end++;
      scratch.solve(out, base, x, end);
      x = end;
    }
  }
  return out;
}

class Envelope {
  private readonly heights: Float64Array;
  private readonly from: Float64Array;
  private readonly which: Int32Array;

  constructor(size: number) {
    this.heights = new Float64Array(size);
    this.from = new Float64Array(size + 1);
    this.which = new Int32Array(size);
  }

  /** Turns the column distances of base + start..end - 1 into distances in the plane. */
  solve(values: Float32Array, base: number, start: number, end: number): void {
    const { heights, from, which } = this;
    const count = end - start + 2;
    for (let k = 0; k < count; k++) {
      const inside = k > 0 && k < count - 1;
      heights[k] = inside ? values[base + start + k - 1]! ** 2 : 0;
    }
    let top = 0;
    which[0] = 0;
    from[0] = -FAR;
    from[1] = FAR;
    for (let k = 1; k < count; k++) {
      let cut: number;
      for (;;) {
        const v = which[top]!;
        cut = (heights[k]! + k * k - heights[v]! - v * v) / (2 * (k - v));
        if (cut > from[top]!) break;
        top--;
      }
      top++;
      which[top] = k;
      from[top] = cut;
      from[top + 1] = FAR;
    }
    for (let k = 1, at = 0; k < count - 1; k++) {
      while (from[at + 1]! < k) at++;
      const v = which[at]!;
      values[base + start + k - 1] = Math.sqrt((k - v) ** 2 + heights[v]!) - 0.5;
    }
  }
}
