import { prepare } from 'cholesky-solve';
import cuthillMckee from 'cuthill-mckee';
import type { Vec } from '../geometry';

/** A straight beam between two nodes: E in MPa, A in mm2, I in mm4. */
export interface Beam {
  readonly a: number;
  readonly b: number;
  readonly modulusMPa: number;
  readonly areaMm2: number;
  readonly inertiaMm4: number;
}

/** Which movements of a node are held. */
export interface Support {
  readonly node: number;
  readonly x: boolean;
  readonly y: boolean;
  readonly turn: boolean;
}

/** A plane frame: places in mm, y down, turns clockwise positive. */
export interface FrameModel {
  readonly nodes: readonly Vec[];
  readonly beams: readonly Beam[];
  /** nodes at one place that move together while each turns by itself */
  readonly pins: readonly (readonly [number, number])[];
  readonly supports: readonly Support[];
}

/** What a beam carries: N and N mm; tension positive, moments at its two ends. */
export interface BeamForces {
  readonly axialN: number;
  readonly shearN: number;
  readonly momentA: number;
  readonly momentB: number;
}

export interface Frame {
  /**
   * Movements under forces at the nodes.
   * @param load three numbers a node: force x, force y (N), moment (N mm)
   * @returns three numbers a node: movement x, y (mm), turn (radians)
   */
  readonly solve: (load: Float64Array) => Float64Array;
  readonly forces: (movement: Float64Array, beam: number) => BeamForces;
  /** what the supports give: three numbers a node, zero where nothing is held */
  readonly reactions: (movement: Float64Array, load: Float64Array) => Float64Array;
}

/** Stiffness of one beam in its own direction: 12 EI/L^3 and its kin, and EA/L. */
function stiffness({ modulusMPa, areaMm2, inertiaMm4 }: Beam, length: number) {
  const bend = modulusMPa * inertiaMm4;
  return {
    pull: (modulusMPa * areaMm2) / length,
    shear: (12 * bend) / length ** 3,
    lean: (6 * bend) / length ** 2,
    near: (4 * bend) / length,
    far: (2 * bend) / length,
  };
}

interface Placed {
  readonly length: number;
  readonly c: number;
  readonly s: number;
}

function placed(nodes: readonly Vec[], { a, b }: Beam): Placed {
  const [p, q] = [nodes[a]!, nodes[b]!];
  const length = Math.hypot(q.x - p.x, q.y - p.y);
  return { length, c: (q.x - p.x) / length, s: (q.y - p.y) / length };
}

/** The 6 x 6 stiffness of a beam in the plane (Euler-Bernoulli), row after row. */
function matrixOf(beam: Beam, { length, c, s }: Placed): Float64Array {
  const k = stiffness(beam, length);
  const xx = k.pull * c * c + k.shear * s * s;
  const yy = k.pull * s * s + k.shear * c * c;
  const xy = (k.pull - k.shear) * c * s;
  const [x, y] = [-k.lean * s, k.lean * c];
  // prettier-ignore
  return Float64Array.of(
     xx,  xy,  x,     -xx, -xy,  x,
     xy,  yy,  y,     -xy, -yy,  y,
      x,   y,  k.near, -x,  -y,  k.far,
    -xx, -xy, -x,      xx,  xy, -x,
    -xy, -yy, -y,      xy,  yy, -y,
      x,   y,  k.far,  -x,  -y,  k.near,
  );
}

/** For each of three freedoms a node its number among the free ones, or -1 where it is held. */
function numbered(model: FrameModel, order: readonly number[]): { of: Int32Array; count: number } {
  const own = order.map((_, node) => node);
  // Pinned nodes share the movements of the first of them.
  const rootOf = (node: number): number => {
    let at = node;
    while (own[at] !== at) at = own[at]!;
    return at;
  };
  for (const [a, b] of model.pins) own[rootOf(b)] = rootOf(a);
  const held = new Uint8Array(3 * own.length);
  for (const { node, x, y, turn } of model.supports) {
    if (x) held[3 * rootOf(node)] = 1;
    if (y) held[3 * rootOf(node) + 1] = 1;
    if (turn) held[3 * node + 2] = 1;
  }
  const of = new Int32Array(3 * own.length).fill(-1);
  const byPlace: number[] = [];
  order.forEach((place, node) => (byPlace[place] = node));
  let count = 0;
  for (const node of byPlace) {
    const root = rootOf(node);
    for (const k of [0, 1]) {
      if (held[3 * root + k] === 1) continue;
      if (of[3 * root + k] === -1) of[3 * root + k] = count++;
      of[3 * node + k] = of[3 * root + k]!;
    }
    if (held[3 * node + 2] !== 1) of[3 * node + 2] = count++;
  }
  return { of, count };
}

/**
 * Nodes in an order that keeps the factors small: along the wires first, whose nodes have two
 * neighbours each and leave no more than that behind; then the nodes where wires are joined, by
 * Cuthill and McKee (ACM 1969) on what is left.
 */
function orderOf({ nodes, beams, pins }: FrameModel): number[] {
  const near: number[][] = nodes.map(() => []);
  for (const [a, b] of [...beams.map((m) => [m.a, m.b] as const), ...pins]) {
    near[a]!.push(b);
    near[b]!.push(a);
  }
  const pinned = new Set(pins.flat());
  const isJoint = near.map((list, i) => list.length > 2 || pinned.has(i));
  const joints = isJoint.flatMap((yes, i) => (yes ? [i] : []));
  const place = new Map(joints.map((node, i) => [node, i]));
  const links: [number, number][] = [];
  const order: number[] = nodes.map(() => -1);
  let next = 0;
  const link = (a: number, b: number): void => {
    links.push([place.get(a)!, place.get(b)!], [place.get(b)!, place.get(a)!]);
  };
  const walk = (from: number, joint: number | null): void => {
    let before = joint;
    let at: number | undefined = from;
    while (at !== undefined) {
      if (isJoint[at]) {
        if (joint !== null) link(joint, at);
        return;
      }
      if (order[at] !== -1) return;
      order[at] = next++;
      const here: number = at;
      at = near[here]!.find((n) => n !== before && (order[n] === -1 || isJoint[n]));
      before = here;
    }
  };
  for (const joint of joints) for (const n of near[joint]!) walk(n, joint);
  nodes.forEach((_, i) => {
    if (!isJoint[i] && order[i] === -1 && near[i]!.length < 2) walk(i, null);
  });
  nodes.forEach((_, i) => {
    if (!isJoint[i] && order[i] === -1) walk(i, null);
  });
  const ranks = cuthillMckee(links, joints.length);
  joints.forEach((node, i) => (order[node] = next + ranks[i]!));
  return order;
}

/**
 * A plane frame of Euler-Bernoulli beams by the direct stiffness method: exact for straight beams
 * with forces at their ends; a curve is as exact as its chords. Sparse, so thousands of beams are
 * solved in some hundredths of a second.
 * @returns null when something of the frame is not held and could move off
 */
export function frameOf(model: FrameModel): Frame | null {
  const { nodes, beams } = model;
  const { of, count } = numbered(model, orderOf(model));
  const where = beams.map((beam) => placed(nodes, beam));
  const entries: [number, number, number][] = [];
  beams.forEach((beam, n) => {
    const matrix = matrixOf(beam, where[n]!);
    for (let i = 0; i < 6; i++) {
      const r = of[3 * (i < 3 ? beam.a : beam.b) + (i % 3)]!;
      if (r < 0) continue;
      for (let j = 0; j < 6; j++) {
        const c = of[3 * (j < 3 ? beam.a : beam.b) + (j % 3)]!;
        if (r <= c) entries.push([r, c, matrix[6 * i + j]!]);
      }
    }
  });
  const solver = prepare(entries, count, null);
  if (!solver) return null;

  const solve = (load: Float64Array): Float64Array => {
    const right = new Float64Array(count);
    const out = new Float64Array(of.length);
    for (let i = 0; i < of.length; i++) {
      const place = of[i]!;
      if (place >= 0) right[place] = right[place]! + load[i]!;
    }
    const found = solver(right);
    for (let i = 0; i < of.length; i++) out[i] = of[i]! >= 0 ? found[of[i]!]! : 0;
    return out;
  };
  const springs = beams.map((beam, n) => stiffness(beam, where[n]!.length));
  const forces = (movement: Float64Array, n: number): BeamForces => {
    const { c, s } = where[n]!;
    const k = springs[n]!;
    const [a, b] = [3 * beams[n]!.a, 3 * beams[n]!.b];
    const dx = movement[b]! - movement[a]!;
    const dy = movement[b + 1]! - movement[a + 1]!;
    const at = movement[a + 2]!;
    const bt = movement[b + 2]!;
    const along = dx * c + dy * s;
    const across = dy * c - dx * s;
    return {
      axialN: k.pull * along,
      shearN: k.shear * across - k.lean * (at + bt),
      momentA: k.near * at + k.far * bt - k.lean * across,
      momentB: k.far * at + k.near * bt - k.lean * across,
    };
  };
  const reactions = (movement: Float64Array, load: Float64Array): Float64Array => {
    const out = new Float64Array(3 * nodes.length);
    beams.forEach((beam, n) => {
      const matrix = matrixOf(beam, where[n]!);
      const index = [beam.a, beam.b].flatMap((node) => [3 * node, 3 * node + 1, 3 * node + 2]);
      for (let i = 0; i < 6; i++) {
        for (let j = 0; j < 6; j++) {
          out[index[i]!] = out[index[i]!]! + matrix[6 * i + j]! * movement[index[j]!]!;
        }
      }
    });
    return out.map((v, i) => (of[i] === -1 ? v - load[i]! : 0));
  };
  return isHeld(model, solve) ? { solve, forces, reactions } : null;
}

/**
 * Whether all of it is held. A part that nothing holds leaves pivots that are mere rounding, and flies
 * off under any load: further than one long beam of the whole frame's length would bend.
 */
function isHeld({ nodes, beams }: FrameModel, solve: Frame['solve']): boolean {
  const push = new Float64Array(3 * nodes.length).map((_, i) =>
    i % 3 === 2 ? 0 : 1 + (i % 7) / 7,
  );
  let [length, softest] = [0, Infinity];
  for (const beam of beams) {
    length += placed(nodes, beam).length;
    softest = Math.min(softest, beam.modulusMPa * beam.inertiaMm4);
  }
  const most = (1e3 * push.length * length ** 3) / softest;
  return solve(push).every((v) => Number.isFinite(v) && Math.abs(v) < most);
}
