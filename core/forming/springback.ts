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
  if (q <= 0) return 0;
  const a = wire.diameterMm / 2;
  const s = wire.flowMPa;
  const c = s / (wire.modulusMPa * q);
  if (c >= a) return wire.modulusMPa * inertia(wire.diameterMm) * q;
  const root = Math.sqrt(a * a - c * c);
  return ((4 * s) / 3) * root * root * root + ((4 * s) / c) * coreMoment(a, c);
}

/** (c/8)(2c^2-a^2) sqrt(a^2-c^2) + (a^4/8) asin(c/a): a quarter of the elastic core's second moment. */
function coreMoment(a: number, c: number): number {
  return (
    (c / 8) * (2 * c * c - a * a) * Math.sqrt(a * a - c * c) +
    ((a * a * a * a) / 8) * Math.asin(c / a)
  );
}

/** dM/dq: only the elastic core still resists more bending, so E times its second moment. */
function bendingStiffness(q: number, wire: Stiffness): number {
  const a = wire.diameterMm / 2;
  const c = wire.flowMPa / (wire.modulusMPa * q);
  if (c >= a) return wire.modulusMPa * inertia(wire.diameterMm);
  return 4 * wire.modulusMPa * coreMoment(a, c);
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
  // Newton's method, held inside a bracket.
  const stiffness = wire.modulusMPa * inertia(wire.diameterMm);
  let low = wanted;
  // Springback grows with curvature up to the plastic moment's, so this is beyond what is needed.
  let high = wanted + (wire.flowMPa * wire.diameterMm ** 3) / 6 / stiffness;
  let q = wanted + bendingMoment(wanted, wire) / stiffness;
  for (let i = 0; i < 60; i++) {
    const off = q - bendingMoment(q, wire) / stiffness - wanted;
    if (off > 0) high = q;
    else low = q;
    if (Math.abs(off) <= 1e-11 * wanted || high - low <= 1e-12 * high) break;
    const slope = 1 - bendingStiffness(q, wire) / stiffness;
    const next = slope > 1e-12 ? q - off / slope : low;
    q = next > low && next < high ? next : (low + high) / 2;
  }
  return q;
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
