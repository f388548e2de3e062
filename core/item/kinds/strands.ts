import { choiceField, wholeField } from '../../field';
import { asLength, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { alongPoints, moved, right, spanOf, spotsOf, turnsBack } from '../ground';
import { itemKind } from '../kind';
import { BARE } from '../layout';
import { stiffer } from '../stiffness';

/** Steps at which a strand is drawn and measured, mm. */
const FINE_MM = 0.1;

export const strands = itemKind({
  kind: 'strands',
  name: 'Strands beside the wire',
  group: 'Wraps and strands',
  hint: 'Inner and outer ones differ in a curve.',
  place: 'stretch',
  traits: { winds: true, inner: true },
  fields: {
    side: choiceField('Side, going along the wire', { left: 'left', right: 'right' }),
    strands: wholeField('Strands', 1, 12),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    strands: 2,
    side: 'left',
    thread: { ...thread, diameterMm: 0.644 },
    tailMm: 8,
  }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, strands } = item;
    const d = thread.diameterMm;
    const sign = item.side === 'right' ? 1 : -1;
    const spots = spotsOf(run, FINE_MM);
    const lines = Array.from({ length: strands }, (_, j) => {
      const aside = sign * ((ground.frameMm + d) / 2 + j * d);
      return spots.map((s) => moved(s.at, right(s), aside));
    });
    const lengths = lines.map((points) => alongPoints(points).at(-1)!);
    const folded = lines.some((points) => turnsBack(points, spots));
    return {
      ...BARE,
      title: say`${counted(strands, 'strand', 'strands')} beside ${asLength(run.lengthMm)}`,
      counts: [{ what: 'strands', count: strands }],
      wires: lengths.map((length, j) =>
        wireUse('strand', `Strand ${j + 1} beside the frame`, thread, length, item.tailMm),
      ),
      spans: [spanOf(run)],
      marks: lines.map((points) => wireMark([points], thread)),
      notes:
        strands > 1
          ? [
              say`The outermost is ${asLength(Math.abs(lengths.at(-1)! - lengths[0]!))} ${lengths.at(-1)! > lengths[0]! ? 'longer' : 'shorter'} than the innermost.`,
            ]
          : [],
      problems: folded
        ? [
            {
              message: say`The curve is too tight for strands on its inside.`,
              remedies: [
                {
                  kind: 'item',
                  label: say`Lay them on the other side`,
                  item: { ...item, side: item.side === 'left' ? 'right' : 'left' },
                },
              ],
              refused: true,
            },
          ]
        : [],
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      say`Lay ${item.strands === 1 ? 'the strand' : say`the ${item.strands} strands`} flat beside the frame and bend along; each further out is cut to its own length.`,
    ];
  },
  // Going along a mirrored wire left and right are exchanged.
  mirrored: (item) => ({ ...item, side: item.side === 'left' ? 'right' : 'left' }),
  stiffens: (ground, { strands, thread }) =>
    stiffer(1 + strands * (thread.diameterMm / ground.frameMm) ** 3),
});
