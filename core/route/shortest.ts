import FlatQueue from 'flatqueue';
import type { RouteEdge, RouteGraph } from './graph';

/** For each node the edges that end there. */
export function neighbours(graph: RouteGraph): number[][] {
  const list: number[][] = graph.nodes.map(() => []);
  graph.edges.forEach((e, i) => {
    list[e.from]!.push(i);
    if (e.to !== e.from) list[e.to]!.push(i);
  });
  return list;
}

const NONE: ReadonlySet<number> = new Set();

export interface Reached {
  readonly node: number;
  readonly mm: number;
}

const otherEnd = (e: RouteEdge, node: number): number => (e.from === node ? e.to : e.from);

/** Dijkstra's algorithm, many times over one graph. */
export class ShortestPaths {
  private readonly mm: Float64Array;
  private readonly by: Int32Array;
  private readonly touched: number[] = [];
  /** the search in which a node was settled last */
  private readonly settled: Int32Array;
  private readonly queue = new FlatQueue<number>();
  private search = 0;
  private readonly at: number[][];

  constructor(readonly graph: RouteGraph) {
    this.mm = new Float64Array(graph.nodes.length).fill(Infinity);
    this.by = new Int32Array(graph.nodes.length).fill(-1);
    this.settled = new Int32Array(graph.nodes.length);
    this.at = neighbours(graph);
  }

  /** Marked nodes that can be reached, nearest first, up to `count` of them. */
  near(from: number, marked: ReadonlySet<number>, count = Infinity): Reached[] {
    return this.run(from, marked, Math.min(count, marked.size - 1), -1);
  }

  /** Edges of the shortest path; none if there is no path. */
  path(from: number, to: number): number[] {
    this.run(from, NONE, Infinity, to);
    if (this.mm[to] === Infinity) return [];
    const edges: number[] = [];
    for (let node = to; node !== from;) {
      const edge = this.by[node]!;
      edges.push(edge);
      node = otherEnd(this.graph.edges[edge]!, node);
    }
    return edges;
  }

  private run(from: number, marked: ReadonlySet<number>, count: number, until: number): Reached[] {
    for (const node of this.touched) {
      this.mm[node] = Infinity;
      this.by[node] = -1;
    }
    this.touched.length = 0;
    const found: Reached[] = [];
    const { queue, settled } = this;
    const search = ++this.search;
    queue.clear();
    this.mm[from] = 0;
    this.touched.push(from);
    queue.push(from, 0);
    while (queue.length > 0) {
      const node = queue.pop()!;
      if (settled[node] === search) continue;
      settled[node] = search;
      const mm = this.mm[node]!;
      if (node === until) break;
      if (node !== from && marked.has(node)) {
        found.push({ node, mm });
        if (found.length >= count) break;
      }
      for (const edge of this.at[node]!) {
        const e = this.graph.edges[edge]!;
        const next = otherEnd(e, node);
        const far = mm + e.lengthMm;
        if (far >= this.mm[next]!) continue;
        if (this.mm[next] === Infinity) this.touched.push(next);
        this.mm[next] = far;
        this.by[next] = edge;
        queue.push(next, far);
      }
    }
    return found;
  }
}
