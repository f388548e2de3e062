import { mix, type Vec } from './vec';

interface ControlPoints {
  readonly from: Vec;
  readonly c1: Vec;
  readonly c2: Vec;
  readonly to: Vec;
}

/** Nodes and weights of 5-point Gauss-Legendre on [-1, 1]. */
const NODES = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664];
const WEIGHTS = [
  0.5688888888888889, 0.4786286704993665, 0.4786286704993665, 0.2369268850561891,
  0.2369268850561891,
];

const DEPTH = 24;
const PROBES = 96;

/** Integral of the speed over a stretch of the parameter. */
function gauss(c: ControlPoints, from: number, to: number): number {
  const [ax, bx, dx] = [c.c1.x - c.from.x, c.c2.x - c.c1.x, c.to.x - c.c2.x];
  const [ay, by, dy] = [c.c1.y - c.from.y, c.c2.y - c.c1.y, c.to.y - c.c2.y];
  const half = (to - from) / 2;
  const middle = (to + from) / 2;
  let sum = 0;
  for (let i = 0; i < NODES.length; i++) {
    const t = middle + half * NODES[i]!;
    const u = 1 - t;
    const [w0, w1, w2] = [3 * u * u, 6 * u * t, 3 * t * t];
    const vx = w0 * ax + w1 * bx + w2 * dx;
    const vy = w0 * ay + w1 * by + w2 * dy;
    sum += WEIGHTS[i]! * Math.sqrt(vx * vx + vy * vy);
  }
  return sum * half;
}

/** Half the slope of the squared speed, B' . B'', as a polynomial of third degree in t, over 18. */
function speedSlope(c: ControlPoints): readonly [number, number, number, number] {
  const [ax, bx, dx] = [c.c1.x - c.from.x, c.c2.x - c.c1.x, c.to.x - c.c2.x];
  const [ay, by, dy] = [c.c1.y - c.from.y, c.c2.y - c.c1.y, c.to.y - c.c2.y];
  const [ex, fx] = [bx - ax, ax - 2 * bx + dx];
  const [ey, fy] = [by - ay, ay - 2 * by + dy];
  return [
    ax * ex + ay * ey,
    ax * fx + ay * fy + 2 * (ex * ex + ey * ey),
    3 * (ex * fx + ey * fy),
    fx * fx + fy * fy,
  ];
}

/** Parameters where the speed is least: a cusp, or a turn so tight that it is nearly one. */
function slowPlaces(c: ControlPoints): number[] {
  const [k0, k1, k2, k3] = speedSlope(c);
  const slope = (t: number): number => k0 + t * (k1 + t * (k2 + t * k3));
  const places: number[] = [];
  let before = k0;
  for (let i = 1; i <= PROBES; i++) {
    const after = slope(i / PROBES);
    if (before <= 0 && after > 0) {
      let [low, high] = [(i - 1) / PROBES, i / PROBES];
      for (let k = 0; k < 50; k++) {
        const middle = (low + high) / 2;
        if (slope(middle) < 0) low = middle;
        else high = middle;
      }
      places.push((low + high) / 2);
    }
    before = after;
  }
  return places;
}

/**
 * Arc length of a cubic by adaptive Gauss-Legendre quadrature of its speed, between the places where
 * the speed is least, since no quadrature sees a cusp that lies between its nodes.
 * Two cusps within a hundredth of the parameter of each other may cost a few ten-thousandths of a mm.
 * @param tolerance wanted error in mm; a stretch is halved until both halves agree with the whole
 */
export function cubicLength(c: ControlPoints, tolerance = 1e-7): number {
  const refine = (
    from: number,
    to: number,
    whole: number,
    allowed: number,
    depth: number,
  ): number => {
    const middle = (from + to) / 2;
    const left = gauss(c, from, middle);
    const right = gauss(c, middle, to);
    if (depth === 0 || Math.abs(left + right - whole) < allowed) return left + right;
    return (
      refine(from, middle, left, allowed / 2, depth - 1) +
      refine(middle, to, right, allowed / 2, depth - 1)
    );
  };
  const ends = [0, ...slowPlaces(c), 1];
  let sum = 0;
  for (let i = 0; i + 1 < ends.length; i++) {
    const [from, to] = [ends[i]!, ends[i + 1]!];
    sum += refine(from, to, gauss(c, from, to), tolerance, DEPTH);
  }
  return sum;
}

/** The two halves of a cubic at t, by de Casteljau's construction. */
export function splitCubic<C extends ControlPoints>(
  c: C,
  t: number,
): [ControlPoints, ControlPoints] {
  const a = mix(c.from, c.c1, t);
  const b = mix(c.c1, c.c2, t);
  const d = mix(c.c2, c.to, t);
  const ab = mix(a, b, t);
  const bd = mix(b, d, t);
  const middle = mix(ab, bd, t);
  return [
    { from: c.from, c1: a, c2: ab, to: middle },
    { from: middle, c1: bd, c2: d, to: c.to },
  ];
}
