import { z } from 'zod';
import type { StoneBody } from '../element';
import type { Field, Fields } from '../field';
import { say, type Said } from '../words';
import type { Bead } from './bead';
import type { CountKey } from './counts';
import type { FormedWires, Ground } from './ground';
import type { ItemLike, Laid, LaidAct, OwnUse } from './layout';
import { stretchSchema, type StretchPlace } from './place';
import type { Stiffening } from './stiffness';
import type { OrderPart } from './led/words';
import { strandOf, type Thread } from './thread';

export const ITEM_GROUPS = [
  'Beads',
  'Wraps and strands',
  'The wire itself, on its way',
  'Weaves',
  'Settings and findings',
  'Hammer',
] as const;
export type ItemGroup = (typeof ITEM_GROUPS)[number];

/**
 * Where an item lies: on a stretch, two stretches, two points or a point of wire, on no wire, or wherever
 * its acts lead it.
 */
export type PlaceKind = 'stretch' | 'stretches' | 'points' | 'point' | 'free' | 'acts';

/** What kinds of items have in common, and what the order of work and the verdict ask of them. */
export interface Traits {
  /** a thin wire is wound or woven: never hammered over, in the way of what hangs */
  readonly winds?: boolean;
  /** fills a frame, which is closed before */
  readonly fills?: boolean;
  /** something hangs from the piece, or the piece from it */
  readonly hangs?: boolean;
  /** has a size of its own about one place: smaller ones come before larger ones round them */
  readonly round?: boolean;
  /** lies along the wire inside of what grips round it */
  readonly inner?: boolean;
  /** grips round the wire, and what lies along it */
  readonly grips?: boolean;
  /** holds a crossing, before anything is woven over it */
  readonly crosses?: boolean;
  /** goes over wires' ends once they lie together, before those are worked */
  readonly overEnds?: boolean;
  /** threaded on the frame's own wire, among its bends */
  readonly threaded?: boolean;
  /** the wire that it is on makes it on its way, between two of its bends or beyond the figure */
  readonly onTheWay?: boolean;
  /** the frame's own wire is hammered flat */
  readonly hammers?: boolean;
  /** would be bent with a figure that is brought out of the plane: comes after */
  readonly afterShaping?: boolean;
  /** stands heat and blows, if it has to come early */
  readonly stands?: boolean;
  /** its wire is pulled through again and again */
  readonly pulled?: boolean;
  /** wound over a seam it holds both ends */
  readonly holdsSeam?: boolean;
  /** it is a piece by itself, on no figure */
  readonly alone?: boolean;
  /** it lies turned by an angle of its own: its place's heading */
  readonly turned?: boolean;
  /** wires that are led over it come after it */
  readonly underWires?: boolean;
  /** swings free: it pulls where it hangs */
  readonly swings?: boolean;
  /** how it looks on the strip */
  readonly strip?: 'beads' | 'flat' | 'turns';
  /** where a new one begins, if there is such a place */
  readonly begins?: 'crossing' | 'hang' | 'fold' | 'end';
}

/** What some items of a kind are and others are not. */
export interface Nature {
  /** goes through a pierced ear */
  readonly pierces?: boolean;
  /** worn round the neck: small parts and cords */
  readonly neck?: boolean;
  /** the piece can hang from it */
  readonly carries?: boolean;
  /** what the piece is worn on */
  readonly wornOn?: boolean;
  /** does not open: it goes in before the eye that it hangs in is shut */
  readonly closed?: boolean;
  /** wound on both sides of a seam, it holds both ends */
  readonly holdsSeam?: boolean;
}

/** Two places of the frame that an item holds together. */
export interface ItemTie {
  readonly a: { readonly wire: number; readonly mm: number };
  readonly b: { readonly wire: number; readonly mm: number };
  /** fast: neither turns; a thread is a thin wire from one to the other */
  readonly how: 'fast' | { readonly thread: Thread };
}

/** A caution about what the work does to the wire; from experience, never a promise. */
export interface ItemWear {
  readonly id: 'twist' | 'hammered';
  readonly text: Said;
}

/** What a bead on the frame asks of the frame's wire. */
export interface FrameHole {
  readonly bead: Bead;
  readonly passes: number;
  /** how far the wire bows inside the bead, mm */
  readonly sagMm: number;
}

/** What first values are made from. */
export interface Given {
  readonly thread: Thread;
  readonly frameMm: number;
  /** length of the stretch that it is put on */
  readonly lengthMm: number;
  /** where it is led first, of what is led */
  readonly to: StretchPlace;
}

/** What the hands' orders are made from. */
export interface OrderWords {
  /** the wires to cut, one line each */
  readonly cut: readonly Said[];
  /** the beads, such as “3 × Round bead” */
  readonly beads: Said;
  readonly count: (what: CountKey) => number;
  readonly notes: readonly Said[];
  /** of a wire that is led, how its acts lie */
  readonly acts: readonly LaidAct[];
  /** and what of it is done in one go; all if nothing is said */
  readonly part?: OrderPart;
}

/** Another item that could stand for one whose place in the order cannot be; null leaves it out. */
export interface Instead {
  readonly label: Said;
  readonly item: ItemLike | null;
}

/** The last order of most items with tails. */
export const TUCK = say`Trim both ends, press them in on the back.`;

interface Facts<K extends string> {
  readonly kind: K;
  readonly name: string;
  readonly group: ItemGroup;
  readonly hint: string;
  readonly place: PlaceKind;
  readonly traits: Traits;
  /** tools for the making, besides the cutter */
  readonly tool?: string;
}

// Methods, not functions as values, so that the registry can ask any kind about any item.
interface Work<I> {
  /** where it lies, what it takes and how it looks; null where there is no wire for it */
  layout(ground: Ground, item: I): Laid | null;
  /** what the hands do, line by line */
  orders(item: I, words: OrderWords): readonly Said[];
  nature?(item: I): Nature;
  /** it as long as it is when a length of its wire is used up, tails left out, mm */
  useUp?(ground: Ground, item: I, lengthMm: number): I;
  /** the fields that mean something as it is chosen now; without this all of them */
  asks?(item: I): readonly string[];
  /** as it must be on the mirrored figure */
  mirrored?(item: I): I;
  /** how far it reaches about its place, where its looks do not say, mm */
  reachMm?(item: I): number;
  /** the holes that the frame's own wire goes through */
  frameHoles?(ground: Ground, item: I): readonly FrameHole[];
  stiffens?(ground: Ground, item: I): Stiffening | null;
  ties?(ground: Ground, item: I): readonly ItemTie[];
  wear?(ground: Ground, item: I): ItemWear | null;
  /** what it takes of the wires that it is on: the plan asks before anything is laid */
  takes?(wires: FormedWires, item: I): readonly OwnUse[];
  /** how the frame's wire is hammered */
  hammered?(item: I): { thickMm: number; spread: number; ahead: boolean };
  /** the stone that it is, for wires that go over it */
  stone?(item: I): StoneBody;
  instead?(item: I, frame: Thread): readonly Instead[];
}

/** Everything about one kind of item. */
export interface ItemKind<K extends string, I> extends Facts<K>, Work<I> {
  readonly fields: Fields;
  readonly schema: z.ZodType<I>;
  create(id: string, on: StretchPlace, to: StretchPlace, given: Omit<Given, 'to'>): I;
}

type Two<P extends PlaceKind> = P extends 'stretches' | 'points' ? { to: StretchPlace } : object;
/** An item of a kind: where it lies, and the values of its fields. */
export type ItemOf<K extends string, P extends PlaceKind, V extends object> = {
  id: string;
  on: StretchPlace;
  kind: K;
  /** what the maker calls it */
  name?: string | undefined;
  /** the item whose loop it hangs in; without it a place of wire */
  hangsIn?: string | undefined;
} & Two<P> &
  V;

/** No name of an item is longer. */
export const MOST_NAME = 60;

/** Whether items of a kind can hang in the loop of another item. */
export const hangsSomewhere = ({
  traits,
  place,
}: Pick<Facts<string>, 'traits' | 'place'>): boolean => traits.hangs === true && place === 'point';

/**
 * Defines a kind of item in two steps: what it is and what is chosen about it, then how it is worked. Its
 * schema and its first item follow from its fields.
 */
export function itemKind<const K extends string, const P extends PlaceKind, V extends object>(
  facts: Facts<K> & {
    readonly place: P;
    readonly fields: { readonly [Key in keyof V]: Field<V[Key]> };
  },
): (
  work: Work<ItemOf<K, P, V>> & {
    /** sensible first values */
    first(given: Given): V;
  },
) => ItemKind<K, ItemOf<K, P, V>> {
  const { kind, place } = facts;
  const fields: Fields = facts.fields;
  const two = place === 'stretches' || place === 'points';
  const hangs = hangsSomewhere(facts);
  const schema = z.strictObject({
    id: z.string().min(1).max(60),
    on: stretchSchema,
    kind: z.literal(kind),
    name: z.string().min(1).max(MOST_NAME).optional(),
    ...(two && { to: stretchSchema }),
    ...(hangs && { hangsIn: z.string().min(1).max(80).optional() }),
    ...Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, field.schema])),
  });
  return (work) => ({
    ...facts,
    ...work,
    schema: schema as unknown as z.ZodType<ItemOf<K, P, V>>,
    create: (id, on, to, given) =>
      ({
        id,
        on,
        kind,
        ...(two && { to }),
        ...work.first({ ...given, thread: strandOf(given.thread), to }),
      }) as ItemOf<K, P, V>,
  });
}
