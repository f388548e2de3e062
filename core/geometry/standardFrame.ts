import { applyAffine, compose, rotation, scaling, translation, type Affine } from './affine';
import { angleOf, cross, distance, sub, type Vec } from './vec';

/** A rigid motion, mirrored or not, and its inverse. */
export interface Frame {
  readonly to: Affine;
  readonly from: Affine;
}

/** Differences smaller than this are rounding of numbers, mm. */
const ROUNDING_MM = 1e-5;

/**
 * A frame that depends only on the shape of a row of points, not on how it lies: its first point is
 * the origin, the x axis points to the first of the points furthest from it, and it is mirrored so
 * that the first point that stands off this axis stands to the right. What is worked out in it is
 * the same for a shape turned by any angle, and mirrored for a mirrored one.
 */
export function standardFrame(points: readonly Vec[]): Frame {
  const origin = points[0] ?? { x: 0, y: 0 };
  let far = 0;
  let along: Vec = { x: 1, y: 0 };
  for (const p of points) {
    const d = distance(origin, p);
    if (d > far + ROUNDING_MM) [far, along] = [d, sub(p, origin)];
  }
  const off = points.find((p) => Math.abs(cross(along, sub(p, origin))) > ROUNDING_MM * far);
  const mirrored = off !== undefined && cross(along, sub(off, origin)) < 0;
  const angle = angleOf(along);
  const flip = mirrored ? scaling(1, -1) : scaling(1, 1);
  return {
    to: compose(flip, compose(rotation(-angle), translation(-origin.x, -origin.y))),
    from: compose(translation(origin.x, origin.y), compose(rotation(angle), flip)),
  };
}

/** A place in a frame, to a millionth of a micrometre, so that rounding of numbers leaves no trace. */
export const settledIn = (m: Affine, p: Vec): Vec => {
  const q = applyAffine(m, p);
  return { x: Math.round(q.x * 1e9) / 1e9, y: Math.round(q.y * 1e9) / 1e9 };
};
