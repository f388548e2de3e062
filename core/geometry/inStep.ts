import { distance, type Vec } from './vec';

/** Two rows of points walked in step: pairs of indices, in order, and how far apart each pair is. */
export interface InStep {
  readonly pairs: readonly (readonly [a: number, b: number])[];
  readonly farMm: readonly number[];
  readonly mm: number;
}

/** Beyond this a walk is looked at again, mm. */
const POOR_MM = 0.5;
/** Most cells of the table that finds the best walk. */
const MOST_CELLS = 3_000_000;

/**
 * Walks two rows of points from their starts to their ends, never back, and says how far apart the
 * two walkers come: an upper bound of the Frechet distance that is reached where the rows run
 * alike. A distance to the nearest point would not notice a loop that one of them leaves out.
 *
 * First by always taking the nearest next step (greedy, as in Bringmann and Mulzer, 2016); where that
 * ends far apart, by dynamic time warping (Sakoe and Chiba, 1978) in a band: the walk whose squared
 * distances add up to least, so that one far place does not let the others go astray.
 */
export function walkInStep(a: readonly Vec[], b: readonly Vec[]): InStep {
  if (a.length === 0 || b.length === 0) return { pairs: [], farMm: [], mm: 0 };
  const greedy = measured(a, b, greedyWalk(a, b));
  if (greedy.mm <= POOR_MM) return greedy;
  const even = measured(a, b, evenWalk(a, b));
  const found = even.mm < greedy.mm ? even : greedy;
  const best = found.mm > POOR_MM ? bestWalk(a, b) : null;
  const exact = best && measured(a, b, best);
  // Walks may share their furthest place, a rounded tip: the one of least squares is nearer elsewhere.
  return exact && exact.mm <= found.mm + 1e-9 ? exact : found;
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

type Pair = readonly [number, number];

function greedyWalk(a: readonly Vec[], b: readonly Vec[]): Pair[] {
  const pairs: Pair[] = [[0, 0]];
  let [i, j] = [0, 0];
  const [lastA, lastB] = [a.length - 1, b.length - 1];
  while (i < lastA || j < lastB) {
    if (i === lastA) j++;
    else if (j === lastB) i++;
    else {
      const both = distance(a[i + 1]!, b[j + 1]!);
      const onA = distance(a[i + 1]!, b[j]!);
      const onB = distance(a[i]!, b[j + 1]!);
      if (both <= onA && both <= onB) {
        i++;
        j++;
      } else if (onA <= onB) i++;
      else j++;
    }
    pairs.push([i, j]);
  }
  return pairs;
}

function sharesAlong(points: readonly Vec[]): number[] {
  const sums = [0];
  for (let i = 1; i < points.length; i++) {
    sums.push(sums[i - 1]! + distance(points[i - 1]!, points[i]!));
  }
  const total = Math.max(1e-12, sums[sums.length - 1]!);
  return sums.map((s) => s / total);
}

/** Both walkers at the same share of their way. */
function evenWalk(a: readonly Vec[], b: readonly Vec[]): Pair[] {
  const [s, t] = [sharesAlong(a), sharesAlong(b)];
  const pairs: Pair[] = [[0, 0]];
  let [i, j] = [0, 0];
  while (i < a.length - 1 || j < b.length - 1) {
    const [nextA, nextB] = [s[i + 1] ?? Infinity, t[j + 1] ?? Infinity];
    if (nextA <= nextB) i++;
    if (nextB <= nextA) j++;
    pairs.push([i, j]);
  }
  return pairs;
}

/** The walk of least squares, in a band about the even one; null where the table is too large. */
function bestWalk(a: readonly Vec[], b: readonly Vec[]): Pair[] | null {
  const [n, m] = [a.length, b.length];
  const [s, t] = [sharesAlong(a), sharesAlong(b)];
  const width = Math.min(m, Math.floor(MOST_CELLS / n));
  if (width < 20) return null;
  const from = new Int32Array(n);
  let middle = 0;
  for (let i = 0; i < n; i++) {
    while (middle < m - 1 && t[middle]! < s[i]!) middle++;
    from[i] = Math.max(0, Math.min(m - width, middle - (width >> 1)));
  }
  const cost = new Float64Array(n * width).fill(Infinity);
  const at = (i: number, j: number): number => {
    const k = j - from[i]!;
    return k < 0 || k >= width ? Infinity : cost[i * width + k]!;
  };
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < width; k++) {
      const j = from[i]! + k;
      const far = distance(a[i]!, b[j]!);
      let before = i === 0 && j === 0 ? 0 : Infinity;
      if (i > 0) before = Math.min(at(i - 1, j), j > 0 ? at(i - 1, j - 1) : Infinity);
      if (j > 0) before = Math.min(before, at(i, j - 1));
      cost[i * width + k] = before + far * far;
    }
  }
  if (!Number.isFinite(at(n - 1, m - 1))) return null;
  const pairs: Pair[] = [];
  let [i, j] = [n - 1, m - 1];
  for (;;) {
    pairs.push([i, j]);
    if (i === 0 && j === 0) break;
    const both = i > 0 && j > 0 ? at(i - 1, j - 1) : Infinity;
    const onA = i > 0 ? at(i - 1, j) : Infinity;
    const onB = j > 0 ? at(i, j - 1) : Infinity;
    if (both <= onA && both <= onB) {
      i--;
      j--;
    } else if (onA <= onB) i--;
    else j--;
  }
  return pairs.reverse();
}

/**
 * Each pair with its distance. A point that waits for several of the other row counts by the nearest
 * of them, and is measured to the strokes beside that, so that steps of different length do not show.
 */
function measured(a: readonly Vec[], b: readonly Vec[], pairs: readonly Pair[]): InStep {
  const nearA = new Float64Array(a.length).fill(Infinity);
  const nearB = new Float64Array(b.length).fill(Infinity);
  const pairA = new Int32Array(a.length);
  const pairB = new Int32Array(b.length);
  pairs.forEach(([i, j], n) => {
    const fromA = besides(a[i]!, b, j);
    if (fromA < nearA[i]!) [nearA[i], pairA[i]] = [fromA, n];
    const fromB = besides(b[j]!, a, i);
    if (fromB < nearB[j]!) [nearB[j], pairB[j]] = [fromB, n];
  });
  let mm = 0;
  const farMm = pairs.map(([i, j], n) => {
    const far = Math.max(pairA[i] === n ? nearA[i]! : 0, pairB[j] === n ? nearB[j]! : 0);
    if (far > mm) mm = far;
    return far;
  });
  return { pairs, farMm, mm };
}

function besides(p: Vec, row: readonly Vec[], j: number): number {
  let best = distance(p, row[j]!);
  if (best < 1e-9) return best;
  if (j > 0) best = Math.min(best, fromStroke(p, row[j - 1]!, row[j]!));
  if (j + 1 < row.length) best = Math.min(best, fromStroke(p, row[j]!, row[j + 1]!));
  return best;
}

function fromStroke(p: Vec, a: Vec, b: Vec): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const size = dx * dx + dy * dy;
  const t = size === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / size));
  const [x, y] = [a.x + dx * t - p.x, a.y + dy * t - p.y];
  return Math.sqrt(x * x + y * y);
}
