import { flattened } from '../element';
import {
  layOf,
  METAL_FACTS,
  strandMm,
  strandsIn,
  type Metal,
  type Round,
  type Temper,
} from '../wire';

/**
 * True strain of one gauge number of drawing, 2 ln(92^(1/39)): the cross-section shrinks by a fifth.
 * Half hard is wire drawn two numbers since it was annealed, hard four (the trade's usual temper steps).
 */
export const GAUGE_STRAIN = (2 * Math.log(92)) / 39;
const TEMPER_STRAIN: Readonly<Record<Temper, number>> = {
  'dead-soft': 0,
  'half-hard': 2 * GAUGE_STRAIN,
  hard: 4 * GAUGE_STRAIN,
};

/**
 * Flow stress of a wire, MPa, after it was strained by so much since it came off the spool. Ludwik's
 * law s = s0 + K e^n, put through the three handbook values of the metal: dead soft at no strain,
 * half hard and hard at theirs. A test coil shifts all of it in proportion.
 * @param measured share of the handbook's flow stress that the test coil showed
 */
export function hardening(
  metal: Metal,
  temper: Temper,
  measured = 1,
): (addedStrain: number) => number {
  const { flowMPa } = METAL_FACTS[metal];
  const soft = flowMPa['dead-soft'];
  const whole = flowMPa.hard - soft;
  const power = Math.log((flowMPa['half-hard'] - soft) / whole) / Math.log(0.5);
  return (added) => {
    const strain = TEMPER_STRAIN[temper] + Math.max(0, added);
    return measured * (soft + whole * (strain / TEMPER_STRAIN.hard) ** power);
  };
}

/** True strain of the outermost fibre of wire bent to a centreline radius, ln(1 + d / 2R); 0 for a run. */
export const bendStrain = (diameterMm: number, radiusMm: number | null): number =>
  radiusMm === null ? 0 : Math.log(1 + diameterMm / (2 * Math.max(radiusMm, diameterMm / 2)));

/**
 * Equivalent strain of hammering to a thickness (von Mises): thinner by h = ln(d/t), of which the
 * share `spread` goes into width and the rest into length.
 */
export function hammerStrain(diameterMm: number, thickMm: number, spread: number): number {
  const h = Math.log(diameterMm / Math.min(thickMm, diameterMm));
  return h * Math.sqrt((2 / 3) * (1 + spread ** 2 + (1 - spread) ** 2));
}

/** Tapping all over on the block: reckoned as thinning by a twentieth (typical; taps differ). */
export const TAPPED_SHARE = 0.95;
export const tapStrain = (): number => hammerStrain(1, TAPPED_SHARE, 0.8);

export interface Section {
  readonly areaMm2: number;
  /** second moment against bending in the figure's plane, mm4 */
  readonly inertiaMm4: number;
  /** that over the outermost fibre's distance, mm3 */
  readonly modulusMm3: number;
}

export const roundSection = (d: number): Section => ({
  areaMm2: (Math.PI * d ** 2) / 4,
  inertiaMm4: (Math.PI * d ** 4) / 64,
  modulusMm3: (Math.PI * d ** 3) / 32,
});

/** A section so many times as stiff, and as strong if nothing else is said. */
export const stiffer = (section: Section, factor: number, strong = factor): Section =>
  factor === 1 && strong === 1
    ? section
    : {
        ...section,
        inertiaMm4: section.inertiaMm4 * factor,
        modulusMm3: section.modulusMm3 * strong,
      };

/** Wire, or a rope: its strands slide along each other, so that each bends about its own middle. */
export function wireSection(wire: Round): Section {
  const strands = strandsIn(wire);
  const own = stiffer(roundSection(strandMm(wire)), strands);
  return { ...own, areaMm2: own.areaMm2 * strands };
}

/** Strain of strands from twisting them: the shear by their angle, as an equivalent strain (von Mises). */
export const ropeStrain = (wire: Round): number => Math.tan(layOf(wire).angleRad) / Math.sqrt(3);

/**
 * Wire hammered flat on the block: a strip with round edges, wide in the figure's plane. With the flat
 * a = w - t: I = t a^3/12 + pi t^2 a^2/16 + a t^3/6 + pi t^4/64 (half discs about the middle).
 */
export function flatSection(diameterMm: number, thickMm: number, spread: number): Section {
  const t = Math.min(thickMm, diameterMm);
  const { widthMm, lengthFactor } = flattened(diameterMm, t, spread);
  const a = Math.max(0, widthMm - t);
  const inertiaMm4 =
    (t * a ** 3) / 12 +
    (Math.PI * t ** 2 * a ** 2) / 16 +
    (a * t ** 3) / 6 +
    (Math.PI * t ** 4) / 64;
  return {
    areaMm2: (Math.PI * diameterMm ** 2) / 4 / lengthFactor,
    inertiaMm4,
    modulusMm3: inertiaMm4 / (widthMm / 2),
  };
}
