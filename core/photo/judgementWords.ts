import type { JudgedPhoto } from '../making';
import type { Plan } from '../plan';
import { asAngle, asBoth, asCount, asLength, asThickness, joined, say, type Said } from '../words';
import type { PhotoJudgement } from './judgePhoto';
import type { Line } from './shape';

/** What of a judged photograph is kept with the making. */
export function judgedRecord(
  { meanMm, p95Mm, maxMm, askewRad, seenShare, lines, bends }: PhotoJudgement,
  plan: Plan,
  photo: string,
  at: string,
): JudgedPhoto {
  const widths = plan.wires.map((w) => w.stock.diameterMm);
  return {
    photo,
    at,
    meanMm,
    p95Mm,
    maxMm,
    askewRad,
    seenShare,
    made: sizeOf(
      lines.map((l) => l.made),
      widths,
    ),
    planned: sizeOf(
      lines.map((l) => l.planned),
      widths,
    ),
    bends: bends
      .slice(0, 40)
      .map(({ wire, bend, moreRad, laterMm }) => ({ wire, bend, moreRad, laterMm })),
  };
}

/** Over all wires, their thickness counted. */
function sizeOf(
  lines: readonly Line[],
  widths: readonly number[],
): { widthMm: number; heightMm: number } {
  const span = (axis: 'x' | 'y'): number => {
    let [low, high] = [Infinity, -Infinity];
    lines.forEach((l, i) => {
      for (const v of l[axis]) {
        low = Math.min(low, v - widths[i]! / 2);
        high = Math.max(high, v + widths[i]! / 2);
      }
    });
    return Math.max(0, high - low);
  };
  return { widthMm: span('x'), heightMm: span('y') };
}

/** Off by less than this is as good as a hand and a ruler are, mm. */
const GOOD_MM = 0.5;

/** Askew by less than this is straight. */
const STRAIGHT_RAD = Math.PI / 360;

/** What a photograph showed, for the maker: the whole first, then its size, how it lay and what was not seen. */
export function judgedWords(judged: JudgedPhoto): Said[] {
  const { meanMm, p95Mm, maxMm, askewRad, seenShare, made, planned } = judged;
  const unseen = Math.round(100 * (1 - seenShare));
  return [
    p95Mm < GOOD_MM
      ? say`It follows its plan: ${asThickness(meanMm)} off on average, ${asThickness(maxMm)} at most.`
      : say`It strays from its plan: ${asThickness(meanMm)} off on average, ${asThickness(maxMm)} at most.`,
    say`It is ${asBoth(made.widthMm)} wide and ${asBoth(made.heightMm)} high over its wire, by plan ${asLength(planned.widthMm)} and ${asLength(planned.heightMm)}.`,
    Math.abs(askewRad) < STRAIGHT_RAD
      ? say`It lay straight on its pattern.`
      : say`It lay askew by ${asAngle(Math.abs(askewRad))}, which counts for nothing.`,
    ...(unseen >= 1 ? [say`${asCount(unseen)} % of its wire could not be seen.`] : []),
  ];
}

/** Sizes that differ by less than this are the same. */
const SAME_MM = 0.1;

/** How a copy differs from the sample, as their photographs show it. */
export function besideSampleWords(copy: JudgedPhoto, sample: JudgedPhoto): Said {
  const across = copy.made.widthMm - sample.made.widthMm;
  const up = copy.made.heightMm - sample.made.heightMm;
  const parts = [
    ...(Math.abs(across) < SAME_MM
      ? []
      : [say`${asThickness(Math.abs(across))} ${across > 0 ? 'wider' : 'narrower'}`]),
    ...(Math.abs(up) < SAME_MM
      ? []
      : [say`${asThickness(Math.abs(up))} ${up > 0 ? 'higher' : 'lower'}`]),
  ];
  const strays = say`the sample strays ${asThickness(sample.meanMm)} from the plan on average, this one ${asThickness(copy.meanMm)}`;
  return parts.length === 0
    ? say`It is as large as the sample; ${strays}.`
    : say`Beside the sample it is ${joined(parts, ' and ')}; ${strays}.`;
}

/** Bends are said to be off by so much at least. */
const LEAST_RAD = 0.01;
const LEAST_MM = 0.25;

/** What to do to each bend that is behind what is off. */
export function nudgeWords({ bends }: JudgedPhoto, plan: Plan): Said[] {
  return bends.flatMap(({ wire, bend, moreRad, laterMm }): Said[] => {
    const planned = plan.wires[wire]?.bends[bend];
    if (!planned) return [];
    const name =
      plan.wires.length > 1 ? say`Bend ${bend + 1} of wire ${wire + 1}` : say`Bend ${bend + 1}`;
    const out: Said[] = [];
    if (Math.abs(moreRad) >= LEAST_RAD) {
      const by = asAngle(Math.abs(moreRad));
      const further = moreRad * planned.angleRad > 0;
      // Clockwise as seen from the front is to the right along the wire.
      const side = moreRad > 0 ? 'left' : 'right';
      out.push(
        further
          ? say`${name} is bent ${by} too far: open it by as much, its tail to the ${side}.`
          : say`${name} is ${by} short: bend it on by as much, its tail to the ${side}.`,
      );
    }
    if (Math.abs(laterMm) >= LEAST_MM) {
      const where = laterMm > 0 ? 'late' : 'early';
      const back = laterMm > 0 ? 'earlier' : 'later';
      out.push(
        say`${name} was made ${asThickness(Math.abs(laterMm))} too ${where} along the wire: on the next piece mark it as much ${back}.`,
      );
    }
    return out;
  });
}
