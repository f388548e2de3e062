import { parseLength, type LengthUnit } from './parseLength';

export type ParsedLengths = { ok: true; mm: number[] } | { ok: false; message: string };

/**
 * Reads a row of lengths: `2, 3, 4.5`, `2;3`, `2 3 4`, `2,3,4`. A single comma between digits is a
 * decimal comma: `2,5` is one length.
 */
export function parseLengths(text: string, fallback: LengthUnit): ParsedLengths {
  const spaced = /[;]|,\s/.test(text);
  const many = (text.match(/,/g) ?? []).length > 1;
  const separator = spaced ? /;|,\s/ : many ? /,/ : /\s+(?=[\d.,½¼¾⅛⅜⅝⅞])/;
  // Fractions such as 1 3/8 hold a space: such rows need commas.
  const words = (!spaced && !many && text.includes('/') ? [text] : text.split(separator))
    .map((w) => w.trim())
    .filter(Boolean);
  const mm: number[] = [];
  for (const word of words) {
    const one = parseLength(word, fallback);
    if (!one.ok) return one;
    mm.push(one.mm);
  }
  return { ok: true, mm };
}
