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
import { RATINGS, type Check, type Rating, type Tried, type Verdict } from '@core/gauge';
import { awgToMm, printGauge, printThickness, type LengthUnit } from '@core/units';
import { inWords } from '@core/words';
import { useUnit } from '~/state/useWords';

/** The highest share shown, %: what is beyond runs out of the picture. */
const TOP = 200;
/** An area narrower than this on the log axis holds no label. */
const LABEL_ROOM = 0.3;
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

const BAND_LOOKS: Readonly<Record<Rating, { fill: string; opacity: number }>> = {
  floppy: { fill: 'var(--alert)', opacity: 0.14 },
  delicate: { fill: 'var(--patina)', opacity: 0.1 },
  sound: { fill: 'var(--patina)', opacity: 0.26 },
  stout: { fill: 'var(--patina)', opacity: 0.1 },
};

const bandLabel = (value: Rating) =>
  ({ value, fontSize: 10.5, fill: 'var(--ink)', position: 'insideBottom' }) as const;

interface Band {
  readonly rating: Rating;
  readonly from: number;
  readonly to: number;
}

/** From where to where each rating reaches, within the sizes that are tried. */
function bandsOf({ tried, edges }: Verdict): Band[] {
  const [least, most] = [tried[0]!.diameterMm, tried.at(-1)!.diameterMm];
  const within = (mm: number): number => Math.min(most, Math.max(least, mm));
  const from = [least, ...RATINGS.slice(1).map((r) => within(edges[r as keyof typeof edges]))];
  return RATINGS.map((rating, i) => ({ rating, from: from[i]!, to: from[i + 1] ?? most })).filter(
    (band) => band.to > band.from * 1.001,
  );
}

const bandWords = (verdict: Verdict, unit: LengthUnit): string =>
  bandsOf(verdict)
    .map(
      ({ rating, from, to }) =>
        `${rating} from ${printThickness(from, unit)} to ${printThickness(to, unit)}`,
    )
    .join(', ');

const bestOf = ({ tried, recommended }: Verdict): Tried | undefined =>
  tried.find((t) => t.diameterMm === recommended.size.diameterMm);

/** What the piece takes in all sizes, as a share of what it may, over the bands of the four ratings. */
export const GaugeChart = memo(function GaugeChart({ verdict }: { verdict: Verdict }) {
  const { tried, now, recommended } = verdict;
  const unit = useUnit();
  const thick = tooThick(tried);
  return (
    <figure aria-label="The four ratings over all sizes">
      {/* The words come first; the picture follows when there is time to draw it. */}
      <Curves verdict={useDeferredValue(verdict)} />
      <figcaption className="text-xs text-soft">
        <span className="block text-center">
          what it takes, in % of what leaves no set; gauge across
        </span>
        <span className="sr-only">
          Dashed upright: the wire in use, {printGauge(now.diameterMm, unit)}. Dot: recommended,{' '}
          {printGauge(recommended.size.diameterMm, unit)}. {`${bandWords(verdict, unit)}. `}
          {thick
            ? `From ${printThickness(thick.mm, unit)} too thick: ${inWords(thick.check.reason, unit)}.`
            : ''}
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
        share: t.rated.share * 100,
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
  const bands = bandsOf(verdict);
  const best = bestOf(verdict);
  const most = tried.at(-1)!.diameterMm;
  const clip = (share: number): number => Math.min(TOP, share * 100);
  return (
    <ResponsiveContainer width="100%" height={168}>
      <AreaChart data={data} margin={MARGIN}>
        <CartesianGrid stroke="var(--line)" strokeDasharray="2 4" />
        {bands.map(({ rating, from, to }, i) => (
          <ReferenceArea
            key={i}
            x1={from}
            x2={to}
            y1={0}
            y2={TOP}
            fill={BAND_LOOKS[rating].fill}
            fillOpacity={BAND_LOOKS[rating].opacity}
            label={Math.log(to / from) > LABEL_ROOM ? bandLabel(rating) : undefined}
          />
        ))}
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
        {/* An area without a fill: a line of the chart's own would be measured each time it is drawn. */}
        <Area
          dataKey="share"
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
            y={clip(best.rated.share)}
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
