import { scrapOf, patternOf, type Pattern } from './pattern';
import type { StockLengths } from './lengths';

/** A table has no more entries than this. */
const MOST_ENTRIES = 16e6;

export const tableFits = ({ types, classes }: StockLengths): boolean =>
  (types.length + 1) * ((classes[0]?.units ?? 0) + 1) <= MOST_ENTRIES;

/** What a pattern costs besides what its cuts are worth. */
export interface PatternCost {
  /** what a cut of each type is worth */
  readonly worth: readonly number[];
  readonly perScrap: number;
  readonly perTouch: number;
  /** what a place in each class of offcuts is worth: at most nothing */
  readonly perClass: readonly number[];
}

/**
 * The bounded knapsack by exact fill (dynamic programming): `best[k]` has for each fill the most that types
 * from the k-th on are worth together; minus infinity where no cuts fill it.
 */
export class KnapsackTable {
  private readonly best: Float64Array[];
  readonly longest: number;

  constructor(
    private readonly lengths: StockLengths,
    private readonly cost: PatternCost,
  ) {
    const { types, classes } = lengths;
    this.longest = classes.reduce((most, c) => Math.max(most, c.units), 0);
    const none = new Float64Array(this.longest + 1).fill(-Infinity);
    none[0] = 0;
    this.best = [none];
    for (let k = types.length - 1; k >= 0; k--) {
      const { units, count } = types[k]!;
      const worth = cost.worth[k]!;
      const after = this.best[0]!;
      const own = Float64Array.from(after);
      const most = Math.min(count, Math.floor(this.longest / units));
      for (let n = 1; n <= most; n++) {
        const [long, gain] = [n * units, n * worth];
        for (let fill = long; fill <= this.longest; fill++) {
          const value = after[fill - long]! + gain;
          if (value > own[fill]!) own[fill] = value;
        }
      }
      this.best.unshift(own);
    }
  }

  /** What is beside the cuts' worth for a class filled so far. */
  private costAt(of: number, fill: number): number {
    const { perScrap, perTouch, perClass } = this.cost;
    const { classes } = this.lengths;
    return perScrap * scrapOf(classes[of]!.units - fill, this.lengths) + perTouch - perClass[of]!;
  }

  /** The least reduced cost of a pattern for a class, with its fill. */
  least(of: number): { readonly cost: number; readonly fill: number } {
    const { units } = this.lengths.classes[of]!;
    const shortest = this.lengths.types.at(-1)!.units;
    const all = this.best[0]!;
    let least = { cost: Infinity, fill: 0 };
    for (let fill = shortest; fill <= units; fill++) {
      const worth = all[fill]!;
      if (worth === -Infinity) continue;
      const cost = this.costAt(of, fill) - worth;
      if (cost < least.cost) least = { cost, fill };
    }
    return least;
  }

  /** A pattern of the best worth for a fill. */
  patternAt(of: number, fill: number): Pattern {
    const { types } = this.lengths;
    const cuts: [number, number][] = [];
    let left = fill;
    types.forEach(({ units, count }, k) => {
      const [own, after] = [this.best[k]!, this.best[k + 1]!];
      let n = 0;
      while (
        n < count &&
        left >= units * n &&
        !isSame(own[left]!, after[left - n * units]! + n * this.cost.worth[k]!)
      )
        n++;
      if (n > 0) cuts.push([k, n]);
      left -= n * units;
    });
    return patternOf(this.lengths, of, cuts);
  }

  /** All patterns of a class with a reduced cost of at most `most`; null when there are more than `count`. */
  within(of: number, most: number, count: number): Pattern[] | null {
    const { types, classes } = this.lengths;
    const found: Pattern[] = [];
    const cuts: [number, number][] = [];
    const visit = (k: number, left: number, needed: number): boolean => {
      if (this.best[k]![left]! < needed - SLACK) return true;
      if (k === types.length) {
        found.push(patternOf(this.lengths, of, [...cuts]));
        return found.length <= count;
      }
      const { units, count: there } = types[k]!;
      for (let n = 0; n <= there && n * units <= left; n++) {
        if (n > 0) cuts.push([k, n]);
        const goesOn = visit(k + 1, left - n * units, needed - n * this.cost.worth[k]!);
        if (n > 0) cuts.pop();
        if (!goesOn) return false;
      }
      return true;
    };
    for (let fill = classes[of]!.units; fill > 0; fill--) {
      if (!visit(0, fill, this.costAt(of, fill) - most)) return null;
    }
    return found;
  }

  /**
   * Some of the patterns with a reduced cost of at most `most`, of many different cuts: each is led down the
   * table by chance, which never leads to where there is none.
   */
  some(of: number, most: number, count: number, random: () => number): Pattern[] {
    const { types, classes } = this.lengths;
    const fills: number[] = [];
    for (let fill = classes[of]!.units; fill > 0; fill--) {
      if (this.best[0]![fill]! >= this.costAt(of, fill) - most - SLACK) fills.push(fill);
    }
    if (fills.length === 0) return [];
    const shortest = types.at(-1)!.units;
    return Array.from({ length: count }, () => {
      let left = fills[Math.floor(random() ** 2 * fills.length)]!;
      let needed = this.costAt(of, left) - most - SLACK;
      const cuts: [number, number][] = [];
      types.forEach(({ units, count: there }, k) => {
        const { worth } = this.cost;
        const goes = (n: number): boolean =>
          n <= there &&
          n * units <= left &&
          this.best[k + 1]![left - n * units]! >= needed - n * worth[k]!;
        // As often as it would be taken if all types were taken alike.
        const often = left / shortest / (types.length - k);
        let n = goes(0) ? 0 : 1;
        while (!goes(n) || (goes(n + 1) && random() < often)) n++;
        if (n > 0) cuts.push([k, n]);
        left -= n * units;
        needed -= n * worth[k]!;
      });
      return patternOf(this.lengths, of, cuts);
    });
  }
}

const SLACK = 1e-7;
const isSame = (a: number, b: number): boolean =>
  Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a));
