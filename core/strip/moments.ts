import type { Vec } from '../geometry';

/** Best line or circle for a run of points, with the mean square distance of the points from it. */
export interface LineFit {
  readonly meanSquare: number;
  /** unit direction, along the run */
  readonly direction: Vec;
  readonly center: Vec;
}

export interface CircleFit {
  readonly meanSquare: number;
  readonly center: Vec;
  readonly radius: number;
}

export interface Central {
  readonly n: number;
  readonly mx: number;
  readonly my: number;
  readonly xx: number;
  readonly yy: number;
  readonly xy: number;
  readonly xz: number;
  readonly yz: number;
  readonly zz: number;
}

const KINDS = 8;

/**
 * Prefix sums of the moments of a row of points, so that a line or a circle is fitted to any run of
 * them in constant time. Lines: smallest eigenvalue of the covariance. Circles: Taubin's algebraic
 * fit (IEEE PAMI 13, 1991) with Newton's method on its characteristic polynomial; its root is the
 * mean square distance to first order.
 */
export class Moments {
  private readonly sums: Float64Array;
  private readonly origin: Vec;

  constructor(private readonly points: readonly Vec[]) {
    const n = points.length;
    const origin = {
      x: points.reduce((s, p) => s + p.x, 0) / n,
      y: points.reduce((s, p) => s + p.y, 0) / n,
    };
    this.origin = origin;
    this.sums = new Float64Array((n + 1) * KINDS);
    points.forEach((p, i) => {
      const x = p.x - origin.x;
      const y = p.y - origin.y;
      const z = x * x + y * y;
      const row = [x, y, x * x, y * y, x * y, x * z, y * z, z * z];
      const at = i * KINDS;
      for (let k = 0; k < KINDS; k++) this.sums[at + KINDS + k] = this.sums[at + k]! + row[k]!;
    });
  }

  /** Central moments of points from..to, both included; z is measured from their own mean. */
  central(from: number, to: number): Central {
    const n = to - from + 1;
    const { sums } = this;
    const [low, high] = [from * KINDS, (to + 1) * KINDS];
    const at = (k: number): number => (sums[high + k]! - sums[low + k]!) / n;
    const [mx, my] = [at(0), at(1)];
    const [rxx, ryy, rxy] = [at(2), at(3), at(4)];
    const [xx, yy, xy] = [rxx - mx * mx, ryy - my * my, rxy - mx * my];
    // With u = x - mx, v = y - my and w = u^2 + v^2 expressed through z = x^2 + y^2.
    const z = rxx + ryy;
    const m2 = mx * mx + my * my;
    const zu = at(5) - mx * z;
    const zv = at(6) - my * z;
    const xz = zu - 2 * mx * xx - 2 * my * xy;
    const yz = zv - 2 * mx * xy - 2 * my * yy;
    const zz =
      at(7) -
      4 * mx * at(5) -
      4 * my * at(6) +
      4 * (mx * mx * rxx + 2 * mx * my * rxy + my * my * ryy) +
      2 * m2 * z -
      4 * m2 * m2 +
      m2 * m2;
    return { n, mx: mx + this.origin.x, my: my + this.origin.y, xx, yy, xy, xz, yz, zz };
  }

  line(from: number, to: number): LineFit {
    return this.lineOf(this.central(from, to), from, to);
  }

  lineOf(c: Central, from: number, to: number): LineFit {
    const [a, b] = [this.points[from]!, this.points[to]!];
    const direction = axisOf(c);
    const back = direction.x * (b.x - a.x) + direction.y * (b.y - a.y) < 0;
    return {
      meanSquare: offLine(c),
      direction: back ? { x: -direction.x, y: -direction.y } : direction,
      center: { x: c.mx, y: c.my },
    };
  }

  circle(from: number, to: number): CircleFit | null {
    return circleOf(this.central(from, to));
  }
}

/** Mean square distance from the best line. */
export const offLine = (c: Central): number => {
  const [half, across] = [(c.xx - c.yy) / 2, c.xy];
  return Math.max(0, (c.xx + c.yy) / 2 - Math.sqrt(half * half + across * across));
};

/** Unit direction of the best line, either way: half the angle of (xx - yy, 2 xy). */
function axisOf(c: Central): Vec {
  const [dx, dy] = [c.xx - c.yy, 2 * c.xy];
  const size = Math.sqrt(dx * dx + dy * dy);
  if (size === 0) return { x: 1, y: 0 };
  const [cos, sin] = [dx / size, dy / size];
  if (cos > 0) {
    const x = Math.sqrt((1 + cos) / 2);
    return { x, y: sin / (2 * x) };
  }
  const y = Math.sqrt((1 - cos) / 2);
  return { x: sin / (2 * y), y };
}

/** The best circle; null when the points lie so straight that none is found. */
export function circleOf(c: Central): CircleFit | null {
  const mz = c.xx + c.yy;
  const covariance = c.xx * c.yy - c.xy * c.xy;
  const varZ = c.zz - mz * mz;
  const a3 = 4 * mz;
  const a2 = -3 * mz * mz - c.zz;
  const a1 = varZ * mz + 4 * covariance * mz - c.xz * c.xz - c.yz * c.yz;
  const a0 =
    c.xz * (c.xz * c.yy - c.yz * c.xy) + c.yz * (c.yz * c.xx - c.xz * c.xy) - varZ * covariance;
  let root = 0;
  for (let i = 0; i < 12; i++) {
    const slope = a1 + root * (2 * a2 + 3 * a3 * root);
    const next = root - (a0 + root * (a1 + root * (a2 + root * a3))) / slope;
    if (!Number.isFinite(next) || next < 0) break;
    if (Math.abs(next - root) <= 1e-12 * Math.max(1e-6, next)) {
      root = next;
      break;
    }
    root = next;
  }
  const determinant = root * root - root * mz + covariance;
  if (Math.abs(determinant) < 1e-14) return null;
  const x = (c.xz * (c.yy - root) - c.yz * c.xy) / determinant / 2;
  const y = (c.yz * (c.xx - root) - c.xz * c.xy) / determinant / 2;
  const radius = Math.sqrt(x * x + y * y + mz);
  if (!Number.isFinite(radius)) return null;
  return { meanSquare: Math.max(0, root), center: { x: x + c.mx, y: y + c.my }, radius };
}
