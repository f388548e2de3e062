import {
  applyAffine,
  flattenPath,
  pathLength,
  walkInStep,
  walkRing,
  type Affine,
  type Vec,
} from '../geometry';
import { drawnPath } from './nodes';
import type { FigurePath } from './schema';

/** A straight line through `at` in direction `angleRad`. */
export interface Axis {
  readonly at: Vec;
  readonly angleRad: number;
}

/**
 * The best mirror axis of a figure and how far the halves differ from each other's mirror image: wires
 * that answer to each other are walked in step, what answers to none is taken to the nearest place.
 */
export interface Symmetry {
  readonly axis: Axis;
  readonly meanMm: number;
  readonly worstMm: number;
  /** where they differ most: the mirror image of a place, and the place that answers to it */
  readonly worstAt: { readonly image: Vec; readonly other: Vec };
}

/** The reflection in an axis. */
export const reflection = ({ at, angleRad }: Axis): Affine => {
  const [c, s] = [Math.cos(2 * angleRad), Math.sin(2 * angleRad)];
  return { a: c, b: s, c: s, d: -c, e: at.x - c * at.x - s * at.y, f: at.y - s * at.x + c * at.y };
};

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
    const q = applyAffine(m, p);
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
    const image = applyAffine(m, p);
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
  return { axis, ...differenceInOrder(paths, rows, axis) };
}

/** Two wires, or one with itself, of which one is the mirror image of the other. */
export interface Twins {
  readonly first: number;
  readonly second: number;
  /** the image runs the other way */
  readonly reversed: boolean;
  readonly meanMm: number;
  readonly worstMm: number;
  readonly worstAt: Symmetry['worstAt'];
}

/** Wires that lie further from the other's image than this share of the figure, or this, do not answer to it. */
const UNLIKE_SHARE = 0.08;
const UNLIKE_MM = 3;
/** Lengths of wires that answer to each other differ by less than this share. */
const UNLIKE_LENGTH = 0.2;

/** Which wires of a figure answer to each other, each to one at most: the likest first. */
export function twinsOf(paths: readonly FigurePath[], axis: Axis): Twins[] {
  const rows = rowsOf(paths);
  return twinsOfRows(paths, rows, axis);
}

function twinsOfRows(
  paths: readonly FigurePath[],
  rows: readonly (readonly Vec[])[],
  axis: Axis,
): Twins[] {
  const m = reflection(axis);
  const lengths = paths.map((p) => pathLength(drawnPath(p)));
  const allowed = Math.max(UNLIKE_MM, UNLIKE_SHARE * sizeOf(rows));
  const found: Twins[] = [];
  rows.forEach((row, first) => {
    const image = row.map((p) => applyAffine(m, p));
    const back = [...image].reverse();
    for (let second = first; second < rows.length; second++) {
      const closed = paths[first]!.closed;
      const longer = Math.max(lengths[first]!, lengths[second]!);
      const differ = Math.abs(lengths[first]! - lengths[second]!);
      if (closed !== paths[second]!.closed || differ > UNLIKE_LENGTH * longer) continue;
      for (const reversed of [true, false]) {
        const twins = inOrder(reversed ? back : image, rows[second]!, closed, allowed);
        if (twins) found.push({ first, second, reversed, ...twins });
      }
    }
  });
  found.sort((a, b) => a.meanMm - b.meanMm);
  const taken = new Set<number>();
  return found.filter(({ first, second }) => {
    if (taken.has(first) || taken.has(second)) return false;
    taken.add(first);
    taken.add(second);
    return true;
  });
}

function sizeOf(rows: readonly (readonly Vec[])[]): number {
  const all = rows.flat();
  const span = (of: (p: Vec) => number): number =>
    all.reduce((most, p) => Math.max(most, of(p)), -Infinity) -
    all.reduce((least, p) => Math.min(least, of(p)), Infinity);
  return Math.hypot(
    span((p) => p.x),
    span((p) => p.y),
  );
}

const middleOf = (points: readonly Vec[]): Vec => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
});

/** An image and a row walked in step; null where they come too far apart. */
function inOrder(
  image: readonly Vec[],
  row: readonly Vec[],
  closed: boolean,
  allowedMm: number,
): Pick<Twins, 'meanMm' | 'worstMm' | 'worstAt'> | null {
  // Lines that begin or end apart are no image of each other, and quickly told.
  const [a, b] = [image[0], row[0]];
  const [y, z] = [image.at(-1), row.at(-1)];
  if (!a || !b || !y || !z) return null;
  const far = (p: Vec, q: Vec): boolean => Math.hypot(p.x - q.x, p.y - q.y) > allowedMm;
  if (closed ? far(middleOf(image), middleOf(row)) : far(a, b) || far(y, z)) return null;
  const walk = closed ? walkRing(image, row) : { row: image, ...walkInStep(image, row) };
  if (walk.mm > allowedMm) return null;
  const n = walk.farMm.indexOf(walk.mm);
  return {
    meanMm: walk.farMm.reduce((sum, f) => sum + f, 0) / walk.farMm.length,
    worstMm: walk.mm,
    worstAt: { image: walk.row[walk.a[n]!]!, other: row[walk.b[n]!]! },
  };
}

function differenceInOrder(
  paths: readonly FigurePath[],
  rows: readonly (readonly Vec[])[],
  axis: Axis,
): Omit<Symmetry, 'axis'> {
  const twins = twinsOfRows(paths, rows, axis);
  const answered = new Set(twins.flatMap((t) => [t.first, t.second]));
  const alone = rows.filter((_, i) => !answered.has(i));
  const parts = twins.map((t) => ({ ...t, points: rows[t.first]!.length }));
  const rest = alone.length > 0 ? [difference(thinned(alone, 260), rows, axis)] : [];
  const all = [...parts, ...rest.map((r) => ({ ...r, points: alone.flat().length }))];
  const points = all.reduce((sum, p) => sum + p.points, 0);
  const worst = all.reduce((a, b) => (b.worstMm > a.worstMm ? b : a));
  return {
    meanMm: all.reduce((sum, p) => sum + p.meanMm * p.points, 0) / points,
    worstMm: worst.worstMm,
    worstAt: worst.worstAt,
  };
}
