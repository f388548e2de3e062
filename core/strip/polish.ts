import { add, distance, fromAngle, perp, scale, sub, dot, wrapAngle, type Vec } from '../geometry';
import { solveSymmetric } from '../geometry';

/** One line or arc of a chain in which each piece starts where, and as, the one before ends. */
export interface ChainElement {
  /** turn before this piece, radians; only a corner has one that may change */
  turn: number;
  corner: boolean;
  /** signed, 1/mm */
  curvature: number;
  line: boolean;
  /** its curvature stays as it is */
  held?: boolean;
  length: number;
}

export interface ChainStart {
  readonly at: Vec;
  readonly heading: number;
}

interface State {
  readonly at: Vec;
  readonly heading: number;
}

/** Velocity field of an infinitesimal rigid motion: v + omega x position. */
type Motion = readonly [vx: number, vy: number, omega: number];

interface Foot {
  piece: number;
  u: number;
  /** signed distance along the normal, mm */
  off: number;
  far: number;
}

export interface PolishEnds {
  readonly freeStart: boolean;
  /** where the chain must arrive; null lets it end by its last point */
  readonly end: ChainStart | null;
}

const HELD_ROUNDS = 8;
const ROUNDS = 25;

export const moveAlong = (s: State, curvature: number, u: number): State => {
  if (Math.abs(curvature * u) < 1e-7) {
    return { at: add(s.at, scale(fromAngle(s.heading), u)), heading: s.heading + curvature * u };
  }
  const center = add(s.at, scale(perp(fromAngle(s.heading)), 1 / curvature));
  const heading = s.heading + curvature * u;
  return { at: sub(center, scale(perp(fromAngle(heading)), 1 / curvature)), heading };
};

/** The state at the start of every piece (after its corner) and, last, at the end of the chain. */
export function walk(start: ChainStart, chain: readonly ChainElement[]): State[] {
  const states: State[] = [];
  let s: State = start;
  for (const e of chain) {
    s = { at: s.at, heading: s.heading + (e.corner ? e.turn : 0) };
    states.push(s);
    s = moveAlong(s, e.curvature, e.length);
  }
  states.push(s);
  return states;
}

function footOn(s: State, e: ChainElement, p: Vec, open: 'none' | 'start' | 'end' | 'both'): Foot {
  let u: number;
  const d = fromAngle(s.heading);
  const rel = sub(p, s.at);
  if (Math.abs(e.curvature) * Math.max(e.length, 1e-9) < 1e-7) {
    u = dot(rel, d);
  } else {
    const center = scale(perp(d), 1 / e.curvature);
    const from = scale(center, -1);
    const to = sub(rel, center);
    const angle = Math.atan2(from.x * to.y - from.y * to.x, dot(from, to));
    const half = (e.curvature * e.length) / 2;
    u = (half + wrapAngle(angle - half)) / e.curvature;
  }
  const low = open === 'start' || open === 'both' ? -Infinity : 0;
  const high = open === 'end' || open === 'both' ? Infinity : e.length;
  const clamped = Math.min(high, Math.max(low, u));
  const foot = moveAlong(s, e.curvature, clamped);
  const off = dot(sub(p, foot.at), perp(fromAngle(foot.heading)));
  return { piece: 0, u: clamped, off, far: distance(p, foot.at) };
}

/**
 * Assigns every point to the nearest place of the piece it had or of a neighbour of that piece; on
 * `hold` to the piece it had, lengthened as far as it takes.
 */
function findFeet(
  points: readonly Vec[],
  chain: readonly ChainElement[],
  states: readonly State[],
  pieces: Int32Array,
  hold: boolean,
): Foot[] {
  const last = chain.length - 1;
  return points.map((p, j) => {
    const now = pieces[j] ?? 0;
    if (hold) return { ...footOn(states[now]!, chain[now]!, p, 'both'), piece: now };
    let best: Foot | null = null;
    for (let i = Math.max(0, now - 1); i <= Math.min(last, now + 1); i++) {
      const open = i === 0 && i === last ? 'both' : i === 0 ? 'start' : i === last ? 'end' : 'none';
      const foot = footOn(states[i]!, chain[i]!, p, open);
      if (!best || foot.far < best.far - 1e-12) best = { ...foot, piece: i };
    }
    const chosen = best!;
    pieces[j] = chosen.piece;
    return chosen;
  });
}

const turnAbout = (p: Vec): Motion => [p.y, -p.x, 1];

/** d(position at u)/d(curvature) of a piece. */
function bendMotion(s: State, curvature: number, u: number): Vec {
  const angle = curvature * u;
  if (Math.abs(angle) < 1e-3) {
    return scale(perp(fromAngle(s.heading + (2 / 3) * angle)), (u * u) / 2);
  }
  const [sin0, cos0] = [Math.sin(s.heading), Math.cos(s.heading)];
  const [sin1, cos1] = [Math.sin(s.heading + angle), Math.cos(s.heading + angle)];
  const k2 = curvature * curvature;
  return {
    x: (u * cos1) / curvature - (sin1 - sin0) / k2,
    y: (u * sin1) / curvature + (cos1 - cos0) / k2,
  };
}

interface Parameter {
  readonly kind: 'x' | 'y' | 'heading' | 'turn' | 'curvature' | 'length';
  readonly piece: number;
  readonly motion: Motion;
}

function parametersOf(
  chain: readonly ChainElement[],
  states: readonly State[],
  freeStart: boolean,
): Parameter[] {
  const list: Parameter[] = [];
  const first = states[0]!;
  if (freeStart) {
    list.push({ kind: 'x', piece: -1, motion: [1, 0, 0] });
    list.push({ kind: 'y', piece: -1, motion: [0, 1, 0] });
    list.push({ kind: 'heading', piece: -1, motion: turnAbout(first.at) });
  }
  chain.forEach((e, i) => {
    const s = states[i]!;
    const end = moveAlong(s, e.curvature, e.length);
    if (e.corner) list.push({ kind: 'turn', piece: i - 1, motion: turnAbout(s.at) });
    if (!e.line && !e.held) {
      const shift = bendMotion(s, e.curvature, e.length);
      const [x, y] = turnAbout(end.at);
      const w = e.length;
      list.push({ kind: 'curvature', piece: i, motion: [shift.x + w * x, shift.y + w * y, w] });
    }
    const along = fromAngle(end.heading);
    const [x, y] = turnAbout(end.at);
    const k = e.curvature;
    list.push({ kind: 'length', piece: i, motion: [along.x + k * x, along.y + k * y, k] });
  });
  return list;
}

/** What a motion does to a point at f along direction n: n . (v + omega x f). */
const gainOf = (n: Vec, f: Vec): Motion => [n.x, n.y, n.y * f.x - n.x * f.y];
const apply = (g: Motion, m: Motion): number => g[0] * m[0] + g[1] * m[1] + g[2] * m[2];

/**
 * Least-squares fit of a tangent chain of lines and arcs to points: Gauss-Newton with Levenberg's
 * damping on the start, each piece's length and curvature and each corner's turn. Changing a
 * parameter moves all that follows as a rigid body, so a row of the Jacobian is a dot product of
 * three numbers.
 *
 * @param pieces for each point the piece it starts on; changed in place
 * @param options.freeStart false keeps the start where it is
 * @param options.end pulls the end onto a place and heading
 */
export function polish(
  points: readonly Vec[],
  pieces: Int32Array,
  start: ChainStart,
  chain: ChainElement[],
  options: PolishEnds,
): { start: ChainStart; chain: ChainElement[]; rms: number; worst: number } {
  let now: Fit = { start, chain: chain.map((e) => ({ ...e })) };
  // A first guess may drift along the chain; with every point held to its piece it cannot get lost.
  now = descend(points, pieces, now, options, true, HELD_ROUNDS);
  now = descend(points, pieces, now, options, false, ROUNDS);
  now = trimToEnds(points, now, options);
  const feet = findFeet(points, now.chain, walk(now.start, now.chain), pieces, false);
  return { ...now, ...errorsOf(feet) };
}

/** Free ends are where the outermost points stand, however far the descent got with them. */
function trimToEnds(points: readonly Vec[], fit: Fit, options: PolishEnds): Fit {
  const chain = fit.chain.map((e) => ({ ...e }));
  let { start } = fit;
  const states = walk(start, chain);
  const [first, last] = [chain[0]!, chain[chain.length - 1]!];
  if (!options.end) {
    last.length = footOn(states[chain.length - 1]!, last, points[points.length - 1]!, 'both').u;
  }
  if (options.freeStart) {
    const { u } = footOn(states[0]!, first, points[0]!, 'both');
    start = moveAlong(states[0]!, first.curvature, u);
    first.length -= u;
  }
  return chain.every((e) => e.length > -0.5) ? { start, chain } : fit;
}

interface Fit {
  readonly start: ChainStart;
  readonly chain: ChainElement[];
}

function descend(
  points: readonly Vec[],
  pieces: Int32Array,
  from: Fit,
  options: PolishEnds,
  hold: boolean,
  rounds: number,
): Fit {
  let now = from;
  let states = walk(now.start, now.chain);
  let feet = findFeet(points, now.chain, states, pieces, hold);
  let cost = costOf(points, feet, now.chain, states, options.end);
  let damping = 1e-4;
  for (let round = 0; round < rounds; round++) {
    const { parameters, matrix, right } = equations(points, feet, now.chain, states, options);
    const step = solveSymmetric(matrix, right, damping);
    if (!step) {
      damping *= 10;
      continue;
    }
    const next = stepped(now.start, now.chain, parameters, step);
    const nextStates = walk(next.start, next.chain);
    const nextPieces = pieces.slice();
    const nextFeet = findFeet(points, next.chain, nextStates, nextPieces, hold);
    const nextCost = costOf(points, nextFeet, next.chain, nextStates, options.end);
    const sane = next.chain.every((e) => e.length > -0.5) && Number.isFinite(nextCost);
    if (sane && nextCost <= cost) {
      const gained = cost - nextCost;
      now = next;
      states = nextStates;
      feet = nextFeet;
      pieces.set(nextPieces);
      cost = nextCost;
      damping = Math.max(1e-9, damping / 5);
      if (gained <= 1e-7 * cost + 1e-14) break;
    } else {
      damping *= 8;
      if (damping > 1e4) break;
    }
  }
  return now;
}

function errorsOf(feet: readonly Foot[]): { rms: number; worst: number } {
  let sum = 0;
  let worst = 0;
  for (const f of feet) {
    sum += f.far * f.far;
    worst = Math.max(worst, f.far);
  }
  return { rms: Math.sqrt(sum / Math.max(1, feet.length)), worst };
}

interface Residual {
  readonly value: number;
  readonly gain: Motion;
  readonly weight: number;
}

const END_WEIGHT = 1;
const HOLD_WEIGHT = 1e5;
/** A radian of heading at a held end weighs like so many mm. */
const HEADING_MM = 10;

/** Residuals that hold the chain's two ends: to the outermost points, or to a place and heading. */
function endResiduals(
  points: readonly Vec[],
  states: readonly State[],
  target: ChainStart | null,
): { start: Residual; end: Residual[] } {
  const first = states[0]!;
  const end = states[states.length - 1]!;
  const pull = (gap: Vec, normal: Vec, at: Vec, weight: number): Residual => ({
    value: dot(gap, normal),
    gain: gainOf(normal, at),
    weight,
  });
  const start = pull(sub(points[0]!, first.at), fromAngle(first.heading), first.at, END_WEIGHT);
  if (!target) {
    const gap = sub(points[points.length - 1]!, end.at);
    return { start, end: [pull(gap, fromAngle(end.heading), end.at, END_WEIGHT)] };
  }
  const gap = sub(target.at, end.at);
  const turn: Residual = {
    value: HEADING_MM * wrapAngle(target.heading - end.heading),
    gain: [0, 0, HEADING_MM],
    weight: HOLD_WEIGHT,
  };
  const axes = [
    { x: 1, y: 0 },
    { x: 0, y: 1 },
  ];
  return { start, end: [...axes.map((n) => pull(gap, n, end.at, HOLD_WEIGHT)), turn] };
}

/** Turns beyond this leave the place of a tip open: the legs' lines meet far away or nowhere. */
const TIP_TURN = 2.4;
const TIP_WEIGHT = 0.05;

/** One residual for each narrow tip: it stands where the points turn back. `piece` is the leg before. */
function tipResiduals(
  points: readonly Vec[],
  feet: readonly Foot[],
  chain: readonly ChainElement[],
  states: readonly State[],
): (Residual & { piece: number })[] {
  const list: (Residual & { piece: number })[] = [];
  chain.forEach((e, i) => {
    if (i === 0 || !e.corner || Math.abs(e.turn) < TIP_TURN) return;
    const after = feet.findIndex((f) => f.piece >= i);
    const p = points[Math.max(0, after - 1)];
    const s = states[i]!;
    const into = fromAngle(s.heading - e.turn);
    if (after < 0 || !p) return;
    list.push({
      value: dot(sub(p, s.at), into),
      gain: gainOf(into, s.at),
      weight: TIP_WEIGHT,
      piece: i - 1,
    });
  });
  return list;
}

function costOf(
  points: readonly Vec[],
  feet: readonly Foot[],
  chain: readonly ChainElement[],
  states: readonly State[],
  target: ChainStart | null,
): number {
  const ends = endResiduals(points, states, target);
  const tips = tipResiduals(points, feet, chain, states);
  const held = [ends.start, ...ends.end, ...tips].reduce(
    (sum, r) => sum + r.weight * r.value ** 2,
    0,
  );
  return feet.reduce((sum, f) => sum + f.off * f.off, held);
}

/** Normal equations, assembled with sums over all that lies downstream of each parameter. */
function equations(
  points: readonly Vec[],
  feet: readonly Foot[],
  chain: readonly ChainElement[],
  states: readonly State[],
  options: PolishEnds,
): { parameters: Parameter[]; matrix: Float64Array[]; right: Float64Array } {
  const parameters = parametersOf(chain, states, options.freeStart);
  const size = parameters.length;
  const matrix = Array.from({ length: size }, () => new Float64Array(size));
  const right = new Float64Array(size);
  // For each piece: sums of gain x gain and gain x value of the points standing on it.
  const outer = chain.map(() => new Float64Array(9));
  const first = chain.map(() => new Float64Array(3));
  const ownIndex = chain.map((_, i) =>
    parameters.findIndex((p) => p.kind === 'curvature' && p.piece === i),
  );
  for (const f of feet) {
    const s = states[f.piece]!;
    const curvature = chain[f.piece]!.curvature;
    const foot = moveAlong(s, curvature, f.u);
    const normal = perp(fromAngle(foot.heading));
    const gain = gainOf(normal, foot.at);
    collect(outer[f.piece] as Float64Array, first[f.piece] as Float64Array, gain, f.off);
    const own = ownIndex[f.piece] ?? -1;
    if (own < 0) continue;
    const ownGain = dot(normal, bendMotion(s, curvature, f.u));
    right[own] = (right[own] ?? 0) + ownGain * f.off;
    bump(matrix, own, own, ownGain * ownGain);
    for (let q = 0; q < own; q++) {
      bump(matrix, q, own, apply(gain, parameters[q]!.motion) * ownGain);
    }
  }
  const ends = endResiduals(points, states, options.end);
  addRow(matrix, right, ends.start, (i) => {
    const q = parameters[i]!;
    return q.piece < 0 && q.kind !== 'turn' ? apply(ends.start.gain, q.motion) : 0;
  });
  for (const r of ends.end) {
    addRow(matrix, right, r, (i) => apply(r.gain, parameters[i]!.motion));
  }
  for (const r of tipResiduals(points, feet, chain, states)) {
    addRow(matrix, right, r, (i) => {
      const q = parameters[i]!;
      return q.piece <= r.piece ? apply(r.gain, q.motion) : 0;
    });
  }
  downstreamSums(parameters, chain.length, outer, first, matrix, right);
  return { parameters, matrix, right };
}

function collect(outer: Float64Array, first: Float64Array, gain: Motion, value: number): void {
  for (let a = 0; a < 3; a++) {
    const g = gain[a]!;
    first[a] = (first[a] ?? 0) + g * value;
    for (let b = 0; b < 3; b++) {
      outer[a * 3 + b] = (outer[a * 3 + b] ?? 0) + g * gain[b]!;
    }
  }
}

function bump(matrix: Float64Array[], a: number, b: number, by: number): void {
  const row = matrix[a]!;
  row[b] = (row[b] ?? 0) + by;
}

function addRow(
  matrix: Float64Array[],
  right: Float64Array,
  r: Residual,
  gainAt: (index: number) => number,
): void {
  const gains = Array.from(right, (_, i) => gainAt(i));
  gains.forEach((g, a) => {
    if (g === 0) return;
    right[a] = (right[a] ?? 0) + r.weight * g * r.value;
    for (let b = a; b < gains.length; b++) bump(matrix, a, b, r.weight * g * (gains[b] ?? 0));
  });
}

function downstreamSums(
  parameters: readonly Parameter[],
  count: number,
  outer: readonly Float64Array[],
  first: readonly Float64Array[],
  matrix: Float64Array[],
  right: Float64Array,
): void {
  const o = new Float64Array(9);
  const f = new Float64Array(3);
  let piece = count - 1;
  for (let b = parameters.length - 1; b >= 0; b--) {
    const q = parameters[b]!;
    while (piece > q.piece && piece >= 0) {
      outer[piece]?.forEach((v, i) => (o[i] = (o[i] ?? 0) + v));
      first[piece]?.forEach((v, i) => (f[i] = (f[i] ?? 0) + v));
      piece--;
    }
    const h = q.motion;
    right[b] = (right[b] ?? 0) + h[0] * (f[0] ?? 0) + h[1] * (f[1] ?? 0) + h[2] * (f[2] ?? 0);
    const oh = [0, 1, 2].map(
      (a) => (o[a * 3] ?? 0) * h[0] + (o[a * 3 + 1] ?? 0) * h[1] + (o[a * 3 + 2] ?? 0) * h[2],
    );
    for (let a = 0; a <= b; a++) {
      const m = parameters[a]!.motion;
      bump(matrix, a, b, m[0] * (oh[0] ?? 0) + m[1] * (oh[1] ?? 0) + m[2] * (oh[2] ?? 0));
    }
  }
}

function stepped(
  start: ChainStart,
  chain: readonly ChainElement[],
  parameters: readonly Parameter[],
  step: Float64Array,
): { start: ChainStart; chain: ChainElement[] } {
  const next = chain.map((e) => ({ ...e }));
  let { x, y } = start.at;
  let heading = start.heading;
  parameters.forEach((p, i) => {
    const by = step[i] ?? 0;
    if (p.kind === 'x') x += by;
    else if (p.kind === 'y') y += by;
    else if (p.kind === 'heading') heading += by;
    else if (p.kind === 'turn') (next[p.piece + 1] as ChainElement).turn += by;
    else if (p.kind === 'curvature') (next[p.piece] as ChainElement).curvature += by;
    else (next[p.piece] as ChainElement).length += by;
  });
  return { start: { at: { x, y }, heading }, chain: next };
}
