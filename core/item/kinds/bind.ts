import { bundleWrap } from '../../element';
import { turnsField, wholeField } from '../../field';
import { distance } from '../../geometry';
import { counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { middleMm, turnStroke } from '../ground';
import { itemKind, TUCK, type ItemTie } from '../kind';
import { BARE, type Problem } from '../layout';
import { GRIP, sleeve, stiffer } from '../stiffness';

/** A wire to be bound to lies this near, in wire diameters. */
export const BIND_REACH = 2.2;

export const bind = itemKind({
  kind: 'bind',
  name: 'Binding',
  group: 'Wraps and strands',
  hint: 'A crossing or two wires that touch.',
  place: 'point',
  traits: { winds: true, crosses: true, grips: true, holdsSeam: true, begins: 'crossing' },
  fields: {
    wraps: turnsField('Wraps', 1, 200),
    strands: wholeField('Wires bound together', 1, 12),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ strands: 2, wraps: 5, thread, tailMm: 20 }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, wraps, strands } = item;
    const d = thread.diameterMm;
    const { frameMm } = ground;
    const middle = middleMm(run);
    const beside =
      strands > 1 ? (ground.passesBeside(run, BIND_REACH * frameMm)[0]?.side ?? null) : 0;
    const problems: Problem[] =
      beside === null
        ? [
            {
              message: say`No second wire lies here to be bound to. Move it to a crossing or to a place where two wires touch.`,
              remedies: [
                { kind: 'item', label: say`Bind one wire only`, item: { ...item, strands: 1 } },
              ],
              refused: true,
            },
          ]
        : [];
    const lengthMm = bundleWrap(wraps, frameMm, strands, d);
    const crossing = ground.crossings.some((at) => distance(at, run.spot(middle).at) < 2 * frameMm);
    const width = crossing ? frameMm * 1.25 : (strands * frameMm) / 2;
    const shift = crossing ? 0 : (beside ?? 0) / 2;
    const strokes = Array.from({ length: Math.ceil(wraps) }, (_, i) =>
      turnStroke(run.spot(middle + (i - (wraps - 1) / 2) * d), width + d / 2, d, shift),
    );
    return {
      ...BARE,
      title: say`${strands > 1 ? (crossing ? 'Crossing bound' : say`${strands} wires bound`) : 'Wire wrapped'}, ${counted(Math.round(wraps), 'wrap', 'wraps')}`,
      counts: [{ what: 'wraps', count: Math.ceil(wraps) }],
      wires: [wireUse('binding', 'Binding wire', thread, lengthMm, item.tailMm)],
      spans: [{ wire: run.wire, fromMm: middle - (wraps * d) / 2, toMm: middle + (wraps * d) / 2 }],
      marks: beside === null ? [] : [wireMark(strokes, thread)],
      problems,
    };
  },
  orders(item, { cut, count }) {
    return [
      ...cut,
      say`Hold ${item.strands === 1 ? 'the wire' : say`the ${item.strands} wires`} flat and wind ${counted(count('wraps'), 'wrap', 'wraps')} side by side, each drawn tight.`,
      TUCK,
    ];
  },
  stiffens: (ground, { thread }) => stiffer(1 + GRIP * sleeve(ground.frameMm, thread.diameterMm)),
  ties(ground, item) {
    const run = ground.runAt(item.on);
    if (!run || item.strands < 2) return [];
    // Several wraps keep what they bind from turning too.
    return ground.passesBeside(run, BIND_REACH * ground.frameMm).map(({ wire, mm }): ItemTie => ({
      a: { wire: run.wire, mm: middleMm(run) },
      b: { wire, mm },
      how: 'fast',
    }));
  },
});
