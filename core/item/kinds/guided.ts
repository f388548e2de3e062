import { guidedTurn } from '../../element';
import { lengthField, wholeField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, asThickness, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { itemKind } from '../kind';
import { BARE, type Problem } from '../layout';

export const guided = itemKind({
  kind: 'guided',
  name: 'Band of loops',
  group: 'Wraps and strands',
  hint: 'Wound on two guides that are pulled out, closed to a ring.',
  place: 'free',
  traits: { alone: true, round: true },
  tool: 'two guide wires',
  fields: {
    loops: wholeField('Loops', 3, 400),
    guideMm: lengthField('Guide wire', 0.3, 20, { decimals: 2, scales: 'wire' }),
    spreadMm: lengthField('Guides apart', 0, 100, { scales: 'size' }),
    pitchMm: lengthField('Loop to loop', 0.2, 30, { decimals: 2, scales: 'wire' }),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    guideMm: 1,
    spreadMm: 3,
    loops: 24,
    pitchMm: 0.8,
    thread: { ...thread, diameterMm: 0.405 },
    tailMm: 15,
  }),
  layout(_ground, item) {
    const { thread, loops, guideMm, spreadMm, pitchMm } = item;
    const d = thread.diameterMm;
    const at: Vec = { x: item.on.x, y: item.on.y };
    const inner = (loops * pitchMm) / (2 * Math.PI);
    const across = spreadMm + guideMm;
    const rows = Array.from({ length: loops }, (_, i): Vec[] => {
      const angle = -Math.PI / 2 + (2 * Math.PI * i) / loops;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const half = Math.min(pitchMm * 0.45, (guideMm + d) / 2);
      return Array.from({ length: 25 }, (_, k) => {
        const t = (2 * Math.PI * k) / 24;
        const x = inner + (across / 2) * (1 - Math.cos(t));
        const y = half * Math.sin(t);
        return { x: at.x + x * c - y * s, y: at.y + x * s + y * c };
      });
    });
    const problems: Problem[] =
      pitchMm < d - 1e-9
        ? [
            {
              message: say`Loops ${asThickness(pitchMm)} apart do not fit beside each other in ${asThickness(d)} wire.`,
              remedies: [
                {
                  kind: 'item',
                  label: say`${asThickness(d)} apart`,
                  item: { ...item, pitchMm: d },
                },
              ],
              refused: true,
            },
          ]
        : [];
    return {
      ...BARE,
      title: say`Band of ${loops} loops, closed to a ring`,
      counts: [{ what: 'loops', count: loops }],
      wires: [
        wireUse(
          'binding',
          'Wire of the band',
          thread,
          loops * guidedTurn(guideMm, spreadMm, d, pitchMm),
          item.tailMm,
        ),
        wireUse(
          'setting',
          'Guide wires, pulled out afterwards',
          { ...thread, diameterMm: guideMm },
          loops * pitchMm + 40,
          0,
          2,
        ),
      ],
      spans: [],
      marks: problems.length > 0 ? [] : [wireMark(rows, thread)],
      notes: [
        say`Closed, it is ${asLength(2 * (inner + across + d))} across with an opening of ${asLength(2 * inner - d)}. The guides are used again.`,
      ],
      problems,
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      say`Hold the two guides ${asLength(item.spreadMm)} apart, middle to middle, and wind ${counted(item.loops, 'loop', 'loops')}, ${asLength(item.pitchMm)} from each to the next.`,
      say`Thread the tail through all the loops in place of the inner guide, then pull both guides out.`,
      say`Bring the band round to a ring and join its tails.`,
    ];
  },
});
