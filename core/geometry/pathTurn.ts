import { flattenPath, type Path } from './path';
import { segmentLength, tangentAt, type Segment } from './segment';
import { tipsOf } from './tips';
import { cross, distance, dot, sub, turnBetween, type Vec } from './vec';

/** All turning of a path, radians, clockwise positive: curves and corners, full turns included. */
export interface PathTurn {
  readonly turnRad: number;
  /** corners and tips that turn back so exactly that they may as well be taken the other way round */
  readonly eitherWay: number;
}

/** A corner this near to a half turn has no side, radians. */
const EITHER_WAY = (4 * Math.PI) / 180;
/** A cubic is walked in so many steps; between two of them it turns less than half round. */
const CUBIC_STEPS = 64;

/** Turning of a segment from its start to its end: exact for lines and arcs. */
function segmentTurn(s: Segment): number {
  if (s.type === 'line') return 0;
  if (s.type === 'arc') return s.sweep;
  let sum = 0;
  let before = tangentAt(s, 0);
  for (let i = 1; i <= CUBIC_STEPS; i++) {
    const now = tangentAt(s, i / CUBIC_STEPS);
    sum += turnBetween(before, now);
    before = now;
  }
  return sum;
}

export function pathTurn(path: Path): PathTurn {
  const segments = path.segments.filter((s) => segmentLength(s) > 1e-6);
  let turnRad = 0;
  let eitherWay = 0;
  segments.forEach((s, i) => {
    turnRad += segmentTurn(s);
    const next = segments[i + 1] ?? (path.closed ? segments[0] : undefined);
    if (!next) return;
    const turn = turnBetween(tangentAt(s, 1), tangentAt(next, 0));
    turnRad += turn;
    if (Math.abs(turn) > Math.PI - EITHER_WAY) eitherWay++;
  });
  if (segments.some((s) => s.type === 'cubic')) {
    // A smooth tip that is formed as a corner has no side either.
    const tips = tipsOf(flattenPath(path, TIP_FLATNESS_MM));
    const back = tips.filter((t) => Math.abs(t.turnRad) > Math.PI - EITHER_WAY).length;
    eitherWay = Math.max(eitherWay, back);
  }
  return { turnRad, eitherWay };
}

/** How closely a curve is followed where its tips are looked for, mm. */
const TIP_FLATNESS_MM = 0.004;

/**
 * The turning that is left of a path once all within `toleranceMm` is smoothed away: that of the
 * simplified row of its points (Ramer, 1972; Douglas and Peucker, 1973).
 */
export function smoothedTurn(path: Path, toleranceMm: number): PathTurn {
  const points = flattenPath(path, toleranceMm / 10);
  const kept = simplified(points, toleranceMm);
  let turnRad = 0;
  let eitherWay = 0;
  const count = kept.length;
  for (let i = 1; i + 1 < count; i++) {
    const turn = turnAt(kept[i - 1]!, kept[i]!, kept[i + 1]!);
    turnRad += turn;
    if (Math.abs(turn) > Math.PI - EITHER_WAY) eitherWay++;
  }
  if (path.closed && count > 3) turnRad += turnAt(kept[count - 2]!, kept[0]!, kept[1]!);
  return { turnRad, eitherWay };
}

const turnAt = (a: Vec, b: Vec, c: Vec): number => {
  const [u, v] = [sub(b, a), sub(c, b)];
  return Math.atan2(cross(u, v), dot(u, v));
};

function simplified(points: readonly Vec[], toleranceMm: number): Vec[] {
  const keep = new Uint8Array(points.length);
  keep[0] = keep[points.length - 1] = 1;
  const stack: [number, number][] = [[0, points.length - 1]];
  for (let span = stack.pop(); span; span = stack.pop()) {
    const [from, to] = span;
    let worst = toleranceMm;
    let at = -1;
    const [a, b] = [points[from]!, points[to]!];
    const along = sub(b, a);
    const size = dot(along, along);
    for (let i = from + 1; i < to; i++) {
      const p = points[i]!;
      const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(p, a), along) / size));
      const far = distance(p, { x: a.x + along.x * t, y: a.y + along.y * t });
      if (far > worst) [worst, at] = [far, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    stack.push([from, at], [at, to]);
  }
  return points.filter((_, i) => keep[i]);
}
