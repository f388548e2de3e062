import { METAL_FACTS, type Metal } from './metals';

/** Mass in grams of `lengthMm` of round wire: pi/4 d^2 L rho. */
export function wireMassG(metal: Metal, diameterMm: number, lengthMm: number): number {
  const volumeCm3 = ((Math.PI / 4) * diameterMm ** 2 * lengthMm) / 1000;
  return volumeCm3 * METAL_FACTS[metal].density;
}
