import { counted, asLength, say } from '../../words';
import { actsField } from '../fields';
import { middleMm, type FormedWires, type Run } from '../ground';
import { itemKind } from '../kind';
import { BARE, type Laid, type OwnUse } from '../layout';
import { wrapAct, type Act } from '../led/act';
import { ledLaid, ledNotes, ledProblems, ledSpans, ledTies, mirroredActs } from '../led/layout';
import { leadOn, type Led } from '../led/lead';
import { endsLed, ledOrders } from '../led/words';
import type { StretchPlace } from '../place';
import { GRIP, sleeve, stiffer } from '../stiffness';

interface LedEnd {
  readonly id: string;
  readonly on: StretchPlace;
  readonly acts: readonly Act[];
}

interface LedFrom {
  readonly run: Run;
  /** the end of its wire that is nearer */
  readonly tipMm: number;
  readonly led: Led;
}

/** The end of a wire nearest to a place, led on from there; null on a closed one. */
function fromTip(wires: FormedWires, item: LedEnd): LedFrom | null {
  const run = wires.runAt(item.on);
  const line = run && wires.lines[run.wire];
  if (!line || line.closed) return null;
  const all = line.s.at(-1) ?? 0;
  const tipMm = middleMm(run) < all / 2 ? 0 : all;
  const led = leadOn(wires, wires.thickMm[run.wire]!, item, run.spot(tipMm).at);
  return { run, tipMm, led };
}

/** A closed wire has nothing to lead on. */
const CLOSED: Laid = {
  ...BARE,
  title: say`An end led on`,
  counts: [],
  wires: [],
  spans: [],
  marks: [],
  acts: [],
  problems: [
    {
      message: say`This wire is closed: it has no end to lead on. Choose a wire with ends, or lead on a wire of its own.`,
      remedies: [],
      refused: true,
    },
  ],
};

export const ownLed = itemKind({
  kind: 'own-led',
  name: 'Its end led on',
  group: 'The wire itself, on its way',
  hint: 'An end of the wire goes on from place to place.',
  place: 'point',
  traits: { onTheWay: true, winds: true, grips: true, begins: 'end' },
  fields: { acts: actsField },
})({
  first: ({ to }) => ({ acts: [wrapAct('a1', to)] }),
  takes(wires, item): readonly OwnUse[] {
    const from = fromTip(wires, item);
    if (!from || from.led.steps.some((s) => s.trouble === 'no-wire')) return [];
    const { run, tipMm, led } = from;
    return [{ wire: run.wire, atMm: tipMm, lengthMm: led.lengthMm, name: 'Its end led on' }];
  },
  layout(ground, item) {
    const from = fromTip(ground, item);
    if (!from) return ground.runAt(item.on) && CLOSED;
    const { led, run, tipMm } = from;
    const problems = ledProblems(item, led, ground.frameMm);
    const refused = problems.some((p) => p.refused);
    return {
      ...ledLaid(led, ground.wire, refused),
      title: say`The ${tipMm === 0 ? 'first' : 'last'} end led on, ${counted(item.acts.length, 'place', 'places')}`,
      wires: [],
      spans: [{ wire: run.wire, fromMm: tipMm, toMm: tipMm }, ...ledSpans(led.steps)],
      notes: [
        say`${asLength(led.lengthMm)} of the wire itself, in its cut length.`,
        ...ledNotes(led, ground.frameMm),
      ],
      problems,
    };
  },
  orders: (item, { acts, part }) => [
    ...ledOrders(item.acts, acts, part),
    ...(endsLed(part, item.acts) ? [say`Trim the end, press it in on the back.`] : []),
  ],
  mirrored: (item) => ({ ...item, acts: mirroredActs(item.acts) }),
  stiffens: (ground) => stiffer(1 + GRIP * sleeve(ground.frameMm, ground.frameMm)),
  ties(ground, item) {
    const from = fromTip(ground, item);
    return from ? ledTies(from.led, ground.wire) : [];
  },
});
