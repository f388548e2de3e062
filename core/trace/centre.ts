import { distance, type Vec } from '../geometry';
import { sample, type Grid } from './picture';

/** Points smoothed along their row by a Gaussian of `sigma` points; ends stay where they are. */
export function smoothRow(points: readonly Vec[], sigma: number, closed: boolean): Vec[] {
  const n = points.length;
  if (n < 3) return [...points];
  const reach = Math.ceil(2.5 * sigma);
  const kernel = Array.from({ length: reach + 1 }, (_, k) => Math.exp((-k * k) / (2 * sigma ** 2)));
  return points.map((p, i) => {
    // Near an end the window shrinks, so that it stays even about its point.
    const room = closed ? reach : Math.min(reach, i, n - 1 - i);
    let [x, y, total] = [p.x, p.y, 1];
    for (let k = 1; k <= room; k++) {
      const [a, b] = [points[(i - k + n) % n]!, points[(i + k) % n]!];
      const w = kernel[k]!;
      x += w * (a.x + b.x);
      y += w * (a.y + b.y);
      total += 2 * w;
    }
    return { x: x / total, y: y / total };
  });
}

/** Unit tangents from the chord over `reach` points to both sides. */
export function tangents(points: readonly Vec[], reach: number, closed: boolean): Vec[] {
  const n = points.length;
  return points.map((_, i) => {
    const a = points[closed ? (i - reach + n) % n : Math.max(0, i - reach)]!;
    const b = points[closed ? (i + reach) % n : Math.min(n - 1, i + reach)]!;
    const length = distance(a, b) || 1;
    return { x: (b.x - a.x) / length, y: (b.y - a.y) / length };
  });
}

/**
 * Moves points of a thinned line to the stroke's middle: the centroid of darkness across the line,
 * where nothing of a neighbouring stroke is counted. Twice, since better points give better normals.
 * @param half half width of the stroke, px
 * @param level darkness below which is paper
 */
export function centreRow(
  points: readonly Vec[],
  darkness: Grid,
  half: number,
  level: number,
  closed: boolean,
): Vec[] {
  let row = smoothRow(points, Math.max(1.5, 0.6 * half), closed);
  for (let round = 0; round < 2; round++) {
    const along = tangents(row, Math.max(2, Math.round(half)), closed);
    row = row.map((p, i) => shifted(p, { x: -along[i]!.y, y: along[i]!.x }, darkness, half, level));
    if (round === 0) row = smoothRow(row, Math.max(1, 0.5 * half), closed);
  }
  return row;
}

const STEP = 0.5;

function shifted(p: Vec, normal: Vec, darkness: Grid, half: number, level: number): Vec {
  const reach = half * 1.3 + 1.5;
  const at = (t: number): number => sample(darkness, p.x + normal.x * t, p.y + normal.y * t);
  let weight = 0;
  let moment = 0;
  const add = (t: number, value: number): void => {
    const w = Math.max(0, value - 0.4 * level);
    weight += w;
    moment += w * t;
  };
  add(0, at(0));
  for (const side of [1, -1]) {
    let least = Infinity;
    for (let t = STEP; t <= reach; t += STEP) {
      const value = at(side * t);
      // Paper lies behind: what grows darker again belongs to another stroke.
      if (least < level && value > least + 0.1 * level) break;
      least = Math.min(least, value);
      add(side * t, value);
    }
  }
  if (weight === 0) return p;
  const shift = Math.max(-0.6 * half - 0.5, Math.min(0.6 * half + 0.5, moment / weight));
  return { x: p.x + normal.x * shift, y: p.y + normal.y * shift };
}
