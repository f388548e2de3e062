import { say, type Said } from '../words';
import type { PhotoAnswer, PhotoFault } from './judgePhoto';

const WORDS: Readonly<Record<Exclude<PhotoFault, 'some-marks'>, Said>> = {
  'no-marks': say`No marks of a printed pattern can be read in this photo. Lay the piece on its pattern, or on the card, go near, and take all four squares in.`,
  blurred: say`This photo is too blurred to measure in. Hold still, let the camera focus, and take it again.`,
  'too-far': say`The pattern is too small in this photo to measure in. Go nearer, or take a larger picture.`,
  'other-page': say`The marks in this photo do not lie as on a flat page. Lay the page flat and take it again.`,
  'cut-off': say`Part of the piece lies outside this photo. Take all of the pattern in.`,
  'no-wire': say`The marks are there, but no wire was found between them.`,
  mirrored: say`What lies there is this piece mirrored: the twin, or this one with its back up. Turn it over, or choose the twin.`,
  'other-piece': say`What lies there does not follow this plan: it is another piece, or one that is not yet formed.`,
};

/** Why nothing can be said of a photograph, for the maker. */
export const photoFaultWords = ({ fault, marks }: Extract<PhotoAnswer, { found: false }>): Said =>
  fault === 'some-marks'
    ? say`Only ${marks} of the four marks can be seen. Take in at least three of the squares round the pattern.`
    : WORDS[fault];
