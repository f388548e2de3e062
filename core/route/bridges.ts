import Delaunator from 'delaunator';
import {
  Groups,
  distance,
  flattenPath,
  line,
  nearestOn,
  pointAt,
  type Path,
  type Vec,
} from '../geometry';
import { JOIN_MM, buildGraph, type Contact, type RouteGraph } from './graph';

/** Points taken along the strokes to find where parts come nearest, mm apart at most. */
const STEP_MM = 0.5;
const MAX_POINTS = 15_000;

/** For each node the number of its connected part. */
export function partsOf(graph: RouteGraph): { of: number[]; count: number } {
  const groups = new Groups(graph.nodes.length);
  for (const e of graph.edges) groups.join(e.from, e.to);
  const numbers = new Map<number, number>();
  // Nodes where nothing ends are no part.
  const of = graph.nodes.map((n, i) => {
    if (n.degree === 0) return -1;
    const root = groups.of(i);
    const known = numbers.get(root);
    if (known !== undefined) return known;
    numbers.set(root, numbers.size);
    return numbers.size - 1;
  });
  return { of, count: numbers.size };
}

/** What joins the separate parts of a drawing. */
export interface Bridges {
  /** straight stretches between parts that lie apart */
  readonly paths: Path[];
  /** where parts touch: joined at no cost */
  readonly contacts: Contact[];
}

/**
 * The shortest straight bridges that join all separate parts of a drawing: a least spanning tree
 * over the parts, found among the neighbours of a Delaunay triangulation of points along the strokes
 * and then made as short as the strokes allow. Parts that touch need none.
 */
export function findBridges(graph: RouteGraph): Bridges {
  const parts = partsOf(graph);
  if (parts.count < 2) return { paths: [], contacts: [] };
  const total = graph.edges.reduce((sum, e) => sum + e.lengthMm, 0);
  const step = Math.max(STEP_MM, total / MAX_POINTS);
  const points: Vec[] = [];
  const part: number[] = [];
  const edgeOf: number[] = [];
  graph.edges.forEach((e, i) => {
    for (const p of flattenPath({ segments: e.segments, closed: false }, 0.05, step)) {
      points.push(p);
      part.push(parts.of[e.from]!);
      edgeOf.push(i);
    }
  });
  const { triangles } = Delaunator.from(
    points,
    (p) => p.x,
    (p) => p.y,
  );
  // Of all links between two parts the shortest as far as the points tell.
  const best = new Map<number, { a: number; b: number; mm: number }>();
  const link = (a: number, b: number): void => {
    const [p, q] = [part[a]!, part[b]!];
    if (p === q) return;
    const key = Math.min(p, q) * parts.count + Math.max(p, q);
    const mm = distance(points[a]!, points[b]!);
    const known = best.get(key);
    if (!known || mm < known.mm) best.set(key, { a, b, mm });
  };
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i]!, triangles[i + 1]!, triangles[i + 2]!];
    link(a, b);
    link(b, c);
    link(c, a);
  }
  // All points in one row have no triangles: their order along the row serves as well.
  if (triangles.length === 0) {
    const row = points.map((_, i) => i);
    row.sort((a, b) => points[a]!.x - points[b]!.x || points[a]!.y - points[b]!.y);
    row.slice(1).forEach((b, i) => link(row[i]!, b));
  }
  const links = [...best.values()].map(({ a, b }) => {
    const [from, to] = shortest(graph, edgeOf[a]!, edgeOf[b]!, points[a]!, points[b]!);
    const edges = [edgeOf[a]!, edgeOf[b]!] as const;
    return { parts: [part[a]!, part[b]!] as const, edges, from, to, mm: distance(from, to) };
  });
  links.sort((p, q) => p.mm - q.mm);
  const groups = new Groups(parts.count);
  const bridges: Bridges = { paths: [], contacts: [] };
  for (const { parts: joined, edges, from, to, mm } of links) {
    if (!groups.join(...joined)) continue;
    if (mm > JOIN_MM) bridges.paths.push({ segments: [line(from, to)], closed: false });
    else {
      const [i, j] = edges;
      bridges.contacts.push(
        { stroke: graph.edges[i]!.stroke, at: from },
        { stroke: graph.edges[j]!.stroke, at: to },
      );
    }
  }
  return bridges;
}

/** The nearest two points of two edges, by going to and fro from a near pair. */
function shortest(graph: RouteGraph, i: number, j: number, a: Vec, b: Vec): [Vec, Vec] {
  const foot = (edge: number, p: Vec): Vec => {
    const all = graph.edges[edge]!.segments.map((s) => ({ s, ...nearestOn(s, p) }));
    const best = all.reduce((x, y) => (y.distance < x.distance ? y : x));
    return pointAt(best.s, best.t);
  };
  let [p, q] = [a, b];
  for (let n = 0; n < 12; n++) {
    q = foot(j, p);
    p = foot(i, q);
  }
  return [p, q];
}

/** The graph of a drawing with its parts joined by bridges, whose edges have stroke -1. */
export function bridged(
  paths: readonly Path[],
  graph: RouteGraph,
  also: readonly Vec[],
): RouteGraph {
  const bridges = findBridges(graph);
  if (bridges.paths.length + bridges.contacts.length === 0) return graph;
  const joined = buildGraph([...paths, ...bridges.paths], also, bridges.contacts);
  return {
    ...joined,
    edges: joined.edges.map((e) => (e.stroke >= paths.length ? { ...e, stroke: -1 } : e)),
  };
}
