import type { Mark } from '../strip';
import type { Gain } from './blank';
import { MOST_GAIN } from './hammering';

/** What a maker's own hand does otherwise than the handbook says. */
export interface OwnHand {
  /** the unstretched line of a bent wire lies so much further out than its middle, as a share of its thickness */
  readonly bend: number;
  /** hammering gives this share more than reckoned */
  readonly hammer: number;
  /** a loop at an end is wound so much wider across, mm */
  readonly loop: number;
}

/** By the handbook. */
export const HANDBOOK: OwnHand = { bend: 0, hammer: 0, loop: 0 };

/** A bend's wire is taken over at least so much of its length, mm: a sharp corner has next to none. */
const LEAST_MM = 0.3;

/**
 * What bends take more than the handbook says, each over its own stretch, as gains that are less than
 * nothing: more of the blank for the same of the figure, so that marks behind it shift with it. A bend
 * of angle a in wire of thickness d takes a d bend more (the bend allowance of sheet metal work).
 * @param lengthMm of the formed wire
 */
export function ownBending(
  marks: readonly Pick<Mark, 'angleRad' | 'startMm' | 'endMm'>[],
  thickMm: number,
  lengthMm: number,
  { bend }: OwnHand,
): Gain[] {
  if (bend === 0) return [];
  return marks.flatMap(({ angleRad, startMm, endMm }): Gain[] => {
    const wider = Math.max(0, LEAST_MM - (endMm - startMm)) / 2;
    const fromMm = Math.max(0, startMm - wider);
    const toMm = Math.min(lengthMm, endMm + wider);
    if (!(toMm > fromMm)) return [];
    const moreMm = Math.abs(angleRad) * thickMm * bend;
    return [{ fromMm, toMm, share: Math.min(MOST_GAIN, -moreMm / (toMm - fromMm)) }];
  });
}

/** Hammering as this hand does it. */
export const ownHammering = (gains: readonly Gain[], { hammer }: OwnHand): Gain[] =>
  hammer === 0
    ? [...gains]
    : gains.map((g) => ({ ...g, share: Math.min(MOST_GAIN, Math.max(0, g.share * (1 + hammer))) }));
