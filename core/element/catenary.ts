import type { Vec } from '../geometry';

const STEPS = 48;

/**
 * A chain of a length as it hangs between two places, y down, as points an equal way along it apart: the
 * catenary y = c cosh(x / c) through both. With h across, v down and L > sqrt(h^2 + v^2), t = h / 2c solves
 * sinh(t) / t = sqrt(L^2 - v^2) / h (Newton); straight up and down where both lie over each other.
 * @returns null where the chain is shorter than the way between them
 */
export function catenary(from: Vec, to: Vec, lengthMm: number): Vec[] | null {
  const [across, down] = [to.x - from.x, to.y - from.y];
  const h = Math.abs(across);
  if (lengthMm < Math.hypot(h, down) - 1e-9) return null;
  const taut = lengthMm < Math.hypot(h, down) * (1 + 1e-9);
  if (taut) return [from, to];
  if (h < 1e-6 * lengthMm) {
    const low = (from.y + to.y + lengthMm) / 2;
    return [from, { x: from.x, y: low }, to];
  }
  const wished = Math.sqrt(lengthMm ** 2 - down ** 2) / h;
  let t =
    wished < 3
      ? Math.sqrt(6 * (wished - 1))
      : Math.log(2 * wished) + Math.log(Math.log(2 * wished));
  for (let i = 0; i < 60; i++) {
    const off = Math.sinh(t) - wished * t;
    const step = off / (Math.cosh(t) - wished);
    t -= step;
    if (Math.abs(step) < 1e-14 * t) break;
  }
  const c = h / (2 * t);
  // How far along it the lowest point is, behind or before the first place.
  const lowest = (h - c * Math.log((lengthMm - down) / (lengthMm + down))) / 2;
  const first = c * Math.sinh(-lowest / c);
  const top = Math.hypot(c, first);
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const s = first + (lengthMm * i) / STEPS;
    const x = lowest + c * Math.asinh(s / c);
    return { x: from.x + Math.sign(across) * x, y: from.y + top - Math.hypot(c, s) };
  });
}
