import { coilTurn } from '../../element';
import { turnsField, wholeField } from '../../field';
import type { Vec } from '../../geometry';
import { counted, say } from '../../words';
import { plainBead, type Bead } from '../bead';
import { beadMark, beadUses, type PlacedBead, wireMark } from '../draw';
import { beadsField, tailField, threadField } from '../fields';
import { middleMm, moved, outside, right, spanOf, turnStroke } from '../ground';
import { holesOfOwnWire } from '../holes';
import { itemKind, TUCK } from '../kind';
import { BEADED, stiffer } from '../stiffness';

export const woundBeads = itemKind({
  kind: 'wound-beads',
  name: 'Beads wound on',
  group: 'Beads',
  hint: 'The binding wire carries them along the frame.',
  place: 'stretch',
  traits: { winds: true, fills: true, strip: 'beads' },
  fields: {
    beads: beadsField(),
    group: wholeField('Beads at a time', 1, 40),
    wraps: turnsField('Wraps between', 1, 100),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    beads: [plainBead('Small bead', 3)],
    group: 1,
    wraps: 3,
    thread,
    tailMm: 20,
  }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, wraps } = item;
    const d = thread.diameterMm;
    const between = wraps * d;
    const turn = coilTurn(ground.frameMm, d);
    const placed: PlacedBead[] = [];
    const strokes: Vec[][] = [];
    const reach = (ground.frameMm + d) / 2;
    const side = outside(ground, run.spot(middleMm(run)));
    let mm = run.fromMm;
    const wind = (): void => {
      for (let i = 0; i < wraps; i++)
        strokes.push(turnStroke(run.spot(mm + (i + 0.5) * d), reach, d));
      mm += between;
    };
    wind();
    let beadsMm = 0;
    let groups = 1;
    while (placed.length < 2_000) {
      const own = Array.from(
        { length: item.group },
        (_, i) => item.beads[(placed.length + i) % item.beads.length]!,
      );
      const longMm = own.reduce((sum, b) => sum + b.lengthMm, 0);
      if (mm + longMm + between > run.toMm + 1e-6) break;
      for (const bead of own) {
        const spot = run.spot(mm + bead.lengthMm / 2);
        const aside = (ground.frameMm + bead.acrossMm) / 2;
        placed.push({
          bead,
          at: moved(spot.at, right(spot), side * aside),
          along: spot.direction,
        });
        mm += bead.lengthMm;
      }
      // Up to the first bead's hole, through all of them, and back down to the frame.
      const rise = ({ acrossMm }: Bead): number => Math.max(0, acrossMm - d) / 2;
      beadsMm += longMm + rise(own[0]!) + rise(own.at(-1)!);
      groups++;
      wind();
    }
    const problems = holesOfOwnWire(item);
    const refused = problems.length > 0;
    const cutMm = groups * wraps * turn + beadsMm + 2 * item.tailMm;
    return {
      title: say`${counted(placed.length, 'bead', 'beads')} wound on${item.group > 1 ? say`, ${item.group} at a time` : ''}, ${counted(wraps, 'wrap', 'wraps')} between`,
      counts: [
        { what: 'wraps', count: Math.ceil(groups * wraps) },
        { what: 'beads', count: placed.length },
      ],
      wires: [
        {
          role: 'binding',
          name: 'Binding wire for the beads',
          wire: thread,
          cutMm,
          tailsMm: 2 * item.tailMm,
          count: 1,
        },
      ],
      beads: refused ? [] : beadUses(placed.map((t) => t.bead)),
      findings: [],
      spans: [spanOf(run)],
      marks: refused ? [] : [wireMark(strokes, thread), ...placed.map(beadMark)],
      notes: [say`Wraps stand equally before the first and after the last bead.`],
      problems,
    };
  },
  orders(item, { cut, beads }) {
    return [
      ...cut,
      say`Wind ${counted(item.wraps, 'wrap', 'wraps')}, thread ${item.group === 1 ? 'a bead, hold it' : say`${item.group} beads, hold them`} to the frame, and wind ${item.wraps} more; ${beads} in all. The last is followed by ${counted(item.wraps, 'wrap', 'wraps')} as the first is led by them.`,
      TUCK,
    ];
  },
  stiffens: () => stiffer(BEADED),
});
