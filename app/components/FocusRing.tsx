import type { Vec } from '@core/geometry';

/** Shows the keyboard's place on the bench; the browser's own outline would be drawn in mm. Inside a `group`. */
export function FocusRing({ at, px }: { at: Vec; px: number }) {
  return (
    <circle
      cx={at.x}
      cy={at.y}
      r={11 * px}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={2 * px}
      className="opacity-0 group-focus-visible:opacity-100"
    />
  );
}
