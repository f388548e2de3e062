import type { Vec } from '../geometry';
import type { Bead, DressItem, Thread } from '../piece';
import type { Metal } from '../wire';

/** What an item looks like on the figure, in mm, from the back to the front. */
export type DressMark =
  | {
      readonly kind: 'wire';
      /** stretches of round wire, each as points */
      readonly runs: readonly (readonly Vec[])[];
      readonly diameterMm: number;
      readonly metal: Metal;
      /** behind the frame */
      readonly under: boolean;
    }
  | { readonly kind: 'bead'; readonly at: Vec; readonly along: Vec; readonly bead: Bead }
  | {
      readonly kind: 'stone';
      readonly at: Vec;
      readonly widthMm: number;
      readonly heightMm: number;
    }
  /** the frame's own wire hammered flat */
  | { readonly kind: 'flat'; readonly points: readonly Vec[]; readonly widthMm: number }
  | { readonly kind: 'cord'; readonly points: readonly Vec[]; readonly widthMm: number };

export type WireRole = 'binding' | 'strand' | 'spoke' | 'setting' | 'finding';

/** Wires of one kind that an item takes. */
export interface WireUse {
  readonly role: WireRole;
  readonly name: string;
  readonly wire: Thread;
  /** one of them with its tails, mm */
  readonly cutMm: number;
  /** both tails in that */
  readonly tailsMm: number;
  readonly count: number;
}

export interface BeadUse {
  readonly bead: Bead;
  readonly count: number;
}

export interface FindingUse {
  readonly name: string;
  readonly count: number;
  readonly grams: number;
}

/** A change that answers a problem, as data. */
export type DressRemedy =
  | { readonly kind: 'item'; readonly label: string; readonly item: DressItem }
  | { readonly kind: 'frame'; readonly label: string; readonly diameterMm: number };

export interface DressProblem {
  readonly message: string;
  readonly remedies: readonly DressRemedy[];
  /** the item cannot be put on so */
  readonly refused: boolean;
}

/** The stretches of frame wire an item covers, mm on each wire's blank. */
export interface Span {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
}

/** One item as worked out on its piece. */
export interface Dressed {
  readonly item: DressItem;
  /** what it is, such as “Coil, 24 turns” */
  readonly title: string;
  /** the things that are counted at the bench, such as wraps */
  readonly counts: readonly { readonly name: string; readonly count: number }[];
  readonly wires: readonly WireUse[];
  readonly beads: readonly BeadUse[];
  readonly findings: readonly FindingUse[];
  readonly spans: readonly Span[];
  readonly marks: readonly DressMark[];
  readonly notes: readonly string[];
  readonly problems: readonly DressProblem[];
  /** where it is, for pointing at it */
  readonly place: Vec;
}

export type Worked = Omit<Dressed, 'item' | 'place'>;

/** Whether two items cover a stretch of one wire together. */
export const overlaps = (a: Dressed, b: Dressed): boolean =>
  a.spans.some((s) =>
    b.spans.some((t) => s.wire === t.wire && s.fromMm < t.toMm - 1e-6 && t.fromMm < s.toMm - 1e-6),
  );
