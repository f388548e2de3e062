import { flattened } from '../element';
import { kindOf } from '../item';
import type { Piece } from '../piece';
import type { Gain } from './blank';
import type { formedWires } from './formedWires';

/** What hammering gives a wire: the stretches apart and in order, and how many wishes they came of. */
export interface Hammered {
  readonly gains: readonly Gain[];
  readonly count: number;
}

/**
 * Stretches that are hammered longer take less wire, where the maker wished it reckoned ahead: a
 * finished stretch L needs L / factor of wire. What would lie past an end of the wire is not hammered,
 * and of two wishes for one place the one that gives more holds.
 */
export function hammeredWires(
  piece: Piece,
  { lines, thickMm, footAt }: ReturnType<typeof formedWires>,
): Hammered[] {
  const wished = lines.map(() => ({ gains: new Array<Gain>(), count: 0 }));
  for (const item of piece.dressing) {
    const hammered = kindOf(item).hammered?.(item);
    if (!hammered?.ahead) continue;
    const foot = footAt(item.on);
    if (!foot) continue;
    const line = lines[foot.wire]!;
    const all = line.s.at(-1) ?? 0;
    const { lengthFactor } = flattened(thickMm[foot.wire]!, hammered.thickMm, hammered.spread);
    const half = item.on.lengthMm / 2;
    const share = 1 - 1 / lengthFactor;
    // On a closed wire what lies past the seam goes on at its other end.
    for (const by of line.closed && 2 * half < all ? [-all, 0, all] : [0]) {
      const fromMm = Math.max(0, foot.mm - half + by);
      const toMm = Math.min(all, foot.mm + half + by);
      if (toMm > fromMm) wished[foot.wire]!.gains.push({ fromMm, toMm, share });
    }
    wished[foot.wire]!.count++;
  }
  return wished.map(({ gains, count }) => ({ gains: apart(gains), count }));
}

/** Stretches that may overlap as stretches that do not; of several for one place the one that gives most holds. */
const apart = (list: readonly Gain[]): Gain[] => parted(list, (shares) => Math.max(0, ...shares));

/** Of a stretch never more than this is gained: some wire it takes. */
export const MOST_GAIN = 0.9;

/** Stretches of two kinds as stretches that do not overlap: what both give counts. */
export const together = (a: readonly Gain[], b: readonly Gain[]): Gain[] =>
  b.length === 0
    ? [...a]
    : parted([...a, ...b], (shares) =>
        Math.min(
          MOST_GAIN,
          shares.reduce((sum, share) => sum + share, 0),
        ),
      );

function parted(list: readonly Gain[], share: (shares: readonly number[]) => number): Gain[] {
  const edges = [...new Set(list.flatMap((g) => [g.fromMm, g.toMm]))].sort((a, b) => a - b);
  return edges.slice(1).flatMap((toMm, i): Gain[] => {
    const fromMm = edges[i]!;
    const over = list.filter((g) => g.fromMm <= fromMm && g.toMm >= toMm);
    const all = share(over.map((g) => g.share));
    return Math.abs(all) > 1e-9 ? [{ fromMm, toMm, share: all }] : [];
  });
}
