import { z } from 'zod';
import { gramsField, lengthField } from '../field';

/** How a bead looks: cool and quiet, so that only the wire is warm. */
export const BEAD_TONES = ['pearl', 'mist', 'sea', 'slate', 'ink'] as const;
export type BeadTone = (typeof BEAD_TONES)[number];

/** The numbers of a bead. */
export const BEAD_SIZES = {
  lengthMm: lengthField('along the hole', 0.5, 100),
  acrossMm: lengthField('across', 0.5, 100),
  holeMm: lengthField('hole', 0.1, 50, { decimals: 2 }),
  grams: gramsField('weight', 500),
};

export const beadSchema = z.strictObject({
  name: z.string().max(60),
  lengthMm: BEAD_SIZES.lengthMm.schema,
  acrossMm: BEAD_SIZES.acrossMm.schema,
  holeMm: BEAD_SIZES.holeMm.schema,
  grams: BEAD_SIZES.grams.schema,
  tone: z.enum(BEAD_TONES),
});
export type Bead = z.infer<typeof beadSchema>;

/** A round glass bead whose hole takes a frame of that thickness, also in a bow. */
export const plainBead = (
  name = 'Round bead',
  acrossMm = 4,
  tone: BeadTone = 'sea',
  frameMm = 0.8,
): Bead => ({
  name,
  lengthMm: acrossMm,
  acrossMm,
  holeMm: Number((1.4 * frameMm).toFixed(1)),
  grams: Number((0.00131 * acrossMm ** 3).toFixed(2)),
  tone,
});
