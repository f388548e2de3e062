import type { StockLengths } from './lengths';

/** What may be cut from one offcut: so many of each type. */
export interface Pattern {
  /** which class of offcuts */
  readonly of: number;
  /** which type, and how many */
  readonly cuts: readonly (readonly [type: number, count: number])[];
  readonly fill: number;
  /** what is left of it, where that is too short to keep */
  readonly scrap: number;
}

/** What of an offcut is scrap when so much is left beside what stays of it anyway. */
export const scrapOf = (
  left: number,
  { keep, stays }: Pick<StockLengths, 'keep' | 'stays'>,
): number => (left + stays < keep ? left + stays : 0);

/** @param cuts without types of which there is none */
export function patternOf(lengths: StockLengths, of: number, cuts: Pattern['cuts']): Pattern {
  const { classes, types } = lengths;
  const fill = cuts.reduce((sum, [t, n]) => sum + types[t]!.units * n, 0);
  return { of, cuts, fill, scrap: scrapOf(classes[of]!.units - fill, lengths) };
}

export const keyOf = ({ of, cuts }: Pattern): string => `${of}:${cuts.join(' ')}`;

/** All patterns of an offcut's class; null when there are more than `most`. */
function allPatterns(lengths: StockLengths, of: number, most: number): Pattern[] | null {
  const { types, classes } = lengths;
  const found: Pattern[] = [];
  const cuts: [number, number][] = [];
  const visit = (type: number, left: number): boolean => {
    if (type === types.length) {
      if (cuts.length > 0) found.push(patternOf(lengths, of, [...cuts]));
      return found.length <= most;
    }
    const { units, count } = types[type]!;
    for (let n = Math.min(count, Math.floor(left / units)); n > 0; n--) {
      cuts.push([type, n]);
      const goesOn = visit(type + 1, left - n * units);
      cuts.pop();
      if (!goesOn) return false;
    }
    return visit(type + 1, left);
  };
  return visit(0, classes[of]!.units) ? found : null;
}

/** All patterns of all classes; null when there are more than `most`. */
export function completePatterns(lengths: StockLengths, most: number): Pattern[] | null {
  const all: Pattern[] = [];
  for (let of = 0; of < lengths.classes.length; of++) {
    const own = allPatterns(lengths, of, most - all.length);
    if (!own) return null;
    all.push(...own);
  }
  return all;
}
