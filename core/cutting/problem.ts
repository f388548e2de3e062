/** A length that is needed, as often as `count` says. */
export interface CutNeed {
  readonly id: string;
  /** what tells one wire from another: only like is cut from like */
  readonly stock: string;
  readonly mm: number;
  readonly count: number;
  /** of it only to hold it by, where it is worked; not more than it is long, mm */
  readonly heldMm?: number;
}

/** A length that is there: an offcut, or a spool with what is left on it. */
export interface CutLength {
  readonly id: string;
  readonly stock: string;
  readonly mm: number;
}

export interface CutProblem {
  /** what each cut takes, mm */
  readonly bladeMm: number;
  /** what is left of an offcut is kept from this length on; shorter it is scrap, mm */
  readonly keepMm: number;
  /**
   * wires are worked at the end of their length and cut off then, so that none takes what it is held by: of each
   * length that is touched as much stays as is held of any wire of its stock
   */
  readonly sharesHeld?: boolean;
  readonly needs: readonly CutNeed[];
  readonly offcuts: readonly CutLength[];
  readonly spools: readonly CutLength[];
}

/** What is cut from one offcut or spool, the longest first; its `mm` are without what is shared. */
export interface CutOf {
  readonly from: 'offcut' | 'spool';
  readonly id: string;
  readonly lengths: readonly { readonly id: string; readonly mm: number }[];
  readonly leftMm: number;
}

export interface CutShort {
  readonly id: string;
  readonly mm: number;
  readonly count: number;
}

export interface CutList {
  readonly cuts: readonly CutOf[];
  /** all that is taken from spools, blade and all */
  readonly spoolMm: number;
  /** what the blade takes, and what is left of touched offcuts when it is too short to keep */
  readonly scrapMm: number;
  /** what nothing is left for */
  readonly short: readonly CutShort[];
  /** whether it is proven that no list is better, in any of the aims */
  readonly proven: boolean;
  /**
   * in the first aim that is not proven: by what share of itself it may at most be better; 0 when all are
   * proven
   */
  readonly gap: number;
}
