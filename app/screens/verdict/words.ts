import { printNumber } from '@core/units';

/** A share as a percentage; shares beyond all measure are not spelt out. */
export const percent = (share: number): string =>
  share >= 9.995 ? 'over 999 %' : `${printNumber(share * 100, 0)} %`;

export const sentence = (text: string): string =>
  `${text.charAt(0).toUpperCase()}${text.slice(1)}${text.endsWith('.') ? '' : '.'}`;
