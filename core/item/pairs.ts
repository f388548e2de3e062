import { distance } from '../geometry';
import type { Run, Spot } from './ground';
import type { ItemTie } from './kind';
import type { Thread } from './thread';

/** Two stretches gone along together, whichever way they are drawn. */
export interface Pair {
  readonly a: (share: number) => Spot;
  readonly b: (share: number) => Spot;
  /** positions on both blanks at a share of the way */
  readonly mmAt: (share: number) => readonly [number, number];
  /** the shorter of the two, mm: it decides how many rows there is room for */
  readonly lengthMm: number;
}

/** The second stretch is turned round when its ends then lie nearer to those of the first. */
export function paired(first: Run, second: Run): Pair {
  const mmOn = (run: Run, back: boolean, share: number): number =>
    run.fromMm + run.lengthMm * (back ? 1 - share : share);
  const on =
    (run: Run, back: boolean) =>
    (share: number): Spot =>
      run.spot(mmOn(run, back, share));
  const apart = (back: boolean): number =>
    distance(on(first, false)(0).at, on(second, back)(0).at) +
    distance(on(first, false)(1).at, on(second, back)(1).at);
  const back = apart(true) < apart(false);
  return {
    a: on(first, false),
    b: on(second, back),
    mmAt: (share) => [mmOn(first, false, share), mmOn(second, back, share)],
    lengthMm: Math.min(first.lengthMm, second.lengthMm),
  };
}

/** Thin wire to and fro between two stretches holds them at so many places. */
export function laced(first: Run, second: Run, count: number, thread: Thread): ItemTie[] {
  const { mmAt } = paired(first, second);
  return Array.from({ length: count }, (_, i): ItemTie => {
    const [a, b] = mmAt(count === 1 ? 0.5 : i / (count - 1));
    return {
      a: { wire: first.wire, mm: a },
      b: { wire: second.wire, mm: b },
      how: { thread },
    };
  });
}

/** So many ties stand for a weave, however many rows it has. */
export const WEAVE_TIES = 10;
