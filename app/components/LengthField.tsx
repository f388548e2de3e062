import { printLength, printNumber, printThickness, readLength, type LengthUnit } from '@core/units';
import { leastLength, longestLength } from './lengthLimits';
import { TypedField, type TypedValue } from './TypedField';

/** A length typed in mm or inches, whichever is written; both are shown. */
export function LengthField({
  label,
  valueMm,
  unit,
  min = 0,
  max = 5000,
  decimals = 1,
  onChange,
  hint,
  alone = false,
  soThat,
}: {
  label: string;
  valueMm: number | null;
  unit: LengthUnit;
  min?: number;
  max?: number;
  decimals?: number;
  onChange: (mm: number) => void;
  hint?: string;
  /** without the other unit beside it */
  alone?: boolean;
  /** what the least length is for, as in “so that …” */
  soThat?: string | undefined;
}) {
  // Fractions of an inch are too coarse for what is asked for in hundredths of a millimetre.
  const inches = decimals > 1 ? printThickness : printLength;
  const shown =
    valueMm === null ? '' : unit === 'mm' ? printNumber(valueMm, decimals) : inches(valueMm, 'in');
  const read = (typed: string): TypedValue => {
    const length = readLength(typed, unit);
    if (!length.ok) return length;
    // A limit may be typed as it is told, which is as exact as that.
    const value = Math.min(max, Math.max(min, length.mm));
    if (Math.abs(value - length.mm) < 1e-6) return { ok: true, value };
    const stays = shown === '' ? 'nothing' : withUnit(shown, unit);
    if (soThat !== undefined && length.mm < min) {
      const least = leastLength(min, unit);
      return { ok: false, message: `At least ${least}, so that ${soThat}. It stays at ${stays}.` };
    }
    return {
      ok: false,
      message: `Give a length from ${leastLength(min, unit)} to ${longestLength(max, unit)}. It stays at ${stays}.`,
    };
  };
  const other =
    valueMm === null
      ? ''
      : unit === 'mm'
        ? inches(valueMm, 'in')
        : `${printNumber(valueMm, decimals)} mm`;
  return (
    <TypedField
      label={label}
      shown={shown}
      read={read}
      onRead={(mm) => {
        if (valueMm === null || Math.abs(mm - valueMm) > 1e-9) onChange(mm);
      }}
      {...(unit === 'mm' ? { mark: 'mm' } : {})}
      beside={!alone && <span className="w-20 shrink-0 text-right text-xs text-soft">{other}</span>}
      {...(hint ? { hint } : {})}
    />
  );
}

const withUnit = (shown: string, unit: LengthUnit): string =>
  unit === 'mm' ? `${shown} mm` : shown;
