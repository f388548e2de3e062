import {
  curvatureOf,
  distance,
  endOf,
  joinTurn,
  meetings,
  offsetPrimitive,
  project,
  segmentLength,
  startOf,
  stretchOf,
  type Primitive,
  type Vec,
} from '../geometry';
import { CORNER_TURN } from './corner';
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

/**
 * The wire's centreline when the drawn line is its inside or outside edge: the parallel curve half a
 * diameter to the outside or inside of the figure's turning. Corners move to where the shifted
 * neighbours meet. A curve too tight to be shifted is left out, and `lost` counts it.
 */
export function centreChain(
  chain: Chain,
  basis: Basis,
  diameterMm: number,
): { chain: Chain; lost: number } {
  if (basis === 'centre') return { chain, lost: 0 };
  const inward = totalTurning(chain) >= 0 ? 1 : -1;
  const by = (basis === 'outside' ? inward : -inward) * (diameterMm / 2);
  const corners: boolean[] = [];
  const shifted: Primitive[] = [];
  let lost = 0;
  let gapBefore = false;
  chain.primitives.forEach((p, i) => {
    const q = offsetPrimitive(p, by);
    const before = chain.primitives[i - 1] ?? (chain.closed ? chain.primitives.at(-1) : undefined);
    const corner = before !== undefined && Math.abs(joinTurn(before, p)) > CORNER_TURN;
    if (!q) {
      lost++;
      gapBefore = true;
      return;
    }
    shifted.push(q);
    corners.push(corner || gapBefore);
    gapBefore = false;
  });
  return { chain: { ...chain, primitives: rejoin(shifted, corners, chain) }, lost };
}

function rejoin(shifted: Primitive[], corners: readonly boolean[], chain: Chain): Primitive[] {
  const out = [...shifted];
  const count = out.length;
  for (let i = 0; i < count; i++) {
    if (!corners[i] || (i === 0 && !chain.closed)) continue;
    const before = (i - 1 + count) % count;
    const [a, b] = [out[before], out[i]];
    if (!a || !b || before === i) continue;
    const at = nearest(meetings(a, b), endOf(a), startOf(b));
    if (!at) continue;
    out[before] = stretchOf(a, 0, project(a, at).t);
    out[i] = stretchOf(b, project(b, at).t, 1);
  }
  return out;
}

/** The meeting nearest to both ends, unless it lies out of all proportion. */
function nearest(points: readonly Vec[], a: Vec, b: Vec): Vec | null {
  const far = (p: Vec): number => distance(p, a) + distance(p, b);
  let best: Vec | null = null;
  for (const p of points) if (!best || far(p) < far(best)) best = p;
  return best && far(best) < 20 * distance(a, b) + 1 ? best : null;
}
