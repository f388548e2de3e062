import { Groups, type Vec } from '../geometry';
import { factorSymmetric, reverseCuthillMckee, SymmetricEntries } from './sparse';

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
  /** The same for several loads, four at a time: quicker than one by one. */
  readonly solveAll: (loads: readonly Float64Array[]) => Float64Array[];
  /**
   * Movements under 1 N, or 1 N mm, on one freedom alone, remembered: those of any load are a sum of such.
   * @param freedom three times the node, and 0, 1 or 2 for x, y and turn
   */
  readonly unit: (freedom: number) => Float64Array;
  /** Works out several such movements at once, for {@link unit} to give: quicker than one by one. */
  readonly units: (freedoms: readonly number[]) => void;
  readonly forces: (movement: Float64Array, beam: number) => BeamForces;
  /** the same, written where the caller wants it: all beams are asked for many loads */
  readonly forcesInto: (
    out: { -readonly [K in keyof BeamForces]: number },
    movement: Float64Array,
    beam: number,
  ) => void;
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

/** Numbers kept of each beam: its direction and its stiffness. */
const KEPT = 7;

/** For each beam the cosine and sine of its direction, then its stiffness in that direction. */
function measured(nodes: readonly Vec[], beams: readonly Beam[]): Float64Array {
  const out = new Float64Array(KEPT * beams.length);
  beams.forEach((beam, n) => {
    const [p, q] = [nodes[beam.a]!, nodes[beam.b]!];
    const length = Math.hypot(q.x - p.x, q.y - p.y);
    const k = stiffness(beam, length);
    const [c, s] = [(q.x - p.x) / length, (q.y - p.y) / length];
    out.set([c, s, k.pull, k.shear, k.lean, k.near, k.far], KEPT * n);
  });
  return out;
}

/** The 6 x 6 stiffness of a beam in the plane (Euler-Bernoulli), row after row. */
function matrixInto(m: Float64Array, kept: Float64Array, beam: number): void {
  const at = KEPT * beam;
  const [c, s, pull, shear] = [kept[at]!, kept[at + 1]!, kept[at + 2]!, kept[at + 3]!];
  const [lean, near, far] = [kept[at + 4]!, kept[at + 5]!, kept[at + 6]!];
  const xx = pull * c * c + shear * s * s;
  const yy = pull * s * s + shear * c * c;
  const xy = (pull - shear) * c * s;
  const [x, y] = [-lean * s, lean * c];
  // prettier-ignore
  {
    m[0] = xx;   m[1] = xy;   m[2] = x;     m[3] = -xx;  m[4] = -xy;  m[5] = x;
    m[6] = xy;   m[7] = yy;   m[8] = y;     m[9] = -xy;  m[10] = -yy; m[11] = y;
    m[12] = x;   m[13] = y;   m[14] = near; m[15] = -x;  m[16] = -y;  m[17] = far;
    m[18] = -xx; m[19] = -xy; m[20] = -x;   m[21] = xx;  m[22] = xy;  m[23] = -x;
    m[24] = -xy; m[25] = -yy; m[26] = -y;   m[27] = xy;  m[28] = yy;  m[29] = -y;
    m[30] = x;   m[31] = y;   m[32] = far;  m[33] = -x;  m[34] = -y;  m[35] = near;
  }
}

/** For each of three freedoms a node its number among the free ones, or -1 where it is held. */
function numbered(model: FrameModel, order: readonly number[]): { of: Int32Array; count: number } {
  // Pinned nodes share the movements of the first of them.
  const pinned = new Groups(order.length);
  for (const [a, b] of model.pins) pinned.join(a, b);
  const rootOf = (node: number): number => pinned.of(node);
  const held = new Uint8Array(3 * order.length);
  for (const { node, x, y, turn } of model.supports) {
    if (x) held[3 * rootOf(node)] = 1;
    if (y) held[3 * rootOf(node) + 1] = 1;
    if (turn) held[3 * node + 2] = 1;
  }
  const of = new Int32Array(3 * order.length).fill(-1);
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
 * neighbours each and leave no more than that behind; then the nodes where wires are joined, in an
 * order that keeps the band of what is left narrow.
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
  const links = joints.map(() => new Set<number>());
  const order: number[] = nodes.map(() => -1);
  let next = 0;
  const link = (a: number, b: number): void => {
    const [from, to] = [place.get(a)!, place.get(b)!];
    if (from === to) return;
    links[from]!.add(to);
    links[to]!.add(from);
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
  const ranks = reverseCuthillMckee(links);
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
  const kept = measured(nodes, beams);
  const entries = new SymmetricEntries(count);
  const matrix = new Float64Array(36);
  const own = new Int32Array(6);
  const place = ({ a, b }: Beam): void => {
    for (let k = 0; k < 3; k++) {
      own[k] = 3 * a + k;
      own[k + 3] = 3 * b + k;
    }
  };
  beams.forEach((beam, n) => {
    matrixInto(matrix, kept, n);
    place(beam);
    for (let i = 0; i < 6; i++) {
      const r = of[own[i]!]!;
      if (r < 0) continue;
      for (let j = 0; j < 6; j++) entries.add(r, of[own[j]!]!, matrix[6 * i + j]!);
    }
  });
  const solver = factorSymmetric(entries);
  if (!solver) return null;

  const right = new Float64Array(count);
  const solve = (load: Float64Array): Float64Array => {
    right.fill(0);
    for (let i = 0; i < of.length; i++) {
      const to = of[i]!;
      if (to >= 0) right[to]! += load[i]!;
    }
    solver.solve(right);
    const out = new Float64Array(of.length);
    for (let i = 0; i < of.length; i++) out[i] = of[i]! >= 0 ? right[of[i]!]! : 0;
    return out;
  };
  const units = new Map<number, Float64Array>();
  const unit = (freedom: number): Float64Array => {
    const known = units.get(freedom);
    if (known) return known;
    const load = new Float64Array(of.length);
    load[freedom] = 1;
    const moved = solve(load);
    units.set(freedom, moved);
    return moved;
  };
  const four = new Float64Array(4 * count);
  /** Movements under what is put into so many right sides. */
  const inFours = (
    howMany: number,
    put: (which: number, into: (freedom: number, value: number) => void) => void,
  ): Float64Array[] => {
    const out: Float64Array[] = [];
    for (let from = 0; from < howMany; from += 4) {
      const some = Math.min(4, howMany - from);
      four.fill(0);
      for (let k = 0; k < some; k++) {
        put(from + k, (freedom, value) => {
          const to = of[freedom]!;
          if (to >= 0) four[4 * to + k]! += value;
        });
      }
      solver.solveFour(four);
      for (let k = 0; k < some; k++) {
        const moved = new Float64Array(of.length);
        for (let i = 0; i < of.length; i++) moved[i] = of[i]! >= 0 ? four[4 * of[i]! + k]! : 0;
        out.push(moved);
      }
    }
    return out;
  };
  const solveAll = (loads: readonly Float64Array[]): Float64Array[] =>
    inFours(loads.length, (which, into) => {
      const load = loads[which]!;
      for (let i = 0; i < load.length; i++) if (load[i] !== 0) into(i, load[i]!);
    });
  const unitsAtOnce = (freedoms: readonly number[]): void => {
    const wanted = [...new Set(freedoms)].filter((f) => !units.has(f));
    inFours(wanted.length, (which, into) => into(wanted[which]!, 1)).forEach((moved, i) =>
      units.set(wanted[i]!, moved),
    );
  };
  const forcesInto: Frame['forcesInto'] = (out, movement, n) => {
    const at = KEPT * n;
    const c = kept[at]!;
    const s = kept[at + 1]!;
    const { a, b } = beams[n]!;
    const dx = movement[3 * b]! - movement[3 * a]!;
    const dy = movement[3 * b + 1]! - movement[3 * a + 1]!;
    const ta = movement[3 * a + 2]!;
    const tb = movement[3 * b + 2]!;
    const across = dy * c - dx * s;
    const [lean, near, far] = [kept[at + 4]!, kept[at + 5]!, kept[at + 6]!];
    out.axialN = kept[at + 2]! * (dx * c + dy * s);
    out.shearN = kept[at + 3]! * across - lean * (ta + tb);
    out.momentA = near * ta + far * tb - lean * across;
    out.momentB = far * ta + near * tb - lean * across;
  };
  const forces = (movement: Float64Array, n: number): BeamForces => {
    const out = { axialN: 0, shearN: 0, momentA: 0, momentB: 0 };
    forcesInto(out, movement, n);
    return out;
  };
  const reactions = (movement: Float64Array, load: Float64Array): Float64Array => {
    const out = new Float64Array(3 * nodes.length);
    beams.forEach((beam, n) => {
      matrixInto(matrix, kept, n);
      place(beam);
      for (let i = 0; i < 6; i++) {
        for (let j = 0; j < 6; j++) out[own[i]!]! += matrix[6 * i + j]! * movement[own[j]!]!;
      }
    });
    return out.map((v, i) => (of[i] === -1 ? v - load[i]! : 0));
  };
  return isHeld(model, solve)
    ? { solve, solveAll, unit, units: unitsAtOnce, forces, forcesInto, reactions }
    : null;
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
    const [p, q] = [nodes[beam.a]!, nodes[beam.b]!];
    length += Math.hypot(q.x - p.x, q.y - p.y);
    softest = Math.min(softest, beam.modulusMPa * beam.inertiaMm4);
  }
  const most = (1e3 * push.length * length ** 3) / softest;
  return solve(push).every((v) => Number.isFinite(v) && Math.abs(v) < most);
}
