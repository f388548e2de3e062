import { distance, pointAt, solveSymmetric, splitCubic, type Cubic, type Vec } from '../geometry';

/**
 * A map of the plane that keeps straight lines: (x, y) goes to
 * ((a x + b y + c) / (g x + h y + 1), (d x + e y + f) / (g x + h y + 1)), as a to h.
 */
export type PlaneMap = readonly [number, number, number, number, number, number, number, number];

/** Scaling by one factor. */
export const scaleMap = (factor: number): PlaneMap => [factor, 0, 0, 0, factor, 0, 0, 0];

export function applyMap(m: PlaneMap, { x, y }: Vec): Vec {
  const w = m[6] * x + m[7] * y + 1;
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w };
}

/**
 * The map that takes four corners to four others: eight linear equations (Hartley and Zisserman,
 * Multiple View Geometry, 4.1), on coordinates brought near 1 so that they can be solved well.
 * @returns null if three of the corners lie on one line
 */
export function mapCorners(from: readonly Vec[], to: readonly Vec[]): PlaneMap | null {
  const s = Math.max(1e-9, ...from.flatMap((p) => [Math.abs(p.x), Math.abs(p.y)]));
  const t = Math.max(1e-9, ...to.flatMap((p) => [Math.abs(p.x), Math.abs(p.y)]));
  const rows: number[][] = [];
  const values: number[] = [];
  for (let i = 0; i < 4; i++) {
    const [x, y] = [from[i]!.x / s, from[i]!.y / s];
    const [u, v] = [to[i]!.x / t, to[i]!.y / t];
    rows.push([x, y, 1, 0, 0, 0, -u * x, -u * y], [0, 0, 0, x, y, 1, -v * x, -v * y]);
    values.push(u, v);
  }
  if (!isConvex(from)) return null;
  const c = solveSquare(rows, values);
  if (!c) return null;
  return [
    (c[0]! * t) / s,
    (c[1]! * t) / s,
    c[2]! * t,
    (c[3]! * t) / s,
    (c[4]! * t) / s,
    c[5]! * t,
    c[6]! / s,
    c[7]! / s,
  ];
}

/** Corners that go round one way, each a real corner: what a sheet looks like from anywhere in front. */
export function isConvex(corners: readonly Vec[]): boolean {
  const turns = corners.map((p, i) => {
    const q = corners[(i + 1) % corners.length]!;
    const r = corners[(i + 2) % corners.length]!;
    const area = (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x);
    return area / Math.max(1e-12, distance(p, q) * distance(q, r));
  });
  return turns.every((t) => t > 0.02) || turns.every((t) => t < -0.02);
}

/** Normal equations of a square system: exact enough for eight well-scaled unknowns. */
function solveSquare(rows: readonly number[][], values: readonly number[]): Float64Array | null {
  const n = values.length;
  const upper = Array.from({ length: n }, (_, i) =>
    Float64Array.from({ length: n }, (_, j) => rows.reduce((sum, r) => sum + r[i]! * r[j]!, 0)),
  );
  const right = Float64Array.from({ length: n }, (_, i) =>
    rows.reduce((sum, r, k) => sum + r[i]! * values[k]!, 0),
  );
  return solveSymmetric(upper, right, 0);
}

/** The map the other way round. */
export function inverseMap(m: PlaneMap): PlaneMap | null {
  const [a, b, c, d, e, f, g, h] = m;
  const k = a * e - b * d;
  if (Math.abs(k) < 1e-18) return null;
  const r = (v: number): number => v / k;
  return [
    r(e - f * h),
    r(c * h - b),
    r(b * f - c * e),
    r(f * g - d),
    r(a - c * g),
    r(c * d - a * f),
    r(d * h - e * g),
    r(b * g - a * h),
  ];
}

/** Off by no more than this, in the map's units (mm), a mapped cubic need not be divided. */
const MAPPED_OFF = 0.05;

/**
 * A cubic seen through a map: ends and end tangents exactly, divided until its middle is right.
 */
export function mapCubic(m: PlaneMap, c: Cubic, depth = 0): Cubic[] {
  const [from, to] = [applyMap(m, c.from), applyMap(m, c.to)];
  const mapped: Cubic = {
    type: 'cubic',
    from,
    c1: handleAt(m, c.from, c.c1, from),
    c2: handleAt(m, c.to, c.c2, to),
    to,
  };
  const off = [0.25, 0.5, 0.75].reduce(
    (most, t) => Math.max(most, distance(pointAt(mapped, t), applyMap(m, pointAt(c, t)))),
    0,
  );
  // Most of this is a shift along the curve, which does no harm.
  if (off < MAPPED_OFF || depth > 5) return [mapped];
  return splitCubic(c, 0.5).flatMap((half) => mapCubic(m, { ...half, type: 'cubic' }, depth + 1));
}

/** A handle under the map's derivative at its point. */
function handleAt(m: PlaneMap, at: Vec, handle: Vec, to: Vec): Vec {
  const w = m[6] * at.x + m[7] * at.y + 1;
  const [dx, dy] = [handle.x - at.x, handle.y - at.y];
  const dw = m[6] * dx + m[7] * dy;
  return {
    x: to.x + (m[0] * dx + m[1] * dy - to.x * dw) / w,
    y: to.y + (m[3] * dx + m[4] * dy - to.y * dw) / w,
  };
}
