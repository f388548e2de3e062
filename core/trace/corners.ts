import { distance, type Vec } from '../geometry';
import { angleBetween, endOfRow, meetingOf, type Arm } from './arms';
import type { Row } from './assemble';

/** Corners are kept from this turn on. */
const CORNER_TURN = (38 * Math.PI) / 180;
/** How much of the turn must happen within a pen's width for it to be a corner and not a curve. */
const CONCENTRATED = 0.72;

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
  const found: { index: number; at: Vec; gap: number }[] = [];
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
    const corner = cornerNear(row, i, turns[i]!, far);
    if (corner) found.push({ index: i, ...corner });
  }
  return rebuilt(row, found);
}

/** Turn between the chords before and after a point, leaving out `gap` points on both sides. */
function turnAt(points: readonly Vec[], i: number, gap: number, far: number, closed: boolean): number {
  const n = points.length;
  const at = (k: number): Vec | undefined => points[closed ? (k + n) % n : k];
  const [a, b, c, d] = [at(i - far), at(i - gap), at(i + gap), at(i + far)];
  if (!a || !b || !c || !d) return 0;
  return angleBetween({ x: b.x - a.x, y: b.y - a.y }, { x: d.x - c.x, y: d.y - c.y });
}

function cornerNear(
  row: Row,
  index: number,
  turn: number,
  far: number,
): { at: Vec; gap: number } | null {
  const { points, closed, half } = row;
  const n = points.length;
  const gap = Math.max(2, Math.round(0.9 * half));
  const leg = Math.round(4 * half);
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
  if (before.length < 4 || after.length < 4) return null;
  const arm = (near: Vec[]): Arm => ({ edge: -1, end: 'to', ...endOfRow(near, leg) });
  const [a, b] = [arm(before), arm(after)];
  const meeting = meetingOf(a, b);
  if (!meeting || meeting.sa < 0 || meeting.sb < 0) return null;
  if (Math.max(meeting.sa, meeting.sb) > 2.5 * gap) return null;
  const sharp = Math.PI - angleBetween(a.ahead, b.ahead);
  if (sharp < CORNER_TURN) return null;
  // The turn between the points a pen's width apart, against the turn further out.
  const wide = turnAt(points, index, gap, Math.round(1.6 * far), closed) || turn;
  if (sharp < CONCENTRATED * wide) return null;
  let off = Infinity;
  for (let k = -gap; k <= gap; k++) {
    const p = points[closed ? (index + k + n) % n : index + k];
    if (p) off = Math.min(off, distance(p, meeting.at));
  }
  return off < 0.75 * half + 0.5 ? { at: meeting.at, gap } : null;
}

function rebuilt(row: Row, found: readonly { index: number; at: Vec; gap: number }[]): Row {
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
