import { memo } from 'react';
import { LOADS, type Load, type Stretch, type Verdict } from '@core/gauge';
import { placeOnWire, widestMm, type Plan } from '@core/plan';
import { printNumber } from '@core/units';

export type Working = 'off' | 'all' | Load;

/** From so great a share of what it bears on, a stretch is drawn in this look: wider and stronger. */
const BANDS = [
  { from: 0.25, color: 'var(--patina)', opacity: 0.28, wide: 1.9 },
  { from: 0.5, color: 'var(--patina)', opacity: 0.5, wide: 2.5 },
  { from: 0.75, color: 'var(--patina)', opacity: 0.75, wide: 3.1 },
  { from: 1, color: 'var(--alert)', opacity: 0.6, wide: 3.8 },
] as const;

export const shareIn = ({ shares }: Stretch, load: Working): number =>
  load === 'off' ? 0 : load === 'all' ? Math.max(...LOADS.map((l) => shares[l])) : shares[load];

/** Path data of the stretches within each band. */
function bandData(plan: Plan, along: readonly Stretch[], load: Working): string[] {
  const data = BANDS.map(() => '');
  let last: { wire: number; mm: number; band: number } | null = null;
  for (const s of along) {
    const share = shareIn(s, load);
    const band = BANDS.findLastIndex((b) => share >= b.from);
    const wire = plan.wires[s.wire];
    const [a, b] = wire ? [placeOnWire(wire, s.fromMm), placeOnWire(wire, s.toMm)] : [null, null];
    if (band < 0 || !a || !b) {
      last = null;
      continue;
    }
    const goesOn =
      last?.wire === s.wire && last.band === band && Math.abs(last.mm - s.fromMm) < 1e-6;
    const start = goesOn ? '' : `M${a.at.x.toFixed(2)} ${a.at.y.toFixed(2)}`;
    data[band] += `${start}L${b.at.x.toFixed(2)} ${b.at.y.toFixed(2)}`;
    last = { wire: s.wire, mm: s.toMm, band };
  }
  return data;
}

/** Behind the wire: a halo that grows wider and stronger with how hard it works there. */
export const WorkingHalo = memo(function WorkingHalo({
  plan,
  verdict,
  load,
}: {
  plan: Plan;
  verdict: Verdict;
  load: Working;
}) {
  if (load === 'off') return null;
  const d = widestMm(plan);
  return (
    <g aria-hidden="true" data-testid="working">
      {bandData(plan, verdict.along, load).map((data, i) => {
        const { color, opacity, wide } = BANDS[i]!;
        return (
          data && (
            <path
              key={i}
              d={data}
              fill="none"
              stroke={color}
              strokeOpacity={opacity}
              strokeWidth={Math.max(d * wide, d + 0.5 * wide)}
              strokeLinecap="butt"
              strokeLinejoin="round"
            />
          )
        );
      })}
    </g>
  );
});

interface Label {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly text: string;
}

/** Labels beside the weak spots, the weakest first; one that would lie over another is left out. */
function labelsOf({ weak }: Verdict, px: number): (Label | null)[] {
  const placed: Label[] = [];
  return weak.map(({ at, share }) => {
    const text = share > 9.99 ? 'over 999 %' : `${printNumber(share * 100, 0)} %`;
    const label = {
      x: at.x + 9 * px,
      y: at.y - 22 * px,
      width: (text.length * 6.6 + 12) * px,
      text,
    };
    const hidden = placed.some(
      (p) =>
        Math.abs(p.y - label.y) < LABEL_PX * px &&
        label.x < p.x + p.width &&
        p.x < label.x + label.width,
    );
    if (hidden) return null;
    placed.push(label);
    return label;
  });
}
const LABEL_PX = 18;

/** The weakest spots, each with its share of what the wire bears. */
export function WeakSpots({ verdict, px }: { verdict: Verdict; px: number }) {
  const labels = labelsOf(verdict, px);
  return (
    <g pointerEvents="none">
      {verdict.weak.map(({ at, share }, i) => {
        const over = share > 1;
        const label = labels[i];
        return (
          <g key={i} data-testid="weak-spot">
            <circle
              cx={at.x}
              cy={at.y}
              r={6 * px}
              fill="none"
              stroke={over ? 'var(--alert)' : 'var(--patina)'}
              strokeWidth={2 * px}
            />
            {label && (
              <>
                <rect
                  x={label.x}
                  y={label.y}
                  width={label.width}
                  height={LABEL_PX * px}
                  rx={9 * px}
                  fill={over ? 'var(--alert-wash)' : 'var(--raised)'}
                  stroke={over ? 'var(--alert)' : 'var(--patina)'}
                  strokeWidth={px}
                />
                <text
                  x={label.x + label.width / 2}
                  y={label.y + 13 * px}
                  textAnchor="middle"
                  fontSize={11.5 * px}
                  fontWeight={600}
                  fill={over ? 'var(--alert)' : 'var(--ink)'}
                >
                  {label.text}
                </text>
              </>
            )}
          </g>
        );
      })}
    </g>
  );
}
