import { lengthField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, asThickness, say } from '../../words';
import { guideWires, wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import {
  bandFields,
  bandLength,
  bandProblems,
  guideOrders,
  loopLines,
  outerGuides,
  widestMm,
} from '../guides';
import { itemKind } from '../kind';
import { BARE } from '../layout';

export const guided = itemKind({
  kind: 'guided',
  name: 'Band of loops',
  group: 'Wraps and strands',
  hint: 'Wound on guides that are pulled out, closed to a ring.',
  place: 'free',
  traits: { alone: true, round: true },
  tool: 'guide wires',
  fields: {
    ...bandFields,
    pitchMm: lengthField('Loop to loop', 0.2, 30, { decimals: 2, scales: 'wire' }),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    guideMm: 1,
    spreadsMm: [3],
    loops: 24,
    pitchMm: 0.8,
    thread: { ...thread, diameterMm: 0.405 },
    tailMm: 15,
  }),
  layout(_ground, item) {
    const { thread, loops, guideMm, pitchMm } = item;
    const d = thread.diameterMm;
    const at: Vec = { x: item.on.x, y: item.on.y };
    const inner = (loops * pitchMm) / (2 * Math.PI);
    const rows = loopLines(item, d, pitchMm, (i) => {
      const angle = -Math.PI / 2 + (2 * Math.PI * i) / loops;
      const out = { x: Math.cos(angle), y: Math.sin(angle) };
      const far = inner + (guideMm + d) / 2;
      return { at: { x: at.x + far * out.x, y: at.y + far * out.y }, out };
    });
    const problems = bandProblems(item, d, pitchMm, {
      closed: true,
      wider: { kind: 'item', label: say`${asThickness(d)} apart`, item: { ...item, pitchMm: d } },
    });
    return {
      ...BARE,
      title: say`Band of ${loops} loops, closed to a ring`,
      counts: [{ what: 'loops', count: loops }],
      wires: [
        wireUse('binding', 'Wire of the band', thread, bandLength(item, d, pitchMm), item.tailMm),
        guideWires(thread, guideMm, loops * pitchMm, 1 + outerGuides(item).length),
      ],
      spans: [],
      marks: problems.some((p) => p.refused) ? [] : [wireMark(rows, thread)],
      notes: [
        say`Closed, it is ${asLength(2 * (inner + widestMm(item) + d))} across with an opening of ${asLength(2 * inner - d)}. The guides are used again.`,
      ],
      problems,
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      ...guideOrders(item, item.pitchMm),
      say`Thread the tail through all the loops in place of the inner guide, then pull the guides out.`,
      say`Bring the band round to a ring so that the gap between its last loop and its first is like all others, and join its tails.`,
    ];
  },
});
