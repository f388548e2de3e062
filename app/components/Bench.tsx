import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
} from 'react';
import { Maximize2, Ruler, ZoomIn, ZoomOut } from 'lucide-react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Box, Vec } from '@core/geometry';
import type { LengthUnit } from '@core/units';
import { IconButton } from './ui';

export interface BenchView {
  /** CSS px that show one mm */
  readonly pxPerMm: number;
  /** where a pointer is on the bench, mm */
  readonly toMm: (event: { clientX: number; clientY: number }) => Vec;
  /** the part of the bench in view, mm */
  readonly box: Box;
}

interface Camera {
  readonly center: Vec;
  readonly pxPerMm: number;
}

const LIMITS = { min: 0.05, max: 400 };

/**
 * The surface a figure lies on: wheel or buttons zoom, dragging empty bench or the arrow keys move
 * it. Coordinates inside are mm.
 */
export function Bench({
  label,
  extent,
  fitKey,
  followKey = '',
  actualPxPerMm,
  unit,
  children,
  onKeyDown,
  onBenchPointer,
  cursor,
  tools,
  plain = false,
}: {
  label: string;
  extent: Box | null;
  /** the view is fitted anew when this changes */
  fitKey: string;
  /** and when this changes, unless it was moved by hand since */
  followKey?: string;
  actualPxPerMm: number | null;
  unit: LengthUnit;
  children: (view: BenchView) => ReactNode;
  onKeyDown?: (event: KeyboardEvent, view: BenchView) => void;
  /** a press on the empty bench; true when it was used, else the bench is dragged */
  onBenchPointer?: (event: PointerEvent, at: Vec) => boolean;
  cursor?: string;
  tools?: ReactNode;
  /** what lies here has no true size: no squares of mm, no scale, no actual size */
  plain?: boolean;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const [svg, setSvg] = useState<SVGSVGElement | null>(null);
  const [size, setSize] = useState({ width: 800, height: 500 });
  const [camera, setCamera] = useState<Camera>({ center: { x: 20, y: 20 }, pxPerMm: 8 });
  const navigate = useNavigate();
  const moved = useRef(false);
  const actual = useRef(false);
  const drag = useRef<{ x: number; y: number; center: Vec } | null>(null);

  const fitted = useCallback((): Camera => {
    const box = extent ?? { minX: 0, minY: 0, maxX: 60, maxY: 40 };
    const [w, h] = [Math.max(5, box.maxX - box.minX), Math.max(5, box.maxY - box.minY)];
    const pxPerMm = Math.min((size.width - 90) / w, (size.height - 80) / h);
    return {
      center: { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
      pxPerMm: Math.min(60, Math.max(LIMITS.min, pxPerMm)),
    };
  }, [extent, size]);

  useLayoutEffect(() => {
    const element = holder.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setSize({ width: entry.contentRect.width, height: entry.contentRect.height });
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const lastFit = useRef('');
  useEffect(() => {
    const key = `${fitKey}|${size.width}x${size.height}|${followKey}`;
    if (lastFit.current === key) return;
    const refit = !lastFit.current.startsWith(`${fitKey}|`);
    lastFit.current = key;
    if (refit) moved.current = false;
    if (moved.current) return;
    // Actual size, once asked for, stays when the figure comes in or grows.
    const held = actual.current ? actualPxPerMm : null;
    setCamera(held === null ? fitted() : { ...fitted(), pxPerMm: held });
  }, [fitKey, followKey, size, fitted, actualPxPerMm]);

  const zoomAt = useCallback((factor: number, at?: Vec) => {
    moved.current = true;
    actual.current = false;
    setCamera((c) => {
      const pxPerMm = Math.min(LIMITS.max, Math.max(LIMITS.min, c.pxPerMm * factor));
      const held = at ?? c.center;
      const share = c.pxPerMm / pxPerMm;
      return {
        pxPerMm,
        center: {
          x: held.x + (c.center.x - held.x) * share,
          y: held.y + (c.center.y - held.y) * share,
        },
      };
    });
  }, []);

  const toMm = useCallback(
    (event: { clientX: number; clientY: number }): Vec => {
      const rect = svg?.getBoundingClientRect();
      if (!rect) return { x: 0, y: 0 };
      return {
        x: camera.center.x + (event.clientX - rect.left - rect.width / 2) / camera.pxPerMm,
        y: camera.center.y + (event.clientY - rect.top - rect.height / 2) / camera.pxPerMm,
      };
    },
    [camera, svg],
  );

  useEffect(() => {
    const element = svg;
    if (!element) return;
    const wheel = (event: WheelEvent): void => {
      event.preventDefault();
      zoomAt(Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0016)), toMm(event));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [svg, toMm, zoomAt]);

  const half = { x: size.width / 2 / camera.pxPerMm, y: size.height / 2 / camera.pxPerMm };
  const view: BenchView = {
    pxPerMm: camera.pxPerMm,
    toMm,
    box: {
      minX: camera.center.x - half.x,
      minY: camera.center.y - half.y,
      maxX: camera.center.x + half.x,
      maxY: camera.center.y + half.y,
    },
  };
  const isActual = actualPxPerMm !== null && Math.abs(camera.pxPerMm / actualPxPerMm - 1) < 1e-3;
  const showActual = (): void => {
    if (actualPxPerMm === null) {
      toast.message('This screen has not been measured yet.', {
        description: 'Hold a ruler or a card to the glass once, in Settings.',
        action: { label: 'Settings', onClick: () => void navigate('/settings') },
      });
      return;
    }
    moved.current = true;
    actual.current = true;
    setCamera((c) => ({ ...c, pxPerMm: actualPxPerMm }));
  };
  const fit = (): void => {
    moved.current = false;
    actual.current = false;
    setCamera(fitted());
  };

  return (
    <div ref={holder} className="relative h-full min-h-0 w-full overflow-hidden bg-bench">
      <svg
        ref={setSvg}
        tabIndex={0}
        role="group"
        aria-label={label}
        className="absolute inset-0 size-full touch-none select-none"
        style={{ cursor: cursor ?? 'grab' }}
        viewBox={`${view.box.minX} ${view.box.minY} ${2 * half.x} ${2 * half.y}`}
        onPointerDown={(event) => {
          if (event.button !== 0 && event.button !== 1) return;
          if (event.button === 0 && onBenchPointer?.(event, toMm(event))) return;
          drag.current = { x: event.clientX, y: event.clientY, center: camera.center };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          const from = drag.current;
          if (!from) return;
          moved.current = true;
          setCamera((c) => ({
            ...c,
            center: {
              x: from.center.x - (event.clientX - from.x) / c.pxPerMm,
              y: from.center.y - (event.clientY - from.y) / c.pxPerMm,
            },
          }));
        }}
        onPointerUp={() => (drag.current = null)}
        onPointerCancel={() => (drag.current = null)}
        onKeyDown={(event) => {
          onKeyDown?.(event, view);
          if (event.defaultPrevented || event.ctrlKey || event.metaKey) return;
          const step = 40 / camera.pxPerMm;
          const by = {
            ArrowLeft: [-step, 0],
            ArrowRight: [step, 0],
            ArrowUp: [0, -step],
            ArrowDown: [0, step],
          }[event.key];
          if (by) {
            event.preventDefault();
            moved.current = true;
            setCamera((c) => ({
              ...c,
              center: { x: c.center.x + (by[0] ?? 0), y: c.center.y + (by[1] ?? 0) },
            }));
          } else if (event.key === '+' || event.key === '=') zoomAt(1.25);
          else if (event.key === '-') zoomAt(0.8);
          else if (event.key === 'f' || event.key === 'F') fit();
          else if (!plain && (event.key === 'a' || event.key === 'A')) showActual();
        }}
      >
        {!plain && <Millimetres view={view} />}
        {children(view)}
      </svg>
      {!plain && <ScaleBar pxPerMm={camera.pxPerMm} unit={unit} />}
      <div className="absolute bottom-2 right-2 flex items-center rounded-lg border border-line bg-raised/95 p-0.5">
        {tools}
        <IconButton name="Smaller" keys="-" onClick={() => zoomAt(0.8)}>
          <ZoomOut size={17} />
        </IconButton>
        <IconButton name="Larger" keys="+" onClick={() => zoomAt(1.25)}>
          <ZoomIn size={17} />
        </IconButton>
        <IconButton name="Show all" keys="F" onClick={fit}>
          <Maximize2 size={16} />
        </IconButton>
        {!plain && (
          <IconButton
            name={
              actualPxPerMm === null
                ? 'Actual size: first measure this screen in Settings'
                : 'Actual size'
            }
            keys="A"
            pressed={isActual}
            onClick={showActual}
          >
            <Ruler size={17} />
          </IconButton>
        )}
      </div>
    </div>
  );
}

/** Faint squares of 10 mm, so that size is felt. */
function Millimetres({ view: { box, pxPerMm } }: { view: BenchView }) {
  const step = pxPerMm < 0.8 ? 100 : 10;
  const range = (from: number, to: number): number[] => {
    const first = Math.ceil(from / step);
    const count = Math.min(300, Math.max(0, Math.floor(to / step) - first + 1));
    return Array.from({ length: count }, (_, i) => (first + i) * step);
  };
  const width = 1 / pxPerMm;
  return (
    <g stroke="var(--line)" strokeOpacity={0.55} strokeWidth={width} aria-hidden="true">
      {range(box.minX, box.maxX).map((x) => (
        <line key={`x${x}`} x1={x} x2={x} y1={box.minY} y2={box.maxY} />
      ))}
      {range(box.minY, box.maxY).map((y) => (
        <line key={`y${y}`} y1={y} y2={y} x1={box.minX} x2={box.maxX} />
      ))}
    </g>
  );
}

export function ScaleBar({ pxPerMm, unit }: { pxPerMm: number; unit: LengthUnit }) {
  const unitMm = unit === 'mm' ? 1 : 25.4;
  const sizes =
    unit === 'mm' ? [1, 2, 5, 10, 20, 50, 100, 200, 500] : [0.125, 0.25, 0.5, 1, 2, 4, 8, 20];
  const size = sizes.find((s) => s * unitMm * pxPerMm >= 60) ?? sizes[sizes.length - 1] ?? 10;
  const label = unit === 'mm' ? `${size} mm` : `${size < 1 ? `1/${1 / size}` : size} in`;
  return (
    <div
      className="pointer-events-none absolute bottom-3 left-3 text-xs text-soft"
      aria-hidden="true"
    >
      <div className="mb-0.5">{label}</div>
      <div
        className="h-1.5 border-x border-b border-soft"
        style={{ width: size * unitMm * pxPerMm }}
      />
    </div>
  );
}
