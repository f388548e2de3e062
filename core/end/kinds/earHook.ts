import { lengthField } from '../../field';
import { line } from '../../geometry';
import { asLength, say } from '../../words';
import { at, ring } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const earHook = endKind({
  kind: 'ear-hook',
  name: 'Open ear hook',
  turns: true,
  ear: true,
  sum: true,
  fields: {
    riseMm: lengthField('rise', 0, 200, LOOP),
    insideMm: lengthField('round, inside across', 2, 60, LOOP),
    legMm: lengthField('leg behind', 2, 100, LOOP),
  },
})({
  first: { riseMm: 6, insideMm: 8, legMm: 16 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      square: e.turned ?? false,
      parts: [
        { name: 'Rise', lengthMm: e.riseMm },
        { name: 'Round of the hook', lengthMm: Math.PI * r },
        { name: 'Leg behind the ear', lengthMm: e.legMm },
      ],
      shape: [
        line(at(0, 0), at(e.riseMm, 0)),
        ring(at(e.riseMm, r), r, -Math.PI / 2, Math.PI),
        line(at(e.riseMm, 2 * r), at(e.riseMm - e.legMm, 2 * r + 0.12 * e.legMm)),
      ],
    };
  },
  order: (end, { where, over }) =>
    say`Bend the ear hook at ${where}: up ${asLength(end.riseMm)}, round of ${over(end.insideMm)}, and ${asLength(end.legMm)} down behind. Round its end with a file or cup burr.`,
});
