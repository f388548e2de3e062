import { useId, useState } from 'react';

/**
 * A value that is slid: shown at once, taken when let go or when the arrow keys rest. While it is
 * slid it stands where the hand put it, whatever is still being worked out.
 */
export function RangeField({
  label,
  print,
  value,
  min,
  max,
  step,
  preview,
  settle,
}: {
  label: string;
  print: (value: number) => string;
  value: number;
  min: number;
  max: number;
  step: number;
  preview: (value: number) => void;
  settle: () => void;
}) {
  const id = useId();
  const [held, setHeld] = useState<number | null>(null);
  const now = held ?? value;
  return (
    <div>
      <div className="flex justify-between text-sm">
        <label htmlFor={id} className="text-soft">
          {label}
        </label>
        <output htmlFor={id}>{print(now)}</output>
      </div>
      <input
        id={id}
        type="range"
        className="w-full accent-patina"
        min={min}
        max={max}
        step={step}
        value={now}
        aria-valuetext={print(now)}
        onChange={(e) => {
          setHeld(Number(e.target.value));
          preview(Number(e.target.value));
        }}
        onPointerUp={settle}
        onKeyUp={settle}
        onBlur={() => {
          settle();
          setHeld(null);
        }}
      />
    </div>
  );
}
