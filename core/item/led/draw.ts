import { sub, unit, type Vec } from '../../geometry';
import { beadMark, wireMark } from '../draw';
import { middleMm, moved, turnStroke, type Spot as OnWire } from '../ground';
import type { DressMark } from '../layout';
import type { Thread } from '../thread';
import type { LedStep } from './lead';

/** At most so many turns of one place are drawn one by one. */
const MOST_TURNS = 120;

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

/** What a led wire looks like: ways behind the figure, ways in front, turns, beads. */
export function ledMarks(steps: readonly LedStep[], thread: Thread): DressMark[] {
  const d = thread.diameterMm;
  const ways = (under: boolean): Vec[][] =>
    steps.flatMap(({ way }) =>
      way && way.points.length > 1 && (way.comes === 'behind') === under ? [[...way.points]] : [],
    );
  const turns = steps.flatMap((s) => (s.act.do === 'wrap' ? turnsOf(s, d) : []));
  return [
    ...[ways(true)].filter((w) => w.length > 0).map((w) => wireMark(w, thread, true)),
    ...[ways(false), turns].filter((w) => w.length > 0).map((w) => wireMark(w, thread)),
    ...steps.flatMap((s) => s.beads.map(beadMark)),
  ];
}
