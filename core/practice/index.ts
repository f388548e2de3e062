/**
 * Practice: draws lines on a sheet and takes a picture of it as a camera would, from a number, so
 * that a maker without a camera can try the tracing and every result can be held against the truth.
 */
export { drawLines, scanSheet, smoothThrough, type InkSheet, type SheetDrawing } from './drawLines';
export { fromSheet, takeShot, type Shot, type ShotOptions } from './takeShot';
export { shootPiece, type LyingWire, type PieceShotOptions, type PrintedPage } from './shootPiece';
