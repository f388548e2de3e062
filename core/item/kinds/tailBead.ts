import { asThickness, counted, say } from '../../words';
import { plainBead } from '../bead';
import { boundAt, bundleSpot, type Bundle } from '../bundle';
import { beadMark, beadUses, type PlacedBead } from '../draw';
import { beadsField } from '../fields';
import { middleMm, moved, type FormedWires } from '../ground';
import { holeProblem } from '../holes';
import { itemKind, type FrameHole, type ItemTie } from '../kind';
import { BARE, type Problem } from '../layout';
import { BEADED, stiffer } from '../stiffness';
import type { StretchPlace } from '../place';

/** All wires that lie at a place, and the thickest of them. */
function throughIt(wires: FormedWires, on: StretchPlace): { all: Bundle; thickMm: number } | null {
  const run = wires.runAt(on);
  if (!run) return null;
  const all = boundAt(wires, run, null);
  return { all, thickMm: Math.max(...all.bundle) };
}

export const tailBead = itemKind({
  kind: 'tail-bead',
  name: 'Bead over several wires',
  group: 'Beads',
  hint: 'All wires that lie there go through it: two ends, two tails.',
  place: 'point',
  traits: { crosses: true, overEnds: true, holdsSeam: true, begins: 'crossing' },
  fields: { beads: beadsField(12) },
})({
  // Room for two of the frame's wires.
  first: ({ frameMm }) => {
    const holeMm = Math.ceil((2.2 * frameMm + 0.2) * 10) / 10;
    return { beads: [{ ...plainBead('Bead', Math.max(6, holeMm + 2)), holeMm }] };
  },
  layout(ground, item) {
    const run = ground.runAt(item.on);
    const through = throughIt(ground, item.on);
    if (!run || !through) return null;
    const { all, thickMm } = through;
    const problems: Problem[] = item.beads.flatMap((bead) => {
      const wire = { diameterMm: thickMm, passes: all.strands, sagMm: 0, frame: true };
      return holeProblem(item, bead, wire) ?? [];
    });
    if (all.there < 2) {
      problems.push({
        message: say`Only one wire lies here. Move it to where two wires touch, or thread the bead on the wire itself.`,
        remedies: [],
        refused: true,
      });
    }
    const refused = problems.some((p) => p.refused);
    const here = run.spot(middleMm(run));
    const { at } = bundleSpot(all) ?? here;
    const long = item.beads.reduce((sum, b) => sum + b.lengthMm, 0);
    let from = -long / 2;
    const placed = item.beads.map((bead): PlacedBead => {
      const middle = moved(at, here.direction, from + bead.lengthMm / 2);
      from += bead.lengthMm;
      return { bead, at: middle, along: here.direction };
    });
    const middle = middleMm(run);
    return {
      ...BARE,
      title: say`${counted(item.beads.length, 'bead', 'beads')} over ${counted(all.strands, 'wire', 'wires')}`,
      counts: [{ what: 'beads', count: item.beads.length }],
      wires: [],
      beads: refused ? [] : beadUses(item.beads),
      spans: [{ wire: run.wire, fromMm: middle - long / 2, toMm: middle + long / 2 }],
      held: refused ? [] : all.taken,
      marks: refused ? [] : placed.map(beadMark),
      notes: refused
        ? []
        : [
            say`${counted(all.strands, 'wire', 'wires')} go through, ${asThickness(thickMm)} the thickest.`,
          ],
      problems,
    };
  },
  orders: ({ beads }) => [
    say`Lay the wires together and thread ${counted(beads.length, 'bead', 'beads')} over all of them, up to the place.`,
  ],
  frameHoles: (ground, { on, beads }) => {
    const passes = throughIt(ground, on)?.all.strands ?? 1;
    return beads.map((bead): FrameHole => ({ bead, passes, sagMm: 0 }));
  },
  stiffens: () => stiffer(BEADED),
  ties(ground, { on }) {
    const run = ground.runAt(on);
    const taken = throughIt(ground, on)?.all.taken.slice(1) ?? [];
    if (!run) return [];
    return taken.map(({ wire, mm }): ItemTie => ({
      a: { wire: run.wire, mm: middleMm(run) },
      b: { wire, mm },
      how: 'fast',
    }));
  },
});
