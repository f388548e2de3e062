import { distance, type Vec } from './vec';

/** Two rows of points walked in step: pairs of their indices, in order, and how far apart each pair is. */
export interface InStep {
  readonly a: Int32Array;
  readonly b: Int32Array;
  readonly farMm: Float64Array;
  /** the furthest apart that the two come, mm; 0 where a row has no point */
  readonly mm: number;
}

/** Beyond this a walk is looked at again, mm. */
const POOR_MM = 0.5;
/** Where a walk is calm: so many pairs on end no further apart than this. */
const CALM_MM = 0.1;
const CALM_PAIRS = 12;
/** Beyond what the rounding of a corner takes, mm: the whole walk is looked for anew. */
const FAR_MM = 1.5;

/** A row of points as numbers: x and y in turn. */
type Row = Float64Array;
type Pairs = Pick<InStep, 'a' | 'b'>;

const NONE: InStep = { a: new Int32Array(), b: new Int32Array(), farMm: new Float64Array(), mm: 0 };

/**
 * Walks two rows of points from their starts to their ends, never back, and says how far apart the
 * two walkers come: an upper bound of the Frechet distance that is reached where the rows run
 * alike. A distance to the nearest point would not notice a loop that one of them leaves out.
 *
 * First by always taking the nearest next step (greedy, as in Bringmann and Mulzer, 2016); about the
 * places where that ends far apart by dynamic time warping from coarse to fine (Salvador and Chan,
 * 2007): the walk whose squared distances add up to least, so that one far place does not let the
 * others go astray. Where even that leaves them far apart, the whole walk is looked for so.
 */
export function walkInStep(a: readonly Vec[], b: readonly Vec[]): InStep {
  if (a.length === 0 || b.length === 0) return NONE;
  const [p, q] = [rowOf(a), rowOf(b)];
  const greedy = measured(p, q, greedyWalk(p, q));
  if (greedy.mm <= POOR_MM) return greedy;
  const mended = measured(p, q, mendedWalk(p, q, greedy));
  if (mended.mm <= FAR_MM) return mended;
  const even = measured(p, q, evenWalk(p, q));
  const found = even.mm < mended.mm ? even : mended;
  if (found.mm <= POOR_MM) return found;
  const exact = measured(p, q, bestWalk(p, q));
  // Walks may share their furthest place, a rounded tip: the one of least squares is nearer elsewhere.
  return exact.mm <= found.mm + 1e-9 ? exact : found;
}

/** The walk with its poor places gone over: from where it is calm before them to where it is after. */
function mendedWalk(p: Row, q: Row, walk: InStep): Pairs {
  const mended = new Walk(p, q);
  const { a, b, farMm } = walk;
  const last = a.length - 1;
  let n = 0;
  while (n <= last) {
    const poor = nextPoor(farMm, n);
    const from = Math.max(n, calmFrom(farMm, poor, -1));
    for (; n < from; n++) mended.add(a[n]!, b[n]!);
    if (poor > last) break;
    let to = poor;
    for (let next = poor; next <= to; next = nextPoor(farMm, next + 1)) {
      to = Math.max(to, Math.min(last, calmFrom(farMm, next, 1)));
    }
    const [i, j] = [a[from]!, b[from]!];
    const part = bestWalk(p.subarray(2 * i, 2 * a[to]! + 2), q.subarray(2 * j, 2 * b[to]! + 2));
    for (let k = 0; k < part.a.length; k++) mended.add(part.a[k]! + i, part.b[k]! + j);
    n = to + 1;
  }
  return mended.pairs();
}

function nextPoor(farMm: Float64Array, from: number): number {
  let n = from;
  while (n < farMm.length && farMm[n]! <= POOR_MM) n++;
  return n;
}

/** From a poor place on, the far end of the first calm stretch. */
function calmFrom(farMm: Float64Array, poor: number, step: 1 | -1): number {
  let n = poor;
  let calm = 0;
  while (n >= 0 && n < farMm.length && calm < CALM_PAIRS) {
    calm = farMm[n]! <= CALM_MM ? calm + 1 : 0;
    n += step;
  }
  return Math.max(0, n);
}

/** Of a ring's places that may be where the other row begins, so many are tried. */
const BEGINNINGS = 4;

/**
 * Walks a closed row of points, its first again at the end, in step with one that begins anywhere on
 * it: begun at each place of the ring that is near, and the best walk taken.
 * @returns the walk, and the ring as it was begun, which the first index of each pair counts
 */
export function walkRing(ring: readonly Vec[], row: readonly Vec[]): InStep & { row: Vec[] } {
  const begin = row[0];
  const points = ring.slice(0, -1);
  const count = points.length;
  if (!begin || count < 2) return { row: [...ring], ...walkInStep(ring, row) };
  const far = points.map((p) => distance(p, begin));
  const near = far.flatMap((f, i) =>
    f <= far[(i + count - 1) % count]! && f <= far[(i + 1) % count]! ? [i] : [],
  );
  near.sort((a, b) => far[a]! - far[b]!);
  const walks = near.slice(0, BEGINNINGS).map((i) => {
    const begun = [...points.slice(i), ...points.slice(0, i + 1)];
    return { row: begun, ...walkInStep(begun, row) };
  });
  return walks.reduce((a, b) => (b.mm < a.mm ? b : a));
}

function rowOf(points: readonly Vec[]): Row {
  const row = new Float64Array(2 * points.length);
  for (let i = 0; i < points.length; i++) {
    row[2 * i] = points[i]!.x;
    row[2 * i + 1] = points[i]!.y;
  }
  return row;
}

/** The square of the distance between a point of one row and one of another. */
function apart2(p: Row, i: number, q: Row, j: number): number {
  const x = p[2 * i]! - q[2 * j]!;
  const y = p[2 * i + 1]! - q[2 * j + 1]!;
  return x * x + y * y;
}

/** Collects the pairs of a walk: at most one step for each point of either row. */
class Walk {
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  private count = 0;

  constructor(p: Row, q: Row) {
    const most = (p.length + q.length) / 2;
    this.first = new Int32Array(most);
    this.second = new Int32Array(most);
  }

  add(i: number, j: number): void {
    this.first[this.count] = i;
    this.second[this.count++] = j;
  }

  pairs(): Pairs {
    return { a: this.first.subarray(0, this.count), b: this.second.subarray(0, this.count) };
  }

  reversed(): Pairs {
    const { a, b } = this.pairs();
    return { a: a.reverse(), b: b.reverse() };
  }
}

function greedyWalk(p: Row, q: Row): Pairs {
  const walk = new Walk(p, q);
  walk.add(0, 0);
  let [i, j] = [0, 0];
  const [lastP, lastQ] = [p.length / 2 - 1, q.length / 2 - 1];
  while (i < lastP || j < lastQ) {
    if (i === lastP) j++;
    else if (j === lastQ) i++;
    else {
      const both = apart2(p, i + 1, q, j + 1);
      const onP = apart2(p, i + 1, q, j);
      const onQ = apart2(p, i, q, j + 1);
      if (both <= onP && both <= onQ) {
        i++;
        j++;
      } else if (onP <= onQ) i++;
      else j++;
    }
    walk.add(i, j);
  }
  return walk.pairs();
}

/** For each point its share of the row's length. */
function sharesAlong(row: Row): Float64Array {
  const shares = new Float64Array(row.length / 2);
  for (let i = 1; i < shares.length; i++) {
    shares[i] = shares[i - 1]! + Math.sqrt(apart2(row, i - 1, row, i));
  }
  const total = Math.max(1e-12, shares[shares.length - 1]!);
  return shares.map((s) => s / total);
}

/** Both walkers at the same share of their way. */
function evenWalk(p: Row, q: Row): Pairs {
  const [s, t] = [sharesAlong(p), sharesAlong(q)];
  const walk = new Walk(p, q);
  walk.add(0, 0);
  let [i, j] = [0, 0];
  while (i < s.length - 1 || j < t.length - 1) {
    const [nextP, nextQ] = [s[i + 1] ?? Infinity, t[j + 1] ?? Infinity];
    if (nextP <= nextQ) i++;
    if (nextQ <= nextP) j++;
    walk.add(i, j);
  }
  return walk.pairs();
}

/** Rows no longer than this are walked with every pair looked at. */
const SHORT_ROW = 120;
/** Of a longer row so many points to each side of the coarser walk are looked at. */
const AROUND = 16;

/** The walk of least squares: about the best walk of every other point, which is found first. */
function bestWalk(p: Row, q: Row): Pairs {
  const [n, m] = [p.length / 2, q.length / 2];
  const from = new Int32Array(n);
  const to = new Int32Array(n).fill(m);
  if (n > SHORT_ROW && m > SHORT_ROW) {
    const coarse = bestWalk(everyOther(p), everyOther(q));
    from.fill(m);
    to.fill(0);
    for (let k = 0; k < coarse.a.length; k++) {
      const [i, j] = [2 * coarse.a[k]!, 2 * coarse.b[k]!];
      for (let r = Math.max(0, i - AROUND); r <= Math.min(n - 1, i + 1 + AROUND); r++) {
        if (j - AROUND < from[r]!) from[r] = Math.max(0, j - AROUND);
        if (j + 2 + AROUND > to[r]!) to[r] = Math.min(m, j + 2 + AROUND);
      }
    }
  }
  return leastSquares(p, q, from, to);
}

/** Every other point, and the last. */
function everyOther(row: Row): Row {
  const n = row.length / 2;
  const half = new Float64Array(2 * (Math.ceil((n - 1) / 2) + 1));
  for (let i = 0; i < half.length / 2; i++) {
    const at = Math.min(n - 1, 2 * i);
    half[2 * i] = row[2 * at]!;
    half[2 * i + 1] = row[2 * at + 1]!;
  }
  return half;
}

/** The walk of least squares through a window: of the i-th point the other row's `from` up to before `to`. */
function leastSquares(p: Row, q: Row, from: Int32Array, to: Int32Array): Pairs {
  const n = from.length;
  const begins = new Int32Array(n + 1);
  for (let i = 0; i < n; i++) begins[i + 1] = begins[i]! + to[i]! - from[i]!;
  const cost = new Float64Array(begins[n]!);
  const at = (i: number, j: number): number =>
    i < 0 || j < from[i]! || j >= to[i]! ? Infinity : cost[begins[i]! + j - from[i]!]!;
  for (let i = 0; i < n; i++) {
    const [first, end, base] = [from[i]!, to[i]!, begins[i]! - from[i]!];
    // Of the row before: where it lies, and the cost at the place before this one.
    const [low, high, under] =
      i > 0 ? [from[i - 1]!, to[i - 1]!, begins[i - 1]! - from[i - 1]!] : [0, 0, 0];
    let left = Infinity;
    let corner = i === 0 ? 0 : at(i - 1, first - 1);
    const [x, y] = [p[2 * i]!, p[2 * i + 1]!];
    for (let j = first; j < end; j++) {
      const above = j >= low && j < high ? cost[under + j]! : Infinity;
      const before = Math.min(left, above, corner);
      const dx = x - q[2 * j]!;
      const dy = y - q[2 * j + 1]!;
      left = before + dx * dx + dy * dy;
      cost[base + j] = left;
      corner = above;
    }
  }
  const walk = new Walk(p, q);
  let [i, j] = [n - 1, q.length / 2 - 1];
  for (;;) {
    walk.add(i, j);
    if (i === 0 && j === 0) break;
    const both = at(i - 1, j - 1);
    const onP = at(i - 1, j);
    const onQ = at(i, j - 1);
    if (both <= onP && both <= onQ) {
      i--;
      j--;
    } else if (onP <= onQ) i--;
    else j--;
  }
  return walk.reversed();
}

/**
 * Each pair with its distance. A point that waits for several of the other row counts by the nearest
 * of them, and is measured to the strokes beside that, so that steps of different length do not show.
 */
function measured(p: Row, q: Row, { a, b }: Pairs): InStep {
  const nearP = new Float64Array(p.length / 2).fill(Infinity);
  const nearQ = new Float64Array(q.length / 2).fill(Infinity);
  const pairP = new Int32Array(p.length / 2);
  const pairQ = new Int32Array(q.length / 2);
  for (let n = 0; n < a.length; n++) {
    const i = a[n]!;
    const j = b[n]!;
    const fromP = besides(p, i, q, j);
    if (fromP < nearP[i]!) {
      nearP[i] = fromP;
      pairP[i] = n;
    }
    const fromQ = besides(q, j, p, i);
    if (fromQ < nearQ[j]!) {
      nearQ[j] = fromQ;
      pairQ[j] = n;
    }
  }
  let mm = 0;
  const farMm = new Float64Array(a.length);
  for (let n = 0; n < a.length; n++) {
    const i = a[n]!;
    const j = b[n]!;
    const far = Math.max(pairP[i] === n ? nearP[i]! : 0, pairQ[j] === n ? nearQ[j]! : 0);
    farMm[n] = far;
    if (far > mm) mm = far;
  }
  return { a, b, farMm, mm };
}

/** From a point of one row to another's point and the strokes beside that. */
function besides(p: Row, i: number, q: Row, j: number): number {
  let best = apart2(p, i, q, j);
  if (best >= 1e-18) {
    if (j > 0) best = Math.min(best, fromStroke2(p, i, q, j - 1));
    if (2 * j + 2 < q.length) best = Math.min(best, fromStroke2(p, i, q, j));
  }
  return Math.sqrt(best);
}

/** The square of a point's distance from the stroke that begins at another row's j-th point. */
function fromStroke2(p: Row, i: number, q: Row, j: number): number {
  const x = p[2 * i]! - q[2 * j]!;
  const y = p[2 * i + 1]! - q[2 * j + 1]!;
  const dx = q[2 * j + 2]! - q[2 * j]!;
  const dy = q[2 * j + 3]! - q[2 * j + 1]!;
  const size = dx * dx + dy * dy;
  const t = size === 0 ? 0 : Math.min(1, Math.max(0, (x * dx + y * dy) / size));
  const offX = x - dx * t;
  const offY = y - dy * t;
  return offX * offX + offY * offY;
}
