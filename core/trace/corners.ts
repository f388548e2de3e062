import { distance, type Vec } from '../geometry';
import { angleBetween, endOfRow, headingBeyond, meetingOf, type Arm } from './arms';
import type { Row } from './assemble';

/** Corners are kept from this turn on. */
const CORNER_TURN = (38 * Math.PI) / 180;
/** How much of the turn must happen within a pen's width for it to be a corner and not a curve. */
const CONCENTRATED = 0.88;

/**
 * Finds where a row of points turns sharply. A pen rounds each corner by about half its width, so
 * the points next to it are left out, and the lines before and after are carried on to where they
 * meet.
 * @returns the row with its corners as points of their own
 */
export function withCorners(row: Row): Row {
  const { points, closed, half } = row;
  const n = points.length;
  if (n < 8) return row;
  const far = Math.max(5, Math.round(2.6 * half));
  const turns = points.map((_, i) => turnAt(points, i, Math.round(0.5 * half), far, closed));
  const known = new Set(row.corners);
  const found: Corner[] = [];
  const order = turns.map((_, i) => i).sort((a, b) => turns[b]! - turns[a]!);
  const taken = new Uint8Array(n);
  const block = (index: number, reach: number): void => {
    for (let k = -reach; k <= reach; k++) {
      const i = closed ? (index + k + n) % n : index + k;
      if (i >= 0 && i < n) taken[i] = 1;
    }
  };
  for (const c of known) block(c, Math.round(1.6 * half));
  for (const i of order) {
    if (turns[i]! < 0.8 * CORNER_TURN) break;
    if (taken[i]) continue;
    block(i, Math.round(1.2 * half));
    const corner = cornerNear(row, i, far);
    // Looked at from its middle it may be one that is known already.
    const isKnown = found.some((f) => Math.abs(f.index - (corner?.index ?? 0)) < 1.6 * half);
    if (corner && !isKnown) found.push(corner);
  }
  return rebuilt(row, found);
}

/** Turn between the chords before and after a point, leaving out `gap` points on both sides. */
function turnAt(
  points: readonly Vec[],
  i: number,
  gap: number,
  far: number,
  closed: boolean,
): number {
  const n = points.length;
  const at = (k: number): Vec | undefined => points[closed ? (k + n) % n : k];
  const [a, b, c, d] = [at(i - far), at(i - gap), at(i + gap), at(i + far)];
  if (!a || !b || !c || !d) return 0;
  return angleBetween({ x: b.x - a.x, y: b.y - a.y }, { x: d.x - c.x, y: d.y - c.y });
}

/** A corner at or near a point of a row, if the turn there is one; looked at again from its middle. */
function cornerNear(row: Row, index: number, far: number): Corner | null {
  const first = cornerAt(row, index, far);
  if (!first) return null;
  const aside = Math.round((first.sa - first.sb) / 2);
  const n = row.points.length;
  const middle = row.closed ? (index + aside + n) % n : index + aside;
  const corner = aside === 0 ? first : cornerAt(row, middle, far);
  return corner && isSharp(row, corner, far) ? corner : null;
}

interface Corner {
  readonly index: number;
  readonly at: Vec;
  /** points to both sides that the pen's width has rounded */
  readonly gap: number;
  readonly turn: number;
  /** what is left of the turn when both legs go on as they curve, up to the vertex */
  readonly sharp: number;
  /** from the ends of the legs to the vertex, px */
  readonly sa: number;
  readonly sb: number;
}

/** Where the legs on both sides of a point would meet; null if they do not. */
function cornerAt(row: Row, index: number, far: number): Corner | null {
  const { points, closed, half } = row;
  const n = points.length;
  const gap = Math.max(2, Math.round(0.9 * half));
  const leg = Math.round(1.55 * far);
  const take = (direction: 1 | -1): Vec[] => {
    const out: Vec[] = [];
    for (let k = gap; k <= gap + leg; k++) {
      const i = index + direction * k;
      const p = points[closed ? (i + 2 * n) % n : i];
      if (!p) break;
      out.push(p);
    }
    return out;
  };
  const [before, after] = [take(-1), take(1)];
  // Too near an end there is no leg to carry on.
  const least = Math.max(4, Math.round(1.5 * half));
  if (before.length < least || after.length < least) return null;
  const arm = (near: Vec[]): Arm => ({ edge: -1, end: 'to', ...endOfRow(near, leg) });
  const [a, b] = [arm(before), arm(after)];
  const meeting = meetingOf(a, b);
  if (!meeting) return null;
  const turn = Math.PI - angleBetween(a.ahead, b.ahead);
  const { sa, sb } = meeting;
  const sharp =
    Math.PI - angleBetween(headingBeyond(a, Math.max(0, sa)), headingBeyond(b, Math.max(0, sb)));
  return { index, at: meeting.at, gap, turn, sharp, sa, sb };
}

/**
 * Tells a corner that a pen has rounded from a curve as tight as the pen: the legs turn no further
 * beyond it, they meet within the pen's width, and the row passes as close to the vertex as the
 * middle line of a pen does, about 0.45 half widths times tan(turn / 2).
 */
function isSharp({ points, closed, half }: Row, corner: Corner, far: number): boolean {
  const { index, at, gap, turn, sharp, sa, sb } = corner;
  if (Math.min(turn, sharp) < CORNER_TURN || Math.min(sa, sb) < 0) return false;
  // An acute corner's middle line is rounded further out.
  const acute = Math.max(1, 0.62 * Math.tan(Math.min(turn, 2.8) / 2));
  if (Math.max(sa, sb) > 1.55 * half * acute + 1.5) return false;
  if ((sa + sb) / 2 > 1.5 * half * acute + 0.8) return false;
  const wide = turnAt(points, index, gap, Math.round(1.6 * far), closed) || turn;
  if (turn < CONCENTRATED * wide) return false;
  const n = points.length;
  let off = Infinity;
  for (let k = -gap; k <= gap; k++) {
    const p = points[closed ? (index + k + n) % n : index + k];
    if (p) off = Math.min(off, distance(p, at));
  }
  return off < 0.62 * half * Math.tan(Math.min(turn, 2.8) / 2) + 0.5;
}

function rebuilt(row: Row, found: readonly Corner[]): Row {
  if (found.length === 0) return row;
  const n = row.points.length;
  const drop = new Uint8Array(n);
  const vertex = new Map<number, Vec>();
  const known = new Set(row.corners);
  for (const f of found) {
    for (let k = 1 - f.gap; k < f.gap; k++) {
      const i = row.closed ? (f.index + k + n) % n : f.index + k;
      if (i >= 0 && i < n && !known.has(i)) drop[i] = 1;
    }
    drop[f.index] = 0;
    vertex.set(f.index, f.at);
  }
  const points: Vec[] = [];
  const corners: number[] = [];
  for (let i = 0; i < n; i++) {
    if (drop[i]) continue;
    if (vertex.has(i) || known.has(i)) corners.push(points.length);
    points.push(vertex.get(i) ?? row.points[i]!);
  }
  return { ...row, points, corners };
}
