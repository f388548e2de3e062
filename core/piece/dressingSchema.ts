import { z } from 'zod';
import { METALS, TEMPERS, WIRE_LIMITS_MM } from '../wire';
import { pointSchema } from './shapeSchema';

const mm = z.number().min(0).max(1_000);
const size = z.number().positive().max(1_000);
const count = z.number().int().min(0).max(5_000);
const some = z.number().int().min(1).max(5_000);
const wraps = z.number().min(0).max(500);

/** A stretch of a wire: its middle on the figure and its length along the wire; 0 is a point. */
export const stretchSchema = z.strictObject({ ...pointSchema.shape, lengthMm: mm });
export type StretchPlace = z.infer<typeof stretchSchema>;

/** A second wire. */
const threadSchema = z.strictObject({
  metal: z.enum(METALS),
  temper: z.enum(TEMPERS),
  diameterMm: z.number().min(WIRE_LIMITS_MM.min).max(WIRE_LIMITS_MM.max),
});
export type Thread = z.infer<typeof threadSchema>;

/** How a bead looks: cool and quiet, so that only the wire is warm. */
export const BEAD_TONES = ['pearl', 'mist', 'sea', 'slate', 'ink'] as const;
export type BeadTone = (typeof BEAD_TONES)[number];

export const beadSchema = z.strictObject({
  name: z.string().max(60),
  /** along the hole */
  lengthMm: z.number().min(0.5).max(100),
  acrossMm: z.number().min(0.5).max(100),
  holeMm: z.number().min(0.1).max(50),
  grams: z.number().min(0).max(500),
  tone: z.enum(BEAD_TONES),
});
export type Bead = z.infer<typeof beadSchema>;

const base = { id: z.string().min(1).max(60), on: stretchSchema };
const beads = z.array(beadSchema).min(1).max(40);
/** what is left of the second wire at each end to work with, and later trimmed or tucked */
const tailMm = mm;
const thread = threadSchema;
const to = stretchSchema;

export const FINDINGS = [
  'bail',
  'jump-ring',
  'split-ring',
  'ear-wire',
  'post',
  'chain',
  'cord',
  'clasp',
  'head-pin',
] as const;
export type FindingKind = (typeof FINDINGS)[number];

/** One thing that a bent figure is dressed with. */
export const dressSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...base,
    kind: z.literal('beads'),
    beads,
    gapMm: mm,
    /** null fills the stretch */
    count: count.nullable(),
    passes: z.number().int().min(1).max(7),
  }),
  z.strictObject({ ...base, kind: z.literal('wound-beads'), beads, thread, wraps, tailMm }),
  z.strictObject({ ...base, kind: z.literal('bridge'), to, beads, thread, wraps, tailMm }),
  z.strictObject({
    ...base,
    kind: z.literal('drop'),
    beads,
    by: z.enum(['head-pin', 'wire']),
    thread,
    insideMm: size,
    wraps,
    tailMm,
  }),
  z.strictObject({ ...base, kind: z.literal('bind'), strands: some, thread, wraps, tailMm }),
  z.strictObject({ ...base, kind: z.literal('coil'), thread, gapMm: mm, tailMm }),
  z.strictObject({
    ...base,
    kind: z.literal('strands'),
    strands: some,
    side: z.enum(['left', 'right']),
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('twist'),
    strands: z.number().int().min(2).max(4),
    turns: z.number().min(0).max(2_000),
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('weave'),
    to,
    thread,
    wraps: some,
    /** null fills the shorter stretch */
    rows: count.nullable(),
    from: z.enum(['first', 'last']),
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('net'),
    spokes: z.number().int().min(3).max(60),
    spokeMm: size,
    wraps: some,
    innerMm: size,
    outerMm: size,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('lacing'),
    to,
    points: z.number().int().min(2).max(200),
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('cage'),
    girthMm: size,
    heightMm: size,
    grams: z.number().min(0).max(1_000),
    turns: some,
    uprights: count,
    bailInsideMm: size,
    bailTurns: some,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('guided'),
    guideMm: size,
    spreadMm: mm,
    loops: some,
    pitchMm: size,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('fan'),
    strands: some,
    bowMm: mm,
    wraps,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('rosette'),
    petals: z.number().int().min(3).max(60),
    insideMm: size,
    riseMm: mm,
    wraps,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('framed-bead'),
    beads,
    rounds: some,
    wraps,
    thread,
    tailMm,
  }),
  z.strictObject({
    ...base,
    kind: z.literal('flatten'),
    thickMm: size,
    /** share of the thinning that goes into width */
    spread: z.number().min(0.3).max(1),
    /** what the stretch gains is taken off the cut length */
    ahead: z.boolean(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('finding'),
    what: z.enum(FINDINGS),
    /** made from wire, else bought */
    made: z.boolean(),
    thread,
    insideMm: size,
    /** of a bail or split ring */
    turns: z.number().int().min(1).max(20),
    count: some,
    /** length of chain or cord */
    lengthMm: mm,
    grams: z.number().min(0).max(500),
  }),
]);
export type DressItem = z.infer<typeof dressSchema>;
export type DressKind = DressItem['kind'];
export type DressOf<K extends DressKind> = Extract<DressItem, { kind: K }>;

export const PART_JOINS = ['loop', 'ring', 'binding'] as const;

/** Wires of a piece that are one part, and how it is joined to the rest. */
export const partSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().max(60),
  paths: z.array(z.string().max(60)).min(1).max(500),
  /** how many alike */
  count: z.number().int().min(1).max(500),
  join: z.enum(PART_JOINS),
  /** the part it is joined to; null is the frame */
  to: z.string().max(60).nullable(),
  hangs: z.boolean(),
});
export type Part = z.infer<typeof partSchema>;

/** How the flat figure is brought out of the plane; the wire's length stays. */
export const outOfPlaneSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('roll'),
    mandrelMm: size,
    as: z.enum(['ring', 'cuff', 'other']),
  }),
  z.strictObject({ kind: z.literal('cup'), riseMm: size }),
  z.strictObject({ kind: z.literal('rod'), rodMm: size }),
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
  order: [],
};
