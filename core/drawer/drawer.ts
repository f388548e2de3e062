import { z } from 'zod';
import { readRecord, schemaWords, type Read } from '../piece';
import { lineSchema, orderSchema } from './orders';
import { DEFAULT_PRICING, pricingSchema } from './pricing';
import { lineKey } from './madeAs';
import { stockSchema } from './stock';

export const DRAWER_FORMAT = 'hush-road.drawer';
export const DRAWER_VERSION = 2;

const idSchema = z.string().min(1).max(60);
const words = z.string().max(200);
/** A spool has no more wire than this, mm: two kilometres. */
export const LONGEST_MM = 2_000_000;
const mm = z.number().min(0).max(LONGEST_MM);
const count = z.number().int().min(0).max(1_000_000);
/** in the maker's currency */
const price = z.number().min(0).max(1_000_000);
/** A small picture of what lies there, so many characters long at the most. */
export const MOST_PICTURE = 24_000;
const picture = z
  .string()
  .max(MOST_PICTURE)
  .regex(/^data:image\/(webp|jpeg|png);base64,[A-Za-z0-9+/=]+$/);

/** A spool, with what is left on it, or an offcut. */
export const wireLengthSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(['spool', 'offcut']),
  wire: stockSchema,
  leftMm: mm,
  /** what was paid, and for how long a wire */
  paid: z.strictObject({ price, forMm: z.number().positive().max(LONGEST_MM) }).optional(),
  from: words.optional(),
  note: words.optional(),
  picture: picture.optional(),
});
export type WireLength = z.infer<typeof wireLengthSchema>;

export const THING_KINDS = ['bead', 'stone', 'finding', 'chain', 'other'] as const;
export type ThingKind = (typeof THING_KINDS)[number];

/** Beads, stones, findings: so many of them. */
export const thingSchema = z.strictObject({
  id: idSchema,
  kind: z.enum(THING_KINDS),
  name: z.string().min(1).max(60),
  count,
  /** along its hole, or how long it is */
  lengthMm: z.number().positive().max(1_000).optional(),
  holeMm: z.number().positive().max(100).optional(),
  /** paid for one */
  each: price.optional(),
  from: words.optional(),
  note: words.optional(),
  picture: picture.optional(),
});
export type Thing = z.infer<typeof thingSchema>;

/** A wire that was cut from the drawer for a piece. */
export const cutDoneSchema = z.strictObject({
  pieceId: idSchema,
  name: z.string().max(200),
  wire: stockSchema,
  mm,
  /** of that not cut off: it was held by the length that it is from */
  heldMm: mm.optional(),
  /** which spool or offcut it is from */
  lengthId: idSchema,
});
export type CutDone = z.infer<typeof cutDoneSchema>;

/** Beads or findings that were taken from the drawer for a piece. */
export const thingTakenSchema = z.strictObject({
  pieceId: idSchema,
  name: z.string().min(1).max(200),
  lengthMm: z.number().positive().max(1_000).optional(),
  count: count.min(1),
});
export type ThingTaken = z.infer<typeof thingTakenSchema>;

/** What lies between the plan and the bench: wire, beads and findings, and what is being cut from it. */
export const drawerSchema = z.strictObject({
  format: z.literal(DRAWER_FORMAT),
  version: z.literal(DRAWER_VERSION),
  wires: z.array(wireLengthSchema).max(2_000),
  things: z.array(thingSchema).max(5_000),
  /** what each cut takes */
  bladeMm: z.number().min(0).max(10),
  /** what is left of an offcut is kept from this length on */
  keepMm: z.number().min(0).max(1_000),
  /** pieces that wire is to be cut for */
  toMake: z.array(lineSchema).max(200),
  /** wires are worked at the end of their length, and cut off then: what they are held by is shared */
  sharesHeld: z.boolean(),
  done: z.array(cutDoneSchema).max(20_000),
  taken: z.array(thingTakenSchema).max(20_000),
  pricing: pricingSchema,
  orders: z.array(orderSchema).max(2_000),
  hoursPerWeek: z.number().min(0.5).max(100),
});
export type Drawer = z.infer<typeof drawerSchema>;

export const EMPTY_DRAWER: Drawer = {
  format: DRAWER_FORMAT,
  version: DRAWER_VERSION,
  wires: [],
  things: [],
  bladeMm: 0.3,
  keepMm: 40,
  toMake: [],
  sharesHeld: false,
  done: [],
  taken: [],
  pricing: DEFAULT_PRICING,
  orders: [],
  hoursPerWeek: 10,
};

/** A drawer from storage or a file. */
export const readDrawer = (raw: unknown): Read<Drawer> =>
  readRecord(raw, {
    format: DRAWER_FORMAT,
    name: 'drawer',
    version: DRAWER_VERSION,
    migrations: [
      (record) => ({ ...record, version: 1 }),
      // Every wire was cut off with all that it is held by.
      (record) => ({ ...record, version: 2, sharesHeld: false, taken: [] }),
    ],
    schema: drawerSchema,
  });

/** Why a drawer cannot be kept: what is kept can be opened again. */
export function whyDrawerNotKept(drawer: Drawer): string | null {
  const read = drawerSchema.safeParse(drawer);
  return read.success ? null : schemaWords(read.error);
}

/** A drawer with all that is in either; of what is in both the second has it. */
export function mergeDrawers(own: Drawer, other: Drawer): Drawer {
  const both = <T extends { id: string }>(a: readonly T[], b: readonly T[]): T[] => {
    const there = new Set(b.map((one) => one.id));
    return [...a.filter((one) => !there.has(one.id)), ...b];
  };
  const lines = new Set(own.toMake.map(lineKey));
  const known = new Set(own.toMake.map((m) => m.pieceId));
  return {
    ...own,
    wires: both(own.wires, other.wires),
    things: both(own.things, other.things),
    orders: both(own.orders, other.orders),
    toMake: [...own.toMake, ...other.toMake.filter((m) => !lines.has(lineKey(m)))],
    done: [...own.done, ...other.done.filter((d) => !known.has(d.pieceId))],
    taken: [...own.taken, ...other.taken.filter((t) => !known.has(t.pieceId))],
  };
}
