import {
  add,
  arcFromBulge,
  bulgeOf,
  distance,
  endOf,
  pointAt,
  startOf,
  sub,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';
import type { FigureNode, FigurePath } from './schema';

/** The stretch of the drawn line from one node to the next. */
export function segmentBetween(a: FigureNode, b: FigureNode): Segment {
  if (a.bulge) return arcFromBulge(a, b, a.bulge);
  const from: Vec = { x: a.x, y: a.y };
  const to: Vec = { x: b.x, y: b.y };
  if (!a.out && !b.in) return { type: 'line', from, to };
  return {
    type: 'cubic',
    from,
    c1: a.out ? add(from, a.out) : from,
    c2: b.in ? add(to, b.in) : to,
    to,
  };
}

type Drawn = Pick<FigurePath, 'nodes' | 'closed'>;
const drawnLines = new WeakMap<Drawn, Path>();

/** The drawn line of a path, made once for each. */
export function drawnPath(path: Drawn): Path {
  let line = drawnLines.get(path);
  if (!line) {
    line = lineThrough(path);
    drawnLines.set(path, line);
  }
  return line;
}

function lineThrough({ nodes, closed }: Drawn): Path {
  const segments: Segment[] = [];
  nodes.forEach((node, i) => {
    const next = nodes[i + 1] ?? (closed && nodes.length > 1 ? nodes[0] : undefined);
    if (next) segments.push(segmentBetween(node, next));
  });
  return { segments, closed };
}

/** Nodes that draw a path; arcs of over a half turn are divided, the last node of a closed path left out. */
export function nodesOf(path: Path): FigureNode[] {
  const segments = path.segments.flatMap(splitWideArc);
  const first = segments[0];
  if (!first) return [];
  const nodes: FigureNode[] = [{ ...startOf(first) }];
  for (const s of segments) {
    const last = nodes[nodes.length - 1]!;
    const node: FigureNode = { ...endOf(s) };
    if (s.type === 'arc') last.bulge = bulgeOf(s);
    if (s.type === 'cubic') {
      if (distance(s.c1, s.from) > 1e-9) last.out = sub(s.c1, s.from);
      if (distance(s.c2, s.to) > 1e-9) node.in = sub(s.c2, s.to);
    }
    nodes.push(node);
  }
  const [start, end] = [nodes[0]!, nodes[nodes.length - 1]!];
  if (path.closed && nodes.length > 2 && distance(start, end) < 1e-6) {
    nodes.pop();
    if (end.in) start.in = end.in;
  }
  return nodes;
}

function splitWideArc(s: Segment): Segment[] {
  if (s.type !== 'arc' || Math.abs(s.sweep) <= Math.PI * 1.001) return [s];
  const half = { ...s, sweep: s.sweep / 2 };
  return [half, { ...half, startAngle: s.startAngle + s.sweep / 2 }];
}

/** Whether the line runs on without a corner at a node that has a handle or arc on both sides. */
export function isSmoothNode(node: FigureNode): boolean {
  if (!node.in || !node.out) return false;
  const [a, b] = [node.in, node.out];
  const sizes = Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y);
  return sizes > 0 && a.x * b.x + a.y * b.y < -0.9998 * sizes;
}

export const middleOf = (a: FigureNode, b: FigureNode): Vec => pointAt(segmentBetween(a, b), 0.5);
