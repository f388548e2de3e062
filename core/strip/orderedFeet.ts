import { walk, type ChainElement, type ChainStart } from './tangentChain';

/** A piece whose turn is less than this is taken for a line when feet are found. */
const STRAIGHT_TURN = 1e-7;
/** How many points beyond a boundary may lie nearer to their own piece before it stops moving. */
const LOOK_AHEAD = 2;

/**
 * The feet of a row of points on a chain, in order: the points of each piece follow each other, and
 * those of the next piece come after them. So a point beside another pass of the line, or another
 * turn of a curve, is never taken for a point of that. Flat arrays, since this is asked thousands of
 * times while a line is fitted.
 */
export class OrderedFeet {
  readonly u: Float64Array;
  /** signed distance along the normal, mm, and the plain distance */
  readonly off: Float64Array;
  readonly far: Float64Array;
  /** for each piece its last point; a piece without points has that of the piece before */
  readonly last: Int32Array;
  states: ChainStart[] = [];

  private readonly cos: Float64Array;
  private readonly sin: Float64Array;
  /** the foot last worked out */
  private footU = 0;
  private footOff = 0;
  private footFar = 0;

  /** @param along length of the row of points up to each of them */
  constructor(
    private readonly x: Float64Array,
    private readonly y: Float64Array,
    private readonly along: Float64Array,
    private readonly pieceCount: number,
  ) {
    const n = x.length;
    this.u = new Float64Array(n);
    this.off = new Float64Array(n);
    this.far = new Float64Array(n);
    this.last = new Int32Array(pieceCount);
    this.cos = new Float64Array(pieceCount);
    this.sin = new Float64Array(pieceCount);
  }

  copyFrom(other: OrderedFeet): void {
    this.u.set(other.u);
    this.off.set(other.off);
    this.far.set(other.far);
    this.last.set(other.last);
    this.cos.set(other.cos);
    this.sin.set(other.sin);
    this.states = other.states;
  }

  firstOf(piece: number): number {
    return piece === 0 ? 0 : this.last[piece - 1]! + 1;
  }

  /**
   * Finds all feet on a chain.
   * @param hold points stay with their pieces, lengthened as far as it takes
   */
  find(start: ChainStart, chain: readonly ChainElement[], hold: boolean): void {
    this.states = walk(start, chain);
    const count = this.pieceCount;
    for (let i = 0; i < count; i++) {
      const { heading } = this.states[i]!;
      this.cos[i] = Math.cos(heading);
      this.sin[i] = Math.sin(heading);
    }
    if (!hold) this.moveBoundaries(chain);
    for (let i = 0; i < count; i++) {
      const first = this.firstOf(i);
      const last = this.last[i]!;
      if (last < first) continue;
      const e = chain[i]!;
      const low = hold || i === 0 ? -Infinity : 0;
      const high = hold || i === count - 1 ? Infinity : e.length;
      const from = this.along[first]!;
      const span = this.along[last]! - from;
      // Where along a curve a point stands its own place in the row tells, to half a turn.
      const scale = span > 0 ? e.length / span : 0;
      for (let j = first; j <= last; j++) {
        const expected = span > 0 ? (this.along[j]! - from) * scale : e.length / 2;
        this.foot(i, e, j, low, high, expected);
        this.u[j] = this.footU;
        this.off[j] = this.footOff;
        this.far[j] = this.footFar;
      }
    }
  }

  /** Points at the end of a piece go over to the next one while they are nearer to it, and back. */
  private moveBoundaries(chain: readonly ChainElement[]): void {
    const count = this.pieceCount;
    for (let i = 0; i + 1 < count; i++) {
      const [a, b] = [chain[i]!, chain[i + 1]!];
      const lowest = this.firstOf(i) - 1;
      const highest = this.last[i + 1]!;
      const before = (j: number): boolean => {
        this.foot(i, a, j, i === 0 ? -Infinity : 0, a.length, a.length);
        const far = this.footFar;
        this.foot(i + 1, b, j, 0, i + 2 === count ? Infinity : b.length, 0);
        return far < this.footFar - 1e-12;
      };
      const start = this.last[i]!;
      let at = start;
      for (let j = start + 1, misses = 0; j <= highest && misses <= LOOK_AHEAD; j++) {
        if (before(j)) [at, misses] = [j, 0];
        else misses++;
      }
      if (at === start) {
        for (let j = start, misses = 0; j > lowest && misses <= LOOK_AHEAD; j--) {
          if (before(j)) misses++;
          else [at, misses] = [j - 1, 0];
        }
      }
      this.last[i] = Math.max(lowest, at);
    }
  }

  /** The foot of point j on piece i, between `low` and `high` along it, on the turn nearest to `expected`. */
  private foot(
    i: number,
    e: ChainElement,
    j: number,
    low: number,
    high: number,
    expected: number,
  ): void {
    const s = this.states[i]!.at;
    const [c, n] = [this.cos[i]!, this.sin[i]!];
    const rx = this.x[j]! - s.x;
    const ry = this.y[j]! - s.y;
    const k = e.curvature;
    if (Math.abs(k) * Math.max(e.length, 1e-9) < STRAIGHT_TURN) {
      const u = Math.min(high, Math.max(low, rx * c + ry * n));
      const dx = rx - u * c;
      const dy = ry - u * n;
      this.footU = u;
      this.footOff = dy * c - dx * n;
      this.footFar = Math.sqrt(dx * dx + dy * dy);
      return;
    }
    const radius = 1 / k;
    // From the centre: to the piece's start, and to the point.
    const fx = n * radius;
    const fy = -c * radius;
    const tx = rx + fx;
    const ty = ry + fy;
    const turn = Math.atan2(fx * ty - fy * tx, fx * tx + fy * ty);
    const wanted = k * expected;
    const raw = (turn + 2 * Math.PI * Math.round((wanted - turn) / (2 * Math.PI))) / k;
    if (raw >= low && raw <= high) {
      const away = Math.sqrt(tx * tx + ty * ty);
      const off = (k > 0 ? 1 : -1) * (Math.abs(radius) - away);
      this.footU = raw;
      this.footOff = off;
      this.footFar = Math.abs(off);
      return;
    }
    const u = Math.min(high, Math.max(low, raw));
    const angle = k * u;
    const [cc, ss] = [Math.cos(angle), Math.sin(angle)];
    const dx = tx - (fx * cc - fy * ss);
    const dy = ty - (fx * ss + fy * cc);
    const hc = c * cc - n * ss;
    const hs = n * cc + c * ss;
    this.footU = u;
    this.footOff = dy * hc - dx * hs;
    this.footFar = Math.sqrt(dx * dx + dy * dy);
  }
}
