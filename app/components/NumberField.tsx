import { printNumber } from '@core/units';
import { TypedField } from './TypedField';

/** A plain number, whole unless decimals are given. */
export function NumberField({
  label,
  labelHidden = false,
  value,
  min,
  max,
  decimals = 0,
  onChange,
}: {
  label: string;
  labelHidden?: boolean;
  value: number;
  min: number;
  max: number;
  decimals?: number;
  onChange: (value: number) => void;
}) {
  // Decimals that are nought are not shown.
  const shown = String(Number(printNumber(value, decimals)));
  return (
    <TypedField
      label={label}
      labelHidden={labelHidden}
      shown={shown}
      read={(typed) => {
        const read = Number(typed.trim().replace(',', '.'));
        const fits = typed.trim() !== '' && read >= min && read <= max;
        if (fits) return { ok: true, value: Number(read.toFixed(decimals)) };
        return { ok: false, message: `Give a number from ${min} to ${max}. It stays at ${shown}.` };
      }}
      onRead={(read) => read !== value && onChange(read)}
    />
  );
}
