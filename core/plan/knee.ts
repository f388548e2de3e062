/** What following the drawing within a tolerance takes: bends, and how far the wire then strays. */
export interface FollowPoint {
  readonly toleranceMm: number;
  readonly bends: number;
  readonly strayMm: number;
}

/** Tolerances that are tried for the trade of bends against closeness, mm. */
export const FOLLOW_TOLERANCES = [0.1, 0.15, 0.2, 0.25, 0.35, 0.5, 0.7, 1, 1.4] as const;

/** The plan's numbers are to be trusted to this, mm: what strays further is the maker's own choice. */
const TRUSTED_MM = 0.5;

/** Of tolerances that take as many bends only the closest, by number of bends. */
export function tradeOff(points: readonly FollowPoint[]): FollowPoint[] {
  const best = new Map<number, FollowPoint>();
  for (const p of points) {
    const known = best.get(p.bends);
    if (!known || p.strayMm < known.strayMm - 1e-6) best.set(p.bends, p);
  }
  // What takes more bends and is no closer is never worth it.
  const list = [...best.values()].sort((a, b) => a.bends - b.bends);
  let closest = Infinity;
  return list.filter((p) => {
    if (p.strayMm >= closest - 1e-3) return false;
    closest = p.strayMm;
    return true;
  });
}

/** Strays that differ by less are the same, mm. */
const SAME_MM = 1e-3;

/**
 * The tolerance that suits a figure better than the one it has, by the knee of its trade; null where it
 * would change neither the bends nor how far the wire strays.
 */
export function betterTolerance(
  points: readonly FollowPoint[],
  toleranceMm: number,
): FollowPoint | null {
  const knee = kneeOf(points);
  const now = points.find((p) => p.toleranceMm === toleranceMm);
  if (!knee || knee.toleranceMm === toleranceMm) return null;
  const same =
    now?.bends === knee.bends && Math.abs((now?.strayMm ?? Infinity) - knee.strayMm) < SAME_MM;
  return same ? null : knee;
}

/**
 * Where more bends stop paying: the point that lies furthest below the straight line from the
 * fewest bends to the most, both measures taken as shares of their range; among those that keep
 * within half a millimetre, if any does.
 */
export function kneeOf(points: readonly FollowPoint[]): FollowPoint | null {
  const all = tradeOff(points);
  const trusted = all.filter((p) => p.toleranceMm <= TRUSTED_MM);
  const [first, last] = [all[0], all.at(-1)];
  if (!first || !last) return null;
  const bends = Math.max(1, last.bends - first.bends);
  const stray = Math.max(1e-9, first.strayMm - last.strayMm);
  const below = (p: FollowPoint): number =>
    1 - (p.bends - first.bends) / bends - (p.strayMm - last.strayMm) / stray;
  const list = trusted.length > 0 ? trusted : all;
  return list.reduce((a, b) => (below(b) > below(a) + 1e-9 ? b : a));
}
