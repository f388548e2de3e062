import type { Vec } from './vec';

/** A plane affine map: x' = a x + c y + e, y' = b x + d y + f. */
export interface Affine {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const IDENTITY: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

export const translation = (x: number, y: number): Affine => ({ ...IDENTITY, e: x, f: y });
export const scaling = (x: number, y = x): Affine => ({ ...IDENTITY, a: x, d: y });
export const rotation = (rad: number): Affine => ({
  a: Math.cos(rad),
  b: Math.sin(rad),
  c: -Math.sin(rad),
  d: Math.cos(rad),
  e: 0,
  f: 0,
});

/** The map that does `second` first and then `first`, as matrices multiply. */
export function compose(first: Affine, second: Affine): Affine {
  return {
    a: first.a * second.a + first.c * second.b,
    b: first.b * second.a + first.d * second.b,
    c: first.a * second.c + first.c * second.d,
    d: first.b * second.c + first.d * second.d,
    e: first.a * second.e + first.c * second.f + first.e,
    f: first.b * second.e + first.d * second.f + first.f,
  };
}

export const applyAffine = (m: Affine, p: Vec): Vec => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
});

/** The factor by which lengths grow if the map keeps shapes (turns, mirrors, scales), else null. */
export function similarityFactor(m: Affine): number | null {
  const first = Math.hypot(m.a, m.b);
  const second = Math.hypot(m.c, m.d);
  const skew = Math.abs(m.a * m.c + m.b * m.d);
  const size = Math.max(first, second, 1e-300);
  return Math.abs(first - second) / size < 1e-9 && skew / (size * size) < 1e-9 ? first : null;
}

export const isMirror = (m: Affine): boolean => m.a * m.d - m.b * m.c < 0;
