import { useState } from 'react';
import { pathData } from '@core/file';
import type { Vec } from '@core/geometry';
import type { PictureSize } from '@core/piece';
import type { Region, TracedStroke } from '@core/trace';
import type { BenchView } from '~/components/Bench';
import { Grip } from '~/components/Grip';

/** The traced strokes over the picture; a press keeps or drops one. */
export function StrokesLayer({
  strokes,
  dropped,
  chosen,
  view,
  onToggle,
  onPoint,
}: {
  strokes: readonly TracedStroke[];
  dropped: ReadonlySet<number>;
  chosen: number | null;
  view: BenchView;
  onToggle: (index: number) => void;
  onPoint: (index: number | null) => void;
}) {
  const px = 1 / view.pxPerMm;
  return (
    <g>
      {strokes.map((stroke, i) => {
        const data = pathData(stroke.cubics);
        const out = dropped.has(i);
        return (
          <g
            key={i}
            style={{ cursor: 'pointer' }}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.stopPropagation();
              onToggle(i);
            }}
            onPointerEnter={() => onPoint(i)}
            onPointerLeave={() => onPoint(null)}
          >
            <path d={data} fill="none" stroke="transparent" strokeWidth={16 * px} />
            <path
              d={data}
              fill="none"
              stroke="var(--raised)"
              strokeOpacity={out ? 0 : 0.85}
              strokeWidth={(chosen === i ? 6.5 : 5) * px}
              strokeLinecap="round"
            />
            <path
              d={data}
              fill="none"
              data-stroke={i}
              stroke={out ? 'var(--soft)' : 'var(--patina)'}
              strokeDasharray={out ? `${5 * px} ${5 * px}` : undefined}
              strokeWidth={(chosen === i ? 4 : 2.4) * px}
              strokeLinecap="round"
            />
          </g>
        );
      })}
    </g>
  );
}

/** Steps on a picture, px. */
const PIXEL_STEPS = { plain: 1, shift: 10, alt: 1 };

const CORNERS = ['Top left', 'Top right', 'Bottom right', 'Bottom left'];

/** The sheet's corners, or two points of known distance, to be laid on the picture. */
export function SizeLayer({
  size,
  view,
  onSize,
}: {
  size: PictureSize;
  view: BenchView;
  onSize: (size: PictureSize) => void;
}) {
  const px = 1 / view.pxPerMm;
  if (size.by === 'sheet') {
    const outline = size.corners.map((c) => `${c.x},${c.y}`).join(' ');
    return (
      <g>
        <polygon
          points={outline}
          fill="none"
          stroke="var(--raised)"
          strokeWidth={4 * px}
          pointerEvents="none"
        />
        <polygon
          points={outline}
          fill="none"
          stroke="var(--patina)"
          strokeWidth={1.6 * px}
          pointerEvents="none"
        />
        {size.corners.map((corner, i) => (
          <Grip
            steps={PIXEL_STEPS}
            key={i}
            name={`${CORNERS[i]} corner of the sheet`}
            at={corner}
            view={view}
            onMove={(to) =>
              onSize({ ...size, corners: size.corners.map((c, k) => (k === i ? to : c)) })
            }
          />
        ))}
      </g>
    );
  }
  if (size.by !== 'points') return null;
  const { from, to } = size;
  return (
    <g>
      {['var(--raised)', 'var(--patina)'].map((color, k) => (
        <line
          key={color}
          x1={from.x}
          y1={from.y}
          x2={to.x}
          y2={to.y}
          stroke={color}
          strokeWidth={(k === 0 ? 4 : 1.6) * px}
          pointerEvents="none"
        />
      ))}
      <Grip
        steps={PIXEL_STEPS}
        name="First point"
        at={from}
        view={view}
        onMove={(at) => onSize({ ...size, from: at })}
      />
      <Grip
        steps={PIXEL_STEPS}
        name="Second point"
        at={to}
        view={view}
        onMove={(at) => onSize({ ...size, to: at })}
      />
    </g>
  );
}

/** Regions left out of the tracing, and the one being drawn. */
export function EraseLayer({
  erased,
  active,
  view,
  onErase,
}: {
  erased: readonly Region[];
  active: boolean;
  view: BenchView;
  onErase: (region: Region) => void;
}) {
  const [drawn, setDrawn] = useState<{ from: Vec; to: Vec } | null>(null);
  const px = 1 / view.pxPerMm;
  const regionOf = ({ from, to }: { from: Vec; to: Vec }): Region => ({
    x: Math.min(from.x, to.x),
    y: Math.min(from.y, to.y),
    width: Math.abs(to.x - from.x),
    height: Math.abs(to.y - from.y),
  });
  const shown = drawn ? [...erased, regionOf(drawn)] : erased;
  const { box } = view;
  return (
    <g>
      {shown.map((r, i) => (
        <rect
          key={i}
          {...r}
          fill="var(--panel)"
          fillOpacity={0.8}
          stroke="var(--soft)"
          strokeDasharray={`${4 * px} ${4 * px}`}
          strokeWidth={px}
          pointerEvents="none"
        />
      ))}
      {active && (
        <rect
          x={box.minX}
          y={box.minY}
          width={box.maxX - box.minX}
          height={box.maxY - box.minY}
          fill="transparent"
          style={{ cursor: 'crosshair' }}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.stopPropagation();
            event.currentTarget.setPointerCapture(event.pointerId);
            const at = view.toMm(event);
            setDrawn({ from: at, to: at });
          }}
          onPointerMove={(event) => {
            const to = view.toMm(event);
            setDrawn((d) => d && { ...d, to });
          }}
          onPointerUp={() => {
            const region = drawn && regionOf(drawn);
            setDrawn(null);
            if (region && region.width * view.pxPerMm > 3 && region.height * view.pxPerMm > 3) {
              onErase(region);
            }
          }}
        />
      )}
    </g>
  );
}
