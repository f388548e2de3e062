import { useMemo } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceDot,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { kneeOf, tradeOff, type FollowPoint } from '@core/plan';
import { printNumber, printThickness, type LengthUnit } from '@core/units';
import { Button, Section } from '~/components/ui';
import { useEdit, usePiece, useWorkbench } from '~/state/workbench';
import { useUnit } from '~/state/useWords';
import { useFollow } from './useFollow';

const words = (p: FollowPoint, unit: LengthUnit): string =>
  `${p.bends} ${p.bends === 1 ? 'bend' : 'bends'}, at most ${printThickness(p.strayMm, unit)} off the line`;

/** How many bends the plan takes, against how closely it follows the drawn line. */
export function FollowSection() {
  const piece = usePiece();
  const edit = useEdit();
  const unit = useUnit();
  const { planState, tools } = useWorkbench();
  const { points, done } = useFollow(planState.planned, tools);
  const trade = useMemo(() => tradeOff(points), [points]);
  const knee = useMemo(() => (done ? kneeOf(points) : null), [points, done]);
  if (!planState.planned || planState.planned.paths.length === 0) return null;
  const now = nearestTo(points, piece.toleranceMm);
  const index = now ? trade.findIndex((p) => p.bends === now.bends) : -1;
  const take = (p: FollowPoint): void => edit((q) => ({ ...q, toleranceMm: p.toleranceMm }));
  return (
    <Section title="How many bends">
      {trade.length < 2 ? (
        <p className="text-sm text-soft" role="status">
          {done
            ? 'However closely it is followed, this line takes the same bends.'
            : 'Trying out fewer and more bends…'}
        </p>
      ) : (
        <>
          <Trade trade={trade} now={trade[index]} knee={knee} />
          <label className="block text-sm">
            <span className="flex justify-between text-soft">
              <span>fewer bends</span>
              <span>closer to the line</span>
            </span>
            <input
              type="range"
              aria-label="Number of bends"
              aria-valuetext={trade[index] ? words(trade[index], unit) : ''}
              className="w-full accent-patina"
              min={0}
              max={trade.length - 1}
              step={1}
              value={Math.max(0, index)}
              onChange={(e) => take(trade[Number(e.target.value)]!)}
            />
          </label>
          {trade[index] && <p className="text-sm">{words(trade[index], unit)}.</p>}
          {knee && knee.bends !== trade[index]?.bends && (
            <Button onClick={() => take(knee)}>{knee.bends} bends: where more stop paying</Button>
          )}
          {knee?.bends === trade[index]?.bends && (
            <p className="text-xs text-soft">Here more bends stop paying.</p>
          )}
        </>
      )}
    </Section>
  );
}

/** What the tolerance in force comes to: the widest one tried that is no wider. */
function nearestTo(points: readonly FollowPoint[], toleranceMm: number): FollowPoint | null {
  const under = points.filter((p) => p.toleranceMm <= toleranceMm + 1e-9);
  return under.at(-1) ?? points[0] ?? null;
}

function Trade({
  trade,
  now,
  knee,
}: {
  trade: readonly FollowPoint[];
  now: FollowPoint | undefined;
  knee: FollowPoint | null;
}) {
  const tick = { fontSize: 11, fill: 'var(--soft)' };
  return (
    <figure aria-label="Number of bends against distance from the line">
      <ResponsiveContainer width="100%" height={130}>
        <LineChart data={[...trade]} margin={{ top: 8, right: 10, bottom: 2, left: -14 }}>
          <CartesianGrid stroke="var(--line)" strokeDasharray="2 4" />
          <XAxis
            dataKey="bends"
            type="number"
            domain={['dataMin', 'dataMax']}
            allowDecimals={false}
            tick={tick}
            stroke="var(--line)"
          />
          <YAxis
            dataKey="strayMm"
            domain={[0, 'dataMax']}
            tickFormatter={(v: number) => printNumber(v, 1)}
            tick={tick}
            stroke="var(--line)"
          />
          <Line
            dataKey="strayMm"
            stroke="var(--soft)"
            strokeWidth={1.5}
            dot={{ r: 2.5, fill: 'var(--soft)' }}
            isAnimationActive={false}
          />
          {knee && (
            <ReferenceDot
              x={knee.bends}
              y={knee.strayMm}
              r={7}
              fill="none"
              stroke="var(--patina)"
              strokeDasharray="2 2"
            />
          )}
          {now && (
            <ReferenceDot x={now.bends} y={now.strayMm} r={5} fill="var(--patina)" stroke="none" />
          )}
        </LineChart>
      </ResponsiveContainer>
      <figcaption className="text-center text-xs text-soft">
        bends across, mm off the line upwards
      </figcaption>
    </figure>
  );
}
