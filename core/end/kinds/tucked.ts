import { coilTurn } from '../../element';
import { lengthField, turnsField } from '../../field';
import { asCount, say } from '../../words';
import { tail, wrapStrokes } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const tucked = endKind({
  kind: 'tucked',
  name: 'Tucked tail',
  even: true,
  winds: true,
  fields: {
    wraps: turnsField('turns round the frame', 0.25, 60, 2),
    tailMm: lengthField('tail', 0, 1_000, LOOP),
  },
})({
  first: { wraps: 1.5, tailMm: 2 },
  form: (e, d) => ({
    ...BARE,
    parts: [
      { name: 'Tucked round the frame', lengthMm: e.wraps * coilTurn(d, d) },
      ...tail(e.tailMm),
    ],
    shape: [],
    over: wrapStrokes(-e.wraps * d, e.wraps, d, 0.9 * d),
    shuts: true,
  }),
  order: (end, { where }) =>
    say`Wind the tail at ${where} ${asCount(end.wraps)} times round the frame, trim it and press it in on the back.`,
});
