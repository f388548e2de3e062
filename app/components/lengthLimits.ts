import { MM_PER_INCH, type LengthUnit } from '@core/units';

/** A limit is said in hundredths of a millimetre, or thousandths of an inch. */
const STEPS = { mm: { perMm: 100, decimals: 2 }, in: { perMm: 1000 / MM_PER_INCH, decimals: 3 } };
/** What arithmetic leaves over is no reason to go a step further. */
const SLACK = 1e-6;

const said = (steps: number, unit: LengthUnit): string =>
  `${Number((steps / (unit === 'mm' ? 100 : 1000)).toFixed(STEPS[unit].decimals))} ${unit}`;

/** The least length that may be typed, rounded so that it may be typed itself. */
export const leastLength = (mm: number, unit: LengthUnit): string =>
  said(Math.ceil(mm * STEPS[unit].perMm - SLACK), unit);

/** The longest one, likewise. */
export const longestLength = (mm: number, unit: LengthUnit): string =>
  said(Math.floor(mm * STEPS[unit].perMm + SLACK), unit);
