import { parseLength, type LengthUnit, type ParsedLength } from './parseLength';

export type ParsedWeight = { ok: true; grams: number } | { ok: false; message: string };

/** Grams in a unit as scales name it. */
const GRAMS: Readonly<Record<string, number>> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  mg: 0.001,
  ct: 0.2,
  oz: 28.349523125,
  lb: 453.59237,
  ozt: 31.1034768,
  dwt: 1.55517384,
  gn: 0.06479891,
  gr: 0.06479891,
};

/** What instruments send before a number: that it is steady, gross or net; other words are no reading. */
const BEFORE = /^(?:(?:ST|GS|NT|NET|GROSS|S|N|G|D)[\s,:;]+)*/i;
/** The reading has not come to rest. */
const UNSTEADY = /^(?:US|S\s+D)\b/i;

/**
 * A line as an instrument sends it, without what is not the number and its unit: `ST,GS,+  012.34 g` is `12.34 g`.
 */
const bareReading = (line: string): string =>
  line
    .trim()
    .replace(/−/g, '-')
    .replace(BEFORE, '')
    .replace(/^([+-])\s+/, '$1')
    .replace(/^\+/, '')
    .replace(/^(-?)0+(?=\d)/, '$1');

/** A length as it is typed, or as a calliper sends it. */
export function readLength(text: string, fallback: LengthUnit): ParsedLength {
  const typed = parseLength(text, fallback);
  return typed.ok ? typed : orElse(parseLength(bareReading(text), fallback), typed);
}
const orElse = (a: ParsedLength, b: ParsedLength): ParsedLength => (a.ok ? a : b);

const WEIGHT = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*([a-z]+(?: ?t)?)?$/i;

/**
 * A weight as it is typed, or as a scale sends it.
 * @param text such as `12.4`, `12,4 g`, `0.4 ozt`, `ST,GS,+0012.40 g`; a bare number is grams
 */
export function readWeight(text: string): ParsedWeight {
  if (UNSTEADY.test(text.trim())) {
    return { ok: false, message: 'The scale has not come to rest yet. Wait, and send it again.' };
  }
  const bare = bareReading(text);
  const match = WEIGHT.exec(bare);
  const grams = match && GRAMS[(match[2] ?? 'g').toLowerCase().replace(' ', '')];
  if (!match || grams === undefined || grams === null) {
    return {
      ok: false,
      message:
        text.trim() === ''
          ? 'Type a weight, such as 12.4 g.'
          : `“${text.trim()}” is not a weight. Try 12.4 g or 0.4 oz.`,
    };
  }
  return { ok: true, grams: Number((match[1] ?? '0').replace(',', '.')) * grams };
}
