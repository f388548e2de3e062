/** A flat spiral: an opening of diameter D, then turns with a gap g between them. */
export interface SpiralSize {
  readonly openingMm: number;
  readonly gapMm: number;
  readonly diameterMm: number;
}

/** Radius of the centreline where a spiral begins, and how much it grows in a turn, mm. */
export const spiralRadii = (s: SpiralSize): { startMm: number; pitchMm: number } => ({
  startMm: (s.openingMm + s.diameterMm) / 2,
  pitchMm: s.diameterMm + s.gapMm,
});

/** Integral of the arc length of r = b angle: F(r) = (r/2b) sqrt(r^2 + b^2) + (b/2) asinh(r/b). */
const arcOf = (r: number, b: number): number =>
  (r / (2 * b)) * Math.hypot(r, b) + (b / 2) * Math.asinh(r / b);

/** Exact length of the centreline of so many turns of an Archimedean spiral, mm. */
export function spiralLength(s: SpiralSize, turns: number): number {
  const { startMm, pitchMm } = spiralRadii(s);
  const b = pitchMm / (2 * Math.PI);
  return arcOf(startMm + pitchMm * turns, b) - arcOf(startMm, b);
}

/** The turns that a length of wire makes, by halving: the length grows with every turn. */
export function spiralTurns(s: SpiralSize, lengthMm: number): number {
  let [low, high] = [0, 1];
  while (spiralLength(s, high) < lengthMm) high *= 2;
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (spiralLength(s, middle) < lengthMm) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Outside diameter of the finished spiral, mm. */
export function spiralOutside(s: SpiralSize, turns: number): number {
  const { startMm, pitchMm } = spiralRadii(s);
  return 2 * (startMm + pitchMm * turns) + s.diameterMm;
}
