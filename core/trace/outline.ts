import { contours } from 'd3-contour';
import { distance, type Vec } from '../geometry';
import type { Row } from './assemble';
import type { Grid } from './picture';

/** Edges of what is filled are as sharp as the picture: corners are looked for on this scale, px. */
const EDGE_HALF = 2;

/**
 * The outlines of all ink, holes included, as closed rows of points about a pixel apart. The line is
 * where the darkness passes the threshold, found between the pixels by marching squares.
 * @param leastAreaPx smaller islands and holes are left out
 */
export function outlineRows(darkness: Grid, threshold: number, leastAreaPx: number): Row[] {
  const { width, height, data } = darkness;
  const shape = contours().size([width, height]).contour(Array.from(data), threshold);
  return shape.coordinates.flatMap((polygon) =>
    polygon.flatMap((ring): Row[] => {
      const points = ring.slice(0, -1).map(([x, y]) => ({ x: x!, y: y! }));
      if (points.length < 8 || areaOf(points) < leastAreaPx) return [];
      return [{ points: evenly(points, 1), corners: [], closed: true, half: EDGE_HALF, free: [] }];
    }),
  );
}

const areaOf = (ring: readonly Vec[]): number =>
  Math.abs(
    ring.reduce((sum, p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      return sum + (p.x * q.y - q.x * p.y) / 2;
    }, 0),
  );

/** Points `step` apart along a ring. */
function evenly(ring: readonly Vec[], step: number): Vec[] {
  const out: Vec[] = [];
  let left = 0;
  ring.forEach((p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    const length = distance(p, q);
    let at = left;
    for (; at < length; at += step) {
      const t = length > 0 ? at / length : 0;
      out.push({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t });
    }
    left = at - length;
  });
  return out;
}
