import { jawWidths, type Kit } from '../forming';
import { degrees, printBoth, printLength, printNumber, type LengthUnit } from '../units';
import { alongBlank, type Plan, type PlannedBend, type WirePlan } from '../plan';
import type { Trouble } from './room';
import type { Measure, Step, WireSteps } from './stepsOf';
import type { TailMove, Threading } from './tail';
import type { WorkMark } from './ways';

/** Which way the wire turns for someone working outwards with the front in view. */
export const turnWord = (angleRad: number): 'right' | 'left' => (angleRad > 0 ? 'right' : 'left');

export const BEND_WORDS = { curve: 'curve', corner: 'corner', fold: 'fold' } as const;

/** Beyond this diameter a curve is a slight bow that no bench has a round for. */
const EASED_MM = 120;

/** What a bend is formed over, in words. */
export function overWords(bend: PlannedBend, diameterMm: number): string {
  if (bend.tool) return bend.tool.name;
  if (bend.kind === 'fold') {
    return bend.insideRadiusMm > 0.05
      ? `gap ${printNumber(2 * bend.insideRadiusMm, 1)} mm`
      : 'squeeze shut';
  }
  if (bend.kind === 'corner') return 'jaw edge';
  const past = Math.abs(bend.formToRad / bend.angleRad);
  const form = 2 * ((bend.insideRadiusMm + diameterMm / 2) / past) - diameterMm;
  if (form > EASED_MM) return 'eased by hand';
  return form > 0.05 ? `by hand, round of ${printNumber(form, 1)} mm` : 'tip of the pliers';
}

const degreesOf = (rad: number): number => Math.round(Math.abs(degrees(rad)));

/** One bend as an order to the hands. */
export function bendOrder(bend: PlannedBend, mark: WorkMark, diameterMm: number): string {
  const turn = turnWord(mark.turnRad);
  const to = degreesOf(mark.formToRad);
  if (bend.kind === 'fold')
    return `Fold back to the ${turn} and close it: ${overWords(bend, diameterMm)}.`;
  const past = to - degreesOf(mark.turnRad);
  const over = past > 0 ? `, ${past}° past, it springs back` : '';
  const what = bend.kind === 'corner' ? 'Bend' : 'Curve';
  return `${what} to the ${turn}, to ${to}°${over}. Over: ${overWords(bend, diameterMm)}.`;
}

/** What the tail does at a crossing. */
export function moveWords(move: TailMove, unit: LengthUnit): string {
  const end = move.arm === 'towards-last' ? 'tail' : 'first end';
  if (move.kind === 'over') return `Bring the ${end} over what is formed.`;
  if (move.kind === 'behind') return `Bring the ${end} behind what is formed.`;
  const side = move.towards === 'front' ? 'from behind to the front' : 'from the front to behind';
  return `Thread the ${end} through, ${side}, and pull ${printBoth(move.pullMm, unit)} after it.`;
}

/** Why a step cannot be done so, and what helps. Places count from the first end of the blank, as marks do. */
export function troubleWords(trouble: Trouble, wire: WirePlan, unit: LengthUnit): string {
  if (trouble.kind === 'tool-room') {
    const tool = wire.bends[trouble.bend]?.tool?.name ?? 'the tool';
    return `No room for ${tool}: wire formed before, ${printLength(alongBlank(wire, trouble.atMm), unit)} along, lies where it would stand. Shape this curve by hand against the pattern.`;
  }
  if (trouble.kind === 'jaw-room') {
    const have = Math.max(0, trouble.haveMm);
    return `${printNumber(have, 1)} mm of straight before it, and ${trouble.jaw} need ${printNumber(trouble.needMm, 1)} mm. Hold it on the tail’s side instead, at the other edge of the bend, ${printLength(alongBlank(wire, trouble.insteadMm), unit)} along.`;
  }
  return 'The tail would have to pass through wire that is closed: the space is narrower than the wire. Let it lie over or under there, open the figure, or form the other part first.';
}

const listed = (bends: readonly number[]): string => {
  const numbers = bends.map((b) => String(b + 1));
  if (numbers.length < 2) return `bend ${numbers.join('')}`;
  const shown =
    numbers.length > 9 ? [...numbers.slice(0, 8), `${numbers.length - 8} more`] : numbers;
  return `bends ${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
};

/** All steps of a wire that cannot be done so, those of one kind together. */
export function troublesTogether(
  steps: WireSteps,
  wire: WirePlan,
  unit: LengthUnit,
): { kind: Trouble['kind']; bends: number[]; text: string }[] {
  const all = steps.steps.flatMap((s) => s.troubles);
  return (['narrow', 'tool-room', 'jaw-room'] as const).flatMap((kind) => {
    const own = all.filter((t) => t.kind === kind);
    const [first] = own;
    if (!first) return [];
    const bends = own.map((t) => t.bend);
    const which = listed(bends);
    const text = {
      narrow: `After ${which}: ${troubleWords(first, wire, unit)}`,
      'tool-room': `No room for the tool at ${which}: wire formed before lies where it would stand. Shape there by hand against the pattern.`,
      'jaw-room': `Too near to the bend before for the narrowest jaw: ${which}. Hold there on the tail’s side of the bend.`,
    }[kind];
    return [{ kind, bends, text }];
  });
}

/** What to measure after a step. */
export function measureWords(measure: Measure, unit: LengthUnit): string {
  const size = `width so far ${printBoth(measure.widthMm, unit)}, height ${printBoth(measure.heightMm, unit)}`;
  return measure.level ? `${size}, both arms level` : size;
}

/** Steps that differ from a jaw's width by less than this can be taken by the jaw, mm. */
const GAUGE_MM = 0.15;

/** The jaw that is as wide as the step from the mark before, as a gauge; null if none is. */
export function gaugeWords(mark: WorkMark, kit: Kit): string | null {
  const jaw = jawWidths(kit).find((j) => Math.abs(j.widthMm - mark.stepMm) <= GAUGE_MM);
  return jaw
    ? `The step from the last mark is as wide as your ${jaw.name} (${printNumber(jaw.widthMm, 1)} mm): take it by the jaw.`
    : null;
}

const WAY_WORDS = { first: 'the first end', last: 'the last end', middle: 'the middle' } as const;

const threadWords = (t: Threading, unit: LengthUnit): string =>
  t.times === 0
    ? 'nothing to thread'
    : `${t.times === 1 ? 'one threading' : `${t.times} threadings`} with ${printBoth(t.pullMm, unit)} to pull`;

/** Where the work is best begun, and why; null when it makes no difference. */
export function beginWords(
  steps: WireSteps,
  unit: LengthUnit,
): { from: Threading['from']; text: string } | null {
  const [best] = steps.threading;
  const now = steps.threading.find((t) => t.from === steps.from);
  if (!best || !now || best.from === steps.from) return null;
  if (best.times === now.times && Math.abs(best.pullMm - now.pullMm) < 0.5) {
    if (best.from !== 'middle') return null;
    return {
      from: best.from,
      text: 'Both arms are alike: begun in the middle, they can be bent in step.',
    };
  }
  return {
    from: best.from,
    text: `Begin at ${WAY_WORDS[best.from]}: ${threadWords(best, unit)}, instead of ${threadWords(now, unit)}.`,
  };
}

/** A step's title. */
export function stepTitle(step: Step, steps: WireSteps, plan: Plan): string {
  const wire = plan.wires[steps.wire];
  if (step.kind === 'blank') return 'The straight blank';
  if (step.kind === 'ends') return wire?.closed ? 'Close it' : 'The ends';
  const [a, b] = step.marks;
  const kind = a && wire ? BEND_WORDS[wire.bends[a.bend]!.kind] : 'bend';
  return b
    ? `Bends ${Math.min(a!.bend, b.bend) + 1} and ${Math.max(a!.bend, b.bend) + 1} together: ${kind}`
    : `Bend ${a!.bend + 1}: ${kind}`;
}
