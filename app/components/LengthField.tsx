import {
  parseLength,
  printLength,
  printNumber,
  printThickness,
  type LengthUnit,
} from '@core/units';
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
    const length = parseLength(typed, unit);
    if (!length.ok) return length;
    if (length.mm >= min && length.mm <= max) return { ok: true, value: length.mm };
    const stays = shown === '' ? 'nothing' : withUnit(shown, unit);
    // Limits are round in millimetres; in inches they are said a little within themselves.
    const [low, high] =
      unit === 'mm'
        ? [`${Number(min.toFixed(2))} mm`, `${max} mm`]
        : [
            `${printNumber(Math.ceil((min / 25.4) * 1000) / 1000, 3)} in`,
            `${printNumber(Math.floor((max / 25.4) * 1000) / 1000, 3)} in`,
          ];
    if (soThat !== undefined && length.mm < min) {
      const least = unit === 'mm' ? `${printNumber(Math.ceil(min * 100) / 100, 2)} mm` : low;
      return {
        ok: false,
        message: `At least ${least}, so that ${soThat}. It stays at ${stays}.`,
      };
    }
    return {
      ok: false,
      message: `Give a length from ${low} to ${high}. It stays at ${stays}.`,
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
