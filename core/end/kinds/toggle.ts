import { stemWraps } from '../../element';
import { lengthField, turnsField } from '../../field';
import { line } from '../../geometry';
import { developedFold } from '../../strip';
import { asCount, asLength, say } from '../../words';
import { at, ring, tail, wrapStrokes } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const toggle = endKind({
  kind: 'toggle',
  name: 'Toggle bar',
  even: true,
  sum: true,
  fields: {
    barMm: lengthField('bar', 4, 80, LOOP),
    stemMm: lengthField('stem', 0, 60, LOOP),
    wraps: turnsField('wraps on the stem', 0, 20, 2),
    tailMm: lengthField('tail', 0, 1_000, LOOP),
  },
})({
  first: { barMm: 16, stemMm: 5, wraps: 2, tailMm: 2 },
  form: (e, d) => {
    // Half the bar out, the whole bar back, and half of it to the stem again: doubled all along.
    const half = (e.barMm - d) / 2;
    const x = Math.max(e.stemMm, e.wraps * d);
    return {
      ...BARE,
      parts: [
        { name: 'Stem', lengthMm: x },
        { name: 'Bar, doubled', lengthMm: 4 * half },
        { name: 'Folds of the bar', lengthMm: 2 * developedFold(Math.PI, d, 0) },
        { name: 'Wraps on the stem', lengthMm: stemWraps(e.wraps, d) },
        ...tail(e.tailMm),
      ],
      shape: [
        line(at(0, 0), at(x, 0)),
        line(at(x, 0), at(x, half)),
        ring(at(x + d / 2, half), d / 2, Math.PI, -Math.PI),
        line(at(x + d, half), at(x + d, -half)),
        ring(at(x + d / 2, -half), d / 2, 0, -Math.PI),
        line(at(x, -half), at(x, 0)),
      ],
      over: wrapStrokes(x - e.wraps * d, e.wraps, d, d),
    };
  },
  order: (end, { where }) =>
    say`At ${where} bend the wire square for the toggle: half the bar out, folded back over its whole ${asLength(end.barMm)}, folded again and back to the middle, pressed close${end.wraps > 0 ? say`; wrap the tail ${asCount(end.wraps)} times round the stem` : ''}.`,
});
