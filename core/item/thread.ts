import { z } from 'zod';
import { COATS, METALS, TEMPERS, WIRE_LIMITS_MM } from '../wire';

/** A wire by itself: what it is made of, how hard it is, how thick, and the colour of its coat if it has one. */
export const threadSchema = z.strictObject({
  metal: z.enum(METALS),
  temper: z.enum(TEMPERS),
  diameterMm: z.number().min(WIRE_LIMITS_MM.min).max(WIRE_LIMITS_MM.max),
  coat: z.enum(COATS).optional(),
});
export type Thread = z.infer<typeof threadSchema>;

/** One of a piece's wires by its name there. */
export const stockIdSchema = z.string().min(1).max(60);
/** The main one of a piece. */
export const MAIN_ID = 'main';

/** What something is made of: one of its piece's wires, or, before it is on a piece, a wire by itself. */
export const madeOfSchema = z.union([stockIdSchema, threadSchema]);
export type MadeOf = z.infer<typeof madeOfSchema>;

/** What a second wire is until another is chosen. */
export const THIN_COPPER: Thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.321 };
