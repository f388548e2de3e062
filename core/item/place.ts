import { z } from 'zod';

/** Coordinates of a piece, mm. */
export const COORDINATE_LIMIT_MM = 5_000;
export const coordinate = z.number().min(-COORDINATE_LIMIT_MM).max(COORDINATE_LIMIT_MM);
export const pointSchema = z.strictObject({ x: coordinate, y: coordinate });

/** Longest stretch of wire that one item lies on, mm. */
const STRETCH_LIMIT_MM = 1_000;

/** A stretch of a wire: its middle on the figure and its length along the wire; 0 is a point. */
export const stretchSchema = z.strictObject({
  ...pointSchema.shape,
  lengthMm: z.number().min(0).max(STRETCH_LIMIT_MM),
});
export type StretchPlace = z.infer<typeof stretchSchema>;
