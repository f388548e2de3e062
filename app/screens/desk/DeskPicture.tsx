import { useEffect, useState } from 'react';
import { DEFAULT_KIT } from '@core/forming';
import { growBox } from '@core/geometry';
import type { Piece } from '@core/piece';
import { useExtent } from '~/components/FigureView';
import { WireDrawing } from '~/components/WireDrawing';
import { report } from '~/storage/report';
import { planner } from '~/workers/planner';
import type { DressedPlan } from '~/workers/planner.worker';

const BENCH = { kit: DEFAULT_KIT };

/** A small piece drawn to scale, with a length to compare. */
export function DeskPicture({ piece, name }: { piece: Piece; name: string }) {
  const [drawn, setDrawn] = useState<{ piece: Piece; made: DressedPlan } | null>(null);
  useEffect(() => {
    let current = true;
    planner()
      .picture(piece, BENCH)
      .then((made) => current && setDrawn({ piece, made }))
      // Without a picture the numbers are still there.
      .catch((error: unknown) => {
        report(error, 'a picture of the desk');
        if (current) setDrawn(null);
      });
    return () => {
      current = false;
    };
  }, [piece]);
  const shown = drawn?.piece ?? piece;
  const extent = useExtent(shown, drawn?.made.plan ?? null, drawn?.made.dressing ?? null);
  if (!drawn || !extent) {
    return <div className="flex size-full items-center justify-center text-soft">Drawing…</div>;
  }
  const room = Math.max(extent.maxX - extent.minX, extent.maxY - extent.minY);
  const box = growBox(extent, 1.5 + shown.wire.diameterMm + 0.04 * room);
  const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
  // Room for the measure below the drawing.
  const below = Math.max(2.5, 0.09 * Math.max(w, h));
  const measure = [1, 2, 5, 10, 20, 50, 100, 200].findLast((mm) => mm <= w / 2.2) ?? 1;
  return (
    <svg
      viewBox={`${box.minX} ${box.minY} ${w} ${h + below}`}
      className="size-full"
      role="img"
      aria-label={`${name}, to scale`}
    >
      <WireDrawing piece={shown} plan={drawn.made.plan} dressing={drawn.made.dressing} />
      <g transform={`translate(${box.minX + 0.03 * w} ${box.maxY + below * 0.45})`}>
        <path
          d={`M0 ${-below * 0.15}v${below * 0.3}M0 0h${measure}M${measure} ${-below * 0.15}v${below * 0.3}`}
          stroke="var(--soft)"
          strokeWidth={below * 0.05}
        />
        <text x={measure + below * 0.2} y={below * 0.14} fontSize={below * 0.42} fill="var(--soft)">
          {measure} mm
        </text>
      </g>
    </svg>
  );
}
