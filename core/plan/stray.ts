import {
  flattenSegment,
  segmentLength,
  startOf,
  walkInStep,
  walkRing,
  type Vec,
} from '../geometry';
import type { Strip } from '../strip';

/** A place where one line lies off another. */
export interface Apart {
  readonly mm: number;
  /** the place wished for, the place of the wire that answers to it, and where that is on the blank */
  readonly wished: Vec;
  readonly formed: Vec;
  readonly atMm: number;
}

/**
 * How far a formed wire lies from the line it should follow, both walked in step from end to end:
 * corners and folds count as they are formed.
 */
export interface Stray extends Apart {
  /** it is a corner or fold that lies furthest off there: its rounding is meant */
  readonly atCorner: boolean;
  /** what rounding corners takes at most, mm */
  readonly roundingMm: number;
  /** the furthest place beside these; null where there is nothing else */
  readonly elsewhere: Apart | null;
}

/** Steps along the formed wire: fine on short ones, and never more points than this. */
const STEP_MM = 0.25;
const MOST_STEPS = 4000;

/** The formed wire as points, each with its place on the blank and whether it belongs to a corner. */
interface Samples {
  readonly at: Vec[];
  readonly mm: number[];
  readonly corner: boolean[];
}

function samplesOf(strip: Strip): Samples {
  const step = Math.max(STEP_MM, strip.developedMm / MOST_STEPS);
  const samples: Samples = { at: [], mm: [], corner: [] };
  const zones = cornerZones(strip);
  let zone = 0;
  const add = (at: Vec, mm: number, corner: boolean): void => {
    while (zone < zones.length && zones[zone]!.to < mm) zone++;
    samples.at.push(at);
    samples.mm.push(mm);
    samples.corner.push(corner || (zone < zones.length && mm >= zones[zone]!.from));
  };
  for (const piece of strip.pieces) {
    const corner = piece.kind === 'corner' || piece.kind === 'fold';
    const whole = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
    let mm = piece.startMm;
    for (const p of piece.shape) {
      if (samples.at.length === 0) add(startOf(p), 0, corner);
      const share = whole > 0 ? (segmentLength(p) / whole) * piece.lengthMm : 0;
      const points = flattenSegment(p, 0.01, step);
      points.forEach((at, i) => add(at, mm + (share * (i + 1)) / points.length, corner));
      mm += share;
    }
  }
  return samples;
}

/**
 * What lies beside a corner or fold, no further than the drawn tip stands out beyond it, belongs to
 * it: what lies off the line there the rounding takes.
 */
const cornerZones = (strip: Strip): { from: number; to: number }[] =>
  strip.pieces.flatMap((p) => {
    if (p.kind !== 'corner' && p.kind !== 'fold') return [];
    const angle = Math.abs(p.angleRad);
    const radius = p.lengthMm / Math.max(angle, 1e-9);
    const reach = Math.min(radius * Math.tan(Math.min(angle, 2.6) / 2), 4 * radius);
    return [{ from: p.startMm - reach, to: p.startMm + p.lengthMm + reach }];
  });

/**
 * Where a formed wire strays furthest from the points it should follow.
 * @param wished in order; of a closed line the first again at the end, and begun anywhere on it
 */
export function strayFrom(wished: readonly Vec[], strip: Strip): Stray | null {
  const samples = samplesOf(strip);
  const formed = samples.at;
  if (formed.length === 0 || wished.length < 2) return null;
  const { row, a, b, farMm } = strip.closed
    ? walkRing(wished, formed)
    : { row: wished, ...walkInStep(wished, formed) };
  let [all, elsewhere] = [-1, -1];
  let roundingMm = 0;
  farMm.forEach((far, n) => {
    if (all < 0 || far > farMm[all]!) all = n;
    if (samples.corner[b[n]!]) roundingMm = Math.max(roundingMm, far);
    else if (elsewhere < 0 || far > farMm[elsewhere]!) elsewhere = n;
  });
  const apart = (n: number): Apart => {
    const j = b[n]!;
    return { mm: farMm[n]!, wished: row[a[n]!]!, formed: formed[j]!, atMm: samples.mm[j]! };
  };
  return {
    ...apart(all),
    atCorner: samples.corner[b[all]!]!,
    roundingMm,
    elsewhere: elsewhere < 0 ? null : apart(elsewhere),
  };
}
