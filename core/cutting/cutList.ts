import type { Highs } from 'highs';
import { canWork, cutStock } from './cutStock';
import { stockLengths, takenMm, type StockLengths } from './lengths';
import type { Choice } from './master';
import type { CutList, CutNeed, CutOf, CutProblem, CutShort } from './problem';

/** Units to the millimetre that are tried when the exact ones make too large tables. */
const COARSER = [10_000, 1_000, 100, 50, 20, 10, 5, 2, 1];
/** In units as fine as can be worked with. */
function workable(problem: CutProblem, stock: string): { lengths: StockLengths; exact: boolean } {
  const exact = stockLengths(problem, stock);
  if (canWork(exact)) return { lengths: exact, exact: true };
  for (const perMm of COARSER) {
    const lengths = stockLengths(problem, stock, perMm);
    if (perMm < exact.perMm && canWork(lengths)) return { lengths, exact: false };
  }
  return { lengths: stockLengths(problem, stock, 1), exact: false };
}

const EPS = 1e-9;
const tidy = (mm: number): number => Math.round(mm * 1e6) / 1e6;

/** Who gets the next length of a type: all are alike, so in the order of the needs. */
class Queue {
  private readonly left: { readonly need: CutNeed; count: number }[];
  constructor(needs: readonly CutNeed[]) {
    this.left = needs.map((need) => ({ need, count: need.count }));
  }
  /** The shortest of what is rounded alike comes last. */
  take(): CutNeed {
    const next = this.left.find((l) => l.count > 0);
    if (!next) throw new Error('More is cut than is needed.');
    next.count--;
    return next.need;
  }
}

interface Open {
  readonly from: CutOf['from'];
  readonly id: string;
  readonly mm: number;
  readonly lengths: { id: string; mm: number }[];
}

/** What a choice means for the lengths that are there. */
function carriedOut(
  choice: Choice,
  { types, classes, spools }: StockLengths,
  problem: CutProblem,
): { cuts: CutOf[]; short: CutShort[] } {
  const queues = types.map((t) => new Queue(t.needs));
  const cuts: Open[] = [];
  const nextOf = classes.map(() => 0);
  const room = spools.map((s) => s.units);
  const opened = new Map<number, Open>();
  const fromSpool = (index: number): Open => {
    const { spool } = spools[index]!;
    const own = opened.get(index) ?? { from: 'spool', id: spool.id, mm: spool.mm, lengths: [] };
    opened.set(index, own);
    return own;
  };
  const give = (to: Open, type: number): void => {
    const need = queues[type]!.take();
    to.lengths.push({ id: need.id, mm: tidy(takenMm(problem, need)) });
  };
  for (const { column, times } of choice) {
    if (column.is !== 'pattern') continue;
    for (let i = 0; i < times; i++) {
      const { of } = column.pattern;
      const { id, mm } = classes[of]!.offcuts[nextOf[of]!++]!;
      const own: Open = { from: 'offcut', id, mm, lengths: [] };
      column.pattern.cuts.forEach(([type, n]) => {
        for (let c = 0; c < n; c++) give(own, type);
      });
      cuts.push(own);
    }
  }
  // First-fit, the longest first: types are in that order.
  const bySize = [...choice].sort((a, b) =>
    a.column.is === 'pattern' || b.column.is === 'pattern' ? 0 : a.column.type - b.column.type,
  );
  for (const { column, times } of bySize) {
    if (column.is !== 'spool') continue;
    const { units } = types[column.type]!;
    for (let i = 0; i < times; i++) {
      const index = column.spool ?? room.findIndex((r) => r >= units);
      room[index] = room[index]! - units;
      give(fromSpool(index), column.type);
    }
  }
  const short = new Map<string, CutShort>();
  for (const { column, times } of choice) {
    if (column.is !== 'short') continue;
    for (let i = 0; i < times; i++) {
      const { id, mm } = queues[column.type]!.take();
      short.set(id, { id, mm, count: (short.get(id)?.count ?? 0) + 1 });
    }
  }
  const spoolCuts = [...opened].sort(([a], [b]) => a - b).map(([, own]) => own);
  return {
    cuts: [...cuts, ...spoolCuts].map(({ from, id, mm, lengths }) => {
      const used = lengths.reduce((sum, l) => sum + l.mm + problem.bladeMm, 0);
      return {
        from,
        id,
        lengths: lengths.sort((a, b) => b.mm - a.mm),
        leftMm: Math.max(0, tidy(mm - used)),
      };
    }),
    short: [...short.values()],
  };
}

/**
 * Which length is cut from which offcut or spool. Wanted, in this order: all needs met, the fewest short; the
 * least taken from spools; the least scrap; the fewest offcuts touched. Exact where the time is enough: see
 * {@link CutList.gap}.
 * @param highs the integer-programming solver
 * @param now what time it is, ms
 * @param seconds how long it may take
 */
export function cutList(
  problem: CutProblem,
  highs: Highs,
  now: () => number,
  seconds = 5,
): CutList {
  const { bladeMm, keepMm } = problem;
  const stocks = [...new Set(problem.needs.filter((n) => n.count > 0).map((n) => n.stock))];
  // The solver ends a little after it is told to.
  const until = now() + seconds * 900;
  const cuts: CutOf[] = [];
  const short: CutShort[] = [];
  let gap = 0;
  let proven = true;
  stocks.forEach((stock, i) => {
    const { lengths, exact } = workable(problem, stock);
    const share = (until - now()) / 1000 / (stocks.length - i);
    const ends = now() + share * 1000;
    const found = cutStock(highs, lengths, () => Math.max(0, (ends - now()) / 1000));
    const own = carriedOut(found.choice, lengths, problem);
    cuts.push(...own.cuts);
    short.push(...own.short);
    proven &&= found.proven && exact;
    gap = Math.max(gap, found.gap, exact ? 0 : roundingGap(problem, stock, own.cuts));
  });
  const takenOf = (c: CutOf): number => c.lengths.reduce((sum, l) => sum + l.mm + bladeMm, 0);
  const ofOffcuts = cuts.filter((c) => c.from === 'offcut');
  const scraps = ofOffcuts.filter((c) => c.leftMm < keepMm - EPS);
  const made = cuts.reduce((sum, c) => sum + c.lengths.length, 0);
  return {
    cuts,
    spoolMm: tidy(cuts.filter((c) => c.from === 'spool').reduce((sum, c) => sum + takenOf(c), 0)),
    scrapMm: tidy(made * bladeMm + scraps.reduce((sum, c) => sum + c.leftMm, 0)),
    short,
    proven,
    gap,
  };
}

/** How far from the best it may be, at most, when lengths were worked with more coarsely than they are. */
function roundingGap(problem: CutProblem, stock: string, cuts: readonly CutOf[]): number {
  const taken = cuts
    .filter((c) => c.from === 'spool')
    .reduce((sum, c) => sum + c.lengths.reduce((s, l) => s + l.mm + problem.bladeMm, 0), 0);
  if (taken === 0) return 0;
  const sum = (all: readonly { stock: string; mm: number }[]): number =>
    all.filter((o) => o.stock === stock).reduce((s, o) => s + o.mm, 0);
  const needed = cuts.reduce(
    (s, c) => s + c.lengths.reduce((own, l) => own + l.mm + problem.bladeMm, 0),
    0,
  );
  return (taken - Math.max(0, needed - sum(problem.offcuts))) / taken;
}
