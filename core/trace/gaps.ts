import { distance, type Vec } from '../geometry';
import { angleBetween, endOfRow } from './arms';
import type { Row } from './assemble';

/** A pen that skips goes on in the direction it had, within this turn on both sides of the gap. */
const ONWARD = (38 * Math.PI) / 180;
/** Ends this near, in half widths, belong together whatever their directions. */
const TOUCHING = 1.2;

interface End {
  readonly row: number;
  readonly at: Vec;
  readonly ahead: Vec;
}

/**
 * Joins free ends across the gaps that a skipping pen leaves, nearest first, and closes figures whose
 * ends meet.
 * @param gapPx widest gap between the middles of two round ends, px
 */
export function joinGaps(rows: readonly Row[], gapPx: number): Row[] {
  const ends = rows.flatMap((row, i) => endsOf(row, i));
  const pairs: { a: End; b: End; gap: number }[] = [];
  const widest = Math.max(gapPx, TOUCHING * Math.max(0, ...rows.map((r) => r.half)));
  ends.forEach((a, i) => {
    for (let k = i + 1; k < ends.length; k++) {
      const b = ends[k]!;
      if (Math.abs(a.at.x - b.at.x) > widest || Math.abs(a.at.y - b.at.y) > widest) continue;
      const gap = distance(a.at, b.at);
      if (belong(a, b, gap, gapPx, rows[a.row]!.half)) pairs.push({ a, b, gap });
    }
  });
  pairs.sort((p, q) => p.gap - q.gap);
  const joined = [...rows];
  // Where a row's ends are now: rows are merged into the first of the two.
  const home = rows.map((_, i) => i);
  const homeOf = (i: number): number => (home[i] === i ? i : homeOf(home[i]!));
  const used = new Set<End>();
  for (const { a, b } of pairs) {
    if (used.has(a) || used.has(b)) continue;
    used.add(a);
    used.add(b);
    const [i, j] = [homeOf(a.row), homeOf(b.row)];
    const [first, second] = [joined[i]!, joined[j]!];
    if (i === j) {
      joined[i] = { ...first, closed: true, points: dropDoubled(first.points), free: [] };
      continue;
    }
    const head = isAtStart(first, a.at) ? reversedRow(first) : first;
    const tail = isAtStart(second, b.at) ? second : reversedRow(second);
    joined[i] = linked(head, tail);
    joined[j] = { ...second, points: [], corners: [] };
    home[j] = i;
  }
  return joined.filter((row) => row.points.length > 1);
}

const isAtStart = (row: Row, at: Vec): boolean => distance(row.points[0]!, at) < 1e-6;

function endsOf(row: Row, index: number): End[] {
  if (row.closed || row.points.length < 4) return [];
  const reversed = [...row.points].reverse();
  return (['start', 'end'] as const)
    .filter((which) => row.free.includes(which))
    .map((which) => {
      const points = which === 'start' ? row.points : reversed;
      const { ahead } = endOfRow(points, 4 * row.half);
      return { row: index, at: points[0]!, ahead };
    });
}

function belong(a: End, b: End, gap: number, most: number, half: number): boolean {
  if (gap < TOUCHING * half) return a.row !== b.row || gap < half || onward(a, b, gap, half);
  return gap <= most && onward(a, b, gap, half);
}

function onward(a: End, b: End, gap: number, half: number): boolean {
  const across = { x: b.at.x - a.at.x, y: b.at.y - a.at.y };
  const back = { x: -across.x, y: -across.y };
  const turn = angleBetween(a.ahead, { x: -b.ahead.x, y: -b.ahead.y });
  if (turn > 1.3 * ONWARD) return false;
  return (
    gap < half || (angleBetween(a.ahead, across) < ONWARD && angleBetween(b.ahead, back) < ONWARD)
  );
}

function reversedRow(row: Row): Row {
  const n = row.points.length;
  return {
    ...row,
    points: [...row.points].reverse(),
    corners: row.corners.map((c) => n - 1 - c).reverse(),
    free: row.free.map((f) => (f === 'start' ? 'end' : 'start')),
  };
}

function linked(head: Row, tail: Row): Row {
  const from = head.points[head.points.length - 1]!;
  const to = tail.points[0]!;
  const count = Math.max(1, Math.round(distance(from, to)));
  const bridge = Array.from({ length: count - 1 }, (_, i) => {
    const t = (i + 1) / count;
    return { x: from.x + (to.x - from.x) * t, y: from.y + (to.y - from.y) * t };
  });
  const offset = head.points.length + bridge.length;
  return {
    ...head,
    points: [...head.points, ...bridge, ...tail.points],
    corners: [...head.corners, ...tail.corners.map((c) => c + offset)],
    free: [...head.free.filter((f) => f === 'start'), ...tail.free.filter((f) => f === 'end')],
  };
}

/** A closed row does not name its first point twice. */
function dropDoubled(points: readonly Vec[]): Vec[] {
  const [first, last] = [points[0]!, points[points.length - 1]!];
  return distance(first, last) < 0.5 ? points.slice(0, -1) : [...points];
}
