import { sub, unit, type Vec } from '../../geometry';
import { beadMark, wireMark } from '../draw';
import { axisOf, middleMm, moved, turnStroke, windingOn, type Spot as OnWire } from '../ground';
import type { DressMark } from '../layout';
import type { Thread } from '../thread';
import { curlLine } from './lay';
import type { LedStep } from './lead';

/** At most so many turns of one place are drawn one by one. */
const MOST_TURNS = 120;
/** A twist is drawn by no more points than this. */
const MOST_STEPS = 600;

/** How far across the turns of a place reach to each side, mm. */
const reachOf = ({ round, layers }: LedStep, d: number): number =>
  (round?.bundle.reduce((sum, mm) => sum + mm, 0) ?? 0) / 2 + d / 2 + layers * d;

/** Turns of one place as short strokes, side by side or as they are spread. */
function turnsOf(step: LedStep, d: number): Vec[][] {
  const { run, at, turns, fromMm, toMm, way } = step;
  const count = Math.min(MOST_TURNS, Math.ceil(turns));
  const reach = reachOf(step, d);
  if (!run) {
    const [a, b] = [way?.points.at(-2), way?.points.at(-1)];
    const direction = a && b && (a.x !== b.x || a.y !== b.y) ? unit(sub(b, a)) : { x: 0, y: 1 };
    return Array.from({ length: count }, (_, i) =>
      turnStroke({ at: moved(at, direction, (i - (count - 1) / 2) * d), direction }, reach, d),
    );
  }
  const aside = sub(at, run.spot(middleMm(run)).at);
  return Array.from({ length: count }, (_, i) => {
    const spot: OnWire = run.spot(fromMm + ((toMm - fromMm) * (i + 0.5)) / count);
    return turnStroke({ ...spot, at: moved(spot.at, aside) }, reach, d);
  });
}

interface Layers {
  readonly front: Vec[][];
  readonly back: Vec[][];
}

/**
 * What of a twist is this wire: one strand on the way, two of a folded leg. Two wires that come to a twist
 * from two sides begin it opposite each other.
 */
function twistedOf({ act, way, enter }: LedStep, before: LedStep | undefined, d: number): Layers {
  if (act.do !== 'twist') return { front: [], back: [] };
  const points = act.folded ? [enter.at, act.at] : (way?.points ?? []);
  if (points.length < 2) return { front: [], back: [] };
  const axis = axisOf(points, Math.min(MOST_STEPS, Math.max(12, Math.ceil(16 * act.turns))));
  const [came, goes] = [before?.way?.points ?? [], sub(points[1]!, points[0]!)];
  const from = came.length > 1 ? sub(came.at(-1)!, came.at(-2)!) : goes;
  const start = from.x * goes.y - from.y * goes.x >= 0 ? 0 : Math.PI;
  const strands = (act.folded ? [0, Math.PI] : [start]).map((phase) =>
    windingOn(axis, act.turns, d / 2, phase),
  );
  return {
    front: strands.flatMap((l) => l.front),
    back: strands.flatMap((l) => l.back),
  };
}

/** Stretches of wire, each with the act that makes it, as one mark. */
function actMark(
  runs: readonly (readonly [act: number, run: readonly Vec[]])[],
  thread: Thread,
  under = false,
): DressMark[] {
  if (runs.length === 0) return [];
  const [lines, acts] = [runs.map(([, run]) => run), runs.map(([act]) => act)];
  return [{ ...wireMark(lines, thread, under), acts }];
}

/** What a led wire looks like: ways behind the figure, ways in front, turns, beads. */
export function ledMarks(steps: readonly LedStep[], thread: Thread): DressMark[] {
  const d = thread.diameterMm;
  const each = (runsOf: (s: LedStep, i: number) => readonly (readonly Vec[])[]) =>
    steps.flatMap((s, i) => runsOf(s, i).map((run) => [i, run] as const));
  const ways = (under: boolean) =>
    each(({ way, act }) =>
      way && act.do !== 'twist' && way.points.length > 1 && (way.comes === 'behind') === under
        ? [way.points]
        : [],
    );
  const twisted = steps.map((s, i) => twistedOf(s, steps[i - 1], d));
  return [
    ...actMark(ways(true), thread, true),
    ...[
      each((_, i) => twisted[i]!.back),
      each((_, i) => twisted[i]!.front),
      each(({ act, enter }) => (act.do === 'curl' ? [curlLine(act, enter.at, d)] : [])),
      ways(false),
      each((s) => (s.act.do === 'wrap' ? turnsOf(s, d) : [])),
      each((s) => s.woven?.weave.strokes ?? []),
    ].flatMap((runs) => actMark(runs, thread)),
    ...steps.flatMap((s, act) => s.beads.map((b): DressMark => ({ ...beadMark(b), act }))),
  ];
}

/** What there is of a led wire once so many of its acts are done. */
export const marksUpTo = (marks: readonly DressMark[], acts: number): DressMark[] =>
  marks.flatMap((m): DressMark[] => {
    if (m.kind === 'bead') return (m.act ?? 0) < acts ? [m] : [];
    if (m.kind !== 'wire' || !m.acts) return [m];
    const isDone = m.acts.map((act) => act < acts);
    const runs = m.runs.filter((_, i) => isDone[i]);
    return runs.length > 0 ? [{ ...m, runs, acts: m.acts.filter((_, i) => isDone[i]) }] : [];
  });
