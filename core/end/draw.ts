import { spiralRadii } from '../element';
import { line, type Arc, type Primitive, type Vec } from '../geometry';
import type { EndPart } from './endKind';

export const ring = (center: Vec, radius: number, startAngle: number, sweep: number): Arc => ({
  type: 'arc',
  center,
  radius,
  startAngle,
  sweep,
});
export const ALMOST_ROUND = 2 * Math.PI * 0.97;
export const at = (x: number, y: number): Vec => ({ x, y });

/** Strokes of wraps seen from the front, side by side from x on. */
export const wrapStrokes = (
  fromX: number,
  wraps: number,
  d: number,
  reachMm: number,
): Primitive[] =>
  Array.from({ length: Math.ceil(wraps) }, (_, i): Primitive => {
    const x = fromX + (i + 0.5) * d;
    return line(at(x - 0.2 * d, reachMm), at(x + 0.2 * d, -reachMm));
  });

/** The points of a spiral from its outside in, the wire coming in along x at the origin. */
export function spiralShape(size: Parameters<typeof spiralRadii>[0], turns: number): Primitive[] {
  const { startMm, pitchMm } = spiralRadii(size);
  const outer = startMm + pitchMm * turns;
  const steps = Math.max(2, Math.ceil(turns * 40));
  const points = Array.from({ length: steps + 1 }, (_, i) => {
    const gone = (i / steps) * turns;
    const radius = outer - pitchMm * gone;
    const angle = -Math.PI / 2 + 2 * Math.PI * gone;
    return at(radius * Math.cos(angle), outer + radius * Math.sin(angle));
  });
  return points.slice(1).map((p, i) => line(points[i]!, p));
}

export const tail = (lengthMm: number): EndPart[] =>
  lengthMm > 0 ? [{ name: 'Tail', lengthMm }] : [];
