import FlatQueue from 'flatqueue';
import { Groups, dot, type Vec } from '../geometry';
import { leaving, type RouteGraph } from './graph';

/** One pass of a wire along an edge. */
export interface Run {
  readonly edge: number;
  /** from the edge's `to` back to its `from` */
  readonly back: boolean;
  /** the second pass of an edge that is run twice */
  readonly second: boolean;
}

export interface Trail {
  readonly runs: readonly Run[];
  readonly closed: boolean;
  /** nodes where it begins and ends */
  readonly from: number;
  readonly to: number;
}

/** How the wire is wished to pass a junction. */
export type JunctionRule = 'straight' | 'turn';

/** One end of one pass of an edge: 2 x pass at the edge's start, 2 x pass + 1 at its end. */
type End = number;

/** A wish against the rule costs more than any turn. */
const AGAINST_RULE = 100;
const STRAIGHT_RAD = Math.PI / 6;
/** Junctions up to this many ends are paired by trying all ways. */
const TRY_ALL = 10;

/**
 * Wires that together run every edge once and every doubled edge twice, turning as little as can be
 * at the junctions: at each node the ends are paired for least turning, then rings that came out
 * separate are opened into what they touch where that adds the least turning.
 */
export function walkTrails(
  graph: RouteGraph,
  doubled: ReadonlySet<number>,
  rules: ReadonlyMap<number, JunctionRule> = new Map(),
): Trail[] {
  const passes: { edge: number; second: boolean }[] = [];
  graph.edges.forEach((_, edge) => {
    passes.push({ edge, second: false });
    if (doubled.has(edge)) passes.push({ edge, second: true });
  });
  const at: End[][] = graph.nodes.map(() => []);
  const nodeOf: number[] = [];
  const away: Vec[] = [];
  passes.forEach(({ edge }, i) => {
    const e = graph.edges[edge]!;
    at[e.from]!.push(2 * i);
    at[e.to]!.push(2 * i + 1);
    nodeOf.push(e.from, e.to);
    away.push(leaving(e, true), leaving(e, false));
  });
  const cost = (a: End, b: End): number => {
    // Going straight on leaves in the opposite direction to where it came from.
    const turn = Math.PI - Math.acos(Math.max(-1, Math.min(1, dot(away[a]!, away[b]!))));
    const rule = rules.get(nodeOf[a]!);
    const against =
      rule === 'straight' ? turn * AGAINST_RULE : rule === 'turn' && turn < STRAIGHT_RAD;
    return turn + Number(against) * (rule === 'turn' ? AGAINST_RULE : 1);
  };
  const mate = new Int32Array(2 * passes.length).fill(-1);
  for (const ends of at) pairEnds(ends, cost, mate);
  joinRings(at, cost, mate, passes.length);
  return follow(passes, nodeOf, mate);
}

/** Pairs the ends at one node for least turning; with an odd count one stays free. */
function pairEnds(ends: readonly End[], cost: (a: End, b: End) => number, mate: Int32Array): void {
  const take = (pairs: readonly (readonly [End, End])[]): void => {
    for (const [a, b] of pairs) {
      mate[a] = b;
      mate[b] = a;
    }
  };
  if (ends.length > TRY_ALL) {
    const all: { a: End; b: End; turn: number }[] = [];
    ends.forEach((a, i) => {
      for (const b of ends.slice(i + 1)) all.push({ a, b, turn: cost(a, b) });
    });
    all.sort((p, q) => p.turn - q.turn);
    for (const { a, b } of all) if (mate[a]! < 0 && mate[b]! < 0) take([[a, b]]);
    return;
  }
  const tryAll = (left: readonly End[]): { pairs: (readonly [End, End])[]; turn: number } => {
    const [a, ...rest] = left;
    if (a === undefined) return { pairs: [], turn: 0 };
    let best: { pairs: (readonly [End, End])[]; turn: number } | null = null;
    rest.forEach((b, i) => {
      const more = tryAll(rest.filter((_, k) => k !== i));
      const turn = more.turn + cost(a, b);
      if (!best || turn < best.turn - 1e-12) best = { pairs: [[a, b], ...more.pairs], turn };
    });
    if (left.length % 2 === 1) {
      const more = tryAll(rest);
      const known = best as { turn: number } | null;
      if (!known || more.turn < known.turn - 1e-12) best = more;
    }
    return best ?? { pairs: [], turn: 0 };
  };
  take(tryAll(ends).pairs);
}

interface Swap {
  readonly gain: number;
  readonly pairs: readonly (readonly [End, End])[];
}

/** Opens separate rings into the wires or rings they touch, cheapest turns first. */
function joinRings(
  at: readonly (readonly End[])[],
  cost: (a: End, b: End) => number,
  mate: Int32Array,
  count: number,
): void {
  const groups = new Groups(count);
  const open = new Uint8Array(count);
  mate.forEach((b, a) => {
    if (b >= 0) groups.join(a >> 1, b >> 1);
  });
  mate.forEach((b, a) => {
    if (b < 0) open[groups.of(a >> 1)] = 1;
  });
  const group = (end: End): number => groups.of(end >> 1);
  const best = (ends: readonly End[]): Swap | null => {
    let found: Swap | null = null;
    const offer = (gain: number, pairs: Swap['pairs']): void => {
      if (!found || gain < found.gain) found = { gain, pairs };
    };
    ends.forEach((a, i) => {
      const b = mate[a]!;
      for (const c of ends.slice(i + 1)) {
        const d = mate[c]!;
        if (c === b || group(a) === group(c) || (open[group(a)] && open[group(c)])) continue;
        if (b < 0 || d < 0) {
          const [lone, x, y] = b < 0 ? [a, c, d] : [c, a, b];
          offer(cost(lone, x) - cost(x, y), [[lone, x]]);
          offer(cost(lone, y) - cost(x, y), [[lone, y]]);
        } else {
          const now = cost(a, b) + cost(c, d);
          offer(cost(a, c) + cost(b, d) - now, [
            [a, c],
            [b, d],
          ]);
          offer(cost(a, d) + cost(b, c) - now, [
            [a, d],
            [b, c],
          ]);
        }
      }
    });
    return found;
  };
  const queue = new FlatQueue<number>();
  const put = (node: number): void => {
    const swap = at[node]!.length > 2 ? best(at[node]!) : null;
    if (swap) queue.push(node, swap.gain);
  };
  at.forEach((_, node) => put(node));
  while (queue.length > 0) {
    const noted = queue.peekValue()!;
    const node = queue.pop()!;
    const swap = best(at[node]!);
    if (!swap) continue;
    if (swap.gain > noted + 1e-9) {
      queue.push(node, swap.gain);
      continue;
    }
    for (const [a, b] of swap.pairs) {
      for (const x of [a, b]) if (mate[x]! >= 0) mate[mate[x]!] = -1;
      mate[a] = b;
      mate[b] = a;
    }
    const [a, b] = swap.pairs[0]!;
    const isOpen = open[group(a)]! | open[group(b)]!;
    groups.join(a >> 1, b >> 1);
    open[group(a)] = isOpen;
    put(node);
  }
}

function follow(
  passes: readonly { edge: number; second: boolean }[],
  nodeOf: readonly number[],
  mate: Int32Array,
): Trail[] {
  const used = new Uint8Array(passes.length);
  const trails: Trail[] = [];
  const walk = (from: End): void => {
    const runs: Run[] = [];
    let end = from;
    for (;;) {
      const pass = end >> 1;
      if (used[pass]) break;
      used[pass] = 1;
      runs.push({ ...passes[pass]!, back: (end & 1) === 1 });
      const next = mate[end ^ 1]!;
      if (next < 0) {
        trails.push({ runs, closed: false, from: nodeOf[from]!, to: nodeOf[end ^ 1]! });
        return;
      }
      end = next;
    }
    trails.push({ runs, closed: true, from: nodeOf[from]!, to: nodeOf[from]! });
  };
  mate.forEach((b, a) => {
    if (b < 0 && !used[a >> 1]) walk(a);
  });
  passes.forEach((_, i) => {
    if (!used[i]) walk(2 * i);
  });
  // Of two passes the one that comes first along the wires is the first.
  const run = new Set<number>();
  return trails.map((t) => ({
    ...t,
    runs: t.runs.map((r) => {
      const second = run.has(r.edge);
      run.add(r.edge);
      return { ...r, second };
    }),
  }));
}
