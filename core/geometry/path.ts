import type { Affine } from './affine';
import {
  endOf,
  pointAt,
  reverseSegment,
  segmentLength,
  startOf,
  transformSegment,
  type Segment,
} from './segment';
import type { Vec } from './vec';

/** A run of segments, each starting where the one before ends; closed when the last meets the first. */
export interface Path {
  readonly segments: readonly Segment[];
  readonly closed: boolean;
}

export interface Box {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
}

export function pathLength(path: Path): number {
  return path.segments.reduce((sum, s) => sum + segmentLength(s), 0);
}

export function reversePath(path: Path): Path {
  return {
    segments: [...path.segments].reverse().map((s) => reverseSegment(s)),
    closed: path.closed,
  };
}

export function transformPath(path: Path, m: Affine): Path {
  return { segments: path.segments.flatMap((s) => transformSegment(s, m)), closed: path.closed };
}

/**
 * Points along a segment, its start left out, so close that chords stay within `tolerance` mm of it
 * and no further apart than `maxStep` mm.
 */
export function flattenSegment(s: Segment, tolerance: number, maxStep = Infinity): Vec[] {
  const count = flattenCount(s, tolerance, maxStep);
  const points: Vec[] = [];
  for (let i = 1; i <= count; i++) points.push(pointAt(s, i / count));
  return points;
}

function flattenCount(s: Segment, tolerance: number, maxStep: number): number {
  const byStep = Number.isFinite(maxStep) ? Math.ceil(segmentLength(s) / maxStep) : 1;
  switch (s.type) {
    case 'line':
      return Math.max(1, byStep);
    case 'arc': {
      const widest = 2 * Math.acos(Math.max(-1, 1 - tolerance / Math.max(s.radius, tolerance)));
      return Math.max(1, byStep, Math.ceil(Math.abs(s.sweep) / widest));
    }
    case 'cubic': {
      // Chord error of n equal parameter steps is at most max|B''| / (8 n^2).
      const bend = Math.max(
        Math.hypot(s.from.x - 2 * s.c1.x + s.c2.x, s.from.y - 2 * s.c1.y + s.c2.y),
        Math.hypot(s.c1.x - 2 * s.c2.x + s.to.x, s.c1.y - 2 * s.c2.y + s.to.y),
      );
      const byBend = Math.ceil(Math.sqrt((6 * bend) / (8 * tolerance)));
      return Math.min(5000, Math.max(1, byStep, byBend));
    }
  }
}

/** The path as points, chords within `tolerance` mm and steps at most `maxStep` mm. */
export function flattenPath(path: Path, tolerance: number, maxStep = Infinity): Vec[] {
  const first = path.segments[0];
  if (!first) return [];
  const points: Vec[] = [startOf(first)];
  for (const s of path.segments)
    for (const p of flattenSegment(s, tolerance, maxStep)) points.push(p);
  return points;
}

/** Bounding box, within 0.01 mm. */
export function pathsBox(paths: readonly Path[]): Box | null {
  let box: Box | null = null;
  for (const path of paths) {
    for (const p of flattenPath(path, 0.005)) {
      box = box
        ? {
            minX: Math.min(box.minX, p.x),
            minY: Math.min(box.minY, p.y),
            maxX: Math.max(box.maxX, p.x),
            maxY: Math.max(box.maxY, p.y),
          }
        : { minX: p.x, minY: p.y, maxX: p.x, maxY: p.y };
    }
  }
  return box;
}

/** The box round two. */
export const bothBoxes = (a: Box, b: Box): Box => ({
  minX: Math.min(a.minX, b.minX),
  minY: Math.min(a.minY, b.minY),
  maxX: Math.max(a.maxX, b.maxX),
  maxY: Math.max(a.maxY, b.maxY),
});

/** The box grown by `by` mm on every side. */
export const growBox = (box: Box, by: number): Box => ({
  minX: box.minX - by,
  minY: box.minY - by,
  maxX: box.maxX + by,
  maxY: box.maxY + by,
});

/** Signed area enclosed by the path closed by a straight line; positive when it runs clockwise. */
export function signedArea(path: Path): number {
  const points = flattenPath(path, 0.02);
  return points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length] ?? p;
    return sum + (p.x * q.y - q.x * p.y) / 2;
  }, 0);
}

export function pathEnds(path: Path): { start: Vec; end: Vec } | null {
  const first = path.segments[0];
  const last = path.segments[path.segments.length - 1];
  return first && last ? { start: startOf(first), end: endOf(last) } : null;
}
