import { z } from 'zod';
import { FACE_IDS } from './faces';

/** Signs one word may hold. */
export const MAX_SIGNS = 200;

export const sizeSchema = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('x-height'), mm: z.number().min(1).max(500) }),
  z.strictObject({ by: z.literal('width'), mm: z.number().min(2).max(4_000) }),
]);

/** Everything chosen about a word. Lengths mm, angles degrees. */
export const wordSchema = z.strictObject({
  text: z.string().max(2_000),
  face: z.enum(FACE_IDS),
  size: sizeSchema,
  /** added between letters, in tenths of the x-height */
  space: z.number().min(-3).max(20),
  slantDeg: z.number().min(-30).max(40),
  baseline: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('straight') }),
    /** `arch`: over a circle of this radius; `bowl`: along its lower side */
    z.strictObject({
      kind: z.enum(['arch', 'bowl']),
      radiusMm: z.number().min(5).max(5_000),
    }),
  ]),
  join: z.boolean(),
  capitals: z.enum(['join', 'apart']),
  dots: z.enum(['bead', 'ring', 'none']),
  /** bars and accents: wires of their own, or left out */
  accents: z.enum(['wire', 'none']),
  /** changes to single letters, by their place in the text */
  letters: z
    .array(
      z.strictObject({
        at: z.number().int().min(0).max(MAX_SIGNS),
        dx: z.number().min(-100).max(100),
        dy: z.number().min(-100).max(100),
        form: z.string().max(20),
      }),
    )
    .max(MAX_SIGNS),
  ends: z.enum(['plain', 'loops', 'bail']),
  loopMm: z.number().min(0.5).max(50),
});
export type WordSettings = z.infer<typeof wordSchema>;

export const DEFAULT_WORD: WordSettings = {
  text: '',
  face: 'script',
  size: { by: 'x-height', mm: 8 },
  space: 0,
  slantDeg: 0,
  baseline: { kind: 'straight' },
  join: true,
  capitals: 'join',
  dots: 'bead',
  accents: 'wire',
  letters: [],
  ends: 'plain',
  loopMm: 2.5,
};
