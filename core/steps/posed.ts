import {
  angleOf,
  bothBoxes,
  endOf,
  flattenSegment,
  startOf,
  tangentAt,
  type Box,
  type Primitive,
  type Vec,
} from '../geometry';
import type { WirePlan } from '../plan';
import { isBend, type Strip } from '../strip';
import { poseStrip } from './pose';
import type { WireSteps } from './stepsOf';

export type WireEndSide = 'start' | 'end';

/** A wire part way through its forming. */
export interface PosedWire {
  readonly strip: Strip;
  /**
   * straight on beyond its ends, where they are not worked yet: what the ends take, what they are held by, and the
   * reserve; from the figure outwards
   */
  readonly beyond: Readonly<Partial<Record<WireEndSide, readonly [Vec, Vec]>>>;
}

/** As fine as a box needs, mm. */
const FINE_MM = 0.1;

const onwards = (at: Vec, heading: number, mm: number): readonly [Vec, Vec] => [
  at,
  { x: at.x + mm * Math.cos(heading), y: at.y + mm * Math.sin(heading) },
];

/**
 * A wire as it lies once some of its steps are done and a share of the next, with all that is cut for it but what it
 * uses up on its way.
 * @param done index of the last step that is done
 * @param share of the next step, 0 to 1
 * @param worked ends that are formed or closed already
 */
export function posedWire(
  wire: WirePlan,
  { steps, marks }: WireSteps,
  done: number,
  share: number,
  worked: ReadonlySet<WireEndSide>,
): PosedWire {
  const bent = new Map<number, number>();
  steps.slice(0, done + 1).forEach((s) => s.marks.forEach((m) => bent.set(m.bend, 1)));
  if (share > 0) steps[done + 1]?.marks.forEach((m) => bent.set(m.bend, share));
  let bend = -1;
  const progress = wire.strip.pieces.map((p) => (isBend(p) ? (bent.get(++bend) ?? 0) : 1));
  const strip = poseStrip(wire.strip, (i) => progress[i] ?? 1, marks.originMm);
  const first = strip.pieces[0]?.shape[0];
  const last = strip.pieces.at(-1)?.shape.at(-1);
  const beyondEnd = wire.endMm + wire.reserveMm;
  return {
    strip,
    beyond: {
      ...(first &&
        wire.startMm > 0 &&
        !worked.has('start') && {
          start: onwards(startOf(first), angleOf(tangentAt(first, 0)) + Math.PI, wire.startMm),
        }),
      ...(last &&
        beyondEnd > 0 &&
        !worked.has('end') && {
          end: onwards(endOf(last), angleOf(tangentAt(last, 1)), beyondEnd),
        }),
    },
  };
}

/** Points along a posed wire, no further apart than so much, mm. */
export function posedPoints({ strip, beyond }: PosedWire, stepMm: number): Vec[] {
  const shapes: readonly Primitive[] = [
    ...strip.pieces.flatMap((p) => p.shape),
    ...Object.values(beyond).map(([from, to]): Primitive => ({ type: 'line', from, to })),
  ];
  return shapes.flatMap((s) => [startOf(s), ...flattenSegment(s, FINE_MM, stepMm)]);
}

/** The box round a posed wire, along its middle; null where there is none. */
export function posedBox(posed: PosedWire): Box | null {
  const points = posedPoints(posed, Infinity);
  if (points.length === 0) return null;
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return {
    minX: xs.reduce((a, b) => Math.min(a, b), Infinity),
    minY: ys.reduce((a, b) => Math.min(a, b), Infinity),
    maxX: xs.reduce((a, b) => Math.max(a, b), -Infinity),
    maxY: ys.reduce((a, b) => Math.max(a, b), -Infinity),
  };
}

/** The box round a wire before a step and after it, so that the step is seen whole; null where there is none. */
export function stepBox(
  wire: WirePlan,
  work: WireSteps,
  step: number,
  worked: ReadonlySet<WireEndSide>,
): Box | null {
  const [before, after] = [Math.max(0, step - 1), step].map((done) =>
    posedBox(posedWire(wire, work, done, 0, worked)),
  );
  return before && after ? bothBoxes(before, after) : (before ?? after ?? null);
}
