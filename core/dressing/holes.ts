import { holeNeeded } from '../element';
import type { Vec } from '../geometry';
import type { Bead, DressItem } from '../piece';
import { awgToMm, mmToAwg, printGauge, printMm } from '../units';
import type { BeadUse, DressMark, DressProblem, DressRemedy } from './types';

/** A bead in its place, and which way its hole goes. */
export interface PlacedBead {
  readonly bead: Bead;
  readonly at: Vec;
  readonly along: Vec;
}

export const usesOf = (beads: readonly Bead[]): BeadUse[] => {
  const found = new Map<string, BeadUse>();
  for (const bead of beads) {
    const key = JSON.stringify(bead);
    found.set(key, { bead, count: (found.get(key)?.count ?? 0) + 1 });
  }
  return [...found.values()];
};

export const beadMark = ({ at, along, bead }: PlacedBead): DressMark => ({
  kind: 'bead',
  at,
  along,
  bead,
});

/** The next whole gauge whose wire is not thicker. */
const gaugeNotOver = (mm: number): number =>
  Number(awgToMm(Math.min(40, Math.ceil(mmToAwg(mm) - 1e-6))).toFixed(3));

/** Why a bead does not go on, and what helps. */
export function holeProblem(
  item: DressItem & { readonly beads: Bead[] },
  bead: Bead,
  wire: { diameterMm: number; passes: number; sagMm: number; frame: boolean },
): DressProblem | null {
  const packed = holeNeeded(wire.passes, wire.diameterMm, bead.lengthMm, null);
  const needed = packed + wire.sagMm;
  if (bead.holeMm >= needed - 1e-9) return null;
  const remedies: DressRemedy[] = [];
  const thinnest = ((bead.holeMm - wire.sagMm) / packed) * wire.diameterMm;
  if (thinnest > 0.16) {
    const thinner = gaugeNotOver(thinnest);
    const label = `Use ${printGauge(thinner)} ${wire.frame ? 'frame' : 'wire'}`;
    if (wire.frame) remedies.push({ kind: 'frame', label, diameterMm: thinner });
    else if ('thread' in item) {
      const next = { ...item, thread: { ...item.thread, diameterMm: thinner } };
      remedies.push({ kind: 'item', label, item: next });
    }
  }
  if (item.kind === 'beads' && item.passes > 1) {
    const fewer = item.passes - 1;
    const label = `Pass ${fewer === 1 ? 'once' : `${fewer} times`}`;
    remedies.push({ kind: 'item', label, item: { ...item, passes: fewer } });
  }
  const hole = Math.ceil(needed * 20 - 1e-9) / 20;
  if (hole < bead.acrossMm) {
    const beads = item.beads.map((b) => (b === bead ? { ...b, holeMm: hole } : b));
    const label = `Take a bead with a hole of ${printMm(hole, 2)}`;
    remedies.push({ kind: 'item', label, item: { ...item, beads } as DressItem });
  }
  if (item.kind === 'beads') {
    const { diameterMm } = wire;
    const pin = Math.min(gaugeNotOver(bead.holeMm * 0.95), diameterMm);
    const drop: DressItem = {
      id: item.id,
      kind: 'drop',
      on: { ...item.on, lengthMm: 0 },
      beads: [bead],
      by: 'head-pin',
      thread: { metal: 'copper', temper: 'dead-soft', diameterMm: pin },
      insideMm: 2.5,
      wraps: 2,
      tailMm: 2,
    };
    remedies.push({ kind: 'item', label: 'Hang it from a head pin instead', item: drop });
  }
  const passes = wire.passes > 1 ? `${wire.passes} passes of ` : '';
  const bow =
    wire.sagMm > 0.02 ? ` and the bow of the wire under it ${printMm(wire.sagMm, 2)} more` : '';
  return {
    message: `${bead.name} does not go on: its hole is ${printMm(bead.holeMm, 2)}, and ${passes}${printMm(wire.diameterMm, 2)} wire need ${printMm(packed, 2)}${bow}.`,
    remedies,
    refused: true,
  };
}
