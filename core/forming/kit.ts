import { z } from 'zod';
import { asSize, say, type Said } from '../words';

const diameter = z.number().positive().max(500);
const common = { id: z.string().min(1).max(60), name: z.string().trim().min(1).max(60) };
/** Where a tool grips for a bend: at the bend's start, or at its middle. */
export const GRIPS = ['edge', 'centre'] as const;
export type Grip = (typeof GRIPS)[number];
const grip = z.enum(GRIPS);

/** A maker's tools, sizes in mm. Diameters unless named otherwise. */
export const kitToolSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    ...common,
    kind: z.literal('stepped'),
    stepsMm: z.array(diameter).min(1).max(100),
    grip,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('round-nose'),
    tipMm: diameter,
    baseMm: diameter,
    lengthMm: diameter,
    grip,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('jaws'),
    widthMm: diameter,
    /** inside radius that a corner bent over its edge gets; null for the usual quarter of the wire */
    edgeMm: z.number().min(0.05).max(10).nullable(),
  }),
  z.strictObject({ ...common, kind: z.literal('nylon'), widthMm: diameter }),
  z.strictObject({
    ...common,
    kind: z.literal('mandrels'),
    sizesMm: z.array(diameter).min(1).max(200),
    grip,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('ring-mandrel'),
    fromMm: diameter,
    toMm: diameter,
    grip,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('found'),
    diameterMm: diameter,
    /** how its size was taken; a girth was divided by pi */
    by: z.enum(['across', 'girth']),
    grip,
  }),
]);
export type KitTool = z.infer<typeof kitToolSchema>;
export type ToolKind = KitTool['kind'];

export const kitSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().trim().min(1).max(80),
  tools: z
    .array(kitToolSchema)
    .max(300)
    .refine(
      (tools) => tools.every((t) => t.kind !== 'round-nose' || t.baseMm >= t.tipMm),
      'the base must be at least as thick as the tip',
    )
    .refine(
      (tools) => tools.every((t) => t.kind !== 'ring-mandrel' || t.toMm >= t.fromMm),
      'the thick end must be at least as thick as the thin end',
    ),
});
export type Kit = z.infer<typeof kitSchema>;

/** What most benches have: pliers of six steps, round-nose pliers, mandrels and things found in the house. */
export const DEFAULT_KIT: Kit = {
  id: 'bench',
  name: 'My bench',
  tools: [
    {
      id: 'stepped',
      kind: 'stepped',
      name: 'Stepped pliers',
      stepsMm: [2, 3, 4, 5, 7, 9],
      grip: 'centre',
    },
    {
      id: 'round',
      kind: 'round-nose',
      name: 'Round-nose pliers',
      tipMm: 1,
      baseMm: 5,
      lengthMm: 20,
      grip: 'centre',
    },
    { id: 'flat', kind: 'jaws', name: 'Flat-nose pliers', widthMm: 5, edgeMm: null },
    { id: 'chain', kind: 'jaws', name: 'Chain-nose pliers', widthMm: 1.5, edgeMm: null },
    { id: 'nylon', kind: 'nylon', name: 'Nylon-jaw pliers', widthMm: 10 },
    {
      id: 'mandrels',
      kind: 'mandrels',
      name: 'Mandrel',
      sizesMm: [10, 13, 16, 20, 25, 30],
      grip: 'centre',
    },
  ],
};

/** One size of one tool that a curve can be formed over. */
export interface Tool {
  /** the tool of the kit */
  readonly toolId: string;
  readonly kind: ToolKind;
  /** tool and size in words */
  readonly name: Said;
  readonly diameterMm: number;
  readonly grip: Grip;
  /** on a cone, how far from the tip the wire is turned, mm */
  readonly fromTipMm: number | null;
}

/** Every fixed size of a kit, smallest first; tapered tools are left out. */
export function fixedTools(kit: Kit): Tool[] {
  const list = kit.tools.flatMap((t): Tool[] => {
    const size = (diameterMm: number, name = say`${plain(t)} ${asSize(diameterMm)}`): Tool => ({
      toolId: t.id,
      kind: t.kind,
      name,
      diameterMm,
      grip: 'grip' in t ? t.grip : 'edge',
      fromTipMm: null,
    });
    if (t.kind === 'stepped') return t.stepsMm.map((d) => size(d));
    if (t.kind === 'mandrels') return t.sizesMm.map((d) => size(d));
    if (t.kind === 'found') return [size(t.diameterMm, say`${plain(t)}, ${asSize(t.diameterMm)}`)];
    return [];
  });
  return list.sort((a, b) => a.diameterMm - b.diameterMm);
}

/** A tool's name within a sentence. */
const plain = (t: KitTool): string => t.name.charAt(0).toLowerCase() + t.name.slice(1);

/** The place on a tapered tool that is `wantedMm` thick, or null if it has none. */
function onTaper(t: KitTool, wantedMm: number): Tool | null {
  if (t.kind === 'round-nose') {
    if (wantedMm < t.tipMm || wantedMm > t.baseMm) return null;
    const share = (wantedMm - t.tipMm) / Math.max(1e-9, t.baseMm - t.tipMm);
    const fromTipMm = share * t.lengthMm;
    return {
      toolId: t.id,
      kind: t.kind,
      name: say`${plain(t)} ${asSize(wantedMm)}, ${asSize(Number(fromTipMm.toFixed(1)))} from the tip`,
      diameterMm: wantedMm,
      grip: t.grip,
      fromTipMm,
    };
  }
  if (t.kind === 'ring-mandrel' && wantedMm >= t.fromMm && wantedMm <= t.toMm) {
    return {
      toolId: t.id,
      kind: t.kind,
      name: say`${plain(t)} at ${asSize(Number(wantedMm.toFixed(1)))} across`,
      diameterMm: wantedMm,
      grip: t.grip,
      fromTipMm: null,
    };
  }
  return null;
}

/** Tapered tools at the very size wished for. */
export const taperedTools = (kit: Kit, wantedMm: number): Tool[] =>
  kit.tools.flatMap((t) => onTaper(t, wantedMm) ?? []);

/** One tool of a kit at one size; null if the kit has no such size. */
export function toolAt(kit: Kit, toolId: string, diameterMm: number): Tool | null {
  const fixed = fixedTools(kit).find(
    (t) => t.toolId === toolId && Math.abs(t.diameterMm - diameterMm) < 1e-6,
  );
  const own = kit.tools.find((t) => t.id === toolId);
  return fixed ?? (own ? onTaper(own, diameterMm) : null);
}

/** Diameters of a kit's round tools, mm, smallest first; a tapered one counts with both its ends. */
export function toolSizes(kit: Kit): number[] {
  const ends = kit.tools.flatMap((t) => {
    if (t.kind === 'round-nose') return [t.tipMm, t.baseMm];
    return t.kind === 'ring-mandrel' ? [t.fromMm, t.toMm] : [];
  });
  const all = [...fixedTools(kit).map((t) => t.diameterMm), ...ends];
  return [...new Set(all)].sort((a, b) => a - b);
}

/** Widths of a kit's metal jaws, mm, narrowest first: what must fit between two bends. */
export const jawWidths = (kit: Kit): { name: string; widthMm: number }[] =>
  kit.tools
    .flatMap((t) => (t.kind === 'jaws' ? [{ name: plain(t), widthMm: t.widthMm }] : []))
    .sort((a, b) => a.widthMm - b.widthMm);

/** The sharpest edge among a kit's jaws whose edge was measured, mm; null if none was. */
export function sharpestEdge(kit: Kit): number | null {
  const edges = kit.tools.flatMap((t) =>
    t.kind === 'jaws' && t.edgeMm !== null ? [t.edgeMm] : [],
  );
  return edges.length > 0 ? Math.min(...edges) : null;
}
