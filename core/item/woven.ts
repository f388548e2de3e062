import { coilTurn, eightAdvance, weaveBetween, type Eight, type Weave } from '../element';
import { distance, sub, unit, type Vec } from '../geometry';
import { moved, turnStroke, type FormedWires, type Run } from './ground';
import { paired } from './pairs';

/** A weave, or a lacing, as it lies between two stretches. */
export interface Woven extends Weave {
  /** the shorter of both stretches, mm, and how much of it one row takes */
  readonly overMm: number;
  readonly stepMm: number;
  /** where it begins and where it ends, mm along one of the two wires */
  readonly begins: OnOne;
  readonly ends: OnOne;
  readonly strokes: readonly Vec[][];
  readonly narrowMm: number;
  readonly wideMm: number;
}

/** A place on the leading stretch, or on the other. */
export interface OnOne {
  readonly which: 0 | 1;
  readonly mm: number;
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
    begins: { which: 0, mm: mmAt(share(0))[0] },
    ends: { which: 0, mm: mmAt(share(woven.rows * stepMm))[0] },
    strokes,
    narrowMm: Math.min(...woven.gapsMm, Infinity),
    wideMm: Math.max(...woven.gapsMm, 0),
  };
}

/** What is chosen about a lacing. */
export interface LacingChoice {
  readonly diameterMm: number;
  /** places a side */
  readonly points: number;
  /** it begins where the leading stretch begins */
  readonly forth: boolean;
}

/**
 * A wire laced to and fro between two stretches: straight from place to place, evenly spread along both, and half
 * a turn round the wire at each.
 */
export function lacedBetween(
  { thickMm }: Pick<FormedWires, 'thickMm'>,
  first: Run,
  second: Run,
  { diameterMm: d, points, forth }: LacingChoice,
): Woven {
  const thick = [thickMm[first.wire]!, thickMm[second.wire]!] as const;
  const { a, b, mmAt, lengthMm: overMm } = paired(first, second);
  const share = (i: number): number => {
    const t = points > 1 ? i / (points - 1) : 0.5;
    return forth ? t : 1 - t;
  };
  const places = Array.from({ length: points }, (_, i) => share(i));
  const stops = places.flatMap((t) => [a(t), b(t)]);
  const straight = stops.slice(1).reduce((sum, s, i) => sum + distance(s.at, stops[i]!.at), 0);
  const round = (points * (coilTurn(thick[0], d) + coilTurn(thick[1], d))) / 2;
  const gapsMm = places.map((t) => distance(a(t).at, b(t).at) - (thick[0] + thick[1]) / 2);
  return {
    rows: points,
    lengthMm: straight + round,
    gapsMm,
    overMm,
    stepMm: points > 1 ? overMm / (points - 1) : overMm,
    begins: { which: 0, mm: mmAt(share(0))[0] },
    ends: { which: 1, mm: mmAt(share(points - 1))[1] },
    strokes: [
      stops.map((s) => s.at),
      ...stops.map((s, i) => turnStroke(s, (thick[i % 2 ? 1 : 0] + d) / 2, d)),
    ],
    narrowMm: Math.min(...gapsMm, Infinity),
    wideMm: Math.max(...gapsMm, 0),
  };
}
