import { z } from 'zod';
import { insideFromTool, overbendFactor, toolForInside, typicalStiffness } from '../forming';
import { cornerSetback, developedBend, developedFold } from '../strip';
import { awgToMm, radians } from '../units';
import { METALS, TEMPERS } from '../wire';

const size = z.number().positive().max(10_000);
const wire_mm = z.number().positive().max(20);

const gauge = z.strictObject({ kind: z.literal('gauge'), awg: z.number().min(0).max(50) });
const simpleLoop = z.strictObject({ kind: z.literal('simple-loop'), wire_mm, inside_mm: size });
const fold = z.strictObject({
  kind: z.literal('fold'),
  wire_mm,
  gap_mm: z.number().min(0).max(1000).default(0),
});
const corner = z.strictObject({
  kind: z.literal('corner'),
  wire_mm,
  inside_radius_mm: z.number().min(0).max(1000),
  angle_deg: z.number().gt(0).lt(180),
  k: z.number().min(0).max(1).default(0.5),
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

export const elementSchema = z.discriminatedUnion('kind', [
  gauge,
  simpleLoop,
  fold,
  corner,
  springback,
]);
export type Element = z.infer<typeof elementSchema>;
export const ELEMENT_KINDS = ['gauge', 'simple-loop', 'fold', 'corner', 'springback'] as const;

export type ElementResult = Readonly<Record<string, number>>;

/** Wire for a loop or jump ring of inside diameter D: pi (D + d), mm. */
export const loopLength = (insideMm: number, diameterMm: number): number =>
  Math.PI * (insideMm + diameterMm);

/** The length of wire an element uses, and what else follows; names as on the command line. */
export function solveElement(e: Element): ElementResult {
  switch (e.kind) {
    case 'gauge':
      return { mm: awgToMm(e.awg) };
    case 'simple-loop':
      return { length_mm: loopLength(e.inside_mm, e.wire_mm) };
    case 'fold':
      return { length_mm: developedFold(Math.PI, e.wire_mm, e.gap_mm) };
    case 'corner': {
      const angle = radians(e.angle_deg);
      const length = developedBend(angle, e.inside_radius_mm, e.wire_mm, e.k);
      const setback = cornerSetback(angle, e.inside_radius_mm, e.wire_mm);
      return { length_mm: length, setback_mm: setback, saved_mm: 2 * setback - length };
    }
    case 'springback': {
      const wire = typicalStiffness(e.metal, e.temper, e.wire_mm);
      if (e.tool_mm !== undefined) {
        const inside = insideFromTool(e.tool_mm, wire);
        const radius = (inside + e.wire_mm) / 2;
        return { free_inside_mm: inside, overbend_factor: (2 * radius) / (e.tool_mm + e.wire_mm) };
      }
      const inside = e.inside_mm ?? 0;
      return {
        tool_mm: toolForInside(inside, wire),
        overbend_factor: overbendFactor((inside + e.wire_mm) / 2, wire),
      };
    }
  }
}
