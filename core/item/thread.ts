import { z } from 'zod';
import {
  COATS,
  METALS,
  ROPE_STRANDS,
  ROPE_TURN_MM,
  strandMm,
  TEMPERS,
  WIRE_LIMITS_MM,
} from '../wire';

/** Strands of a wire that are twisted to a rope. */
export const ropeSchema = z
  .strictObject({
    strands: z.literal(ROPE_STRANDS),
    turnMm: z.number().min(ROPE_TURN_MM.min).max(ROPE_TURN_MM.max),
    folded: z.boolean(),
  })
  .refine((rope) => !rope.folded || rope.strands !== 3, 'three strands are of no folded wires');

/**
 * A wire by itself: what it is made of, how hard it is, how thick, and the colour of its coat if it has one;
 * or a rope twisted of such wire, as thick as it is over all its strands.
 */
export const threadSchema = z.strictObject({
  metal: z.enum(METALS),
  temper: z.enum(TEMPERS),
  diameterMm: z.number().min(WIRE_LIMITS_MM.min).max(WIRE_LIMITS_MM.max),
  coat: z.enum(COATS).optional(),
  rope: ropeSchema.optional(),
});
export type Thread = z.infer<typeof threadSchema>;

/** What a wire is, without what else is known of it. */
export const bareThread = ({ metal, temper, diameterMm, coat, rope }: Thread): Thread => ({
  metal,
  temper,
  diameterMm,
  ...(coat && { coat }),
  ...(rope && { rope }),
});

/** What wires are alike by. */
export const threadKey = (wire: Thread): string => JSON.stringify(bareThread(wire));

/** The wire that it is twisted from; wire by itself stays. */
export const strandOf = (wire: Thread): Thread => {
  const { rope: _rope, ...bare } = bareThread(wire);
  return { ...bare, diameterMm: strandMm(wire) };
};

/** One of a piece's wires by its name there. */
export const stockIdSchema = z.string().min(1).max(60);
/** The main one of a piece. */
export const MAIN_ID = 'main';

/** What something is made of: one of its piece's wires, or, before it is on a piece, a wire by itself. */
export const madeOfSchema = z.union([stockIdSchema, threadSchema]);
export type MadeOf = z.infer<typeof madeOfSchema>;

/** What a second wire is until another is chosen. */
export const THIN_COPPER: Thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.321 };
