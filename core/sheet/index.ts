/** Sheet: what is printed, as pages of lines and words in mm, and the PDF of it. */
export { buildSheet, joinSheets, type SheetOptions } from './buildSheet';
export { patternBox } from './patternPages';
export { PAPERS, type Item, type Page, type Paper, type Sheet, type Tone } from './items';
