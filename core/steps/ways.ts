import { alongBlank, alongFigure, type PlannedBend, type WirePlan } from '../plan';
import type { WorkOrigin } from '../piece';

/** Which way along the wire the work goes from where it begins. */
export type Arm = 'towards-last' | 'towards-first';

/** Where and how one bend is gripped for one way of working. */
export interface WorkMark {
  /** index among the wire's bends */
  readonly bend: number;
  readonly arm: Arm;
  /** from the end that is measured from, or outwards from the middle mark, mm */
  readonly atMm: number;
  /** from the mark before on the same arm; from the end or the middle for the first, mm */
  readonly stepMm: number;
  /** turn for someone who works outwards on this arm with the front in view, clockwise positive */
  readonly turnRad: number;
  readonly formToRad: number;
  readonly grip: 'edge' | 'centre';
  /** the grip's place along the figure, mm */
  readonly placeMm: number;
}

/** A wire's marks for one way of working, in the order in which they are worked. */
export interface WorkMarks {
  readonly from: WorkOrigin;
  readonly marks: readonly WorkMark[];
  /** where the work begins, along the figure, mm */
  readonly originMm: number;
  /** where the middle mark stands on the cut wire, from its first cut end, mm; null if not used */
  readonly middleMarkMm: number | null;
  /** the reserve is trimmed here in the end */
  readonly reserveAt: 'first' | 'last' | 'both';
}

/** Jaws grip at an edge of the bend, round tools where they are said to; fingers at the middle. */
export function gripOf(bend: PlannedBend): 'edge' | 'centre' {
  if (bend.kind !== 'curve') return 'edge';
  return bend.tool?.grip ?? 'centre';
}

/**
 * Where a wire is marked for a way of working. From an end: distances from that cut end. From the
 * middle: distances outwards from the middle mark, to both sides. A bend that is gripped at its
 * edge is gripped at the edge nearer to where the work began, so its mark differs from way to way.
 * @param middleMm where the middle mark stands along the figure; by default half way along its blank
 */
export function workMarks(wire: WirePlan, from: WorkOrigin, middleMm = middleOf(wire)): WorkMarks {
  const { bends, developedMm } = wire;
  const outwards = bends.map((_, i) => i);
  const reserveAt = from === 'first' ? 'last' : from === 'last' ? 'first' : 'both';
  if (from !== 'middle') {
    const originMm = from === 'first' ? 0 : developedMm;
    const arm: Arm = from === 'first' ? 'towards-last' : 'towards-first';
    const order = from === 'first' ? outwards : outwards.reverse();
    // The zero is the cut end, before what that end takes.
    const zeroMm = from === 'first' ? 0 : wire.cutMm - wire.reserveMm;
    const marks = order.map((i) => markOn(wire, i, arm, originMm, zeroMm));
    return { from, marks: stepped(marks), originMm, middleMarkMm: null, reserveAt };
  }
  const marks = outwards.map((i) => {
    const b = bends[i]!;
    const arm: Arm = b.middleMm >= middleMm ? 'towards-last' : 'towards-first';
    return markOn(wire, i, arm, middleMm, alongBlank(wire, middleMm));
  });
  marks.sort((a, b) => a.atMm - b.atMm || a.bend - b.bend);
  return {
    from,
    marks: stepped(marks),
    originMm: middleMm,
    middleMarkMm: wire.reserveMm / 2 + alongBlank(wire, middleMm),
    reserveAt,
  };
}

/** Half way along the figure's part of the blank, as a place on the figure. */
const middleOf = (wire: WirePlan): number =>
  alongFigure(wire, (wire.startMm + wire.cutMm - wire.reserveMm - wire.endMm) / 2);

/** @param zeroMm where distances count from, on the blank */
function markOn(
  wire: WirePlan,
  bend: number,
  arm: Arm,
  originMm: number,
  zeroMm: number,
): Omit<WorkMark, 'stepMm'> {
  const b = wire.bends[bend]!;
  const out = arm === 'towards-last';
  const grip = gripOf(b);
  const edge = out ? b.startMm : b.endMm;
  // A bend that the middle lies in is gripped there: it has no nearer edge.
  const around = b.startMm < originMm && originMm < b.endMm;
  const placeMm = grip === 'edge' && !around ? edge : b.middleMm;
  const sign = out ? 1 : -1;
  return {
    bend,
    arm,
    atMm: Math.abs(alongBlank(wire, placeMm) - zeroMm),
    turnRad: sign * b.angleRad,
    formToRad: sign * b.formToRad,
    grip: around ? 'centre' : grip,
    placeMm,
  };
}

function stepped(marks: readonly Omit<WorkMark, 'stepMm'>[]): WorkMark[] {
  const last: Record<Arm, number> = { 'towards-first': 0, 'towards-last': 0 };
  return marks.map((m) => {
    const stepMm = m.atMm - last[m.arm];
    last[m.arm] = m.atMm;
    return { ...m, stepMm };
  });
}
