import { mostTwist, TWIST_LIMIT_RAD, twistOf } from '../../element';
import { lengthField, turnsField } from '../../field';
import { distance, mix, sub, unit, type Vec } from '../../geometry';
import { asAngle, asLength, asThickness, counted, say } from '../../words';
import { wireMark } from '../draw';
import { middleMm, windingOn, type Axis, type FormedWires, type Run } from '../ground';
import { itemKind } from '../kind';
import { BARE, type OwnUse } from '../layout';
import type { StretchPlace } from '../place';
import { stiffer } from '../stiffness';

/** A tip is looked for this far from the place along the wire, mm. */
const SEEK_MM = 8;
const STEP_MM = 0.1;
/** Legs that are twisted together lie no further apart, in wire diameters. */
const LEGS_APART = 3;

interface Twisted {
  readonly on: StretchPlace;
  readonly legMm: number;
  readonly turns: number;
}

/** A leg that runs out and back: where its tip is, and how far apart its two ways lie. */
interface Leg {
  readonly run: Run;
  readonly tipMm: number;
  readonly apartMm: number;
}

/** The tip about which the two ways lie nearest to each other; null without room for the leg. */
function legAt(wires: FormedWires, { on, legMm }: Twisted): Leg | null {
  const run = wires.runAt(on);
  if (!run) return null;
  const { s, closed } = wires.lines[run.wire]!;
  const all = s.at(-1) ?? 0;
  const apart = (tip: number): number =>
    Math.max(
      ...[0.5, 0.75, 1].map((share) =>
        distance(run.spot(tip - share * legMm).at, run.spot(tip + share * legMm).at),
      ),
    );
  let best: Leg | null = null;
  const from = middleMm(run);
  const count = Math.round(SEEK_MM / STEP_MM);
  for (let i = 0; i <= 2 * count; i++) {
    // From the place outwards, so that of tips alike the nearer one is taken.
    const tipMm = from + (i % 2 === 0 ? 1 : -1) * Math.ceil(i / 2) * STEP_MM;
    if (!closed && (tipMm - legMm < -1e-6 || tipMm + legMm > all + 1e-6)) continue;
    if (2 * legMm > all) continue;
    const apartMm = apart(tipMm);
    if (!best || apartMm < best.apartMm - 1e-6) best = { run, tipMm, apartMm };
  }
  return best;
}

const isLeg = (wires: FormedWires, leg: Leg | null): leg is Leg =>
  leg !== null && leg.apartMm <= LEGS_APART * wires.thickMm[leg.run.wire]!;

/**
 * A leg of height h twisted n times: each way is a helix of sqrt(h^2 + (pi d n)^2), so that each takes
 * that much more than h and the leg stays as long as it is drawn.
 */
function wireOf(wires: FormedWires, item: Twisted): OwnUse[] {
  const leg = legAt(wires, item);
  if (!isLeg(wires, leg)) return [];
  const { wire } = leg.run;
  const { strandMm } = twistOf(2, item.legMm, item.turns, wires.thickMm[wire]!);
  const { closed, s } = wires.lines[wire]!;
  const all = s.at(-1) ?? 0;
  const on = (mm: number): number => (closed ? ((mm % all) + all) % all : mm);
  return [-1, 1].map((side) => ({
    wire,
    atMm: on(leg.tipMm + (side * item.legMm) / 2),
    lengthMm: strandMm - item.legMm,
    name: 'Twisting of legs',
  }));
}

export const ownTwist = itemKind({
  kind: 'own-twist',
  name: 'Leg twisted',
  group: 'The wire itself, on its way',
  hint: 'A leg that runs out and back, twisted with itself.',
  place: 'point',
  traits: { onTheWay: true, begins: 'fold' },
  fields: {
    legMm: lengthField('Twisted over', 1, 200, { scales: 'size' }),
    turns: turnsField('Turns', 0.5, 200, 2),
  },
})({
  first: ({ frameMm }) => ({
    legMm: 8,
    turns: Math.max(1, Math.min(5, Math.floor(mostTwist(2, 8, frameMm)))),
  }),
  takes: wireOf,
  layout(ground, item) {
    const leg = legAt(ground, item);
    const run = ground.runAt(item.on);
    if (!run) return null;
    const d = ground.frameMm;
    const { legMm, turns } = item;
    const { strandMm, angleRad, acrossMm } = twistOf(2, legMm, turns, d);
    const most = Math.floor(mostTwist(2, legMm, d));
    const sound = isLeg(ground, leg);
    const tip = leg?.tipMm ?? middleMm(run);
    return {
      ...BARE,
      title: say`A leg of ${asLength(legMm)} twisted, ${counted(turns, 'turn', 'turns')}`,
      counts: [{ what: 'turns', count: Math.round(turns) }],
      wires: [],
      spans: [{ wire: run.wire, fromMm: tip - legMm, toMm: tip + legMm }],
      marks: sound ? strandsOf(leg.run, tip, legMm, turns, d, ground.wire) : [],
      notes: sound
        ? [
            say`Each way takes ${asLength(strandMm)} for ${asLength(legMm)}: ${asLength(2 * (strandMm - legMm))} more in the cut length. Without that the leg would end ${asLength(shortBy(legMm, turns, d))} short.`,
            say`It lies at ${asAngle(angleRad)}, ${asThickness(acrossMm)} across.`,
          ]
        : [],
      problems: sound
        ? angleRad > TWIST_LIMIT_RAD
          ? [
              {
                message: say`Twisted so tightly (${asAngle(angleRad)}) soft wire is near breaking.`,
                remedies:
                  most >= 1
                    ? [
                        {
                          kind: 'item',
                          label: say`${counted(most, 'turn', 'turns')}`,
                          item: { ...item, turns: most },
                        },
                      ]
                    : [],
                refused: false,
              },
            ]
          : []
        : [
            {
              message: say`No leg of ${asLength(legMm)} runs out and back here with its two ways side by side. Move it to the tip of one, or twist a shorter part of it.`,
              remedies: [],
              refused: true,
            },
          ],
    };
  },
  orders: ({ turns, legMm }) => [
    say`Hold the tip of the leg and twist its two ways ${counted(turns, 'full turn', 'full turns')} over ${asLength(legMm)}, at an even pull.`,
  ],
  stiffens: (ground, { legMm, turns }) => {
    const { angleRad } = twistOf(2, legMm, turns, ground.frameMm);
    return stiffer(1, Math.tan(angleRad) / Math.sqrt(3));
  },
  wear: (ground, { legMm, turns }) => {
    const { angleRad } = twistOf(2, legMm, turns, ground.frameMm);
    if (angleRad <= 0.85 * TWIST_LIMIT_RAD) return null;
    return {
      id: 'twist',
      text: say`Twisted to ${asAngle(angleRad)} the leg is near where soft wire snaps. Stop when it begins to feel stiff.`,
    };
  },
});

/** What a leg loses of its height when no wire is added for the twist: h = sqrt(S^2 - (pi d n)^2). */
const shortBy = (legMm: number, turns: number, diameterMm: number): number =>
  legMm - Math.sqrt(Math.max(0, legMm ** 2 - (Math.PI * diameterMm * turns) ** 2));

/** The two ways of a leg as they go round each other, what is behind first. */
function strandsOf(
  run: Run,
  tipMm: number,
  legMm: number,
  turns: number,
  diameterMm: number,
  thread: Parameters<typeof wireMark>[1],
) {
  const count = Math.max(40, Math.round(16 * turns));
  const middles = Array.from({ length: count + 1 }, (_, i): Vec => {
    const mm = (legMm * i) / count;
    return mix(run.spot(tipMm - mm).at, run.spot(tipMm + mm).at, 0.5);
  });
  // The leg's own way, taken from its middle line: round the tip the wire runs across it.
  const axis = middles.map((at, i): Axis => {
    const reach = Math.max(2, Math.round(count / 20));
    const along = unit(sub(middles[Math.min(count, i + reach)]!, middles[Math.max(0, i - reach)]!));
    return { at, across: { x: -along.y, y: along.x } };
  });
  const lines = [0, Math.PI].map((start) => windingOn(axis, turns, diameterMm / 2, start));
  return [
    ...lines.map((l) => wireMark(l.back, thread)),
    ...lines.map((l) => wireMark(l.front, thread)),
  ];
}
