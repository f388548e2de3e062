/**
 * A stretch of the formed figure that is longer than the wire it took, by hammering; or shorter, as what a
 * maker's bends take more: a share less than nothing.
 */
export interface Gain {
  /** where on the figure, mm from its first end */
  readonly fromMm: number;
  readonly toMm: number;
  /** the share of its finished length that is gained, under 1 */
  readonly share: number;
}

/** Wire that is used up at one place of the figure: wound, looped or twisted there, on the way. */
export interface Taken {
  /** where on the figure, mm from its first end */
  readonly atMm: number;
  readonly lengthMm: number;
  readonly name: string;
  /** the item that asks for it */
  readonly itemId: string;
}

/** What tells where a place of the figure lies on the straight blank. */
export interface OnBlank {
  /** what the first end takes before the figure begins, mm */
  readonly startMm: number;
  /** apart from each other, in order */
  readonly gains: readonly Gain[];
  /** in order along the wire */
  readonly taken: readonly Taken[];
}

/** What hammering gives up to a place of the figure, mm. */
export const gainUpTo = (gains: readonly Gain[], mm: number): number =>
  gains.reduce((sum, g) => sum + g.share * Math.max(0, Math.min(mm, g.toMm) - g.fromMm), 0);

/** What is used up before a place of the figure is reached, mm: what is used up right there comes after. */
const takenUpTo = (taken: readonly Taken[], mm: number): number =>
  taken.reduce((sum, t) => sum + (t.atMm < mm ? t.lengthMm : 0), 0);

/** All that is used up on the way, mm. */
export const takenInAll = (taken: readonly Taken[]): number =>
  taken.reduce((sum, t) => sum + t.lengthMm, 0);

/** Where on the blank each of the wire's stretches lies that are used up at one place, mm from the first end. */
export function takenOnBlank(
  wire: OnBlank,
): readonly (Taken & { readonly fromMm: number; readonly toMm: number })[] {
  let [place, from] = [NaN, 0];
  return wire.taken.map((t) => {
    // Several at one place follow each other.
    if (t.atMm !== place) [place, from] = [t.atMm, alongBlank(wire, t.atMm)];
    const fromMm = from;
    from += t.lengthMm;
    return { ...t, fromMm, toMm: from };
  });
}

/**
 * Where a place of the figure is on the straight blank, mm from the blank's first end: the one zero
 * from which tables, fields, advice and steps count.
 * @param mm along the formed figure, from its first end
 */
export const alongBlank = (wire: OnBlank, mm: number): number =>
  wire.startMm + mm - gainUpTo(wire.gains, mm) + takenUpTo(wire.taken, mm);

/**
 * Where on the figure something must lie so that it is at a place of the blank: what it uses up itself
 * comes along with it, and is not in its own way.
 * @param nowMm where on the figure it lies now
 */
export function alongFigureFor(
  wire: OnBlank,
  itemId: string,
  nowMm: number,
  blankMm: number,
): number {
  const rest = { ...wire, taken: wire.taken.filter((t) => t.itemId !== itemId) };
  const ownBefore = alongBlank(wire, nowMm) - alongBlank(rest, nowMm);
  return alongFigure(rest, blankMm - ownBefore);
}

/** The place of the figure that is at a place of the blank: {@link alongBlank} turned round. */
export function alongFigure(wire: OnBlank, blankMm: number): number {
  const used = takenOnBlank(wire).find((t) => blankMm >= t.fromMm && blankMm <= t.toMm);
  if (used) return used.atMm;
  let mm = blankMm - wire.startMm;
  const before = takenOnBlank(wire).filter((t) => t.toMm < blankMm);
  mm -= takenInAll(before);
  for (const { fromMm, toMm, share } of wire.gains) {
    if (mm <= fromMm) break;
    // Within the stretch a little blank is more of the figure; past it all of the gain is there.
    const nearer = share > 0 ? Math.min : Math.max;
    mm = nearer(fromMm + (mm - fromMm) / (1 - share), mm + share * (toMm - fromMm));
  }
  return mm;
}
