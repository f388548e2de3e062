import { coilTurn, cuppedWidth, loopLength, stemWraps } from '../../element';
import { lengthField, turnsField, wholeField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { itemKind } from '../kind';
import { BARE } from '../layout';

export const rosette = itemKind({
  kind: 'rosette',
  name: 'Rosette',
  group: 'Wraps and strands',
  hint: 'The turns of a coil fanned into petals.',
  place: 'free',
  traits: { alone: true, round: true, afterShaping: true },
  tool: 'mandrel, chain-nose pliers',
  fields: {
    petals: wholeField('Petals', 3, 60),
    insideMm: lengthField('Coil, inside across', 1, 100, { scales: 'loop' }),
    riseMm: lengthField('Cupped by', 0, 60, { scales: 'size' }),
    wraps: turnsField('Wraps at the back', 0, 60),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    petals: 8,
    insideMm: 6,
    riseMm: 0,
    wraps: 4,
    thread: { ...thread, diameterMm: 0.511 },
    tailMm: 15,
  }),
  layout(_ground, item) {
    const { thread, petals, wraps } = item;
    const d = thread.diameterMm;
    const round = loopLength(item.insideMm, d);
    const at: Vec = { x: item.on.x, y: item.on.y };
    // A round turn pressed into a petal keeps its length: an oval of half its width.
    const reach = round * 0.42;
    const leaf = (i: number): Vec[] => {
      const angle = -Math.PI / 2 + (2 * Math.PI * i) / petals;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const wide = Math.min(round * 0.16, reach * Math.sin(Math.PI / petals));
      return Array.from({ length: 33 }, (_, k) => {
        const t = (2 * Math.PI * k) / 32;
        const x = (reach / 2) * (1 - Math.cos(t));
        const y = wide * Math.sin(t);
        return { x: at.x + x * c - y * s, y: at.y + x * s + y * c };
      });
    };
    const flat = 2 * reach;
    return {
      ...BARE,
      title: say`Rosette of ${petals} petals`,
      counts: [
        { what: 'coil-turn', count: petals },
        { what: 'wrap-back', count: Math.ceil(wraps) },
      ],
      wires: [
        wireUse(
          'binding',
          'Coil of the rosette',
          thread,
          petals * coilTurn(item.insideMm, d) + stemWraps(wraps, d),
          item.tailMm,
        ),
      ],
      spans: [],
      marks: [
        wireMark(
          Array.from({ length: petals }, (_, i) => leaf(i)),
          thread,
        ),
      ],
      notes: [
        item.riseMm > 0
          ? say`Flat it is ${asLength(flat)} wide, cupped by ${asLength(item.riseMm)} ${asLength(cuppedWidth(flat, item.riseMm))}; the wire stays the same.`
          : say`It is ${asLength(flat)} wide.`,
      ],
    };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Wind ${item.petals} close turns, ${asLength(item.insideMm)} inside; run the tail through the coil and draw it to a ring.`,
      say`Fan the turns into petals, even all round; gather them at the back with ${counted(count('wrap-back'), 'wrap', 'wraps')}.`,
      ...(item.riseMm > 0
        ? [say`Cup it over a ball or in a hollow by ${asLength(item.riseMm)}.`]
        : []),
    ];
  },
});
