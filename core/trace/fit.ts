import {
  add,
  distance,
  dot,
  pointAt,
  scale,
  solveSymmetric,
  sub,
  unit,
  type Cubic,
  type Vec,
} from '../geometry';
import { leastSquares } from './leastSquares';

export interface FitOptions {
  /** points may lie this far from the curve, in their own unit */
  readonly tolerance: number;
  /** over how much of the row a direction is measured where curves are joined */
  readonly reach: number;
}

/**
 * Smooth cubics through a row of points, with corners where they are marked. Between corners the
 * curve has one tangent; ends and corners are free in direction. After Schneider's scheme (Graphics
 * Gems, 1990): least squares for the handles, better parameters by Newton, a division where the
 * fit is worst.
 * @param corners indices of points that are corners, in order
 */
export function fitCubics(
  points: readonly Vec[],
  corners: readonly number[],
  closed: boolean,
  options: FitOptions,
): Cubic[] {
  const row = points.filter((p, i) => i === 0 || distance(p, points[i - 1]!) > 1e-9);
  if (row.length !== points.length) {
    // Doubled points would spoil the directions; corners keep their places.
    const index = new Map(row.map((p, i) => [p, i]));
    const kept = corners.flatMap((c) => index.get(points[c]!) ?? []);
    return fitCubics(row, kept, closed, options);
  }
  if (row.length < 2) return [];
  if (!closed) {
    const stops = [...new Set([0, ...corners, row.length - 1])].sort((a, b) => a - b);
    return stops
      .slice(1)
      .flatMap((to, i) => fitSmooth(row.slice(stops[i], to + 1), null, null, options));
  }
  const first = corners[0] ?? 0;
  const ring = [...row.slice(first), ...row.slice(0, first), row[first]!];
  if (corners.length === 0) {
    const tangent = tangentIn(
      [...row.slice(-20), ...row.slice(0, 21)],
      Math.min(20, row.length),
      options,
    );
    return fitSmooth(ring, tangent, tangent, options);
  }
  const stops = [...corners.map((c) => c - first), row.length];
  return stops
    .slice(1)
    .flatMap((to, i) => fitSmooth(ring.slice(stops[i], to + 1), null, null, options));
}

function fitSmooth(
  points: readonly Vec[],
  start: Vec | null,
  end: Vec | null,
  options: FitOptions,
): Cubic[] {
  if (points.length < 2) return [];
  let fit = fitOne(points, start, end, chordParameters(points));
  for (let round = 0; round < 4 && fit.worst > options.tolerance; round++) {
    // A fit far off is not helped by better parameters.
    if (fit.worst > 8 * options.tolerance) break;
    fit = fitOne(points, start, end, improve(points, fit.cubic, fit.parameters));
  }
  if (fit.worst <= options.tolerance || points.length < 6) return [fit.cubic];
  const at = Math.min(points.length - 3, Math.max(2, fit.worstIndex));
  const tangent = tangentIn(points, at, options);
  return [
    ...fitSmooth(points.slice(0, at + 1), start, tangent, options),
    ...fitSmooth(points.slice(at), tangent, end, options),
  ];
}

interface Fit {
  readonly cubic: Cubic;
  readonly parameters: Float64Array;
  readonly worst: number;
  readonly worstIndex: number;
}

function chordParameters(points: readonly Vec[]): Float64Array {
  const t = new Float64Array(points.length);
  for (let i = 1; i < points.length; i++) t[i] = t[i - 1]! + distance(points[i - 1]!, points[i]!);
  const total = t[points.length - 1]! || 1;
  return t.map((v) => v / total);
}

/**
 * Handles by least squares: their lengths along given tangents, or both numbers of a free one. The
 * normal equations are summed straight from the points, since this is done many thousand times.
 */
function solveHandles(
  points: readonly Vec[],
  start: Vec | null,
  end: Vec | null,
  parameters: Float64Array,
): Float64Array | null {
  const [from, to] = [points[0]!, points[points.length - 1]!];
  let [s11, s12, s22] = [0, 0, 0];
  let [x1, y1, x2, y2] = [0, 0, 0, 0];
  for (let i = 0; i < points.length; i++) {
    const t = parameters[i]!;
    const u = 1 - t;
    const [b1, b2] = [3 * u * u * t, 3 * u * t * t];
    const [f, g] = [u * u * u + b1, t * t * t + b2];
    const x = points[i]!.x - f * from.x - g * to.x;
    const y = points[i]!.y - f * from.y - g * to.y;
    s11 += b1 * b1;
    s12 += b1 * b2;
    s22 += b2 * b2;
    x1 += b1 * x;
    y1 += b1 * y;
    x2 += b2 * x;
    y2 += b2 * y;
  }
  // Unknowns: the first handle along its basis vectors, then the second along its own.
  const first = start ? [start] : AXES;
  const second = end ? [{ x: -end.x, y: -end.y }] : AXES;
  const basis = [...first, ...second];
  const n = first.length;
  const upper = basis.map((p, i) =>
    Float64Array.from(
      basis,
      (q, j) => (i < n ? (j < n ? s11 : s12) : j < n ? s12 : s22) * dot(p, q),
    ),
  );
  const right = Float64Array.from(basis, (p, i) =>
    i < n ? x1 * p.x + y1 * p.y : x2 * p.x + y2 * p.y,
  );
  return solveSymmetric(upper, right, 1e-9);
}

const AXES: readonly Vec[] = [
  { x: 1, y: 0 },
  { x: 0, y: 1 },
];

/** One cubic through the points at given parameters. */
function fitOne(
  points: readonly Vec[],
  start: Vec | null,
  end: Vec | null,
  parameters: Float64Array,
): Fit {
  const from = points[0]!;
  const to = points[points.length - 1]!;
  const chord = distance(from, to);
  const c = points.length > 3 ? solveHandles(points, start, end, parameters) : null;
  const plain = chord / 3;
  let c1 = start ? scale(start, plain) : scale(sub(to, from), 1 / 3);
  let c2 = end ? scale(end, -plain) : scale(sub(from, to), 1 / 3);
  if (c) {
    let k = 0;
    const take = (tangent: Vec | null, sign: number): Vec =>
      tangent ? scale(tangent, sign * c[k++]!) : { x: c[k++]!, y: c[k++]! };
    const h1 = take(start, 1);
    const h2 = take(end, -1);
    // Handles that turn back or fly off would make loops that are not in the points.
    const sane = (h: Vec, tangent: Vec | null): boolean =>
      Math.hypot(h.x, h.y) < 3 * arcOf(points) && (!tangent || dot(h, tangent) > 0);
    if (sane(h1, start) && sane(h2, end && scale(end, -1))) {
      c1 = h1;
      c2 = h2;
    }
  }
  const cubic: Cubic = { type: 'cubic', from, c1: add(from, c1), c2: add(to, c2), to };
  let worst = 0;
  let worstIndex = points.length >> 1;
  points.forEach((p, i) => {
    const off = distance(p, pointAt(cubic, parameters[i]!));
    if (off > worst) {
      worst = off;
      worstIndex = i;
    }
  });
  return { cubic, parameters, worst, worstIndex };
}

const arcOf = (points: readonly Vec[]): number =>
  points.reduce((sum, p, i) => (i === 0 ? 0 : sum + distance(points[i - 1]!, p)), 0);

/** One step of Newton's method towards the nearest parameter of each point. */
function improve(points: readonly Vec[], c: Cubic, parameters: Float64Array): Float64Array {
  return parameters.map((t, i) => {
    if (i === 0 || i === points.length - 1) return t;
    const u = 1 - t;
    const d1 = scale(
      add(
        add(scale(sub(c.c1, c.from), u * u), scale(sub(c.c2, c.c1), 2 * u * t)),
        scale(sub(c.to, c.c2), t * t),
      ),
      3,
    );
    const d2 = scale(
      add(
        scale(add(sub(c.c2, scale(c.c1, 2)), c.from), u),
        scale(add(sub(c.to, scale(c.c2, 2)), c.c1), t),
      ),
      6,
    );
    const off = sub(pointAt(c, t), points[i]!);
    const slope = dot(d1, d1) + dot(off, d2);
    const next = Math.abs(slope) > 1e-12 ? t - dot(off, d1) / slope : t;
    return Math.min(1, Math.max(0, next));
  });
}

/** Direction of the row at a point, by a parabola through the points within `reach` on both sides. */
function tangentIn(points: readonly Vec[], index: number, { reach }: FitOptions): Vec {
  const rows: number[][] = [];
  const xs: number[] = [];
  const ys: number[] = [];
  const put = (i: number, s: number): void => {
    rows.push([1, s, s * s]);
    xs.push(points[i]!.x);
    ys.push(points[i]!.y);
  };
  put(index, 0);
  for (const step of [-1, 1]) {
    let s = 0;
    for (let i = index + step; i >= 0 && i < points.length; i += step) {
      s += distance(points[i]!, points[i - step]!);
      if (s > reach) break;
      put(i, step * s);
    }
  }
  const cx = leastSquares(rows, xs, 1e-9);
  const cy = leastSquares(rows, ys, 1e-9);
  const slope = cx && cy && rows.length > 3 ? { x: cx[1]!, y: cy[1]! } : null;
  if (slope && Math.hypot(slope.x, slope.y) > 1e-6) return unit(slope);
  const [a, b] = [points[Math.max(0, index - 1)]!, points[Math.min(points.length - 1, index + 1)]!];
  return unit(sub(b, a));
}
