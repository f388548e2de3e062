import { loopLength } from '../../element';
import { lengthField } from '../../field';
import { line } from '../../geometry';
import { asLength, say } from '../../words';
import { at, ring } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const hoop = endKind({
  kind: 'hoop',
  name: 'Hoop with catch',
  ear: true,
  sum: true,
  fields: {
    insideMm: lengthField('hoop, inside across', 5, 120, LOOP),
    catchMm: lengthField('catch', 1, 20, LOOP),
  },
})({
  first: { insideMm: 18, catchMm: 4 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [
        { name: 'Hoop', lengthMm: loopLength(e.insideMm, d) },
        { name: 'Catch', lengthMm: e.catchMm },
      ],
      shape: [
        ring(at(r, 0), r, Math.PI, 2 * Math.PI * 0.985),
        line(at(0.05 * r, -0.3 * r), at(0.05 * r - e.catchMm * 0.7, -0.3 * r - e.catchMm * 0.3)),
      ],
    };
  },
  order: (end, { where, over }) =>
    say`Bend the hoop at ${where}, ${over(end.insideMm)}, and its end back by ${asLength(end.catchMm)} for the catch. Round the end.`,
});
