import { loopLength } from '../../element';
import { keptLength, lengthField } from '../../field';
import { say } from '../../words';
import { ALMOST_ROUND, at, ring, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const centredLoop = endKind({
  kind: 'centred-loop',
  name: 'Loop over the stem',
  even: true,
  turns: true,
  fields: { insideMm: lengthField('inside across', 0.5, 200, LOOP), tailMm: keptLength(1_000) },
})({
  first: { insideMm: 2.5, tailMm: 0 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Loop over the stem', lengthMm: loopLength(e.insideMm, d) },
        ...tail(e.tailMm),
      ],
      shape: [ring(at(r, 0), r, Math.PI, ALMOST_ROUND)],
      eye: { center: at(r, 0), insideMm: e.insideMm },
      square: e.turned ?? false,
    };
  },
  order: (end, { where, over }) =>
    say`At ${where} bend the wire back sharply over the stem, then turn the loop, ${over(end.insideMm)}, so that it sits over the stem.`,
});
