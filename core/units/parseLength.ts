import { MM_PER_INCH } from './inches';

export type LengthUnit = 'mm' | 'in';
export type ParsedLength = { ok: true; mm: number } | { ok: false; message: string };

const VULGAR: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const SHAPE = new RegExp(
  String.raw`^(-)?(?:(${NUMBER})(?:[\s-]+(\d+)\s*/\s*(\d+))?|(\d+)\s*/\s*(\d+))\s*(mm|millimet(?:er|re)s?|cm|in|inch|inches|"|”|″)?$`,
  'i',
);
const MM_PER_UNIT = { mm: 1, cm: 10, in: MM_PER_INCH } as const;

function unitOf(word: string | undefined, fallback: LengthUnit): keyof typeof MM_PER_UNIT {
  if (!word) return fallback;
  const lower = word.toLowerCase();
  if (lower.startsWith('m')) return 'mm';
  return lower === 'cm' ? 'cm' : 'in';
}

/**
 * Reads a length as a maker types it: `35`, `35 mm`, `3.5cm`, `1 3/8 in`, `1-3/8"`, `½ in`, `0,8`.
 * @param text what was typed
 * @param fallback the unit of a bare number
 * @returns the length in mm, or a message that says what could not be read
 */
export function parseLength(text: string, fallback: LengthUnit): ParsedLength {
  const plain = text
    .trim()
    .replace(/[¼½¾⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign] ?? ''}`)
    .replace(/−/g, '-')
    .trim();
  if (plain === '') return { ok: false, message: 'Type a length, such as 35 mm or 1 3/8 in.' };
  const match = SHAPE.exec(plain);
  if (!match) {
    return { ok: false, message: `“${text.trim()}” is not a length. Try 35 mm or 1 3/8 in.` };
  }
  const [, minus, whole, over, under, onlyOver, onlyUnder, unit] = match;
  const denominator = Number(under ?? onlyUnder ?? 1);
  if (denominator === 0) return { ok: false, message: 'A fraction cannot be over 0.' };
  const value =
    Number((whole ?? '0').replace(',', '.')) + Number(over ?? onlyOver ?? 0) / denominator;
  return { ok: true, mm: (minus ? -1 : 1) * value * MM_PER_UNIT[unitOf(unit, fallback)] };
}
