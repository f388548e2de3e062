import { jawWidths, type Kit } from '../forming';
import { degrees } from '../units';
import { alongBlank, type Plan, type PlannedBend, type WirePlan } from '../plan';
import { asBoth, asLength, counted, say, type Said } from '../words';
import type { Trouble } from './room';
import type { Measure, Step, WireSteps } from './stepsOf';
import type { TailMove, Threading } from './tail';
import type { WorkMark } from './ways';

/** Which way the wire turns for someone working outwards with the front in view. */
export const turnWord = (angleRad: number): 'right' | 'left' => (angleRad > 0 ? 'right' : 'left');

export const BEND_WORDS = { curve: 'curve', corner: 'corner', fold: 'fold' } as const;

/** Beyond this diameter a curve is a slight bow that no bench has a round for. */
const EASED_MM = 120;
/** What is tighter has no round: it is bent at the tip of the pliers. */
const LEAST_ROUND_MM = 0.05;

/** What a bend is formed over, in words. */
export function overWords(bend: PlannedBend, diameterMm: number): Said {
  if (bend.tool) return bend.tool.name;
  if (bend.kind === 'fold') {
    return bend.insideRadiusMm > 0.05
      ? say`gap ${asLength(2 * bend.insideRadiusMm)}`
      : say`squeeze shut`;
  }
  if (bend.kind === 'corner') return say`jaw edge`;
  const form = handRound(bend, diameterMm);
  if (form > EASED_MM) return say`eased by hand`;
  return form > LEAST_ROUND_MM ? say`by hand, ${asLength(form)} across` : say`tip of the pliers`;
}

/** The round that a curve is bent to by hand, so that it springs back to what it should be, inside across, mm. */
function handRound(
  { formToRad, angleRad, insideRadiusMm }: PlannedBend,
  diameterMm: number,
): number {
  const past = Math.abs(formToRad / angleRad);
  return 2 * ((insideRadiusMm + diameterMm / 2) / past) - diameterMm;
}

/** What a bend is formed over, as an order. */
function overOrder(bend: PlannedBend, diameterMm: number): Said {
  const form = bend.kind === 'curve' && !bend.tool ? handRound(bend, diameterMm) : 0;
  if (form > EASED_MM) return say`Ease it by hand.`;
  if (form > LEAST_ROUND_MM) return say`By hand, to a round ${asLength(form)} across.`;
  return say`Over: ${overWords(bend, diameterMm)}.`;
}

const degreesOf = (rad: number): number => Math.round(Math.abs(degrees(rad)));

/** One bend as an order to the hands. */
export function bendOrder(bend: PlannedBend, mark: WorkMark, diameterMm: number): Said {
  const turn = turnWord(mark.turnRad);
  const to = degreesOf(mark.formToRad);
  if (bend.kind === 'fold')
    return say`Fold back to the ${turn} and close it: ${overWords(bend, diameterMm)}.`;
  const past = to - degreesOf(mark.turnRad);
  const over = past > 0 ? say`: ${past}° past, since it springs back` : '';
  const what = bend.kind === 'corner' ? 'Bend' : 'Curve';
  return say`${what} to the ${turn}, to ${to}°${over}. ${overOrder(bend, diameterMm)}`;
}

/** What the tail does at a crossing. */
export function moveWords(move: TailMove): Said {
  const end = move.arm === 'towards-last' ? 'tail' : 'first end';
  if (move.kind === 'over') return say`Bring the ${end} over what is formed.`;
  if (move.kind === 'behind') return say`Bring the ${end} behind what is formed.`;
  const side = move.towards === 'front' ? 'from behind to the front' : 'from the front to behind';
  return say`Thread the ${end} through, ${side}, and pull ${asBoth(move.pullMm)} after it.`;
}

/** Why a step cannot be done so, and what helps. Places count from the first end of the blank, as marks do. */
export function troubleWords(trouble: Trouble, wire: WirePlan): Said {
  if (trouble.kind === 'tool-room') {
    const tool = wire.bends[trouble.bend]?.tool?.name ?? 'the tool';
    return say`No room for ${tool}: wire formed before, ${asLength(alongBlank(wire, trouble.atMm))} along, lies where it would stand. Shape this curve by hand against the pattern.`;
  }
  if (trouble.kind === 'jaw-room') {
    const have = Math.max(0, trouble.haveMm);
    return say`${asLength(have)} of straight before it, and ${trouble.jaw} need ${asLength(trouble.needMm)}. Hold it on the tail’s side instead, at the other edge of the bend, ${asLength(alongBlank(wire, trouble.insteadMm))} along.`;
  }
  return say`The tail would have to pass through wire that is closed: the space is narrower than the wire. Let it lie over or under there, open the figure, or form the other part first.`;
}

const listed = (bends: readonly number[]): Said => {
  const numbers = bends.map((b) => String(b + 1));
  if (numbers.length < 2) return say`bend ${numbers.join('')}`;
  const shown =
    numbers.length > 9 ? [...numbers.slice(0, 8), `${numbers.length - 8} more`] : numbers;
  return say`bends ${shown.slice(0, -1).join(', ')} and ${shown[shown.length - 1]!}`;
};

/** All steps of a wire that cannot be done so, those of one kind together. */
export function troublesTogether(
  steps: WireSteps,
  wire: WirePlan,
): { kind: Trouble['kind']; bends: number[]; text: Said }[] {
  const all = steps.steps.flatMap((s) => s.troubles);
  return (['narrow', 'tool-room', 'jaw-room'] as const).flatMap((kind) => {
    const own = all.filter((t) => t.kind === kind);
    const [first] = own;
    if (!first) return [];
    const bends = own.map((t) => t.bend);
    const which = listed(bends);
    const text = {
      narrow: say`After ${which}: ${troubleWords(first, wire)}`,
      'tool-room': say`No room for the tool at ${which}: wire formed before lies where it would stand. Shape there by hand against the pattern.`,
      'jaw-room': say`Too near to the bend before for the narrowest jaw: ${which}. Hold there on the tail’s side of the bend.`,
    }[kind];
    return [{ kind, bends, text }];
  });
}

/** What to measure after a step. */
export function measureWords(measure: Measure): Said {
  const size = say`width so far ${asBoth(measure.widthMm)}, height ${asBoth(measure.heightMm)}`;
  return measure.level ? say`${size}, both arms level` : size;
}

/** Steps that differ from a jaw's width by less than this can be taken by the jaw, mm. */
const GAUGE_MM = 0.15;

/** The jaw that is as wide as the step from the mark before, as a gauge; null if none is. */
export function gaugeWords(mark: WorkMark, kit: Kit): Said | null {
  const jaw = jawWidths(kit).find((j) => Math.abs(j.widthMm - mark.stepMm) <= GAUGE_MM);
  return jaw
    ? say`The step from the last mark is as wide as your ${jaw.name} (${asLength(jaw.widthMm)}): take it by the jaw.`
    : null;
}

const WAY_WORDS = { first: 'the first end', last: 'the last end', middle: 'the middle' } as const;

const threadWords = (t: Threading): Said =>
  t.times === 0
    ? say`nothing to thread`
    : say`${counted(t.times, 'threading', 'threadings')} with ${asBoth(t.pullMm)} to pull`;

/** Where the work is best begun, and why; null when it makes no difference. */
export function beginWords(steps: WireSteps): { from: Threading['from']; text: Said } | null {
  const [best] = steps.threading;
  const now = steps.threading.find((t) => t.from === steps.from);
  if (!best || !now || best.from === steps.from) return null;
  if (best.times === now.times && Math.abs(best.pullMm - now.pullMm) < 0.5) {
    if (best.from !== 'middle') return null;
    return {
      from: best.from,
      text: say`Both arms are alike: begun in the middle, they can be bent in step.`,
    };
  }
  return {
    from: best.from,
    text: say`Begin at ${WAY_WORDS[best.from]}: ${threadWords(best)}, instead of ${threadWords(now)}.`,
  };
}

/** A step's title. */
export function stepTitle(step: Step, steps: WireSteps, plan: Plan): Said {
  const wire = plan.wires[steps.wire];
  if (step.kind === 'blank') return say`The straight blank`;
  if (step.kind === 'ends') return wire?.closed ? say`Close it` : say`The ends`;
  const [a, b] = step.marks;
  const kind = a && wire ? BEND_WORDS[wire.bends[a.bend]!.kind] : 'bend';
  return b
    ? say`Bends ${Math.min(a!.bend, b.bend) + 1} and ${Math.max(a!.bend, b.bend) + 1} together: ${kind}`
    : say`Bend ${a!.bend + 1}: ${kind}`;
}
