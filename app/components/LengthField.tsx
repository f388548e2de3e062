import { useId, useState } from 'react';
import { parseLength, printInches, printNumber, type LengthUnit } from '@core/units';

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
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const shown =
    valueMm === null ? '' : unit === 'mm' ? printNumber(valueMm, decimals) : printInches(valueMm);
  const settle = (): void => {
    if (typed === null) return;
    const read = parseLength(typed, unit);
    if (!read.ok) {
      setProblem(read.message);
      return;
    }
    if (read.mm < min || read.mm > max) {
      const low = `${Number(min.toFixed(2))} mm`;
      setProblem(
        `Give a length from ${low} to ${max} mm. It stays at ${shown === '' ? 'nothing' : withUnit(shown, unit)}.`,
      );
      return;
    }
    setProblem(null);
    setTyped(null);
    if (valueMm === null || Math.abs(read.mm - valueMm) > 1e-9) onChange(read.mm);
  };
  const other =
    valueMm === null
      ? ''
      : unit === 'mm'
        ? printInches(valueMm)
        : `${printNumber(valueMm, decimals)} mm`;
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm text-soft">
        {label}
      </label>
      <div className="flex items-center gap-2">
        <div className="relative flex-1">
          <input
            id={id}
            inputMode="decimal"
            autoComplete="off"
            value={typed ?? shown}
            aria-invalid={problem !== null}
            aria-describedby={problem ? `${id}-problem` : undefined}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={settle}
            onKeyDown={(e) => {
              if (e.key === 'Enter') settle();
              if (e.key === 'Escape') {
                setTyped(null);
                setProblem(null);
              }
            }}
            className={`h-9 w-full rounded-md border bg-raised px-2 text-sm ${problem ? 'border-alert' : 'border-line'}`}
          />
          {typed === null && unit === 'mm' && shown !== '' && (
            <span className="pointer-events-none absolute inset-y-0 right-2 flex items-center text-xs text-soft">
              mm
            </span>
          )}
        </div>
        {!alone && <span className="w-20 shrink-0 text-right text-xs text-soft">{other}</span>}
      </div>
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-xs text-alert">
          {problem}
        </p>
      )}
      {hint && !problem && <p className="mt-1 text-xs text-soft">{hint}</p>}
    </div>
  );
}

const withUnit = (shown: string, unit: LengthUnit): string =>
  unit === 'mm' ? `${shown} mm` : shown;
