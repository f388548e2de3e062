import {
  add,
  angleOf,
  curvatureOf,
  distance,
  endOf,
  joinTurn,
  meetings,
  offsetPrimitive,
  perp,
  project,
  scale,
  segmentLength,
  startOf,
  stretchOf,
  tangentAt,
  type Primitive,
  type Vec,
} from '../geometry';
import { CORNER_TURN, FOLD_TURN } from './corner';
import type { Chain } from './fitChain';

/** What the drawn line is of the wire. */
export const BASES = ['centre', 'inside', 'outside'] as const;
export type Basis = (typeof BASES)[number];

/** All turning of a chain, radians, clockwise positive: curves and corners. */
export function totalTurning(chain: Chain): number {
  const p = chain.primitives;
  const curves = p.reduce((sum, s) => sum + curvatureOf(s) * segmentLength(s), 0);
  const joins = p.reduce((sum, s, i) => {
    const next = p[i + 1] ?? (chain.closed ? p[0] : undefined);
    return next ? sum + joinTurn(s, next) : sum;
  }, 0);
  return curves + joins;
}

/** A centreline, and for each of its lines and arcs the drawn one that it stands beside; -1 for none. */
export interface Centred {
  readonly chain: Chain;
  /** curves too tight to be shifted: their neighbours meet in a corner instead */
  readonly lost: number;
  readonly source: readonly number[];
}

interface Shifted {
  readonly p: Primitive;
  readonly source: number;
  /** the drawn joint before it; Infinity where a curve went lost between */
  readonly turn: number;
}

/**
 * The wire's centreline when the drawn line is its inside or outside edge: the parallel curve half a
 * diameter to the outside or inside of the figure's turning. Corners move to where the shifted
 * neighbours meet. A fold on the outer side goes round the drawn tip, which its strands enclose.
 * @param asideMm how far to the right of its way it lies besides, as one of several side by side
 */
export function centreChain(chain: Chain, basis: Basis, diameterMm: number, asideMm = 0): Centred {
  if (basis === 'centre' && asideMm === 0) {
    return { chain, lost: 0, source: chain.primitives.map((_, i) => i) };
  }
  const inward = totalTurning(chain) >= 0 ? 1 : -1;
  const edge = { centre: 0, outside: inward, inside: -inward }[basis] * (diameterMm / 2);
  const by = edge + asideMm;
  if (by === 0) return { chain, lost: 0, source: chain.primitives.map((_, i) => i) };
  const shifted: Shifted[] = [];
  let lost = 0;
  let gapBefore = false;
  chain.primitives.forEach((p, i) => {
    const q = offsetPrimitive(p, by);
    const before = chain.primitives[i - 1] ?? (chain.closed ? chain.primitives.at(-1) : undefined);
    const turn = before === undefined ? 0 : joinTurn(before, p);
    if (!q) {
      lost++;
      gapBefore = true;
      return;
    }
    shifted.push({ p: q, source: i, turn: gapBefore ? Infinity : turn });
    gapBefore = false;
  });
  if (gapBefore && chain.closed && shifted[0]) shifted[0] = { ...shifted[0], turn: Infinity };
  const tips = chain.primitives.map((p) => startOf(p));
  const joined = rejoin(shifted, chain.closed, tips, by);
  return {
    chain: { ...chain, primitives: joined.map((s) => s.p) },
    lost,
    source: joined.map((s) => s.source),
  };
}

function rejoin(
  shifted: readonly Shifted[],
  closed: boolean,
  tips: readonly Vec[],
  by: number,
): Shifted[] {
  const out = [...shifted];
  const between = new Map<number, readonly Primitive[]>();
  const count = out.length;
  for (let i = 0; i < count; i++) {
    const { turn, source } = out[i]!;
    if (Math.abs(turn) <= CORNER_TURN || (i === 0 && !closed)) continue;
    const before = (i - 1 + count) % count;
    if (before === i) continue;
    const [a, b] = [out[before]!.p, out[i]!.p];
    const outside = turn * by < 0 && Number.isFinite(turn);
    if (outside && Math.abs(turn) >= FOLD_TURN) {
      const center = tips[source]!;
      // Square to the curve's end, so that nothing is bent where they meet.
      const startAngle = angleOf(scale(perp(tangentAt(a, 1)), by));
      between.set(i, [{ type: 'arc', center, radius: Math.abs(by), startAngle, sweep: turn }]);
      continue;
    }
    const at = nearest(meetings(a, b), endOf(a), startOf(b));
    if (!at) {
      if (outside) between.set(i, straightOn(a, b, Math.abs(by * Math.tan(turn / 2))));
      continue;
    }
    out[before] = { ...out[before]!, p: stretchOf(a, 0, project(a, at, 1).t) };
    out[i] = { ...out[i]!, p: stretchOf(b, project(b, at, 0).t, 1) };
  }
  const list = out.flatMap((s, i): Shifted[] => {
    const put = between.get(i) ?? [];
    return [...put.map((p) => ({ p, source: -1, turn: 0 })), s];
  });
  return list;
}

/** Where curves turn away from each other before they meet, they go straight on to their corner, so far. */
function straightOn(a: Primitive, b: Primitive, mm: number): Primitive[] {
  const corner = add(endOf(a), scale(tangentAt(a, 1), mm));
  return [
    { type: 'line', from: endOf(a), to: corner },
    { type: 'line', from: corner, to: startOf(b) },
  ];
}

/** The meeting nearest to both ends, unless it lies out of all proportion. */
function nearest(points: readonly Vec[], a: Vec, b: Vec): Vec | null {
  const far = (p: Vec): number => distance(p, a) + distance(p, b);
  let best: Vec | null = null;
  for (const p of points) if (!best || far(p) < far(best)) best = p;
  return best && far(best) < 20 * distance(a, b) + 1 ? best : null;
}
