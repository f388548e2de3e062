import { coilTurn } from './loops';

export interface NetSize {
  readonly diameterMm: number;
  /** thickness of the spokes */
  readonly frameMm: number;
  readonly wraps: number;
  /** direction of each spoke from the middle, radians, in the order the net goes round */
  readonly spokesRad: readonly number[];
  readonly innerMm: number;
  readonly outerMm: number;
}

export interface Net {
  readonly lengthMm: number;
  readonly rounds: number;
  /** each spoke in turn with the radius at which its wraps begin */
  readonly visits: readonly { readonly spoke: number; readonly radiusMm: number }[];
}

/** A net has at most so many wraps on spokes. */
const MOST_VISITS = 20_000;

/**
 * A net over spokes: going round, w wraps on each spoke, then straight to the next one's present
 * radius; the wraps push the net outwards by w d. It stops when every spoke has reached the outside.
 */
export function netOf(size: NetSize): Net {
  const { diameterMm: d, frameMm, wraps, spokesRad, innerMm, outerMm } = size;
  const count = spokesRad.length;
  const radius = spokesRad.map(() => innerMm);
  const visits: { spoke: number; radiusMm: number }[] = [];
  const turn = wraps * coilTurn(frameMm, d, d);
  let lengthMm = 0;
  while (radius.some((r) => r < outerMm - 1e-9) && visits.length < MOST_VISITS) {
    const spoke = visits.length % count;
    const next = (spoke + 1) % count;
    const [here, there] = [radius[spoke]!, radius[next]!];
    const angle = spokesRad[next]! - spokesRad[spoke]!;
    visits.push({ spoke, radiusMm: here });
    lengthMm += turn + Math.sqrt(here ** 2 + there ** 2 - 2 * here * there * Math.cos(angle));
    radius[spoke] = here + wraps * d;
  }
  return { lengthMm, rounds: visits.length / count, visits };
}

/** Spokes spread evenly all round, the first one upwards. */
export const evenSpokes = (count: number): number[] =>
  Array.from({ length: count }, (_, i) => -Math.PI / 2 + (2 * Math.PI * i) / count);
