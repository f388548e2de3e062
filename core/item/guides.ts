import { guidedTurn } from '../element';
import { lengthField, lengthsField, wholeField } from '../field';
import type { Vec } from '../geometry';
import { asLength, asThickness, counted, say, type Said } from '../words';
import type { ItemLike, Problem, Remedy } from './layout';

/** Loops wound on a guide wire and on others beside it, which are pulled out afterwards. */
export interface Band {
  readonly loops: number;
  readonly guideMm: number;
  /** how far out each loop goes, in a pattern that repeats: middle to middle of its two guides, mm */
  readonly spreadsMm: readonly number[];
}

/** What is chosen about loops on guides. */
export const bandFields = {
  loops: wholeField('Loops', 3, 400),
  guideMm: lengthField('Guide wire', 0.3, 20, { decimals: 2, scales: 'wire' }),
  spreadsMm: lengthsField('From the inner guide out, loop by loop', 0, 100, 24, 'size'),
};

const spreadOf = ({ spreadsMm }: Band, loop: number): number =>
  spreadsMm[loop % spreadsMm.length] ?? 0;

/** The guides beside the inner one, each once, from the inside out, mm from it. */
export const outerGuides = ({ spreadsMm }: Band): number[] =>
  [...new Set(spreadsMm)].filter((mm) => mm > 0).sort((a, b) => a - b);

export const widestMm = ({ spreadsMm, guideMm }: Band): number => Math.max(...spreadsMm) + guideMm;

/** The wire of all loops, each going on by a pitch to the next, mm. */
export const bandLength = (band: Band, diameterMm: number, pitchMm: number): number =>
  Array.from({ length: band.loops }, (_, i) =>
    guidedTurn(band.guideMm, spreadOf(band, i), diameterMm, pitchMm),
  ).reduce((sum, mm) => sum + mm, 0);

/** A place of the inner guide and the way out from it. */
export interface LoopSpot {
  readonly at: Vec;
  readonly out: Vec;
}

const STEPS = 24;

/** The loops as they stand out from their places, side by side. */
export function loopLines(
  band: Band,
  diameterMm: number,
  pitchMm: number,
  spotAt: (loop: number) => LoopSpot,
): Vec[][] {
  return Array.from({ length: band.loops }, (_, i) => {
    const { at, out } = spotAt(i);
    const half = Math.min(pitchMm * 0.45, (band.guideMm + diameterMm) / 2);
    const across = spreadOf(band, i) + band.guideMm + diameterMm;
    return Array.from({ length: STEPS + 1 }, (_, k) => {
      const t = (2 * Math.PI * k) / STEPS;
      const x = (across / 2) * (1 - Math.cos(t)) - (band.guideMm + diameterMm) / 2;
      const y = half * Math.sin(t);
      return { x: at.x + x * out.x - y * out.y, y: at.y + x * out.y + y * out.x };
    });
  });
}

/**
 * What hands do with the guides.
 * @param pitchMm from loop to loop; null where that is said beside
 */
export function guideOrders(band: Band, pitchMm: number | null): Said[] {
  const [first, ...more] = outerGuides(band);
  const all = outerGuides(band).length + 1;
  const apart =
    first === undefined
      ? say`Take the guide`
      : more.length === 0
        ? say`Hold the two guides ${asLength(first)} apart, middle to middle`
        : say`Hold the ${all} guides beside each other, ${listed([first, ...more])} from the inner one, middle to middle`;
  return [
    say`${apart}, and wind ${counted(band.loops, 'loop', 'loops')}, ${pitchMm === null ? 'evenly' : say`${asLength(pitchMm)} from each to the next`}.`,
    ...(band.spreadsMm.length > 1 && more.length > 0
      ? [say`How far out they go, again and again: ${listed(band.spreadsMm)}.`]
      : []),
  ];
}

const listed = (lengths: readonly number[]): Said =>
  lengths
    .slice(1)
    .reduce<Said>((words, mm) => say`${words}, ${asLength(mm)}`, say`${asLength(lengths[0] ?? 0)}`);

/** What is wrong with loops that stand so far from each other; in a ring their pattern comes out even. */
export function bandProblems(
  item: ItemLike & Band,
  diameterMm: number,
  pitchMm: number,
  { closed, wider }: { readonly closed: boolean; readonly wider: Remedy | null },
): Problem[] {
  const problems: Problem[] = [];
  if (pitchMm < diameterMm - 1e-9) {
    problems.push({
      message: say`Loops ${asThickness(pitchMm)} apart do not fit beside each other in ${asThickness(diameterMm)} wire.`,
      remedies: wider ? [wider] : [],
      refused: true,
    });
  }
  const row = item.spreadsMm.length;
  const over = item.loops % row;
  if (closed && over !== 0) {
    const fits = [item.loops - over, item.loops - over + row].filter((n) => n >= 3 && n <= 400);
    problems.push({
      message: say`The pattern of ${row} does not come out even over ${item.loops} loops: it breaks at the joint.`,
      remedies: fits.map((loops) => ({
        kind: 'item' as const,
        label: say`${counted(loops, 'loop', 'loops')}`,
        item: { ...item, loops },
      })),
      refused: false,
    });
  }
  return problems;
}
