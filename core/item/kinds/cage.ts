import { stoneWrap } from '../../element';
import { gramsField, lengthField, wholeField } from '../../field';
import type { Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { oval, wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { itemKind } from '../kind';
import { BARE } from '../layout';

export const cage = itemKind({
  kind: 'cage',
  name: 'Stone in a cage',
  group: 'Settings and findings',
  hint: 'Wrapped by girth and height.',
  place: 'free',
  traits: { alone: true, round: true, afterShaping: true },
  tool: 'chain-nose pliers',
  fields: {
    girthMm: lengthField('Girth', 5, 500, { scales: 'size' }),
    heightMm: lengthField('Height', 3, 300, { scales: 'size' }),
    grams: gramsField('Weight', 500),
    turns: wholeField('Turns round the girth', 1, 20),
    uprights: wholeField('Bands over the top', 0, 20),
    bailInsideMm: lengthField('Bail, inside across', 1, 40, { scales: 'loop' }),
    bailTurns: wholeField('Turns of the bail', 1, 20),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    girthMm: 50,
    heightMm: 22,
    grams: 6,
    turns: 2,
    uprights: 2,
    bailInsideMm: 5,
    bailTurns: 2,
    thread: { ...thread, diameterMm: 0.812 },
    tailMm: 15,
  }),
  layout(_ground, item) {
    const { thread, turns, uprights } = item;
    const d = thread.diameterMm;
    const parts = stoneWrap({
      girthMm: item.girthMm,
      heightMm: item.heightMm,
      turns,
      uprights,
      diameterMm: d,
      bailInsideMm: item.bailInsideMm,
      bailTurns: item.bailTurns,
    });
    const lengthMm = parts.girthMm + parts.uprightsMm + parts.crossingsMm + parts.bailMm;
    const at: Vec = { x: item.on.x, y: item.on.y };
    const [w, h] = [item.girthMm / Math.PI / 2, item.heightMm / 2];
    const bands = Array.from({ length: turns }, (_, i) =>
      // The front half of a turn round the girth, a little below its middle.
      oval({ x: at.x, y: at.y + (i - (turns - 1) / 2) * 1.6 * d }, w + d / 2, h * 0.16, 0, Math.PI),
    );
    const posts = Array.from({ length: uprights }, (_, i) => {
      const lean = uprights === 1 ? 0 : (2 * i) / (uprights - 1) - 1;
      return oval(at, w * 0.72 * lean, h + d / 2, -Math.PI / 2, Math.PI);
    });
    const bailY = at.y - h - (item.bailInsideMm + d) / 2;
    const bail = Array.from({ length: item.bailTurns }, (_, i) =>
      oval(
        {
          x: at.x + (i - (item.bailTurns - 1) / 2) * 0.5 * d,
          y: bailY,
        },
        (item.bailInsideMm + d) / 2,
        (item.bailInsideMm + d) / 2,
      ),
    );
    return {
      ...BARE,
      title: say`Stone in a cage, ${counted(turns, 'turn', 'turns')}, ${counted(uprights, 'band', 'bands')}`,
      counts: [
        { what: 'girth', count: turns },
        { what: 'band-over', count: uprights },
        { what: 'bound', count: 2 * turns * uprights },
      ],
      wires: [wireUse('setting', 'Wire of the cage', thread, lengthMm, item.tailMm)],
      findings: [{ name: 'Stone', count: 1, grams: item.grams }],
      spans: [],
      marks: [
        { kind: 'stone', at, widthMm: 2 * w, heightMm: 2 * h },
        wireMark([...posts, ...bands, ...bail], thread),
      ],
      eye: {
        up: { x: at.x, y: bailY - item.bailInsideMm / 2 },
        down: { x: at.x, y: bailY + item.bailInsideMm / 2 },
        insideMm: item.bailInsideMm,
        count: 1,
      },
      notes: [
        say`Girth ${asLength(parts.girthMm)}, bands ${asLength(parts.uprightsMm)}, crossings ${asLength(parts.crossingsMm)}, bail ${asLength(parts.bailMm)}.`,
      ],
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      say`Go ${item.turns} times round the girth, then ${counted(item.uprights, 'band', 'bands')} up and over the top; bind each crossing once.`,
      say`Wind the bail, ${counted(item.bailTurns, 'turn', 'turns')}, ${asLength(item.bailInsideMm)} inside, and tuck the ends behind the stone.`,
    ];
  },
});
