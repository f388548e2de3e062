import { z } from 'zod';
import { METALS, TEMPERS } from '../wire';

const size = z.number().positive().max(10_000);
const wire_mm = z.number().positive().max(20);
const none = z.number().min(0).max(1_000);
const count = z.number().int().min(1).max(100_000);
const turns = z.number().min(0).max(100_000);

const gauge = z.strictObject({ kind: z.literal('gauge'), awg: z.number().min(0).max(50) });
const jumpRings = z
  .strictObject({
    kind: z.literal('jump-rings'),
    wire_mm,
    inside_mm: size,
    count: count.optional(),
    /** instead of the count: the wire at hand */
    length_mm: size.optional(),
    kerf_mm: none.default(0),
  })
  .refine((e) => (e.count === undefined) !== (e.length_mm === undefined), {
    message: 'give either count or length_mm',
  });
const simpleLoop = z.strictObject({ kind: z.literal('simple-loop'), wire_mm, inside_mm: size });
const wrappedLoop = z.strictObject({
  kind: z.literal('wrapped-loop'),
  wire_mm,
  inside_mm: size,
  wraps: turns,
  tail_mm: none.default(0),
});
const bail = z.strictObject({
  kind: z.literal('bail'),
  wire_mm,
  inside_mm: size,
  turns,
  tail_mm: none.default(0),
});
const spiral = z
  .strictObject({
    kind: z.literal('spiral'),
    wire_mm,
    opening_mm: z.number().min(0).max(10_000),
    gap_mm: none.default(0),
    turns: turns.optional(),
    length_mm: size.optional(),
  })
  .refine((e) => (e.turns === undefined) !== (e.length_mm === undefined), {
    message: 'give either turns or length_mm',
  });
const coil = z
  .strictObject({
    kind: z.literal('coil'),
    wire_mm,
    core_mm: size,
    turns: turns.optional(),
    length_mm: size.optional(),
    pitch_mm: size,
  })
  .refine((e) => (e.turns === undefined) !== (e.length_mm === undefined), {
    message: 'give either turns or length_mm',
  });
const coilCover = z.strictObject({
  kind: z.literal('coil-cover'),
  wire_mm,
  core_mm: size,
  stretch_mm: size,
  gap_mm: none.default(0),
});
const bundle = z.strictObject({
  kind: z.literal('flat-bundle-wrap'),
  wire_mm,
  strand_mm: size,
  strands: count,
  turns,
});
const twist = z.strictObject({
  kind: z.literal('twist'),
  wire_mm,
  strands: z.number().int().min(2).max(4),
  length_mm: size,
  turns,
});
const weave = z
  .strictObject({
    kind: z.literal('figure-eight-weave'),
    wire_mm,
    frame_mm: size,
    gap_mm: size,
    wraps_per_side: count,
    rows: z.number().min(0).max(100_000),
  })
  .refine((e) => e.gap_mm >= e.wire_mm - 1e-9, {
    message: 'gap_mm must let the wire pass between: at least wire_mm',
    path: ['gap_mm'],
  });
const net = z
  .strictObject({
    kind: z.literal('net'),
    wire_mm,
    frame_mm: size,
    spokes: z.number().int().min(3).max(400),
    wraps_per_spoke: count,
    inner_radius_mm: size,
    outer_radius_mm: size,
  })
  .refine((e) => e.outer_radius_mm > e.inner_radius_mm, {
    message: 'outer_radius_mm must be larger than inner_radius_mm',
    path: ['outer_radius_mm'],
  });
const fold = z.strictObject({ kind: z.literal('fold'), wire_mm, gap_mm: none.default(0) });
const corner = z.strictObject({
  kind: z.literal('corner'),
  wire_mm,
  inside_radius_mm: none,
  angle_deg: z.number().gt(0).lt(180),
  k: z.number().min(0).max(1).default(0.5),
});
const beads = z.strictObject({
  kind: z.literal('beads'),
  wire_mm,
  bead_mm: size,
  hole_mm: size,
  passes: z.number().int().min(1).max(7).default(1),
  stretch_mm: size,
  curve_radius_mm: size.optional(),
});
const springback = z
  .strictObject({
    kind: z.literal('springback'),
    wire_mm,
    metal: z.enum(METALS),
    temper: z.enum(TEMPERS),
    inside_mm: size.optional(),
    tool_mm: size.optional(),
  })
  .refine((e) => (e.inside_mm === undefined) !== (e.tool_mm === undefined), {
    message: 'give either inside_mm or tool_mm',
  });

/** One element as the command line takes it; lengths in mm, angles in degrees. */
export const elementSchema = z.discriminatedUnion('kind', [
  gauge,
  jumpRings,
  simpleLoop,
  wrappedLoop,
  bail,
  spiral,
  coil,
  coilCover,
  bundle,
  twist,
  weave,
  net,
  fold,
  corner,
  beads,
  springback,
]);
export type Element = z.infer<typeof elementSchema>;
export type ElementKind = Element['kind'];
export const ELEMENT_KINDS: readonly ElementKind[] = elementSchema.options.map(
  (o) => o.shape.kind.value,
);
