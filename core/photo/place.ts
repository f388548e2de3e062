import { halfWidths, makeGrid, type Grid } from '../trace';
import type { Flat } from './flatten';
import { posed, restingPose, type Line, type Pose, type Shape } from './shape';

/** How far metal is from each place of a coarse grid, and where metal is. */
export interface MetalMap {
  /** mm */
  readonly far: Grid;
  readonly metal: Uint8Array;
  readonly pxPerMm: number;
  readonly from: { readonly x: number; readonly y: number };
  /** darkness of what is metal, in the middle */
  readonly darkness: number;
}

const COARSE_PX_PER_MM = 4;

/** @param threshold darker than this is metal */
export function metalMap(flat: Flat, threshold: number): MetalMap {
  const block = Math.max(1, Math.round(flat.pxPerMm / COARSE_PX_PER_MM));
  const { grid } = flat;
  const pxPerMm = flat.pxPerMm / block;
  const width = Math.floor(grid.width / block);
  const height = Math.floor(grid.height / block);
  const metal = new Uint8Array(width * height);
  const dark: number[] = [];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      // Half of a block's pixels, or its darkest part: a bright wire is dark along its edges alone.
      let count = 0;
      for (let v = 0; v < block; v++) {
        for (let u = 0; u < block; u++) {
          const value = grid.data[(y * block + v) * grid.width + x * block + u]!;
          if (value > threshold) {
            count++;
            if (dark.length < 40_000) dark.push(value);
          }
        }
      }
      if (3 * count >= block * block) metal[y * width + x] = 1;
    }
  }
  dark.sort((a, b) => a - b);
  return {
    far: distances(metal, width, height, 1 / pxPerMm),
    metal,
    pxPerMm,
    from: flat.from,
    darkness: dark[Math.floor(dark.length * 0.6)] ?? 0,
  };
}

/** Distance from each cell to the nearest with metal, within what tells anything. */
function distances(metal: Uint8Array, width: number, height: number, unit: number): Grid {
  // Past the border there is no metal: a rim of bare paper is laid round it.
  const rim = Math.ceil(FAR_MM / unit) + 1;
  const wide = width + 2 * rim;
  const bare = new Uint8Array(wide * (height + 2 * rim)).fill(1);
  metal.forEach((m, i) => {
    if (m) bare[(Math.floor(i / width) + rim) * wide + (i % width) + rim] = 0;
  });
  const far = halfWidths({ width: wide, height: height + 2 * rim, data: bare });
  const out = makeGrid(width, height);
  out.data.forEach((_, i) => {
    const k = (Math.floor(i / width) + rim) * wide + (i % width) + rim;
    // From middle to middle; the rim between them is half a cell nearer.
    out.data[i] = bare[k] ? unit * (far[k]! + 0.5) : 0;
  });
  return out;
}

/** Places further from metal than this tell nothing more, mm. */
const FAR_MM = 3;

export function farFromMetal({ far, pxPerMm, from }: MetalMap, x: number, y: number): number {
  const u = Math.round((x - from.x) * pxPerMm - 0.5);
  const v = Math.round((y - from.y) * pxPerMm - 0.5);
  if (u < 0 || v < 0 || u >= far.width || v >= far.height) return FAR_MM;
  return Math.min(FAR_MM, far.data[v * far.width + u]!);
}

/** A whole piece turned about the middle of all its wires and moved. */
export interface Placing {
  readonly turn: number;
  readonly dx: number;
  readonly dy: number;
  /** mean distance of the piece from metal and of metal from the piece, mm */
  readonly cost: number;
}

/** A piece is tried by about so many places. */
const TRIED_PLACES = 150;
/** A move as likely as not to be seen, which costs as much as a tenth of a millimetre. */
const LIKELY = { turn: 0.5, mm: 15 };

/**
 * Where a piece lies: all turns and moves tried coarsely, the best made finer, each judged by how far
 * its wires are from metal and the metal from its wires.
 * @param anyTurn however it is turned, as on the blank card; else as it is laid on its pattern
 */
export function placeOf(shapes: readonly Shape[], map: MetalMap, anyTurn: boolean): Placing {
  const links = shapes.reduce((sum, s) => sum + s.x.length, 0);
  const points = thinned(shapes, Math.max(2, Math.round(links / TRIED_PLACES)));
  const centre = middleOf(points);
  const metal = metalPoints(map, 200);
  const cost = (turn: number, dx: number, dy: number, both: boolean): number => {
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    let sum = 0;
    const placed = both ? new Float64Array(points.length) : null;
    for (let i = 0; i < points.length; i += 2) {
      const [u, v] = [points[i]! - centre.x, points[i + 1]! - centre.y];
      const x = centre.x + dx + c * u - s * v;
      const y = centre.y + dy + s * u + c * v;
      sum += farFromMetal(map, x, y);
      if (placed) {
        placed[i] = x;
        placed[i + 1] = y;
      }
    }
    const unlikely = 0.1 * ((turn / LIKELY.turn) ** 2 + (dx * dx + dy * dy) / LIKELY.mm ** 2);
    const own = (2 * sum) / points.length;
    const prior = anyTurn ? 0 : unlikely;
    return placed ? own + farFrom(metal, placed) + prior : own + prior;
  };
  const turns = anyTurn ? 72 : 21;
  const span = anyTurn ? 2 * Math.PI : 0.9;
  const tries: { turn: number; dx: number; dy: number; cost: number }[] = [];
  for (let k = 0; k < turns; k++) {
    const turn = anyTurn ? (span * k) / turns : span * (k / (turns - 1) - 0.5);
    for (let dx = -14; dx <= 14; dx += 1.4) {
      for (let dy = -14; dy <= 14; dy += 1.4) {
        tries.push({ turn, dx, dy, cost: cost(turn, dx, dy, false) });
      }
    }
  }
  tries.sort((a, b) => a.cost - b.cost);
  const few: typeof tries = [];
  for (const t of tries) {
    if (few.length >= 8) break;
    const alike = few.some(
      (f) => Math.abs(f.turn - t.turn) < 0.1 && Math.hypot(f.dx - t.dx, f.dy - t.dy) < 2.5,
    );
    if (!alike) few.push(t);
  }
  const refined = few.map((t) => {
    let now = { ...t, cost: cost(t.turn, t.dx, t.dy, true) };
    for (let step = 1; step > 0.06; step /= 2) {
      for (let again = 0; again < 6; again++) {
        const before = now.cost;
        for (const [a, x, y] of NEIGHBOURS) {
          const next = {
            turn: now.turn + a * 0.05 * step,
            dx: now.dx + x * step,
            dy: now.dy + y * step,
          };
          const c = cost(next.turn, next.dx, next.dy, true);
          if (c < now.cost) now = { ...next, cost: c };
        }
        if (now.cost > before - 1e-4) break;
      }
    }
    return now;
  });
  return refined.reduce((a, b) => (b.cost < a.cost ? b : a));
}

const NEIGHBOURS = [
  [1, 0, 0],
  [-1, 0, 0],
  [0, 1, 0],
  [0, -1, 0],
  [0, 0, 1],
  [0, 0, -1],
] as const;

/** Every so many points of lines, x and y in turn. */
export function thinned(lines: readonly Line[], every: number): Float64Array {
  const out: number[] = [];
  for (const { x, y } of lines) {
    for (let i = 0; i < x.length; i += every) out.push(x[i]!, y[i]!);
  }
  return Float64Array.from(out);
}

function middleOf(points: Float64Array): { x: number; y: number } {
  let [x, y] = [0, 0];
  for (let i = 0; i < points.length; i += 2) {
    x += points[i]!;
    y += points[i + 1]!;
  }
  return { x: (2 * x) / points.length, y: (2 * y) / points.length };
}

/** Places with metal, at most so many, evenly chosen. */
export function metalPoints({ metal, far, pxPerMm, from }: MetalMap, most: number): Float64Array {
  const all: number[] = [];
  metal.forEach((m, i) => {
    if (m) all.push(i);
  });
  const every = Math.max(1, Math.ceil(all.length / most));
  const out: number[] = [];
  for (let k = 0; k < all.length; k += every) {
    const i = all[k]!;
    out.push(
      from.x + ((i % far.width) + 0.5) / pxPerMm,
      from.y + (Math.floor(i / far.width) + 0.5) / pxPerMm,
    );
  }
  return Float64Array.from(out);
}

/** Mean distance of places from the nearest of others, each counted to a limit, mm. */
export function farFrom(places: Float64Array, others: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < places.length; i += 2) {
    let least = FAR_MM * FAR_MM;
    for (let k = 0; k < others.length; k += 2) {
      const [u, v] = [places[i]! - others[k]!, places[i + 1]! - others[k + 1]!];
      const far = u * u + v * v;
      if (far < least) least = far;
    }
    sum += Math.sqrt(least);
  }
  return places.length > 0 ? (2 * sum) / places.length : 0;
}

/** Each wire's pose as the whole piece is placed. */
export function posesOf(shapes: readonly Shape[], { turn, dx, dy }: Omit<Placing, 'cost'>): Pose[] {
  const centre = middleOf(
    thinned(
      shapes.map((s) => ({ x: s.x, y: s.y })),
      4,
    ),
  );
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  return shapes.map((shape) => {
    const own = middleOf(thinned([shape], 1));
    const [u, v] = [own.x - centre.x, own.y - centre.y];
    return {
      ...restingPose(shape),
      turn,
      dx: dx + c * u - s * v - u,
      dy: dy + s * u + c * v - v,
    };
  });
}

/** What bends are tried by while a wire is far off, rad. */
const TRIED = [-0.5, -0.3, -0.17, -0.08, 0.08, 0.17, 0.3, 0.5];

/**
 * One bend after the other bent otherwise where that brings a wire much nearer to the metal: before it is
 * followed closely, for a wire that is far off its plan.
 */
export function roughly(shape: Shape, pose: Pose, map: MetalMap): Pose {
  const cost = (p: Pose): number => {
    const { x, y } = posed(shape, p);
    let sum = 0;
    let count = 0;
    for (let i = 0; i < x.length; i += 3) {
      sum += farFromMetal(map, x[i]!, y[i]!);
      count++;
    }
    return sum / count;
  };
  const settled = (p: Pose): { pose: Pose; cost: number } => {
    let now = { pose: p, cost: cost(p) };
    for (let step = 1; step > 0.2; step /= 2) {
      for (const [a, x, y] of NEIGHBOURS) {
        const next = {
          ...now.pose,
          turn: now.pose.turn + a * 0.06 * step,
          dx: now.pose.dx + x * step,
          dy: now.pose.dy + y * step,
        };
        const c = cost(next);
        if (c < now.cost) now = { pose: next, cost: c };
      }
    }
    return now;
  };
  let now = { pose, cost: cost(pose) };
  const { length } = shape.joints;
  for (let round = 0; round < 3 && now.cost > 0.25 && length <= 80; round++) {
    let better = now;
    for (let k = 0; k < length; k++) {
      for (const by of TRIED) {
        const more = now.pose.more.slice();
        more[k] = more[k]! + by;
        const next = settled({ ...now.pose, more });
        if (next.cost < better.cost) better = next;
      }
    }
    if (better.cost > 0.8 * now.cost) break;
    now = better;
  }
  return now.pose;
}
