import { loopLength, stemWraps } from '../../element';
import { choiceField, lengthField, turnsField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { plainBead } from '../bead';
import { beadMark, beadUses, wireMark } from '../draw';
import { beadsField, tailField, threadField } from '../fields';
import { holesOfOwnWire } from '../holes';
import { itemKind } from '../kind';
import type { ItemEye } from '../layout';

const circle = (center: Vec, radius: number, steps = 28): Vec[] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / steps;
    return { x: center.x + radius * Math.cos(angle), y: center.y + radius * Math.sin(angle) };
  });

/** The ring that a wire's foot is rolled to, just below the beads. */
const footEye = ({ x, y }: Vec, d: number): ItemEye => ({
  up: { x, y: y + d },
  down: { x, y: y + 2 * d },
  insideMm: d,
  count: 1,
});

export const drop = itemKind({
  kind: 'drop',
  name: 'Bead hanging',
  group: 'Beads',
  hint: 'From an eye or a point of the wire.',
  place: 'point',
  traits: { alone: true, hangs: true, swings: true, afterShaping: true, begins: 'hang' },
  tool: 'round-nose pliers',
  fields: {
    by: choiceField('Hangs on', { 'head-pin': 'head pin', wire: 'wire with a rolled foot' }),
    beads: beadsField(),
    insideMm: lengthField('Loop, inside across', 0.8, 30, { scales: 'loop' }),
    wraps: turnsField('Wraps on its stem', 0, 30),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    beads: [plainBead('Drop bead', 6, 'mist')],
    by: 'head-pin',
    thread: { ...thread, diameterMm: 0.511 },
    insideMm: 2.5,
    wraps: 2,
    tailMm: 2,
  }),
  layout(ground, item) {
    const top = ground.hangPoint(item.on)?.down;
    if (!top) return null;
    const d = item.thread.diameterMm;
    const length = item.beads.reduce((sum, bead) => sum + bead.lengthMm, 0);
    const stem = item.wraps * d;
    const foot = item.by === 'wire' ? loopLength(d, d) : 0;
    const cutMm =
      length + loopLength(item.insideMm, d) + stem + stemWraps(item.wraps, d) + foot + item.tailMm;
    const problems = holesOfOwnWire(item);
    const refused = problems.length > 0;
    const radius = (item.insideMm + d) / 2;
    const center = { x: top.x, y: top.y + item.insideMm / 2 };
    const neck = center.y + radius;
    let y = neck + stem;
    const placed = item.beads.map((bead) => {
      const at = { x: top.x, y: y + bead.lengthMm / 2 };
      y += bead.lengthMm;
      return { bead, at, along: { x: 0, y: 1 } };
    });
    const wraps = Array.from({ length: Math.ceil(item.wraps) }, (_, i) => [
      { x: top.x - d, y: neck + (i + 0.7) * d },
      { x: top.x + d, y: neck + (i + 0.3) * d },
    ]);
    return {
      title: say`${item.beads.length === 1 ? 'A bead' : counted(item.beads.length, 'bead', 'beads')} hanging`,
      counts: item.wraps > 0 ? [{ what: 'wraps', count: Math.ceil(item.wraps) }] : [],
      wires: [
        {
          role: 'finding',
          name: item.by === 'head-pin' ? 'Head pin, trimmed' : 'Wire of the drop',
          wire: item.thread,
          cutMm,
          tailsMm: item.tailMm,
          count: 1,
        },
      ],
      beads: refused ? [] : beadUses(item.beads),
      ...(item.by === 'wire' && !refused && { eye: footEye({ x: top.x, y }, d) }),
      findings: item.by === 'head-pin' ? [{ name: 'Head pin', count: 1, grams: 0 }] : [],
      spans: [],
      marks: refused
        ? []
        : [
            wireMark(
              [
                circle(center, radius),
                [
                  { x: top.x, y: neck },
                  { x: top.x, y: y + d / 2 },
                ],
                [
                  { x: top.x - d, y: y + d / 2 },
                  { x: top.x + d, y: y + d / 2 },
                ],
                ...wraps,
              ],
              item.thread,
            ),
            ...placed.map(beadMark),
          ],
      notes: [
        say`It hangs ${asLength(y + d - top.y)} down${item.wraps === 0 ? '; its loop can be opened again' : ''}.`,
      ],
      problems,
    };
  },
  orders(item, { cut, beads }) {
    return [
      ...cut,
      say`Thread ${beads} on ${item.by === 'head-pin' ? 'the head pin' : 'the wire, its foot rolled to a small ring'}.`,
      say`Turn the loop, ${asLength(item.insideMm)} inside, hang it in${item.wraps > 0 ? say`, and close it with ${counted(item.wraps, 'wrap', 'wraps')} on its stem` : ' and close it sideways'}.`,
    ];
  },
});
