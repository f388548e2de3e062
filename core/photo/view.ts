import { solveSymmetric, type Vec } from '../geometry';
import { markCorners, type MarkCode, type MarkFrame } from '../fiducial';
import { applyMap, mapCorners, type PlaneMap } from '../trace';
import type { SeenMark } from './marks';

/** How the camera saw the page: a plane map, and what its lens bends. */
export interface View {
  /** from the figure's mm to where a lens without fault would show it, px */
  readonly map: PlaneMap;
  readonly centre: Vec;
  /** half the picture's diagonal, px */
  readonly half: number;
  /** places lie by this share further out at the end of the diagonal */
  readonly radial: number;
  /** root mean square of what the marks' corners are off, px */
  readonly offPx: number;
}

/** Where a place of the page is seen, px. */
export function seenAt({ map, centre, half, radial }: View, mm: Vec): Vec {
  const p = applyMap(map, mm);
  const [x, y] = [p.x - centre.x, p.y - centre.y];
  const by = 1 + radial * ((x * x + y * y) / (half * half));
  return { x: centre.x + x * by, y: centre.y + y * by };
}

/** A lens is thought to bend so much at most, as a standard deviation at the end of the diagonal. */
const RADIAL_SPREAD = 0.03;
/** A corner of a mark is found so closely, px. */
const CORNER_SPREAD_PX = 0.3;

/**
 * The view that explains the marks' corners best: eight numbers of a plane map and one radial term, by
 * Gauss and Newton's method from the map of the outermost four (Hartley and Zisserman, Multiple View
 * Geometry, 4.1 and 7.4).
 * @returns null when fewer than three marks are seen, or they do not lie as on one page
 */
export function viewOf(
  marks: readonly SeenMark[],
  frame: MarkFrame,
  size: { readonly width: number; readonly height: number },
): View | null {
  if (marks.length < 3) return null;
  const pairs = marks.flatMap((m) =>
    markCorners(frame, m.code.corner).map((mm, i) => ({ mm, px: m.corners[i]! })),
  );
  const start = startOf(marks, frame);
  if (!start) return null;
  const centre = { x: size.width / 2, y: size.height / 2 };
  const half = Math.hypot(centre.x, centre.y);
  let p = [...start, 0];
  const view = (q: readonly number[]): Omit<View, 'offPx'> => ({
    map: q.slice(0, 8) as unknown as PlaneMap,
    centre,
    half,
    radial: q[8]!,
  });
  const residuals = (q: readonly number[]): number[] => {
    const v = { ...view(q), offPx: 0 };
    const out = pairs.flatMap(({ mm, px }) => {
      const at = seenAt(v, mm);
      return [(at.x - px.x) / CORNER_SPREAD_PX, (at.y - px.y) / CORNER_SPREAD_PX];
    });
    return [...out, q[8]! / RADIAL_SPREAD];
  };
  let r = residuals(p);
  const square = (v: readonly number[]): number => v.reduce((sum, x) => sum + x * x, 0);
  let damping = 1e-6;
  for (let round = 0; round < 30; round++) {
    const steps = p.map((v, i) => (i === 8 ? 1e-5 : Math.max(1e-9, Math.abs(v) * 1e-6)));
    const columns = p.map((_, i) => {
      const up = residuals(p.map((v, k) => (k === i ? v + steps[i]! : v)));
      return up.map((v, k) => (v - r[k]!) / steps[i]!);
    });
    const upper = columns.map((a) =>
      Float64Array.from(columns.map((b) => a.reduce((sum, v, k) => sum + v * b[k]!, 0))),
    );
    const right = Float64Array.from(columns.map((a) => -a.reduce((s, v, k) => s + v * r[k]!, 0)));
    const move = solveSymmetric(upper, right, damping);
    if (!move) return null;
    const next = p.map((v, i) => v + move[i]!);
    const after = residuals(next);
    if (square(after) < square(r)) {
      const done = square(r) - square(after) < 1e-9 * square(r);
      [p, r, damping] = [next, after, damping / 10];
      if (done) break;
    } else {
      damping = Math.max(1e-9, damping) * 10;
      if (damping > 1e3) break;
    }
  }
  const offPx = CORNER_SPREAD_PX * Math.sqrt(square(r.slice(0, -1)) / pairs.length);
  return { ...view(p), offPx };
}

/** The plane map of four corners far apart: the outermost of each mark, of three one more. */
function startOf(marks: readonly SeenMark[], frame: MarkFrame): PlaneMap | null {
  const seen = new Map(marks.map((m) => [m.code.corner, m]));
  const missing = ([0, 1, 2, 3] as const).find((c) => !seen.has(c));
  const ring = ([0, 1, 2, 3] as const).flatMap((c) => {
    // Where a mark is missing, its neighbour's corner on the same side stands for it.
    const mark = seen.get(c) ?? seen.get(((c + 1) % 4) as MarkCode['corner']);
    if (!mark) return [];
    return [{ from: markCorners(frame, mark.code.corner)[c]!, to: mark.corners[c]! }];
  });
  if (ring.length < 4 || marks.length < (missing === undefined ? 4 : 3)) return null;
  return mapCorners(
    ring.map((r) => r.from),
    ring.map((r) => r.to),
  );
}
