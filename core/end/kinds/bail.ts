import { bailLength } from '../../element';
import { lengthField, turnsField } from '../../field';
import { asCount, say } from '../../words';
import { at, ring, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const bail = endKind({
  kind: 'bail',
  name: 'Bail',
  even: true,
  turns: true,
  sum: true,
  fields: {
    insideMm: lengthField('inside across', 0.5, 200, LOOP),
    turns: turnsField('turns', 1, 60, 2),
    tailMm: lengthField('tail', 0, 1_000, LOOP),
  },
})({
  first: { insideMm: 5, turns: 2, tailMm: 3 },
  form: (e, d) => {
    const r = (e.insideMm + d) / 2;
    return {
      ...BARE,
      parts: [{ name: 'Bail', lengthMm: bailLength(e.insideMm, e.turns, d) }, ...tail(e.tailMm)],
      shape: Array.from({ length: Math.max(1, Math.ceil(e.turns)) }, (_, i) =>
        ring(at(r, (i - (Math.ceil(e.turns) - 1) / 2) * 0.45 * d), r, Math.PI, 2 * Math.PI),
      ),
      eye: { center: at(r, 0), insideMm: e.insideMm },
      square: e.turned ?? false,
    };
  },
  order: (end, { where, over }) =>
    say`Wind the bail at ${where}: ${asCount(end.turns)} turns, ${over(end.insideMm)}, side by side.`,
});
