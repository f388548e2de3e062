import { strandsWrap } from '../../element';
import { choiceField, turnsField, wholeOrField } from '../../field';
import { asCount, asLength, say, type Said } from '../../words';
import {
  BESIDE,
  bundleAt,
  bundleSpot,
  fewerThere,
  gripped,
  MOST_BOUND,
  type BesideIt,
} from '../bundle';
import { wireMark } from '../draw';
import { middleMm, moved, turnStroke, type FormedWires, type Run } from '../ground';
import { itemKind, type ItemTie } from '../kind';
import { BARE, type OwnUse } from '../layout';
import type { StretchPlace } from '../place';
import { GRIP, sleeve, stiffer } from '../stiffness';

interface Wraps {
  readonly on: StretchPlace;
  readonly wraps: number;
  readonly strands: number | null;
  readonly beside: BesideIt;
}

const timesOf = (n: number): Said => (n === 1 ? say`once` : say`${asCount(n)} times`);

/** n close turns round the hull of all strands that lie there; none where nothing does. */
function wireOf(wires: FormedWires, { on, wraps, strands, beside }: Wraps): OwnUse[] {
  const run = wires.runAt(on);
  if (!run) return [];
  const round = gripped(wires, run, strands, beside);
  if (round.strands === 0) return [];
  const lengthMm = strandsWrap(wraps, round.bundle, wires.thickMm[run.wire]!);
  return [{ wire: run.wire, atMm: middleMm(run), lengthMm, name: 'Wraps on the way' }];
}

/** The pass of the same wire that comes by last, where all others are there; null where none comes later. */
function lastPass(wires: FormedWires, run: Run): StretchPlace | null {
  const later = bundleAt(wires, run).filter((pass) => !wires.isThereBefore(run, pass));
  const at = (mm: number): Run => ({ ...run, fromMm: mm, toMm: mm });
  const last = later.find((p) => later.every((o) => o === p || wires.isThereBefore(at(p.mm), o)));
  if (!last) return null;
  const headingRad = Math.atan2(last.direction.y, last.direction.x);
  return { x: last.at.x, y: last.at.y, lengthMm: 0, headingRad };
}

export const ownWraps = itemKind({
  kind: 'own-wraps',
  name: 'Wraps on the way',
  group: 'The wire itself, on its way',
  hint: 'The wire goes round what lies there, and on.',
  place: 'point',
  traits: { onTheWay: true, winds: true, crosses: true, grips: true, begins: 'crossing' },
  fields: {
    wraps: turnsField('Wraps', 0.25, 200, 2),
    strands: wholeOrField('Wires it goes round', 1, MOST_BOUND, 'all that lie here'),
    beside: choiceField('Wires side by side with it', BESIDE),
  },
})({
  first: () => ({ wraps: 1, strands: null, beside: 'with' }),
  takes: wireOf,
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const d = ground.frameMm;
    const round = gripped(ground, run, item.strands, item.beside);
    const { strands, bundle } = round;
    const [use] = wireOf(ground, item);
    const later = use ? null : lastPass(ground, run);
    const middle = middleMm(run);
    const width = bundle.reduce((sum, mm) => sum + mm, 0) / 2;
    // Turns lie across what they go round, one beside the other along it.
    const spot = bundleSpot(round) ?? run.spot(middle);
    const strokes = Array.from({ length: Math.ceil(item.wraps) }, (_, i) => {
      const at = moved(spot.at, spot.direction, (i - (item.wraps - 1) / 2) * d);
      return turnStroke({ ...spot, at }, width + d / 2, d);
    });
    return {
      ...BARE,
      title: say`The wire wraps ${timesOf(item.wraps)}${strands === 0 ? '' : strands === 1 ? ' round another' : say` round ${strands} others`}`,
      counts: [
        { what: 'wraps', count: Math.ceil(item.wraps) },
        { what: 'bundle', count: strands },
      ],
      wires: [],
      spans: [{ wire: run.wire, fromMm: middle, toMm: middle }],
      held: use ? round.taken : [],
      marks: use ? [wireMark(strokes, ground.wire)] : [],
      notes: use
        ? [
            say`${asLength(use.lengthMm)} of the wire itself, in its cut length.`,
            ...fewerThere(round),
          ]
        : [],
      problems: use
        ? []
        : later
          ? [
              {
                message: say`What lies here comes later on the wire: it is not there yet when the wire comes by. The later pass can go round this one.`,
                remedies: [
                  {
                    kind: 'item',
                    label: say`Put it on the later pass`,
                    item: { ...item, on: later },
                  },
                ],
                refused: true,
              },
            ]
          : [
              {
                message: say`Nothing lies here for the wire to go round. Move it to where the wire crosses or touches another, or say how many wires it goes round.`,
                remedies: [
                  {
                    kind: 'item',
                    label: say`It goes round one wire`,
                    item: { ...item, strands: 1 },
                  },
                ],
                refused: true,
              },
            ],
    };
  },
  orders: ({ wraps }, { count }) => {
    const round = count('bundle') === 1 ? 'the other' : say`the ${count('bundle')} others`;
    const tight = wraps > 1 ? 'each turn beside the last and drawn tight' : 'drawn tight';
    return [say`Lead the wire ${timesOf(wraps)} round ${round}, ${tight}; then go on.`];
  },
  stiffens: (ground) => stiffer(1 + GRIP * sleeve(ground.frameMm, ground.frameMm)),
  ties(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return [];
    return gripped(ground, run, item.strands, item.beside).taken.map(({ wire, mm }): ItemTie => ({
      a: { wire: run.wire, mm: middleMm(run) },
      b: { wire, mm },
      how: 'fast',
    }));
  },
});
