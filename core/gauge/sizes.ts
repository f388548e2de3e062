import { awgToMm, nominalAwg } from '../units';
import { strandMm, type Round } from '../wire';

/** A thickness of wire that is tried. */
export interface Size {
  readonly diameterMm: number;
  /** whole gauge number, or null for a metric size */
  readonly awg: number | null;
  /** sold nearly everywhere */
  readonly common: boolean;
}

const METRIC_MM = [0.25, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.2, 1.5, 1.8, 2];

/** All whole gauges from 30 to 12, thin to thick; the even ones are sold nearly everywhere. */
export const GAUGE_SIZES: readonly Size[] = Array.from({ length: 19 }, (_, i) => {
  const awg = 30 - i;
  return { diameterMm: Number(awgToMm(awg).toFixed(3)), awg, common: awg % 2 === 0 };
});

/** Metric sizes, thin to thick. */
export const METRIC_SIZES: readonly Size[] = METRIC_MM.map((diameterMm) => ({
  diameterMm,
  awg: null,
  common: diameterMm !== 0.7 && diameterMm !== 0.9,
}));

export const ALL_SIZES: readonly Size[] = [...GAUGE_SIZES, ...METRIC_SIZES].sort(
  (a, b) => a.diameterMm - b.diameterMm,
);

/** Sizes of what is twisted from wire of each, as thick as it is over all its strands. */
export function sizesFor(wire: Round): { all: readonly Size[]; row: readonly Size[] } {
  const strand = strandMm(wire);
  const row = seriesOf(strand).filter((s) => s.common);
  if (!wire.rope) return { all: ALL_SIZES, row };
  const across = (s: Size): Size => ({
    ...s,
    diameterMm: s.diameterMm * (wire.diameterMm / strand),
    awg: null,
  });
  return { all: ALL_SIZES.map(across), row: row.map(across) };
}

/** The row of sizes a maker buys from: that of the wire in use. */
export const seriesOf = (diameterMm: number): readonly Size[] =>
  nominalAwg(diameterMm) === null || METRIC_MM.includes(diameterMm) ? METRIC_SIZES : GAUGE_SIZES;
