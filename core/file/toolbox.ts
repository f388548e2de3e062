import { z } from 'zod';
import { DEFAULT_KIT, kitSchema, testCoilSchema, type Kit, type TestCoil } from '../forming';
import type { Bench } from '../plan';
import { readRecord, schemaWords, type Migration, type Read } from '../piece';

export const TOOLBOX_FORMAT = 'hush-road.toolbox';
export const TOOLBOX_VERSION = 2;

/** A board with holes for pegs, and the pins used on a printed pattern. All in mm. */
export const pegBoardSchema = z.strictObject({
  pitchMm: z.number().min(1).max(100),
  pegsMm: z.array(z.number().positive().max(100)).max(60),
  pinMm: z.number().min(0.2).max(10),
});
export type PegBoardSizes = z.infer<typeof pegBoardSchema>;

/** How plans take a value of this maker's hand: as makings teach it, as it was once kept, or by the handbook. */
export const OWN_WAYS = ['learnt', 'kept', 'handbook'] as const;
const ownValueSchema = z.strictObject({
  way: z.enum(OWN_WAYS),
  /** as it was last learnt, or is kept */
  value: z.number().min(-1).max(1),
});
export type OwnValue = z.infer<typeof ownValueSchema>;

/** What a maker has at hand beside the pieces: kits of tools, test coils, a peg board. */
export const toolboxSchema = z.strictObject({
  format: z.literal(TOOLBOX_FORMAT),
  version: z.literal(TOOLBOX_VERSION),
  kits: z.array(kitSchema).min(1).max(40),
  /** the kit that pieces without one of their own are planned for */
  inUse: z.string().max(60),
  coils: z.array(testCoilSchema).max(400),
  board: pegBoardSchema,
  /** what the maker's own hand does otherwise than the handbook says */
  own: z.strictObject({ bend: ownValueSchema, hammer: ownValueSchema, loop: ownValueSchema }),
});
export type Toolbox = z.infer<typeof toolboxSchema>;

export const DEFAULT_TOOLBOX: Toolbox = {
  format: TOOLBOX_FORMAT,
  version: TOOLBOX_VERSION,
  kits: [DEFAULT_KIT],
  inUse: DEFAULT_KIT.id,
  coils: [],
  board: { pitchMm: 5, pegsMm: [2, 3, 4, 5, 6, 8, 10, 12], pinMm: 1 },
  own: {
    bend: { way: 'learnt', value: 0 },
    hammer: { way: 'learnt', value: 0 },
    loop: { way: 'learnt', value: 0 },
  },
};

const MIGRATIONS: readonly Migration[] = [
  (record) => ({ ...record, version: 1 }),
  // Version 2 knows the maker's own hand.
  (record) => ({ ...record, version: 2, own: DEFAULT_TOOLBOX.own }),
];

/** A toolbox from storage or a file. */
export const readToolbox = (raw: unknown): Read<Toolbox> =>
  readRecord(raw, {
    format: TOOLBOX_FORMAT,
    name: 'toolbox',
    version: TOOLBOX_VERSION,
    migrations: MIGRATIONS,
    schema: toolboxSchema,
  });

/** Why a toolbox cannot be kept: what is kept can be opened again. */
export function whyToolboxNotKept(toolbox: Toolbox): string | null {
  const read = toolboxSchema.safeParse(toolbox);
  return read.success ? null : schemaWords(read.error);
}

/** The kit that a piece is planned for: its own, else the one in use. */
export function kitFor(toolbox: Toolbox, wished: string | null): Kit {
  const find = (id: string | null): Kit | undefined => toolbox.kits.find((k) => k.id === id);
  return find(wished) ?? find(toolbox.inUse) ?? toolbox.kits[0] ?? DEFAULT_KIT;
}

/** What plans of a piece with a kit of its own, or with the one in use, ask of the toolbox. */
export const benchOf = (toolbox: Toolbox, kit: string | null): Required<Bench> & { kit: Kit } => ({
  kit: kitFor(toolbox, kit),
  coils: toolbox.coils,
  own: {
    bend: inUse(toolbox.own.bend),
    hammer: inUse(toolbox.own.hammer),
    loop: inUse(toolbox.own.loop),
  },
});

const inUse = ({ way, value }: OwnValue): number => (way === 'handbook' ? 0 : value);

/** Kits and coils of two toolboxes together; of two with one id the second stays. */
export function mergeToolboxes(own: Toolbox, other: Toolbox): Toolbox {
  const merged = <T extends { id: string }>(a: readonly T[], b: readonly T[]): T[] => [
    ...a.filter((x) => !b.some((y) => y.id === x.id)),
    ...b,
  ];
  return {
    ...own,
    kits: merged<Kit>(own.kits, other.kits).slice(0, 40),
    coils: merged<TestCoil>(own.coils, other.coils).slice(0, 400),
    inUse: other.inUse,
    board: other.board,
    own: other.own,
  };
}
