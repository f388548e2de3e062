import { holeNeeded } from '../element';
import { awgToMm, mmToAwg } from '../units';
import { asGauge, asThickness, say } from '../words';
import type { Bead } from './bead';
import type { ItemLike, Problem, Remedy } from './layout';
import type { Thread } from './thread';

/** The next whole gauge whose wire is not thicker. */
export const gaugeNotOver = (mm: number): number =>
  Number(awgToMm(Math.min(40, Math.ceil(mmToAwg(mm) - 1e-6))).toFixed(3));

/** The wire that goes through a bead. */
interface Through {
  readonly diameterMm: number;
  readonly passes: number;
  /** how far it bows inside the bead, mm */
  readonly sagMm: number;
  /** the frame's own */
  readonly frame: boolean;
}

type Beaded = ItemLike & { readonly beads: Bead[]; readonly thread?: Thread };

/**
 * Why a bead does not go on, and what helps.
 * @param besides remedies of the item's own: such as before another bead is taken, and last ones
 */
export function holeProblem<Item extends Beaded>(
  item: Item,
  bead: Bead,
  wire: Through,
  besides: { readonly fewer: readonly Remedy[]; readonly last: readonly Remedy[] } = {
    fewer: [],
    last: [],
  },
): Problem | null {
  const packed = holeNeeded(wire.passes, wire.diameterMm, bead.lengthMm, null);
  const needed = packed + wire.sagMm;
  if (bead.holeMm >= needed - 1e-9) return null;
  const remedies: Remedy[] = [];
  const thinnest = ((bead.holeMm - wire.sagMm) / packed) * wire.diameterMm;
  const thinner = thinnest > 0.16 ? gaugeNotOver(thinnest) : null;
  if (thinner !== null && !wire.frame && item.thread) {
    const next = { ...item, thread: { ...item.thread, diameterMm: thinner } };
    remedies.push({ kind: 'item', label: say`Use ${asGauge(thinner)} wire`, item: next });
  }
  remedies.push(...besides.fewer);
  const hole = Math.ceil(needed * 20 - 1e-9) / 20;
  if (hole < bead.acrossMm) {
    const beads = item.beads.map((b) => (b === bead ? { ...b, holeMm: hole } : b));
    const label = say`Take a bead with a hole of ${asThickness(hole)}`;
    remedies.push({ kind: 'item', label, item: { ...item, beads } });
  }
  remedies.push(...besides.last);
  // The whole figure in another wire is what a maker does last.
  if (thinner !== null && wire.frame) {
    const label = say`Use ${asGauge(thinner)} frame`;
    remedies.push({ kind: 'frame', label, diameterMm: thinner });
  }
  const passes = wire.passes > 1 ? say`${wire.passes} passes of ` : '';
  const bow =
    wire.sagMm > 0.02 ? say` and the bow of the wire under it ${asThickness(wire.sagMm)} more` : '';
  return {
    message: say`${bead.name} does not go on: its hole is ${asThickness(bead.holeMm)}, and ${passes}${asThickness(wire.diameterMm)} wire need ${asThickness(packed)}${bow}.`,
    remedies,
    refused: true,
  };
}

/** The holes of an item's beads, through each of which its own wire goes once. */
export const holesOfOwnWire = (item: Beaded & { readonly thread: Thread }): Problem[] =>
  item.beads.flatMap(
    (bead) =>
      holeProblem(item, bead, {
        diameterMm: item.thread.diameterMm,
        passes: 1,
        sagMm: 0,
        frame: false,
      }) ?? [],
  );
