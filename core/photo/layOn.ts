import { solved } from './fit';
import type { Line } from './shape';

/** A made piece laid on its plan. */
export interface Laid {
  readonly made: Line;
  /** what each place is off along the plan's normal, mm */
  readonly off: Float64Array;
  /** how the made piece lay: turned clockwise, rad, and its middle moved, mm */
  readonly askewRad: number;
  readonly moved: { readonly x: number; readonly y: number };
}

export interface Sight {
  readonly nx: Float64Array;
  readonly ny: Float64Array;
  readonly weights: Float64Array;
}

const ROUNDS = 40;
/** A round figure hardly says how it is turned, a straight one how it is moved: they stay as their places lie nearest. */
const HELD = [0.3, 0.03, 0.03];

/**
 * Turns and moves a made piece so that what is off along the plan's normals, place by place in order, is
 * least in squares: from where the places themselves come nearest, by Gauss and Newton's method.
 */
export function layOn(plan: Line, found: Line, { nx, ny, weights }: Sight): Laid {
  let made = found;
  let turn = 0;
  const off = new Float64Array(found.x.length);
  const all = weights.reduce((sum, w) => sum + w, 0) || 1;
  const middle = (v: Float64Array): number =>
    v.reduce((sum, a, i) => sum + weights[i]! * a, 0) / all;
  const turned = (by: number, dx: number, dy: number): void => {
    const [cx, cy] = [middle(made.x), middle(made.y)];
    const [c, s] = [Math.cos(by), Math.sin(by)];
    const { x, y } = made;
    made = {
      x: x.map((u, i) => cx + dx + c * (u - cx) - s * (y[i]! - cy)),
      y: y.map((v, i) => cy + dy + s * (x[i]! - cx) + c * (v - cy)),
    };
    turn += by;
  };
  // Nearest place by place (Procrustes).
  const [px, py, qx, qy] = [middle(plan.x), middle(plan.y), middle(made.x), middle(made.y)];
  let [cos, sin] = [0, 0];
  for (let i = 0; i < off.length; i++) {
    const [a, b] = [made.x[i]! - qx, made.y[i]! - qy];
    const [c, d] = [plan.x[i]! - px, plan.y[i]! - py];
    cos += weights[i]! * (a * c + b * d);
    sin += weights[i]! * (a * d - b * c);
  }
  turned(Math.atan2(sin, cos), px - qx, py - qy);
  const nearest = { turn, x: middle(made.x), y: middle(made.y) };
  const held = HELD.map((v) => v * Math.sqrt(all));
  for (let round = 0; ; round++) {
    for (let i = 0; i < off.length; i++) {
      off[i] = (made.x[i]! - plan.x[i]!) * nx[i]! + (made.y[i]! - plan.y[i]!) * ny[i]!;
    }
    if (round === ROUNDS) break;
    const [cx, cy] = [middle(made.x), middle(made.y)];
    const arm = nx.map((u, i) => -(made.y[i]! - cy) * u + (made.x[i]! - cx) * ny[i]!);
    const past = [nearest.turn - turn, nearest.x - cx, nearest.y - cy];
    const step = solved(
      [arm, nx, ny],
      off,
      weights,
      held,
      past.map((v, k) => v * held[k]!),
    );
    if (!step) break;
    turned(-step[0]!, -step[1]!, -step[2]!);
    if (Math.abs(step[0]!) < 1e-7 && Math.hypot(step[1]!, step[2]!) < 1e-6) break;
  }
  const moved = { x: middle(found.x) - middle(made.x), y: middle(found.y) - middle(made.y) };
  return { made, off, askewRad: Math.atan2(Math.sin(-turn), Math.cos(-turn)), moved };
}
