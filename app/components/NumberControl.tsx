import type { Control } from '@core/field';
import type { LengthUnit } from '@core/units';
import { LengthField } from './LengthField';
import { NumberField } from './NumberField';
import { Tick } from './Tick';

/** What a number that was left open begins with. */
const FIRST_MM = 1_000;
const FIRST_COUNT = 3;

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
  const limits = { min, max, decimals };
  const field =
    control.unit === 'mm' ? (
      <LengthField label={label} valueMm={value} unit={unit} {...limits} alone onChange={set} />
    ) : (
      <NumberField
        label={control.unit === 'grams' ? `${label}, g` : label}
        value={value ?? 0}
        {...limits}
        onChange={set}
      />
    );
  if (open === undefined) return field;
  const first = Math.max(min, control.unit === 'mm' ? FIRST_MM : FIRST_COUNT);
  return (
    <fieldset className="space-y-1">
      <legend className={value === null ? 'mb-1 block text-sm text-soft' : 'sr-only'}>
        {label}
      </legend>
      {value !== null && field}
      <Tick label={open} value={value === null} set={(on) => set(on ? null : first)} />
    </fieldset>
  );
}
