import type { Coat } from './coats';

/**
 * Typical handbook values for jewelry wire. They are typical, not promised: a maker's own test
 * coil replaces the flow stress for a given spool.
 */
export const METALS = [
  'copper',
  'brass',
  'bronze',
  'fine-silver',
  'sterling-silver',
  'gold-filled',
  'aluminium',
  'stainless-steel',
  'steel',
  'niobium',
  'titanium',
] as const;
export type Metal = (typeof METALS)[number];

export const TEMPERS = ['dead-soft', 'half-hard', 'hard'] as const;
export type Temper = (typeof TEMPERS)[number];

export interface MetalFacts {
  readonly name: string;
  /** g/cm3 */
  readonly density: number;
  /** Young's modulus, MPa (N/mm2) */
  readonly modulusMPa: number;
  /** flow stress, MPa, by temper */
  readonly flowMPa: Readonly<Record<Temper, number>>;
}

function facts(
  name: string,
  density: number,
  modulusGPa: number,
  soft: number,
  half: number,
  hard: number,
): MetalFacts {
  return {
    name,
    density,
    modulusMPa: modulusGPa * 1000,
    flowMPa: { 'dead-soft': soft, 'half-hard': half, hard },
  };
}

export const METAL_FACTS: Readonly<Record<Metal, MetalFacts>> = {
  copper: facts('Copper', 8.94, 117, 70, 250, 310),
  brass: facts('Brass', 8.53, 110, 110, 350, 435),
  bronze: facts('Phosphor bronze', 8.86, 110, 140, 380, 550),
  'fine-silver': facts('Fine silver', 10.49, 76, 55, 180, 280),
  'sterling-silver': facts('Sterling silver', 10.36, 76, 130, 270, 390),
  'gold-filled': facts('Gold-filled', 8.8, 105, 130, 330, 430),
  aluminium: facts('Aluminium', 2.7, 69, 35, 115, 150),
  'stainless-steel': facts('Stainless steel', 7.95, 193, 240, 650, 1000),
  steel: facts('Steel', 7.85, 200, 250, 450, 650),
  niobium: facts('Niobium', 8.57, 105, 140, 280, 400),
  titanium: facts('Titanium', 4.51, 105, 170, 380, 500),
};

export const TEMPER_NAMES: Readonly<Record<Temper, string>> = {
  'dead-soft': 'dead soft',
  'half-hard': 'half hard',
  hard: 'hard',
};

/** A wire's material as it is said in a sentence: “copper”, “blue-coated copper”. */
export const materialName = ({
  metal,
  coat,
}: {
  readonly metal: Metal;
  readonly coat?: Coat | undefined;
}): string => {
  const name = METAL_FACTS[metal].name.toLowerCase();
  return coat ? `${coat}-coated ${name}` : name;
};
