import { nominalAwg } from './awg';
import { MM_PER_INCH, printInches } from './inches';
import type { LengthUnit } from './parseLength';

/** A length in mm with `decimals` places and its unit, with a real minus sign kept plain: `35.2 mm`. */
export function printMm(lengthMm: number, decimals = 1): string {
  return `${printNumber(lengthMm, decimals)} mm`;
}

/** A number with fixed places and never `-0.0`. */
export function printNumber(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? text.replace('-', '') : text;
}

/** A length in the leading unit: `35.2 mm` or `1 3/8 in`. */
export function printLength(lengthMm: number, unit: LengthUnit, decimals = 1): string {
  return unit === 'mm' ? printMm(lengthMm, decimals) : printInches(lengthMm);
}

/** A length where its unit stands at the head of the column: `35.2`, or `1 3/8`. */
export function bareLength(lengthMm: number, unit: LengthUnit): string {
  return unit === 'mm' ? printNumber(lengthMm, 1) : printInches(lengthMm).replace(' in', '');
}

/** A length in both units, the leading one first: `35.2 mm (1 3/8 in)`. */
export function printBoth(lengthMm: number, unit: LengthUnit, decimals = 1): string {
  const other = unit === 'mm' ? 'in' : 'mm';
  return `${printLength(lengthMm, unit, decimals)} (${printLength(lengthMm, other, decimals)})`;
}

/** The thickness of wire, a hole or a gap: `0.81 mm`, or `0.032 in`, since fractions of an inch are too coarse for it. */
export function printThickness(mm: number, unit: LengthUnit): string {
  return unit === 'mm' ? printMm(mm, 2) : `${printNumber(mm / MM_PER_INCH, 3)} in`;
}

/** An inch fraction is said for what lies no further from it than this, mm. */
const FRACTION_MM = 0.05;

/** What a tool measures, as short as it can be said: `25 mm`, `2.56 mm`; `1/2 in`, or `0.984 in` between fractions. */
export function printSize(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${Number(mm.toFixed(2))} mm`;
  const fraction = Math.round((mm / MM_PER_INCH) * 32);
  const off = Math.abs((fraction * MM_PER_INCH) / 32 - mm);
  return off <= FRACTION_MM && fraction > 0 ? printInches(mm) : printThickness(mm, unit);
}

/** A wire's thickness with its gauge when it has one: `1.02 mm (18 ga)`, else `1.00 mm`. */
export function printGauge(diameterMm: number, unit: LengthUnit = 'mm'): string {
  const awg = nominalAwg(diameterMm);
  const thickness = printThickness(diameterMm, unit);
  return awg === null ? thickness : `${thickness} (${awg} ga)`;
}

/** An angle in whole degrees without its sign: `90°`. */
export function printAngle(angleRad: number): string {
  return `${Math.round(Math.abs(angleRad) * (180 / Math.PI))}°`;
}

/** More than this is told in metres, or feet. */
const LONG_MM = 1_000;
const MM_PER_FOOT = 304.8;

/** A length of wire as it is on a spool: “12.50 m”, short ones as lengths are. */
export function printWireLength(mm: number, unit: LengthUnit): string {
  if (mm < LONG_MM) return printLength(mm, unit);
  return unit === 'mm'
    ? `${printNumber(mm / 1000, 2)} m`
    : `${printNumber(mm / MM_PER_FOOT, 1)} ft`;
}
