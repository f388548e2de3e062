/** A stretch of the formed figure that hammering makes longer than the wire it took. */
export interface Gain {
  /** where on the figure, mm from its first end */
  readonly fromMm: number;
  readonly toMm: number;
  /** the share of its finished length that hammering gives, 0 to 1 */
  readonly share: number;
}

/** What tells where a place of the figure lies on the straight blank. */
export interface OnBlank {
  /** what the first end takes before the figure begins, mm */
  readonly startMm: number;
  /** apart from each other, in order */
  readonly gains: readonly Gain[];
}

/** What hammering gives up to a place of the figure, mm. */
export const gainUpTo = (gains: readonly Gain[], mm: number): number =>
  gains.reduce((sum, g) => sum + g.share * Math.max(0, Math.min(mm, g.toMm) - g.fromMm), 0);

/**
 * Where a place of the figure is on the straight blank, mm from the blank's first end: the one zero
 * from which tables, fields, advice and steps count.
 * @param mm along the formed figure, from its first end
 */
export const alongBlank = (wire: OnBlank, mm: number): number =>
  wire.startMm + mm - gainUpTo(wire.gains, mm);

/** The place of the figure that is at a place of the blank: {@link alongBlank} turned round. */
export function alongFigure(wire: OnBlank, blankMm: number): number {
  let mm = blankMm - wire.startMm;
  for (const { fromMm, toMm, share } of wire.gains) {
    if (mm <= fromMm) break;
    // Within the stretch a little blank is more of the figure; past it all of the gain is there.
    mm = Math.min(fromMm + (mm - fromMm) / (1 - share), mm + share * (toMm - fromMm));
  }
  return mm;
}
