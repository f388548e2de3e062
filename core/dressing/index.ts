/** Dressing: all items of a piece laid on its bent figure, with their sums; edits and variants of them. */
export { dressPiece, looksOf, together, type Dressing } from './dressPiece';
export { alikeTo, withAgain, withAlike, type Again } from './again';
export { freshItemId, stretchPlace, withItem, withoutItem, withRemedy } from './edit';
export {
  actAgain,
  actsAlike,
  drawnTogether,
  handTowards,
  beadedWays,
  hungRounds,
  isLed,
  leadSpot,
  leadSpots,
  newAct,
  roundsOut,
  spotAlong,
  withAct,
  withActAlike,
  withActMoved,
  withActs,
  withActsAfter,
  withoutAct,
  type LeadSpot,
  type LeadTool,
  type LedItem,
} from './leading';
export { eyesOf, isIn, type Eye } from './eyes';
export { foldedFigure, type Folded, type Folding } from './folding';
export { fitSize, type Fit, type Side } from './fitSize';
export { finishedBox, finishedSize, pieceBox, stoneReach, type FinishedSize } from './finishedSize';
export { frameHoles, groundOf, type FormedGround, type WireHole } from './ground';
export { laneWords, lanesOf, usesUp, type Lane, type LaneBlock } from './lanes';
export {
  gramsOf,
  spotsLeft,
  withOneMore,
  withSpot,
  withSpotMoved,
  withSpread,
  type PartCopy,
  type Spread,
} from './parts';
export { partJointWire, type PartJointWire } from './partJoints';
export { jointPlace, nearestPlaces } from './jointPlace';
export { hasRing, partHolding, ringOf } from './partJoints';
export { hostWires, partWires } from './partWires';
export {
  linkPart,
  linkWires,
  loopsOf,
  ringsHolding,
  rowRings,
  rowRingsOf,
  withoutRowPlace,
  type EyeOfWire,
  type Loops,
} from './rowLoops';
export { shapedFromSide } from './sideView';
export { endFromSide, standsOut, type SideView, type StandsOut } from './squareEnds';
export { samplePiece } from './samples';
export { isRefused, overlaps, type Dressed, type DressRemedy } from './types';
export {
  DEFAULT_RULES,
  EARRING_SHARE,
  earringOf,
  variantOf,
  variantWire,
  type VariantRules,
} from './variant';
