import type { Vec } from '../geometry';
import type { Coat, Metal, Rope } from '../wire';
import type { Said } from '../words';
import type { Bead } from './bead';
import type { Counted } from './counts';
import type { Span } from './ground';
import type { StretchPlace } from './place';
import type { Thread } from './thread';

/** What an item looks like on the figure, in mm, from the back to the front. */
export type DressMark =
  | {
      readonly kind: 'wire';
      /** stretches of round wire, each as points */
      readonly runs: readonly (readonly Vec[])[];
      readonly diameterMm: number;
      readonly metal: Metal;
      readonly coat?: Coat;
      readonly rope?: Rope;
      /** behind the frame */
      readonly under: boolean;
      /** of a led wire: which of its acts each stretch belongs to */
      readonly acts?: readonly number[];
    }
  | {
      readonly kind: 'bead';
      readonly at: Vec;
      readonly along: Vec;
      readonly bead: Bead;
      /** of a led wire: which of its acts takes it up */
      readonly act?: number;
    }
  | {
      readonly kind: 'stone';
      readonly at: Vec;
      readonly widthMm: number;
      readonly heightMm: number;
      /** the way along which it is so wide */
      readonly turnRad?: number;
    }
  /** the frame's own wire hammered flat */
  | {
      readonly kind: 'flat';
      readonly points: readonly Vec[];
      readonly widthMm: number;
      readonly metal: Metal;
    }
  | { readonly kind: 'cord'; readonly points: readonly Vec[]; readonly widthMm: number };

export type MarkOf<K extends DressMark['kind']> = Extract<DressMark, { readonly kind: K }>;

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
  /** the one at its first end, where they differ */
  readonly firstTailMm?: number;
  readonly count: number;
  /** pulled out afterwards and used again: nothing of it stays on the piece */
  readonly again?: boolean;
}

/** What the wire that an item is on uses up there, beyond what is drawn: wound, looped or twisted on the way. */
export interface OwnUse {
  readonly wire: number;
  /** where it begins, on the figure, mm from the wire's first end */
  readonly atMm: number;
  readonly lengthMm: number;
  readonly name: string;
}

export interface BeadUse {
  readonly bead: Bead;
  readonly count: number;
}

export interface FindingUse {
  readonly name: string;
  /** of what is bought by its length, mm */
  readonly lengthMm?: number;
  readonly count: number;
  readonly grams: number;
}

/** Where something hangs: by what goes down from there, and by what goes up. */
export interface HangPoint {
  /** the upper side of the wire that what goes down hangs over */
  readonly down: Vec;
  /** the under side of the wire that what goes up holds */
  readonly up: Vec;
}

/** A loop of an item, for other things to hang in. */
export interface ItemEye extends HangPoint {
  readonly insideMm: number;
  /** as many alike: what hangs in it hangs in each */
  readonly count: number;
}

/** What every item has, whatever it is. */
export type ItemLike = {
  readonly id: string;
  readonly kind: string;
  readonly on: StretchPlace;
  readonly name?: string | undefined;
  readonly hangsIn?: string | undefined;
} & Readonly<Record<string, unknown>>;

/** A change that answers a problem, as data. */
export type Remedy<Item extends ItemLike = ItemLike> =
  | { readonly kind: 'item'; readonly label: Said; readonly item: Item }
  /** of the wire that it is on */
  | { readonly kind: 'frame'; readonly label: Said; readonly diameterMm: number };

export interface Problem<Item extends ItemLike = ItemLike> {
  readonly message: Said;
  readonly remedies: readonly Remedy<Item>[];
  /** the item cannot be put on so */
  readonly refused: boolean;
}

/** One thing that a wire does which is led from place to place. */
export interface LaidAct {
  readonly id: string;
  readonly at: Vec;
  /** where that is on a wire of the figure; null beside them */
  readonly on: { readonly wire: number; readonly mm: number } | null;
  /** the way that it comes, as points, and the wire that it takes; of the first none */
  readonly way: readonly Vec[];
  readonly wayMm: number;
  /** the wire that it takes at its place */
  readonly hereMm: number;
  /** turns that it takes, round so many wires, over so many layers of its own */
  readonly turns: number;
  readonly strands: number;
  readonly layers: number;
  readonly trouble: boolean;
  /** which of the item's wires does it, where it is worked in several lengths */
  readonly wire: number;
}

/** One item as it lies on its figure. */
export interface Layout<Item extends ItemLike = ItemLike> {
  /** what it is, such as “Coil, 24 turns” */
  readonly title: Said;
  readonly counts: readonly Counted[];
  readonly wires: readonly WireUse[];
  /** what it takes of the piece's own wires: in their cut lengths */
  readonly own: readonly OwnUse[];
  readonly beads: readonly BeadUse[];
  readonly findings: readonly FindingUse[];
  readonly spans: readonly Span[];
  /** places of wires that must be formed as far as there: what is bound or gone round */
  readonly held?: readonly { readonly wire: number; readonly mm: number }[];
  readonly marks: readonly DressMark[];
  /** how far it stands out behind the figure, mm */
  readonly standsMm?: number;
  /** the loop that it has for other things */
  readonly eye?: ItemEye;
  /** where its weight acts, shared equally, if not where it lies */
  readonly pulls?: readonly Vec[];
  /** of a wire that is led: what it does, in order */
  readonly acts?: readonly LaidAct[];
  readonly notes: readonly Said[];
  readonly problems: readonly Problem<Item>[];
}

/** A layout as its kind makes it: what is taken of the piece's own wires is asked apart. */
export type Laid = Omit<Layout, 'own'>;

/** A layout without beads, findings, notes and problems. */
export const BARE = { beads: [], findings: [], notes: [], problems: [] } as const;
