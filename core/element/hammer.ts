/** Share of the thinning that goes into width; the rest goes into length (typical for a flat face). */
export const TYPICAL_SPREAD = 0.8;

export interface Flattened {
  /** how many times longer the stretch becomes */
  readonly lengthFactor: number;
  readonly widthMm: number;
}

/**
 * Round wire hammered flat. Volume stays: of the thinning ln(d/t) the share `spread` goes into width,
 * the rest into length, and the cross-section becomes a strip with round edges,
 * t (w - t) + pi t^2 / 4. The share is a typical value and differs with hammer and hand.
 */
export function flattened(diameterMm: number, thickMm: number, spread = TYPICAL_SPREAD): Flattened {
  const t = Math.min(thickMm, diameterMm);
  const lengthFactor = (diameterMm / t) ** (1 - spread);
  const area = (Math.PI * diameterMm ** 2) / 4 / lengthFactor;
  return { lengthFactor, widthMm: t + (area - (Math.PI * t * t) / 4) / t };
}
