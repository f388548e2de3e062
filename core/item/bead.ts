import { z } from 'zod';

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
