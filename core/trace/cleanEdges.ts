import { distance, type Vec } from '../geometry';
import { centreRow } from './centre';
import type { Grid } from './picture';
import type { Edge, Skeleton } from './skeleton';

/** What of an edge lies free of other strokes, moved to the stroke's middle. */
export interface CleanEdge {
  readonly edge: Edge;
  /** centred points; empty if the whole edge lies within the ink of a meeting */
  readonly row: readonly Vec[];
  readonly half: number;
  readonly closed: boolean;
}

/** The ink in numbers that all later steps share. */
export interface Strokes {
  readonly darkness: Grid;
  readonly threshold: number;
  /** half of the pen's width, px */
  readonly half: number;
  /** standard deviation of all blur in the darkness, px */
  readonly blurPx: number;
}

const middling = (values: readonly number[], share = 0.5): number =>
  [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))] ?? 0;

/** Half of the pen's width over all lines, px. */
export function penHalf(skeleton: Skeleton): number {
  return Math.max(0.5, middling(skeleton.edges.flatMap((e) => e.half)));
}

/**
 * Where strokes meet, the ink is wider than the pen and its middle line is drawn aside. What is left
 * of each edge after that is centred.
 */
export function cleanEdges(skeleton: Skeleton, strokes: Strokes): CleanEdge[] {
  return skeleton.edges.map((edge): CleanEdge => {
    const half = edgeHalf(edge, strokes.half);
    const closed = edge.from === null && edge.to === null && isRing(edge);
    if (closed) {
      const row = centreRow(edge.points, strokes.darkness, half, strokes.threshold, true);
      return { edge, row, half, closed };
    }
    if (isTaperedTip(edge, skeleton, strokes.half)) return { edge, row: [], half, closed };
    const cutFrom = cutLength(edge.points, edge.half, skeleton, edge.from, half);
    const reversed = [...edge.points].reverse();
    const cutTo = cutLength(reversed, [...edge.half].reverse(), skeleton, edge.to, half);
    const last = edge.points.length - cutTo;
    if (last - cutFrom < Math.max(3, 0.5 * half)) return { edge, row: [], half, closed };
    const row = centreRow(
      edge.points.slice(cutFrom, last),
      strokes.darkness,
      half,
      strokes.threshold,
      false,
    );
    return { edge, row, half, closed };
  });
}

const isRing = (edge: Edge): boolean => {
  const [first, last] = [edge.points[0]!, edge.points[edge.points.length - 1]!];
  return edge.points.length > 6 && distance(first, last) < 3;
};

/**
 * Two strokes that run together into a point leave ink that narrows from the width of two pens to
 * one: a short line of the skeleton that ends freely and is no stroke of its own.
 */
function isTaperedTip(edge: Edge, skeleton: Skeleton, half: number): boolean {
  const [from, to] = [edge.from, edge.to].map((n) => (n === null ? null : skeleton.nodes[n]!));
  if (!from || !to || from.isEnd === to.isEnd) return false;
  const outward = to.isEnd ? edge.half : [...edge.half].reverse();
  const count = outward.length;
  if (count > 14 * half) return false;
  const wide = outward.filter((h) => h > 1.12 * half + 0.3).length;
  return wide > 2 * half && wide > 0.35 * count;
}

/** The pen's half width on this edge: its own if it is long enough to tell. */
function edgeHalf(edge: Edge, common: number): number {
  if (edge.half.length < 8 * common) return common;
  return Math.min(1.3 * common, Math.max(0.6 * common, middling(edge.half, 0.45)));
}

/** How many points at the start of a row lie within the meeting or the round end they start from. */
function cutLength(
  points: readonly Vec[],
  halves: readonly number[],
  skeleton: Skeleton,
  nodeIndex: number | null,
  half: number,
): number {
  const node = nodeIndex === null ? null : skeleton.nodes[nodeIndex]!;
  if (!node) return 0;
  // A free end is found anew from the ink beyond it; the last points may turn towards an edge of it.
  if (node.isEnd) return Math.min(Math.round(0.8 * half), Math.floor(points.length / 3));
  const reach = 0.9 * node.half + 0.3 * half;
  let k = 0;
  while (
    k < points.length &&
    (distance(points[k]!, node.at) < reach || halves[k]! > 1.12 * half + 0.35)
  ) {
    if (distance(points[k]!, node.at) > 14 * half) break;
    k++;
  }
  return k === 0 ? 0 : Math.min(points.length, k + Math.round(0.4 * half));
}
