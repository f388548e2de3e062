/**
 * Lettering: words in single strokes made for wire. Faces are drawn as posts that the wire is laid
 * round, so letters are straights and circle arcs that tools make; a joined hand is one line round
 * all posts of a word. Words: a flowing letter joins by its posts alone, a bar is the cross of a t,
 * tight are letters whose curves this wire does not take at this size. The faces were drawn for
 * this project. Outline letters come from fonts with an open licence (`outlineWord`).
 */
export { FACE_IDS, FACES, SIGN_LIST, type Face, type FaceId } from './faces';
export { formsOf, LetteringError, signsOf } from './readText';
export type { WordWire } from './letterDrawer';
export { setWord, type Word, type WordWirePath } from './setWord';
export { DEFAULT_WORD, MAX_SIGNS, wordSchema, type WordSettings } from './settings';
export {
  DEFAULT_OUTLINE,
  openFont,
  OUTLINE_FONT_IDS,
  OUTLINE_FONTS,
  outlineSchema,
  outlineWord,
  type LetterFont,
  type OutlineFontId,
  type OutlineSettings,
  type OutlineWord,
} from './outlineWord';
