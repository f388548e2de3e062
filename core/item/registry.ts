import { z } from 'zod';
import { withinFields } from '../field';
import { say, type Said } from '../words';
import type { Ground } from './ground';
import { ITEM_GROUPS, type Given, type ItemGroup, type ItemKind } from './kind';
import { beads } from './kinds/beads';
import { bind } from './kinds/bind';
import { braid } from './kinds/braid';
import { bridge } from './kinds/bridge';
import { cage } from './kinds/cage';
import { coil } from './kinds/coil';
import { drop } from './kinds/drop';
import { fan } from './kinds/fan';
import { finding } from './kinds/finding';
import { flatten } from './kinds/flatten';
import { framedBead } from './kinds/framedBead';
import { garland } from './kinds/garland';
import { guided } from './kinds/guided';
import { hungChain } from './kinds/hungChain';
import { lacing } from './kinds/lacing';
import { ledWire } from './kinds/led';
import { net } from './kinds/net';
import { ownBead } from './kinds/ownBead';
import { ownLed } from './kinds/ownLed';
import { ownLoop } from './kinds/ownLoop';
import { ownPetals } from './kinds/ownPetals';
import { ownTwist } from './kinds/ownTwist';
import { ownWraps } from './kinds/ownWraps';
import { rosette } from './kinds/rosette';
import { stone } from './kinds/stone';
import { strands } from './kinds/strands';
import { twist } from './kinds/twist';
import { weave } from './kinds/weave';
import { tailBead } from './kinds/tailBead';
import { woundBeads } from './kinds/woundBeads';
import type { ItemLike, Layout, Remedy } from './layout';
import type { StretchPlace } from './place';
import { movedAct } from './led/act';
import { THIN_COPPER, type MadeOf, type Thread } from './thread';

/** Every kind of item that a figure can be dressed with, in the order in which they are offered. */
const KINDS = [
  beads,
  woundBeads,
  tailBead,
  bridge,
  drop,
  framedBead,
  bind,
  coil,
  strands,
  twist,
  braid,
  fan,
  rosette,
  guided,
  garland,
  weave,
  net,
  lacing,
  ledWire,
  ownWraps,
  ownBead,
  ownLoop,
  ownPetals,
  ownTwist,
  ownLed,
  cage,
  stone,
  finding,
  hungChain,
  flatten,
] as const;

/** One thing that a bent figure is dressed with. */
export type DressItem = ReturnType<(typeof KINDS)[number]['create']>;
export type DressKind = DressItem['kind'];
type Kept<I> = I extends { thread: Thread } ? Omit<I, 'thread'> & { thread: MadeOf } : I;
/** An item as a piece keeps it: its wire is one of the piece's, by name. */
export type PieceItem = Kept<DressItem>;
export type DressOf<K extends DressKind> = Extract<DressItem, { kind: K }>;
/** What is asked of an item only once it is known what its wire is. */
type OfItsWire = 'layout' | 'stiffens' | 'ties' | 'wear' | 'useUp';
/** A kind, asked about any item of it. */
export type AnyKind = Pick<ItemKind<DressKind, DressItem>, OfItsWire> &
  Omit<ItemKind<DressKind, PieceItem>, OfItsWire | 'create' | 'schema'> &
  Pick<ItemKind<DressKind, DressItem>, 'create' | 'schema'>;

const BY_NAME: ReadonlyMap<string, AnyKind> = new Map(
  KINDS.map((kind): [string, AnyKind] => [kind.kind, kind]),
);

export const DRESS_KINDS: readonly AnyKind[] = KINDS;

/** What an item is. */
export const kindOf = ({ kind }: { readonly kind: DressKind }): AnyKind => BY_NAME.get(kind)!;

/** The kinds of a group, in order. */
export const kindsOf = (group: ItemGroup): readonly AnyKind[] =>
  DRESS_KINDS.filter((k) => k.group === group);
export { ITEM_GROUPS };

type Options = [z.ZodObject, ...z.ZodObject[]];
export const dressSchema = z.discriminatedUnion(
  'kind',
  KINDS.map((k): unknown => k.schema) as Options,
) as unknown as z.ZodType<DressItem>;

/** Items as pieces keep them. */
export const pieceItemSchema = dressSchema as unknown as z.ZodType<PieceItem>;

/** A remedy's item as one that can be kept; null when it cannot. */
const kept = (item: ItemLike): DressItem | null => {
  const read = dressSchema.safeParse(item);
  return read.success ? read.data : null;
};

function soundRemedy(remedy: Remedy): Remedy<DressItem>[] {
  if (remedy.kind === 'frame') return [remedy];
  const item = kept(remedy.item);
  return item ? [{ ...remedy, item }] : [];
}

/** An item as it lies on its figure; null where there is no wire for it. Remedies that could not be kept are left out. */
export function layItem(ground: Ground, item: DressItem): Layout<DressItem> | null {
  const kind = kindOf(item);
  const laid = kind.layout(ground, item);
  return (
    laid && {
      ...laid,
      title: item.name ? say`${item.name}: ${laid.title}` : laid.title,
      own: kind.takes?.(ground, item) ?? [],
      problems: laid.problems.map((p) => ({ ...p, remedies: p.remedies.flatMap(soundRemedy) })),
    }
  );
}

/** What could stand for an item, or null for leaving it out. */
export const insteadOf = (
  item: PieceItem,
  frame: Thread,
): readonly { readonly label: Said; readonly item: DressItem | null }[] =>
  (kindOf(item).instead?.(item, frame) ?? []).flatMap(({ label, item: other }) => {
    const sound = other && kept(other);
    return other && !sound ? [] : [{ label, item: sound }];
  });

/**
 * A new item with sensible first values.
 * @param to the second place, for items that have two
 */
export function newDressItem(
  kind: DressKind,
  id: string,
  on: StretchPlace,
  to: StretchPlace,
  given: Partial<Omit<Given, 'to'>> = {},
): DressItem {
  const own = kindOf({ kind });
  // What lies turned keeps the way that it lies: the figure may be turned with it.
  const there = own.traits.turned ? { headingRad: 0, ...on } : on;
  return own.create(id, there, to, {
    thread: THIN_COPPER,
    frameMm: 0.8,
    lengthMm: on.lengthMm,
    ...given,
  });
}

/** A record of an item with each of its numbers within what can be chosen; what is no such record stays. */
export const withinLimits = (record: unknown): unknown =>
  withinFields(record, (kind) => BY_NAME.get(kind)?.fields);

/** The item as it must be on the mirrored figure. */
export const mirroredItem = <I extends PieceItem>(item: I): I =>
  (kindOf(item).mirrored?.(item) as I | undefined) ?? item;

/** The item with its places on another figure, which is so many times as large. */
export function withPlaces<I extends PieceItem>(
  item: I,
  place: (on: StretchPlace) => StretchPlace,
  times: number,
): I {
  const own = { ...item, on: place(item.on) };
  if ('to' in own) return { ...own, to: place(own.to) };
  if ('acts' in own) return { ...own, acts: own.acts.map((a) => movedAct(a, place, times)) };
  return own;
}
