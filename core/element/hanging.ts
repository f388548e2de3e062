/**
 * A wire that hangs between two places: the arc of a circle through both and through a point `sagMm` off
 * the middle of the straight way between them, mm. R = (c^2/4 + f^2) / 2f, and the arc sweeps 4 atan(2f/c).
 */
export function hangingLength(chordMm: number, sagMm: number): number {
  const f = Math.abs(sagMm);
  if (f < 1e-9) return chordMm;
  const radius = (chordMm ** 2 / 4 + f ** 2) / (2 * f);
  return radius * 4 * Math.atan2(2 * f, chordMm);
}
