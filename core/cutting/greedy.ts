import type { StockLengths } from './lengths';
import { patternOf, type Pattern } from './pattern';

/**
 * The fullest that a length can be made with what is left (subset sum by which type reaches a fill first); it
 * ends as soon as nothing would be left over.
 */
function fullest(
  units: number,
  types: StockLengths['types'],
  left: readonly number[],
): [type: number, count: number][] {
  const NONE = -1;
  const by = new Int32Array(units + 1).fill(NONE);
  const times = new Int32Array(units + 1);
  by[0] = types.length;
  for (let k = 0; k < types.length && by[units] === NONE; k++) {
    const long = types[k]!.units;
    const most = left[k]!;
    if (most === 0) continue;
    for (let fill = long; fill <= units; fill++) {
      const before = fill - long;
      if (by[fill] !== NONE || by[before] === NONE) continue;
      const own = by[before] === k ? times[before]! : 0;
      if (own >= most) continue;
      by[fill] = k;
      times[fill] = own + 1;
    }
  }
  let fill = units;
  while (by[fill] === NONE) fill--;
  const cuts: [number, number][] = [];
  while (fill > 0) {
    const [k, n] = [by[fill]!, times[fill]!];
    cuts.unshift([k, n]);
    fill -= n * types[k]!.units;
  }
  return cuts;
}

/**
 * One offcut after the other filled as full as what is still needed can fill it (minimum bin slack): seldom the
 * best, but mostly near it.
 * @param order of the offcuts' classes, one for each offcut
 */
export function fillInTurn(lengths: StockLengths, order: readonly number[]): Pattern[] {
  const left = lengths.types.map((t) => t.count);
  return order.flatMap((of) => {
    const cuts = fullest(lengths.classes[of]!.units, lengths.types, left);
    cuts.forEach(([type, n]) => (left[type] = left[type]! - n));
    return cuts.length > 0 ? [patternOf(lengths, of, cuts)] : [];
  });
}
