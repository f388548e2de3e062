import {
  Groups,
  add,
  cellKey,
  distance,
  endOf,
  findCrossings,
  findTouches,
  flattenSegment,
  line,
  nearestOn,
  partOf,
  pointAt,
  scale,
  segmentLength,
  startOf,
  tangentAt,
  withEndAt,
  type MeasuredLine,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';

/** Strokes that end this near to another stroke are joined there, mm. */
export const JOIN_MM = 0.05;
/** Chords stay this near to the true curve while meetings are looked for. */
const CHORD_MM = 0.005;

/** A stretch of a stroke between two nodes. */
export interface RouteEdge {
  readonly from: number;
  readonly to: number;
  readonly segments: readonly Segment[];
  readonly lengthMm: number;
  /** index of the drawn path; -1 for a bridge between separate parts */
  readonly stroke: number;
}

/** Where strokes end or meet. */
export interface RouteNode {
  readonly at: Vec;
  /** how many stretches end here; a loop counts twice */
  readonly degree: number;
}

/** A drawing as a graph: nodes are ends and junctions, edges carry the drawn line. */
export interface RouteGraph {
  readonly nodes: readonly RouteNode[];
  readonly edges: readonly RouteEdge[];
  /** strokes without length, which no wire can follow */
  readonly points: number;
}

/** A place where a stroke is cut: `u` is the segment's index plus the parameter along it. */
interface Cut {
  readonly stroke: number;
  readonly u: number;
  readonly at: Vec;
  /** the stroke's own end, which is moved onto what it meets */
  readonly isEnd: boolean;
}

interface Stroke {
  /** which of the drawn paths it is */
  readonly path: number;
  readonly segments: readonly Segment[];
  readonly closed: boolean;
  readonly lengths: readonly number[];
}

const place = (s: Stroke, u: number): Vec => {
  const i = Math.min(s.segments.length - 1, Math.max(0, Math.floor(u)));
  return pointAt(s.segments[i]!, u - i);
};

/** Length of a stroke before `u`, in proportion within a segment: exact enough to tell places apart. */
function lengthBefore(s: Stroke, u: number): number {
  const i = Math.min(s.segments.length - 1, Math.max(0, Math.floor(u)));
  let sum = 0;
  for (let k = 0; k < i; k++) sum += s.lengths[k]!;
  return sum + (s.lengths[i] ?? 0) * (u - i);
}

/** A place of a drawn path that is to become a node. */
export interface Contact {
  readonly stroke: number;
  readonly at: Vec;
}

/**
 * The graph of a drawing. Strokes whose ends come within {@link JOIN_MM} of another stroke, or of
 * their own line, are joined there; strokes that cross are joined at the crossing.
 * @param paths drawn strokes, mm
 * @param also places where the nearest stroke is given a node, if it lies within 1 mm
 * @param contacts places where strokes only touch: two within {@link JOIN_MM} of each other join them
 */
export function buildGraph(
  paths: readonly Path[],
  also: readonly Vec[] = [],
  contacts: readonly Contact[] = [],
): RouteGraph {
  const strokes: Stroke[] = [];
  let points = 0;
  paths.forEach((path, i) => {
    const stroke = strokeOf(path, i);
    if (stroke) strokes.push(stroke);
    else points++;
  });
  const lines = strokes.map(measured);
  const cuts: Cut[] = [];
  const pairs: [number, number][] = [];
  const cut = (stroke: number, u: number, isEnd = false): number =>
    cuts.push({ stroke, u, at: place(strokes[stroke]!, u), isEnd }) - 1;

  for (const c of findCrossings(lines, 1e-4)) {
    const [u, v] = refine(strokes[c.firstLine]!, c.firstMm, strokes[c.secondLine]!, c.secondMm);
    pairs.push([cut(c.firstLine, u), cut(c.secondLine, v)]);
  }
  const ends: { id: number; at: Vec; stroke: number; u: number }[] = [];
  strokes.forEach((s, stroke) => {
    if (s.closed) return;
    for (const u of [0, s.segments.length]) {
      const id = cut(stroke, u, true);
      ends.push({ id, at: cuts[id]!.at, stroke, u });
    }
  });
  const touches = findTouches(
    lines,
    ends.map((e) => e.at),
    JOIN_MM + 2 * CHORD_MM,
  );
  ends.forEach((end, i) => {
    const near = touches[i]!.flatMap((t) => {
      const s = strokes[t.line]!;
      const rough = between(lines[t.line]!, t.chord, t.share);
      const index = Math.min(s.segments.length - 1, Math.floor(rough));
      const found = nearestOn(s.segments[index]!, end.at);
      const u = index + found.t;
      if (found.distance > JOIN_MM) return [];
      const own = t.line === end.stroke;
      const away = Math.abs(lengthBefore(s, u) - lengthBefore(s, end.u));
      if (own && away < 6 * JOIN_MM) return [];
      return [{ line: t.line, u, distance: found.distance }];
    });
    for (const n of near) pairs.push([end.id, cut(n.line, n.u)]);
  });
  for (const p of also) addNode(strokes, p, cut);
  for (const { stroke, at } of contacts) addNode(strokes, at, cut, stroke);
  return assemble(strokes, cuts, pairs, points);
}

/** A place asked for becomes a node of the nearest stroke within 1 mm, or of that of one path. */
function addNode(
  strokes: readonly Stroke[],
  p: Vec,
  cut: (stroke: number, u: number) => number,
  path: number | null = null,
): void {
  let best: { stroke: number; u: number; far: number } | null = null;
  strokes.forEach((s, stroke) => {
    if (path !== null && s.path !== path) return;
    s.segments.forEach((segment, i) => {
      const { t, distance: far } = nearestOn(segment, p);
      if (far <= 1 && (!best || far < best.far)) best = { stroke, u: i + t, far };
    });
  });
  const found = best as { stroke: number; u: number; far: number } | null;
  if (found) cut(found.stroke, found.u);
}

function strokeOf(path: Path, index: number): Stroke | null {
  const segments = path.segments.filter((s) => segmentLength(s) > 1e-7);
  const [first, last] = [segments[0], segments[segments.length - 1]];
  if (!first || !last) return null;
  const gap = distance(startOf(first), endOf(last));
  if (path.closed && gap > 1e-9) {
    if (gap > JOIN_MM) segments.push(line(endOf(last), startOf(first)));
    else segments[segments.length - 1] = withEndAt(last, 'end', startOf(first));
  }
  const lengths = segments.map((s) => segmentLength(s));
  if (lengths.reduce((a, b) => a + b, 0) < JOIN_MM) return null;
  return { path: index, segments, closed: path.closed, lengths };
}

/** A stroke as chords; `s` holds segment index plus parameter instead of a length. */
function measured(stroke: Stroke): MeasuredLine {
  const points: Vec[] = [startOf(stroke.segments[0]!)];
  const s: number[] = [0];
  stroke.segments.forEach((segment, i) => {
    const steps = flattenSegment(segment, CHORD_MM);
    steps.forEach((p, k) => {
      points.push(p);
      s.push(i + (k + 1) / steps.length);
    });
  });
  return { points, s, closed: stroke.closed };
}

const between = (l: MeasuredLine, chord: number, share: number): number => {
  const from = l.s[chord] ?? 0;
  return from + ((l.s[chord + 1] ?? from) - from) * share;
};

/** Newton's method for the true meeting of two curves near a meeting of their chords. */
function refine(a: Stroke, u0: number, b: Stroke, v0: number): [number, number] {
  const i = Math.min(a.segments.length - 1, Math.floor(u0));
  const j = Math.min(b.segments.length - 1, Math.floor(v0));
  const [p, q] = [a.segments[i]!, b.segments[j]!];
  let [t, r] = [u0 - i, v0 - j];
  const speed = (s: Segment, at: number): Vec => {
    const h = 1e-5;
    const [lo, hi] = [Math.max(0, at - h), Math.min(1, at + h)];
    const [x, y] = [pointAt(s, lo), pointAt(s, hi)];
    return { x: (y.x - x.x) / (hi - lo), y: (y.y - x.y) / (hi - lo) };
  };
  for (let n = 0; n < 8; n++) {
    const [x, y] = [pointAt(p, t), pointAt(q, r)];
    const gap = { x: y.x - x.x, y: y.y - x.y };
    if (Math.abs(gap.x) + Math.abs(gap.y) < 1e-10) break;
    const [dp, dq] = [speed(p, t), speed(q, r)];
    const det = -dp.x * dq.y + dp.y * dq.x;
    if (Math.abs(det) < 1e-12) break;
    t = Math.min(1, Math.max(0, t + (-gap.x * dq.y + gap.y * dq.x) / det));
    r = Math.min(1, Math.max(0, r + (dp.x * gap.y - dp.y * gap.x) / det));
  }
  const off = distance(pointAt(p, t), pointAt(q, r));
  return off < JOIN_MM ? [i + t, j + r] : [u0, v0];
}

/** Cuts that belong together become nodes; strokes are divided between them. */
function assemble(
  strokes: readonly Stroke[],
  cuts: readonly Cut[],
  pairs: readonly (readonly [number, number])[],
  points: number,
): RouteGraph {
  const groups = new Groups(cuts.length);
  for (const [a, b] of pairs) groups.join(a, b);
  joinNear(cuts, groups);
  const nodeOf = new Map<number, number>();
  const nodes: { at: Vec; degree: number }[] = [];
  const members = new Map<number, number[]>();
  cuts.forEach((_, i) => {
    const root = groups.of(i);
    const list = members.get(root);
    if (list) list.push(i);
    else members.set(root, [i]);
  });
  for (const [root, list] of members) {
    // What runs through stays where it is; ends are moved onto it.
    const through = list.filter((i) => !cuts[i]!.isEnd);
    const own = (through.length > 0 ? through : list).map((i) => cuts[i]!.at);
    const sum = own.reduce((a, b) => add(a, b));
    nodes.push({ at: own.length === 1 ? own[0]! : scale(sum, 1 / own.length), degree: 0 });
    nodeOf.set(root, nodes.length - 1);
  }
  const byStroke: number[][] = strokes.map(() => []);
  cuts.forEach((c, i) => byStroke[c.stroke]!.push(i));
  const edges: RouteEdge[] = [];
  const put = (stroke: number, from: number, to: number, u: number, v: number): void => {
    const s = strokes[stroke]!;
    const segments = stretch(s, u, v, nodes[from]!.at, nodes[to]!.at);
    const lengthMm = segments.reduce((sum, x) => sum + segmentLength(x), 0);
    // What is left of an end that overshoots its junction by a hair is no stretch of its own.
    if (lengthMm < (from === to ? 6 * JOIN_MM : 1e-9)) return;
    nodes[from]!.degree++;
    nodes[to]!.degree++;
    edges.push({ from, to, segments, lengthMm, stroke: s.path });
  };
  byStroke.forEach((list, stroke) => {
    const s = strokes[stroke]!;
    const own = list
      .map((i) => ({ u: cuts[i]!.u, node: nodeOf.get(groups.of(i))! }))
      .sort((a, b) => a.u - b.u);
    if (s.closed) {
      if (own.length === 0) {
        nodes.push({ at: startOf(s.segments[0]!), degree: 0 });
        own.push({ u: 0, node: nodes.length - 1 });
      }
      const [first, last] = [own[0]!, own[own.length - 1]!];
      own.slice(1).forEach((c, i) => put(stroke, own[i]!.node, c.node, own[i]!.u, c.u));
      put(stroke, last.node, first.node, last.u, first.u + s.segments.length);
    } else {
      own.slice(1).forEach((c, i) => put(stroke, own[i]!.node, c.node, own[i]!.u, c.u));
    }
  });
  return { nodes, edges, points };
}

/** Cuts nearer to each other than {@link JOIN_MM} are one node. */
function joinNear(cuts: readonly Cut[], groups: Groups): void {
  const cells = new Map<number, number[]>();
  const cell = (v: number): number => Math.floor(v / JOIN_MM);
  cuts.forEach(({ at }, i) => {
    const [x, y] = [cell(at.x), cell(at.y)];
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        for (const other of cells.get(cellKey(x + dx, y + dy)) ?? []) {
          if (distance(cuts[other]!.at, at) <= JOIN_MM) groups.join(other, i);
        }
      }
    }
    const key = cellKey(x, y);
    const here = cells.get(key);
    if (here) here.push(i);
    else cells.set(key, [i]);
  });
}

/** The segments of a stroke from u to v (beyond its end once round), ends moved onto the nodes. */
function stretch(s: Stroke, u: number, v: number, from: Vec, to: Vec): Segment[] {
  const count = s.segments.length;
  const out: Segment[] = [];
  const [first, last] = [Math.floor(u), Math.ceil(v) - 1];
  for (let i = first; i <= last; i++) {
    const [t0, t1] = [Math.max(0, u - i), Math.min(1, v - i)];
    if (t1 - t0 < 1e-9) continue;
    out.push(partOf(s.segments[i % count]!, t0, t1));
  }
  if (out.length === 0) return out;
  const near = (a: Vec, b: Vec): boolean => distance(a, b) < 1e-9;
  if (!near(startOf(out[0]!), from)) out[0] = withEndAt(out[0]!, 'start', from);
  const z = out.length - 1;
  if (!near(endOf(out[z]!), to)) out[z] = withEndAt(out[z]!, 'end', to);
  return out;
}

/** Direction in which an edge leaves one of its ends. */
export function leaving(edge: RouteEdge, atStart: boolean): Vec {
  const segment = atStart ? edge.segments[0]! : edge.segments[edge.segments.length - 1]!;
  const t = tangentAt(segment, atStart ? 0 : 1);
  return atStart ? t : scale(t, -1);
}
