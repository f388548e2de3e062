import { TWIST_LIMIT_RAD } from '../../element';
import { lengthField } from '../../field';
import { asAngle, asLength, asThickness, counted, say } from '../../words';
import { wireMark, wireUse } from '../draw';
import { tailField, threadField } from '../fields';
import {
  alongPoints,
  inLayers,
  middleMm,
  moved,
  outside,
  right,
  spanOf,
  spotsOf,
  turnsBack,
} from '../ground';
import { itemKind } from '../kind';
import { BARE, type Problem } from '../layout';
import { stiffer } from '../stiffness';

const STRANDS = 3;
/** Places at which one pitch is measured and drawn. */
const STEPS = 24;

/**
 * Where a strand of a plait of three lies at a share of its pitch, in wire diameters: to the side and up.
 * It goes once from side to side while it goes twice up and down; all three do the same, a third of a
 * pitch apart. Two of them are 3 c + 3 B^2 (2 c - 1)^2 apart, squared, with c = cos^2 of half their way on
 * and B half the height: at the least 3/2 - 3 / (16 B^2), which is a wire for B^2 = 3/8.
 */
export const lie = (share: number): { side: number; up: number } => ({
  side: Math.sin(2 * Math.PI * share),
  up: Math.sqrt(3 / 8) * Math.sin(4 * Math.PI * share),
});

/** Length of a strand for each mm of plait, by the lengths of many chords of one pitch. */
export function plaitFactor(diameterMm: number, pitchMm: number, steps = 720): number {
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const [a, b] = [lie(i / steps), lie((i + 1) / steps)];
    sum += Math.hypot(pitchMm / steps, diameterMm * (b.side - a.side), diameterMm * (b.up - a.up));
  }
  return sum / pitchMm;
}

/** The steepest that a strand lies in a plait, where it crosses its middle. */
const steepest = (diameterMm: number, pitchMm: number): number =>
  Math.atan((2 * Math.PI * diameterMm) / pitchMm);

export const braid = itemKind({
  kind: 'braid',
  name: 'Braid of three',
  group: 'Wraps and strands',
  hint: 'Three strands plaited, laid along the frame.',
  place: 'stretch',
  traits: { winds: true, inner: true },
  fields: {
    pitchMm: lengthField('One strand’s way over and back', 1, 60, { scales: 'wire' }),
    thread: threadField,
    tailMm: tailField,
  },
})({
  first: ({ thread }) => ({ pitchMm: 5, thread: { ...thread, diameterMm: 0.405 }, tailMm: 12 }),
  layout(ground, item) {
    const run = ground.runAt(item.on);
    if (!run) return null;
    const { thread, pitchMm } = item;
    const d = thread.diameterMm;
    const side = outside(ground, run.spot(middleMm(run)));
    const aside = side * (ground.frameMm / 2 + 1.5 * d);
    const spots = spotsOf(run, Math.max(0.05, pitchMm / STEPS));
    const middle = spots.map((s) => moved(s.at, right(s), aside));
    const along = alongPoints(middle);
    const lengthMm = along.at(-1)!;
    const pitches = lengthMm / pitchMm;
    const strands = Array.from({ length: STRANDS }, (_, strand) => {
      const lies = along.map((mm) => lie(mm / pitchMm + strand / STRANDS));
      const points = middle.map((p, i) => moved(p, right(spots[i]!), lies[i]!.side * d));
      return inLayers(points, (i) => lies[i]!.up >= 0);
    });
    const angle = steepest(d, pitchMm);
    const loosest = Math.ceil(((2 * Math.PI * d) / Math.tan(TWIST_LIMIT_RAD)) * 10) / 10;
    const problems: Problem[] = [];
    if (turnsBack(middle, spots)) {
      problems.push({
        message: say`The curve is too tight for a braid beside it.`,
        remedies: [],
        refused: true,
      });
    }
    if (angle > TWIST_LIMIT_RAD) {
      problems.push({
        message: say`Plaited so closely (${asAngle(angle)}) soft wire is near breaking.`,
        remedies: [
          {
            kind: 'item',
            label: say`${asLength(loosest)} from crossing to crossing`,
            item: { ...item, pitchMm: loosest },
          },
        ],
        refused: false,
      });
    }
    return {
      ...BARE,
      title: say`Braid of three over ${asLength(run.lengthMm)}, ${counted(Math.round(pitches), 'time', 'times')} round`,
      counts: [{ what: 'crossings', count: Math.round(2 * STRANDS * pitches) }],
      wires: [
        wireUse(
          'strand',
          'Strand of the braid',
          thread,
          lengthMm * plaitFactor(d, pitchMm),
          item.tailMm,
          STRANDS,
        ),
      ],
      spans: [spanOf(run)],
      marks: [
        wireMark(
          strands.flatMap((s) => s.back),
          thread,
        ),
        wireMark(
          strands.flatMap((s) => s.front),
          thread,
        ),
      ],
      notes: [say`${asThickness(3 * d)} wide; strands lie at up to ${asAngle(angle)}.`],
      problems,
    };
  },
  orders: (_item, { cut, count }) => [
    ...cut,
    say`Fix the three strands at one end; lay the outer ones in turn over the middle one, left and right, flat and at an even pull: ${counted(count('crossings'), 'crossing', 'crossings')}.`,
    say`Lay the braid along the frame; its tails bind it there.`,
  ],
  stiffens: (ground, { thread }) =>
    stiffer(1 + STRANDS * (thread.diameterMm / ground.frameMm) ** 3),
});
