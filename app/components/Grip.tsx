import { useRef, type PointerEvent, type ReactNode } from 'react';
import type { Vec } from '@core/geometry';
import { arrowStep } from './arrowKeys';
import type { BenchView } from './Bench';
import { FocusRing } from './FocusRing';

/** Something small to drag or to move by the arrow keys. */
export function Grip({
  name,
  at,
  view,
  steps,
  children,
  onMove,
  onEnd,
}: {
  name: string;
  at: Vec;
  view: BenchView;
  /** how far an arrow key moves it */
  steps: { plain: number; shift: number; alt: number };
  children?: ReactNode;
  onMove: (to: Vec) => void;
  /** let go, or the arrow key lifted */
  onEnd?: () => void;
}) {
  const held = useRef(false);
  const px = 1 / view.pxPerMm;
  const drop = (): void => {
    if (held.current) onEnd?.();
    held.current = false;
  };
  const ring = (stroke: string, width: number) => (
    <circle cx={at.x} cy={at.y} r={8 * px} fill="none" stroke={stroke} strokeWidth={width * px} />
  );
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${name}, ${Math.round(at.x)} across, ${Math.round(at.y)} down`}
      className="group outline-none"
      style={{ cursor: 'move' }}
      onPointerDown={(event: PointerEvent) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        held.current = true;
      }}
      onPointerMove={(event) => {
        if (held.current) onMove(view.toMm(event));
      }}
      onPointerUp={drop}
      onPointerCancel={drop}
      onKeyUp={(event) => event.key.startsWith('Arrow') && onEnd?.()}
      onKeyDown={(event) => {
        const by = arrowStep(event, steps);
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        onMove({ x: at.x + by.x, y: at.y + by.y });
      }}
    >
      <circle cx={at.x} cy={at.y} r={16 * px} fill="transparent" />
      <FocusRing at={at} px={px} />
      {ring('var(--raised)', 5)}
      {ring('var(--patina)', 2.4)}
      <path
        d={`M${at.x - 3 * px} ${at.y}h${6 * px}M${at.x} ${at.y - 3 * px}v${6 * px}`}
        stroke="var(--patina)"
        strokeWidth={1.2 * px}
      />
      {children}
    </g>
  );
}
