import { z } from 'zod';

const diameter = z.number().positive().max(500);

/** A maker's tools, diameters in mm. */
export const kitSchema = z.strictObject({
  stepped_mm: z.array(diameter).max(100).optional(),
  mandrels_mm: z.array(diameter).max(200).optional(),
  round_nose: z
    .strictObject({ tip_mm: diameter, base_mm: diameter, length_mm: diameter })
    .refine((r) => r.base_mm >= r.tip_mm, 'the base must be at least as thick as the tip')
    .optional(),
  flat_nose_mm: diameter.optional(),
});
export type Kit = z.infer<typeof kitSchema>;

/** What most benches have: pliers of six steps, round-nose pliers, mandrels and things found in the house. */
export const DEFAULT_KIT: Kit = {
  stepped_mm: [2, 3, 4, 5, 7, 9],
  mandrels_mm: [10, 13, 16, 20, 25, 30],
  round_nose: { tip_mm: 1, base_mm: 5, length_mm: 20 },
  flat_nose_mm: 5,
};

/** Diameters of a kit's tools, mm, smallest first; a cone counts with its tip and base. */
export function toolSizes(kit: Kit): number[] {
  const cone = kit.round_nose ? [kit.round_nose.tip_mm, kit.round_nose.base_mm] : [];
  const all = [...(kit.stepped_mm ?? []), ...(kit.mandrels_mm ?? []), ...cone];
  return [...new Set(all)].sort((a, b) => a - b);
}

export interface Tool {
  readonly name: string;
  readonly diameterMm: number;
}

/** The tools of a kit that a curve over a tool of `wantedMm` might use. */
export function toolsNear(kit: Kit, wantedMm: number): Tool[] {
  const tools: Tool[] = [];
  const mm = (d: number): string => `${Number(d.toFixed(2))} mm`;
  for (const d of kit.stepped_mm ?? [])
    tools.push({ name: `stepped pliers ${mm(d)}`, diameterMm: d });
  for (const d of kit.mandrels_mm ?? []) tools.push({ name: `mandrel ${mm(d)}`, diameterMm: d });
  const cone = kit.round_nose;
  if (cone && wantedMm >= cone.tip_mm && wantedMm <= cone.base_mm) {
    const share = (wantedMm - cone.tip_mm) / Math.max(1e-9, cone.base_mm - cone.tip_mm);
    tools.push({
      name: `round-nose pliers ${mm(wantedMm)}, ${mm(Number((share * cone.length_mm).toFixed(1)))} from the tip`,
      diameterMm: wantedMm,
    });
  }
  return tools;
}
