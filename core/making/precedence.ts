import type { Reason } from './reasons';

/** “first” is done before “then”, for a reason. */
export interface Precedence {
  readonly first: string;
  readonly then: string;
  readonly why: Reason;
  /** wished by the maker, not asked by the work */
  readonly wished?: boolean;
  /** only handier so: given up without a word where something stronger asks otherwise */
  readonly soft?: boolean;
}

export interface Ordered {
  readonly order: readonly string[];
  /** rings of precedences that cannot all be kept; in the order one of each was left out */
  readonly rings: readonly (readonly Precedence[])[];
}

/** A ring of precedences among the tasks that are left, or null. */
function ringIn(left: ReadonlySet<string>, edges: readonly Precedence[]): Precedence[] | null {
  const from = new Map<string, Precedence[]>();
  for (const e of edges) {
    if (!left.has(e.first) || !left.has(e.then)) continue;
    from.set(e.first, [...(from.get(e.first) ?? []), e]);
  }
  const done = new Set<string>();
  for (const start of left) {
    const path: Precedence[] = [];
    const onPath = new Set<string>();
    const walk = (at: string): Precedence[] | null => {
      if (onPath.has(at)) return path.slice(path.findIndex((e) => e.first === at));
      if (done.has(at)) return null;
      onPath.add(at);
      for (const edge of from.get(at) ?? []) {
        path.push(edge);
        const ring = walk(edge.then);
        if (ring) return ring;
        path.pop();
      }
      onPath.delete(at);
      done.add(at);
      return null;
    };
    const ring = walk(start);
    if (ring) return ring;
  }
  return null;
}

/** For each task all that must wait for it, however far down the line; what is only handier does not count. */
function waitingFor(edges: readonly Precedence[]): (task: string) => ReadonlySet<string> {
  const after = new Map<string, string[]>();
  for (const e of edges) if (!e.soft) after.set(e.first, [...(after.get(e.first) ?? []), e.then]);
  const known = new Map<string, ReadonlySet<string>>();
  return (task) => {
    const before = known.get(task);
    if (before) return before;
    const seen = new Set<string>();
    const open = [task];
    for (let at = open.pop(); at !== undefined; at = open.pop()) {
      for (const next of after.get(at) ?? []) {
        if (seen.has(next)) continue;
        seen.add(next);
        open.push(next);
      }
    }
    known.set(task, seen);
    return seen;
  };
}

/**
 * The rank by which tasks are taken that could come next: their place in the list; one that comes late has that of the
 * first that waits for it, and stands just before it.
 */
function ranksOf(
  tasks: readonly string[],
  waiting: (task: string) => ReadonlySet<string>,
  late: ReadonlySet<string>,
): ReadonlyMap<string, number> {
  const place = new Map(tasks.map((t, i) => [t, i]));
  const firstAfter = (task: string): number => {
    const after = [...waiting(task)].filter((t) => !late.has(t));
    return Math.min(tasks.length, ...after.map((t) => place.get(t) ?? tasks.length));
  };
  const within = (i: number): number => (i + 1) / (tasks.length + 2) - 1;
  return new Map(tasks.map((t, i) => [t, late.has(t) ? firstAfter(t) + within(i) : i]));
}

/**
 * Tasks in an order that keeps all precedences; of tasks that could come next the one listed first
 * comes first. Some come late: only when something waits for them. Where precedences contradict each other the ring is reported, and the maker's wish in
 * it, else its last precedence, is left out so that there is an order all the same.
 */
export function inOrder(
  tasks: readonly string[],
  precedences: readonly Precedence[],
  late: ReadonlySet<string> = new Set(),
): Ordered {
  const known = new Set(tasks);
  const all = precedences.filter((e) => known.has(e.first) && known.has(e.then));
  const waiting = waitingFor(all);
  let edges = all.filter((e) => !e.soft || !waiting(e.then).has(e.first));
  const ranks = ranksOf(tasks, waiting, late);
  const byRank = [...tasks].sort((a, b) => ranks.get(a)! - ranks.get(b)!);
  const left = new Set(tasks);
  const order: string[] = [];
  const rings: Precedence[][] = [];
  while (left.size > 0) {
    const blocked = new Set(edges.filter((e) => left.has(e.first)).map((e) => e.then));
    const next = byRank.find((t) => left.has(t) && !blocked.has(t));
    if (next !== undefined) {
      order.push(next);
      left.delete(next);
      continue;
    }
    const ring = ringIn(left, edges);
    if (!ring) break;
    const soft = ring.find((e) => e.soft);
    if (soft) {
      edges = edges.filter((e) => e !== soft);
      continue;
    }
    rings.push(ring);
    const dropped = ring.find((e) => e.wished) ?? ring.at(-1)!;
    edges = edges.filter((e) => e !== dropped);
  }
  return { order, rings };
}
