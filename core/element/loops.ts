/** Wire for a loop or an open ring of inside diameter D: pi (D + d), mm. */
export const loopLength = (insideMm: number, diameterMm: number): number =>
  Math.PI * (insideMm + diameterMm);

/** One turn of a close coil: the loop goes up by one wire as it goes round, mm. */
export const coilTurn = (insideMm: number, diameterMm: number, pitchMm = diameterMm): number =>
  Math.hypot(loopLength(insideMm, diameterMm), pitchMm);

/**
 * Wire for so many jump rings cut from one close coil, mm.
 * @param kerfMm what saw or cutter takes of each ring
 */
export const ringsLength = (
  count: number,
  insideMm: number,
  diameterMm: number,
  kerfMm: number,
): number => count * (coilTurn(insideMm, diameterMm) + kerfMm);

/** How many jump rings a length of wire gives. */
export const ringsFrom = (
  lengthMm: number,
  insideMm: number,
  diameterMm: number,
  kerfMm: number,
): number => Math.floor(lengthMm / (coilTurn(insideMm, diameterMm) + kerfMm) + 1e-9);

/** Wraps of a wire round a stem of its own kind lie side by side: w sqrt((2 pi d)^2 + d^2), mm. */
export const stemWraps = (wraps: number, diameterMm: number): number =>
  wraps * coilTurn(diameterMm, diameterMm);

/** A wrapped loop without its tail: the loop, then w wraps on its own stem, mm. */
export const wrappedLoop = (insideMm: number, wraps: number, diameterMm: number): number =>
  loopLength(insideMm, diameterMm) + stemWraps(wraps, diameterMm);

/** A bail of m turns side by side, without its tail, mm. */
export const bailLength = (insideMm: number, turns: number, diameterMm: number): number =>
  turns * coilTurn(insideMm, diameterMm);
