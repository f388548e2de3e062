import {
  add,
  arcFromBulge,
  cross,
  distance,
  dot,
  endOf,
  line,
  mix,
  pathEnds,
  pointAt,
  scale,
  splitCubic,
  startOf,
  sub,
  tangentAt,
  turnBetween,
  type Cubic,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import type { Chain } from './fitChain';

/** A stretch of a curve that turns more than this is halved before it is drawn by two arcs. */
const MOST_TURN = (60 * Math.PI) / 180;
/** Shorter stretches are drawn straight: round a cusp nothing smaller can be told, mm. */
const SHORTEST_MM = 0.02;
const MOST_HALVINGS = 14;
/** Places at which two arcs are held against their curve. */
const LOOKS = 6;

/**
 * A drawn path as lines and arcs without looking for the fewest: each curve by pairs of tangent arcs,
 * halved until they stay within `toleranceMm` (biarcs; Bolton, Computer-Aided Design 7, 1975). Always
 * near and always in order, with more bends than a fit takes: for lines on which the fit gets lost.
 */
export function biarcChain(path: Path, toleranceMm: number): Chain {
  let deviationMm = 0;
  const primitives = path.segments.flatMap((s): Primitive[] => {
    if (s.type !== 'cubic') return [s];
    const drawn = arcsOf(s, toleranceMm, 0);
    deviationMm = Math.max(deviationMm, drawn.deviationMm);
    return drawn.primitives;
  });
  const ends = pathEnds(path);
  const closed = path.closed && ends !== null && distance(ends.start, ends.end) < 0.01;
  return { primitives, closed, deviationMm, fitted: true };
}

interface Drawn {
  readonly primitives: Primitive[];
  readonly deviationMm: number;
}

function arcsOf(s: Cubic, toleranceMm: number, depth: number): Drawn {
  const [a, b] = [startOf(s), endOf(s)];
  const [into, out] = [tangentAt(s, 0), tangentAt(s, 1)];
  const middle = tangentAt(s, 0.5);
  const turn = Math.abs(turnBetween(into, middle)) + Math.abs(turnBetween(middle, out));
  const tiny =
    distance(a, b) < SHORTEST_MM && distance(pointAt(s, 0.5), mix(a, b, 0.5)) < SHORTEST_MM;
  if (tiny || depth >= MOST_HALVINGS) {
    return { primitives: distance(a, b) > 1e-9 ? [line(a, b)] : [], deviationMm: SHORTEST_MM };
  }
  if (turn <= MOST_TURN) {
    const primitives = biarc(a, into, b, out);
    const deviationMm = deviation(s, primitives);
    if (deviationMm <= toleranceMm) return { primitives, deviationMm };
  }
  const halves = splitCubic(s, 0.5).map((h) =>
    arcsOf({ type: 'cubic', ...h }, toleranceMm, depth + 1),
  );
  return {
    primitives: halves.flatMap((h) => h.primitives),
    deviationMm: Math.max(...halves.map((h) => h.deviationMm)),
  };
}

/** Two arcs from a place and direction to another, tangent to each other: the one whose legs are equal. */
function biarc(a: Vec, into: Vec, b: Vec, out: Vec): Primitive[] {
  const v = sub(b, a);
  const t = add(into, out);
  const [vt, vv] = [dot(v, t), dot(v, v)];
  const quadratic = 2 * (1 - dot(into, out));
  // d^2 quadratic + 2 d (v . t) = v . v; nearly parallel ends leave the linear part.
  const root = Math.sqrt(vt * vt + quadratic * vv);
  const d = vt + root > 1e-12 ? vv / (vt + root) : 0;
  const joint = mix(add(a, scale(into, d)), sub(b, scale(out, d)), 0.5);
  return [arcTo(a, into, joint, true), arcTo(joint, out, b, false)].flatMap((p) => p ?? []);
}

/** The arc between two places that has a direction at its start, or at its end. */
function arcTo(a: Vec, along: Vec, b: Vec, atStart: boolean): Primitive | null {
  const chord = sub(b, a);
  if (Math.hypot(chord.x, chord.y) < 1e-9) return null;
  // The chord stands at half the sweep from both ends' directions; bulge is the tangent of a quarter.
  const half = Math.atan2(cross(along, chord), dot(along, chord)) * (atStart ? 1 : -1);
  return Math.abs(half) < 1e-6 ? line(a, b) : arcFromBulge(a, b, Math.tan(half / 2));
}

/** How far a curve lies from the arcs that stand for it, at some of its places. */
function deviation(s: Cubic, primitives: readonly Primitive[]): number {
  let worst = 0;
  for (let k = 1; k < LOOKS; k++) {
    const p = pointAt(s, k / LOOKS);
    worst = Math.max(worst, Math.min(...primitives.map((q) => offOf(q, p))));
  }
  return worst;
}

function offOf(q: Primitive, p: Vec): number {
  if (q.type === 'arc') return Math.abs(distance(p, q.center) - q.radius);
  const along = sub(q.to, q.from);
  const size = Math.hypot(along.x, along.y);
  return size < 1e-9 ? distance(p, q.from) : Math.abs(cross(along, sub(p, q.from))) / size;
}
