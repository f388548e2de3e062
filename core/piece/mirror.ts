import {
  distance,
  flattenPath,
  pathLength,
  pointAt,
  reversePath,
  splitCubic,
  transformPath,
  type Affine,
  type Path,
  type Segment,
  type Vec,
  arcToCubics,
} from '../geometry';
import { newPath } from './newPiece';
import { drawnPath, nodesOf } from './nodes';
import type { FigurePath } from './schema';

/** A straight line through `at` in direction `angleRad`. */
export interface Axis {
  readonly at: Vec;
  readonly angleRad: number;
}

/** The best mirror axis of a figure and how far the halves differ from each other's mirror image. */
export interface Symmetry {
  readonly axis: Axis;
  readonly meanMm: number;
  readonly worstMm: number;
  /** where they differ most: the mirror image of a place, and the nearest place of the other half */
  readonly worstAt: { readonly image: Vec; readonly other: Vec };
}

const reflection = ({ at, angleRad }: Axis): Affine => {
  const [c, s] = [Math.cos(2 * angleRad), Math.sin(2 * angleRad)];
  return { a: c, b: s, c: s, d: -c, e: at.x - c * at.x - s * at.y, f: at.y - s * at.x + c * at.y };
};

const reflect = (m: Affine, p: Vec): Vec => ({
  x: m.a * p.x + m.c * p.y + m.e,
  y: m.b * p.x + m.d * p.y + m.f,
});

/** Chords of a very long figure are longer, so that there are no more than about so many. */
const MOST_CHORDS = 2_500;

/** The figure's lines as points, close enough that chords do not matter. */
function rowsOf(paths: readonly FigurePath[]): Vec[][] {
  const drawn = paths.map((p) => drawnPath(p));
  const whole = drawn.reduce((sum, p) => sum + pathLength(p), 0);
  const step = Math.max(0.3, whole / MOST_CHORDS);
  return drawn.map((p) => flattenPath(p, step / 30, step));
}

/** At most some two hundred points of the figure, evenly along it. */
function thinned(rows: readonly (readonly Vec[])[], most: number): Vec[] {
  const all = rows.flat();
  const step = Math.max(1, Math.floor(all.length / most));
  return all.filter((_, i) => i % step === 0);
}

/** Roughly how far the halves differ: from each point's image to the nearest point. */
function misfit(points: readonly Vec[], axis: Axis): number {
  const m = reflection(axis);
  let sum = 0;
  for (const p of points) {
    const q = reflect(m, p);
    let least = Infinity;
    for (const r of points) least = Math.min(least, (r.x - q.x) ** 2 + (r.y - q.y) ** 2);
    sum += Math.sqrt(least);
  }
  return sum / points.length;
}

/** The place of some lines nearest to a point. */
function nearestOnRows(rows: readonly (readonly Vec[])[], q: Vec): { at: Vec; square: number } {
  let best = { at: q, square: Infinity };
  for (const row of rows) {
    for (let i = 0; i + 1 < row.length; i++) {
      const [a, b] = [row[i]!, row[i + 1]!];
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const size = dx * dx + dy * dy;
      const along = size > 0 ? ((q.x - a.x) * dx + (q.y - a.y) * dy) / size : 0;
      const t = Math.min(1, Math.max(0, along));
      const [x, y] = [a.x + dx * t, a.y + dy * t];
      const square = (q.x - x) ** 2 + (q.y - y) ** 2;
      if (square < best.square) best = { at: { x, y }, square };
    }
  }
  return best;
}

/** How far the halves differ: from each point's image to the other half's line. */
function difference(
  points: readonly Vec[],
  rows: readonly (readonly Vec[])[],
  axis: Axis,
): Omit<Symmetry, 'axis'> {
  const m = reflection(axis);
  let sum = 0;
  let worst = { mm: -1, image: points[0]!, other: points[0]! };
  for (const p of points) {
    const image = reflect(m, p);
    const { at, square } = nearestOnRows(rows, image);
    const mm = Math.sqrt(square);
    sum += mm;
    if (mm > worst.mm) worst = { mm, image, other: at };
  }
  const { mm, image, other } = worst;
  return { meanMm: sum / points.length, worstMm: mm, worstAt: { image, other } };
}

/** Axes near to one: turned and shifted a little, and itself. */
function around(from: Axis, turn: number, shift: number): Axis[] {
  const aside = { x: -Math.sin(from.angleRad), y: Math.cos(from.angleRad) };
  return [-turn, 0, turn].flatMap((dt) =>
    [-shift, 0, shift].map((ds) => ({
      at: { x: from.at.x + aside.x * ds, y: from.at.y + aside.y * ds },
      angleRad: from.angleRad + dt,
    })),
  );
}

/** The best of the axes around one, nearer and nearer. */
function refined(
  start: Axis,
  steps: { turn: number; shift: number; rounds: number; by: number },
  costOf: (axis: Axis) => number,
): Axis {
  let best = { axis: start, cost: costOf(start) };
  let { turn, shift } = steps;
  for (let round = 0; round < steps.rounds; round++) {
    for (const axis of around(best.axis, turn, shift)) {
      const cost = costOf(axis);
      if (cost < best.cost) best = { axis, cost };
    }
    turn *= steps.by;
    shift *= steps.by;
  }
  return best.axis;
}

/**
 * The best mirror axis: through the middle of the line's length, whose direction is tried all round
 * and then refined together with a shift aside; first on points, then against the line itself. Null
 * for a figure too small to tell.
 */
export function bestAxis(paths: readonly FigurePath[]): Symmetry | null {
  const rows = rowsOf(paths);
  const points = thinned(rows, 260);
  if (points.length < 8) return null;
  const at = {
    x: points.reduce((s, p) => s + p.x, 0) / points.length,
    y: points.reduce((s, p) => s + p.y, 0) / points.length,
  };
  const axes = Array.from({ length: 36 }, (_, k) => ({ at, angleRad: (k * Math.PI) / 36 }));
  const costs = axes.map((axis) => misfit(points, axis));
  const first = axes[costs.indexOf(Math.min(...costs))]!;
  const steps = { turn: Math.PI / 72, shift: 0.5, rounds: 8, by: 0.6 };
  const rough = refined(first, steps, (axis) => misfit(points, axis));
  const few = thinned(rows, 120);
  const fine = { turn: 0.01, shift: 0.15, rounds: 7, by: 0.5 };
  const axis = refined(rough, fine, (a) => difference(few, rows, a).meanMm);
  return { axis, ...difference(points, rows, axis) };
}

/** Signed distance from the axis, positive on its right hand looking along it (y down). */
const sideOf = ({ at, angleRad }: Axis, p: Vec): number =>
  (p.y - at.y) * Math.cos(angleRad) - (p.x - at.x) * Math.sin(angleRad);

/** Ends of halves nearer to the axis than this are brought onto it and joined. */
const ON_AXIS_MM = 0.8;

/**
 * The figure with one half replaced by the mirror image of the other. Lines are cut where they cross
 * the axis; ends there are joined with their images.
 * @param side which half is kept: positive is on the right hand of the axis looking along it
 */
export function mirrorHalf(
  paths: readonly FigurePath[],
  axis: Axis,
  side: 1 | -1,
  newId: () => string,
): FigurePath[] {
  const m = reflection(axis);
  return paths.flatMap((path) =>
    keptPieces(drawnPath(path), axis, side).flatMap((piece): FigurePath[] => {
      if (piece.closed) {
        const image = reversePath(transformPath(piece, m));
        return [newPath(newId(), nodesOf(piece), true), newPath(newId(), nodesOf(image), true)];
      }
      return withImage(piece, axis, m, newId);
    }),
  );
}

function withImage(piece: Path, axis: Axis, m: Affine, newId: () => string): FigurePath[] {
  const first = piece.segments[0]!;
  const last = piece.segments[piece.segments.length - 1]!;
  const start = pointAt(first, 0);
  const end = pointAt(last, 1);
  const image = reversePath(transformPath(piece, m));
  const near = (p: Vec): boolean => Math.abs(sideOf(axis, p)) < ON_AXIS_MM;
  if (near(end) && near(start) && distance(start, end) > 0.01) {
    return [newPath(newId(), nodesOf({ segments: bridged(piece, image), closed: true }), true)];
  }
  if (near(end)) {
    return [newPath(newId(), nodesOf({ segments: bridged(piece, image), closed: false }), false)];
  }
  if (near(start)) {
    return [newPath(newId(), nodesOf({ segments: bridged(image, piece), closed: false }), false)];
  }
  return [newPath(newId(), nodesOf(piece), false), newPath(newId(), nodesOf(image), false)];
}

function bridged(a: Path, b: Path): Segment[] {
  const end = pointAt(a.segments[a.segments.length - 1]!, 1);
  const start = pointAt(b.segments[0]!, 0);
  const gap: Segment[] =
    distance(end, start) > 1e-6 ? [{ type: 'line', from: end, to: start }] : [];
  return [...a.segments, ...gap, ...b.segments];
}

/** The stretches of a path on one side of the axis, cut where it crosses. */
function keptPieces(path: Path, axis: Axis, side: 1 | -1): Path[] {
  const segments = path.segments.flatMap((s) => cutSegment(s, axis));
  const keep = segments.map((s) => side * sideOf(axis, pointAt(s, 0.5)) >= 0);
  if (keep.every(Boolean)) return [path];
  const pieces: Segment[][] = [];
  const start = path.closed ? keep.findIndex((k, i) => k && !keep.at(i - 1)) : 0;
  if (start < 0) return [];
  for (let n = 0; n < segments.length; n++) {
    const i = (start + n) % segments.length;
    if (!keep[i]) continue;
    const before = n > 0 && keep[(i - 1 + segments.length) % segments.length];
    if (before && pieces.length > 0) pieces[pieces.length - 1]!.push(segments[i]!);
    else pieces.push([segments[i]!]);
  }
  return pieces.map((s) => ({ segments: s, closed: false }));
}

function cutSegment(s: Segment, axis: Axis): Segment[] {
  const cubics: Segment[] = s.type === 'arc' ? arcToCubics(s) : [s];
  return cubics.flatMap((c) => {
    const cuts = crossingsOf(c, axis);
    const out: Segment[] = [];
    let rest = c;
    let done = 0;
    for (const t of cuts) {
      const local = (t - done) / (1 - done);
      if (local < 1e-4 || local > 1 - 1e-4) continue;
      const [left, right] = halves(rest, local);
      out.push(left);
      rest = right;
      done = t;
    }
    return [...out, rest];
  });
}

function halves(s: Segment, t: number): [Segment, Segment] {
  if (s.type === 'cubic') {
    const [a, b] = splitCubic(s, t);
    return [
      { ...a, type: 'cubic' },
      { ...b, type: 'cubic' },
    ];
  }
  const middle = pointAt(s, t);
  const [from, to] = [pointAt(s, 0), pointAt(s, 1)];
  return [
    { type: 'line', from, to: middle },
    { type: 'line', from: middle, to },
  ];
}

/** Parameters where a segment crosses the axis, by bisection between changes of side. */
function crossingsOf(s: Segment, axis: Axis): number[] {
  const count = 24;
  const found: number[] = [];
  for (let k = 0; k < count; k++) {
    let [low, high] = [k / count, (k + 1) / count];
    const first = sideOf(axis, pointAt(s, low));
    if (first * sideOf(axis, pointAt(s, high)) >= 0) continue;
    for (let round = 0; round < 40; round++) {
      const middle = (low + high) / 2;
      if (first * sideOf(axis, pointAt(s, middle)) > 0) low = middle;
      else high = middle;
    }
    found.push((low + high) / 2);
  }
  return found;
}

/**
 * Which half is the better one to copy: the one drawn more smoothly, by how much its direction
 * wavers beyond what its curves need.
 */
export function betterHalf(paths: readonly FigurePath[], axis: Axis): 1 | -1 {
  const waver = (side: 1 | -1): number => {
    let [turns, length] = [0, 0];
    for (const path of paths) {
      const points = flattenPath(drawnPath(path), 0.05, 0.5);
      let before = 0;
      for (let i = 1; i + 1 < points.length; i++) {
        const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!];
        if (side * sideOf(axis, b) < 0) continue;
        const turn = Math.atan2(
          (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
          (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
        );
        turns += Math.abs(turn - before);
        before = turn;
        length += distance(a, b);
      }
    }
    return length > 0 ? turns / length : Infinity;
  };
  return waver(1) <= waver(-1) ? 1 : -1;
}
