import { strandsWrap } from '../../element';
import { turnsField, wholeField } from '../../field';
import { distance } from '../../geometry';
import { counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { middleMm, turnStroke, type Beside, type Ground, type Run } from '../ground';
import { itemKind, TUCK, type ItemTie } from '../kind';
import { BARE, type Problem } from '../layout';
import { GRIP, sleeve, stiffer } from '../stiffness';

/** A wire to be bound to lies this near, in wire diameters. */
export const BIND_REACH = 2.2;

/** The passes that a binding takes in: no further off than wires that touch, and a little. */
function boundBeside(ground: Ground, run: Run): readonly Beside[] {
  const { frameMm, thickMm } = ground;
  const widest = Math.max(frameMm, ...thickMm);
  return ground
    .passesBeside(run, BIND_REACH * widest)
    .filter((b) => b.farMm <= BIND_REACH * ((frameMm + (thickMm[b.wire] ?? frameMm)) / 2));
}

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
    const others = strands > 1 ? boundBeside(ground, run) : [];
    const beside = strands > 1 ? (others[0]?.side ?? null) : 0;
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
    const bundle = Array.from({ length: strands }, (_, i) =>
      i === 0 ? frameMm : (ground.thickMm[others[i - 1]?.wire ?? run.wire] ?? frameMm),
    );
    const lengthMm = strandsWrap(wraps, bundle, d);
    const crossing = ground.crossings.some((at) => distance(at, run.spot(middle).at) < 2 * frameMm);
    const width = crossing ? frameMm * 1.25 : bundle.reduce((sum, mm) => sum + mm, 0) / 2;
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
    return boundBeside(ground, run).map(({ wire, mm }): ItemTie => ({
      a: { wire: run.wire, mm: middleMm(run) },
      b: { wire, mm },
      how: 'fast',
    }));
  },
});
