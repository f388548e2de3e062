import { solveSymmetric } from '../geometry';

/** What of a hand is learnt from what its makings took. */
export const LEARNT = ['bend', 'hammer', 'loop'] as const;
export type LearntId = (typeof LEARNT)[number];

/** One wire of a making: what it took beyond its plan by the handbook, and by what that could come. */
export interface WirePage {
  /** which making it is of */
  readonly making: string;
  /** mm more than by the handbook */
  readonly moreMm: number;
  /** what it would take more for each value one larger, mm */
  readonly by: Readonly<Record<LearntId, number>>;
}

/** What is thought of a value before anything was made, and after. */
export interface Learnt {
  /** as plans should use it: shrunk towards the handbook by how likely the handbook is right */
  readonly value: number;
  /** the most likely value if the hand differs, and its spread */
  readonly mean: number;
  readonly spread: number;
  /** how likely it is that the hand differs from the handbook, 0 to 1 */
  readonly differs: number;
  /** makings and wires that say something of it */
  readonly makings: number;
  readonly wires: number;
}

/**
 * Spreads of hands round the handbook: the bend allowance (share of the thickness that the unstretched line
 * lies off the middle), the share that hammering gives more or less, the ease of a loop across, mm.
 */
export const PRIOR_SPREAD: Readonly<Record<LearntId, number>> = {
  bend: 0.05,
  hammer: 0.4,
  loop: 0.2,
};

/** No hand is further off than this: beyond it a page was noted wrongly, or of another wire. */
export const MOST_OFF: Readonly<Record<LearntId, number>> = { bend: 0.3, hammer: 0.9, loop: 1 };

/** A ruler and a cutter are off by so much on one wire, mm, and a few by far more (Student's distribution). */
const NOISE_MM = 0.8;
const TAILS = 4;
/** As many wires as the first guess of the noise is worth. */
const NOISE_WORTH = 6;
const ROUNDS = 40;

/**
 * What makings teach of a hand: linear regression with normal priors at the handbook's values and Student noise, by
 * expectation and maximisation (Lange, Little and Taylor, Robust statistical modeling using the t distribution,
 * 1989), then for each value how likely the handbook is right after all (the Savage-Dickey ratio, both being as
 * likely before), by which it is shrunk.
 */
export function learn(pages: readonly WirePage[]): Record<LearntId, Learnt> {
  const n = LEARNT.length;
  const rows = pages.map((p) => LEARNT.map((id) => p.by[id]));
  const precision = LEARNT.map((id) => 1 / PRIOR_SPREAD[id] ** 2);
  let mean = new Float64Array(n);
  let inverse = LEARNT.map((_, i) => LEARNT.map((__, k) => (i === k ? 1 / precision[i]! : 0)));
  let noise = NOISE_MM ** 2;
  for (let round = 0; round < ROUNDS && pages.length > 0; round++) {
    const weights = rows.map((row, i) => {
      const rest = pages[i]!.moreMm - dot(row, mean);
      // What is not known of the values is no fault of the wire.
      const square = rest * rest + quadratic(inverse, row);
      return { square, weight: (TAILS + 1) / (TAILS + square / noise) };
    });
    const sum = weights.reduce((s, { square, weight }) => s + weight * square, 0);
    noise = (NOISE_WORTH * NOISE_MM ** 2 + sum) / (NOISE_WORTH + pages.length);
    const upper = LEARNT.map((_, a) =>
      Float64Array.from(LEARNT, (__, b) =>
        rows.reduce(
          (s, row, i) => s + (weights[i]!.weight * row[a]! * row[b]!) / noise,
          a === b ? precision[a]! : 0,
        ),
      ),
    );
    const right = Float64Array.from(LEARNT, (_, a) =>
      rows.reduce((s, row, i) => s + (weights[i]!.weight * row[a]! * pages[i]!.moreMm) / noise, 0),
    );
    const next = solveSymmetric(upper, right, 0);
    if (!next) break;
    mean = Float64Array.from(next);
    inverse = LEARNT.map((_, a) => {
      const unit = new Float64Array(n);
      unit[a] = 1;
      return [...(solveSymmetric(upper, unit, 0) ?? unit)];
    });
  }
  const learnt = LEARNT.map((id, i): [LearntId, Learnt] => {
    const spread = Math.sqrt(inverse[i]![i]!);
    const telling = pages.filter((p) => Math.abs(p.by[id]) > 1e-9);
    // How much less likely the handbook's value has become: the ratio of the densities there.
    const ratio = (PRIOR_SPREAD[id] / spread) * Math.exp(-0.5 * (mean[i]! / spread) ** 2);
    const differs = telling.length === 0 ? 0 : 1 / (1 + ratio);
    return [
      id,
      {
        mean: mean[i]!,
        spread,
        differs,
        value: Math.max(-MOST_OFF[id], Math.min(MOST_OFF[id], mean[i]! * differs)),
        makings: new Set(telling.map((p) => p.making)).size,
        wires: telling.length,
      },
    ];
  });
  return Object.fromEntries(learnt) as Record<LearntId, Learnt>;
}

const dot = (a: readonly number[], b: Float64Array): number =>
  a.reduce((sum, v, i) => sum + v * b[i]!, 0);

const quadratic = (matrix: readonly (readonly number[])[], v: readonly number[]): number =>
  v.reduce((sum, a, i) => sum + a * v.reduce((s, b, k) => s + b * matrix[i]![k]!, 0), 0);
