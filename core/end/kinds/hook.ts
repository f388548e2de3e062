import { keptLength, lengthField } from '../../field';
import { line } from '../../geometry';
import { asLength, say } from '../../words';
import { at, ring, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const hook = endKind({
  kind: 'hook',
  name: 'Hook',
  turns: true,
  sum: true,
  fields: {
    insideMm: lengthField('inside across', 0.5, 200, LOOP),
    legMm: lengthField('leg', 0, 200, LOOP),
    tailMm: keptLength(1_000),
  },
})({
  first: { insideMm: 5, legMm: 6, tailMm: 0 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      square: e.turned ?? false,
      parts: [
        { name: 'Hook', lengthMm: Math.PI * r },
        { name: 'Leg of the hook', lengthMm: e.legMm },
        ...tail(e.tailMm),
      ],
      shape: [ring(at(0, r), r, -Math.PI / 2, Math.PI), line(at(0, 2 * r), at(-e.legMm, 2 * r))],
      eye: { center: at(0, r), insideMm: e.insideMm },
    };
  },
  order: (end, { where, over }) =>
    say`Bend the hook at ${where}, ${over(end.insideMm)}, with a leg of ${asLength(end.legMm)}.`,
});
