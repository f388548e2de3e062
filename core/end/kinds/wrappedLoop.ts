import { loopLength, stemWraps } from '../../element';
import { lengthField, turnsField } from '../../field';
import { line } from '../../geometry';
import { asCount, say } from '../../words';
import { at, ring, tail, wrapStrokes } from '../draw';
import { endKind, LOOP } from '../endKind';

export const wrappedLoop = endKind({
  kind: 'wrapped-loop',
  name: 'Wrapped loop',
  even: true,
  turns: true,
  sum: true,
  fields: {
    insideMm: lengthField('inside across', 0.5, 200, LOOP),
    wraps: turnsField('wraps on the stem', 0, 60, 2),
    tailMm: lengthField('tail', 0, 1_000, LOOP),
  },
})({
  first: { insideMm: 3, wraps: 3, tailMm: 2 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    const stem = e.wraps * d;
    return {
      parts: [
        { name: 'Stem under the wraps', lengthMm: stem },
        { name: 'Wrapped loop', lengthMm: loopLength(e.insideMm, d) },
        { name: 'Wraps on the stem', lengthMm: stemWraps(e.wraps, d) },
        ...tail(e.tailMm),
      ],
      shape: [line(at(0, 0), at(stem, 0)), ring(at(stem + r, 0), r, Math.PI, 2 * Math.PI)],
      strands: [],
      over: wrapStrokes(0, e.wraps, d, d),
      eye: { center: at(stem + r, 0), insideMm: e.insideMm },
      shuts: true,
      square: e.turned ?? false,
    };
  },
  order: (end, { where, over }) =>
    say`Turn the loop at ${where}, ${over(end.insideMm)}; hold it flat and wrap the tail ${asCount(end.wraps)} times round the stem, each wrap touching the last. Trim and press the end in.`,
});
