import { wireGrams } from '../wire';
import type { Vec } from '../geometry';
import { asLength, say, type Said } from '../words';
import type { Bead } from './bead';
import type { BeadUse, MarkOf, WireRole, WireUse } from './layout';
import { strandOf, type Thread } from './thread';

export const wireMark = (
  runs: readonly (readonly Vec[])[],
  thread: Thread,
  under = false,
): MarkOf<'wire'> => ({
  kind: 'wire',
  runs,
  diameterMm: thread.diameterMm,
  metal: thread.metal,
  ...(thread.coat && { coat: thread.coat }),
  ...(thread.rope && { rope: thread.rope }),
  under,
});

/** What guides are held by at their two ends together, mm. */
const GUIDE_ENDS_MM = 40;

export const wireUse = (
  role: WireRole,
  name: string,
  wire: Thread,
  lengthMm: number,
  tailMm: number,
  count = 1,
): WireUse => ({ role, name, wire, cutMm: lengthMm + 2 * tailMm, tailsMm: 2 * tailMm, count });

/** What such wires weigh on the finished piece, tails and what is pulled out left out, g. */
export const usedGrams = ({
  wire,
  cutMm,
  tailsMm,
  count,
  again,
}: Pick<WireUse, 'wire' | 'cutMm' | 'tailsMm' | 'count' | 'again'>): number =>
  again ? 0 : count * wireGrams(wire, Math.max(0, cutMm - tailsMm));

/** Guide wires that are pulled out, held by their ends. */
export const guideWires = (
  wire: Thread,
  guideMm: number,
  lengthMm: number,
  count: number,
): WireUse => ({
  ...wireUse(
    'setting',
    'Guide wires, pulled out afterwards',
    { ...strandOf(wire), diameterMm: guideMm },
    lengthMm + GUIDE_ENDS_MM,
    0,
    count,
  ),
  again: true,
});

/** The tails in a wire's length, in words; null where it has none. */
export const tailsWords = ({
  tailsMm,
  firstTailMm = tailsMm / 2,
}: Pick<WireUse, 'tailsMm' | 'firstTailMm'>): Said | null =>
  tailsMm === 0
    ? null
    : Math.abs(2 * firstTailMm - tailsMm) < 1e-9
      ? say`${asLength(firstTailMm)} of tail at each end in it`
      : say`tails of ${asLength(firstTailMm)} first and ${asLength(tailsMm - firstTailMm)} last in it`;

/** A bead in its place, and which way its hole goes. */
export interface PlacedBead {
  readonly bead: Bead;
  readonly at: Vec;
  readonly along: Vec;
}

export const beadMark = ({ at, along, bead }: PlacedBead): MarkOf<'bead'> => ({
  kind: 'bead',
  at,
  along,
  bead,
});

/** How many of each bead. */
export const beadUses = (beads: readonly Bead[]): BeadUse[] => {
  const found = new Map<string, BeadUse>();
  for (const bead of beads) {
    const key = JSON.stringify(bead);
    found.set(key, { bead, count: (found.get(key)?.count ?? 0) + 1 });
  }
  return [...found.values()];
};

/** An ellipse as points, or the part of it between two angles. */
export const oval = (at: Vec, a: number, b: number, from = 0, sweep = 2 * Math.PI): Vec[] =>
  Array.from({ length: 49 }, (_, i) => {
    const t = from + (sweep * i) / 48;
    return { x: at.x + a * Math.cos(t), y: at.y + b * Math.sin(t) };
  });
