import type { CutLength, CutNeed, CutProblem } from './problem';

/** Lengths are told apart to this, in parts of a millimetre, at the finest. */
const FINEST = 10_000;
/** Two numbers closer than this are the same length, mm. */
const SAME_MM = 1e-7;

/** Wires of one length, blade included, in whole units. */
export interface NeedType {
  readonly units: number;
  readonly count: number;
  readonly needs: readonly CutNeed[];
}

/** Offcuts of one length, in whole units. */
export interface OffcutClass {
  readonly units: number;
  readonly offcuts: readonly CutLength[];
}

/** All of one stock in whole units, so that sums are exact. */
export interface StockLengths {
  readonly perMm: number;
  readonly keep: number;
  /** what stays of each length that is touched: lengths here are without it */
  readonly stays: number;
  readonly types: readonly NeedType[];
  readonly classes: readonly OffcutClass[];
  /** the shortest first */
  readonly spools: readonly { readonly units: number; readonly spool: CutLength }[];
  readonly total: number;
  /** what the blade takes of each wire */
  readonly blade: number;
}

const isWhole = (mm: number, perMm: number): boolean =>
  Math.abs(mm - Math.round(mm * perMm) / perMm) < SAME_MM;

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/** The coarsest unit in which all lengths are whole, as parts of a millimetre. */
function partsOfMm(lengths: readonly number[]): number {
  let perMm = 1;
  while (perMm < FINEST && !lengths.every((mm) => isWhole(mm, perMm))) perMm *= 10;
  const units = lengths.map((mm) => Math.round(mm * perMm));
  return perMm / Math.max(1, units.reduce(gcd, 0));
}

const up = (mm: number, perMm: number): number => Math.ceil((mm - SAME_MM) * perMm);
const down = (mm: number, perMm: number): number => Math.floor((mm + SAME_MM) * perMm);

function grouped<T>(all: readonly T[], unitsOf: (one: T) => number): Map<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const one of all) {
    const units = unitsOf(one);
    groups.set(units, [...(groups.get(units) ?? []), one]);
  }
  return new Map([...groups].sort(([a], [b]) => b - a));
}

/** What a wire takes of a length, mm, without the blade. */
export const takenMm = (
  { sharesHeld }: Pick<CutProblem, 'sharesHeld'>,
  { mm, heldMm = 0 }: CutNeed,
): number => (sharesHeld ? mm - heldMm : mm);

/** What stays of each length of a stock that is touched, mm. */
export const staysMm = ({ sharesHeld, needs }: CutProblem, stock: string): number =>
  sharesHeld
    ? needs
        .filter((n) => n.stock === stock && n.count > 0)
        .reduce((most, n) => Math.max(most, n.heldMm ?? 0), 0)
    : 0;

/**
 * One stock of a problem in whole units, the longest first: what is finer than they are is rounded so that
 * nothing is cut from where it is not.
 * @param mostPerMm not finer than so many units to the millimetre
 */
export function stockLengths(problem: CutProblem, stock: string, mostPerMm = FINEST): StockLengths {
  const of = <T extends { stock: string }>(all: readonly T[]): T[] =>
    all.filter((one) => one.stock === stock);
  const needs = of(problem.needs).filter((n) => n.count > 0);
  const offcuts = of(problem.offcuts);
  const spools = of(problem.spools);
  const { bladeMm, keepMm } = problem;
  const held = staysMm(problem, stock);
  const all = [
    ...needs.map((n) => takenMm(problem, n)),
    ...[...offcuts, ...spools].map(({ mm }) => mm),
  ];
  const perMm = Math.min(mostPerMm, partsOfMm([...all, bladeMm, keepMm, held]));
  const types = [...grouped(needs, (n) => up(takenMm(problem, n) + bladeMm, perMm))].map(
    ([units, own]): NeedType => ({
      units,
      needs: own,
      count: own.reduce((sum, n) => sum + n.count, 0),
    }),
  );
  const shortest = types.at(-1)?.units ?? Infinity;
  return {
    perMm,
    keep: up(keepMm, perMm),
    stays: up(held, perMm),
    types,
    classes: [...grouped(offcuts, ({ mm }) => down(mm - held, perMm))]
      .map(([units, own]): OffcutClass => ({ units, offcuts: own }))
      .filter(({ units }) => units >= shortest),
    spools: spools
      .map((spool) => ({ units: Math.max(0, down(spool.mm - held, perMm)), spool }))
      .sort((a, b) => a.units - b.units),
    blade: up(bladeMm, perMm),
    total: types.reduce((sum, t) => sum + t.units * t.count, 0),
  };
}
