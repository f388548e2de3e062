import {
  applyAffine,
  nearestOn,
  pathsBox,
  pointAt,
  rotation,
  transformPath,
  type Path,
  type Vec,
} from '../geometry';
import { routeDrawing } from '../route';

/** Letters join at their feet: a foot on the baseline further in is better than a side higher up. */
const LOW_BEFORE_NEAR = 6;

/**
 * A letter run in one wire from its left foot to its right foot.
 * @param origin of the letter on its baseline, mm
 * @param turnRad how the baseline is turned there
 */
export function footToFoot(strokes: readonly Path[], origin: Vec, turnRad: number): Path[] {
  const [upright, back] = [rotation(-turnRad), rotation(turnRad)];
  const standing = strokes.map((s) => transformPath(s, upright));
  const box = pathsBox(standing);
  if (!box) return [];
  const baseline = Math.min(box.maxY, applyAffine(upright, origin).y);
  const foot = (x: number): Vec => {
    const wish = { x, y: baseline };
    let best = { at: wish, off: Infinity };
    for (const s of standing.flatMap((p) => p.segments)) {
      const low = nearestOn(s, { x, y: baseline + 1e4 }).t;
      for (const t of [0, 1, nearestOn(s, wish).t, low]) {
        const at = pointAt(s, t);
        const off = Math.abs(at.x - x) + LOW_BEFORE_NEAR * Math.abs(at.y - baseline);
        if (off < best.off) best = { at, off };
      }
    }
    return applyAffine(back, best.at);
  };
  const route = routeDrawing(strokes, {
    start: foot(box.minX),
    end: foot(box.maxX),
    bridge: true,
  });
  return route.wires.map((w) => w.path);
}
