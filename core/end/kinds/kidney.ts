import { lengthField } from '../../field';
import { line } from '../../geometry';
import { asLength, say } from '../../words';
import { at, ring } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const kidney = endKind({
  kind: 'kidney',
  name: 'Kidney ear wire',
  turns: true,
  ear: true,
  sum: true,
  fields: {
    widthMm: lengthField('width inside', 3, 80, LOOP),
    legMm: lengthField('legs', 2, 100, LOOP),
    catchMm: lengthField('catch, inside across', 0.8, 10, LOOP),
  },
})({
  first: { widthMm: 12, legMm: 14, catchMm: 1.6 },
  form: (e, d) => {
    const r = (e.widthMm + d) / 2;
    const c = (e.catchMm + d) / 2;
    return {
      ...BARE,
      square: e.turned ?? false,
      parts: [
        { name: 'Legs', lengthMm: 2 * e.legMm },
        { name: 'Round of the ear wire', lengthMm: Math.PI * r },
        { name: 'Catch', lengthMm: 1.5 * Math.PI * c },
      ],
      shape: [
        line(at(0, 0), at(e.legMm, 0)),
        ring(at(e.legMm, r), r, -Math.PI / 2, Math.PI),
        line(at(e.legMm, 2 * r), at(0, 2 * r)),
        ring(at(0, 2 * r - c), c, Math.PI / 2, 1.5 * Math.PI),
      ],
    };
  },
  order: (end, { where, over }) =>
    say`Form the ear wire at ${where}: legs of ${asLength(end.legMm)}, round of ${over(end.widthMm)}, and a catch of ${asLength(end.catchMm)} inside. Round its end.`,
});
