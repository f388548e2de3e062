/** Plan: from a piece to everything its screens, sheet and files show. One pure function. */
export type { Advice, Remedy } from './advice';
export { breachRemedy, breachWords } from './breachWords';
export { bendNear } from './bendNear';
export { formedWires } from './formedWires';
export { stonesOf, withTwists } from './onTheWay';
export {
  alongBlank,
  alongFigure,
  alongFigureFor,
  gainUpTo,
  takenOnBlank,
  type Gain,
  type OnBlank,
  type Taken,
} from './blank';
export { bendLabels, type BendLabel } from './labels';
export {
  endShapes,
  openedStrands,
  placedEnds,
  wholeWire,
  type PlacedEnd,
  type Thick,
} from './endShapes';
export type { Hang } from './hang';
export type { LengthPart } from './lengths';
export { betterTolerance, FOLLOW_TOLERANCES, kneeOf, tradeOff, type FollowPoint } from './knee';
export { mirrorPlan } from './mirrorPlan';
export { HANDBOOK, type OwnHand } from './ownHand';
export { nearestWire, type WireFoot } from './nearestWire';
export { formedLine, formedShapes, placeOnWire, type Formed, type WireCrossing } from './places';
export {
  planPiece,
  trimmedMm,
  type Bench,
  type Plan,
  type PlannedBend,
  type PlannedStock,
  type PlannedRoute,
  type Unplanned,
  type WirePlan,
} from './planPiece';
export type { Progress, Told } from './progress';
export { routedFigure, routeOverview, wishAt, type Junction, type RouteOverview } from './routed';
export type { Aside, DoubledStretch } from './sideBySide';
export type { Breach } from './laws';
export type { Correction } from './roundings';
export {
  fromSpool,
  kindWords,
  ropeCut,
  ropeWords,
  sizeWords,
  stockUses,
  stockWords,
  widestMm,
  type RopeCut,
  type StockUse,
} from './stocks';
export type { Apart, Stray } from './stray';
