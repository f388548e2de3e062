import { spiralLength, spiralOutside, spiralTurns } from '../../element';
import { keptLength, lengthField, turnsField } from '../../field';
import { asCount, asLength, say } from '../../words';
import { spiralShape, tail } from '../draw';
import { BARE, endKind, LOOP } from '../endKind';

export const spiral = endKind({
  kind: 'spiral',
  name: 'Spiral',
  sum: true,
  fields: {
    openingMm: lengthField('opening', 0, 200, LOOP),
    gapMm: lengthField('gap between turns', 0, 100, LOOP),
    turns: turnsField('turns', 0.25, 60, 2),
    tailMm: keptLength(1_000),
  },
})({
  first: { openingMm: 1, gapMm: 0.3, turns: 2.5, tailMm: 0 },
  form: (e, d) => {
    const size = { openingMm: e.openingMm, gapMm: e.gapMm, diameterMm: d };
    return {
      ...BARE,
      parts: [{ name: 'Spiral', lengthMm: spiralLength(size, e.turns) }, ...tail(e.tailMm)],
      shape: spiralShape(size, e.turns),
    };
  },
  order: (end, { where }) =>
    say`Roll ${asCount(end.turns)} turns of spiral at ${where} from its inside, opening ${asLength(end.openingMm)}, gap ${asLength(end.gapMm)}, held flat in nylon jaws.`,
  useUp: (e, lengthMm, d) => {
    const size = { openingMm: e.openingMm, gapMm: e.gapMm, diameterMm: d };
    const turns = spiralTurns(size, Math.max(0, lengthMm - e.tailMm));
    return { ...e, turns: Math.min(60, Math.max(0.25, turns)) };
  },
  outsideMm: ({ openingMm, gapMm, turns }, d) =>
    spiralOutside({ openingMm, gapMm, diameterMm: d }, turns),
});
