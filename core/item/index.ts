/**
 * Item: every kind of thing that a bent figure is dressed with, each in a file of its own (`kinds/`), and
 * what they have in common. Forms, limits, scaling, menus, order rules and drawings follow from these.
 */
export { BIND_REACH } from './bundle';
export { BEAD_SIZES, BEAD_TONES, beadSchema, plainBead, type Bead, type BeadTone } from './bead';
export {
  axisOf,
  middleMm,
  outside,
  spotsOf,
  type Beside,
  type FormedWires,
  type Ground,
  type Run,
  type Span,
  type Spot,
} from './ground';
export { beadMark, oval, tailsWords, usedGrams, wireMark } from './draw';
export { COUNT_WORDS, countKeyOf, isCountedOff, type Counted, type CountKey } from './counts';
export type { FrameHole, ItemTie, ItemWear, Nature, OrderWords, Traits } from './kind';
export { hangsSomewhere, ITEM_GROUPS, MOST_NAME } from './kind';
export type {
  BeadUse,
  DressMark,
  FindingUse,
  HangPoint,
  ItemEye,
  LaidAct,
  Layout,
  OwnUse,
  Problem,
  Remedy,
  WireRole,
  WireUse,
} from './layout';
export {
  coordinate,
  COORDINATE_LIMIT_MM,
  pointSchema,
  STRETCH_LIMIT_MM,
  stretchSchema,
  type StretchPlace,
} from './place';
export {
  DRESS_KINDS,
  dressSchema,
  insteadOf,
  kindOf,
  kindsOf,
  layItem,
  mirroredItem,
  newDressItem,
  pieceItemSchema,
  withPlaces,
  withinLimits,
  type AnyKind,
  type DressItem,
  type DressKind,
  type DressOf,
  type PieceItem,
} from './registry';
export {
  ACT_LIMITS,
  beadAct,
  COMES,
  freshActId,
  curlAct,
  passAct,
  actAt,
  chosenPlace,
  twistAct,
  weaveAct,
  wrapAct,
  type Act,
  type ActOf,
  type Comes,
} from './led/act';
export { marksUpTo } from './led/draw';
export { twistedWith, twistings, twistWays, type ActAt, type Twisting } from './led/twistPairs';
export { middleOf as middleOfWay, pastMiddle as pastMiddleOfWay } from './led/way';
export { actOrder, actTitle, type OrderPart } from './led/words';
export type { Stiffening } from './stiffness';
export {
  MAIN_ID,
  madeOfSchema,
  stockIdSchema,
  bareThread,
  strandOf,
  threadKey,
  threadSchema,
  type MadeOf,
  type Thread,
} from './thread';
