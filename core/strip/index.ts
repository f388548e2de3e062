/**
 * Strip: from a drawn path to the straight blank. A path becomes a chain of straight runs and
 * circular curves with corners (`fitChain`), the chain becomes the wire's centreline
 * (`centreChain`, `reachTips`, `openAt`), and that becomes runs, curves, corners and folds at their
 * places on the blank (`bendChain`, `marksOf`). The maths is in docs/maths.md.
 */
export { bendChain, type BendKind, type Strip, type StripPiece } from './bendChain';
export {
  CORNER_STYLES,
  cornerInsideRadius,
  cornerSetback,
  developedBend,
  developedFold,
  reachTips,
  type CornerStyle,
} from './corner';
export { fitChain, type Chain } from './fitChain';
export { fitSection, type FitSection } from './fitSection';
export { followPoints, pointsBeside, type FollowPoint } from './follow';
export { isBend, marksOf, type Mark } from './marks';
export { BASES, centreChain, totalTurning, type Basis, type Centred } from './offsetChain';
export type { StripProblem } from './problem';
export { reform, shiftRoom, type BendChange } from './reform';
export { clearSeam, openAt, topSeam } from './seam';
export {
  radiusError,
  settleRadii,
  type Miss,
  type RadiusOption,
  type Settled,
} from './settleRadii';
