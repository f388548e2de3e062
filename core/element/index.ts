/** Elements: the length of wire that one feature uses, and sizes that things are worn in. */
export {
  beadsOn,
  beadSpacing,
  ellipseRound,
  halfRoundBead,
  holeNeeded,
  MOST_PASSES,
  sagOver,
} from './beads';
export {
  bundleRound,
  bundleWrap,
  coilLength,
  coverTurns,
  guidedTurn,
  strandsRound,
  strandsWrap,
} from './coils';
export { ELEMENT_KINDS, elementSchema, type Element, type ElementKind } from './element';
export { catenary } from './catenary';
export { hangingLength } from './hanging';
export { flattened, TYPICAL_SPREAD, type Flattened } from './hammer';
export {
  bailLength,
  coilTurn,
  loopLength,
  ringsFrom,
  ringsLength,
  stemWraps,
  wrappedLoop,
} from './loops';
export { evenSpokes, netOf, type Net } from './net';
export { solveElement, type ElementResult } from './solveElement';
export { spiralLength, spiralOutside, spiralRadii, spiralTurns, type SpiralSize } from './spiral';
export { ellipseArc, isOnStone, moreOverStone, type StoneBody } from './overStone';
export { stoneWrap, type StoneWrap } from './stone';
export {
  mostTwist,
  mostTwistWith,
  strandsSeen,
  TWIST_LIMIT_RAD,
  twistedPair,
  twistOf,
  twistRoundMm,
} from './twist';
export {
  cuppedWidth,
  jointsOfRow,
  linkCount,
  linkRow,
  RING_SYSTEMS,
  ringInside,
  rolledWidth,
  wornLength,
  type LinkChain,
  type LinkRange,
  type RingSystem,
} from './wear';
export { eightAdvance, eightLength, weaveBetween, type Eight, type Weave } from './weave';
