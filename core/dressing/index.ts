/** Dressing: beads, second wires, findings and hammering, worked out on the bent figure. */
export { frameHoles, type FrameHole } from './beads';
export { eyesOf, hangPoint, type Eye } from './hanging';
export { dressPiece, type Dressing } from './dressPiece';
export { freshItemId, stretchPlace, withItem, withoutItem, withRemedy } from './edit';
export {
  DRESS_FACTS,
  isFreePlace,
  newDressItem,
  plainBead,
  type DressFacts,
  type DressField,
} from './facts';
export {
  groundOf,
  passBeside,
  passesBeside,
  runAt,
  type Beside,
  type Ground,
  type Run,
} from './stretch';
export { paired } from './weaves';
export { BIND_REACH } from './wraps';
export { FINDING_NAMES } from './settings';
export { overlaps } from './types';
export type {
  BeadUse,
  Dressed,
  DressMark,
  DressProblem,
  DressRemedy,
  FindingUse,
  Span,
  WireRole,
  WireUse,
} from './types';
export {
  DEFAULT_RULES,
  EARRING_SHARE,
  earringOf,
  variantOf,
  variantWire,
  type VariantRules,
} from './variant';
