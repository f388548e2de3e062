import { distance, perp, scale, add, type Vec } from '../geometry';
import { beyond, endOfRow, inkAhead, roundEndLoss, type Arm } from './arms';
import type { CleanEdge, Strokes } from './cleanEdges';
import type { Join, Knot } from './knots';

/** A stroke as a row of points about a pixel apart, with the places where it turns sharply. */
export interface Row {
  readonly points: Vec[];
  readonly closed: boolean;
  /** indices of corners known from the ink */
  readonly corners: number[];
  /** half width of the pen here, px */
  readonly half: number;
  /** ends that stop on bare paper and not at another stroke */
  readonly free: readonly ('start' | 'end')[];
}

type Key = string;
const keyOf = (edge: number, end: 'from' | 'to'): Key => `${edge}${end}`;
const otherEnd = (end: 'from' | 'to'): 'from' | 'to' => (end === 'from' ? 'to' : 'from');

interface Link {
  readonly to: Arm | null;
  readonly bridge: readonly Vec[];
  /** index in the bridge of a corner, or -1 */
  readonly corner: number;
  /** the line stops here on bare paper */
  readonly free?: true;
}

/** Links the clean edges through their knots to whole strokes, and runs free ends out to their tips. */
export function assemble(
  edges: readonly CleanEdge[],
  knots: readonly Knot[],
  strokes: Strokes,
): Row[] {
  const links = new Map<Key, Link>();
  for (const knot of knots) {
    for (const join of knot.joins) {
      const { points, corner } = bridgeOf(join);
      links.set(keyOf(join.a.edge, join.a.end), { to: join.b, bridge: points, corner });
      links.set(keyOf(join.b.edge, join.b.end), {
        to: join.a,
        bridge: [...points].reverse(),
        corner: corner < 0 ? -1 : points.length - 1 - corner,
      });
    }
    for (const arm of knot.ends) {
      const bridge = reachOut(arm, knot, strokes.half);
      links.set(keyOf(arm.edge, arm.end), { to: null, bridge, corner: -1 });
    }
  }
  edges.forEach((e, i) => {
    if (e.row.length === 0 || e.closed) return;
    for (const end of ['from', 'to'] as const) {
      if (links.has(keyOf(i, end))) continue;
      links.set(keyOf(i, end), {
        to: null,
        bridge: freeEnd(e, end, strokes),
        corner: -1,
        free: true,
      });
    }
  });
  return walk(edges, links);
}

function walk(edges: readonly CleanEdge[], links: ReadonlyMap<Key, Link>): Row[] {
  const used = new Set<number>();
  const rows: Row[] = [];
  const run = (start: number, startEnd: 'from' | 'to', ring: boolean): void => {
    const points: Vec[] = [];
    const corners: number[] = [];
    const put = (link: Link, backwards: boolean): void => {
      const n = link.bridge.length;
      if (link.corner >= 0)
        corners.push(points.length + (backwards ? n - 1 - link.corner : link.corner));
      points.push(...(backwards ? [...link.bridge].reverse() : link.bridge));
    };
    if (!ring) put(links.get(keyOf(start, startEnd))!, true);
    const free: ('start' | 'end')[] = [];
    if (!ring && links.get(keyOf(start, startEnd))!.free) free.push('start');
    let edge = start;
    let end = startEnd;
    for (;;) {
      used.add(edge);
      const { row } = edges[edge]!;
      // One by one: a row may be longer than a call takes arguments.
      for (const p of end === 'from' ? row : [...row].reverse()) points.push(p);
      const link = links.get(keyOf(edge, otherEnd(end)))!;
      put(link, false);
      if (!link.to) {
        if (link.free) free.push('end');
        break;
      }
      if (link.to.edge === start && link.to.end === startEnd) break;
      edge = link.to.edge;
      end = link.to.end;
      if (used.has(edge)) break;
    }
    rows.push({ points, corners, closed: ring, half: edges[start]!.half, free });
  };
  edges.forEach((e, i) => {
    if (e.closed) {
      used.add(i);
      rows.push({ points: [...e.row], corners: [], closed: true, half: e.half, free: [] });
    }
  });
  // First from ends, then what is left goes round.
  edges.forEach((e, i) => {
    if (e.row.length === 0 || e.closed) return;
    for (const end of ['from', 'to'] as const) {
      if (!used.has(i) && links.get(keyOf(i, end))!.to === null) run(i, end, false);
    }
  });
  edges.forEach((e, i) => {
    if (e.row.length > 0 && !used.has(i)) run(i, 'from', true);
  });
  return rows;
}

/** Points from one arm to the other, without their own: a smooth curve, or two legs to a corner. */
function bridgeOf({ a, b, corner }: Join): { points: Vec[]; corner: number } {
  if (!corner) return { points: hermite(a, b), corner: -1 };
  const first = legTo(a, corner);
  const second = legTo(b, corner).reverse();
  return { points: [...first, corner, ...second], corner: first.length };
}

function hermite(a: Arm, b: Arm): Vec[] {
  const gap = distance(a.at, b.at);
  const count = Math.max(1, Math.round(gap));
  const points: Vec[] = [];
  for (let i = 1; i < count; i++) {
    const t = i / count;
    const [h0, h1] = [(1 + 2 * t) * (1 - t) ** 2, t * (1 - t) ** 2];
    const [h2, h3] = [t * t * (3 - 2 * t), t * t * (1 - t)];
    points.push({
      x: h0 * a.at.x + h1 * gap * a.ahead.x + h2 * b.at.x + h3 * gap * b.ahead.x,
      y: h0 * a.at.y + h1 * gap * a.ahead.y + h2 * b.at.y + h3 * gap * b.ahead.y,
    });
  }
  return points;
}

/** Points from an arm to a place ahead of it, leaving in the arm's direction; both ends left out. */
function legTo(arm: Arm, to: Vec): Vec[] {
  const gap = distance(arm.at, to);
  const control = add(arm.at, scale(arm.ahead, gap / 2));
  const count = Math.max(1, Math.round(gap));
  return Array.from({ length: count - 1 }, (_, i) => {
    const t = (i + 1) / count;
    const [u, v, w] = [(1 - t) ** 2, 2 * t * (1 - t), t * t];
    return {
      x: u * arm.at.x + v * control.x + w * to.x,
      y: u * arm.at.y + v * control.y + w * to.y,
    };
  });
}

/** An end that meets a stroke running through: on as it goes, up to that stroke's middle. */
function reachOut(arm: Arm, knot: Knot, half: number): Vec[] {
  const lines = knot.joins.map((join) => [join.a.at, ...bridgeOf(join).points, join.b.at]);
  const target = lines.length > 0 ? nearestAhead(arm, lines, half) : null;
  return target ? [...legTo(arm, target), target] : [...legTo(arm, knot.at), knot.at];
}

function nearestAhead(arm: Arm, lines: readonly (readonly Vec[])[], half: number): Vec | null {
  const side = perp(arm.ahead);
  let best: { at: Vec; cost: number } | null = null;
  const reach = Math.max(...lines.flatMap((l) => l.map((p) => distance(p, arm.at)))) + half;
  for (const line of lines) {
    for (const p of line) {
      const d = { x: p.x - arm.at.x, y: p.y - arm.at.y };
      const s = Math.min(reach, Math.max(0, d.x * arm.ahead.x + d.y * arm.ahead.y));
      const on = beyond(arm, s);
      const aside = Math.abs((p.x - on.x) * side.x + (p.y - on.y) * side.y);
      const cost = aside + 0.05 * distance(p, arm.at);
      if (!best || cost < best.cost) best = { at: p, cost };
    }
  }
  return best?.at ?? null;
}

/** From a free end of an edge outwards to the middle of the pen's round tip. */
function freeEnd({ row, half }: CleanEdge, end: 'from' | 'to', strokes: Strokes): Vec[] {
  const near = end === 'from' ? row : [...row].reverse();
  const { at, ahead } = endOfRow(near, 4 * half);
  const side = perp(ahead);
  const across = (sign: number): number => inkAhead(at, scale(side, sign), strokes, 3 * half);
  const own = Math.min(1.4 * half, (across(1) + across(-1)) / 2);
  const go = inkAhead(at, ahead, strokes, 8 * half) - own + roundEndLoss(strokes);
  const count = Math.max(0, Math.floor(go));
  const points = Array.from({ length: count }, (_, i) => add(at, scale(ahead, i + 1)));
  if (go > 0.3) points.push(add(at, scale(ahead, go)));
  return points;
}
