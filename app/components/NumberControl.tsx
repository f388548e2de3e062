import type { Control } from '@core/field';
import type { LengthUnit } from '@core/units';
import { LengthField } from './LengthField';
import { NumberField } from './NumberField';
import { Tick } from './Tick';

/** The field of a number, whatever it belongs to: its limits, decimals and unit are those of its control. */
export function NumberControl({
  label,
  control,
  value,
  unit,
  set,
}: {
  label: string;
  control: Extract<Control, { as: 'number' }>;
  value: number | null;
  unit: LengthUnit;
  set: (value: number | null) => void;
}) {
  const { min, max, decimals, open } = control;
  if (open !== undefined) {
    const first = control.unit === 'mm' ? Math.max(min, 1_000) : Math.max(min, 3);
    return (
      <fieldset className="space-y-1">
        <legend className={value === null ? 'mb-1 block text-sm text-soft' : 'sr-only'}>
          {label}
        </legend>
        {value !== null &&
          (control.unit === 'mm' ? (
            <LengthField
              label={label}
              valueMm={value}
              unit={unit}
              min={min}
              max={max}
              decimals={decimals}
              alone
              onChange={set}
            />
          ) : (
            <NumberField label={label} value={value} min={min} max={max} onChange={set} />
          ))}
        <Tick label={open} value={value === null} set={(on) => set(on ? null : first)} />
      </fieldset>
    );
  }
  if (control.unit === 'mm') {
    return (
      <LengthField
        label={label}
        valueMm={value}
        unit={unit}
        min={min}
        max={max}
        decimals={decimals}
        alone
        onChange={set}
      />
    );
  }
  return (
    <NumberField
      label={control.unit === 'grams' ? `${label}, g` : label}
      value={value ?? 0}
      min={min}
      max={max}
      decimals={decimals}
      onChange={set}
    />
  );
}
