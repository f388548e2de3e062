/**
 * Motif: figures by numbers, made for wire. Every round part is what a tool leaves after springback,
 * every tip a corner or a fold, so each is formable as it comes. Drawn in mm, y down, about their
 * own middle.
 */
export {
  drawMotif,
  motifHeight,
  motifValues,
  MotifError,
  sizedToHeight,
  standardValues,
  type MotifLeast,
} from './drawMotif';
export { makerFor, type Maker, type Motif, type MotifField, type MotifValues } from './maker';
export { MOTIF_KINDS, MOTIFS, type MotifKind } from './motifs';
