import type { KeyboardEvent } from 'react';
import type { Vec } from '@core/geometry';
import type { Plan, RouteOverview } from '@core/plan';
import type { BenchView } from '~/components/Bench';
import { FocusRing } from '~/components/FocusRing';

/** A place on the figure where something can be wished: lines end or meet, passes cross, or both. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  /** how many drawn stretches end here; null where passes only cross */
  readonly degree: number | null;
  /** passes cross here, at these places */
  readonly crossings: readonly Vec[];
}

/** More places than this in view are not shown: zoom in to reach them. */
const MOST_SPOTS = 150;

export function spotName({ degree }: Spot): string {
  if (degree === null) return 'Crossing';
  return degree === 1 ? 'Line’s end' : `Junction of ${degree}`;
}

/** Ends and junctions with the crossings beside them, then the crossings elsewhere. */
export function spotsOf(plan: Plan, overview: RouteOverview | null, nearMm: number): Spot[] {
  const spots: { x: number; y: number; degree: number | null; crossings: Vec[] }[] = (
    overview?.junctions ?? []
  ).map((j) => ({ ...j, crossings: [] }));
  for (const { at } of plan.crossings) {
    const near = spots.find((s) => Math.hypot(s.x - at.x, s.y - at.y) <= nearMm);
    if (near) near.crossings.push(at);
    else spots.push({ ...at, degree: null, crossings: [at] });
  }
  return spots;
}

/** Ends, junctions and crossings as dots to choose. */
export function JunctionLayer({
  plan,
  overview,
  diameterMm,
  chosen,
  choose,
  view,
}: {
  plan: Plan;
  diameterMm: number;
  overview: RouteOverview | null;
  chosen: Spot | null;
  choose: (spot: Spot | null) => void;
  view: BenchView;
}) {
  const { box } = view;
  const spots = spotsOf(plan, overview, 2 * diameterMm);
  const seen = spots.filter(
    (s) => s.x > box.minX && s.x < box.maxX && s.y > box.minY && s.y < box.maxY,
  );
  if (seen.length > MOST_SPOTS) return null;
  const px = 1 / view.pxPerMm;
  return (
    <g>
      {seen.map((spot) => {
        const on = chosen?.degree === spot.degree && chosen.x === spot.x && chosen.y === spot.y;
        const pick = (): void => choose(on ? null : spot);
        const r = (on ? 7 : 4.5) * px;
        const look = {
          fill: on ? 'var(--patina)' : 'var(--raised)',
          stroke: 'var(--patina)',
          strokeWidth: 1.6 * px,
        };
        return (
          <g
            key={`${spot.degree} ${spot.x} ${spot.y}`}
            role="button"
            tabIndex={0}
            aria-pressed={on}
            aria-label={`${spotName(spot)} at ${spot.x.toFixed(1)}, ${spot.y.toFixed(1)}`}
            className="group outline-none"
            style={{ cursor: 'pointer' }}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={pick}
            onKeyDown={(event: KeyboardEvent) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              event.stopPropagation();
              pick();
            }}
          >
            <circle cx={spot.x} cy={spot.y} r={12 * px} fill="transparent" />
            <FocusRing at={spot} px={px} />
            {spot.degree !== null ? (
              <circle cx={spot.x} cy={spot.y} r={r} {...look} />
            ) : (
              <path
                d={`M${spot.x - r} ${spot.y}L${spot.x} ${spot.y - r}L${spot.x + r} ${spot.y}L${spot.x} ${spot.y + r}Z`}
                {...look}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
