import { useId } from 'react';

/** A value that is slid: shown at once, taken when let go or when the arrow keys rest. */
export function RangeField({
  label,
  shown,
  value,
  min,
  max,
  step,
  preview,
  settle,
}: {
  label: string;
  shown: string;
  value: number;
  min: number;
  max: number;
  step: number;
  preview: (value: number) => void;
  settle: () => void;
}) {
  const id = useId();
  return (
    <div>
      <div className="flex justify-between text-sm">
        <label htmlFor={id} className="text-soft">
          {label}
        </label>
        <output htmlFor={id}>{shown}</output>
      </div>
      <input
        id={id}
        type="range"
        className="w-full accent-patina"
        min={min}
        max={max}
        step={step}
        value={value}
        aria-valuetext={shown}
        onChange={(e) => preview(Number(e.target.value))}
        onPointerUp={settle}
        onKeyUp={settle}
        onBlur={settle}
      />
    </div>
  );
}
