import { sub, unit, type Vec } from '../geometry';

/** A place that something reaches by so much all round, or to the sides and up and down. */
export interface Reach {
  readonly at: Vec;
  readonly x: number;
  readonly y: number;
}

/** Round wire along points: it reaches to its sides, and no further than its flush ends. */
export const alongside = (points: readonly Vec[], mm: number): Reach[] =>
  points.slice(1).flatMap((to, i) => {
    const from = points[i]!;
    const { x, y } = unit(sub(to, from));
    return [from, to].map((at) => ({ at, x: Math.abs(y) * mm, y: Math.abs(x) * mm }));
  });
