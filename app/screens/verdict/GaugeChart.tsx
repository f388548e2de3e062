import { memo, useDeferredValue, useMemo } from 'react';
import {
  Area,
  AreaChart,
  CartesianGrid,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { sizeName, type Check, type Tried, type Verdict } from '@core/gauge';
import { awgToMm } from '@core/units';

/** The highest share shown, %: what is beyond runs out of the picture. */
const TOP = 200;
/** An area narrower than this on the log axis holds no label. */
const LABEL_ROOM = 0.45;
const TICKS_AWG = [28, 24, 22, 20, 18, 16, 14, 12];
// What stays the same is the same object, so that the chart has no cause to draw it anew.
const MARGIN = { top: 10, right: 8, bottom: 2, left: -16 };
const SHARES = { domain: [0, TOP], ticks: [0, 50, 100, 150, 200] };
const TICK = { fontSize: 11, fill: 'var(--soft)' };
const TOO_THICK = {
  value: 'too thick',
  fontSize: 10.5,
  fill: 'var(--soft)',
  position: 'insideTop',
} as const;

/** The thinnest size from which a check that bars thick wire fails for good. */
function tooThick(tried: readonly Tried[]): { mm: number; check: Check } | null {
  const last = tried.findLastIndex((t) => !t.checks.some((c) => !c.ok && c.failsAs === 'thick'));
  const from = tried[last + 1];
  const check = from?.checks.find((c) => !c.ok && c.failsAs === 'thick');
  return from && check ? { mm: from.diameterMm, check } : null;
}

const bestOf = ({ tried, recommended }: Verdict): Tried | undefined =>
  tried.find((t) => t.diameterMm === recommended.size.diameterMm);

/** Movement and stress over all sizes, each as a share of its limit. */
export const GaugeChart = memo(function GaugeChart({ verdict }: { verdict: Verdict }) {
  const { tried, now, recommended } = verdict;
  const thick = tooThick(tried);
  return (
    <figure aria-label="Stress and movement over all sizes">
      {/* The words come first; the picture follows when there is time to draw it. */}
      <Curves verdict={useDeferredValue(verdict)} />
      <figcaption className="text-xs text-soft">
        <span className="flex flex-wrap justify-center gap-x-3">
          <Key line="var(--patina)">stress</Key>
          <Key line="var(--soft)" dashed>
            movement
          </Key>
          <span>in % of what is allowed; gauge across</span>
        </span>
        <span className="sr-only">
          Dashed upright: the wire in use, {sizeName(now)}. Dot: recommended,{' '}
          {sizeName(recommended.size)}.{' '}
          {thick ? `From ${thick.mm} mm too thick: ${thick.check.reason}.` : ''}
        </span>
      </figcaption>
    </figure>
  );
});

const Curves = memo(function Curves({ verdict }: { verdict: Verdict }) {
  const { tried, now } = verdict;
  const data = useMemo(
    () =>
      tried.map((t) => ({
        mm: t.diameterMm,
        stress: t.stressShare * 100,
        give: t.giveShare * 100,
      })),
    [tried],
  );
  const sizes = tried.map((t) => t.diameterMm).join(' ');
  const across = useMemo(() => {
    const mm = sizes.split(' ').map(Number);
    const awg = new Map(
      TICKS_AWG.flatMap((g) => {
        const near = mm.find((d) => Math.abs(d - awgToMm(g)) < 1e-3);
        return near === undefined ? [] : [[near, String(g)] as const];
      }),
    );
    return {
      domain: [mm[0]!, mm.at(-1)!],
      ticks: [...awg.keys()],
      nameOf: (d: number): string => awg.get(d) ?? '',
    };
  }, [sizes]);
  const thick = tooThick(tried);
  const best = bestOf(verdict);
  const most = tried.at(-1)!.diameterMm;
  const clip = (share: number): number => Math.min(TOP, share * 100);
  return (
    <ResponsiveContainer width="100%" height={168}>
      <AreaChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--line)" strokeDasharray="2 4" />
        {thick && (
          <ReferenceArea
            x1={thick.mm}
            x2={most}
            y1={0}
            y2={TOP}
            fill="var(--soft)"
            fillOpacity={0.16}
            label={Math.log(most / thick.mm) > LABEL_ROOM ? TOO_THICK : undefined}
          />
        )}
        <XAxis
          dataKey="mm"
          type="number"
          scale="log"
          domain={across.domain}
          ticks={across.ticks}
          tickFormatter={across.nameOf}
          tick={TICK}
          stroke="var(--line)"
        />
        <YAxis
          type="number"
          domain={SHARES.domain}
          ticks={SHARES.ticks}
          allowDataOverflow
          tick={TICK}
          stroke="var(--line)"
        />
        <ReferenceLine y={100} stroke="var(--alert)" strokeWidth={1.5} />
        <ReferenceLine x={now.diameterMm} stroke="var(--ink)" strokeDasharray="3 3" />
        {/* Areas without a fill: a line of the chart's own would be measured each time it is drawn. */}
        <Area
          dataKey="give"
          stroke="var(--soft)"
          strokeDasharray="5 3"
          strokeWidth={1.8}
          fill="none"
          dot={false}
          activeDot={false}
          isAnimationActive={false}
        />
        <Area
          dataKey="stress"
          stroke="var(--patina)"
          strokeWidth={2}
          fill="none"
          dot={false}
          activeDot={false}
          isAnimationActive={false}
        />
        {best && (
          <ReferenceDot
            x={best.diameterMm}
            y={clip(Math.max(best.stressShare, best.giveShare))}
            r={5.5}
            fill="var(--patina)"
            stroke="var(--raised)"
            strokeWidth={1.5}
          />
        )}
      </AreaChart>
    </ResponsiveContainer>
  );
});

function Key({
  line,
  dashed = false,
  children,
}: {
  line: string;
  dashed?: boolean;
  children: React.ReactNode;
}) {
  return (
    <span className="inline-flex items-center gap-1">
      <svg width="18" height="6" aria-hidden="true">
        <line
          x1="0"
          x2="18"
          y1="3"
          y2="3"
          stroke={line}
          strokeWidth="2"
          strokeDasharray={dashed ? '5 3' : undefined}
        />
      </svg>
      {children}
    </span>
  );
}
