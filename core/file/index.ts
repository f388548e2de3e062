/** Files in and out: SVG drawings, the pattern as SVG, bend lists as CSV, pieces and workshops as JSON. */
export { pieceFromDrawing, wiresFromDrawing } from './pieceFromDrawing';
export { FileError, readSvg, type SvgDrawing } from './readSvg';
export { SVG_LIMITS } from './svgLimits';
export {
  DEFAULT_SETTINGS,
  nameOf,
  readSettings,
  readWorkshop,
  settingsSchema,
  writePiece,
  writeWorkshop,
  type Settings,
  type Workshop,
  type WorkshopParts,
} from './workshop';
export {
  benchOf,
  DEFAULT_TOOLBOX,
  kitFor,
  mergeToolboxes,
  readToolbox,
  toolboxSchema,
  OWN_WAYS,
  whyToolboxNotKept,
  type OwnValue,
  type PegBoardSizes,
  type Toolbox,
} from './toolbox';
export { JSON_LIMIT_BYTES, parseJson } from './parseJson';
export {
  packWorkshop,
  unpackWorkshop,
  ZIP_LIMITS,
  type PackedPicture,
  type PackedWorkshop,
} from './workshopZip';
export { writeBendsCsv, writeDrawerCsv, writeToBuyCsv } from './writeCsv';
export { pathData, writeFigureSvg, writePatternSvg } from './writeSvg';
export { retrace, scaledMap, sizeMap, wiresFromTrace, type Retraced } from './pieceFromTrace';
