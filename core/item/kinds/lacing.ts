import { coilTurn } from '../../element';
import { wholeField } from '../../field';
import { distance } from '../../geometry';
import { say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { spanOf, turnStroke, type Spot } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE } from '../layout';
import { laced, paired, WEAVE_TIES } from '../pairs';
import { GRIP, sleeve, stiffer, WEAVE_GRIP } from '../stiffness';

export const lacing = itemKind({
  kind: 'lacing',
  name: 'Lacing',
  group: 'Weaves',
  hint: 'To and fro between two stretches.',
  place: 'stretches',
  traits: { winds: true, fills: true, pulled: true },
  fields: {
    points: wholeField('Places a side', 2, 200),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ points: 6, thread, tailMm: 20 }),
  layout(ground, item) {
    const [first, second] = [ground.runAt(item.on), ground.runAt(item.to)];
    if (!first || !second) return null;
    const { thread, points } = item;
    const d = thread.diameterMm;
    const { a, b } = paired(first, second);
    const stops: Spot[] = [];
    for (let i = 0; i < points; i++) {
      const t = i / (points - 1);
      stops.push(a(t), b(t));
    }
    const straight = stops.slice(1).reduce((sum, s, i) => sum + distance(s.at, stops[i]!.at), 0);
    // At each stop the wire goes half way round what it is laced through.
    const round = (stops.length * coilTurn(ground.frameMm, d)) / 2;
    const reach = (ground.frameMm + d) / 2;
    return {
      ...BARE,
      title: say`Lacing through ${points} places a side`,
      counts: [{ what: 'places', count: 2 * points }],
      wires: [wireUse('binding', 'Lacing wire', thread, straight + round, item.tailMm)],
      spans: [spanOf(first), spanOf(second)],
      marks: [
        wireMark([stops.map((s) => s.at)], thread),
        wireMark(
          stops.map((s) => turnStroke(s, reach, d)),
          thread,
        ),
      ],
    };
  },
  orders(item, { cut }) {
    return [...cut, say`Lace to and fro through ${item.points} places a side, drawn evenly.`, TUCK];
  },
  stiffens: (ground, { thread }) =>
    stiffer(1 + GRIP * WEAVE_GRIP * sleeve(ground.frameMm, thread.diameterMm)),
  ties(ground, item) {
    const [first, second] = [ground.runAt(item.on), ground.runAt(item.to)];
    const count = Math.min(WEAVE_TIES, item.points);
    return first && second ? laced(first, second, count, item.thread) : [];
  },
});
