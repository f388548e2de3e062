import { z } from 'zod';

const size = z.number().positive().max(1_000);

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
  order: [],
};
