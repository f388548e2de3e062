/**
 * Trace: from the pixels of a picture to the lines the wire will follow. Light, ink, thinned lines,
 * meetings solved, points moved to the stroke's middle, smooth curves with real corners. Lengths in
 * pixels of the picture; a pixel's centre lies at +0.5. The method is described in docs/maths.md.
 */
export { quantile } from './filters';
export { halfWidths } from './halfWidth';
export { darknessOver, inkThreshold } from './light';
export { brightness, makeGrid, reduce, sample, type Grid, type Rgba } from './picture';
export { PICTURE_LIMITS, PictureError, readPictureHead, type PictureHead } from './pictureFile';
export {
  strokePoints,
  TRACE_DEFAULTS,
  TRACE_STAGES,
  tracePicture,
  type Region,
  type Trace,
  type TracedStroke,
  type TraceOptions,
  type TraceStage,
} from './trace';
export {
  applyMap,
  inverseMap,
  isConvex,
  mapCorners,
  mapCubic,
  scaleMap,
  type PlaneMap,
} from './view';
