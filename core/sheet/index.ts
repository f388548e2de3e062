/** Sheet: what is printed, as pages of lines and words in mm, and the PDF of it. */
export { buildSheet, joinSheets, patternPage, printedBox, type SheetOptions } from './buildSheet';
export { cardFrame, cardSheet } from './cardPage';
export { patternBox } from './patternPages';
export { patternFrames, patternOf, type Pattern } from './patternPages';
export {
  PAPERS,
  TONE_COLOURS,
  type Item,
  type Page,
  type Paper,
  type Sheet,
  type Tone,
  type WindowItem,
} from './items';
