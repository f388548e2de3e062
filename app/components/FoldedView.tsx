import type { Folded } from '@core/dressing';
import type { Vec } from '@core/geometry';
import { wireColours } from './metalColours';
import { WireStroke } from './WireStroke';

const line = (runs: readonly (readonly Vec[])[]): string =>
  runs
    .filter((run) => run.length > 1)
    .map((run) => `M${run.map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`).join('L')}`)
    .join('');

/** The figure once its arms are folded over, or the first of them: what lies over what. */
export function FoldedView({
  view,
  stock,
  done = view.arms.length,
  large = false,
  className = '',
}: {
  view: Folded;
  stock: Parameters<typeof wireColours>[0] & { readonly diameterMm: number };
  /** so many arms are folded */
  done?: number;
  large?: boolean;
  className?: string;
}) {
  const all = view.arms.length;
  const isDone = done >= all;
  const layers = [
    ...view.flat.slice(done),
    view.stays,
    ...(isDone ? [view.ears] : []),
    ...view.arms.slice(0, done),
    ...(isDone ? [view.over] : []),
  ].filter((l) => l.length > 0);
  // The frame stays while arms come in, so that nothing jumps.
  const points = large ? [...layers, ...view.flat].flat(2) : layers.flat(2);
  if (points.length === 0) return null;
  const more = 1.5 * stock.diameterMm + 0.5;
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const least = (of: readonly number[]): number => of.reduce((a, b) => Math.min(a, b)) - more;
  const most = (of: readonly number[]): number => of.reduce((a, b) => Math.max(a, b)) + more;
  const [left, top] = [least(xs), least(ys)];
  const said = isDone ? 'once it is folded' : `${done} of ${all} folded`;
  return (
    <figure
      className={`${large ? 'flex flex-col' : 'rounded-md border border-line bg-raised p-2'} ${className}`}
    >
      <svg
        role="img"
        aria-label={isDone ? 'Once it is folded' : `Arms folded: ${said}`}
        viewBox={`${left} ${top} ${most(xs) - left} ${most(ys) - top}`}
        className={large ? 'min-h-0 w-full flex-1' : 'h-32 w-full'}
      >
        {layers.map((runs, i) => (
          <WireStroke
            key={i}
            data={line(runs)}
            diameterMm={stock.diameterMm}
            colours={wireColours(stock)}
          />
        ))}
      </svg>
      <figcaption className="text-center text-xs text-soft">{said}</figcaption>
    </figure>
  );
}
