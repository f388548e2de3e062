import { coilTurn, loopLength } from '../../element';
import { choiceField, lengthField, turnsField } from '../../field';
import { asCount, asLength, say } from '../../words';
import { oval, wireMark } from '../draw';
import { middleMm, moved, outside, right, type FormedWires } from '../ground';
import { itemKind } from '../kind';
import { BARE, type OwnUse } from '../layout';
import type { StretchPlace } from '../place';

interface Loop {
  readonly on: StretchPlace;
  readonly insideMm: number;
  readonly turns: number;
}

/** One turn is pi (D + d); more of them lie beside each other. */
function wireOf(wires: FormedWires, { on, insideMm, turns }: Loop): OwnUse[] {
  const run = wires.runAt(on);
  if (!run) return [];
  const d = wires.thickMm[run.wire]!;
  const lengthMm = turns <= 1 ? turns * loopLength(insideMm, d) : turns * coilTurn(insideMm, d);
  return [{ wire: run.wire, atMm: middleMm(run), lengthMm, name: 'Loops on the way' }];
}

export const ownLoop = itemKind({
  kind: 'own-loop',
  name: 'Loop on the way',
  group: 'The wire itself, on its way',
  hint: 'The wire turns a loop and goes on.',
  place: 'point',
  traits: { onTheWay: true },
  tool: 'round-nose pliers',
  fields: {
    side: choiceField('Lies', { outside: 'outside', inside: 'inside' }),
    insideMm: lengthField('Loop, inside across', 0.5, 100, { scales: 'loop' }),
    turns: turnsField('Turns', 0.5, 60, 2),
  },
})({
  first: () => ({ side: 'outside', insideMm: 2.5, turns: 1 }),
  takes: wireOf,
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const [use] = wireOf(ground, item);
    const spot = run.spot(middleMm(run));
    const radius = (item.insideMm + ground.frameMm) / 2;
    const out = outside(ground, spot) * (item.side === 'outside' ? radius : -radius);
    const middle = moved(spot.at, right(spot), out);
    const round = oval(middle, radius, radius);
    return {
      ...BARE,
      title: say`A loop of ${asLength(item.insideMm)} on the way${item.turns === 1 ? '' : say`, ${asCount(item.turns)} turns`}`,
      counts: [{ what: 'turns', count: Math.ceil(item.turns) }],
      wires: [],
      spans: [{ wire: run.wire, fromMm: middleMm(run), toMm: middleMm(run) }],
      marks: [wireMark([round], ground.wire)],
      eye: {
        up: { x: middle.x, y: middle.y - item.insideMm / 2 },
        down: { x: middle.x, y: middle.y + item.insideMm / 2 },
        insideMm: item.insideMm,
        count: 1,
      },
      notes: use ? [say`${asLength(use.lengthMm)} of the wire itself, in its cut length.`] : [],
    };
  },
  orders: ({ insideMm, turns, side }) => [
    say`Turn the wire ${turns === 1 ? 'once' : say`${asCount(turns)} times`} round to a loop of ${asLength(insideMm)} inside, on the ${side} of the figure; then go on as it came.`,
  ],
});
