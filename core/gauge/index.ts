/**
 * Gauge: whether a piece holds its shape in a wire, which wire to take, and how it hangs. A plane frame
 * along the formed wires, held where it hangs; the loads of how it is worn; the flow stress of wire that
 * was bent and hammered. What is derived, its sources and what is left out: docs/gauge.md.
 */
export { hungStraight, withGaugeChange, withHangLoop } from './change';
export type { Check } from './checks';
export { frameOf } from './frame';
export { groundFor, type Ground } from './ground';
export { hangDressed, type HangState } from './hangDressed';
export { LOADS, type Load } from './hold';
export {
  DEFAULT_LIMITS,
  easing,
  FELT,
  isDelicateRight,
  limitsSchema,
  MOST_FELT,
  MOST_SHARE,
  type Experience,
  type Felt,
  type Limits,
} from './limits';
export { RATING_MEANS, RATINGS, type Rated, type Rating } from './rating';
export { gaugeRemedies, type GaugeRemedy } from './remedies';
export {
  verdictFrom,
  verdictOf,
  type Choice,
  type Stretch,
  type Tried,
  type Verdict,
  type WeakSpot,
} from './verdict';
export type { Size } from './sizes';
