import { z } from 'zod';
import { pointSchema } from '../item';
import { outlineSchema, wordSchema } from '../lettering';
import { MOTIF_KINDS } from '../motif';

/** Where a shape lies: the middle of its box, how it is turned, and its copies. */
export const placeSchema = z.strictObject({
  ...pointSchema.shape,
  turnDeg: z.number().min(-360).max(360),
  mirrored: z.boolean(),
  /** copies round a circle about the place, the first one above it */
  around: z
    .strictObject({
      count: z.number().int().min(2).max(36),
      radiusMm: z.number().min(0).max(1_000),
    })
    .nullable(),
});
export type Place = z.infer<typeof placeSchema>;

/** A line as it was drawn, to tell later whether it was changed by hand. */
export const drawnLineSchema = z.strictObject({
  id: z.string().max(60),
  mark: z.string().max(40),
});
export type DrawnLine = z.infer<typeof drawnLineSchema>;

const common = {
  id: z.string().min(1).max(40),
  place: placeSchema,
  /** the shape's lines among the paths of the piece, as they were drawn */
  lines: z.array(drawnLineSchema).max(2_000),
  /** beads that stand for dots */
  beads: z
    .array(z.strictObject({ ...pointSchema.shape, acrossMm: z.number().positive() }))
    .max(500),
};

/** A word or motif on a piece: all that was chosen about it. */
export const shapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('word'), ...common, word: wordSchema }),
  z.strictObject({ kind: z.literal('outline'), ...common, outline: outlineSchema }),
  z.strictObject({
    kind: z.literal('motif'),
    ...common,
    motif: z.enum(MOTIF_KINDS),
    values: z.record(z.string().max(30), z.number().min(-1e4).max(1e4)),
  }),
]);
export type Shape = z.infer<typeof shapeSchema>;
