/**
 * Geometry: points, lines, arcs and cubics in mm, y down, clockwise positive. Plain data and pure
 * functions. Lengths are exact for lines and arcs and error-bounded for cubics.
 */
export { findMeetings, type AlongsideWish, type Stretch } from './alongside';
export {
  applyAffine,
  compose,
  IDENTITY,
  isMirror,
  rotation,
  scaling,
  similarityFactor,
  translation,
  type Affine,
} from './affine';
export { arcRow, beltAround, BeltError, corner, post, type Post } from './belt';
export { cellKey } from './chordGrid';
export { findCrossings, type Crossing, type MeasuredLine } from './crossings';
export { tipsOf, type Tip } from './tips';
export { findTouches, type Touch } from './touches';
export { walkInStep, walkRing, type InStep } from './inStep';
export { pathTurn, smoothedTurn, type PathTurn } from './pathTurn';
export { nearestOn } from './nearest';
export { settledIn, standardFrame, type Frame } from './standardFrame';
export { cubicLength, splitCubic } from './cubicLength';
export {
  flattenPath,
  flattenSegment,
  growBox,
  pathEnds,
  pathLength,
  bothBoxes,
  pathsBox,
  reversePath,
  signedArea,
  transformPath,
  type Box,
  type Path,
} from './path';
export {
  cumulativeLengths,
  curvatureOf,
  joinTurn,
  meetings,
  offsetPrimitive,
  primitiveEnds,
  primitiveFrom,
  project,
} from './primitive';
export {
  arcFromBulge,
  arcToCubics,
  bulgeOf,
  endOf,
  line,
  pointAt,
  reverseSegment,
  segmentLength,
  startOf,
  stretchOf,
  tangentAt,
  transformSegment,
  type Arc,
  type Cubic,
  type Line,
  type Primitive,
  type Segment,
} from './segment';
export { Groups } from './groups';
export { randomFrom } from './random';
export { trackAlong, type Foot } from './track';
export { partOf, withEndAt } from './substretch';
export { solveSymmetric } from './solveSymmetric';
export {
  add,
  angleOf,
  cross,
  distance,
  dot,
  fromAngle,
  mix,
  highestOf,
  norm,
  perp,
  scale,
  sub,
  turnBetween,
  unit,
  vec,
  wrapAngle,
  type Vec,
} from './vec';
