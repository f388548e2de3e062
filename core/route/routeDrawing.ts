import { distance, highestOf, pathLength, reverseSegment, type Path, type Vec } from '../geometry';
import { bridged, partsOf } from './bridges';
import { buildGraph, type RouteGraph } from './graph';
import { joinOdd, type Joining } from './joinOdd';
import { ShortestPaths } from './shortest';
import { walkTrails, type JunctionRule, type Run, type Trail } from './trails';

/** A wish for one junction, by its place. */
export interface JunctionWish {
  readonly at: Vec;
  readonly rule: JunctionRule;
}

export interface RouteOptions {
  /**
   * how many wires in all; each separate part takes at least one, and no more are used than make
   * sense. Without it the price decides.
   */
  readonly wires?: number;
  /** what one more wire costs, as mm of doubled wire; infinite: one wire for each connected part */
  readonly extraWireMm?: number;
  /** join separate parts by the shortest straight bridges */
  readonly bridge?: boolean;
  /** where a wire shall begin and end */
  readonly start?: Vec | null;
  readonly end?: Vec | null;
  /** where the piece hangs: ends are wanted near it; the top if not given */
  readonly hang?: Vec | null;
  readonly rules?: readonly JunctionWish[];
}

export interface RoutedWire {
  readonly path: Path;
  readonly runs: readonly Run[];
  readonly lengthMm: number;
  /** length of what this wire runs that was run before, mm */
  readonly doubledMm: number;
  readonly closed: boolean;
  readonly fromNode: number;
  readonly toNode: number;
}

export interface Route {
  readonly graph: RouteGraph;
  readonly wires: readonly RoutedWire[];
  /** everything drawn, once, bridges left out */
  readonly drawnMm: number;
  readonly bridgedMm: number;
  readonly doubledMm: number;
  /** what no route with as many wires can double less than */
  readonly boundMm: number;
  /** the doubled length is proven to be the least */
  readonly optimal: boolean;
  /** separate connected parts, after bridging */
  readonly parts: number;
  /** fewest wires that double nothing */
  readonly wiresForNone: number;
}

/** Pins and wishes hold for the node within this distance, mm. */
const REACH_MM = 1.5;

/** One connected part and what is asked of it. */
interface Part {
  readonly nodes: readonly number[];
  readonly odd: readonly number[];
  readonly start: number | null;
  readonly end: number | null;
}

/**
 * The wires that run a drawing: each drawn stretch once, as little as possible twice. A connected
 * drawing with 2k odd nodes needs k wires or one wire and doubled stretches; see {@link joinOdd}.
 * @param paths the drawn strokes, mm
 */
export function routeDrawing(paths: readonly Path[], options: RouteOptions = {}): Route {
  const pins = [options.start, options.end].filter((p): p is Vec => p !== null && p !== undefined);
  const plain = buildGraph(paths, pins);
  const graph = options.bridge ? bridged(paths, plain, pins) : plain;
  const parts = splitParts(graph, options);
  const joinings = parts.length === 0 ? [] : chooseJoinings(graph, parts, options);
  const doubled = new Set<number>(joinings.flatMap((j) => [...j.doubled]));
  const rules = new Map<number, JunctionRule>();
  for (const wish of options.rules ?? []) {
    const node = nodeNear(graph, wish.at);
    if (node !== null) rules.set(node, wish.rule);
  }
  const hang = hangPlace(graph, options);
  const pinned = {
    starts: parts.flatMap((p) => p.start ?? []),
    ends: parts.flatMap((p) => p.end ?? []),
  };
  const trails = walkTrails(graph, doubled, rules).map((t) => turned(graph, t, pinned, hang));
  const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0);
  const lengths = (bridge: boolean): number =>
    sum(graph.edges.filter((e) => e.stroke < 0 === bridge).map((e) => e.lengthMm));
  return {
    graph,
    wires: inOrder(graph, trails, options.start ?? hang).map((t) => wireOf(graph, t)),
    drawnMm: lengths(false),
    bridgedMm: lengths(true),
    doubledMm: sum(joinings.map((j) => j.doubledMm)),
    boundMm: sum(joinings.map((j) => j.boundMm)),
    optimal: joinings.every((j) => j.exact),
    parts: parts.length,
    wiresForNone: sum(parts.map((p) => Math.max(1, p.odd.length / 2))),
  };
}

/** The node within reach of a place. */
export function nodeNear(graph: RouteGraph, at: Vec, reachMm = REACH_MM): number | null {
  let best: { node: number; far: number } | null = null;
  graph.nodes.forEach((n, node) => {
    const far = distance(n.at, at);
    if (n.degree > 0 && far <= reachMm && (!best || far < best.far)) best = { node, far };
  });
  return (best as { node: number } | null)?.node ?? null;
}

/** Where the piece hangs: the wished place or the highest node. */
function hangPlace(graph: RouteGraph, options: RouteOptions): Vec {
  if (options.hang) return options.hang;
  const used = graph.nodes.filter((n) => n.degree > 0);
  return highestOf(used.map((n) => n.at)) ?? { x: 0, y: 0 };
}

function splitParts(graph: RouteGraph, options: RouteOptions): Part[] {
  const { of, count } = partsOf(graph);
  const nodes: number[][] = Array.from({ length: count }, () => []);
  of.forEach((part, node) => {
    if (part >= 0) nodes[part]!.push(node);
  });
  const start = options.start ? nodeNear(graph, options.start) : null;
  const end = options.end ? nodeNear(graph, options.end) : null;
  return nodes.map((list, part) => ({
    nodes: list,
    odd: list.filter((n) => graph.nodes[n]!.degree % 2 === 1),
    start: start !== null && of[start] === part ? start : null,
    end: end !== null && of[end] === part ? end : null,
  }));
}

/** What to double in a part for a number of wires, or at a price for each wire more. */
function joinPart(
  paths: ShortestPaths,
  part: Part,
  hang: Vec,
  how: { wires: number } | { price: number },
): Joining {
  const { graph } = paths;
  const { odd } = part;
  const pins = [...new Set([part.start, part.end].filter((n): n is number => n !== null))];
  const both = part.start !== null && part.start === part.end;
  // A ring that is pinned at one place begins and ends there.
  const asRing = both || (odd.length === 0 && pins.length < 2);
  const target = new Set(odd);
  if (!asRing) for (const pin of pins) if (!target.delete(pin)) target.add(pin);
  const nodes = [...target];
  const most = 'wires' in how ? 2 * Math.min(how.wires, Math.max(1, odd.length / 2)) : 2;
  const free = asRing ? most - 2 : most - pins.length;
  const reach = Math.max(1, ...nodes.map((n) => distance(graph.nodes[n]!.at, hang)));
  return joinOdd(paths, {
    nodes,
    free: Math.max(0, free),
    forced: new Set(asRing ? [] : pins.filter((p) => target.has(p))),
    price: 'wires' in how ? Infinity : how.price,
    reluctance: (n) => distance(graph.nodes[n]!.at, hang) / reach,
  });
}

function chooseJoinings(
  graph: RouteGraph,
  parts: readonly Part[],
  options: RouteOptions,
): Joining[] {
  const hang = hangPlace(graph, options);
  const paths = new ShortestPaths(graph);
  if (options.wires === undefined) {
    const price = options.extraWireMm ?? Infinity;
    return parts.map((p) =>
      joinPart(paths, p, hang, Number.isFinite(price) ? { price } : { wires: 1 }),
    );
  }
  const none = parts.reduce((n, p) => n + Math.max(1, p.odd.length / 2), 0);
  // As many wires as double nothing, and no wish about their ends: there is nothing to choose.
  if (options.wires >= none && parts.every((p) => p.start === null && p.end === null)) {
    return parts.map(() => ({ doubled: new Set(), doubledMm: 0, exact: true, boundMm: 0 }));
  }
  // One wire for each part; each wire more goes where it saves most. What a part saves shrinks with
  // every wire (the least matching is convex in its size), so the next best step is the best.
  const counts = parts.map(() => 1);
  const now = parts.map((p) => joinPart(paths, p, hang, { wires: 1 }));
  const next: (Joining | null)[] = parts.map(() => null);
  const wanted = Math.min(options.wires, none);
  for (let used = parts.length; used < wanted; used++) {
    let best = -1;
    let saved = -Infinity;
    parts.forEach((p, i) => {
      if (counts[i]! >= p.odd.length / 2) return;
      next[i] ??= joinPart(paths, p, hang, { wires: counts[i]! + 1 });
      const gain = now[i]!.doubledMm - next[i].doubledMm;
      if (gain > saved) [best, saved] = [i, gain];
    });
    if (best < 0) break;
    now[best] = next[best]!;
    next[best] = null;
    counts[best]!++;
  }
  return now;
}

/** A trail turned so that it starts at the pinned start, or where it can be worked into the hang. */
function turned(
  graph: RouteGraph,
  trail: Trail,
  { starts, ends }: { readonly starts: readonly number[]; readonly ends: readonly number[] },
  hang: Vec,
): Trail {
  const has = (node: number): boolean => trail.from === node || trail.to === node;
  if (trail.closed) {
    const pin = [...starts, ...ends].find((n) => passes(graph, trail, n) >= 0) ?? null;
    return pin === null ? trail : rotated(graph, trail, pin);
  }
  const start = starts.find(has) ?? null;
  const end = ends.find(has) ?? null;
  if (start !== null) return trail.from === start ? trail : reversed(trail);
  if (end !== null) return trail.to === end ? trail : reversed(trail);
  const far = (n: number): number => distance(graph.nodes[n]!.at, hang);
  return far(trail.to) < far(trail.from) - 1e-9 ? reversed(trail) : trail;
}

const nodeBefore = (graph: RouteGraph, run: Run): number => {
  const e = graph.edges[run.edge]!;
  return run.back ? e.to : e.from;
};
const passes = (graph: RouteGraph, trail: Trail, node: number): number =>
  trail.runs.findIndex((r) => nodeBefore(graph, r) === node);

function rotated(graph: RouteGraph, trail: Trail, node: number): Trail {
  const i = passes(graph, trail, node);
  return {
    ...trail,
    runs: [...trail.runs.slice(i), ...trail.runs.slice(0, i)],
    from: node,
    to: node,
  };
}

const reversed = (trail: Trail): Trail => ({
  ...trail,
  runs: [...trail.runs].reverse().map((r) => ({ ...r, back: !r.back })),
  from: trail.to,
  to: trail.from,
});

/** The pinned wire first, then from the hang place outwards; of two passes the earlier is the first. */
function inOrder(graph: RouteGraph, trails: readonly Trail[], from: Vec): Trail[] {
  const far = (t: Trail): number => distance(graph.nodes[t.from]!.at, from);
  const sorted = [...trails].sort((a, b) => far(a) - far(b));
  const run = new Set<number>();
  return sorted.map((t) => ({
    ...t,
    runs: t.runs.map((r) => {
      const second = run.has(r.edge);
      run.add(r.edge);
      return { ...r, second };
    }),
  }));
}

function wireOf(graph: RouteGraph, trail: Trail): RoutedWire {
  const segments = trail.runs.flatMap((r) => {
    const own = graph.edges[r.edge]!.segments;
    return r.back ? [...own].reverse().map((s) => reverseSegment(s)) : own;
  });
  const path: Path = { segments, closed: trail.closed };
  return {
    path,
    runs: trail.runs,
    lengthMm: pathLength(path),
    doubledMm: trail.runs
      .filter((r) => r.second)
      .reduce((sum, r) => sum + graph.edges[r.edge]!.lengthMm, 0),
    closed: trail.closed,
    fromNode: trail.from,
    toNode: trail.to,
  };
}

/** One way to run a drawing, for choosing between. */
export interface RouteChoice {
  readonly wires: number;
  readonly doubledMm: number;
  readonly optimal: boolean;
}

/** The least doubled length for each number of wires, from the fewest up to none doubled. */
export function routeChoices(
  paths: readonly Path[],
  options: RouteOptions = {},
  most = 5,
): RouteChoice[] {
  const first = routeDrawing(paths, { ...options, wires: 1 });
  const of = (r: Route): RouteChoice => ({
    wires: r.wires.length,
    doubledMm: r.doubledMm,
    optimal: r.optimal,
  });
  if (first.parts === 0) return [];
  const choices = [of(first)];
  const none = first.wiresForNone;
  for (let n = first.wires.length + 1; n <= none && choices.length < most; n++) {
    const last = choices.length === most - 1 ? none : n;
    choices.push(of(routeDrawing(paths, { ...options, wires: last })));
  }
  return choices;
}
