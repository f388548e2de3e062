import { ACCENTS } from './faces/marks';
import { FACES, type Face } from './faces';
import { readGlyph, type Glyph } from './glyph';
import { MAX_SIGNS, type WordSettings } from './settings';

/** Text that cannot be set, with a sentence that says what to do. */
export class LetteringError extends Error {}

/** One letter of the text with its accents. */
export interface Letter {
  /** the sign as typed */
  readonly sign: string;
  /** its place among the signs of the text */
  readonly at: number;
  readonly glyph: Glyph;
  readonly accents: readonly { readonly where: 'above' | 'below'; readonly glyph: Glyph }[];
  readonly capital: boolean;
}

export interface ReadText {
  /** null for a space */
  readonly letters: readonly (Letter | null)[];
  /** signs that the face does not have */
  readonly missing: readonly string[];
}

const accentGlyphs = new Map(
  Object.entries(ACCENTS).map(([mark, { where, strokes }]) => [
    mark,
    { where, glyph: readGlyph(strokes) },
  ]),
);
const RIGHT_TO_LEFT = /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}]/u;
/** Letters whose dot gives way to an accent. */
const DOTLESS: Readonly<Record<string, string>> = { i: 'ı', j: 'j' };

/**
 * The signs of a text, spaces as one.
 * @throws LetteringError when there are none, or too many
 */
export function signsOf(written: string): string[] {
  const text = written.normalize('NFC').replace(/\s+/gu, ' ').trim();
  const signs = [...new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text)].map(
    (s) => s.segment,
  );
  if (signs.length === 0) throw new LetteringError('Type a word to set it in wire.');
  if (signs.length > MAX_SIGNS) {
    throw new LetteringError(
      `A word holds up to ${MAX_SIGNS} signs; this has ${signs.length}. Shorten it, or set it as several words.`,
    );
  }
  return signs;
}

/** Refuses a text of which nothing can be set. @throws LetteringError always */
export function refuseAll(signs: readonly string[], face: string): never {
  throw new LetteringError(
    RIGHT_TO_LEFT.test(signs.join(''))
      ? 'These faces hold Latin letters only; scripts that run from right to left cannot be set yet. Draw or trace the word instead.'
      : `${face} has none of these signs: ${listed(signs)}. The faces hold Latin letters, digits and common marks. Draw or trace the word instead.`,
  );
}

/**
 * The letters of a text in a face. Signs the face does not have are named, not dropped in silence.
 * @throws LetteringError when there is nothing to set, or too much, or none of it can be
 */
export function readText(settings: Pick<WordSettings, 'text' | 'face' | 'letters'>): ReadText {
  const signs = signsOf(settings.text);
  const face: Face = FACES[settings.face];
  const forms = new Map(settings.letters.map((l) => [l.at, l.form]));
  const missing: string[] = [];
  const letters = signs.map((sign, at): Letter | null => {
    if (sign === ' ') return null;
    const letter = readSign(face, sign, at, forms.get(at) ?? '');
    if (!letter) missing.push(sign);
    return letter;
  });
  if (letters.every((l) => l === null)) {
    refuseAll(signs, face.name);
  }
  return { letters, missing: [...new Set(missing)] };
}

const listed = (signs: readonly string[]): string => [...new Set(signs)].slice(0, 12).join(' ');

function readSign(face: Face, sign: string, at: number, form: string): Letter | null {
  const capital = sign.toLowerCase() !== sign;
  const whole = face.form(sign, form) ?? face.glyph(sign);
  if (whole) return { sign, at, glyph: whole, accents: [], capital };
  const [base = '', ...marks] = [...sign.normalize('NFD')];
  const accents = marks.map((m) => accentGlyphs.get(m));
  const above = accents.some((a) => a?.where === 'above');
  const plain = above ? (DOTLESS[base] ?? base) : base;
  const glyph = face.form(plain, form) ?? face.glyph(plain);
  if (!glyph || marks.length === 0 || accents.some((a) => a === undefined)) return null;
  return { sign, at, glyph, accents: accents.flatMap((a) => a ?? []), capital };
}

/** Other forms of a sign in a face, by name; none if there are no others. */
export function formsOf(face: WordSettings['face'], sign: string): readonly string[] {
  return FACES[face].forms(sign);
}
