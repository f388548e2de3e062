import { eightAdvance, weaveBetween, type Eight, type Weave } from '../element';
import { distance, sub, unit, type Vec } from '../geometry';
import { moved, turnStroke, type FormedWires, type Run } from './ground';
import { paired } from './pairs';

/** A figure-eight weave as it lies between two stretches. */
export interface Woven extends Weave {
  /** the shorter of both stretches, mm, and how much of it one row takes */
  readonly overMm: number;
  readonly stepMm: number;
  /** where a share of the way is on the leading stretch, mm along its wire */
  readonly leadMm: (share: number) => number;
  /** share of the way at which the last row ends */
  readonly endShare: number;
  readonly strokes: readonly Vec[][];
  readonly narrowMm: number;
  readonly wideMm: number;
}

/** What is chosen about a weave. */
export interface WeaveChoice {
  readonly diameterMm: number;
  readonly wraps: number;
  /** null fills the shorter stretch */
  readonly rows: number | null;
  /** it begins where the leading stretch begins */
  readonly forth: boolean;
}

/**
 * A weave laid between two stretches at their real distance, row by row. Wires of two thicknesses take as much
 * together as two of their mean.
 */
export function wovenBetween(
  { thickMm }: Pick<FormedWires, 'thickMm'>,
  first: Run,
  second: Run,
  { diameterMm: d, wraps, rows, forth }: WeaveChoice,
): Woven {
  const frameMm = (thickMm[first.wire]! + thickMm[second.wire]!) / 2;
  const eight: Eight = { diameterMm: d, frameMm, wraps };
  const { a, b, mmAt, lengthMm: overMm } = paired(first, second);
  const share = (mm: number): number => {
    const t = overMm > 0 ? mm / overMm : 0;
    return forth ? t : 1 - t;
  };
  const gapAt = (mm: number): number => distance(a(share(mm)).at, b(share(mm)).at) - frameMm;
  const woven = weaveBetween(eight, overMm, gapAt, rows);
  const stepMm = eightAdvance(eight);
  const reach = (frameMm + d) / 2;
  const strokes: Vec[][] = [];
  for (let i = 0; i < woven.rows; i++) {
    const at = i * stepMm;
    for (let w = 0; w < wraps; w++) {
      const t = share(at + (w + 0.5) * d);
      strokes.push(turnStroke(a(t), reach, d), turnStroke(b(t), reach, d));
    }
    const [p, q] = [a(share(at + 0.5 * d)), b(share(at + stepMm / 2))];
    const across = distance(p.at, q.at) > 0 ? unit(sub(q.at, p.at)) : { x: 1, y: 0 };
    strokes.push([moved(p.at, across, reach * 0.8), moved(q.at, across, -reach * 0.8)]);
  }
  return {
    ...woven,
    overMm,
    stepMm,
    leadMm: (at) => mmAt(at)[0],
    endShare: share(woven.rows * stepMm),
    strokes,
    narrowMm: Math.min(...woven.gapsMm, Infinity),
    wideMm: Math.max(...woven.gapsMm, 0),
  };
}
