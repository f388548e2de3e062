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

interface Sample {
  readonly at: Vec;
  readonly mm: number;
  readonly corner: boolean;
}

/** The formed wire as points, each with its place on the blank. */
function samplesOf(strip: Strip): Sample[] {
  const step = Math.max(STEP_MM, strip.developedMm / MOST_STEPS);
  const list: Sample[] = [];
  for (const piece of strip.pieces) {
    const corner = piece.kind === 'corner' || piece.kind === 'fold';
    const whole = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
    let mm = piece.startMm;
    for (const p of piece.shape) {
      if (list.length === 0) list.push({ at: startOf(p), mm: 0, corner });
      const share = whole > 0 ? (segmentLength(p) / whole) * piece.lengthMm : 0;
      const points = flattenSegment(p, 0.01, step);
      points.forEach((at, i) => {
        list.push({ at, mm: mm + (share * (i + 1)) / points.length, corner });
      });
      mm += share;
    }
  }
  return besideCorners(list, strip);
}

/**
 * What lies beside a corner or fold, no further than the drawn tip stands out beyond it, belongs to
 * it: what lies off the line there the rounding takes.
 */
function besideCorners(list: readonly Sample[], strip: Strip): Sample[] {
  const zones = strip.pieces.flatMap((p) => {
    if (p.kind !== 'corner' && p.kind !== 'fold') return [];
    const angle = Math.abs(p.angleRad);
    const radius = p.lengthMm / Math.max(angle, 1e-9);
    const reach = Math.min(radius * Math.tan(Math.min(angle, 2.6) / 2), 4 * radius);
    return [{ from: p.startMm - reach, to: p.startMm + p.lengthMm + reach }];
  });
  let zone = 0;
  return list.map((s) => {
    while (zone < zones.length && zones[zone]!.to < s.mm) zone++;
    const within = zone < zones.length && s.mm >= zones[zone]!.from;
    return within && !s.corner ? { ...s, corner: true } : s;
  });
}

/**
 * Where a formed wire strays furthest from the points it should follow.
 * @param wished in order; of a closed line the first again at the end, and begun anywhere on it
 */
export function strayFrom(wished: readonly Vec[], strip: Strip): Stray | null {
  const samples = samplesOf(strip);
  if (samples.length === 0 || wished.length < 2) return null;
  const formed = samples.map((s) => s.at);
  const { row, pairs, farMm } = strip.closed
    ? walkRing(wished, formed)
    : { row: wished, ...walkInStep(wished, formed) };
  let [all, elsewhere] = [-1, -1];
  let roundingMm = 0;
  pairs.forEach(([, j], n) => {
    if (all < 0 || farMm[n]! > farMm[all]!) all = n;
    if (samples[j]!.corner) roundingMm = Math.max(roundingMm, farMm[n]!);
    else if (elsewhere < 0 || farMm[n]! > farMm[elsewhere]!) elsewhere = n;
  });
  const apart = (n: number): Apart => {
    const [i, j] = pairs[n]!;
    const { at, mm } = samples[j]!;
    return { mm: farMm[n]!, wished: row[i]!, formed: at, atMm: mm };
  };
  return {
    ...apart(all),
    atCorner: samples[pairs[all]![1]]!.corner,
    roundingMm,
    elsewhere: elsewhere < 0 ? null : apart(elsewhere),
  };
}
