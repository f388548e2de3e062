import { distance, dot, mix, norm, sub, type Vec } from '../geometry';
import { counted, say, type Said } from '../words';
import { middleMm, type Beside, type FormedWires, type Run, type Spot } from './ground';

/** Wires are bound to each other when they lie this near, in wire diameters. */
export const BIND_REACH = 2.2;
/** No more than so many wires are bound together. */
export const MOST_BOUND = 12;

/** The passes that a binding takes in: all that lie near it, and near those, the nearest first. */
export function bundleAt(wires: FormedWires, run: Run): Beside[] {
  const { thickMm } = wires;
  const widest = Math.max(...thickMm);
  const here = run.spot(middleMm(run));
  const found: Beside[] = [ownPass(run)];
  for (let i = 0; i < found.length && found.length < MOST_BOUND; i++) {
    const from = found[i]!;
    const around: Run = {
      wire: from.wire,
      fromMm: from.mm,
      toMm: from.mm,
      lengthMm: 0,
      spot: () => ({ ...here, at: from.at }),
    };
    for (const b of wires.passesBeside(around, BIND_REACH * widest)) {
      const reach = (BIND_REACH * (thickMm[b.wire]! + thickMm[from.wire]!)) / 2;
      if (b.farMm > reach || found.some((f) => isOnePass(wires, f, b))) continue;
      found.push({ ...b, farMm: distance(b.at, here.at) });
    }
  }
  return found.slice(1, MOST_BOUND).sort((a, b) => a.farMm - b.farMm);
}

/** Whether two places of a wire are of one pass: no further apart along the wire than straight across. */
function isOnePass(wires: FormedWires, a: Beside, b: Beside): boolean {
  if (a.wire !== b.wire) return false;
  const { s, closed } = wires.lines[a.wire]!;
  const gone = Math.abs(a.mm - b.mm);
  const along = closed ? Math.min(gone, (s.at(-1) ?? 0) - gone) : gone;
  return along <= 1.5 * distance(a.at, b.at) + 0.2 * wires.thickMm[a.wire]!;
}

/** Strands that are gone round. */
export interface Bundle {
  /** how many are gone round, and how many lie there as drawn */
  readonly strands: number;
  readonly there: number;
  /** the thickness of each, from one side of the bundle to the other, mm */
  readonly bundle: readonly number[];
  /** those that lie there */
  readonly taken: readonly Beside[];
}

/** Strands in order across their bundle: along the line from the first to the one furthest from it. */
function inOrder(strands: readonly Beside[]): Beside[] {
  const [first] = strands;
  if (!first) return [];
  const off = ({ at }: Beside): Vec => sub(at, first.at);
  const far = strands.reduce((a, b) => (norm(off(b)) > norm(off(a)) ? b : a));
  return [...strands].sort((a, b) => dot(off(a), off(far)) - dot(off(b), off(far)));
}

/**
 * @param wished so many of them, the nearest; null takes all
 * @param otherMm the thickness of strands that are wished but do not lie there
 */
function bundleOf(
  there: readonly Beside[],
  wires: FormedWires,
  wished: number | null,
  otherMm: number,
): Bundle {
  const strands = wished ?? there.length;
  const taken = there.slice(0, strands);
  const missing = Array.from({ length: Math.max(0, strands - taken.length) }, () => otherMm);
  const bundle = [...inOrder(taken).map((t) => wires.thickMm[t.wire]!), ...missing];
  return { strands, there: there.length, bundle, taken };
}

const ownPass = (run: Run): Beside => ({
  ...run.spot(middleMm(run)),
  wire: run.wire,
  mm: middleMm(run),
  farMm: 0,
});

/**
 * What is gone round at a place by another wire: the run's own and those that lie with it.
 * @param wished so many of them, the nearest; null takes all
 */
export const boundAt = (wires: FormedWires, run: Run, wished: number | null): Bundle =>
  bundleOf([ownPass(run), ...bundleAt(wires, run)], wires, wished, wires.thickMm[run.wire]!);

/** What becomes of wires side by side with one that wraps: they wrap with it, or lie inside its wraps. */
export const BESIDE = { with: 'wrap with it', inside: 'lie inside' } as const;
export type BesideIt = keyof typeof BESIDE;

/** What the run's own wire goes round at a place: those that lie there by then, and not itself. */
export const gripped = (
  wires: FormedWires,
  run: Run,
  wished: number | null,
  beside: BesideIt,
): Bundle => {
  const there = bundleAt(wires, run).filter(
    (pass) =>
      wires.isThereBefore(run, pass) &&
      (beside === 'inside' || !wires.sideBySide(run.wire, pass.wire)),
  );
  return bundleOf(there, wires, wished, wires.thickMm[run.wire]!);
};

/** The middle of the strands that lie there, and the way that the first of them runs. */
export function bundleSpot({ taken }: Bundle): Spot | null {
  const across = inOrder(taken);
  const [first, last] = [across[0], across.at(-1)];
  return first && last ? { at: mix(first.at, last.at, 0.5), direction: taken[0]!.direction } : null;
}

/** That fewer lie there than are gone round, where it is so. */
export const fewerThere = ({ strands, there }: Bundle): Said[] =>
  strands > there
    ? [
        say`${counted(there, 'wire lies', 'wires lie')} here as drawn; reckoned for ${strands} as wished.`,
      ]
    : [];
