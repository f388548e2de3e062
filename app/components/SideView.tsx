import type { SideView as Seen } from '@core/dressing';
import { pathData } from '@core/file';
import { flattenSegment, startOf } from '@core/geometry';
import { wireColours } from './metalColours';
import { WireStroke } from './WireStroke';

/** The same seen from the side, small: what stands out of the plane. */
export function SideView({
  view: { wire, tool, diameterMm },
  stock,
  className = '',
}: {
  view: Seen;
  stock: Parameters<typeof wireColours>[0];
  className?: string;
}) {
  const points = [...wire, ...tool].flatMap((s) => [startOf(s), ...flattenSegment(s, 0.1)]);
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  const more = 1.5 * diameterMm + 0.5;
  const [left, top] = [Math.min(...xs) - more, Math.min(...ys) - more];
  const [width, height] = [Math.max(...xs) + more - left, Math.max(...ys) + more - top];
  return (
    <figure className={`rounded-md border border-line bg-raised p-2 ${className}`}>
      <svg
        role="img"
        aria-label="From the side"
        viewBox={`${left} ${top} ${width} ${height}`}
        className="h-24 w-full"
      >
        <path
          d={pathData(tool)}
          fill="var(--bench)"
          stroke="var(--soft)"
          strokeWidth={diameterMm * 0.15}
          strokeDasharray={`${diameterMm * 0.6} ${diameterMm * 0.4}`}
        />
        <WireStroke
          data={pathData(wire)}
          diameterMm={diameterMm}
          colours={wireColours(stock)}
          cap="butt"
        />
      </svg>
      <figcaption className="text-center text-xs text-soft">from the side</figcaption>
    </figure>
  );
}
