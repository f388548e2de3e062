import { z } from 'zod';
import { METALS, TEMPERS, WIRE_LIMITS_MM } from '../wire';

/** A second wire. */
export const threadSchema = z.strictObject({
  metal: z.enum(METALS),
  temper: z.enum(TEMPERS),
  diameterMm: z.number().min(WIRE_LIMITS_MM.min).max(WIRE_LIMITS_MM.max),
});
export type Thread = z.infer<typeof threadSchema>;

/** What a second wire is until another is chosen. */
export const THIN_COPPER: Thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.321 };
