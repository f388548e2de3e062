/** Wire: metals, tempers and what follows from them. Handbook values, named as typical. */
export { wireMassG } from './mass';
export {
  acrossFor,
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

export { ROPE_TURN_MM, WIRE_LIMITS_MM } from './limits';
export { COATS, type Coat } from './coats';
