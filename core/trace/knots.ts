import { distance, Groups, unit, type Vec } from '../geometry';
import {
  angleBetween,
  armOf,
  headingBeyond,
  inkAhead,
  meetingOf,
  roundEndLoss,
  turnAcross,
  type Arm,
} from './arms';
import type { CleanEdge, Strokes } from './cleanEdges';
import type { Skeleton } from './skeleton';

/** Two ends of edges that are one stroke, and what lies between them. */
export interface Join {
  readonly a: Arm;
  readonly b: Arm;
  /** the sharp tip between them; null where the line goes on smoothly */
  readonly corner: Vec | null;
}

/** Edges that meet within one patch of ink, and how the strokes run through it. */
export interface Knot {
  readonly at: Vec;
  readonly joins: readonly Join[];
  /** ends that reach a stroke running through, or all meet in one place */
  readonly ends: readonly Arm[];
  readonly crossing: boolean;
}

/** A line goes straight on through a meeting up to this turn. */
const STRAIGHT_ON = (48 * Math.PI) / 180;
/** Two ends with a tip between them form a corner from this turn on. */
const TIP_TURN = (40 * Math.PI) / 180;

interface Patch {
  readonly nodes: number[];
  readonly arms: Arm[];
  /** short lines that end within the patch: the tip of a corner, or a spur of the thinning */
  readonly stems: number[];
}

/** Gathers meetings whose edges between them have no clean part, and solves each. */
export function solveKnots(
  skeleton: Skeleton,
  edges: readonly CleanEdge[],
  strokes: Strokes,
): Knot[] {
  return patchesOf(skeleton, edges).map((patch) => solvePatch(patch, skeleton, edges, strokes));
}

function patchesOf(skeleton: Skeleton, edges: readonly CleanEdge[]): Patch[] {
  const patched = new Groups(skeleton.nodes.length);
  for (const { edge, row } of edges) {
    if (row.length > 0 || edge.from === null || edge.to === null) continue;
    if (!skeleton.nodes[edge.from]!.isEnd && !skeleton.nodes[edge.to]!.isEnd) {
      patched.join(edge.to, edge.from);
    }
  }
  const patches = new Map<number, Patch>();
  skeleton.nodes.forEach((node, i) => {
    if (node.isEnd) return;
    const key = patched.of(i);
    const known = patches.get(key);
    if (known) known.nodes.push(i);
    else patches.set(key, { nodes: [i], arms: [], stems: [] });
  });
  edges.forEach(({ edge, row }, i) => {
    for (const end of ['from', 'to'] as const) {
      const node = edge[end];
      if (node === null || skeleton.nodes[node]!.isEnd) continue;
      const patch = patches.get(patched.of(node))!;
      const other = edge[end === 'from' ? 'to' : 'from'];
      if (row.length > 0) patch.arms.push(armOf(edges, i, end));
      else if (other === null || skeleton.nodes[other]!.isEnd) patch.stems.push(i);
    }
  });
  return [...patches.values()];
}

function solvePatch(
  patch: Patch,
  skeleton: Skeleton,
  edges: readonly CleanEdge[],
  strokes: Strokes,
): Knot {
  const { arms } = patch;
  const at = middleOfNodes(patch, skeleton);
  const { half } = strokes;
  const free = new Set(arms);
  const joins: Join[] = [];
  const pairs = arms
    .flatMap((a, i) => arms.slice(i + 1).map((b) => ({ a, b, turn: turnAcross(a, b, half) })))
    .sort((p, q) => p.turn - q.turn);
  for (const { a, b, turn } of pairs) {
    if (turn > STRAIGHT_ON || !free.has(a) || !free.has(b)) continue;
    free.delete(a);
    free.delete(b);
    joins.push({ a, b, corner: null });
  }
  const left = [...free];
  const [a, b] = left;
  if (left.length === 2 && a && b && (joins.length === 0 || closesRing(a, b, edges))) {
    free.clear();
    joins.push({ a, b, corner: cornerBetween(a, b, patch, skeleton, edges, strokes) });
  }
  const crossing = joins.filter((j) => j.corner === null).length > 1;
  return { at, joins, ends: [...free], crossing };
}

/** Both ends of one edge: joined they make a closed figure. */
const closesRing = (a: Arm, b: Arm, edges: readonly CleanEdge[]): boolean =>
  a.edge === b.edge && edges[a.edge]!.row.length > 8;

function middleOfNodes(patch: Patch, skeleton: Skeleton): Vec {
  const sum = patch.nodes.reduce(
    (s, n) => ({ x: s.x + skeleton.nodes[n]!.at.x, y: s.y + skeleton.nodes[n]!.at.y }),
    { x: 0, y: 0 },
  );
  return { x: sum.x / patch.nodes.length, y: sum.y / patch.nodes.length };
}

/**
 * The vertex between two ends that leave a patch of ink on the same side: where their lines meet.
 * Lines that run together long before they meet say little about it; then it is the end of the
 * ink's tip, half a pen back.
 */
function cornerBetween(
  a: Arm,
  b: Arm,
  patch: Patch,
  skeleton: Skeleton,
  edges: readonly CleanEdge[],
  strokes: Strokes,
): Vec | null {
  const { half } = strokes;
  const meeting = meetingOf(a, b);
  const tip = tipOf(a, b, patch, skeleton, edges, strokes);
  if (!tip) {
    if (turnAcross(a, b, half) < TIP_TURN) return null;
    return meeting && Math.max(meeting.sa, meeting.sb) < 8 * half ? meeting.at : null;
  }
  const opening = angleBetween(headingBeyond(a, 0), headingBeyond(b, 0));
  const trust = Math.min(1, Math.max(0, (opening - 0.9) / 0.6));
  if (!meeting || distance(meeting.at, tip) > 2 * half) return tip;
  return {
    x: tip.x + (meeting.at.x - tip.x) * trust,
    y: tip.y + (meeting.at.y - tip.y) * trust,
  };
}

/** End of the ink in the direction in which both ends point, half a pen back. */
function tipOf(
  a: Arm,
  b: Arm,
  patch: Patch,
  skeleton: Skeleton,
  edges: readonly CleanEdge[],
  strokes: Strokes,
): Vec | null {
  const from = middleOfNodes(patch, skeleton);
  let best: { at: Vec; reach: number } | null = null;
  for (const stem of patch.stems) {
    const { edge } = edges[stem]!;
    const end = edge.from !== null && !skeleton.nodes[edge.from]!.isEnd ? edge.to : edge.from;
    const at = end === null ? edge.points[edge.points.length - 1]! : skeleton.nodes[end]!.at;
    const reach = distance(at, from);
    if (!best || reach > best.reach) best = { at, reach };
  }
  const ahead = unit({ x: a.ahead.x + b.ahead.x, y: a.ahead.y + b.ahead.y });
  if (!best) return null;
  const along = best.reach > 1.5 ? unit({ x: best.at.x - from.x, y: best.at.y - from.y }) : ahead;
  const ink = inkAhead(best.at, along, strokes, 6 * strokes.half);
  const back = ink - strokes.half + roundEndLoss(strokes);
  return { x: best.at.x + along.x * back, y: best.at.y + along.y * back };
}
