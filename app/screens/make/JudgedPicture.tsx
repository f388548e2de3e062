import { useState } from 'react';
import type { Line, PhotoJudgement } from '@core/photo';
import type { Plan } from '@core/plan';
import { Choices } from '~/components/ui';

const LARGER = { '1': 'as it is', '3': '3 times', '8': '8 times' } as const;

/** The made wires over their plan, what is off drawn larger, the bends behind it ringed. */
export function JudgedPicture({ judgement, plan }: { judgement: PhotoJudgement; plan: Plan }) {
  const [larger, setLarger] = useState<keyof typeof LARGER>('3');
  const by = Number(larger);
  const { lines, places, bends } = judgement;
  const grown = lines.map(({ made, planned }) => ({
    x: planned.x.map((v, i) => v + by * (made.x[i]! - v)),
    y: planned.y.map((v, i) => v + by * (made.y[i]! - v)),
  }));
  const all = [...lines.map((l) => l.planned), ...grown];
  const span = (axis: 'x' | 'y', of: (a: number, b: number) => number, from: number): number =>
    all.reduce((now, l) => l[axis].reduce((a, b) => of(a, b), now), from);
  const [minX, maxX] = [span('x', Math.min, Infinity) - 4, span('x', Math.max, -Infinity) + 4];
  const [minY, maxY] = [span('y', Math.min, Infinity) - 4, span('y', Math.max, -Infinity) + 4];
  const thin = Math.max(maxX - minX, maxY - minY) / 260;
  const ringed = bends.flatMap(({ wire, bend }) => {
    const place = plan.wires[wire]?.bends[bend]?.place;
    return place ? [{ place, bend, wire }] : [];
  });
  return (
    <figure className="m-0">
      <svg
        viewBox={`${minX} ${minY} ${maxX - minX} ${maxY - minY}`}
        className="max-h-[46dvh] w-full rounded-md bg-bench"
        role="img"
        aria-label={`The made piece over its plan, what is off drawn ${LARGER[larger]}`}
      >
        {lines.map(({ planned }, w) => (
          <path
            key={w}
            d={dataOf(planned)}
            fill="none"
            className="stroke-line"
            strokeWidth={plan.wires[w]?.stock.diameterMm ?? 1}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ))}
        {ringed.map(({ place, bend, wire }) => (
          <circle
            key={`${wire}-${bend}`}
            cx={place.x}
            cy={place.y}
            r={12 * thin}
            className="fill-none stroke-alert"
            strokeWidth={2 * thin}
          />
        ))}
        {grown.map((line, w) =>
          seenRuns(
            line,
            places.filter((p) => p.wire === w).map((p) => p.seen),
          ).map(({ data, seen }, k) => (
            <path
              key={`${w}-${k}`}
              d={data}
              fill="none"
              className="stroke-patina"
              strokeWidth={1.6 * thin}
              strokeDasharray={seen ? undefined : `${2 * thin} ${2.5 * thin}`}
              strokeLinejoin="round"
            />
          )),
        )}
      </svg>
      <figcaption className="mt-1 space-y-2 text-sm text-soft">
        <p>Grey is the plan, green the made piece, dotted where it could not be seen.</p>
        <div className="max-w-72 pb-1">
          <Choices
            label="What is off is drawn"
            value={larger}
            options={(['1', '3', '8'] as const).map((value) => ({ value, label: LARGER[value] }))}
            onChange={setLarger}
          />
        </div>
      </figcaption>
    </figure>
  );
}

const dataOf = ({ x, y }: Line): string =>
  `M${Array.from(x, (v, i) => `${v.toFixed(3)} ${y[i]!.toFixed(3)}`).join('L')}`;

/** A line in runs that were seen or not; each second of its places was asked about. */
function seenRuns(line: Line, seen: readonly boolean[]): { data: string; seen: boolean }[] {
  const runs: { from: number; to: number; seen: boolean }[] = [];
  line.x.forEach((_, i) => {
    const here = seen[Math.min(seen.length - 1, i >> 1)] ?? true;
    const last = runs.at(-1);
    if (last?.seen === here) last.to = i;
    else runs.push({ from: Math.max(0, i - 1), to: i, seen: here });
  });
  return runs.map(({ from, to, seen: here }) => ({
    data: dataOf({ x: line.x.slice(from, to + 1), y: line.y.slice(from, to + 1) }),
    seen: here,
  }));
}
