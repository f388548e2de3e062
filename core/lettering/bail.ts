import { flattenPath, highestOf, pathsBox, type Path, type Vec } from '../geometry';

export const ringAt = (center: Vec, radius: number): Path => ({
  segments: [0, 1].map((i) => ({
    type: 'arc',
    center,
    radius,
    startAngle: Math.PI / 2 + i * Math.PI,
    sweep: Math.PI,
  })),
  closed: true,
});

/** A ring standing on the highest line near the middle, one wire above it. */
export function bailOn(
  paths: readonly Path[],
  insideMm: number,
  diameterMm: number,
  nearMm: number,
): Path | null {
  const box = pathsBox(paths);
  if (!box) return null;
  const middle = (box.minX + box.maxX) / 2;
  const near = Math.max(nearMm, (box.maxX - box.minX) * 0.12);
  const points = paths.flatMap((p) => flattenPath(p, 0.02, 0.3));
  const close = points.filter((p) => Math.abs(p.x - middle) <= near);
  const top = highestOf(close.length > 0 ? close : points)!;
  const radius = (insideMm + diameterMm) / 2;
  return ringAt({ x: top.x, y: top.y - radius - diameterMm }, radius);
}
