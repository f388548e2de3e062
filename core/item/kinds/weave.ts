import { eightAdvance, weaveBetween, type Eight } from '../../element';
import { choiceField, wholeField, wholeOrField } from '../../field';
import { distance, sub, unit, type Vec } from '../../geometry';
import { asLength, asThickness, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { moved, spanOf, turnStroke } from '../ground';
import { itemKind, TUCK } from '../kind';
import { BARE, type Problem } from '../layout';
import { laced, paired, WEAVE_TIES } from '../pairs';
import { GRIP, sleeve, stiffer, WEAVE_GRIP } from '../stiffness';

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
    // Wires of two thicknesses take as much together as two of their mean.
    const thick = (wire: number): number => ground.thickMm[wire] ?? ground.frameMm;
    const frameMm = (thick(first.wire) + thick(second.wire)) / 2;
    const d = thread.diameterMm;
    const eight: Eight = { diameterMm: d, frameMm, wraps };
    const { a, b, lengthMm } = paired(first, second);
    const share = (mm: number): number => {
      const t = lengthMm > 0 ? mm / lengthMm : 0;
      return item.from === 'first' ? t : 1 - t;
    };
    const gapAt = (mm: number): number => distance(a(share(mm)).at, b(share(mm)).at) - frameMm;
    const woven = weaveBetween(eight, lengthMm, gapAt, item.rows);
    const step = eightAdvance(eight);
    const narrow = Math.min(...woven.gapsMm, Infinity);
    const wide = Math.max(...woven.gapsMm, 0);
    const reach = (frameMm + d) / 2;
    const runs: Vec[][] = [];
    for (let i = 0; i < woven.rows; i++) {
      const at = i * step;
      for (let w = 0; w < wraps; w++) {
        const t = share(at + (w + 0.5) * d);
        runs.push(turnStroke(a(t), reach, d), turnStroke(b(t), reach, d));
      }
      const [p, q] = [a(share(at + 0.5 * d)), b(share(at + step / 2))];
      const across = distance(p.at, q.at) > 0 ? unit(sub(q.at, p.at)) : { x: 1, y: 0 };
      runs.push([moved(p.at, across, reach * 0.8), moved(q.at, across, -reach * 0.8)]);
    }
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
