import { hangingLength, moreOverStone } from '../../element';
import { distance, scale, sub, type Vec } from '../../geometry';
import { alongPoints, moved, spotAlong, type FormedWires, type Run } from '../ground';
import type { Comes } from './act';

/** Where a led wire is: on the figure, and on which of its wires, if it lies on one. */
export interface Foot {
  readonly at: Vec;
  readonly run: Run | null;
  /** position on that wire */
  readonly mm: number;
}

/** The way that a led wire goes to a place. */
export interface Way {
  readonly points: readonly Vec[];
  readonly lengthMm: number;
  readonly comes: Comes;
}

/** Points a stretch of the figure's wire is followed by, mm apart. */
const ALONG_STEP_MM = 0.5;
const ARC_STEPS = 32;

/** Beyond this share of a way nothing is put on it: it ends there. */
const MOST_PAST = 0.95;

/** The middle of a line, by its length. */
export const middleOf = (points: readonly Vec[]): Vec => pastMiddle(points, 0);

/** So far past the middle of a way, not beyond its end. */
export function pastMiddle(points: readonly Vec[], mm: number): Vec {
  const all = alongPoints(points).at(-1) ?? 0;
  return spotAlong(points, Math.min(all / 2 + mm, MOST_PAST * all)).at;
}

/** The arc of a circle from one place to another that hangs through by so much, to its right hand. */
function hanging(a: Vec, b: Vec, sagMm: number): Vec[] {
  const chord = distance(a, b);
  const f = Math.abs(sagMm);
  if (f < 1e-9 || chord < 1e-9) return [a, b];
  const along = scale(sub(b, a), 1 / chord);
  const side = { x: -along.y * Math.sign(sagMm), y: along.x * Math.sign(sagMm) };
  const radius = (chord ** 2 / 4 + f ** 2) / (2 * f);
  const half = 2 * Math.atan2(2 * f, chord);
  return Array.from({ length: ARC_STEPS + 1 }, (_, i) => {
    const t = half * ((2 * i) / ARC_STEPS - 1);
    const p = moved(a, along, chord / 2 + radius * Math.sin(t));
    return moved(p, side, radius * Math.cos(t) - (radius - f));
  });
}

/** Along the wire that both places are on, round a closed one the shorter way; null where they are on two. */
function alongWire(wires: FormedWires, from: Foot, to: Foot): Vec[] | null {
  const { run } = from;
  if (!run || run.wire !== to.run?.wire) return null;
  const { s, closed } = wires.lines[run.wire]!;
  const all = s.at(-1) ?? 0;
  let by = to.mm - from.mm;
  if (closed) by -= all * Math.round(by / all);
  const count = Math.max(1, Math.ceil(Math.abs(by) / ALONG_STEP_MM));
  return Array.from({ length: count + 1 }, (_, i) => run.spot(from.mm + (by * i) / count).at);
}

/**
 * The way from one place to the next; over a stone along its surface.
 * @returns null where it should go along a wire that the two are not both on
 */
export function wayBetween(
  wires: FormedWires,
  from: Foot,
  to: Foot,
  comes: Comes,
  sagMm: number,
  diameterMm: number,
): Way | null {
  if (comes === 'along') {
    const points = alongWire(wires, from, to);
    return points && { points, comes, lengthMm: alongPoints(points).at(-1) ?? 0 };
  }
  // What hangs does not lie on a stone.
  const over =
    sagMm === 0
      ? wires.stones.reduce(
          (sum, stone) => sum + moreOverStone(stone, from.at, to.at, diameterMm),
          0,
        )
      : 0;
  const lengthMm = hangingLength(distance(from.at, to.at), sagMm) + over;
  return { points: hanging(from.at, to.at, sagMm), comes, lengthMm };
}
