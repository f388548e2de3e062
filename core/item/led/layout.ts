import {
  holeNeeded,
  mostTwistWith,
  TWIST_LIMIT_RAD,
  twistedPair,
  twistRoundMm,
} from '../../element';
import { distance } from '../../geometry';
import { asAngle, asThickness, counted, joined, say, type Said } from '../../words';
import type { Bead } from '../bead';
import { beadUses } from '../draw';
import { middleMm, spanOf, type Span } from '../ground';
import type { ItemTie } from '../kind';
import type { ItemLike, LaidAct, Laid, Problem } from '../layout';
import type { Counted } from '../counts';
import { laced, WEAVE_TIES } from '../pairs';
import type { Thread } from '../thread';
import { ACT_LIMITS, type Act } from './act';
import { ledMarks } from './draw';
import type { Led, LedStep } from './lead';
import { lengthsOf, type LedLength } from './lengths';

/** Two places of one wire are tied by the wire between them, if that is drawn tight; so many at the most. */
const MOST_TIES = 80;

const placesOf = (steps: readonly LedStep[]): LedStep[] => steps.filter((s) => s.run !== null);

/** Where its turns lie on the figure. */
export const ledSpans = (steps: readonly LedStep[]): Span[] =>
  placesOf(steps).flatMap((s) => [
    spanOf({ wire: s.run!.wire, fromMm: s.fromMm, toMm: s.toMm }),
    ...(s.woven ? [spanOf(s.woven.second)] : []),
  ]);

export const ledHeld = (steps: readonly LedStep[]): NonNullable<Laid['held']> =>
  steps.flatMap((s) => (s.round?.taken ?? []).map(({ wire, mm }) => ({ wire, mm })));

export function ledCounts(steps: readonly LedStep[]): Counted[] {
  const sum = (of: (s: LedStep) => number): number => steps.reduce((n, s) => n + of(s), 0);
  const wraps = sum((s) => (s.woven ? 0 : Math.ceil(s.turns)));
  const rows = sum((s) => s.woven?.weave.rows ?? 0);
  const beads = sum((s) => s.beads.length);
  return [
    { what: 'places', count: steps.length },
    ...(wraps > 0 ? [{ what: 'wraps' as const, count: wraps }] : []),
    ...(rows > 0 ? [{ what: 'rows' as const, count: rows }] : []),
    ...(beads > 0 ? [{ what: 'beads' as const, count: beads }] : []),
  ];
}

const laidActs = ({ steps }: Led, lengths: readonly LedLength[]): LaidAct[] =>
  steps.map((s, i) => ({
    id: s.act.id,
    at: s.at,
    on: s.run && { wire: s.run.wire, mm: middleMm(s.run) },
    way: s.way?.points ?? [],
    wayMm: s.way?.lengthMm ?? 0,
    hereMm: s.hereMm,
    turns: s.woven?.weave.rows ?? s.turns,
    strands: s.round?.strands ?? 0,
    layers: s.layers,
    trouble: s.trouble !== null,
    wire: lengths.findIndex((l) => i <= l.to),
  }));

export const ledBeads = (steps: readonly LedStep[]): Bead[] =>
  steps.flatMap(({ act }) => (act.do === 'bead' ? act.beads : []));

/** How often the wire goes through the beads of an act: its own passes, and later ones through their place. */
function passesOf(steps: readonly LedStep[], step: LedStep): number {
  const { act } = step;
  if (act.do !== 'bead') return 0;
  const again = steps.filter(
    (s) =>
      s.act.do === 'pass' &&
      step.beads.some(
        (b) => distance(b.at, s.at) <= Math.max(b.bead.lengthMm, b.bead.acrossMm) / 2,
      ),
  );
  return act.passes + again.length;
}

const listed = (numbers: readonly number[]): Said =>
  joined(
    numbers.map((n) => say`${n}`),
    ', ',
  );

const TROUBLE_WORDS = {
  'no-wire': (n: Said) => say`No wire lies at place ${n}.`,
  lost: (n: Said) =>
    say`The wire that place ${n} lay on is no longer there; it is reckoned on the nearest.`,
  'way-gone': (n: Said) =>
    say`The way that place ${n} hung on is gone; it is reckoned on the nearest wire.`,
  'nothing-before': (n: Said) =>
    say`Place ${n} is twisted from the place before it, and there is none.`,
  'no-pair': (n: Said) =>
    say`Beside place ${n} nothing lies that it could be woven with. Choose the wire on the other side.`,
  'no-room': (n: Said) =>
    say`At place ${n} there is no room for a row: give the weave more length.`,
  'too-close': (n: Said) =>
    say`At place ${n} the wires come too close for it to pass between. Those rows are reckoned as if it just did.`,
  'not-along': (n: Said) =>
    say`To place ${n} the wire cannot go along: it is not on the wire of the place before. It is reckoned straight across.`,
} as const;

const NOWHERE: Problem = {
  message: say`It goes nowhere yet. Press the places on the figure in their order, or add them from the list.`,
  remedies: [],
  refused: true,
};

const TROUBLES = [
  'no-wire',
  'nothing-before',
  'no-pair',
  'no-room',
  'lost',
  'way-gone',
  'not-along',
  'too-close',
] as const;
/** With these nothing can be made of it. */
const REFUSED: ReadonlySet<string> = new Set(['no-wire', 'nothing-before', 'no-pair', 'no-room']);

type LedItem = ItemLike & { readonly acts: readonly Act[] };

/** Twists so tight that soft wire is near breaking, with the most turns that are sound. */
function steepTwists(item: LedItem, steps: readonly LedStep[], d: number): Problem[] {
  return steps.flatMap(({ act, way, enter, otherMm = d }, i): Problem[] => {
    if (act.do !== 'twist') return [];
    const overMm = act.folded
      ? distance(enter.at, act.at)
      : Math.sqrt(
          Math.max(0, (way?.lengthMm ?? 0) ** 2 - twistRoundMm(act.turns, d, otherMm) ** 2),
        );
    const { angleRad } = twistedPair(overMm, act.turns, d, otherMm);
    if (angleRad <= TWIST_LIMIT_RAD + 1e-9) return [];
    const turns = Math.floor(2 * mostTwistWith(overMm, d, otherMm)) / 2;
    return [
      {
        message: say`At place ${i + 1} it is twisted so tightly (${asAngle(angleRad)}) that soft wire is near breaking.`,
        remedies:
          turns >= ACT_LIMITS.twists.min
            ? [
                {
                  kind: 'item',
                  label: say`${counted(turns, 'turn', 'turns')}`,
                  item: {
                    ...item,
                    acts: item.acts.map((a) => (a.id === act.id ? { ...act, turns } : a)),
                  },
                },
              ]
            : [],
        refused: false,
      },
    ];
  });
}

/** What is not as it was chosen, with what helps. */
export function ledProblems(item: LedItem, { steps }: Led, d: number): Problem[] {
  const problems: Problem[] = steps.length > 0 ? [] : [NOWHERE];
  for (const trouble of TROUBLES) {
    const found = steps.flatMap((s, i) => (s.trouble === trouble ? [i + 1] : []));
    if (found.length === 0) continue;
    const rest = item.acts.filter((_, i) => !found.includes(i + 1));
    const straight = item.acts.map((a, i): Act => {
      return found.includes(i + 1) ? { ...a, comes: 'front' } : a;
    });
    const leaveOut =
      rest.length > 0
        ? [
            {
              kind: 'item' as const,
              label: found.length === 1 ? say`Leave it out` : say`Leave them out`,
              item: { ...item, acts: rest },
            },
          ]
        : [];
    problems.push({
      message: TROUBLE_WORDS[trouble](listed(found)),
      remedies:
        trouble === 'not-along'
          ? [{ kind: 'item', label: say`Straight across`, item: { ...item, acts: straight } }]
          : trouble === 'too-close'
            ? []
            : leaveOut,
      refused: REFUSED.has(trouble),
    });
  }
  problems.push(...steepTwists(item, steps, d));
  steps.forEach((step, i) => {
    const { act } = step;
    if (act.do !== 'bead') return;
    const passes = passesOf(steps, step);
    const tight = act.beads.find((b) => b.holeMm < holeNeeded(passes, d, b.lengthMm, null) - 1e-9);
    if (!tight) return;
    const needed = holeNeeded(passes, d, tight.lengthMm, null);
    const hole = Math.ceil(needed * 20 - 1e-9) / 20;
    const wider = act.beads.map((b) => (b === tight ? { ...b, holeMm: hole } : b));
    problems.push({
      message: say`${tight.name} at place ${i + 1} does not go on: its hole is ${asThickness(tight.holeMm)}, and ${counted(passes, 'pass', 'passes')} of ${asThickness(d)} wire need ${asThickness(needed)}.`,
      remedies:
        hole < tight.acrossMm
          ? [
              {
                kind: 'item',
                label: say`Take a bead with a hole of ${asThickness(hole)}`,
                item: {
                  ...item,
                  acts: item.acts.map((a) => (a.id === act.id ? { ...act, beads: wider } : a)),
                },
              },
            ]
          : [],
      refused: true,
    });
  });
  return problems;
}

/** What it holds together: the wires within each wrap, and places that it is drawn tight between. */
export function ledTies({ steps }: Led, thread: Thread): ItemTie[] {
  const within = steps.flatMap(({ round, turns }) =>
    turns < 1
      ? []
      : (round?.taken.slice(1) ?? []).map((t): ItemTie => {
          const [first] = round!.taken;
          return {
            a: { wire: first!.wire, mm: first!.mm },
            b: { wire: t.wire, mm: t.mm },
            how: 'fast',
          };
        }),
  );
  const woven = steps.flatMap(({ woven: w, act }) => {
    if (!w) return [];
    // A weave holds all along, a lacing only at its places.
    const most = act.do === 'weave' && act.laced ? w.weave.rows : WEAVE_TIES;
    return laced(w.first, w.second, Math.min(WEAVE_TIES, most), thread);
  });
  const between = steps.slice(1).flatMap((s, i): ItemTie[] => {
    const before = steps[i]!;
    const tight = s.way && s.way.comes !== 'along' && s.act.sagMm === 0 && s.way.lengthMm > 1e-6;
    if (!tight || !s.run || !before.run) return [];
    const mid = (step: LedStep): number => (step.fromMm + step.toMm) / 2;
    return [
      {
        a: { wire: before.run.wire, mm: mid(before) },
        b: { wire: s.run.wire, mm: mid(s) },
        how: { thread },
      },
    ];
  });
  return [...within, ...woven, ...between].slice(0, MOST_TIES);
}

/** Acts as they must be on the mirrored figure: what hangs to the right hangs to the left. */
export const mirroredActs = (acts: readonly Act[]): Act[] =>
  acts.map((a): Act => {
    const sagMm = a.sagMm === 0 ? 0 : -a.sagMm;
    return a.do === 'curl' ? { ...a, sagMm, left: !a.left } : { ...a, sagMm };
  });

/**
 * Half turns that are added where the wire comes on one side and goes on the other; what it takes of a twist with a
 * wire of another thickness.
 */
export function ledNotes({ steps }: Led, d: number): Said[] {
  const more = steps.filter((s) => s.act.do === 'wrap' && s.turns > s.act.wraps + 1e-9).length;
  const unlike = [...new Set(steps.flatMap((s) => s.otherMm ?? d))].filter((mm) => mm !== d);
  return [
    ...(more > 0
      ? [
          say`${counted(more, 'place takes', 'places take')} half a turn more than was typed: the wire comes and goes there on the sides that were chosen.`,
        ]
      : []),
    ...unlike.map((mm) =>
      mm > d
        ? say`Twisted with wire of ${asThickness(mm)} it goes round the thicker one, and takes most of the twist.`
        : say`Twisted with wire of ${asThickness(mm)} it stays nearly straight; the thinner one goes round it.`,
    ),
  ];
}

/** What a led wire brings to its layout, whichever wire it is. */
export const ledLaid = (
  led: Led,
  thread: Thread,
  refused: boolean,
  lengths: readonly LedLength[] = lengthsOf(led, null),
): Pick<Laid, 'counts' | 'beads' | 'findings' | 'marks' | 'acts' | 'held'> => ({
  counts: ledCounts(led.steps),
  beads: refused ? [] : beadUses(ledBeads(led.steps)),
  findings: [],
  held: refused ? [] : ledHeld(led.steps),
  marks: refused ? [] : ledMarks(led.steps, thread),
  acts: laidActs(led, lengths),
});
