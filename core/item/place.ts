import { z } from 'zod';

/** Coordinates of a piece, mm. */
export const COORDINATE_LIMIT_MM = 5_000;
export const coordinate = z.number().min(-COORDINATE_LIMIT_MM).max(COORDINATE_LIMIT_MM);
export const pointSchema = z.strictObject({ x: coordinate, y: coordinate });

/** Longest stretch of wire that one item lies on, mm. */
export const STRETCH_LIMIT_MM = 1_000;

/**
 * A stretch of a wire: its middle on the figure and its length along the wire; 0 is a point. Where wires
 * lie over each other it is on the one that runs most nearly this way, radians; to or fro is alike.
 */
export const stretchSchema = z.strictObject({
  ...pointSchema.shape,
  lengthMm: z.number().min(0).max(STRETCH_LIMIT_MM),
  headingRad: z.number().min(-10).max(10).optional(),
});
export type StretchPlace = z.infer<typeof stretchSchema>;
