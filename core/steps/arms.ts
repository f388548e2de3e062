import type { PlannedBend, WirePlan } from '../plan';

/** Two bends that mirror each other, one on each arm. */
export interface Pair {
  /** towards the wire's first end, and towards its last end */
  readonly first: number;
  readonly last: number;
  /** how far their places differ, from the middle out, mm */
  readonly differMm: number;
}

/** A wire whose two halves mirror each other, seen from its middle. */
export interface Arms {
  /** the middle on the blank, from the figure's first end, mm */
  readonly middleMm: number;
  /** the bend that lies on the middle */
  readonly central: number | null;
  /** from the middle outwards */
  readonly pairs: readonly Pair[];
  /** bends without a twin */
  readonly single: readonly number[];
}

const ANGLE_RAD = (8 * Math.PI) / 180;
/** Share of the bends that must pair up for the wire to count as having two arms. */
const MOST = 0.6;
/** The middle lies about half way along: both arms are to be held and bent in step. */
const MIDDLE_MM = 4;
const MIDDLE_SHARE = 0.06;

/**
 * The two arms of a figure that is alike on both sides: bends at the same distance from a middle,
 * of one kind, turn and radius. Null if too few pair up.
 * @param toleranceMm how far the places of two bends of a pair may differ
 */
export function armsOf(wire: WirePlan, toleranceMm: number): Arms | null {
  const { bends, developedMm } = wire;
  let best: Arms | null = null;
  const better = (arms: Arms): boolean =>
    !best ||
    arms.pairs.length > best.pairs.length ||
    (arms.pairs.length === best.pairs.length &&
      Math.abs(arms.middleMm - developedMm / 2) < Math.abs(best.middleMm - developedMm / 2) - 1e-9);
  for (let k = 0; k < 2 * bends.length - 1; k++) {
    const central = k % 2 === 0 ? k / 2 : null;
    const arms = around(bends, k / 2, central, toleranceMm);
    if (better(arms)) best = arms;
  }
  const found = best;
  if (!found || found.pairs.length === 0) return null;
  const centred =
    Math.abs(found.middleMm - developedMm / 2) <= Math.max(MIDDLE_MM, MIDDLE_SHARE * developedMm);
  if (!centred) return null;
  const paired = 2 * found.pairs.length + (found.central === null ? 0 : 1);
  return paired >= MOST * bends.length ? found : null;
}

/** Pairs outwards from a bend, or from between two, as long as they match. */
function around(
  bends: readonly PlannedBend[],
  at: number,
  central: number | null,
  toleranceMm: number,
): Arms {
  const near = bends[Math.floor(at)]!;
  const next = bends[Math.ceil(at)]!;
  const middleMm = (near.middleMm + next.middleMm) / 2;
  const pairs: Pair[] = [];
  let [i, j] = central === null ? [Math.floor(at), Math.ceil(at)] : [central - 1, central + 1];
  while (i >= 0 && j < bends.length) {
    const [a, b] = [bends[i]!, bends[j]!];
    const differMm = Math.abs(b.middleMm + a.middleMm - 2 * middleMm);
    const alike =
      a.kind === b.kind &&
      Math.abs(a.angleRad - b.angleRad) < ANGLE_RAD &&
      Math.abs(a.insideRadiusMm - b.insideRadiusMm) < Math.max(0.3, 0.08 * a.insideRadiusMm) &&
      differMm <= 2 * toleranceMm;
    if (!alike) break;
    pairs.push({ first: i, last: j, differMm });
    i--;
    j++;
  }
  const taken = new Set([...pairs.flatMap((p) => [p.first, p.last]), central]);
  const single = bends.flatMap((_, n) => (taken.has(n) ? [] : [n]));
  return { middleMm, central, pairs, single };
}

/** What the two arms are called as one looks at the front. */
export interface ArmNames {
  readonly first: string;
  readonly last: string;
}

/** Left and right, or upper and lower, by where most of each arm lies. */
export function armNames(wire: WirePlan, arms: Arms): ArmNames {
  const middle = (side: 'first' | 'last'): { x: number; y: number } => {
    const own = arms.pairs.map((p) => wire.bends[p[side]]!.place);
    return {
      x: own.reduce((s, p) => s + p.x, 0) / own.length,
      y: own.reduce((s, p) => s + p.y, 0) / own.length,
    };
  };
  const [a, b] = [middle('first'), middle('last')];
  if (Math.abs(a.x - b.x) >= Math.abs(a.y - b.y)) {
    return a.x < b.x
      ? { first: 'Left arm', last: 'Right arm' }
      : { first: 'Right arm', last: 'Left arm' };
  }
  return a.y < b.y
    ? { first: 'Upper arm', last: 'Lower arm' }
    : { first: 'Lower arm', last: 'Upper arm' };
}
