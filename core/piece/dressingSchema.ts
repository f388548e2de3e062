import { z } from 'zod';
import { beadSchema, madeOfSchema, pointSchema } from '../item';

const size = z.number().positive().max(1_000);

/** What can be chosen about links. */
export const LINK_LIMITS = {
  insideMm: { min: 0.5, max: 100 },
  wornMm: { min: 20, max: 3_000 },
  beads: 12,
  rings: { min: 1, max: 12 },
  turn: 12,
} as const;

export const PART_JOINS = ['loop', 'ring', 'binding'] as const;

/** What a part is joined by, where that is made from wire: a ring, or a binding of so many wraps. */
const partJointSchema = z.strictObject({
  insideMm: z.number().min(LINK_LIMITS.insideMm.min).max(LINK_LIMITS.insideMm.max),
  wraps: z.number().min(1).max(100),
  wire: madeOfSchema,
});
export type PartJoint = z.infer<typeof partJointSchema>;

/** So many of a part are made for one piece at the most. */
export const MOST_ALIKE = 500;

/** Where another of a part hangs, or is joined; mirrored or as it is drawn. */
const partSpotSchema = z.strictObject({ ...pointSchema.shape, mirrored: z.boolean() });
export type PartSpot = z.infer<typeof partSpotSchema>;

/** Wires of a piece that are one part, and how it is joined to the rest. */
export const partSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().max(60),
  paths: z.array(z.string().max(60)).min(1).max(500),
  /** how many alike */
  count: z.number().int().min(1).max(MOST_ALIKE),
  /** where those beside the drawn one are, as far as that is said */
  spots: z.array(partSpotSchema).max(MOST_ALIKE - 1),
  join: z.enum(PART_JOINS),
  /** without it a ring is bought, and what binds is left over from elsewhere */
  joint: partJointSchema.optional(),
  /** the part it is joined to; null is the frame */
  to: z.string().max(60).nullable(),
  hangs: z.boolean(),
});
export type Part = z.infer<typeof partSchema>;

/** What can be chosen about arms that are folded over. */
export const FOLD_LIMITS = {
  arms: { min: 1, max: 12 },
  middleMm: { min: 1, max: 500 },
  earsMm: 100,
} as const;

/** How the flat figure is brought out of the plane; the wire's length stays. */
export const outOfPlaneSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('roll'),
    mandrelMm: size,
    as: z.enum(['ring', 'cuff', 'other']),
  }),
  z.strictObject({ kind: z.literal('cup'), riseMm: size }),
  /** the top goes half round a rod and comes down behind */
  z.strictObject({
    kind: z.literal('rod'),
    rodMm: size,
    backMm: z.number().min(0).max(1_000),
  }),
  /** arms are folded over the middle, one after the other */
  z.strictObject({
    kind: z.literal('fold'),
    arms: z.number().int().min(FOLD_LIMITS.arms.min).max(FOLD_LIMITS.arms.max),
    /** the middle that stays, from crease to crease */
    middleMm: z.number().min(FOLD_LIMITS.middleMm.min).max(FOLD_LIMITS.middleMm.max),
    /** the way out to the first arm, clockwise from above */
    firstRad: z.number().min(-10).max(10),
    way: z.enum(['clockwise', 'anticlockwise']),
    /** the last goes through beneath the first */
    tucked: z.boolean(),
    /** corners of the middle are drawn out by so much */
    earsMm: z.number().min(0).max(FOLD_LIMITS.earsMm),
  }),
]);
export type OutOfPlane = z.infer<typeof outOfPlaneSchema>;

export const WORN_AS = [
  'pendant',
  'earring',
  'charm',
  'ring',
  'ear-cuff',
  'bracelet',
  'ornament',
] as const;
export type WornAs = (typeof WORN_AS)[number];

const inside = z.number().min(LINK_LIMITS.insideMm.min).max(LINK_LIMITS.insideMm.max);

/** What joins a link to the next. */
const jointSchema = z.discriminatedUnion('kind', [
  /** loop in loop */
  z.strictObject({ kind: z.literal('direct') }),
  /** a jump ring made from wire, or so many, ring in ring */
  z.strictObject({
    kind: z.literal('ring'),
    insideMm: inside,
    rings: z.number().int().min(LINK_LIMITS.rings.min).max(LINK_LIMITS.rings.max).optional(),
    wire: madeOfSchema,
  }),
  /** beads on a wire with a simple loop at each end */
  z.strictObject({
    kind: z.literal('beaded'),
    beads: z.array(beadSchema).min(1).max(LINK_LIMITS.beads),
    insideMm: inside,
    wire: madeOfSchema,
  }),
]);
export type Joint = z.infer<typeof jointSchema>;

/** How a row of links closes. */
const claspSchema = z.discriminatedUnion('kind', [
  /** it does not open: the last link is joined to the first */
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('bought'), lengthMm: size }),
  /** the last link ends in a hook in the place of its last loop */
  z.strictObject({
    kind: z.literal('hook'),
    insideMm: inside,
    legMm: z.number().min(0).max(LINK_LIMITS.insideMm.max),
  }),
]);
export type Clasp = z.infer<typeof claspSchema>;

/** A link and what joins it to the next. The link is a part, by its id; null is the frame. */
const rowPlaceSchema = z.strictObject({
  link: z.string().max(60).nullable(),
  joint: jointSchema,
});
export type RowPlace = z.infer<typeof rowPlaceSchema>;

/** What is drawn is one link of several, or some in turn, for a length that is worn. */
export const linksSchema = z.strictObject({
  wornMm: z.number().min(LINK_LIMITS.wornMm.min).max(LINK_LIMITS.wornMm.max),
  /** links with their joints, one after the other and again from the first */
  turn: z.array(rowPlaceSchema).min(1).max(LINK_LIMITS.turn),
  clasp: claspSchema,
});
export type Links = z.infer<typeof linksSchema>;

/** So many of a piece are made at the most. */
export const MOST_COPIES = 500;

/** How a maker goes about finishing; where makers differ. */
export const makingSchema = z.strictObject({
  wornAs: z.enum(WORN_AS),
  finish: z.enum(['bare', 'plated', 'coated']),
  closing: z.enum(['mechanical', 'solder', 'epoxy']),
  /** tap all over on the block */
  harden: z.boolean(),
  patina: z.boolean(),
  /** two of a pair bent side by side, or one after the other */
  pair: z.enum(['single', 'one-by-one', 'together']),
  /** how many, or how many pairs */
  copies: z.number().int().min(1).max(MOST_COPIES),
  /** bends with which another stage of bending begins, by the places where wishes for them are kept */
  stages: z.array(pointSchema).max(200),
  /** steps wished after others, by their ids */
  order: z.array(z.strictObject({ first: z.string().max(80), then: z.string().max(80) })).max(200),
});
export type MakingChoices = z.infer<typeof makingSchema>;

export const DEFAULT_MAKING: MakingChoices = {
  wornAs: 'pendant',
  finish: 'bare',
  closing: 'mechanical',
  harden: false,
  patina: false,
  pair: 'single',
  copies: 1,
  stages: [],
  order: [],
};
