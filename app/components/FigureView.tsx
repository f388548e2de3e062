import { useMemo, type ReactNode } from 'react';
import type { Dressing } from '@core/dressing';
import type { Box } from '@core/geometry';
import { figureBox, type Piece } from '@core/piece';
import { alongFigure, bendLabels, placeOnWire, widestMm, type Plan } from '@core/plan';
import { usePointer, useShown, useWorkbench } from '~/state/workbench';
import { Bench, type BenchView } from './Bench';
import { UnplannedLayer } from './PlanNotices';
import { drawnExtent, WireDrawing } from './WireDrawing';

/** Box of everything drawn: the formed wires with their loops, or the bare figure before a plan. */
export function useExtent(
  piece: Piece,
  plan: Plan | null,
  dressing: Dressing | null = null,
): Box | null {
  return useMemo(() => {
    if (!plan) return null;
    const lost = plan.unplanned.length > 0 ? figureBox(piece.paths) : null;
    const corners = lost
      ? [
          { x: lost.minX, y: lost.minY },
          { x: lost.maxX, y: lost.maxY },
        ]
      : [];
    const points = [...drawnExtent(piece, plan, dressing), ...corners];
    if (points.length === 0) return null;
    let box: Box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
    for (const p of points) {
      box = {
        minX: Math.min(box.minX, p.x),
        minY: Math.min(box.minY, p.y),
        maxX: Math.max(box.maxX, p.x),
        maxY: Math.max(box.maxY, p.y),
      };
    }
    return box;
  }, [piece, plan, dressing]);
}

/** The figure as wire with its bends, linked with strip and table. Screens add what they edit. */
export function FigureView({
  label,
  over,
  under,
  numbered = true,
}: {
  label: string;
  /** with the number of each bend */
  numbered?: boolean;
  over?: (view: BenchView) => ReactNode;
  /** what lies behind the wire */
  under?: ReactNode;
}) {
  const { settings, store } = useWorkbench();
  const { plan, piece: planned, dressing } = useShown();
  const extent = useExtent(planned ?? store.getState().piece, plan, dressing);
  return (
    <Bench
      label={label}
      extent={extent}
      fitKey={
        plan
          ? `${store.getState().piece.id}-${sizeKey(extent)}-${dressing?.items.length ?? 0}`
          : 'empty'
      }
      actualPxPerMm={settings.pxPerMm}
      unit={settings.unit}
    >
      {(view) => (
        <>
          {under}
          {plan && planned && <WireDrawing piece={planned} plan={plan} dressing={dressing} />}
          {plan && planned && numbered && <BendMarks plan={plan} view={view} />}
          {plan && planned && <UnplannedLayer piece={planned} plan={plan} px={1 / view.pxPerMm} />}
          {plan && <Runner plan={plan} px={1 / view.pxPerMm} />}
          {over?.(view)}
        </>
      )}
    </Bench>
  );
}

/** The view is fitted anew when the figure's size changes much, not at every small edit. */
export function sizeKey(box: Box | null): string {
  if (!box) return 'none';
  const step = (mm: number): number => Math.round(Math.log2(Math.max(1, mm)) * 2);
  return `${step(box.maxX - box.minX)}x${step(box.maxY - box.minY)}`;
}

/** A number beside each bend; the one pointed at stands out. */
export function BendMarks({ plan, view }: { plan: Plan; view: BenchView }) {
  const { pointer } = useWorkbench();
  const active = usePointer((p) => p.bend);
  const chosen = usePointer((p) => p.chosen);
  const wireIndex = usePointer((p) => Math.min(p.wire, plan.wires.length - 1));
  const px = 1 / view.pxPerMm;
  const crowded = plan.wires.reduce((n, w) => n + w.bends.length, 0) > 120;
  const only = crowded ? active : null;
  const labels = useMemo(() => {
    const [clear, size] = [widestMm(plan) / 2 + 11 * px, 18 * px];
    if (!crowded) return bendLabels(plan, 'middleMm', clear, size);
    const wire = plan.wires[wireIndex];
    const bend = only === null ? undefined : wire?.bends[only];
    if (!wire || !bend || only === null) return [];
    // Only the bend pointed at is numbered.
    const alone = { ...plan, wires: [{ ...wire, bends: [bend] }] };
    return bendLabels(alone, 'middleMm', clear, size).map((label) => ({
      ...label,
      wire: wireIndex,
      bend: only,
    }));
  }, [plan, px, crowded, only, wireIndex]);
  return (
    <g>
      {labels.map(({ wire: wi, bend: i, place, at }) => {
        const on = wi === wireIndex && (active === i || chosen === i);
        const b = plan.wires[wi]?.bends[i];
        return (
          <g
            key={`${wi}-${i}`}
            onPointerEnter={() =>
              pointer.getState().point({ wire: wi, bend: i, atMm: b?.fromEndMm ?? null })
            }
            onPointerLeave={() => pointer.getState().point({ bend: null, atMm: null })}
            onClick={() => pointer.getState().point({ wire: wi, chosen: i })}
          >
            <circle cx={place.x} cy={place.y} r={14 * px} fill="transparent" />
            <circle
              cx={at.x}
              cy={at.y}
              r={(on ? 10.5 : 8.5) * px}
              fill={on ? 'var(--patina)' : 'var(--raised)'}
              stroke={on ? 'var(--patina)' : 'var(--line)'}
              strokeWidth={px}
            />
            <text
              x={at.x}
              y={at.y + 3.8 * px}
              textAnchor="middle"
              fontSize={(on ? 12 : 10.5) * px}
              fontWeight={600}
              fill={on ? 'var(--patina-ink)' : 'var(--ink)'}
            >
              {i + 1}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The point that runs along the figure as the pointer runs along the strip. */
function Runner({ plan, px }: { plan: Plan; px: number }) {
  const wire = usePointer((p) => plan.wires[Math.min(p.wire, plan.wires.length - 1)]);
  const atMm = usePointer((p) => p.atMm);
  if (!wire || atMm === null) return null;
  const place = placeOnWire(wire, Math.min(wire.developedMm, Math.max(0, alongFigure(wire, atMm))));
  if (!place) return null;
  return (
    <circle
      cx={place.at.x}
      cy={place.at.y}
      r={6 * px}
      fill="var(--raised)"
      stroke="var(--patina)"
      strokeWidth={2.5 * px}
      pointerEvents="none"
      data-testid="runner"
    />
  );
}
