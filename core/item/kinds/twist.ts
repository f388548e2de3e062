import { mostTwist, TWIST_LIMIT_RAD, twistOf } from '../../element';
import { turnsField, wholeField } from '../../field';
import { asAngle, asLength, asThickness, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import { middleMm, moved, outside, right, spanOf, spotsOf, windingOn, type Axis } from '../ground';
import { scale } from '../../geometry';
import { itemKind } from '../kind';
import { BARE } from '../layout';
import { stiffer } from '../stiffness';

/** Strands that lie steeper than this come near to where twisted soft wire snaps (45°). */
const STEEP_RAD = (38 * Math.PI) / 180;

export const twist = itemKind({
  kind: 'twist',
  name: 'Twisted wire',
  group: 'Wraps and strands',
  hint: 'Two to four strands, laid along the frame.',
  place: 'stretch',
  traits: { winds: true, inner: true },
  fields: {
    strands: wholeField('Strands', 2, 4),
    turns: turnsField('Turns', 0, 2_000, 2),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread, lengthMm }) => ({
    strands: 2,
    turns: Math.round(lengthMm / 2),
    thread: { ...thread, diameterMm: 0.405 },
    tailMm: 10,
  }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, strands, turns } = item;
    const d = thread.diameterMm;
    const twist = twistOf(strands, run.lengthMm, turns, d);
    const most = Math.floor(mostTwist(strands, run.lengthMm, d));
    const side = outside(ground, run.spot(middleMm(run)));
    const aside = (side * (ground.frameMm + twist.acrossMm)) / 2;
    const rho = (twist.acrossMm - d) / 2;
    const spots = spotsOf(run, Math.max(0.05, run.lengthMm / Math.max(40, 16 * turns)));
    // A strand comes to the front and goes behind: it is drawn in front half the time.
    const axis = spots.map((spot): Axis => ({
      at: moved(spot.at, right(spot), aside),
      across: scale(right(spot), side),
    }));
    const strandLines = Array.from({ length: strands }, (_, j) =>
      windingOn(axis, turns, rho, Math.PI / 2 - (2 * Math.PI * j) / strands),
    );
    return {
      ...BARE,
      title: say`Twist of ${strands} strands over ${asLength(run.lengthMm)}, ${counted(Math.round(turns), 'turn', 'turns')}`,
      counts: [{ what: 'turns', count: Math.round(turns) }],
      wires: [
        wireUse('strand', 'Strand of the twist', thread, twist.strandMm, item.tailMm, strands),
      ],
      spans: [spanOf(run)],
      marks: [
        ...strandLines.map((r) => wireMark(r.back, thread)),
        ...strandLines.map((r) => wireMark(r.front, thread)),
      ],
      notes: [
        say`Strands lie at ${asAngle(twist.angleRad)}; ${asThickness(twist.acrossMm)} across.`,
      ],
      problems:
        twist.angleRad > TWIST_LIMIT_RAD
          ? [
              {
                message: say`Twisted so tightly (${asAngle(twist.angleRad)}) soft wire is near breaking.`,
                remedies: [
                  {
                    kind: 'item',
                    label: say`${counted(most, 'turn', 'turns')}`,
                    item: { ...item, turns: most },
                  },
                ],
                refused: false,
              },
            ]
          : [],
    };
  },
  orders(item, { cut }) {
    return [
      ...cut,
      say`Clamp ${item.strands} strands at one end, twist ${counted(Math.round(item.turns), 'full turn', 'full turns')} at an even pull, stop when it stiffens.`,
      say`Lay the twist along the frame.`,
    ];
  },
  stiffens(ground, { on, strands, turns, thread }) {
    const run = ground.runAt(on);
    if (!run) return null;
    const { angleRad } = twistOf(strands, run.lengthMm, turns, thread.diameterMm);
    // Shear by the angle at which the strands lie, as an equivalent strain (von Mises).
    const strain = Math.tan(angleRad) / Math.sqrt(3);
    return stiffer(1 + (strands - 1) * (thread.diameterMm / ground.frameMm) ** 3, strain);
  },
  wear(ground, { on, strands, turns, thread }) {
    const run = ground.runAt(on);
    if (!run) return null;
    const { angleRad } = twistOf(strands, run.lengthMm, turns, thread.diameterMm);
    if (angleRad <= STEEP_RAD) return null;
    return {
      id: 'twist',
      text: say`Twisted to ${asAngle(angleRad)} the strands are near where soft wire snaps. Stop when it begins to feel stiff.`,
    };
  },
});
