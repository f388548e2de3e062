/** A letter reaches under or over the one before it by no more than this, in tenths of the x-height. */
const MOST_KERN_UNITS = 3.5;

/** How far a letter reaches to both sides at each height. */
export interface Profile {
  readonly bands: ReadonlyMap<number, readonly [number, number]>;
  readonly left: number;
  readonly right: number;
}

/** How far on the second letter's origin stands so that the two come as near as `gap` and no nearer. */
export function kern(a: Profile, b: Profile, gap: number): number {
  let need = -Infinity;
  for (const [band, [left]] of b.bands) {
    for (const near of [band - 1, band, band + 1]) {
      const right = a.bands.get(near)?.[1];
      if (right !== undefined) need = Math.max(need, right - left + gap);
    }
  }
  return Math.max(need, a.right - b.left + gap - MOST_KERN_UNITS);
}
