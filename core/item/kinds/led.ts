import { lengthField, lengthOrField } from '../../field';
import { asLength, counted, say, type Said } from '../../words';
import { actsField, threadField } from '../fields';
import type { FormedWires } from '../ground';
import { itemKind, TUCK } from '../kind';
import type { WireUse } from '../layout';
import { wrapAct, type Act } from '../led/act';
import { ledLaid, ledNotes, ledProblems, ledSpans, ledTies, mirroredActs } from '../led/layout';
import { leadOn, type Led } from '../led/lead';
import { lengthsOf, pullsOf, type LedLength } from '../led/lengths';
import { beginsLed, endsLed, ledOrders } from '../led/words';
import { GRIP, sleeve, stiffer } from '../stiffness';
import type { Thread } from '../thread';

interface LedWire {
  readonly id: string;
  readonly acts: readonly Act[];
  readonly thread: Thread;
  readonly startTailMm: number;
  readonly endTailMm: number;
  readonly mostMm: number | null;
  readonly haveMm: number | null;
}

const led = (wires: FormedWires, item: LedWire): Led => leadOn(wires, item.thread.diameterMm, item);

/** Its wire, in as many lengths as it is worked in; where two meet both have the last tail. */
function wiresOf(item: LedWire, lengths: readonly LedLength[]): WireUse[] {
  return lengths.map(({ lengthMm, from, to }, i) => {
    const first = i === 0 ? item.startTailMm : item.endTailMm;
    const many = lengths.length > 1 ? `, ${from + 1} to ${to + 1}` : '';
    return {
      role: 'binding',
      name: `Led wire${many}`,
      wire: item.thread,
      cutMm: lengthMm + first + item.endTailMm,
      tailsMm: first + item.endTailMm,
      ...(first !== item.endTailMm && { firstTailMm: first }),
      count: 1,
    };
  });
}

/** What is left of the length at hand, or how much it is short. */
function atHand({ haveMm }: LedWire, wires: readonly WireUse[]): Said[] {
  if (haveMm === null) return [];
  const needMm = wires.reduce((sum, w) => sum + w.cutMm, 0);
  return [
    needMm <= haveMm
      ? say`Of ${asLength(haveMm)} at hand ${asLength(haveMm - needMm)} are left.`
      : say`The ${asLength(haveMm)} at hand are ${asLength(needMm - haveMm)} short.`,
  ];
}

/** Soft thin wire longer than this is a burden to pull through, mm (a rule of thumb of the bench). */
const LONG_MM = 1_000;
/** Fewer times through are no burden. */
const OFTEN = 10;

/** What it is to pull the wire through so often, and what helps where it is long. */
function careOf(all: Led, lengths: readonly LedLength[]): Said[] {
  const { times, runMm } = pullsOf(all, lengths);
  const longest = Math.max(0, ...lengths.map((l) => l.lengthMm));
  if (times < OFTEN) return [];
  return [
    say`It is pulled through ${counted(times, 'time', 'times')}, ${asLength(runMm)} in all; that hardens it, and kinks end in breaks.`,
    ...(longest > LONG_MM
      ? [
          say`${asLength(longest)} is long to pull through: work it in lengths, each hidden under the turns of the next.`,
        ]
      : []),
  ];
}

export const ledWire = itemKind({
  kind: 'led',
  name: 'Wire led on',
  group: 'Wraps and strands',
  hint: 'From place to place: wraps, beads, ways across.',
  place: 'acts',
  traits: { winds: true, grips: true, pulled: true, begins: 'crossing' },
  fields: {
    acts: actsField,
    thread: threadField,
    startTailMm: lengthField('Tail at its beginning', 0, 2_000),
    endTailMm: lengthField('Tail at its end', 0, 2_000),
    haveMm: lengthOrField('Length at hand', 10, 100_000, 'not measured'),
    mostMm: lengthOrField('Work in lengths of at most', 100, 20_000, 'in one length'),
  },
})({
  first: ({ thread, to }) => ({
    acts: [wrapAct('a1', to)],
    thread,
    startTailMm: 20,
    endTailMm: 20,
    haveMm: null,
    mostMm: null,
  }),
  layout(ground, item) {
    const all = led(ground, item);
    const d = item.thread.diameterMm;
    const problems = ledProblems(item, all, d);
    const refused = problems.some((p) => p.refused);
    const lengths = lengthsOf(all, item.mostMm);
    const wires = wiresOf(item, lengths);
    return {
      ...ledLaid(all, item.thread, refused, lengths),
      title: say`Wire led on, ${counted(item.acts.length, 'place', 'places')}`,
      wires,
      spans: ledSpans(all.steps),
      notes: [...atHand(item, wires), ...ledNotes(all, d), ...careOf(all, lengths)],
      problems,
    };
  },
  orders: (item, { cut, acts, part }) => [
    ...(beginsLed(part) ? cut : []),
    ...ledOrders(item.acts, acts, part),
    ...(endsLed(part, item.acts) ? [TUCK] : []),
  ],
  mirrored: (item) => ({ ...item, acts: mirroredActs(item.acts) }),
  stiffens: (ground, { thread }) => stiffer(1 + GRIP * sleeve(ground.frameMm, thread.diameterMm)),
  ties: (ground, item) => ledTies(led(ground, item), item.thread),
});
