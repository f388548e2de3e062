import { ROPE_TURN_MM, WIRE_LIMITS_MM } from './limits';
import { wireMassG } from './mass';
import type { Metal } from './metals';

/** Of so many strands a rope is twisted; more need a core. */
export const ROPE_STRANDS = [2, 3, 4] as const;
export type RopeStrands = (typeof ROPE_STRANDS)[number];

/** How strands of one wire are twisted to a rope. */
export interface Rope {
  readonly strands: RopeStrands;
  /** so much of the finished rope holds one full turn, mm */
  readonly turnMm: number;
  /** each wire is folded in its middle, so that it is two of the strands */
  readonly folded: boolean;
}

/** Wire, or a rope of it, as thick as it is over everything. */
export interface Round {
  readonly diameterMm: number;
  readonly rope?: Rope | undefined;
}

/**
 * Distance of each strand's middle from the middle of a twist, in strand diameters: touching circles in
 * a ring, 1 / (2 sin(pi / m)). One strand, and what is no rope, lies in the middle itself.
 */
export const strandRho = (strands: number): number =>
  strands < 2 ? 0 : 1 / (2 * Math.sin(Math.PI / strands));

/** How thick a rope is over everything, in strand diameters. */
const acrossOf = (strands: number): number => 1 + 2 * strandRho(strands);

/** How many strands lie side by side in it; wire by itself is one. */
export const strandsIn = ({ rope }: Round): number => rope?.strands ?? 1;

/** Thickness of the wire that it is made from, mm. */
export const strandMm = (wire: Round): number => wire.diameterMm / acrossOf(strandsIn(wire));

/**
 * How a strand lies in a rope: a helix of radius rho about its middle.
 * @returns its angle to the rope, and what a strand takes beside the rope that it lies in, 1 / cos(angle)
 */
export function layOf(wire: Round): { readonly angleRad: number; readonly longer: number } {
  if (!wire.rope) return { angleRad: 0, longer: 1 };
  const round = 2 * Math.PI * strandRho(wire.rope.strands) * strandMm(wire);
  const { turnMm } = wire.rope;
  return { angleRad: Math.atan2(round, turnMm), longer: Math.hypot(turnMm, round) / turnMm };
}

/** Mass of a length of it, g: of all strands, each as much longer as it winds. */
export const wireGrams = (wire: Round & { readonly metal: Metal }, lengthMm: number): number =>
  wire.rope
    ? strandsIn(wire) * wireMassG(wire.metal, strandMm(wire), lengthMm * layOf(wire).longer)
    : wireMassG(wire.metal, wire.diameterMm, lengthMm);

const turnWithin = (mm: number): number =>
  Math.min(ROPE_TURN_MM.max, Math.max(ROPE_TURN_MM.min, mm));

/** How thick it is over everything with strands of a thickness; it is never thicker than wire can be. */
export const acrossFor = (wire: Round, strand: number): number =>
  Math.min(WIRE_LIMITS_MM.max, strand * acrossOf(strandsIn(wire)));

/** It in another thickness over everything, its strands lying at the same angle. */
export const inThickness = <T extends Round>(wire: T, diameterMm: number): T => ({
  ...wire,
  diameterMm,
  ...(wire.rope && {
    rope: { ...wire.rope, turnMm: turnWithin(wire.rope.turnMm * (diameterMm / wire.diameterMm)) },
  }),
});

/** Strands of a new rope lie at this angle: well held, and far from where soft wire snaps. */
const NEW_ROPE_RAD = Math.PI / 6;

/** A rope of strands as thick as what it is made from now; of one strand it is wire by itself. */
export function twistedOf<T extends Round>(wire: T, strands: number): T {
  const { rope, ...bare } = wire;
  const d = strandMm(wire);
  const some = ROPE_STRANDS.find((n) => n === strands);
  if (!some) return { ...bare, diameterMm: d } as T;
  const round = 2 * Math.PI * strandRho(some) * d;
  const angleRad = rope ? layOf(wire).angleRad : NEW_ROPE_RAD;
  const turnMm = turnWithin(Number((round / Math.tan(angleRad)).toFixed(2)));
  const folded = some !== 3 && (rope?.folded ?? false);
  const twisted = {
    ...bare,
    diameterMm: d * acrossOf(some),
    rope: { strands: some, turnMm, folded },
  };
  return inThickness(twisted as T, Math.min(WIRE_LIMITS_MM.max, twisted.diameterMm));
}
