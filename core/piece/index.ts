/** Piece: a design as it is stored, how records are read, and the edits a maker makes to the figure. */
export {
  atOrigin,
  changePath,
  closePath,
  deleteNode,
  endsMeet,
  mapNode,
  openPath,
  figureBox,
  insertNode,
  mapFigure,
  mapPaths,
  moveHandle,
  moveNode,
  resizeFigure,
  foldedBack,
  reversePathNodes,
  sharpenNode,
  smoothNode,
} from './edit';
export { withBendEdit } from './bendEdits';
export { drawShape, type DrawnShape, type FontOf, type ShapeBench } from './drawShape';
export { cutAt, joinEnds, nearestEnd, straightenAt, type PathEnd } from './lines';
export { markOf } from './mark';
export { betterHalf, mirrorHalf } from './mirror';
export { bestAxis, type Axis, type Symmetry } from './symmetry';
export { DEFAULT_SEAM, newPath, newPiece, PLAIN_END } from './newPiece';
export { drawnPath, isSmoothNode, middleOf, nodesOf, segmentBetween } from './nodes';
export { reachProblem } from './limits';
export { readPiece, readRecord, whyNotKept, type Migration, type Read } from './readRecord';
export { schemaWords } from './schemaWords';
export {
  PIECE_FORMAT,
  PIECE_LIMITS,
  DOUBLED,
  MOST_APART,
  MOST_APART_MM,
  MOST_STRANDS,
  PIECE_VERSION,
  TAG_LIMITS,
  pieceSchema,
  pictureSchema,
  pictureSizeSchema,
  SEAM_JOINS,
  WORK_ORIGINS,
  type BendEdit,
  type FigureNode,
  type FigurePath,
  type PictureSize,
  type RouteChoices,
  type Piece,
  type Seam,
  type Stock,
  type TracedPicture,
  type Wire,
  type DoubledLie,
  type WireEnds,
  type WorkOrigin,
  type ApartStretch,
} from './schema';
export {
  DEFAULT_MAKING,
  FOLD_LIMITS,
  LINK_LIMITS,
  MOST_COPIES,
  PART_JOINS,
  WORN_AS,
  type Clasp,
  type Joint,
  type Links,
  type RowPlace,
  type MakingChoices,
  type OutOfPlane,
  MOST_ALIKE,
  type Part,
  type PartJoint,
  type PartSpot,
  type WornAs,
} from './dressingSchema';
export {
  inStock,
  itemsOf,
  JOINT_WIRE,
  MAIN_STOCK,
  jointOf,
  madeOfIt,
  leadStock,
  ofStock,
  stockOf,
  stocksOf,
  THIN_WIRE,
  wireOf,
  type LaidJoint,
  withItsWire,
  withNamedWires,
  withoutIdle,
  withOwnWire,
  withWire,
  withNewStock,
  withoutStock,
  withStock,
  withThickness,
  type PieceStock,
} from './stocks';
export { mapBeads } from './beads';
export { twinAxis, twinOf } from './twin';
export { changeWire, routedId, wireChoices } from './wireChoices';
export { shapeSchema, type Place, type Shape } from './shapeSchema';
export { freshShapeId, isHandChanged, withoutShape, withShape } from './shapes';
