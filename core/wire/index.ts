/** Wire: metals, tempers and what follows from them. Handbook values, named as typical. */
export { wireMassG } from './mass';
export {
  inThickness,
  layOf,
  ROPE_STRANDS,
  strandMm,
  strandRho,
  strandsIn,
  twistedOf,
  wireGrams,
  type Rope,
  type Round,
} from './rope';
export {
  materialName,
  METAL_FACTS,
  METALS,
  TEMPER_NAMES,
  TEMPERS,
  type Metal,
  type MetalFacts,
  type Temper,
} from './metals';

/** Thinnest and thickest wire that can be planned, in mm (40 ga to about 4 ga). */
export const WIRE_LIMITS_MM = { min: 0.08, max: 5 } as const;
export { COATS, type Coat } from './coats';
