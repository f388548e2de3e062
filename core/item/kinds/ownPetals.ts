import { loopLength } from '../../element';
import { lengthField, wholeField } from '../../field';
import { norm, scale, sub, type Vec } from '../../geometry';
import { asLength, counted, say } from '../../words';
import { wireMark } from '../draw';
import {
  alongPoints,
  middleMm,
  outside,
  right,
  type FormedWires,
  type Ground,
  type Spot,
} from '../ground';
import { itemKind } from '../kind';
import { BARE, type OwnUse } from '../layout';
import type { StretchPlace } from '../place';

interface Petals {
  readonly on: StretchPlace;
  readonly petals: number;
  readonly rodMm: number;
  readonly fanDeg: number;
}

/** A coil pulled open keeps its wire: n turns on a rod M take n pi (M + d). */
function wireOf(wires: FormedWires, { on, petals, rodMm }: Petals): OwnUse[] {
  const run = wires.runAt(on);
  if (!run) return [];
  const lengthMm = petals * loopLength(rodMm, wires.thickMm[run.wire]!);
  return [{ wire: run.wire, atMm: middleMm(run), lengthMm, name: 'Petals' }];
}

/** So near to the figure's middle a place is in it, mm. */
const MIDDLE_MM = 1;
/** A petal stays within its share of the fan, which is no wider than this, radians. */
const WIDEST = (2 * Math.PI) / 3;
const STEPS = 48;

/** A petal of length 1 from the middle outwards and back to it, r = cos(pi phi / s) in a share s of the fan. */
function unitPetal({ petals, fanDeg }: Petals): Vec[] {
  const share = Math.min(WIDEST, (fanDeg * Math.PI) / 180 / petals);
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const phi = share * (i / STEPS - 0.5);
    const r = Math.cos((Math.PI * phi) / share);
    return { x: r * Math.cos(phi), y: r * Math.sin(phi) };
  });
}

/** A petal turned that way, so long, from a place. */
const petalAt = (unit: readonly Vec[], at: Vec, turn: number, longMm: number): Vec[] =>
  unit.map(({ x, y }) => ({
    x: at.x + longMm * (x * Math.cos(turn) - y * Math.sin(turn)),
    y: at.y + longMm * (x * Math.sin(turn) + y * Math.cos(turn)),
  }));

/** Away from the figure's middle; in the middle itself square to the wire. */
function outward(ground: Ground, spot: Spot): Vec {
  const off = ground.center ? sub(spot.at, ground.center) : { x: 0, y: 0 };
  return norm(off) > MIDDLE_MM ? off : scale(right(spot), outside(ground, spot));
}

export const ownPetals = itemKind({
  kind: 'own-petals',
  name: 'Coil pulled into petals',
  group: 'The wire itself, on its way',
  hint: 'Turns on a rod, fanned to a flower or a part of one.',
  place: 'point',
  traits: { onTheWay: true },
  tool: 'a rod',
  fields: {
    petals: wholeField('Petals', 1, 40),
    rodMm: lengthField('Wound on a rod of', 1, 80, { scales: 'loop' }),
    fanDeg: wholeField('Fanned over degrees', 10, 360),
  },
})({
  first: () => ({ petals: 4, rodMm: 5, fanDeg: 360 }),
  takes: wireOf,
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const [use] = wireOf(ground, item);
    const spot = run.spot(middleMm(run));
    const roundMm = loopLength(item.rodMm, ground.frameMm);
    const unit = unitPetal(item);
    // As long as its perimeter lets it be.
    const longMm = roundMm / (alongPoints(unit).at(-1) ?? 1);
    const out = outward(ground, spot);
    const base = Math.atan2(out.y, out.x);
    const fan = (item.fanDeg * Math.PI) / 180;
    const turns = Array.from(
      { length: item.petals },
      (_, i) => base + fan * ((i + 0.5) / item.petals - 0.5),
    );
    return {
      ...BARE,
      title: say`${counted(item.petals, 'petal', 'petals')} of a coil on ${asLength(item.rodMm)}`,
      counts: [{ what: 'petals', count: item.petals }],
      wires: [],
      spans: [{ wire: run.wire, fromMm: middleMm(run), toMm: middleMm(run) }],
      marks: [
        wireMark(
          turns.map((turn) => petalAt(unit, spot.at, turn, longMm)),
          ground.wire,
        ),
      ],
      notes: use
        ? [
            say`${asLength(use.lengthMm)} of the wire itself, in its cut length; each petal is ${asLength(roundMm)} round, about ${asLength(longMm)} long.`,
          ]
        : [],
    };
  },
  orders: ({ petals, rodMm, fanDeg }) => [
    say`Wind ${counted(petals, 'close turn', 'close turns')} on a rod of ${asLength(rodMm)}, and take them off.`,
    fanDeg === 360
      ? say`Pull them open one by one to petals all the way round; press each flat as it comes.`
      : say`Pull them open one by one to petals, fanned over ${fanDeg} degrees; press each flat as it comes.`,
  ],
});
