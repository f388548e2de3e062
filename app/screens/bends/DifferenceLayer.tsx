import { memo } from 'react';
import type { Vec } from '@core/geometry';
import type { Plan } from '@core/plan';
import { printThickness } from '@core/units';
import { useUnit } from '~/state/useWords';

/** Differences smaller than this are not worth a flag, mm. */
const WORTH_MM = 0.1;
/** On wire drawn thinner than this a dashed line would hide it, px. */
const LEAST_PX = 5;

const dataOf = (points: readonly Vec[]): string =>
  points.length < 2 ? '' : `M${points.map((p) => `${p.x.toFixed(2)} ${p.y.toFixed(2)}`).join('L')}`;

/** The line wished for over the wire as planned, and where the two are furthest apart. */
export const DifferenceLayer = memo(function DifferenceLayer({
  plan,
  pxPerMm,
}: {
  plan: Plan;
  pxPerMm: number;
}) {
  const unit = useUnit();
  const px = 1 / pxPerMm;
  return (
    <g pointerEvents="none">
      {plan.diameterMm * pxPerMm >= LEAST_PX &&
        plan.wires.map((w) => (
          <path
            key={`${w.pathId} ${w.strand}`}
            d={dataOf(w.wished)}
            fill="none"
            stroke="#0c3a35"
            strokeOpacity={0.85}
            strokeWidth={1.1 * px}
            strokeDasharray={`${5 * px} ${4 * px}`}
          />
        ))}
      {plan.wires.map((w) => {
        const { stray } = w;
        if (!stray || stray.mm < WORTH_MM) return null;
        const { wished, formed } = stray;
        // The flag points away from the figure's middle, where there is room for it.
        const middle = plan.hang?.center ?? formed;
        const far = Math.hypot(wished.x - middle.x, wished.y - middle.y) || 1;
        const out = { x: (wished.x - middle.x) / far, y: (wished.y - middle.y) / far };
        const at = { x: wished.x + out.x * 44 * px, y: wished.y + out.y * 30 * px };
        return (
          <g key={`${w.pathId} ${w.strand}`}>
            <line
              x1={wished.x}
              y1={wished.y}
              x2={at.x}
              y2={at.y}
              stroke="var(--patina)"
              strokeWidth={px}
            />
            <line
              x1={wished.x}
              y1={wished.y}
              x2={formed.x}
              y2={formed.y}
              stroke="var(--patina)"
              strokeWidth={3 * px}
            />
            <rect
              x={at.x - 26 * px}
              y={at.y - 9 * px}
              width={52 * px}
              height={18 * px}
              rx={4 * px}
              fill="var(--raised)"
              stroke="var(--patina)"
              strokeWidth={px}
            />
            <text
              x={at.x}
              y={at.y + 4 * px}
              textAnchor="middle"
              fontSize={11.5 * px}
              fontWeight={600}
              fill="var(--ink)"
            >
              {printThickness(stray.mm, unit)}
            </text>
          </g>
        );
      })}
    </g>
  );
});
