import { bundleWrap } from '../../element';
import { lengthField, turnsField, wholeField } from '../../field';
import { distance, sub, unit, type Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { moved, turnStroke } from '../ground';
import { itemKind } from '../kind';
import { BARE } from '../layout';

/** An arc through two points with a rise to the right of the way between them, as points. */
function bow(a: Vec, b: Vec, rise: number): { points: Vec[]; lengthMm: number } {
  const chord = distance(a, b);
  const along = chord > 0 ? unit(sub(b, a)) : { x: 1, y: 0 };
  const side = { x: -along.y, y: along.x };
  const half = 2 * Math.atan2(2 * Math.abs(rise), chord);
  if (half < 1e-6) return { points: [a, b], lengthMm: chord };
  const radius = chord / (2 * Math.sin(half));
  const sign = Math.sign(rise);
  const points = Array.from({ length: 33 }, (_, i) => {
    const t = -half + (2 * half * i) / 32;
    const x = chord / 2 + radius * Math.sin(t);
    const y = sign * (radius * Math.cos(t) - radius * Math.cos(half));
    return moved(moved(a, along, x), side, y);
  });
  return { points, lengthMm: 2 * half * radius };
}

export const fan = itemKind({
  kind: 'fan',
  name: 'Fanned bundle',
  group: 'Wraps and strands',
  hint: 'Bound at two places, opened out between.',
  place: 'stretch',
  traits: { winds: true },
  fields: {
    strands: wholeField('Strands', 2, 20),
    bowMm: lengthField('Bow of the outermost', 0, 100, { scales: 'size' }),
    wraps: turnsField('Wraps at each end', 1, 60),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({
    strands: 5,
    bowMm: 5,
    wraps: 4,
    thread: { ...thread, diameterMm: 0.511 },
    tailMm: 8,
  }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, strands, wraps } = item;
    const d = thread.diameterMm;
    const [a, b] = [run.spot(run.fromMm).at, run.spot(run.toMm).at];
    const bows = Array.from({ length: strands }, (_, i) =>
      bow(a, b, strands === 1 ? 0 : item.bowMm * ((2 * i) / (strands - 1) - 1)),
    );
    const along = distance(a, b) > 0 ? unit(sub(b, a)) : { x: 1, y: 0 };
    const strokes = [a, b].flatMap((at, end) =>
      Array.from({ length: Math.ceil(wraps) }, (_, i) =>
        turnStroke(
          { at: moved(at, along, (end === 0 ? 1 : -1) * (i + 0.5) * d), direction: along },
          (strands * d) / 3 + d,
          d,
        ),
      ),
    );
    // Equal bows left and right take equal wires: they are cut in pairs.
    const sizes = new Map<string, { lengthMm: number; count: number }>();
    for (const { lengthMm } of bows) {
      const key = lengthMm.toFixed(3);
      sizes.set(key, { lengthMm, count: (sizes.get(key)?.count ?? 0) + 1 });
    }
    return {
      ...BARE,
      title: say`${strands} strands bound at both ends and fanned out`,
      counts: [{ what: 'wrap-end', count: Math.ceil(wraps) }],
      wires: [
        ...[...sizes.values()].map((s, i) =>
          wireUse('strand', `Strand of the fan ${i + 1}`, thread, s.lengthMm, item.tailMm, s.count),
        ),
        wireUse(
          'binding',
          'Binding of the fan',
          thread,
          bundleWrap(wraps, d, strands, d),
          item.tailMm,
          2,
        ),
      ],
      spans: [],
      marks: [
        wireMark(
          bows.map((s) => s.points),
          thread,
        ),
        wireMark(strokes, thread),
      ],
      notes: [say`It opens ${asLength(2 * item.bowMm + d)} wide over ${asLength(distance(a, b))}.`],
    };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Bind the ${item.strands} strands flat at one end with ${counted(count('wrap-end'), 'wrap', 'wraps')}, then at the other.`,
      say`Ease the strands apart between the bindings, the outermost first, left and right alike.`,
    ];
  },
});
