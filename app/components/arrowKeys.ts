import type { KeyboardEvent } from 'react';
import type { Vec } from '@core/geometry';

/** Where an arrow key moves something: by a step, further with Shift, finer with Alt; null for other keys. */
export function arrowStep(
  event: KeyboardEvent,
  steps: { plain: number; shift: number; alt: number },
): Vec | null {
  const step = event.altKey ? steps.alt : event.shiftKey ? steps.shift : steps.plain;
  const moves: Record<string, Vec> = {
    ArrowLeft: { x: -step, y: 0 },
    ArrowRight: { x: step, y: 0 },
    ArrowUp: { x: 0, y: -step },
    ArrowDown: { x: 0, y: step },
  };
  return moves[event.key] ?? null;
}

/** Steps on the bench, mm. */
export const BENCH_STEPS = { plain: 0.5, shift: 5, alt: 0.1 };
