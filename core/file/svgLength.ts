import { MM_PER_INCH } from '../units';

const MM_PER_UNIT: Readonly<Record<string, number>> = {
  '': MM_PER_INCH / 96,
  px: MM_PER_INCH / 96,
  pt: MM_PER_INCH / 72,
  pc: MM_PER_INCH / 6,
  mm: 1,
  cm: 10,
  q: 0.25,
  in: MM_PER_INCH,
};

const LENGTH =
  /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(px|pt|pc|mm|cm|q|in|%|em|rem|ex)?\s*$/i;

/**
 * An SVG length in user units (CSS px, 96 to the inch).
 * @param percentOf what 100 % stands for, user units; without it percentages cannot be read
 * @returns null when the text is no length
 */
export function svgUserUnits(text: string | undefined, percentOf?: number): number | null {
  const match = LENGTH.exec(text ?? '');
  if (!match) return null;
  const value = Number(match[1]);
  const unit = (match[2] ?? '').toLowerCase();
  if (!Number.isFinite(value)) return null;
  if (unit === '%') return percentOf === undefined ? null : (value / 100) * percentOf;
  if (unit === 'em' || unit === 'rem') return value * 16;
  if (unit === 'ex') return value * 8;
  return (value * (MM_PER_UNIT[unit] ?? 1)) / (MM_PER_UNIT['px'] ?? 1);
}

export const MM_PER_PX = MM_PER_INCH / 96;
