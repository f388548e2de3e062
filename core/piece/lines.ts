import { distance } from '../geometry';
import { changePath, reversePathNodes } from './edit';
import type { FigureNode, FigurePath, Piece } from './schema';

/** One end of an open path. */
export interface PathEnd {
  readonly pathId: string;
  readonly end: 'start' | 'end';
}

const endPoint = (path: FigurePath, end: 'start' | 'end'): FigureNode =>
  end === 'start' ? path.nodes[0]! : path.nodes[path.nodes.length - 1]!;

/** The nearest end of another open path, or the path's own other end if that is nearer. */
export function nearestEnd(piece: Piece, from: PathEnd): PathEnd | null {
  const path = piece.paths.find((p) => p.id === from.pathId);
  if (!path || path.closed) return null;
  const at = endPoint(path, from.end);
  let best: { end: PathEnd; far: number } | null = null;
  for (const other of piece.paths) {
    if (other.closed) continue;
    for (const end of ['start', 'end'] as const) {
      if (other.id === from.pathId && (end === from.end || path.nodes.length < 3)) continue;
      const far = distance(at, endPoint(other, end));
      if (!best || far < best.far) best = { end: { pathId: other.id, end }, far };
    }
  }
  return best?.end ?? null;
}

/** Ends of one line nearer than this become one point, mm. */
const ONE_POINT_MM = 0.3;

/**
 * Joins two ends: two paths become one, or a path is closed. Ends further apart than a few tenths
 * of a mm are joined by a straight stretch.
 */
export function joinEnds(piece: Piece, a: PathEnd, b: PathEnd): Piece {
  if (a.pathId === b.pathId) {
    return changePath(piece, a.pathId, (path) => {
      if (path.nodes.length < 3 || path.closed) return path;
      const [first, last] = [endPoint(path, 'start'), endPoint(path, 'end')];
      if (distance(first, last) > ONE_POINT_MM) return { ...path, closed: true };
      const nodes = path.nodes.slice(0, -1);
      nodes[0] = last.in ? { ...first, in: last.in } : first;
      return { ...path, nodes, closed: nodes.length > 2 };
    });
  }
  const head = piece.paths.find((p) => p.id === a.pathId);
  const tail = piece.paths.find((p) => p.id === b.pathId);
  if (!head || !tail || head.closed || tail.closed) return piece;
  const first = a.end === 'end' ? head : reversePathNodes(head);
  const second = b.end === 'start' ? tail : reversePathNodes(tail);
  const [last, next] = [endPoint(first, 'end'), endPoint(second, 'start')];
  const near = distance(last, next) <= ONE_POINT_MM;
  const nodes = near
    ? [...first.nodes.slice(0, -1), merged(last, next), ...second.nodes.slice(1)]
    : [...first.nodes, ...second.nodes];
  const joined: FigurePath = { ...first, id: head.id, nodes, end: second.end };
  return {
    ...piece,
    paths: piece.paths.flatMap((p) => (p.id === head.id ? joined : p.id === tail.id ? [] : p)),
  };
}

/** One point for two: where the first ends, leaving as the second does. */
function merged(last: FigureNode, next: FigureNode): FigureNode {
  const { out: _out, bulge: _bulge, ...kept } = last;
  return {
    ...kept,
    ...(next.out ? { out: next.out } : {}),
    ...(next.bulge ? { bulge: next.bulge } : {}),
  };
}

/** Cuts a path at a point: an open one into two, a closed one open there. */
export function cutAt(piece: Piece, pathId: string, index: number, newId: string): Piece {
  const path = piece.paths.find((p) => p.id === pathId);
  const node = path?.nodes[index];
  if (!path || !node) return piece;
  const { in: inHandle, out: _out, bulge: _bulge, ...bare } = node;
  const last: FigureNode = inHandle ? { ...bare, in: inHandle } : bare;
  const { in: _in, ...first } = node;
  if (path.closed) {
    const nodes = [first, ...path.nodes.slice(index + 1), ...path.nodes.slice(0, index), last];
    return changePath(piece, pathId, (p) => ({ ...p, nodes, closed: false }));
  }
  if (index === 0 || index === path.nodes.length - 1) return piece;
  const head: FigurePath = { ...path, nodes: [...path.nodes.slice(0, index), last] };
  const tail: FigurePath = {
    ...path,
    id: newId,
    nodes: [first, ...path.nodes.slice(index + 1)],
    start: { kind: 'plain', tailMm: 0 },
  };
  const cutHead: FigurePath = { ...head, end: { kind: 'plain', tailMm: 0 } };
  return {
    ...piece,
    paths: piece.paths.flatMap((p) => (p.id === pathId ? [cutHead, tail] : p)),
  };
}

/** The stretches on both sides of a point made straight. */
export function straightenAt(path: FigurePath, index: number): FigurePath {
  const count = path.nodes.length;
  const before = index > 0 ? index - 1 : path.closed ? count - 1 : -1;
  const after = index + 1 < count ? index + 1 : path.closed ? 0 : -1;
  const nodes = path.nodes.map((node, i): FigureNode => {
    const next: FigureNode = { ...node };
    if (i === index) {
      delete next.in;
      delete next.out;
      delete next.bulge;
    }
    if (i === before) {
      delete next.out;
      delete next.bulge;
    }
    if (i === after) delete next.in;
    return next;
  });
  return { ...path, nodes };
}
