import { add, fromAngle, perp, scale, sub, type Vec } from '../geometry';

/** One line or arc of a chain in which each piece starts where, and as, the one before ends. */
export interface ChainElement {
  /** turn before this piece, radians; only a corner has one that may change */
  turn: number;
  corner: boolean;
  /** signed, 1/mm */
  curvature: number;
  line: boolean;
  /** its curvature stays as it is */
  held?: boolean;
  length: number;
}

/** A place and the heading in which a chain passes it. */
export interface ChainStart {
  readonly at: Vec;
  readonly heading: number;
}

export const moveAlong = (s: ChainStart, curvature: number, u: number): ChainStart => {
  if (Math.abs(curvature * u) < 1e-7) {
    return { at: add(s.at, scale(fromAngle(s.heading), u)), heading: s.heading + curvature * u };
  }
  const center = add(s.at, scale(perp(fromAngle(s.heading)), 1 / curvature));
  const heading = s.heading + curvature * u;
  return { at: sub(center, scale(perp(fromAngle(heading)), 1 / curvature)), heading };
};

/** The state at the start of every piece (after its corner) and, last, at the end of the chain. */
export function walk(start: ChainStart, chain: readonly ChainElement[]): ChainStart[] {
  const states: ChainStart[] = [];
  let s = start;
  for (const e of chain) {
    s = { at: s.at, heading: s.heading + (e.corner ? e.turn : 0) };
    states.push(s);
    s = moveAlong(s, e.curvature, e.length);
  }
  states.push(s);
  return states;
}
