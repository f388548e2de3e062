import type { ReactNode } from 'react';

/** A box to tick, with its words. */
export function Tick({
  label,
  value,
  set,
}: {
  label: ReactNode;
  value: boolean;
  set: (value: boolean) => void;
}) {
  return (
    <label className="flex items-start gap-2 text-sm">
      <input
        type="checkbox"
        className="mt-0.5 size-4 shrink-0 accent-patina"
        checked={value}
        onChange={(e) => set(e.target.checked)}
      />
      <span>{label}</span>
    </label>
  );
}
