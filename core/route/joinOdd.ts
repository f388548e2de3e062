import blossom from 'edmonds-blossom-fixed';
import type { ShortestPaths, Reached } from './shortest';

/** Up to this many nodes the matching is exact; beyond it nearby pairs are taken and exchanged. */
export const EXACT_NODES = 120;
/** Lengths are matched in whole hundred-thousandths of a mm, so that the sums are exact. */
const UNITS_PER_MM = 1e5;
/** Nearest nodes considered for each node when there are too many for an exact answer. */
const NEAR_COUNT = 6;

export interface Joining {
  /** edges to be run a second time */
  readonly doubled: ReadonlySet<number>;
  readonly doubledMm: number;
  /** no choice doubles less with as many wires */
  readonly exact: boolean;
  /** a length that no choice with as many wires can go below, mm */
  readonly boundMm: number;
}

export interface JoinWish {
  /** nodes whose count of stretches must change from odd to even or back */
  readonly nodes: readonly number[];
  /** how many of them may stay as they are: free wire ends */
  readonly free: number;
  /** nodes among them that must not stay as they are */
  readonly forced: ReadonlySet<number>;
  /** what two more wire ends cost instead of a doubled stretch, mm */
  readonly price: number;
  /** among equals a free end is left at the node that this number is smallest for, 0 to 1 */
  readonly reluctance: (node: number) => number;
}

/**
 * Which stretches to run twice so that as many wires as wished run everything once: pairs of odd
 * nodes joined by shortest paths, of least total length (the T-join of least weight; Edmonds 1965,
 * by maximum weight matching). Free ends are matched with stand-ins at no cost; a pair dearer than
 * the price of a wire stays unmatched.
 */
export function joinOdd(paths: ShortestPaths, wish: JoinWish): Joining {
  const { nodes } = wish;
  if (nodes.length === 0) return { doubled: new Set(), doubledMm: 0, exact: true, boundMm: 0 };
  const marked = new Set(nodes);
  const exact = nodes.length <= EXACT_NODES;
  const index = new Map(nodes.map((n, i) => [n, i]));
  const near = nodes.map((n) => paths.near(n, marked, exact ? Infinity : NEAR_COUNT));
  const pairs = exact ? matchExactly(wish, near, index) : matchNearby(wish, near, index);
  const doubled = new Set<number>();
  for (const [a, b] of pairs) {
    for (const edge of paths.path(nodes[a]!, nodes[b]!)) {
      if (!doubled.delete(edge)) doubled.add(edge);
    }
  }
  let doubledMm = 0;
  for (const edge of doubled) doubledMm += paths.graph.edges[edge]!.lengthMm;
  return {
    doubled,
    doubledMm,
    exact,
    boundMm: exact ? doubledMm : Math.min(doubledMm, lowerBound(wish, near)),
  };
}

function matchExactly(
  wish: JoinWish,
  near: readonly (readonly Reached[])[],
  index: ReadonlyMap<number, number>,
): [number, number][] {
  const { nodes, free, forced, price, reluctance } = wish;
  const priced = Number.isFinite(price);
  const unit = (mm: number): number => 2 * Math.round(mm * UNITS_PER_MM);
  const whole = priced ? unit(price) : unit(Math.max(1, ...near.flat().map((r) => r.mm)));
  // A forced node is matched before all else.
  const must = priced ? 4 * (whole + unit(1)) : 0;
  const edges: [number, number, number][] = [];
  nodes.forEach((n, i) => {
    for (const { node, mm } of near[i]!) {
      const j = index.get(node)!;
      if (j <= i) continue;
      const bonus = (forced.has(n) ? must : 0) + (forced.has(node) ? must : 0);
      const weight = whole - unit(mm) + bonus;
      if (!priced || weight > 0) edges.push([i, j, weight]);
    }
    if (forced.has(n)) return;
    for (let k = 0; k < free; k++) {
      edges.push([i, nodes.length + k, whole + 40 - 2 * Math.round(20 * reluctance(n))]);
    }
  });
  const mates = blossom(edges, !priced);
  const pairs: [number, number][] = [];
  mates.forEach((j, i) => {
    if (i < j && j < nodes.length) pairs.push([i, j]);
  });
  return pairs;
}

/** Nearest pairs first, the dearest left free, then exchanges of two pairs while that shortens. */
function matchNearby(
  wish: JoinWish,
  near: readonly (readonly Reached[])[],
  index: ReadonlyMap<number, number>,
): [number, number][] {
  const { nodes, free, forced, price } = wish;
  const far = nodes.map(() => new Map<number, number>());
  const all: { a: number; b: number; mm: number }[] = [];
  near.forEach((list, a) => {
    for (const { node, mm } of list) {
      const b = index.get(node)!;
      far[a]!.set(b, mm);
      far[b]!.set(a, mm);
      if (a < b || !near[b]!.some((r) => r.node === nodes[a])) all.push({ a, b, mm });
    }
  });
  all.sort((p, q) => p.mm - q.mm);
  const mate = new Int32Array(nodes.length).fill(-1);
  for (const { a, b, mm } of all) {
    if (mm >= price || mate[a]! >= 0 || mate[b]! >= 0) continue;
    mate[a] = b;
    mate[b] = a;
  }
  for (let round = 0; round < 6; round++) if (!exchange(mate, far)) break;
  const pairs: { a: number; b: number; mm: number }[] = [];
  const alone: number[] = [];
  mate.forEach((b, a) => {
    if (b < 0) alone.push(a);
    else if (a < b) pairs.push({ a, b, mm: far[a]!.get(b)! });
  });
  pairs.sort((p, q) => p.mm - q.mm);
  // The dearest pairs become wire ends; what found no mate nearby is paired from afar.
  alone.sort((a, b) => Number(forced.has(nodes[a]!)) - Number(forced.has(nodes[b]!)));
  let spare = alone.length;
  while (spare + 2 <= free && pairs.length > 0) {
    pairs.pop();
    spare += 2;
  }
  const out = pairs.map(({ a, b }): [number, number] => [a, b]);
  if (Number.isFinite(price)) return out;
  while (alone.length >= 2 && alone.length > free) out.push([alone.pop()!, alone.pop()!]);
  return out;
}

function exchange(mate: Int32Array, far: readonly ReadonlyMap<number, number>[]): boolean {
  let changed = false;
  const cost = (a: number, b: number): number => far[a]!.get(b) ?? Infinity;
  for (let a = 0; a < mate.length; a++) {
    for (const [c] of far[a]!) {
      const [b, d] = [mate[a]!, mate[c]!];
      if (b < 0 || d < 0 || c === b) continue;
      if (cost(a, c) + cost(b, d) < cost(a, b) + cost(c, d) - 1e-9) {
        mate[a] = c;
        mate[c] = a;
        mate[b] = d;
        mate[d] = b;
        changed = true;
      }
    }
  }
  return changed;
}

/** Each pair costs at least half of what is nearest to either; the dearest may stay free. */
function lowerBound(wish: JoinWish, near: readonly (readonly Reached[])[]): number {
  const halves = near.map((list) => (list[0]?.mm ?? 0) / 2).filter((h) => 2 * h < wish.price);
  halves.sort((a, b) => a - b);
  const kept = Number.isFinite(wish.price)
    ? []
    : halves.slice(0, Math.max(0, halves.length - wish.free));
  return kept.reduce((a, b) => a + b, 0);
}
