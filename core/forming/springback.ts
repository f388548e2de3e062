/**
 * Springback of round wire, elastic - perfectly plastic (standard plasticity theory).
 * Curvatures are 1/mm of the wire's centreline, stresses MPa, lengths mm.
 */
export interface Stiffness {
  readonly diameterMm: number;
  readonly flowMPa: number;
  readonly modulusMPa: number;
}

/**
 * Bending moment of the wire held at curvature q, N mm. With radius a = d/2 and elastic half depth
 * c = s/(E q): elastic, M = E pi a^4/4 q, while c >= a; else
 * M = (4s/3)(a^2-c^2)^(3/2) + (4s/c) [ (c/8)(2c^2-a^2) sqrt(a^2-c^2) + (a^4/8) asin(c/a) ].
 */
export function bendingMoment(q: number, wire: Stiffness): number {
  const a = wire.diameterMm / 2;
  const s = wire.flowMPa;
  if (q <= 0) return 0;
  const c = s / (wire.modulusMPa * q);
  if (c >= a) return wire.modulusMPa * inertia(wire.diameterMm) * q;
  const root = Math.sqrt(a * a - c * c);
  const plastic = ((4 * s) / 3) * root ** 3;
  const core = (c / 8) * (2 * c * c - a * a) * root + (a ** 4 / 8) * Math.asin(c / a);
  return plastic + ((4 * s) / c) * core;
}

/** Second moment of area of a round wire, pi a^4 / 4, mm4. */
export const inertia = (diameterMm: number): number => (Math.PI * (diameterMm / 2) ** 4) / 4;

/** Curvature left after release from curvature q: q - M/(E I); zero if it springs back wholly. */
export function releasedCurvature(q: number, wire: Stiffness): number {
  const left = q - bendingMoment(q, wire) / (wire.modulusMPa * inertia(wire.diameterMm));
  return Math.max(0, left);
}

/** Curvature to form at so that `wanted` is left: the inverse of {@link releasedCurvature}. */
export function formingCurvature(wanted: number, wire: Stiffness): number {
  if (wanted <= 0) return 0;
  let low = wanted;
  let high = wanted;
  while (releasedCurvature(high, wire) < wanted) high *= 2;
  for (let i = 0; i < 80 && high - low > 1e-14 * high; i++) {
    const middle = (low + high) / 2;
    if (releasedCurvature(middle, wire) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** How much further than wanted a bend is formed: forming over released curvature, at least 1. */
export function overbendFactor(radiusMm: number, wire: Stiffness): number {
  return formingCurvature(1 / radiusMm, wire) * radiusMm;
}

/** Diameter of the tool, mm, that leaves an inside diameter of `insideMm` after release. */
export function toolForInside(insideMm: number, wire: Stiffness): number {
  const q = formingCurvature(2 / (insideMm + wire.diameterMm), wire);
  return 2 / q - wire.diameterMm;
}

/** Inside diameter, mm, left after winding on a tool; infinite if the wire springs back wholly. */
export function insideFromTool(toolMm: number, wire: Stiffness): number {
  const q = releasedCurvature(2 / (toolMm + wire.diameterMm), wire);
  return q === 0 ? Infinity : 2 / q - wire.diameterMm;
}
