import { endForm } from '../end';
import { cellKey, distance, flattenSegment, mix, startOf, type Vec } from '../geometry';
import { placedEnds, placeOnWire, type Plan, type WirePlan } from '../plan';

/** One bend of a wire as it can go wrong: bent by another angle, or at another place. */
export interface Joint {
  /** which of the wire's bends */
  readonly bend: number;
  /** where it begins and ends along the wire, mm */
  readonly fromMm: number;
  readonly toMm: number;
}

/** A planned wire as a row of short links, which its bends can turn. */
export interface Shape {
  readonly wire: number;
  readonly diameterMm: number;
  /** places along the wire, mm from where its figure begins, evenly spaced */
  readonly atMm: Float64Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** the first and the last place that is of the figure; beyond them are its ends */
  readonly figure: readonly [number, number];
  readonly joints: readonly Joint[];
  /** places where another pass lies along this one, so that the upper hides the lower */
  readonly hidden: Uint8Array;
  /** whether nothing is wound or bent on at its first and at its last end */
  readonly bare: readonly [boolean, boolean];
}

/** How a made wire differs from its plan. */
export interface Pose {
  /** turned about its middle, and moved, mm */
  readonly turn: number;
  readonly dx: number;
  readonly dy: number;
  /** what each bend is bent further, clockwise, rad */
  readonly more: Float64Array;
  /** how far each bend lies further along the wire, mm */
  readonly later: Float64Array;
}

/** Links are about so long, mm. */
const LINK_MM = 0.25;

/** All wires of a plan, each with what it makes of itself at its ends. */
export function shapesOf(plan: Plan): Shape[] {
  const shapes = plan.wires.map((w, i) => shapeOf(plan, w, i));
  const all = shapes.flatMap((s) => placesOf(s));
  const cells = new Map<number, number[]>();
  all.forEach((p, k) => {
    const key = cellKey(Math.floor(p.x / CELL_MM), Math.floor(p.y / CELL_MM));
    const cell = cells.get(key);
    if (cell) cell.push(k);
    else cells.set(key, [k]);
  });
  for (const p of all) {
    const reach = Math.ceil(p.d / CELL_MM);
    const [cx, cy] = [Math.floor(p.x / CELL_MM), Math.floor(p.y / CELL_MM)];
    for (let u = -reach; u <= reach && !p.shape.hidden[p.i]; u++) {
      for (let v = -reach; v <= reach; v++) {
        const near = cells.get(cellKey(cx + u, cy + v)) ?? [];
        if (near.some((k) => hides(all[k]!, p))) p.shape.hidden[p.i] = 1;
      }
    }
  }
  return shapes;
}

const CELL_MM = 1;

interface Place {
  readonly shape: Shape;
  readonly i: number;
  readonly x: number;
  readonly y: number;
  readonly nx: number;
  readonly ny: number;
  readonly mm: number;
  readonly d: number;
}

function placesOf(shape: Shape): Place[] {
  const { nx, ny } = leftOf(shape);
  return Array.from(shape.x, (x, i) => ({
    shape,
    i,
    x,
    y: shape.y[i]!,
    nx: nx[i]!,
    ny: ny[i]!,
    mm: shape.atMm[i]!,
    d: shape.diameterMm,
  }));
}

/** Another pass that runs along a place so near that they cannot be told apart. */
const hides = (a: Place, b: Place): boolean =>
  (a.shape !== b.shape || Math.abs(a.mm - b.mm) > 3 * b.d) &&
  Math.hypot(a.x - b.x, a.y - b.y) < 0.75 * b.d &&
  Math.abs(a.nx * b.nx + a.ny * b.ny) > 0.9;

function shapeOf(plan: Plan, wire: WirePlan, index: number): Shape {
  const { pieces } = wire.strip;
  const last = pieces[pieces.length - 1];
  const length = last ? last.startMm + last.lengthMm : 0;
  const count = Math.max(2, Math.round(length / LINK_MM));
  const link = length / count;
  const figure = Array.from(
    { length: count + 1 },
    (_, i) => placeOnWire(wire, link * i)?.at ?? { x: 0, y: 0 },
  );
  const before = endPoints(plan, wire, 'start', figure[0]!, link).reverse();
  const after = endPoints(plan, wire, 'end', figure[count]!, link);
  const points = [...before, ...figure, ...after];
  const bare = (end: 'start' | 'end'): boolean => !wire.closed && wire.ends[end].kind === 'plain';
  return {
    wire: index,
    diameterMm: wire.stock.diameterMm,
    atMm: Float64Array.from(points, (_, i) => (i - before.length) * link),
    x: Float64Array.from(points, (p) => p.x),
    y: Float64Array.from(points, (p) => p.y),
    figure: [before.length, before.length + count],
    joints: wire.bends.map((b, bend) => ({ bend, fromMm: b.startMm, toMm: b.endMm })),
    hidden: new Uint8Array(points.length),
    bare: [bare('start'), bare('end')],
  };
}

/** An end that begins further off its wire than this does not go on from it, mm. */
const GOES_ON_MM = 0.6;

/**
 * What a wire makes of itself at an end, outwards, in links of one length: loops and hooks tell where along
 * itself it lies. Nothing of what stands square to the page or is opened to its strands.
 */
function endPoints(
  plan: Plan,
  wire: WirePlan,
  which: 'start' | 'end',
  from: Vec,
  link: number,
): Vec[] {
  const placed = placedEnds(plan, wire).find((e) => e.which === which);
  if (!placed || placed.strands.length > 0 || endForm(placed.end, wire.stock).square) return [];
  const row = placed.shape.flatMap((s, i) => [
    ...(i === 0 ? [startOf(s)] : []),
    ...flattenSegment(s, 0.02),
  ]);
  if (row.length < 2 || distance(row[0]!, from) > GOES_ON_MM) return [];
  const out: Vec[] = [];
  let rest = link;
  for (let i = 1; i < row.length; i++) {
    const [a, b] = [row[i - 1]!, row[i]!];
    const far = distance(a, b);
    let at = rest;
    for (; at <= far; at += link) out.push(mix(a, b, far > 0 ? at / far : 0));
    rest = at - far;
  }
  return out;
}

export const restingPose = ({ joints }: Shape): Pose => ({
  turn: 0,
  dx: 0,
  dy: 0,
  more: new Float64Array(joints.length),
  later: new Float64Array(joints.length),
});

/** How much of a bend lies before a place, 0 to 1. */
const shareBefore = ({ fromMm, toMm }: Joint, atMm: number): number =>
  toMm - fromMm < 1e-6
    ? Number(atMm > fromMm)
    : Math.min(1, Math.max(0, (atMm - fromMm) / (toMm - fromMm)));

/** The link that ends at or after a place. */
const linkAt = ({ atMm }: Shape, mm: number): number => {
  const step = atMm[1]! - atMm[0]!;
  return Math.min(atMm.length - 2, Math.max(0, Math.round((mm - atMm[0]!) / step) - 1));
};

export interface Line {
  readonly x: Float64Array;
  readonly y: Float64Array;
}

/** Where a wire lies in a pose: its links turned by what lies before them, laid one to the next. */
export function posed(shape: Shape, pose: Pose): Line {
  const { atMm, joints } = shape;
  const n = atMm.length;
  const heading = new Float64Array(n - 1).fill(pose.turn);
  const longer = new Float64Array(n - 1);
  joints.forEach((joint, k) => {
    const more = pose.more[k]!;
    if (more !== 0) {
      for (let i = 0; i < n - 1; i++) {
        const middle = (atMm[i]! + atMm[i + 1]!) / 2;
        if (middle > joint.fromMm) heading[i] = heading[i]! + more * shareBefore(joint, middle);
      }
    }
    const later = pose.later[k]!;
    if (later !== 0) {
      const [before, after] = [linkAt(shape, joint.fromMm), linkAt(shape, joint.toMm + 0.3)];
      longer[before] = longer[before]! + later;
      longer[after] = longer[after]! - later;
    }
  });
  const x = new Float64Array(n);
  const y = new Float64Array(n);
  for (let i = 0; i < n - 1; i++) {
    let [vx, vy] = [shape.x[i + 1]! - shape.x[i]!, shape.y[i + 1]! - shape.y[i]!];
    if (longer[i] !== 0) {
      const by = 1 + longer[i]! / Math.max(1e-9, Math.hypot(vx, vy));
      vx *= by;
      vy *= by;
    }
    const [c, s] = [Math.cos(heading[i]!), Math.sin(heading[i]!)];
    x[i + 1] = x[i]! + c * vx - s * vy;
    y[i + 1] = y[i]! + s * vx + c * vy;
  }
  const mx = mean(shape.x) + pose.dx - mean(x);
  const my = mean(shape.y) + pose.dy - mean(y);
  for (let i = 0; i < n; i++) {
    x[i] = x[i]! + mx;
    y[i] = y[i]! + my;
  }
  return { x, y };
}

const mean = (v: Float64Array): number => v.reduce((sum, a) => sum + a, 0) / v.length;

/** What of a pose is let free. */
export interface Free {
  readonly more: readonly number[];
  readonly later: readonly number[];
}

/**
 * How far each place moves along given directions for each free part of a pose: turn, dx, dy, then the
 * bends' angles, then their places. Columns of as many numbers as there are places.
 * @param line where the wire lies now
 */
export function moves(
  shape: Shape,
  line: Line,
  nx: Float64Array,
  ny: Float64Array,
  free: Free,
): Float64Array[] {
  const n = nx.length;
  const column = (f: (i: number) => readonly [number, number]): Float64Array => {
    let [mx, my] = [0, 0];
    const fx = new Float64Array(n);
    const fy = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      const [u, v] = f(i);
      fx[i] = u;
      fy[i] = v;
      mx += u / n;
      my += v / n;
    }
    // The wire's middle stays: what moves it is told by dx and dy.
    return fx.map((u, i) => (u - mx) * nx[i]! + (fy[i]! - my) * ny[i]!);
  };
  const turnBy = (share: (i: number) => number): Float64Array => {
    let [u, v] = [0, 0];
    return column((i) => {
      if (i > 0) {
        const part = share(i - 1);
        u -= part * (line.y[i]! - line.y[i - 1]!);
        v += part * (line.x[i]! - line.x[i - 1]!);
      }
      return [u, v];
    });
  };
  const middle = (i: number): number => (shape.atMm[i]! + shape.atMm[i + 1]!) / 2;
  const along = (i: number): [number, number] => {
    const [u, v] = [line.x[i + 1]! - line.x[i]!, line.y[i + 1]! - line.y[i]!];
    const by = Math.max(1e-9, Math.hypot(u, v));
    return [u / by, v / by];
  };
  return [
    turnBy(() => 1),
    nx.slice(),
    ny.slice(),
    ...free.more.map((k) => turnBy((i) => shareBefore(shape.joints[k]!, middle(i)))),
    ...free.later.map((k) => {
      const joint = shape.joints[k]!;
      const [before, after] = [linkAt(shape, joint.fromMm), linkAt(shape, joint.toMm + 0.3)];
      const [a, b] = [along(before), along(after)];
      return column((i) => [
        (i > before ? a[0] : 0) - (i > after ? b[0] : 0),
        (i > before ? a[1] : 0) - (i > after ? b[1] : 0),
      ]);
    }),
  ];
}

/** Directions to the left of a line, as seen from the front. */
export function leftOf({ x, y }: Line): { readonly nx: Float64Array; readonly ny: Float64Array } {
  const n = x.length;
  const nx = new Float64Array(n);
  const ny = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const [a, b] = [Math.max(0, i - 1), Math.min(n - 1, i + 1)];
    const [u, v] = [x[b]! - x[a]!, y[b]! - y[a]!];
    const by = Math.max(1e-9, Math.hypot(u, v));
    nx[i] = v / by;
    ny[i] = -u / by;
  }
  return { nx, ny };
}
