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
  const at = Array.from({ length: STEPS + 1 }, (_, i) => far(i / STEPS));
  const last = (i: number): number => at[i] ?? Infinity;
  // A curve that turns back on itself comes near more than once.
  const near = at.flatMap((d, i) => (d <= last(i - 1) && d <= last(i + 1) ? [i] : []));
  near.sort((a, b) => at[a]! - at[b]!);
  const found = near.slice(0, MOST_NEAR).map((i) => settle(goldenNear(i / STEPS, far)));
  return found.reduce((best, e) => (e.distance < best.distance ? e : best));
}

const STEPS = 16;
const MOST_NEAR = 3;

/** Golden section inside the two steps around a sample. */
function goldenNear(t: number, far: (t: number) => number): number {
  let [low, high] = [Math.max(0, t - 1 / STEPS), Math.min(1, t + 1 / STEPS)];
  const share = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 44; i++) {
    const [a, b] = [high - share * (high - low), low + share * (high - low)];
    if (far(a) < far(b)) high = b;
    else low = a;
  }
  return (low + high) / 2;
}
