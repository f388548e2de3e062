import {
  cumulativeLengths,
  endOf,
  joinTurn,
  pointAt,
  segmentLength,
  startOf,
  stretchOf,
  type Primitive,
} from '../geometry';
import type { Chain } from './fitChain';

/** Opens a closed chain `atMm` from its drawn start, so that it begins and ends there. */
export function openAt(chain: Chain, atMm: number): Chain {
  const lengths = cumulativeLengths(chain.primitives);
  const total = lengths[lengths.length - 1] ?? 0;
  if (!chain.closed || total === 0) return chain;
  const at = ((atMm % total) + total) % total;
  const index = chain.primitives.findIndex((_, i) => (lengths[i + 1] ?? 0) > at + 1e-9);
  const cut = chain.primitives[index];
  if (!cut) return chain;
  const t = (at - (lengths[index] ?? 0)) / segmentLength(cut);
  const rest = [...chain.primitives.slice(index + 1), ...chain.primitives.slice(0, index)];
  if (t < 1e-6) return { ...chain, primitives: [cut, ...rest] };
  return { ...chain, primitives: [stretchOf(cut, t, 1), ...rest, stretchOf(cut, 0, t)] };
}

/** A joint of the seam keeps this many wires clear of a corner, and at least so far, mm. */
const CLEAR_WIRES = 2;
const CLEAR_MM = 1;

/**
 * The place nearest to `atMm` where a closed chain may be opened: a corner at the joint itself would
 * be lost as a bend, so the joint stands beside it, on the longer of its legs.
 */
export function clearSeam(chain: Chain, atMm: number, diameterMm: number): number {
  const lengths = cumulativeLengths(chain.primitives);
  const count = chain.primitives.length;
  const total = lengths[count] ?? 0;
  if (count < 2 || total === 0) return atMm;
  const at = ((atMm % total) + total) % total;
  const clear = Math.max(CLEAR_MM, CLEAR_WIRES * diameterMm);
  for (let i = 0; i < count; i++) {
    const before = (i - 1 + count) % count;
    if (Math.abs(joinTurn(chain.primitives[before]!, chain.primitives[i]!)) < SEAM_TURN) continue;
    const corner = lengths[i]!;
    const signed = ((at - corner + 1.5 * total) % total) - total / 2;
    if (Math.abs(signed) >= clear) continue;
    const sizes = [before, i].map((k) => segmentLength(chain.primitives[k]!));
    const onward = signed === 0 ? sizes[1]! >= sizes[0]! : signed > 0;
    const room = (onward ? sizes[1]! : sizes[0]!) / 2;
    return corner + (onward ? 1 : -1) * Math.min(clear, room);
  }
  return at;
}

const SEAM_TURN = 1e-4;

/**
 * Where a closed figure is best opened if the maker does not say: in the middle of the run or curve
 * that lies highest, where the piece hangs and a ring or bail hides the joint. Never at a corner,
 * which would be lost as a bend.
 * @returns mm from the drawn start
 */
export function topSeam(chain: Chain): number {
  const lengths = cumulativeLengths(chain.primitives);
  let best = { y: Infinity, at: 0 };
  chain.primitives.forEach((p, i) => {
    const size = segmentLength(p);
    const t = highestWithin(p, chain.primitives.length === 1);
    const y = pointAt(p, t).y;
    // A short piece between two bends leaves no room for a joint.
    const cramped = size < 1 ? 1000 : 0;
    if (y + cramped < best.y - 1e-6) best = { y: y + cramped, at: (lengths[i] ?? 0) + t * size };
  });
  return best.at;
}

/**
 * Parameter of the highest place of an arc if it lies well inside it, else the middle.
 * @param whole the arc is a full circle: it has no ends to keep clear of
 */
function highestWithin(p: Primitive, whole: boolean): number {
  if (p.type === 'line') return 0.5;
  const lowest = Math.min(startOf(p).y, endOf(p).y);
  const up = ((-Math.PI / 2 - p.startAngle) / p.sweep) % ((2 * Math.PI) / Math.abs(p.sweep));
  const period = (2 * Math.PI) / Math.abs(p.sweep);
  const t = up < 0 ? up + period : up;
  if (whole) return t % 1;
  return t > 0.1 && t < 0.9 && pointAt(p, t).y <= lowest ? t : 0.5;
}
