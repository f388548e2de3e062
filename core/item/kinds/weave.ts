import { choiceField, wholeField, wholeOrField } from '../../field';
import { asLength, asThickness, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { spanOf } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE, type Problem } from '../layout';
import { laced, WEAVE_TIES } from '../pairs';
import { GRIP, sleeve, stiffer, WEAVE_GRIP } from '../stiffness';
import { wovenBetween } from '../woven';

export const weave = itemKind({
  kind: 'weave',
  name: 'Figure-eight weave',
  group: 'Weaves',
  hint: 'Between two stretches, at their real distance.',
  place: 'stretches',
  traits: { winds: true, fills: true, holdsSeam: true, pulled: true },
  fields: {
    from: choiceField('Woven from', { first: 'first end', last: 'last end' }),
    wraps: wholeField('Wraps a side', 1, 20),
    rows: wholeOrField('Rows', 1, 2_000, 'fills the shorter stretch'),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ wraps: 2, rows: null, from: 'first', thread, tailMm: 20 }),
  layout(ground, item) {
    const [first, second] = [ground.runAt(item.on), ground.runAt(item.to)];
    if (!first || !second) return null;
    const { thread, wraps } = item;
    const d = thread.diameterMm;
    const woven = wovenBetween(ground, first, second, {
      diameterMm: d,
      wraps,
      rows: item.rows,
      forth: item.from === 'first',
    });
    const { narrowMm: narrow, wideMm: wide, overMm: lengthMm, stepMm: step, strokes: runs } = woven;
    const problems: Problem[] = [];
    if (woven.rows === 0) {
      problems.push({
        message: say`There is no room for a row on ${asLength(lengthMm)}.`,
        remedies: [],
        refused: true,
      });
    }
    if (narrow < d - 1e-6) {
      const thinner = Number(Math.max(0.1, narrow * 0.95).toFixed(2));
      problems.push({
        message: say`The gap closes to ${asThickness(Math.max(0, narrow))}: ${asThickness(d)} wire does not pass between. Those rows are reckoned as if it just did.`,
        remedies:
          narrow > 0.12
            ? [
                {
                  kind: 'item',
                  label: say`Weave with ${asThickness(thinner)}`,
                  item: { ...item, thread: { ...thread, diameterMm: thinner } },
                },
              ]
            : [],
        refused: false,
      });
    }
    if (item.rows !== null && woven.rows < item.rows) {
      problems.push({
        message: say`There is room for ${woven.rows} of ${item.rows} rows.`,
        remedies: [{ kind: 'item', label: say`Fill the stretch`, item: { ...item, rows: null } }],
        refused: false,
      });
    }
    return {
      ...BARE,
      title: say`Figure-eight weave, ${counted(woven.rows, 'row', 'rows')}, ${counted(wraps, 'wrap', 'wraps')} a side`,
      counts: [{ what: 'rows', count: woven.rows }],
      wires: [wireUse('binding', 'Weaving wire', thread, woven.lengthMm, item.tailMm)],
      spans: [spanOf(first), spanOf(second)],
      marks: woven.rows > 0 ? [wireMark(runs, thread)] : [],
      notes:
        woven.rows > 0
          ? [
              say`Covers ${asLength(woven.rows * step)} of ${asLength(lengthMm)}; the gap goes from ${asLength(Math.max(0, narrow))} to ${asLength(wide)}. Equal wraps on both sides: ${woven.rows * wraps} each.`,
            ]
          : [],
      problems,
    };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Weave from the ${item.from} end: ${counted(item.wraps, 'wrap', 'wraps')} on one frame wire, across between them, ${item.wraps} on the other; ${counted(count('rows'), 'row', 'rows')}.`,
      say`Keep both sides level: the same count left and right.`,
      TUCK,
    ];
  },
  stiffens: (ground, { thread }) =>
    stiffer(1 + GRIP * WEAVE_GRIP * sleeve(ground.frameMm, thread.diameterMm)),
  ties(ground, item) {
    const [first, second] = [ground.runAt(item.on), ground.runAt(item.to)];
    return first && second ? laced(first, second, WEAVE_TIES, item.thread) : [];
  },
});
