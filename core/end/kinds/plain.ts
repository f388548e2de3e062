import { lengthField } from '../../field';
import { line } from '../../geometry';
import { asBoth, say } from '../../words';
import { at, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const plain = endKind({
  kind: 'plain',
  name: 'Plain tail',
  even: true,

  fields: { tailMm: lengthField('tail beyond the figure', 0, 1_000, LOOP) },
})({
  first: { tailMm: 0 },
  form: (e) => ({
    ...BARE,
    parts: tail(e.tailMm),
    shape: e.tailMm > 0 ? [line(at(0, 0), at(e.tailMm, 0))] : [],
  }),
  order: (end, { where }) =>
    end.tailMm > 0 ? say`Leave a tail of ${asBoth(end.tailMm)} at ${where}.` : null,
});
