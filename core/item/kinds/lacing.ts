import { wholeField } from '../../field';
import { say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { spanOf } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE } from '../layout';
import { laced, WEAVE_TIES } from '../pairs';
import { GRIP, sleeve, stiffer, WEAVE_GRIP } from '../stiffness';
import { lacedBetween } from '../woven';

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
    const { diameterMm } = thread;
    const laid = lacedBetween(ground, first, second, { diameterMm, points, forth: true });
    return {
      ...BARE,
      title: say`Lacing through ${points} places a side`,
      counts: [{ what: 'places', count: 2 * points }],
      wires: [wireUse('binding', 'Lacing wire', thread, laid.lengthMm, item.tailMm)],
      spans: [spanOf(first), spanOf(second)],
      marks: [wireMark(laid.strokes, thread)],
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
