import {
  applyAffine,
  arcToCubics,
  distance,
  flattenPath,
  pointAt,
  reversePath,
  segmentLength,
  splitCubic,
  transformPath,
  type Affine,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';
import { newPath } from './newPiece';
import { drawnPath, nodesOf } from './nodes';
import type { FigurePath } from './schema';
import { ofStock } from './stocks';
import { reflection, twinsOf, type Axis } from './symmetry';

/** Signed distance from the axis, positive on its right hand looking along it (y down). */
const sideOf = ({ at, angleRad }: Axis, p: Vec): number =>
  (p.y - at.y) * Math.cos(angleRad) - (p.x - at.x) * Math.sin(angleRad);

/** Ends of halves nearer to the axis than this are brought onto it and joined. */
const ON_AXIS_MM = 0.8;

/**
 * The figure with one half replaced by the mirror image of the other. A wire that is its own image
 * stays one wire, however often it crosses the axis: half of its length and that half's image. Of two
 * wires that answer to each other one becomes the image of the other. What answers to nothing is cut
 * where it crosses the axis, and ends there are joined with their images.
 * @param side which half is kept: positive is on the right hand of the axis looking along it
 */
export function mirrorHalf(
  paths: readonly FigurePath[],
  axis: Axis,
  side: 1 | -1,
  newId: () => string,
): FigurePath[] {
  const m = reflection(axis);
  const twins = twinsOf(paths, axis);
  return paths.flatMap((path, i): FigurePath[] => {
    const own = twins.find((t) => t.first === i || t.second === i);
    if (own?.first === own?.second) {
      const whole = own && evened(drawnPath(path), own.reversed, axis, side);
      if (whole)
        return [{ ...path, nodes: nodesOf(whole.path), seam: seamFrom(path, whole.begun) }];
    } else if (own) {
      const better = [own.first, own.second].find((k) => side * leaning(paths[k]!, axis) >= 0);
      if (better === i) return [path];
      const image = transformPath(drawnPath(paths[better ?? own.first]!), m);
      return [{ ...path, nodes: nodesOf(own.reversed ? reversePath(image) : image) }];
    }
    const halves = keptPieces(drawnPath(path), axis, side).flatMap((piece): FigurePath[] => {
      if (piece.closed) {
        const image = reversePath(transformPath(piece, m));
        return [newPath(newId(), nodesOf(piece), true), newPath(newId(), nodesOf(image), true)];
      }
      return withImage(piece, axis, m, newId);
    });
    return halves.map((half) => ofStock(half, path.stock ?? null));
  });
}

/** On which side of the axis most of a line lies, and how far. */
const leaning = (path: Pick<FigurePath, 'nodes' | 'closed'>, axis: Axis): number =>
  leaningOf(drawnPath(path).segments, axis);

const leaningOf = (segments: readonly Segment[], axis: Axis): number =>
  segments.reduce(
    (sum, s) =>
      sum +
      segmentLength(s) *
        [0.1, 0.3, 0.5, 0.7, 0.9].reduce((part, t) => part + sideOf(axis, pointAt(s, t)), 0),
    0,
  );

/** A closed path's seam stays where it is when the path is begun at another share of its length. */
const seamFrom = ({ seam }: FigurePath, begun: number): FigurePath['seam'] =>
  seam.at === null ? seam : { ...seam, at: mod(seam.at - begun, 1) };

/**
 * A line that is its own mirror image, with one half of its length made the image of the other.
 * @returns the line, and the share of its former length at which it begins now; null where it does not
 *   come to the axis half way
 */
function evened(
  path: Path,
  reversed: boolean,
  axis: Axis,
  side: 1 | -1,
): { path: Path; begun: number } | null {
  const m = reflection(axis);
  // A line that runs on the axis is the same either way: it is laid onto it.
  if (!path.closed && !reversed) return { path: transformPath(path, projection(axis)), begun: 0 };
  const segments = path.segments.flatMap((s) => cutSegment(s, axis));
  const halves = halvesOf(segments, path.closed, reversed, axis);
  if (!halves) return null;
  const { from, to } = halves;
  const turned = [...segments.slice(from), ...segments.slice(0, from)];
  const count = to - from;
  const [first, second] = [turned.slice(0, count), turned.slice(count)];
  const keepFirst = side * leaningOf(first, axis) >= side * leaningOf(second, axis);
  const kept: Path = { segments: keepFirst ? first : second, closed: false };
  const image = transformPath(kept, m);
  const other = reversed ? reversePath(image) : image;
  const [a, b] = keepFirst ? [kept, other] : [other, kept];
  const places = placesOf(segments);
  return {
    path: { segments: bridged(a, b), closed: path.closed },
    begun: places[from]! / places.at(-1)!,
  };
}

/** Half way may be out by this share of the length. */
const HALF_SHARE = 0.12;

/**
 * Where a line is parted into a half and its image: at joints on the axis that lie half its length
 * apart, or in the middle of an open one, and about which the line is its own image.
 */
function halvesOf(
  segments: readonly Segment[],
  closed: boolean,
  reversed: boolean,
  axis: Axis,
): { from: number; to: number } | null {
  const places = placesOf(segments);
  const whole = places.at(-1)!;
  const m = reflection(axis);
  const spot = (mm: number): Vec => pointAlong(segments, places, closed ? mod(mm, whole) : mm);
  // How far the line about a joint is from its own image.
  const misfit = (i: number): number =>
    [1, 2, 3].reduce((sum, k) => {
      const there = spot(places[i]! + (k * whole) / 8);
      const answer = reversed ? -(k * whole) / 8 : whole / 2 + (k * whole) / 8;
      return sum + distance(applyAffine(m, there), spot(places[i]! + answer));
    }, 0);
  const best = (atMm: number | null): number | null => {
    let found: { i: number; off: number } | null = null;
    for (let i = closed ? 0 : 1; i < segments.length; i++) {
      const away = atMm === null ? 0 : Math.abs(places[i]! - atMm);
      const apart = closed ? Math.min(away, whole - away) : away;
      if (apart > HALF_SHARE * whole || !isOnAxis(axis, pointAt(segments[i]!, 0))) continue;
      const off = misfit(i);
      if (!found || off < found.off - 1e-9) found = { i, off };
    }
    return found?.i ?? null;
  };
  if (!closed) {
    const to = best(whole / 2);
    return to === null ? null : { from: 0, to };
  }
  const one = best(null);
  const other = one === null ? null : best(mod(places[one]! + whole / 2, whole));
  if (one === null || other === null || one === other) return null;
  return { from: Math.min(one, other), to: Math.max(one, other) };
}

const mod = (v: number, by: number): number => ((v % by) + by) % by;

function pointAlong(segments: readonly Segment[], places: readonly number[], mm: number): Vec {
  let i = 0;
  while (i + 1 < segments.length && places[i + 1]! < mm) i++;
  const size = places[i + 1]! - places[i]!;
  return pointAt(segments[i]!, size > 0 ? Math.min(1, Math.max(0, (mm - places[i]!) / size)) : 0);
}

/** How far along a line each of its segments begins, and where the last ends. */
function placesOf(segments: readonly Segment[]): number[] {
  const places = [0];
  for (const s of segments) places.push(places.at(-1)! + segmentLength(s));
  return places;
}

const isOnAxis = (axis: Axis, p: Vec): boolean => Math.abs(sideOf(axis, p)) < ON_AXIS_MM;

/** The map onto the nearest places of an axis. */
function projection({ at, angleRad }: Axis): Affine {
  const [c, s] = [Math.cos(angleRad), Math.sin(angleRad)];
  return {
    a: c * c,
    b: c * s,
    c: c * s,
    d: s * s,
    e: at.x - c * c * at.x - c * s * at.y,
    f: at.y - c * s * at.x - s * s * at.y,
  };
}

function withImage(piece: Path, axis: Axis, m: Affine, newId: () => string): FigurePath[] {
  const first = piece.segments[0]!;
  const last = piece.segments[piece.segments.length - 1]!;
  const start = pointAt(first, 0);
  const end = pointAt(last, 1);
  const image = reversePath(transformPath(piece, m));
  const near = (p: Vec): boolean => isOnAxis(axis, p);
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
      const [left, right] = parted(rest, local);
      out.push(left);
      rest = right;
      done = t;
    }
    return [...out, rest];
  });
}

function parted(s: Segment, t: number): [Segment, Segment] {
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
