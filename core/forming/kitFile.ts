import { z } from 'zod';
import type { Kit, KitTool } from './kit';

const diameter = z.number().positive().max(500);

/** A kit as it is written in a file for the command line: diameters in mm. */
export const kitFileSchema = z.strictObject({
  stepped_mm: z.array(diameter).max(100).optional(),
  mandrels_mm: z.array(diameter).max(200).optional(),
  round_nose: z
    .strictObject({ tip_mm: diameter, base_mm: diameter, length_mm: diameter })
    .refine((r) => r.base_mm >= r.tip_mm, 'the base must be at least as thick as the tip')
    .optional(),
  flat_nose_mm: diameter.optional(),
});
export type KitFile = z.infer<typeof kitFileSchema>;

/** The kit that a file describes. */
export function kitFromFile(file: KitFile): Kit {
  const tools: KitTool[] = [];
  if (file.stepped_mm?.length) {
    const stepsMm = file.stepped_mm;
    tools.push({ id: 'stepped', kind: 'stepped', name: 'Stepped pliers', stepsMm, grip: 'centre' });
  }
  if (file.mandrels_mm?.length) {
    const sizesMm = file.mandrels_mm;
    tools.push({ id: 'mandrels', kind: 'mandrels', name: 'Mandrel', sizesMm, grip: 'centre' });
  }
  if (file.round_nose) {
    const { tip_mm: tipMm, base_mm: baseMm, length_mm: lengthMm } = file.round_nose;
    const name = 'Round-nose pliers';
    tools.push({ id: 'round', kind: 'round-nose', name, tipMm, baseMm, lengthMm, grip: 'centre' });
  }
  if (file.flat_nose_mm !== undefined) {
    const widthMm = file.flat_nose_mm;
    tools.push({ id: 'flat', kind: 'jaws', name: 'Flat-nose pliers', widthMm, edgeMm: null });
  }
  return { id: 'file', name: 'Kit from a file', tools };
}
