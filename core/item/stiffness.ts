import type { Span } from './ground';

/** What an item does to the stretches that it lies on. */
export interface Stiffening {
  /** how many times as stiff they are, and as strong where nothing else is said */
  readonly factor: number;
  /** how many times as strong */
  readonly strong?: number;
  /** strain that the work leaves in the wire */
  readonly strain: number;
  /** stretches that it holds without lying on them; else those that it lies on */
  readonly spans?: readonly Span[];
}

export const stiffer = (factor: number, strain = 0): Stiffening => ({ factor, strain });

/**
 * A close coil bends with the wire that it grips: as a sleeve round it would, times this share. Set by
 * practice: a frame bound along much of its length holds as well in one to two gauges less.
 */
export const GRIP = 0.45;
/** A weave or lacing grips with every other turn or so of such a coil (set by practice). */
export const WEAVE_GRIP = 0.5;
/** Beads in a row prop each other (set by practice). */
export const BEADED = 1.3;

/** How many times the section modulus of a wire of `d` a sleeve of wire `t` round it has. */
export const sleeve = (d: number, t: number): number => {
  const across = (d + 2 * t) / d;
  return (across ** 4 - 1) / across;
};
/**
 * A net props the frame that its spokes go round: it gives less. In its plane the spokes would hold it as a wheel's do,
 * but each goes round it once and slips, across it they hold nothing, and makers take no thinner frame for a net: it
 * bears no more for it (both set by practice).
 */
export const NETTED: Stiffening = { factor: 1.3, strong: 1, strain: 0 };
