/**
 * Fiducial: the marks that a printed page carries in its corners, so that a photograph of it tells
 * scale, place and tilt; what they say, how they look and how they are read again.
 */
export { FRAME_LIMITS_MM, INNER_CELLS, MARK_CELLS, readMark, type MarkCode } from './code';
export { blackBoxes, frameAround, MARK_MM, markCorners, type MarkFrame } from './frame';
