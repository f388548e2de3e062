import {
  angleOf,
  cross,
  distance,
  dot,
  fromAngle,
  solveSymmetric,
  sub,
  wrapAngle,
  type Vec,
} from '../geometry';
import { Moments } from './moments';
import { OrderedFeet } from './orderedFeet';
import { moveAlong, type ChainElement, type ChainStart } from './tangentChain';

export interface PolishEnds {
  readonly freeStart: boolean;
  /** free ends stay on the first and the last point: these are drawn corners */
  readonly pinStart?: boolean;
  readonly pinEnd?: boolean;
  /** where the chain must arrive; null lets it end by its last point */
  readonly end: ChainStart | null;
}

export interface Polished {
  readonly start: ChainStart;
  readonly chain: ChainElement[];
  /** distances of the points from the chain, matched in order, mm */
  readonly rms: number;
  readonly worst: number;
}

/** The descent ends when a round gains less than this share of the squared distances. */
const HELD_GAIN = 1e-3;
/** Rounds with the points held to their pieces, rounds with them free, and when to end. */
const EFFORTS = {
  guess: { held: 8, free: 12, gain: 1e-3 },
  trial: { held: 3, free: 12, gain: 1e-4 },
  whole: { held: 8, free: 25, gain: 1e-7 },
  last: { held: 0, free: 25, gain: 1e-7 },
} as const;

export type Effort = keyof typeof EFFORTS | 'none';

/**
 * Least-squares fit of a tangent chain of lines and arcs to points: Gauss-Newton with Levenberg's
 * damping on the start, each piece's length and curvature and each corner's turn. Changing a
 * parameter moves all that follows as a rigid body, so a row of the Jacobian is a dot product of
 * three numbers, and the normal equations come from sums over what lies downstream.
 *
 * @param pieces for each point, in order, the piece it starts on; changed in place
 * @param options.freeStart false keeps the start where it is
 * @param options.end pulls the end onto a place and heading
 * @param effort `trial`: from near the end; `last`: from near the end, to the last digit; `none`: only the distances
 */
export function polish(
  points: readonly Vec[],
  pieces: Int32Array,
  start: ChainStart,
  chain: readonly ChainElement[],
  options: PolishEnds,
  effort: Effort = 'whole',
): Polished {
  const problem = new Descent(points, pieces, chain.length, options);
  let now: Fit = { start, chain: chain.map((e) => ({ ...e })) };
  if (effort === 'none') return { ...now, ...problem.errors(now, pieces) };
  const { held, free, gain } = EFFORTS[effort];
  // A first guess may drift along the chain; with every point held to its piece it cannot get lost.
  now = problem.descend(now, true, held, HELD_GAIN);
  now = problem.descend(now, false, free, gain);
  now = problem.trimToEnds(now);
  return { ...now, ...problem.errors(now, pieces) };
}

interface Fit {
  readonly start: ChainStart;
  readonly chain: ChainElement[];
}

type Kind = 'x' | 'y' | 'heading' | 'turn' | 'curvature' | 'length';

/** A parameter of the chain, with the velocity field v + omega x position of all that follows its piece. */
interface Parameter {
  readonly kind: Kind;
  readonly piece: number;
  readonly vx: number;
  readonly vy: number;
  readonly omega: number;
}

/** A residual at one place of the chain: value, gain (n, n x place) and weight; it depends on pieces up to `piece`. */
interface Held {
  readonly value: number;
  readonly gx: number;
  readonly gy: number;
  readonly gw: number;
  readonly weight: number;
  readonly piece: number;
}

const END_WEIGHT = 1;
const HOLD_WEIGHT = 1e5;
/** A radian of heading at a held end weighs like so many mm. */
const HEADING_MM = 10;
/** Turns beyond this leave the place of a tip open: the legs' lines meet far away or nowhere. */
const TIP_TURN = 2.4;
const TIP_WEIGHT = 0.05;
/** What a free end's own points say of its heading weighs like this much of a held end. */
const END_HEADING_WEIGHT = 6;
/** Lengths, and the least number of points, that an end's heading is told by. */
const END_MM = [2.5, 1.5, 0.9];
const END_POINTS = 8;
const END_LOOK = 60;

const turnHeld = (by: number, piece: number): Held => ({
  value: HEADING_MM * wrapAngle(by),
  gx: 0,
  gy: 0,
  gw: HEADING_MM,
  weight: END_HEADING_WEIGHT,
  piece,
});

/**
 * The heading in which a row of points begins, by the circle or line through its first few; null
 * where they do not lie on one. Between a lone curve's points and its end nothing else holds it.
 */
function headingAtStart(points: readonly Vec[]): number | null {
  for (const mm of END_MM) {
    let count = 1;
    let along = 0;
    while (count < points.length && along < mm) {
      along += distance(points[count - 1]!, points[count]!);
      count++;
    }
    if (count < END_POINTS || count >= points.length) continue;
    const first = points.slice(0, count);
    const moments = new Moments(first);
    const line = moments.line(0, count - 1);
    if (line.meanSquare < END_NOISE_MM ** 2 / 100) return angleOf(line.direction);
    const circle = moments.circle(0, count - 1);
    if (!circle || circle.meanSquare > END_NOISE_MM ** 2 || circle.radius < mm / 3) continue;
    const out = sub(first[0]!, circle.center);
    const way = cross(out, sub(first[count - 1]!, circle.center)) < 0 ? -1 : 1;
    return angleOf(out) + (way * Math.PI) / 2;
  }
  return null;
}

/** Points that lie worse on a circle than this are noisy, or of more than one curve. */
const END_NOISE_MM = 0.002;

/** Only what the start moves counts for the residual that holds the start. */
const START_ONLY = -1;

/** d(position at u)/d(curvature) of a piece that starts with a heading of this cosine and sine. */
function bendMotion(cos: number, sin: number, k: number, u: number): [number, number] {
  const angle = k * u;
  if (Math.abs(angle) < 1e-3) {
    const a = (2 / 3) * angle;
    const size = (u * u) / 2;
    return [-(sin + a * cos) * size, (cos - a * sin) * size];
  }
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [cos1, sin1] = [cos * c - sin * s, sin * c + cos * s];
  const k2 = k * k;
  return [(u * cos1) / k - (sin1 - sin) / k2, (u * sin1) / k + (cos1 - cos) / k2];
}

class Descent {
  private readonly x: Float64Array;
  private readonly y: Float64Array;
  private readonly along: Float64Array;
  private now: OrderedFeet;
  private next: OrderedFeet;
  /** sums over the points of each piece: gain x gain (6), gain x value (3), gain x own gain (3), own x own, own x value */
  private readonly sums: Float64Array;
  private readonly startHeading: number | null;
  private readonly endHeading: number | null;

  constructor(
    points: readonly Vec[],
    pieces: Int32Array,
    private readonly count: number,
    private readonly options: PolishEnds,
  ) {
    const n = points.length;
    this.x = new Float64Array(n);
    this.y = new Float64Array(n);
    this.along = new Float64Array(n);
    let sum = 0;
    points.forEach((p, j) => {
      this.x[j] = p.x;
      this.y[j] = p.y;
      if (j > 0) {
        const [dx, dy] = [p.x - this.x[j - 1]!, p.y - this.y[j - 1]!];
        sum += Math.sqrt(dx * dx + dy * dy);
      }
      this.along[j] = sum;
    });
    this.now = new OrderedFeet(this.x, this.y, this.along, count);
    this.next = new OrderedFeet(this.x, this.y, this.along, count);
    let j = 0;
    for (let i = 0; i < count; i++) {
      while (j < n && pieces[j]! <= i) j++;
      this.now.last[i] = i === count - 1 ? n - 1 : j - 1;
    }
    this.sums = new Float64Array(count * SUMS);
    this.startHeading = options.freeStart ? headingAtStart(points) : null;
    const back = options.end ? null : headingAtStart(points.slice(-END_LOOK).reverse());
    this.endHeading = back === null ? null : back + Math.PI;
  }

  private point(j: number): Vec {
    return { x: this.x[j]!, y: this.y[j]! };
  }

  descend(from: Fit, hold: boolean, rounds: number, gain: number): Fit {
    let now = from;
    this.now.find(now.start, now.chain, hold);
    let cost = this.cost(this.now, now.chain);
    let damping = 1e-4;
    let parameters: Parameter[] | null = null;
    let matrix: Float64Array[] = [];
    let right = new Float64Array(0);
    for (let round = 0; round < rounds; round++) {
      if (!parameters) {
        parameters = this.parameters(now.chain);
        ({ matrix, right } = this.equations(parameters, now.chain));
      }
      const step = solveSymmetric(matrix, right, damping);
      if (!step) {
        damping *= 10;
        continue;
      }
      const next = stepped(now, parameters, step);
      this.next.last.set(this.now.last);
      this.next.find(next.start, next.chain, hold);
      const nextCost = this.cost(this.next, next.chain);
      const sane = next.chain.every((e) => e.length > -0.5) && Number.isFinite(nextCost);
      if (sane && nextCost <= cost) {
        const gained = cost - nextCost;
        now = next;
        [this.now, this.next] = [this.next, this.now];
        cost = nextCost;
        parameters = null;
        damping = Math.max(1e-9, damping / 5);
        if (gained <= gain * cost + 1e-14) break;
      } else {
        damping *= 8;
        if (damping > 1e4) break;
      }
    }
    return now;
  }

  /** Free ends are where the outermost points stand, however far the descent got with them. */
  trimToEnds(fit: Fit): Fit {
    const chain = fit.chain.map((e) => ({ ...e }));
    let { start } = fit;
    this.now.find(fit.start, fit.chain, false);
    const [first, last] = [chain[0]!, chain[this.count - 1]!];
    const n = this.x.length;
    const { end, pinEnd, freeStart, pinStart } = this.options;
    if (!end && !pinEnd && this.now.last[this.count - 1]! >= this.now.firstOf(this.count - 1)) {
      last.length = this.now.u[n - 1]!;
    }
    if (freeStart && !pinStart && this.now.last[0]! >= 0) {
      const u = this.now.u[0]!;
      start = moveAlong(this.now.states[0]!, first.curvature, u);
      if (first.corner) start = { at: start.at, heading: start.heading - first.turn };
      first.length -= u;
    }
    return chain.every((e) => e.length > -0.5) ? { start, chain } : fit;
  }

  errors(fit: Fit, pieces: Int32Array): { rms: number; worst: number } {
    this.now.find(fit.start, fit.chain, false);
    const { far, last } = this.now;
    let sum = 0;
    let worst = 0;
    for (const f of far) {
      sum += f * f;
      if (f > worst) worst = f;
    }
    let i = 0;
    for (let j = 0; j < pieces.length; j++) {
      while (i < this.count - 1 && j > last[i]!) i++;
      pieces[j] = i;
    }
    return { rms: Math.sqrt(sum / Math.max(1, far.length)), worst };
  }

  private cost(feet: OrderedFeet, chain: readonly ChainElement[]): number {
    let sum = 0;
    for (const off of feet.off) sum += off * off;
    for (const r of this.held(feet, chain)) sum += r.weight * r.value * r.value;
    return sum;
  }

  /** Residuals that hold the chain's two ends, and narrow tips, which stand where the points turn back. */
  private held(feet: OrderedFeet, chain: readonly ChainElement[]): Held[] {
    const { states } = feet;
    const list: Held[] = [];
    const put = (gap: Vec, normal: Vec, at: Vec, weight: number, piece: number): void => {
      list.push({
        value: dot(gap, normal),
        gx: normal.x,
        gy: normal.y,
        gw: normal.y * at.x - normal.x * at.y,
        weight,
        piece,
      });
    };
    const first = states[0]!;
    const end = states[this.count]!;
    const all = this.count;
    const begin = sub(this.point(0), first.at);
    if (this.options.pinStart) {
      put(begin, { x: 1, y: 0 }, first.at, HOLD_WEIGHT, START_ONLY);
      put(begin, { x: 0, y: 1 }, first.at, HOLD_WEIGHT, START_ONLY);
    } else {
      put(begin, fromAngle(first.heading), first.at, END_WEIGHT, START_ONLY);
    }
    const target = this.options.end;
    if (this.startHeading !== null && this.options.freeStart) {
      list.push(turnHeld(this.startHeading - first.heading, START_ONLY));
    }
    if (!target && this.endHeading !== null) {
      list.push(turnHeld(this.endHeading - end.heading, all));
    }
    if (!target) {
      const gap = sub(this.point(this.x.length - 1), end.at);
      if (this.options.pinEnd) {
        put(gap, { x: 1, y: 0 }, end.at, HOLD_WEIGHT, all);
        put(gap, { x: 0, y: 1 }, end.at, HOLD_WEIGHT, all);
      } else {
        put(gap, fromAngle(end.heading), end.at, END_WEIGHT, all);
      }
    } else {
      const gap = sub(target.at, end.at);
      put(gap, { x: 1, y: 0 }, end.at, HOLD_WEIGHT, all);
      put(gap, { x: 0, y: 1 }, end.at, HOLD_WEIGHT, all);
      list.push({
        value: HEADING_MM * wrapAngle(target.heading - end.heading),
        gx: 0,
        gy: 0,
        gw: HEADING_MM,
        weight: HOLD_WEIGHT,
        piece: all,
      });
    }
    for (let i = 1; i < this.count; i++) {
      const e = chain[i]!;
      if (!e.corner || Math.abs(e.turn) < TIP_TURN) continue;
      const s = states[i]!;
      const into = fromAngle(s.heading - e.turn);
      const tip = this.point(Math.max(0, feet.firstOf(i) - 1));
      put(sub(tip, s.at), into, s.at, TIP_WEIGHT, i - 1);
    }
    return list;
  }

  private parameters(chain: readonly ChainElement[]): Parameter[] {
    const { states } = this.now;
    const list: Parameter[] = [];
    if (this.options.freeStart) {
      const { at } = states[0]!;
      list.push({ kind: 'x', piece: -1, vx: 1, vy: 0, omega: 0 });
      list.push({ kind: 'y', piece: -1, vx: 0, vy: 1, omega: 0 });
      list.push({ kind: 'heading', piece: -1, vx: at.y, vy: -at.x, omega: 1 });
    }
    chain.forEach((e, i) => {
      const s = states[i]!;
      const [cos, sin] = [Math.cos(s.heading), Math.sin(s.heading)];
      const end = moveAlong(s, e.curvature, e.length);
      if (e.corner) list.push({ kind: 'turn', piece: i - 1, vx: s.at.y, vy: -s.at.x, omega: 1 });
      const { x, y } = end.at;
      if (!e.line && !e.held) {
        const [bx, by] = bendMotion(cos, sin, e.curvature, e.length);
        const w = e.length;
        list.push({ kind: 'curvature', piece: i, vx: bx + w * y, vy: by - w * x, omega: w });
      }
      const k = e.curvature;
      const along = fromAngle(end.heading);
      list.push({ kind: 'length', piece: i, vx: along.x + k * y, vy: along.y - k * x, omega: k });
    });
    return list;
  }

  /** Normal equations: for each pair of parameters a sum over all that lies downstream of both. */
  private equations(
    parameters: readonly Parameter[],
    chain: readonly ChainElement[],
  ): { matrix: Float64Array[]; right: Float64Array<ArrayBuffer> } {
    const size = parameters.length;
    const matrix = Array.from({ length: size }, () => new Float64Array(size));
    const right = new Float64Array(size);
    this.sumPieces(chain);
    const { sums } = this;
    parameters.forEach((p, own) => {
      if (p.kind !== 'curvature') return;
      const at = p.piece * SUMS;
      const [cx, cy, cw] = [sums[at + 9]!, sums[at + 10]!, sums[at + 11]!];
      right[own] = right[own]! + sums[at + 13]!;
      matrix[own]![own] = matrix[own]![own]! + sums[at + 12]!;
      for (let q = 0; q < own; q++) {
        const m = parameters[q]!;
        matrix[q]![own] = matrix[q]![own]! + m.vx * cx + m.vy * cy + m.omega * cw;
      }
    });
    for (const r of this.held(this.now, chain)) addHeld(parameters, r, matrix, right);
    this.addDownstream(parameters, matrix, right);
    return { matrix, right };
  }

  private sumPieces(chain: readonly ChainElement[]): void {
    const { sums, now } = this;
    sums.fill(0);
    for (let i = 0; i < this.count; i++) {
      const e = chain[i]!;
      const s = now.states[i]!;
      const k = e.curvature;
      const [cos, sin] = [Math.cos(s.heading), Math.sin(s.heading)];
      const at = i * SUMS;
      const free = !e.line && !e.held;
      for (let j = now.firstOf(i); j <= now.last[i]!; j++) {
        const u = now.u[j]!;
        const off = now.off[j]!;
        const angle = k * u;
        let [hc, hs, fx, fy] = [cos, sin, s.at.x + u * cos, s.at.y + u * sin];
        if (angle > 1e-7 || angle < -1e-7) {
          const [c, n] = [Math.cos(angle), Math.sin(angle)];
          hc = cos * c - sin * n;
          hs = sin * c + cos * n;
          fx = s.at.x + (hs - sin) / k;
          fy = s.at.y - (hc - cos) / k;
        }
        const gx = -hs;
        const gy = hc;
        const gw = gy * fx - gx * fy;
        sums[at] = sums[at]! + gx * gx;
        sums[at + 1] = sums[at + 1]! + gx * gy;
        sums[at + 2] = sums[at + 2]! + gx * gw;
        sums[at + 3] = sums[at + 3]! + gy * gy;
        sums[at + 4] = sums[at + 4]! + gy * gw;
        sums[at + 5] = sums[at + 5]! + gw * gw;
        sums[at + 6] = sums[at + 6]! + gx * off;
        sums[at + 7] = sums[at + 7]! + gy * off;
        sums[at + 8] = sums[at + 8]! + gw * off;
        if (!free) continue;
        const [bx, by] = bendMotion(cos, sin, k, u);
        const own = gx * bx + gy * by;
        sums[at + 9] = sums[at + 9]! + gx * own;
        sums[at + 10] = sums[at + 10]! + gy * own;
        sums[at + 11] = sums[at + 11]! + gw * own;
        sums[at + 12] = sums[at + 12]! + own * own;
        sums[at + 13] = sums[at + 13]! + own * off;
      }
    }
  }

  private addDownstream(
    parameters: readonly Parameter[],
    matrix: Float64Array[],
    right: Float64Array,
  ): void {
    const { sums } = this;
    let [xx, xy, xw, yy, yw, ww, x, y, w] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    let piece = this.count - 1;
    for (let b = parameters.length - 1; b >= 0; b--) {
      const q = parameters[b]!;
      while (piece > q.piece && piece >= 0) {
        const at = piece * SUMS;
        xx += sums[at]!;
        xy += sums[at + 1]!;
        xw += sums[at + 2]!;
        yy += sums[at + 3]!;
        yw += sums[at + 4]!;
        ww += sums[at + 5]!;
        x += sums[at + 6]!;
        y += sums[at + 7]!;
        w += sums[at + 8]!;
        piece--;
      }
      right[b] = right[b]! + q.vx * x + q.vy * y + q.omega * w;
      const ox = xx * q.vx + xy * q.vy + xw * q.omega;
      const oy = xy * q.vx + yy * q.vy + yw * q.omega;
      const ow = xw * q.vx + yw * q.vy + ww * q.omega;
      for (let a = 0; a <= b; a++) {
        const m = parameters[a]!;
        const row = matrix[a]!;
        row[b] = row[b]! + m.vx * ox + m.vy * oy + m.omega * ow;
      }
    }
  }
}

const SUMS = 14;

function addHeld(
  parameters: readonly Parameter[],
  r: Held,
  matrix: Float64Array[],
  right: Float64Array,
): void {
  const gains = parameters.map((q) => {
    const moves = r.piece === START_ONLY ? q.piece < 0 && q.kind !== 'turn' : q.piece <= r.piece;
    return moves ? r.gx * q.vx + r.gy * q.vy + r.gw * q.omega : 0;
  });
  gains.forEach((g, a) => {
    if (g === 0) return;
    right[a] = right[a]! + r.weight * g * r.value;
    const row = matrix[a]!;
    for (let b = a; b < gains.length; b++) row[b] = row[b]! + r.weight * g * gains[b]!;
  });
}

function stepped(from: Fit, parameters: readonly Parameter[], step: Float64Array): Fit {
  const chain = from.chain.map((e) => ({ ...e }));
  let { x, y } = from.start.at;
  let { heading } = from.start;
  parameters.forEach((p, i) => {
    const by = step[i] ?? 0;
    if (p.kind === 'x') x += by;
    else if (p.kind === 'y') y += by;
    else if (p.kind === 'heading') heading += by;
    else if (p.kind === 'turn') (chain[p.piece + 1] as ChainElement).turn += by;
    else if (p.kind === 'curvature') (chain[p.piece] as ChainElement).curvature += by;
    else (chain[p.piece] as ChainElement).length += by;
  });
  return { start: { at: { x, y }, heading }, chain };
}
