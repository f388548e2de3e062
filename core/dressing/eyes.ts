import { endForm } from '../end';
import { distance, type Vec } from '../geometry';
import { placedEnds, type Plan, type WirePlan } from '../plan';

export interface Eye {
  /** the end of the wire that it is at */
  readonly which: 'start' | 'end';
  readonly center: Vec;
  readonly insideMm: number;
  /** wrapped shut: it does not open again */
  readonly shuts: boolean;
}

/** Something hangs in an eye when its place is this near to it, mm. */
const NEAR_MM = 3;

/** Eyes of a wire's ends that something can hang in. */
export const eyesOf = (plan: Plan, wire: WirePlan): Eye[] =>
  placedEnds(plan, wire).flatMap(({ which, eye, end }) =>
    eye ? [{ which, ...eye, shuts: endForm(end, wire.stock).shuts }] : [],
  );

/** Whether a place means an eye. */
export const isIn = (eye: Eye, on: Vec): boolean =>
  distance(eye.center, on) < eye.insideMm / 2 + NEAR_MM;
