import { useRef } from 'react';
import type { Shape } from '@core/piece';
import type { BenchView } from '~/components/Bench';
import { FocusRing } from '~/components/FocusRing';
import type { ShapeDraft } from './useShapeDraft';

/** The middle of the shape in work: dragged, or moved by the arrow keys. */
export function PlaceHandle({
  draft,
  shape,
  view,
}: {
  draft: ShapeDraft;
  shape: Shape;
  view: BenchView;
}) {
  const held = useRef(false);
  const px = 1 / view.pxPerMm;
  const { x, y } = shape.place;
  const move = (to: { x: number; y: number }): void => {
    const limit = (v: number): number => Math.min(5000, Math.max(-5000, v));
    draft.change((s) => ({ ...s, place: { ...s.place, x: limit(to.x), y: limit(to.y) } }));
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label="Middle of the shape: drag it, or use the arrow keys"
      className="group outline-none"
      style={{ cursor: 'move' }}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = true;
      }}
      onPointerMove={(event) => held.current && move(view.toMm(event))}
      onPointerUp={() => (held.current = false)}
      onPointerCancel={() => (held.current = false)}
      onKeyDown={(event) => {
        const step = event.altKey ? 0.1 : event.shiftKey ? 5 : 0.5;
        const by = {
          ArrowLeft: [-step, 0],
          ArrowRight: [step, 0],
          ArrowUp: [0, -step],
          ArrowDown: [0, step],
        }[event.key];
        if (!by) return;
        event.preventDefault();
        move({ x: x + by[0]!, y: y + by[1]! });
      }}
    >
      <circle cx={x} cy={y} r={16 * px} fill="transparent" />
      <FocusRing at={shape.place} px={px} />
      <circle
        cx={x}
        cy={y}
        r={7 * px}
        fill="var(--raised)"
        fillOpacity={0.85}
        stroke="var(--patina)"
        strokeWidth={1.8 * px}
      />
      <path
        d={`M${x - 4 * px} ${y}h${8 * px}M${x} ${y - 4 * px}v${8 * px}`}
        stroke="var(--patina)"
        strokeWidth={1.6 * px}
      />
    </g>
  );
}
