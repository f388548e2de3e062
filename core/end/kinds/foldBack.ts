import { lengthField } from '../../field';
import { line } from '../../geometry';
import { developedFold } from '../../strip';
import { asLength, say } from '../../words';
import { at, ring } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const foldBack = endKind({
  kind: 'fold-back',
  name: 'Fold-back',

  fields: { backMm: lengthField('folded back by', 0, 200, LOOP) },
})({
  first: { backMm: 5 },
  form: (e, d) => ({
    ...BARE,
    parts: [
      { name: 'Fold', lengthMm: developedFold(Math.PI, d, 0) },
      { name: 'Folded back', lengthMm: e.backMm },
    ],
    shape: [ring(at(0, d / 2), d / 2, -Math.PI / 2, Math.PI), line(at(0, d), at(-e.backMm, d))],
  }),
  order: (end, { where }) => say`Fold ${asLength(end.backMm)} back at ${where} and press it flat.`,
});
