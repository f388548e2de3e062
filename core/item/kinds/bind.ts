import { strandsWrap } from '../../element';
import { turnsField, wholeOrField } from '../../field';
import { distance, dot, sub } from '../../geometry';
import { counted, say } from '../../words';
import { boundAt, bundleSpot, fewerThere, MOST_BOUND } from '../bundle';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { middleMm, moved, right, turnStroke } from '../ground';
import { itemKind, TUCK, type ItemTie } from '../kind';
import { BARE, type Problem } from '../layout';
import { GRIP, sleeve, stiffer } from '../stiffness';

export const bind = itemKind({
  kind: 'bind',
  name: 'Binding',
  group: 'Wraps and strands',
  hint: 'A crossing or two wires that touch.',
  place: 'point',
  traits: { winds: true, crosses: true, grips: true, holdsSeam: true, begins: 'crossing' },
  fields: {
    wraps: turnsField('Wraps', 1, 200),
    strands: wholeOrField('Wires bound together', 1, MOST_BOUND, 'all that lie here'),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ strands: null, wraps: 5, thread, tailMm: 20 }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, wraps } = item;
    const d = thread.diameterMm;
    const { frameMm } = ground;
    const middle = middleMm(run);
    const here = run.spot(middle);
    const bound = boundAt(ground, run, item.strands);
    const { strands, bundle, there } = bound;
    const problems: Problem[] =
      there > 1 || item.strands === 1
        ? []
        : [
            {
              message: say`No second wire lies here to be bound to. Move it to a crossing or to a place where two wires touch.`,
              remedies: [
                { kind: 'item', label: say`Bind one wire only`, item: { ...item, strands: 1 } },
              ],
              refused: true,
            },
          ];
    const lengthMm = strandsWrap(wraps, bundle, d);
    const crossing = ground.crossings.some((at) => distance(at, here.at) < 2 * frameMm);
    const width = crossing ? frameMm * 1.25 : bundle.reduce((sum, mm) => sum + mm, 0) / 2;
    const middleOf = bundleSpot(bound) ?? here;
    const shift = crossing ? 0 : dot(sub(middleOf.at, here.at), right(here));
    const strokes = Array.from({ length: Math.ceil(wraps) }, (_, i) =>
      // What is bound lies straight under its wraps.
      turnStroke(
        { ...here, at: moved(here.at, here.direction, (i - (wraps - 1) / 2) * d) },
        width + d / 2,
        d,
        shift,
      ),
    );
    return {
      ...BARE,
      title: say`${strands > 1 ? (crossing && strands === 2 ? 'Crossing bound' : say`${strands} wires bound`) : 'Wire wrapped'}, ${counted(Math.round(wraps), 'wrap', 'wraps')}`,
      counts: [
        { what: 'wraps', count: Math.ceil(wraps) },
        { what: 'bundle', count: strands },
      ],
      wires: [wireUse('binding', 'Binding wire', thread, lengthMm, item.tailMm)],
      spans: [{ wire: run.wire, fromMm: middle - (wraps * d) / 2, toMm: middle + (wraps * d) / 2 }],
      held: problems.length > 0 ? [] : bound.taken,
      marks: problems.length > 0 ? [] : [wireMark(strokes, thread)],
      notes: problems.length > 0 ? [] : fewerThere(bound),
      problems,
    };
  },
  orders(_item, { cut, count }) {
    const strands = count('bundle');
    return [
      ...cut,
      say`Hold ${strands === 1 ? 'the wire' : say`the ${strands} wires`} flat and wind ${counted(count('wraps'), 'wrap', 'wraps')} side by side, each drawn tight.`,
      TUCK,
    ];
  },
  stiffens: (ground, { thread }) => stiffer(1 + GRIP * sleeve(ground.frameMm, thread.diameterMm)),
  ties(ground, item) {
    const run = ground.runAt(item.on);
    if (!run || item.strands === 1) return [];
    // Several wraps keep what they bind from turning too.
    return boundAt(ground, run, item.strands)
      .taken.slice(1)
      .map(({ wire, mm }): ItemTie => ({
        a: { wire: run.wire, mm: middleMm(run) },
        b: { wire, mm },
        how: 'fast',
      }));
  },
});
