import type { Highs, IndexSelection, Model } from 'highs';
import type { StockLengths } from './lengths';
import { keyOf, type Pattern } from './pattern';

/** What is wanted, in this order; each is as small as the ones before let it be. */
export const AIMS = ['short', 'spool', 'scrap', 'touched'] as const;
export type Aim = (typeof AIMS)[number];

/** What a list chooses among: patterns of offcuts, cuts from spools, what is short. */
export type Column =
  | { readonly is: 'pattern'; readonly pattern: Pattern }
  /** `spool` is null where any spool will do */
  | { readonly is: 'spool'; readonly type: number; readonly spool: number | null }
  | { readonly is: 'short'; readonly type: number };

/** How often each column is taken. */
export type Choice = readonly { readonly column: Column; readonly times: number }[];

/** What a column counts for in an aim: pieces short, units from spools, units of scrap, offcuts touched. */
export function weighs(aim: Aim, column: Column, { types }: StockLengths): number {
  switch (column.is) {
    case 'short':
      return aim === 'short' ? 1 : 0;
    case 'spool':
      return aim === 'spool' ? types[column.type]!.units : 0;
    case 'pattern':
      return aim === 'scrap' ? column.pattern.scrap : aim === 'touched' ? 1 : 0;
  }
}

export const sumOf = (aim: Aim, choice: Choice, lengths: StockLengths): number =>
  choice.reduce((sum, { column, times }) => sum + weighs(aim, column, lengths) * times, 0);

/** Prices of the relaxation: of a need, of a place in a class of offcuts, of the limit on an aim. */
export interface Prices {
  readonly needs: readonly number[];
  readonly classes: readonly number[];
  readonly aims: Readonly<Record<Aim, number>>;
}

/** Model states of the solver in which a solution may stand. */
const OPTIMAL = 7;
/** Infeasible, or that or unbounded: nothing here is unbounded. */
const NONE_LEFT: ReadonlySet<number> = new Set([8, 9]);
/** A solution is there. */
const FEASIBLE = 2;
const INTEGER = 1;
/** Less than any length is told apart by. */
const SLACK = 1e-5;
/** Tighter still. */
const TOLERANCE = 1e-9;

/**
 * The master problem of the cutting-stock formulation by patterns (Gilmore and Gomory): each need is met by
 * patterns, by spools or is short; offcuts of a class are used no more often than there are; what an earlier
 * aim has reached is not given up for a later one. Lengths in it are mm.
 */
export class Master {
  private readonly model: Model;
  private readonly columns: Column[] = [];
  private readonly known = new Set<string>();
  /** what taking each column once more would cost beyond the relaxation, mm or times */
  private reduced: Float64Array = new Float64Array();
  private readonly rowOf: {
    readonly classes: number;
    readonly spools: number;
    readonly aims: number;
  };

  /** @param anySpool spools are one: what is cut from them is shared out among them after */
  constructor(
    highs: Highs,
    private readonly lengths: StockLengths,
    anySpool: boolean,
  ) {
    const { types, classes, spools, perMm } = lengths;
    const inf = highs.infinity;
    const needs = types.map((t) => t.count);
    const onSpools = spools.reduce((sum, s) => sum + s.units, 0);
    this.rowOf = {
      classes: types.length,
      spools: types.length + classes.length,
      aims: types.length + classes.length + spools.length,
    };
    const upper = [
      ...needs,
      ...classes.map((c) => c.offcuts.length),
      ...spools.map((s) => (anySpool ? inf : s.units / perMm)),
      ...AIMS.map((aim) => (aim === 'spool' ? onSpools / perMm + SLACK : inf)),
    ];
    this.model = highs.createModel({
      numCols: 0,
      numRows: upper.length,
      colCost: [],
      colLower: [],
      colUpper: [],
      rowLower: upper.map((_, row) => needs[row] ?? -inf),
      rowUpper: upper,
      matrix: {
        format: 'csc',
        numRows: upper.length,
        numCols: 0,
        starts: [0],
        indices: [],
        values: [],
      },
    });
    this.model.options.set({
      output_flag: false,
      primal_feasibility_tolerance: TOLERANCE,
      dual_feasibility_tolerance: TOLERANCE,
      mip_feasibility_tolerance: TOLERANCE,
      mip_rel_gap: 0,
      mip_abs_gap: 1e-7,
    });
    types.forEach((_, type) => {
      if (spools.length > 0 && anySpool) this.add({ is: 'spool', type, spool: null });
      else {
        spools.forEach((_s, spool) => this.add({ is: 'spool', type, spool }));
        this.add({ is: 'short', type });
      }
    });
  }

  dispose(): void {
    this.model.dispose();
  }

  /** In mm what is a length, else as often as it is. */
  private inMm(aim: Aim, sum: number): number {
    return aim === 'spool' || aim === 'scrap' ? sum / this.lengths.perMm : sum;
  }

  /** How often a column can be taken; how often patterns can, rows say, so that prices count it. */
  private mostOf(column: Column): number {
    const { types, spools } = this.lengths;
    if (column.is === 'pattern') return Infinity;
    const { units, count } = types[column.type]!;
    if (column.is === 'short' || column.spool === null) return count;
    return Math.min(count, Math.floor(spools[column.spool]!.units / units));
  }

  private add(column: Column): void {
    const { types, perMm } = this.lengths;
    const entries: [row: number, value: number][] = [];
    if (column.is === 'pattern') {
      const { cuts, of } = column.pattern;
      entries.push(...cuts.map(([type, n]): [number, number] => [type, n]));
      entries.push([this.rowOf.classes + of, 1]);
    } else {
      entries.push([column.type, 1]);
      if (column.is === 'spool' && column.spool !== null) {
        const { units } = types[column.type]!;
        entries.push([this.rowOf.spools + column.spool, units / perMm]);
      }
    }
    AIMS.forEach((aim, i) => {
      const weight = this.inMm(aim, weighs(aim, column, this.lengths));
      if (weight > 0) entries.push([this.rowOf.aims + i, weight]);
    });
    this.model.addCol(0, 0, this.mostOf(column), {
      indices: entries.map(([row]) => row),
      values: entries.map(([, value]) => value),
    });
    this.columns.push(column);
  }

  /** Takes patterns in that it does not know yet. @returns how many they were */
  addPatterns(patterns: readonly Pattern[]): number {
    const fresh = patterns.filter((p) => !this.known.has(keyOf(p)));
    for (const pattern of fresh) {
      if (this.known.has(keyOf(pattern))) continue;
      this.known.add(keyOf(pattern));
      this.add({ is: 'pattern', pattern });
    }
    return fresh.length;
  }

  /** What an aim has reached is not given up any more. */
  keep(aim: Aim, reached: number): void {
    // A little more than it, so that rounding cannot make it too tight.
    const upper = this.inMm(aim, reached) + SLACK;
    this.model.changeRowBounds(this.rowOf.aims + AIMS.indexOf(aim), -Infinity, upper);
  }

  private all(): IndexSelection {
    return { kind: 'range', from: 0, to: this.columns.length - 1 };
  }

  private aimAt(aim: Aim): void {
    this.model.changeColsCost(
      this.all(),
      this.columns.map((c) => this.inMm(aim, weighs(aim, c, this.lengths))),
    );
  }

  /** The relaxation: its least, in units or times, and its prices. Null when there was no time for it. */
  relax(aim: Aim, seconds: number): { readonly least: number; readonly prices: Prices } | null {
    this.aimAt(aim);
    this.model.clearIntegrality();
    this.run(seconds);
    if (this.model.getModelStatus() !== OPTIMAL) return null;
    const { rowDual, colDual } = this.model.getSolution();
    this.reduced = colDual;
    const { types, classes, perMm } = this.lengths;
    const value = this.model.getObjectiveValue();
    const priceOf = (a: Aim): number => rowDual[this.rowOf.aims + AIMS.indexOf(a)]!;
    return {
      least: this.inMm(aim, 1) === 1 ? value : value * perMm,
      prices: {
        needs: types.map((_, i) => rowDual[i]!),
        classes: classes.map((_, i) => rowDual[this.rowOf.classes + i]!),
        aims: {
          short: priceOf('short'),
          spool: priceOf('spool'),
          scrap: priceOf('scrap'),
          touched: priceOf('touched'),
        },
      },
    };
  }

  /**
   * The best choice among the columns that are known, and what none of them can be below, in units or times.
   * @param from a choice to begin with
   * @param gain what a better choice can gain at most beyond the relaxation, units or times: columns that cost
   *   more are left out, and none is below the result that is not among them
   */
  choose(
    aim: Aim,
    from: Choice,
    seconds: number,
    gain = Infinity,
  ): { readonly choice: Choice; readonly bound: number } {
    this.aimAt(aim);
    this.model.changeColsIntegrality(
      this.all(),
      this.columns.map(() => INTEGER),
    );
    const dear = [...this.reduced].map((cost) => cost > this.inMm(aim, gain));
    const barred = this.columns
      .map((c, i) => (dear[i] && this.mostOf(c) > 0 ? i : -1))
      .filter((i) => i >= 0);
    barred.forEach((i) => this.model.changeColBounds(i, 0, 0));
    const start = new Map(from.map(({ column, times }) => [columnKey(column), times]));
    this.model.setSolution({
      colValue: this.columns.map((c) => start.get(columnKey(c)) ?? 0),
    });
    this.run(seconds);
    const found = this.outcome(aim, from);
    barred.forEach((i) => this.model.changeColBounds(i, 0, this.mostOf(this.columns[i]!)));
    return found;
  }

  /** What the solver has found. */
  private outcome(aim: Aim, from: Choice): { readonly choice: Choice; readonly bound: number } {
    const status = this.model.getModelStatus();
    // Nothing among them is better than what it began with.
    if (NONE_LEFT.has(status)) return { choice: from, bound: sumOf(aim, from, this.lengths) };
    if (this.model.info.get('primal_solution_status') !== FEASIBLE) {
      return { choice: from, bound: -Infinity };
    }
    const { colValue } = this.model.getSolution();
    const choice = this.columns.flatMap((column, i) => {
      const times = Math.round(colValue[i] ?? 0);
      return times > 0 ? [{ column, times }] : [];
    });
    const reached = sumOf(aim, choice, this.lengths);
    const bound = Number(this.model.info.get('mip_dual_bound')) / this.inMm(aim, 1);
    return { choice, bound: status === OPTIMAL ? reached : Math.ceil(bound - 1e-3) };
  }

  private run(seconds: number): void {
    this.model.options.set({ time_limit: Math.max(0.01, seconds) });
    this.model.zeroAllClocks();
    this.model.run();
  }
}

export const columnKey = (column: Column): string =>
  column.is === 'pattern'
    ? keyOf(column.pattern)
    : `${column.is} ${column.type} ${column.is === 'spool' ? column.spool : ''}`;
