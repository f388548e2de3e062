/** Diameter of the smallest circle round m equal circles, in their diameters (m = 1 to 7). */
const PACKED = [1, 2, 1 + 2 / Math.sqrt(3), 1 + Math.SQRT2, 2.7013, 3, 3] as const;

/** The most passes of one wire through a hole that are reckoned with. */
export const MOST_PASSES = PACKED.length;

/** How far an arc of radius R stands off the chord over a bead, mm. */
export const sagOver = (beadMm: number, radiusMm: number | null): number =>
  radiusMm === null || beadMm >= 2 * radiusMm
    ? 0
    : radiusMm - Math.sqrt(radiusMm ** 2 - (beadMm / 2) ** 2);

/**
 * The hole that so many passes of wire need, mm: that of the packed circles, and on a curve the sag
 * of the arc over the length of the hole.
 */
export const holeNeeded = (
  passes: number,
  diameterMm: number,
  beadMm: number,
  radiusMm: number | null,
): number =>
  diameterMm * (PACKED[Math.min(passes, PACKED.length) - 1] ?? 1) + sagOver(beadMm, radiusMm);

/** How far along the wire one bead reaches, mm: on a curve it is a chord, 2R asin(b / 2R). */
export const beadSpacing = (beadMm: number, radiusMm: number | null): number =>
  radiusMm === null || beadMm >= 2 * radiusMm
    ? beadMm
    : 2 * radiusMm * Math.asin(beadMm / (2 * radiusMm));

/** How many of one bead fill a stretch, and what is left over, mm. */
export function beadsOn(stretchMm: number, spacingMm: number): { count: number; leftMm: number } {
  const count = Math.floor(stretchMm / spacingMm + 1e-9);
  return { count, leftMm: Math.max(0, stretchMm - count * spacingMm) };
}

/**
 * Round an ellipse with these half axes, mm (Ramanujan, off by less than 0.01 % up to 3 : 1; exact for
 * a circle).
 */
export const ellipseRound = (a: number, b: number): number => {
  const h = ((a - b) / (a + b)) ** 2;
  return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
};

/** Half way round a bead, from one mouth of its hole to the other, along the middle of the wire, mm. */
export const halfRoundBead = (lengthMm: number, acrossMm: number, diameterMm: number): number =>
  ellipseRound((lengthMm + diameterMm) / 2, (acrossMm + diameterMm) / 2) / 2;
