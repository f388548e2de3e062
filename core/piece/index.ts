/** Piece: a design as it is stored, how records are read, and the edits a maker makes to the figure. */
export {
  atOrigin,
  changePath,
  deleteNode,
  figureBox,
  insertNode,
  mapPaths,
  moveHandle,
  moveNode,
  resizeFigure,
  reversePathNodes,
  sharpenNode,
  smoothNode,
} from './edit';
export { DEFAULT_SEAM, newPath, newPiece, PLAIN_END } from './newPiece';
export { drawnPath, isSmoothNode, middleOf, nodesOf, segmentBetween } from './nodes';
export { readPiece, readRecord, type Migration, type Read } from './readRecord';
export {
  PIECE_FORMAT,
  PIECE_LIMITS,
  PIECE_VERSION,
  pieceSchema,
  SEAM_JOINS,
  type FigureNode,
  type FigurePath,
  type Piece,
  type Seam,
  type Wire,
  type WireEnd,
} from './schema';
