import { ellipseRound, stemWraps } from '../../element';
import { turnsField, wholeField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { plainBead } from '../bead';
import { beadMark, beadUses, wireMark } from '../draw';
import { beadsField, tailField, threadField } from '../fields';
import { middleMm, moved, outside, right } from '../ground';
import { holeProblem } from '../holes';
import { itemKind, TUCK } from '../kind';

export const framedBead = itemKind({
  kind: 'framed-bead',
  name: 'Bead framed by its wire',
  group: 'Beads',
  hint: 'Its own wire goes round it and is wrapped off.',
  place: 'point',
  traits: {},
  fields: {
    beads: beadsField(1),
    rounds: wholeField('Rounds', 1, 20),
    wraps: turnsField('Wraps on each side', 0, 60),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ beads: [plainBead()], rounds: 2, wraps: 4, thread, tailMm: 20 }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    const [bead] = item.beads;
    if (!run || !bead) return null;
    const d = item.thread.diameterMm;
    const spot = run.spot(middleMm(run));
    const rounds = Array.from({ length: item.rounds }, (_, i) => ({
      a: bead.lengthMm / 2 + (i + 0.5) * d,
      b: bead.acrossMm / 2 + (i + 0.5) * d,
    }));
    const framed = rounds.reduce((sum, r) => sum + ellipseRound(r.a, r.b), 0);
    const cutMm = bead.lengthMm + framed + 2 * stemWraps(item.wraps, d) + 2 * item.tailMm;
    const found = holeProblem(item, bead, { diameterMm: d, passes: 1, sagMm: 0, frame: false });
    const side = right(spot);
    const out = (ground.frameMm + bead.acrossMm) / 2 + item.rounds * d;
    const at = moved(spot.at, side, outside(ground, spot) * out);
    const { direction } = spot;
    const oval = ({ a, b }: { a: number; b: number }): Vec[] =>
      Array.from({ length: 49 }, (_, i) => {
        const t = (2 * Math.PI * i) / 48;
        return moved(moved(at, direction, a * Math.cos(t)), side, b * Math.sin(t));
      });
    const ends = [-1, 1].map((sign): Vec[] => {
      const from = moved(at, direction, sign * rounds.at(-1)!.a);
      return [from, moved(from, direction, sign * item.wraps * d)];
    });
    return {
      title: say`A bead framed by ${counted(item.rounds, 'round', 'rounds')} of its own wire`,
      counts: [
        { what: 'rounds', count: item.rounds },
        { what: 'wrap-side', count: Math.ceil(item.wraps) },
      ],
      wires: [
        {
          role: 'binding',
          name: 'Wire of the framed bead',
          wire: item.thread,
          cutMm,
          tailsMm: 2 * item.tailMm,
          count: 1,
        },
      ],
      beads: found ? [] : beadUses([bead]),
      findings: [],
      spans: [],
      marks: found
        ? []
        : [
            beadMark({ at, along: spot.direction, bead }),
            wireMark([...rounds.map(oval), ...ends], item.thread),
          ],
      notes: [say`Framed it is ${asLength(2 * rounds.at(-1)!.b + d)} wide.`],
      problems: found ? [found] : [],
    };
  },
  orders(item, { cut, beads }) {
    return [
      ...cut,
      say`Thread ${beads} to the middle of the wire; lead it round the bead ${item.rounds} times, each round outside the last.`,
      say`Wrap off with ${counted(item.wraps, 'wrap', 'wraps')} on each side, alike.`,
      TUCK,
    ];
  },
});
