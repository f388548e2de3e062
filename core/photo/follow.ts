import { darkAt, type Flat } from './flatten';
import { leftOf, type Line } from './shape';

/** What is found of a wire beside each place of a line. */
export interface Found {
  /** its middle, to the left of the line, mm */
  readonly off: Float64Array;
  /** how surely, 0 to 1 */
  readonly good: Float64Array;
}

export interface FollowOptions {
  readonly diameterMm: number;
  /** it is looked for so far to each side, mm */
  readonly reachMm: number;
  /** in such steps, mm */
  readonly stepMm: number;
  /** darkness of metal there, against the paper */
  readonly metal: number;
  /** how steeply it may part from the line */
  readonly slope: number;
}

/** Rise and fall are taken over twice this, mm. */
const EDGE_MM = 0.07;
/** Between a wire's edge and the paper beside it that it is compared with, mm. */
const BESIDE_MM = { from: 0.1, to: 0.4 };

/**
 * Follows a wire along a line in order: at each place its middle lies where darkness rises and falls a
 * wire apart, and from place to place it moves little (dynamic programming, as Viterbi's). Highlights
 * within and soft shadows beside have no such pair of edges.
 */
export function follow(flat: Flat, line: Line, options: FollowOptions): Found {
  const { diameterMm: d, reachMm, stepMm: h, metal, slope } = options;
  const n = line.x.length;
  const { nx, ny } = leftOf(line);
  const half = Math.round(reachMm / h);
  const count = 2 * half + 1;
  const past = Math.ceil((d / 2 + BESIDE_MM.to + EDGE_MM) / h);
  const width = count + 2 * past;
  const edge = Math.max(1, Math.round(EDGE_MM / h));
  const side = Math.round(d / 2 / h);
  const [near, far] = [Math.round(BESIDE_MM.from / h), Math.round(BESIDE_MM.to / h)];
  const values = new Float64Array(width);
  const sums = new Float64Array(width + 1);
  const best = new Float64Array(count);
  let last = new Float64Array(count);
  const from = new Int16Array(n * count);
  const scores = new Float32Array(n * count);
  const link = n > 1 ? Math.hypot(line.x[1]! - line.x[0]!, line.y[1]! - line.y[0]!) : 0.25;
  const most = Math.max(1, Math.ceil((slope * Math.max(0.2, link)) / h));
  // A parting as steep as what is allowed costs as much as half a place without metal.
  const costs = Array.from({ length: most + 1 }, (_, k) => 0.5 * (k / most) ** 2);
  const mean = (a: number, b: number): number =>
    (sums[Math.max(a + 1, b)]! - sums[a]!) / Math.max(1, b - a);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < width; k++) {
      const o = (k - half - past) * h;
      values[k] = darkAt(flat, line.x[i]! + nx[i]! * o, line.y[i]! + ny[i]! * o);
      sums[k + 1] = sums[k]! + values[k]!;
    }
    for (let j = 0; j < count; j++) {
      const k = j + past;
      const [a, b] = [k - side, k + side];
      const rise = values[a + edge]! - values[a - edge]!;
      const fall = values[b - edge]! - values[b + edge]!;
      const [before, after] = [mean(a - far, a - near), mean(b + near, b + far)];
      const share = (v: number): number => Math.min(1, Math.max(0, v / metal));
      // Of its two edges that one tells most beside which there is bare paper: the other lies in its shadow.
      const clean = Math.max(
        share(1.6 * rise) * (1 - share(2 * before)),
        share(1.6 * fall) * (1 - share(2 * after)),
      );
      const score =
        0.5 * clean +
        0.25 * share(1.6 * Math.min(rise, fall)) +
        0.25 * share(1.4 * (mean(a, b) - Math.min(before, after)));
      scores[i * count + j] = score;
      // Of two alike the nearer.
      const here = score - 0.08 * ((j - half) / half) ** 2;
      let [value, k0] = [-Infinity, j];
      if (i === 0) value = 0;
      else {
        for (let m = Math.max(0, j - most); m <= Math.min(count - 1, j + most); m++) {
          const v = last[m]! - costs[Math.abs(m - j)]!;
          if (v > value) [value, k0] = [v, m];
        }
      }
      best[j] = value + here;
      from[i * count + j] = k0;
    }
    last = best.slice();
  }
  let j = 0;
  for (let k = 1; k < count; k++) if (last[k]! > last[j]!) j = k;
  const off = new Float64Array(n);
  const good = new Float64Array(n);
  for (let i = n - 1; i >= 0; i--) {
    off[i] = (j - half) * h;
    good[i] = scores[i * count + j]!;
    j = from[i * count + j]!;
  }
  return { off, good };
}

/** Edges are looked for so far from where they should be, mm. */
const EDGE_REACH_MM = 0.22;
const FINE_MM = 0.02;

/** Paper is bare where it is darker by less than this, as a share of metal. */
const BARE = 0.22;

/**
 * The same to a small part of a pixel: both edges where darkness changes fastest, the middle between them
 * where paper is bare beside both, else half a wire from the one beside which it is. Then the median over a
 * millimetre.
 */
export function sharpened(
  flat: Flat,
  line: Line,
  found: Found,
  { diameterMm, metal }: { readonly diameterMm: number; readonly metal: number },
): Found {
  const n = line.x.length;
  const { nx, ny } = leftOf(line);
  const rises = new Float64Array(n).fill(NaN);
  const falls = new Float64Array(n).fill(NaN);
  const edgeAt = (i: number, o: number, sign: number): number => {
    const steps = Math.round(EDGE_REACH_MM / FINE_MM);
    const at = (k: number): number => {
      const p = o + k * FINE_MM;
      const q = EDGE_MM;
      return (
        sign *
        (darkAt(flat, line.x[i]! + nx[i]! * (p + q), line.y[i]! + ny[i]! * (p + q)) -
          darkAt(flat, line.x[i]! + nx[i]! * (p - q), line.y[i]! + ny[i]! * (p - q)))
      );
    };
    const values = Array.from({ length: 2 * steps + 1 }, (_, k) => at(k - steps));
    let k = 0;
    values.forEach((v, m) => {
      if (v > values[k]!) k = m;
    });
    if (k === 0 || k === values.length - 1 || values[k]! <= 0) return NaN;
    // The middle of the rise: the mean over what is more than half of the steepest.
    let [sum, weight] = [0, 0];
    for (let m = 0; m < values.length; m++) {
      const v = values[m]! - values[k]! / 2;
      if (v > 0 && Math.abs(m - k) * FINE_MM < 0.15) {
        sum += v * (m - steps);
        weight += v;
      }
    }
    return o + (sum / weight) * FINE_MM;
  };
  const bareBeside = (i: number, o: number, sign: number): boolean => {
    let sum = 0;
    for (const far of [0.16, 0.22, 0.28, 0.34]) {
      const p = o + sign * far;
      sum += darkAt(flat, line.x[i]! + nx[i]! * p, line.y[i]! + ny[i]! * p) / 4;
    }
    return sum < BARE * metal;
  };
  const bare = [new Uint8Array(n), new Uint8Array(n)] as const;
  const spans: number[] = [];
  for (let i = 0; i < n; i++) {
    if (found.good[i]! < 0.2) continue;
    const rise = edgeAt(i, found.off[i]! - diameterMm / 2, 1);
    const fall = edgeAt(i, found.off[i]! + diameterMm / 2, -1);
    rises[i] = rise;
    falls[i] = fall;
    bare[0][i] = Number(bareBeside(i, rise, -1));
    bare[1][i] = Number(bareBeside(i, fall, 1));
    const off = Math.abs(fall - rise - diameterMm);
    if (bare[0][i] && bare[1][i] && off < 0.15 * diameterMm + 0.05) spans.push(fall - rise);
  }
  spans.sort((a, b) => a - b);
  const span = spans.length > 20 ? spans[spans.length >> 1]! : diameterMm;
  const raw = found.off.map((o, i) => {
    const [a, b] = [rises[i]!, falls[i]!];
    const both = !Number.isNaN(a) && !Number.isNaN(b);
    if (both && bare[0][i] === bare[1][i] && Math.abs(b - a - span) < 0.12) return (a + b) / 2;
    const [left, right] = [b - span / 2, a + span / 2];
    if (bare[0][i] && !bare[1][i] && !Number.isNaN(right)) return right;
    if (bare[1][i] && !bare[0][i] && !Number.isNaN(left)) return left;
    const one = [left, right].filter((v) => !Number.isNaN(v));
    return one.sort((p, q) => Math.abs(p - o) - Math.abs(q - o))[0] ?? o;
  });
  return { off: medians(raw, 2), good: found.good };
}

/** The median of each number and so many beside it. */
function medians(values: Float64Array, reach: number): Float64Array {
  return values.map((_, i) => {
    const part = values.slice(Math.max(0, i - reach), i + reach + 1).sort();
    return part[part.length >> 1]!;
  });
}

/** The tip is looked for so far past where the wire should end, and before, mm. */
const TIP_REACH_MM = 1.8;

/**
 * How much further than a line a wire goes on at its first or last end, mm; null where no tip can be told,
 * as where other metal lies there.
 */
export function tipPast(
  flat: Flat,
  line: Line,
  found: Found,
  last: boolean,
  d: number,
): number | null {
  const n = line.x.length;
  const i = last ? n - 1 : 0;
  const from = last ? Math.max(0, n - 5) : Math.min(n - 1, 4);
  const { nx, ny } = leftOf(line);
  const at = (k: number): [number, number] => [
    line.x[k]! + nx[k]! * found.off[k]!,
    line.y[k]! + ny[k]! * found.off[k]!,
  ];
  const [x, y] = at(i);
  const [u, v] = [x - at(from)[0], y - at(from)[1]];
  const by = Math.hypot(u, v);
  if (by < 1e-6) return null;
  const [tx, ty] = [u / by, v / by];
  const step = 0.05;
  const count = Math.round(TIP_REACH_MM / step);
  const across = [-0.3, -0.15, 0, 0.15, 0.3];
  const dark = (p: number): number =>
    across.reduce(
      (sum, a) => sum + darkAt(flat, x + tx * p - ty * a * d, y + ty * p + tx * a * d),
      0,
    ) / across.length;
  const within = Array.from({ length: 10 }, (_, k) => dark(-TIP_REACH_MM + k * 0.1)).sort(
    (a, b) => a - b,
  )[5]!;
  const beyond = dark(TIP_REACH_MM);
  if (beyond > 0.5 * within) return null;
  const half = (within + beyond) / 2;
  for (let k = -count; k < count; k++) {
    if (dark(k * step) < half && dark((k + 1) * step) < half && dark((k + 3) * step) < half) {
      return k === -count ? null : k * step;
    }
  }
  return null;
}
