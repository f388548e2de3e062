import type { Highs } from 'highs';
import { fillInTurn } from './greedy';
import { randomFrom } from '../geometry';
import { lessScrap } from './lessScrap';
import { KnapsackTable, tableFits } from './knapsack';
import type { StockLengths } from './lengths';
import {
  AIMS,
  columnKey,
  Master,
  sumOf,
  type Aim,
  type Choice,
  type Column,
  type Prices,
} from './master';
import { completePatterns, type Pattern } from './pattern';

export interface StockCut {
  readonly choice: Choice;
  readonly proven: boolean;
  readonly gap: number;
}

/** Near the best no more than so many are looked at. */
const MOST_NEAR = 6_000;
const ROUNDS = 300;
/** How often whole numbers are looked for, and how many patterns of a class are tried by chance each time. */
const TRIES = 4;
const SOME = 40;

/** With no more patterns than this all are taken in at once. */
const FEW = 300;
/** Where lengths are too fine for tables, all are taken in up to so many. */
const MANY = 2_500;

const patternsAtOnce = (lengths: StockLengths): Pattern[] | null =>
  completePatterns(lengths, tableFits(lengths) ? FEW : MANY);

/** Whether a stock is not too large in these units. */
export const canWork = (lengths: StockLengths): boolean =>
  tableFits(lengths) || completePatterns(lengths, MANY) !== null;

const inBlades = (choice: Choice, lengths: StockLengths): number =>
  lengths.blade *
  (lengths.types.reduce((sum, t) => sum + t.count, 0) - sumOf('short', choice, lengths));

const costOf = (aim: Aim, { needs, classes, aims }: Prices, perMm: number) => ({
  worth: needs,
  perClass: classes,
  // Prices are by the mm, patterns are filled in units.
  perScrap: ((aim === 'scrap' ? 1 : 0) - aims.scrap) / perMm,
  perTouch: (aim === 'touched' ? 1 : 0) - aims.touched,
});

/** A list with these patterns: the rest from spools, the longest first, and what they do not have is short. */
function choiceOf(lengths: StockLengths, patterns: readonly Pattern[], anySpool: boolean): Choice {
  const taken = new Map<string, { column: Column; times: number }>();
  const take = (column: Column): void => {
    const key = columnKey(column);
    taken.set(key, { column, times: (taken.get(key)?.times ?? 0) + 1 });
  };
  const left = lengths.types.map((t) => t.count);
  for (const pattern of patterns) {
    take({ is: 'pattern', pattern });
    pattern.cuts.forEach(([type, n]) => (left[type] = left[type]! - n));
  }
  const room = lengths.spools.map((s) => s.units);
  left.forEach((n, type) => {
    const { units } = lengths.types[type]!;
    for (let i = 0; i < n; i++) {
      const spool = room.findIndex((r) => r >= units);
      if (spool < 0) take({ is: 'short', type });
      else {
        room[spool] = room[spool]! - units;
        take({ is: 'spool', type, spool: anySpool ? null : spool });
      }
    }
  });
  return [...taken.values()];
}

const isBetter = (a: Choice, b: Choice, lengths: StockLengths): boolean => {
  for (const aim of AIMS) {
    const by = sumOf(aim, a, lengths) - sumOf(aim, b, lengths);
    if (by !== 0) return by < 0;
  }
  return false;
};

/** Lists found by filling the offcuts one by one, the long or the short ones first. */
function firstChoice(lengths: StockLengths, anySpool: boolean): Choice {
  const longFirst = lengths.classes.flatMap((c, i) => c.offcuts.map(() => i));
  return [longFirst, [...longFirst].reverse()]
    .map((order) => choiceOf(lengths, fillInTurn(lengths, order), anySpool))
    .reduce(
      (best, tried) => (isBetter(tried, best, lengths) ? tried : best),
      choiceOf(lengths, [], anySpool),
    );
}

/** What no list can be below, seen without solving anything. */
function leastPossible(aim: Aim, lengths: StockLengths, choice: Choice): number {
  const { classes, types, total } = lengths;
  const longest = types[0]?.units ?? 0;
  const inShort = sumOf('short', choice, lengths) * longest;
  if (aim === 'spool') {
    const inOffcuts = classes.reduce((sum, c) => sum + c.units * c.offcuts.length, 0);
    return Math.max(0, total - inShort - inOffcuts);
  }
  if (aim === 'touched') {
    let toFill = total - inShort - sumOf('spool', choice, lengths);
    let touched = 0;
    for (const { units } of classes.flatMap((c) => c.offcuts.map(() => c))) {
      if (toFill <= 0) break;
      toFill -= units;
      touched++;
    }
    return touched;
  }
  return 0;
}

interface Found {
  readonly choice: Choice;
  /** nothing is below this */
  readonly bound: number;
}

const EPS = 1e-6;

/** Columns as their prices ask for them, then whole numbers over those that a better list can have. */
function byColumns(
  master: Master,
  lengths: StockLengths,
  aim: Aim,
  from: Choice,
  least: number,
  left: () => number,
): Found {
  const { classes, perMm } = lengths;
  const perUnit = aim === 'spool' || aim === 'scrap' ? perMm : 1;
  let choice = from;
  let bound = least;
  const reached = (): number => sumOf(aim, choice, lengths);
  const take = (found: Found): void => {
    if (sumOf(aim, found.choice, lengths) < reached()) choice = found.choice;
  };
  let last: { table: KnapsackTable; least: number } | null = null;
  for (let round = 0; round < ROUNDS && reached() > bound && left() > 0; round++) {
    const relaxed = master.relax(aim, left());
    if (!relaxed) break;
    const table = new KnapsackTable(lengths, costOf(aim, relaxed.prices, perMm));
    let lagrangian = relaxed.least;
    const fresh: Pattern[] = [];
    classes.forEach(({ offcuts }, of) => {
      const { cost, fill } = table.least(of);
      if (cost >= -EPS / perUnit) return;
      lagrangian += cost * perUnit * offcuts.length;
      fresh.push(table.patternAt(of, fill));
    });
    bound = Math.max(bound, Math.ceil(lagrangian - 1e-3));
    if (master.addPatterns(fresh) === 0) {
      last = { table, least: relaxed.least };
      break;
    }
  }
  const random = randomFrom(1);
  for (let round = 0; round < TRIES && reached() > bound && left() > 0; round++) {
    // A column whose reduced cost is more than what a better list could gain is in none of them.
    const gain = last ? reached() - 1 - last.least + EPS : Infinity;
    const each = Math.ceil(MOST_NEAR / classes.length);
    const near = last
      ? classes.map((_, of) => last.table.within(of, gain / perUnit, each))
      : [null];
    const all = near.every((n) => n !== null);
    if (all) master.addPatterns(near.flat());
    else if (last && round > 0) {
      const some = classes.map((_, of) => last.table.some(of, gain / perUnit, SOME, random));
      master.addPatterns(some.flat());
    }
    const tried = master.choose(aim, choice, left() / (TRIES - round), gain);
    take(tried);
    if (all) bound = Math.max(bound, Math.min(tried.bound, reached()));
  }
  return { choice, bound };
}

/**
 * The best list for one stock: aim after aim, each by the relaxation over all patterns (columns made as their
 * prices ask for them), then whole numbers over the patterns that can be part of a better list.
 * @param left how many seconds there are
 */
export function cutStock(highs: Highs, lengths: StockLengths, left: () => number): StockCut {
  if (lengths.spools.length > 0) {
    // What is best with all spools in one is best, if it can be shared out among them.
    const joined = cutWith(highs, lengths, true, () => left() * 0.7);
    const shared = joined && sharedOut(joined.choice, lengths);
    if (shared) return { ...joined, choice: shared };
  }
  return cutWith(highs, lengths, false, left)!;
}

/** Cuts from any spool put on spools, first-fit, the longest first; null where that does not go. */
function sharedOut(choice: Choice, { types, spools }: StockLengths): Choice | null {
  const room = spools.map((s) => s.units);
  const byLength = choice.flatMap(({ column, times }) =>
    column.is === 'spool' ? [{ type: column.type, times }] : [],
  );
  const times = new Map<string, { column: Column; times: number }>();
  for (const { type, times: n } of byLength.sort((a, b) => a.type - b.type)) {
    const { units } = types[type]!;
    for (let i = 0; i < n; i++) {
      const spool = room.findIndex((r) => r >= units);
      if (spool < 0) return null;
      room[spool] = room[spool]! - units;
      const column: Column = { is: 'spool', type, spool };
      times.set(columnKey(column), {
        column,
        times: (times.get(columnKey(column))?.times ?? 0) + 1,
      });
    }
  }
  return [...choice.filter(({ column }) => column.is !== 'spool'), ...times.values()];
}

/** What of the time for the scrap is left for cutting parts of a large list anew, and how long each may take. */
const FOR_PARTS = 0.5;
const PART_SECONDS = 0.5;

const patternsOf = (choice: Choice): Pattern[] =>
  choice.flatMap(({ column }) => (column.is === 'pattern' ? [column.pattern] : []));

/** @returns null when spools are one and do not have enough: then what is short depends on them */
function cutWith(
  highs: Highs,
  lengths: StockLengths,
  anySpool: boolean,
  left: () => number,
  from: Choice | null = null,
): StockCut | null {
  const master = new Master(highs, lengths, anySpool);
  try {
    const all = patternsAtOnce(lengths);
    let choice = tableFits(lengths)
      ? firstChoice(lengths, anySpool)
      : choiceOf(lengths, [], anySpool);
    if (from && isBetter(from, choice, lengths)) choice = from;
    // What begins short is met by other patterns or is short in the end.
    if (anySpool && sumOf('short', choice, lengths) > 0) return null;
    master.addPatterns(all ?? patternsOf(choice));
    const recut = (part: StockLengths, now: Choice): Choice | null => {
      const after = Math.max(0, left() - PART_SECONDS);
      return cutWith(highs, part, false, () => Math.max(0, left() - after), now)?.choice ?? null;
    };
    let gap: number | null = null;
    for (const aim of AIMS) {
      const least = leastPossible(aim, lengths, choice);
      if (sumOf(aim, choice, lengths) > least) {
        const after = aim === 'scrap' ? left() * FOR_PARTS : 0;
        const found = all
          ? master.choose(aim, choice, left())
          : byColumns(master, lengths, aim, choice, least, () => Math.max(0, left() - after));
        if (sumOf(aim, found.choice, lengths) <= sumOf(aim, choice, lengths)) choice = found.choice;
        if (aim === 'scrap' && from === null && sumOf(aim, choice, lengths) > found.bound) {
          choice = lessScrap(lengths, choice, recut, left);
          master.addPatterns(patternsOf(choice));
        }
        const reached = sumOf(aim, choice, lengths);
        const of = reached + (aim === 'scrap' ? inBlades(choice, lengths) : 0);
        if (found.bound < reached) gap ??= (reached - Math.max(least, found.bound)) / of;
      }
      master.keep(aim, sumOf(aim, choice, lengths));
    }
    return { choice, proven: gap === null, gap: gap ?? 0 };
  } finally {
    master.dispose();
  }
}
