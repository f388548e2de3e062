import { z } from 'zod';
import {
  METAL_FACTS,
  METALS,
  strandMm,
  TEMPERS,
  WIRE_LIMITS_MM,
  type Metal,
  type Round,
  type Temper,
} from '../wire';
import { insideFromTool, type Stiffness } from './springback';

/** What springback needs to know of a wire, from the handbook. */
export const typicalStiffness = (metal: Metal, temper: Temper, diameterMm: number): Stiffness => ({
  diameterMm,
  flowMPa: METAL_FACTS[metal].flowMPa[temper],
  modulusMPa: METAL_FACTS[metal].modulusMPa,
});

/**
 * A test coil: some turns of one wire wound on a known mandrel and let go. `freeInsideMm` is the
 * inside across after letting go.
 */
export const testCoilSchema = z.strictObject({
  id: z.string().min(1).max(60),
  metal: z.enum(METALS),
  temper: z.enum(TEMPERS),
  diameterMm: z.number().min(WIRE_LIMITS_MM.min).max(WIRE_LIMITS_MM.max),
  mandrelMm: z.number().min(0.5).max(200),
  freeInsideMm: z.number().min(0.5).max(1000),
  turns: z.number().int().min(1).max(100),
  made: z.string().max(40),
});
export type TestCoil = z.infer<typeof testCoilSchema>;

export type CoilReading =
  | { readonly ok: true; readonly stiffness: Stiffness }
  | { readonly ok: false; readonly message: string };

/** A measured coil cannot tell less springback than this, mm, from none. */
const LEAST_SPRING_MM = 0.005;
/** Flow stress over modulus of the springiest wire there is. */
const MOST_STRAIN = 0.03;

/**
 * The wire's flow stress from a test coil: the s at which a wire wound on the mandrel keeps the
 * measured inside diameter (the inverse of {@link insideFromTool} in s, which grows with s).
 */
export function readCoil(coil: Omit<TestCoil, 'id' | 'made' | 'turns'>): CoilReading {
  const { modulusMPa } = METAL_FACTS[coil.metal];
  const free = (flowMPa: number): number =>
    insideFromTool(coil.mandrelMm, { diameterMm: coil.diameterMm, flowMPa, modulusMPa });
  if (coil.freeInsideMm < coil.mandrelMm + LEAST_SPRING_MM) {
    return {
      ok: false,
      message:
        'The free coil must be wider inside than the mandrel. Measure across the inside after letting go; a thicker mandrel shows more.',
    };
  }
  let low = 0;
  let high = MOST_STRAIN * modulusMPa;
  if (free(high) < coil.freeInsideMm) {
    return {
      ok: false,
      message:
        'No wire of this metal springs back that far. Check both measures and that the coil was wound tight.',
    };
  }
  for (let round = 0; round < 80; round++) {
    const middle = (low + high) / 2;
    if (free(middle) < coil.freeInsideMm) low = middle;
    else high = middle;
  }
  return {
    ok: true,
    stiffness: { diameterMm: coil.diameterMm, flowMPa: (low + high) / 2, modulusMPa },
  };
}

/** Wires thinner or thicker by no more than this are of one gauge, mm. */
const ONE_GAUGE_MM = 0.015;

interface WireKind extends Round {
  readonly metal: Metal;
  readonly temper: Temper;
}

/** The newest test coil of a wire; null if it was not tested. */
export function coilOf(wire: WireKind, coils: readonly TestCoil[]): TestCoil | null {
  const own = coils.filter(
    (c) =>
      c.metal === wire.metal &&
      c.temper === wire.temper &&
      Math.abs(c.diameterMm - strandMm(wire)) <= ONE_GAUGE_MM,
  );
  return own.reduce<TestCoil | null>((a, b) => (!a || b.made >= a.made ? b : a), null);
}

/** Flow stress of a wire, of a rope that of its strands, as its test coil showed it, else from the handbook, MPa. */
export function flowOf(wire: WireKind, coils: readonly TestCoil[]): number {
  const coil = coilOf(wire, coils);
  const read = coil ? readCoil(coil) : null;
  return read?.ok ? read.stiffness.flowMPa : METAL_FACTS[wire.metal].flowMPa[wire.temper];
}

/**
 * What a wire springs back by. The strands of a rope slide: each is bent about its own middle and springs
 * back as wire of its own thickness d. How much is left depends on flow stress over d alone, so a rope
 * is taken as wire that is as thick as the rope and flows as much later: s D / d.
 */
export function stiffnessOf(wire: WireKind, coils: readonly TestCoil[]): Stiffness {
  const later = wire.diameterMm / strandMm(wire);
  return {
    ...typicalStiffness(wire.metal, wire.temper, wire.diameterMm),
    flowMPa: flowOf(wire, coils) * later,
  };
}
