import { useId, useState } from 'react';
import { printNumber } from '@core/units';

/** A plain number, whole unless decimals are given. */
export function NumberField({
  label,
  value,
  min,
  max,
  decimals = 0,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  decimals?: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState(false);
  const settle = (): void => {
    if (typed === null) return;
    const read = Number(typed.trim().replace(',', '.'));
    const rounded = Number(read.toFixed(decimals));
    const fits = typed.trim() !== '' && Number.isFinite(read) && read >= min && read <= max;
    setProblem(!fits);
    if (!fits) return;
    setTyped(null);
    if (rounded !== value) onChange(rounded);
  };
  return (
    <div>
      <label htmlFor={id} className="mb-1 block text-sm text-soft">
        {label}
      </label>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        value={typed ?? printNumber(value, decimals)}
        aria-invalid={problem}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={settle}
        onKeyDown={(e) => {
          if (e.key === 'Enter') settle();
          if (e.key === 'Escape') {
            setTyped(null);
            setProblem(false);
          }
        }}
        className={`h-9 w-full rounded-md border bg-raised px-2 text-sm ${problem ? 'border-alert' : 'border-line'}`}
      />
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-xs text-alert">
          Give a number from {min} to {max}. It stays at {printNumber(value, decimals)}.
        </p>
      )}
    </div>
  );
}
