import { loopLength } from '../../element';
import { keptLength, lengthField } from '../../field';
import { say } from '../../words';
import { ALMOST_ROUND, at, ring, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const loop = endKind({
  kind: 'loop',
  name: 'Simple loop',
  turns: true,
  sum: true,
  fields: {
    insideMm: lengthField('loop, inside across', 0.5, 200, LOOP),
    tailMm: keptLength(1_000),
  },
})({
  first: { insideMm: 2.5, tailMm: 0 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [{ name: 'Simple loop', lengthMm: loopLength(e.insideMm, d) }, ...tail(e.tailMm)],
      shape: [ring(at(0, r), r, -Math.PI / 2, ALMOST_ROUND)],
      eye: { center: at(0, r), insideMm: e.insideMm },
      square: e.turned ?? false,
    };
  },
  order: (end, { where, over }) => say`Turn the loop at ${where}, ${over(end.insideMm)}.`,
});
