import type { Verdict } from '@core/gauge';
import { printNumber } from '@core/units';

/** A share as a percentage; shares beyond all measure are not spelt out. */
export const percent = (share: number): string =>
  share >= 9.995 ? 'over 999 %' : `${printNumber(share * 100, 0)} %`;

export const sentence = (text: string): string =>
  `${text.charAt(0).toUpperCase()}${text.slice(1)}${text.endsWith('.') ? '' : '.'}`;

/** How the size in use is rated: a predicate, such as “is sound”. */
export function ratedWords({ now }: Pick<Verdict, 'now'>): string {
  const thick = now.checks.some((c) => !c.ok && c.failsAs === 'thick');
  const { rating } = now.rated;
  if (rating === 'floppy') return thick ? 'does not do' : 'is too thin: floppy';
  return thick ? 'is too thick' : `is ${rating}`;
}
