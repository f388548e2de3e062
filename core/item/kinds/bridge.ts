import { coilTurn } from '../../element';
import { turnsField } from '../../field';
import { distance, sub, unit } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { plainBead } from '../bead';
import { beadMark, beadUses, wireMark } from '../draw';
import { beadsField, tailField, threadField } from '../fields';
import { middleMm, moved, turnStroke, type Run } from '../ground';
import { holesOfOwnWire } from '../holes';
import { itemKind, TUCK, type ItemTie } from '../kind';

export const bridge = itemKind({
  kind: 'bridge',
  name: 'Bead across an opening',
  group: 'Beads',
  hint: 'On a thin wire from one point to another.',
  place: 'points',
  traits: { winds: true, round: true, afterShaping: true },
  fields: {
    beads: beadsField(),
    wraps: turnsField('Wraps on each side', 1, 100),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ beads: [plainBead()], wraps: 4, thread, tailMm: 20 }),
  layout(ground, item) {
    const [a, b] = [ground.runAt(item.on), ground.runAt(item.to)];
    if (!a || !b) return null;
    const { thread, wraps } = item;
    const d = thread.diameterMm;
    const [from, to] = [a.spot((a.fromMm + a.toMm) / 2), b.spot((b.fromMm + b.toMm) / 2)];
    const chord = distance(from.at, to.at);
    const free = Math.max(0, chord - ground.frameMm);
    const length = item.beads.reduce((sum, bead) => sum + bead.lengthMm, 0);
    const along = chord > 0 ? unit(sub(to.at, from.at)) : { x: 1, y: 0 };
    const problems = holesOfOwnWire(item);
    if (length > free + 1e-6) {
      const fewer = item.beads.slice(0, -1);
      problems.push({
        message: say`The opening is ${asLength(free)} wide and the beads are ${asLength(length)} long together.`,
        remedies:
          fewer.length > 0
            ? [{ kind: 'item', label: say`One bead fewer`, item: { ...item, beads: fewer } }]
            : [],
        refused: true,
      });
    }
    const refused = problems.length > 0;
    let mm = (chord - length) / 2;
    const placed = item.beads.map((bead) => {
      const at = moved(from.at, along, mm + bead.lengthMm / 2);
      mm += bead.lengthMm;
      return { bead, at, along };
    });
    const reach = (ground.frameMm + d) / 2;
    const strokes = [a, b].flatMap((run) =>
      Array.from({ length: Math.ceil(wraps) }, (_, i) =>
        turnStroke(run.spot(middleMm(run) + (i - (wraps - 1) / 2) * d), reach, d),
      ),
    );
    return {
      title: say`${item.beads.length === 1 ? 'A bead' : counted(item.beads.length, 'bead', 'beads')} across ${asLength(free)}`,
      counts: [{ what: 'wrap-side', count: Math.ceil(wraps) }],
      wires: [
        {
          role: 'binding',
          name: 'Wire across the opening',
          wire: thread,
          cutMm: chord + 2 * wraps * coilTurn(ground.frameMm, d) + 2 * item.tailMm,
          tailsMm: 2 * item.tailMm,
          count: 1,
        },
      ],
      beads: refused ? [] : beadUses(item.beads),
      findings: [],
      spans: [a, b].map((run) => ({
        wire: run.wire,
        fromMm: middleMm(run) - (wraps * d) / 2,
        toMm: middleMm(run) + (wraps * d) / 2,
      })),
      marks: refused
        ? []
        : [wireMark([[from.at, to.at], ...strokes], thread), ...placed.map(beadMark)],
      notes:
        length < free ? [say`${asLength(free - length)} of bare wire shows beside the beads.`] : [],
      problems,
    };
  },
  orders(item, { cut, beads }) {
    return [
      ...cut,
      say`Wind ${counted(item.wraps, 'wrap', 'wraps')} on one side, thread ${beads}, draw the wire straight across and wind ${item.wraps} on the other side.`,
      TUCK,
    ];
  },
  ties(ground, item) {
    const [from, to] = [ground.runAt(item.on), ground.runAt(item.to)];
    if (!from || !to) return [];
    const place = (run: Run): ItemTie['a'] => ({ wire: run.wire, mm: middleMm(run) });
    return [{ a: place(from), b: place(to), how: { thread: item.thread } }];
  },
});
