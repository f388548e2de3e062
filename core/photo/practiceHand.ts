import { randomFrom } from '../geometry';
import { posed, restingPose, type Line, type Shape } from './shape';

/** One mistake of a hand. */
export interface Mistake {
  readonly wire: number;
  readonly bend: number;
  /** bent further, clockwise, rad, and further along the wire, mm */
  readonly moreRad: number;
  readonly laterMm: number;
}

export interface FormedByHand {
  /** each wire where it came to lie, the figure's mm */
  readonly lines: readonly Line[];
  /** each wire as it was formed, not yet laid on the page */
  readonly formed: readonly Line[];
  readonly mistake: Mistake | null;
}

/**
 * A piece as a hand might form it and lay it on its pattern: every bend off by a little, one by much, the
 * whole laid down askew. From a number; the same gives the same.
 * @param unsteady how much every bend is off, rad, as a standard deviation
 */
export function formByHand(
  shapes: readonly Shape[],
  number: number,
  { unsteady = 0.004, mistaken = true }: { unsteady?: number; mistaken?: boolean } = {},
): FormedByHand {
  const random = randomFrom(number);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const normal = (): number => random() + random() + random() + random() - 2;
  const all = shapes.flatMap((s, wire) => s.joints.map((joint, k) => ({ wire, joint, k })));
  const chosen = mistaken && all.length > 0 ? all[Math.floor(random() * all.length)]! : null;
  const sign = random() < 0.5 ? -1 : 1;
  const byPlace = random() < 0.3;
  const size = byPlace ? between(0.8, 1.4) : (between(3, 10) * Math.PI) / 180;
  const mistake = chosen && {
    wire: chosen.wire,
    bend: chosen.joint.bend,
    moreRad: byPlace ? 0 : sign * size,
    laterMm: byPlace ? sign * size : 0,
  };
  const formed = shapes.map((shape, wire) => {
    const pose = restingPose(shape);
    shape.joints.forEach((_, k) => {
      pose.more[k] = unsteady * 1.7 * normal();
      if (mistake && chosen.wire === wire && chosen.k === k) {
        pose.more[k] = pose.more[k] + mistake.moreRad;
        pose.later[k] = mistake.laterMm;
      }
    });
    return posed(shape, pose);
  });
  const turn = between(-0.06, 0.06);
  const [dx, dy] = [between(-2, 2), between(-2, 2)];
  const xs = formed.flatMap((l) => [...l.x]);
  const ys = formed.flatMap((l) => [...l.y]);
  const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / (v.length || 1);
  const [cx, cy] = [mean(xs), mean(ys)];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const lines = formed.map(({ x, y }) => ({
    x: x.map((u, i) => cx + dx + c * (u - cx) - s * (y[i]! - cy)),
    y: y.map((v, i) => cy + dy + s * (x[i]! - cx) + c * (v - cy)),
  }));
  return { lines, formed, mistake };
}
