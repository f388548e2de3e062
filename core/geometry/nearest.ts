import { project } from './primitive';
import { pointAt, type Segment } from './segment';
import { distance, type Vec } from './vec';

/** The point of a segment nearest to `p`: its parameter t in [0, 1] and how far it is, mm. */
export function nearestOn(s: Segment, p: Vec): { t: number; distance: number } {
  const far = (t: number): number => distance(pointAt(s, t), p);
  const settle = (t: number): { t: number; distance: number } => {
    const held = Math.min(1, Math.max(0, t));
    const ends = [held, 0, 1].map((at) => ({ t: at, distance: far(at) }));
    return ends.reduce((best, e) => (e.distance < best.distance ? e : best));
  };
  if (s.type !== 'cubic') return settle(project(s, p).t);
  const steps = 16;
  let best = 0;
  for (let i = 1; i <= steps; i++) if (far(i / steps) < far(best / steps)) best = i;
  // Golden section inside the two steps around the best sample.
  let [low, high] = [Math.max(0, (best - 1) / steps), Math.min(1, (best + 1) / steps)];
  const share = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 44; i++) {
    const [a, b] = [high - share * (high - low), low + share * (high - low)];
    if (far(a) < far(b)) high = b;
    else low = a;
  }
  return settle((low + high) / 2);
}
