/** Distance of each strand's centre from the axis of a twist, in strand diameters. */
const RHO: Readonly<Record<number, number>> = { 2: 1 / 2, 3: 1 / Math.sqrt(3), 4: 1 / Math.SQRT2 };

/** Soft wire twisted beyond this angle is near breaking (practical limit). */
export const TWIST_LIMIT_RAD = Math.PI / 4;

/**
 * So many full turns of 2 to 4 strands over a finished length: each strand is a helix of radius rho,
 * sqrt(L^2 + (2 pi rho n)^2).
 * @returns length of one strand, mm, and how steeply it lies
 */
export function twistOf(
  strands: number,
  lengthMm: number,
  turns: number,
  diameterMm: number,
): { strandMm: number; angleRad: number; acrossMm: number } {
  const rho = (RHO[strands] ?? 1 / 2) * diameterMm;
  const round = 2 * Math.PI * rho * turns;
  return {
    strandMm: Math.hypot(lengthMm, round),
    angleRad: Math.atan2(round, lengthMm),
    acrossMm: 2 * rho + diameterMm,
  };
}

/** The most turns over a length before the limit. */
export const mostTwist = (strands: number, lengthMm: number, diameterMm: number): number =>
  (lengthMm * Math.tan(TWIST_LIMIT_RAD)) / (2 * Math.PI * (RHO[strands] ?? 1 / 2) * diameterMm);
