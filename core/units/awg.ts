/**
 * Diameter in mm of American Wire Gauge number `awg` (0 to 40, fractions allowed).
 * Source: ASTM B258, d = 0.127 mm x 92^((36 - n) / 39).
 * @example awgToMm(18) // 1.0237
 */
export function awgToMm(awg: number): number {
  return 0.127 * Math.pow(92, (36 - awg) / 39);
}

/** Gauge number, not rounded, of a wire `diameterMm` thick: the inverse of {@link awgToMm}. */
export function mmToAwg(diameterMm: number): number {
  return 36 - (39 * Math.log(diameterMm / 0.127)) / Math.log(92);
}

/**
 * The whole gauge number for a diameter if it is within 2 % of that gauge, else null
 * (1.00 mm is no gauge: it lies 2.3 % under 18).
 */
export function nominalAwg(diameterMm: number): number | null {
  const nearest = Math.round(mmToAwg(diameterMm));
  const off = Math.abs(awgToMm(nearest) / diameterMm - 1);
  return off <= 0.02 ? nearest : null;
}
