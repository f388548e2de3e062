import { distance, type Vec } from '../geometry';
import { INNER_CELLS, MARK_CELLS, readMark, type MarkCode } from '../fiducial';
import { applyMap, mapCorners, sample, type Grid } from '../trace';

/** A mark found in a photograph. */
export interface SeenMark {
  readonly code: MarkCode;
  /** its four corners, from its own top left on clockwise, px */
  readonly corners: readonly Vec[];
  /** how far its edges are spread, px */
  readonly edgePx: number;
}

export interface MarkSearch {
  readonly marks: readonly SeenMark[];
  /** dark squares of which nothing could be read: marks out of focus, perhaps */
  readonly squares: number;
}

/** A cell of a mark must be so large to be read, px. */
const LEAST_CELL_PX = 1.8;
/** Darker than this share of what is round it. */
const DARK_SHARE = 0.72;

/**
 * Finds the printed marks: dark squares against what is round them, their edges laid through the
 * half-way brightness of many profiles, their cells read.
 * @param full brightness of the photograph
 * @param small the same in blocks of `block` pixels, in which squares are looked for
 */
export function findMarks(full: Grid, small: Grid, block: number): MarkSearch {
  const marks: SeenMark[] = [];
  let squares = 0;
  for (const quad of darkQuads(small)) {
    const rough = quad.map((p) => ({ x: p.x * block, y: p.y * block }));
    const fine = refined(full, refined(full, { corners: rough, edgePx: 0 }));
    if (!fine) continue;
    squares++;
    const read = readCells(full, fine.corners);
    if (!read) continue;
    // As many quarter turns as it must be turned to stand upright, its first corner lies further on.
    const { code, turns } = read;
    const corners = fine.corners.map((_, i) => fine.corners[(i + 4 - turns) % 4]!);
    marks.push({ code, corners, edgePx: fine.edgePx });
  }
  return { marks, squares };
}

/** Dark patches that fill a four-sided figure, their corners clockwise. */
function darkQuads(grid: Grid): Vec[][] {
  const { width, height } = grid;
  const dark = darkerThanRound(grid);
  const seen = new Uint8Array(dark.length);
  const stack = new Int32Array(dark.length);
  const found: Vec[][] = [];
  const least = LEAST_CELL_PX * MARK_CELLS;
  for (let first = 0; first < dark.length; first++) {
    if (!dark[first] || seen[first]) continue;
    let top = 0;
    let count = 0;
    stack[top++] = first;
    seen[first] = 1;
    const rows = new Map<number, [number, number]>();
    while (top > 0) {
      const i = stack[--top]!;
      count++;
      const x = i % width;
      const y = (i - x) / width;
      const row = rows.get(y);
      if (!row) rows.set(y, [x, x]);
      else if (x < row[0]) row[0] = x;
      else if (x > row[1]) row[1] = x;
      for (const [dx, dy] of AROUND) {
        const [u, v] = [x + dx, y + dy];
        if (u < 0 || v < 0 || u >= width || v >= height) continue;
        const k = v * width + u;
        if (!dark[k] || seen[k]) continue;
        seen[k] = 1;
        stack[top++] = k;
      }
    }
    if (rows.size < least || count < least * least * 0.4) continue;
    const edge = [...rows].flatMap(([y, [x0, x1]]): Vec[] => [
      { x: x0, y },
      { x: x1 + 1, y },
      { x: x0, y: y + 1 },
      { x: x1 + 1, y: y + 1 },
    ]);
    const quad = quadOf(hullOf(edge));
    if (!quad) continue;
    const share = count / areaOf(quad);
    if (share > 0.4 && share < 1.05) found.push(quad);
  }
  return found;
}

const AROUND = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
] as const;

/** Pixels darker than a share of the mean over a window of an eighth of the picture. */
function darkerThanRound({ width, height, data }: Grid): Uint8Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  const reach = Math.max(8, Math.round(Math.max(width, height) / 16));
  const dark = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const [y0, y1] = [Math.max(0, y - reach), Math.min(height, y + reach + 1)];
    for (let x = 0; x < width; x++) {
      const [x0, x1] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
      const sum =
        sums[y1 * (width + 1) + x1]! -
        sums[y0 * (width + 1) + x1]! -
        sums[y1 * (width + 1) + x0]! +
        sums[y0 * (width + 1) + x0]!;
      if (data[y * width + x]! * (x1 - x0) * (y1 - y0) < DARK_SHARE * sum) dark[y * width + x] = 1;
    }
  }
  return dark;
}

const turn = (a: Vec, b: Vec, c: Vec): number =>
  (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/** Convex hull, clockwise as seen (Andrew's monotone chain). */
function hullOf(points: readonly Vec[]): Vec[] {
  const order = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly Vec[]): Vec[] => {
    const out: Vec[] = [];
    for (const p of list) {
      while (out.length > 1 && turn(out[out.length - 2]!, out[out.length - 1]!, p) <= 0) out.pop();
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(order), ...half(order.reverse())];
}

const areaOf = (ring: readonly Vec[]): number =>
  Math.abs(
    ring.reduce((sum, p, i) => {
      const q = ring[(i + 1) % ring.length]!;
      return sum + p.x * q.y - q.x * p.y;
    }, 0),
  ) / 2;

/** The four-sided figure that a hull is, unless it is none. */
function quadOf(hull: readonly Vec[]): Vec[] | null {
  if (hull.length < 4) return null;
  let [from, to, most] = [hull[0]!, hull[0]!, 0];
  for (const p of hull) {
    for (const q of hull) {
      const far = distance(p, q);
      if (far > most) [from, to, most] = [p, q, far];
    }
  }
  let [left, right]: [Vec | null, Vec | null] = [null, null];
  let [mostLeft, mostRight] = [0, 0];
  for (const p of hull) {
    const side = turn(from, to, p);
    if (side > mostLeft) [left, mostLeft] = [p, side];
    if (-side > mostRight) [right, mostRight] = [p, -side];
  }
  if (!left || !right) return null;
  const quad = [from, right, to, left];
  const sides = quad.map((p, i) => distance(p, quad[(i + 1) % 4]!));
  const [short, long] = [Math.min(...sides), Math.max(...sides)];
  const square = short > 0.4 * long && short >= LEAST_CELL_PX * MARK_CELLS;
  return square && areaOf(quad) > 0.86 * areaOf(hull) ? quad : null;
}

interface Quad {
  readonly corners: readonly Vec[];
  readonly edgePx: number;
}

/** The sides laid through the places where brightness is half way; null where one has no edge. */
function refined(grid: Grid, quad: Quad | null): Quad | null {
  if (!quad) return null;
  const { corners } = quad;
  const middle = {
    x: corners.reduce((sum, p) => sum + p.x, 0) / 4,
    y: corners.reduce((sum, p) => sum + p.y, 0) / 4,
  };
  const widths: number[] = [];
  const lines = corners.map((a, i) => edgeLine(grid, a, corners[(i + 1) % 4]!, middle, widths));
  const out: Vec[] = [];
  for (let i = 0; i < 4; i++) {
    const [before, after] = [lines[(i + 3) % 4], lines[i]];
    if (!before || !after) return null;
    const at = meet(before, after);
    if (!at || distance(at, corners[i]!) > 0.3 * distance(corners[0]!, corners[2]!)) return null;
    out.push(at);
  }
  widths.sort((a, b) => a - b);
  return { corners: out, edgePx: widths[widths.length >> 1] ?? 0 };
}

interface Line {
  readonly at: Vec;
  readonly along: Vec;
}

const PROFILES = 24;

function edgeLine(grid: Grid, a: Vec, b: Vec, middle: Vec, widths: number[]): Line | null {
  const side = distance(a, b);
  const along = { x: (b.x - a.x) / side, y: (b.y - a.y) / side };
  let out = { x: along.y, y: -along.x };
  if ((a.x - middle.x) * out.x + (a.y - middle.y) * out.y < 0) out = { x: -out.x, y: -out.y };
  const reach = Math.max(2.5, (0.8 * side) / MARK_CELLS);
  const steps = Math.ceil(2 * reach * 2);
  const points: Vec[] = [];
  for (let k = 0; k < PROFILES; k++) {
    const t = 0.1 + (0.8 * k) / (PROFILES - 1);
    const foot = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
    const values = Array.from({ length: steps + 1 }, (_, i) => {
      const o = -reach + (2 * reach * i) / steps;
      return sample(grid, foot.x + out.x * o, foot.y + out.y * o);
    });
    const inner = Math.min(...values);
    const outer = Math.max(...values);
    if (outer - inner < 0.08) continue;
    const half = (inner + outer) / 2;
    let best: number | null = null;
    let steepest = 0;
    for (let i = 0; i < steps; i++) {
      const [p, q] = [values[i]!, values[i + 1]!];
      steepest = Math.max(steepest, q - p);
      if (!(p <= half && q > half)) continue;
      const o = -reach + (2 * reach * (i + (half - p) / (q - p))) / steps;
      if (best === null || Math.abs(o) < Math.abs(best)) best = o;
    }
    if (best === null) continue;
    widths.push(((outer - inner) / steepest) * ((2 * reach) / steps));
    points.push({ x: foot.x + out.x * best, y: foot.y + out.y * best });
  }
  if (points.length < PROFILES / 3) return null;
  const line = lineThrough(points);
  const offs = points.map((p) => Math.abs(offLine(line, p)));
  const limit = Math.max(0.4, 2.5 * [...offs].sort((p, q) => p - q)[offs.length >> 1]!);
  const kept = points.filter((_, i) => offs[i]! <= limit);
  return kept.length >= PROFILES / 4 ? lineThrough(kept) : null;
}

const offLine = ({ at, along }: Line, p: Vec): number =>
  (p.x - at.x) * along.y - (p.y - at.y) * along.x;

/** Total least squares. */
function lineThrough(points: readonly Vec[]): Line {
  const n = points.length;
  const x = points.reduce((sum, p) => sum + p.x, 0) / n;
  const y = points.reduce((sum, p) => sum + p.y, 0) / n;
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - x) ** 2;
    xy += (p.x - x) * (p.y - y);
    yy += (p.y - y) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return { at: { x, y }, along: { x: Math.cos(angle), y: Math.sin(angle) } };
}

function meet(a: Line, b: Line): Vec | null {
  const det = a.along.x * b.along.y - a.along.y * b.along.x;
  if (Math.abs(det) < 0.2) return null;
  const t = ((b.at.x - a.at.x) * b.along.y - (b.at.y - a.at.y) * b.along.x) / det;
  return { x: a.at.x + a.along.x * t, y: a.at.y + a.along.y * t };
}

/** Cells under the half-way brightness between the rim and the paper round it are black. */
function readCells(grid: Grid, corners: readonly Vec[]): ReturnType<typeof readMark> {
  const n = MARK_CELLS;
  const map = mapCorners(
    [
      { x: 0, y: 0 },
      { x: n, y: 0 },
      { x: n, y: n },
      { x: 0, y: n },
    ],
    corners,
  );
  if (!map) return null;
  const at = (x: number, y: number): number => {
    const p = applyMap(map, { x, y });
    return sample(grid, p.x, p.y);
  };
  const rim: number[] = [];
  const paper: number[] = [];
  for (let k = 0; k < n; k++) {
    const m = k + 0.5;
    rim.push(at(m, 0.5), at(m, n - 0.5), at(0.5, m), at(n - 0.5, m));
    paper.push(at(m, -0.7), at(m, n + 0.7), at(-0.7, m), at(n + 0.7, m));
  }
  const median = (v: number[]): number => v.sort((a, b) => a - b)[v.length >> 1]!;
  const half = (median(rim) + median(paper)) / 2;
  const cells = Array.from({ length: INNER_CELLS ** 2 }, (_, i) => {
    const [x, y] = [1.5 + (i % INNER_CELLS), 1.5 + Math.floor(i / INNER_CELLS)];
    const around = [at(x, y), at(x - 0.2, y), at(x + 0.2, y), at(x, y - 0.2), at(x, y + 0.2)];
    return around.reduce((sum, v) => sum + v, 0) / around.length < half;
  });
  return readMark(cells);
}
