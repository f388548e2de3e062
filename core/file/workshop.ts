import { z } from 'zod';
import { readDrawer, type Drawer } from '../drawer';
import { DEFAULT_LIMITS, limitsSchema } from '../gauge';
import { HANDS, readMaking, type MakingRecord } from '../making';
import {
  PIECE_VERSION,
  readPiece,
  readRecord,
  schemaWords,
  type Migration,
  type Piece,
  type Read,
} from '../piece';
import { FileError } from './fileError';
import { parseJson } from './parseJson';
import { readToolbox, type Toolbox } from './toolbox';

export const WORKSHOP_FORMAT = 'hush-road.workshop';
export const WORKSHOP_VERSION = 1;
export const settingsSchema = z.strictObject({
  unit: z.enum(['mm', 'in']),
  theme: z.enum(['system', 'light', 'dark']),
  paper: z.enum(['a4', 'letter']),
  /** the hand that is worked with */
  hand: z.enum(HANDS),
  /** CSS px that measure 1 mm on this screen; null until calibrated */
  pxPerMm: z.number().min(1).max(40).nullable(),
  /** where the gauge verdict draws its lines */
  limits: limitsSchema.default(DEFAULT_LIMITS),
});
export type Settings = z.infer<typeof settingsSchema>;
export const DEFAULT_SETTINGS: Settings = {
  unit: 'mm',
  theme: 'system',
  paper: 'a4',
  hand: 'right',
  pxPerMm: null,
  limits: DEFAULT_LIMITS,
};

const workshopSchema = z.object({
  format: z.literal(WORKSHOP_FORMAT),
  version: z.literal(WORKSHOP_VERSION),
  saved: z.string().max(40),
  settings: z.unknown().optional(),
  toolbox: z.unknown().optional(),
  drawer: z.unknown().optional(),
  pieces: z.array(z.unknown()).max(100_000),
  makings: z.array(z.unknown()).max(100_000).optional(),
  /** former states of pieces */
  earlier: z.array(z.unknown()).max(200_000).optional(),
  /** which picture files lie beside it */
  pictures: z.unknown().optional(),
});

const MIGRATIONS: readonly Migration[] = [(record) => ({ ...record, version: 1 })];

export interface Workshop {
  readonly saved: string;
  readonly settings: Settings | null;
  readonly toolbox: Toolbox | null;
  readonly drawer: Drawer | null;
  readonly pieces: readonly Piece[];
  readonly makings: readonly MakingRecord[];
  readonly earlier: readonly Piece[];
  /** as it stands in the file: which picture files lie beside it */
  readonly pictureList: unknown;
  /** records that cannot be used, with the reason; the rest comes in all the same */
  readonly damaged: readonly { readonly name: string; readonly message: string }[];
}

/** All that a workshop is, but its pictures. */
export interface WorkshopParts {
  readonly pieces: readonly Piece[];
  readonly settings: Settings;
  readonly toolbox: Toolbox;
  readonly makings: readonly MakingRecord[];
  /** left out when nothing is in it */
  readonly drawer?: Drawer;
  /** former states of pieces; left out unless wished */
  readonly earlier?: readonly Piece[];
}

/** The whole workshop as the text of one file. @param pictures the list of picture files beside it */
export function writeWorkshop(
  { pieces, settings, toolbox, drawer, makings, earlier }: WorkshopParts,
  now: string,
  pictures?: unknown,
): string {
  const head = { format: WORKSHOP_FORMAT, version: WORKSHOP_VERSION, saved: now };
  return JSON.stringify(
    { ...head, settings, toolbox, drawer, pieces, makings, earlier, pictures },
    null,
    1,
  );
}

/** One piece as the text of a file. */
export const writePiece = (piece: Piece): string =>
  `${JSON.stringify({ ...piece, version: PIECE_VERSION }, null, 1)}\n`;

/**
 * Reads a workshop file or the file of a single piece.
 * @throws FileError when nothing in it can be used
 */
export function readWorkshop(text: string): Workshop {
  const raw = parseJson(text);
  const format = (raw as { format?: unknown } | null)?.format;
  if (format !== WORKSHOP_FORMAT) {
    const piece = readPiece(raw);
    if (!piece.ok) throw new FileError(piece.message);
    return {
      saved: piece.value.changed,
      settings: null,
      toolbox: null,
      drawer: null,
      pieces: [piece.value],
      makings: [],
      earlier: [],
      pictureList: [],
      damaged: [],
    };
  }
  const outer: Read<z.infer<typeof workshopSchema>> = readRecord(raw, {
    format: WORKSHOP_FORMAT,
    name: 'workshop file',
    version: WORKSHOP_VERSION,
    migrations: MIGRATIONS,
    schema: workshopSchema,
  });
  if (!outer.ok) throw new FileError(outer.message);
  const pieces: Piece[] = [];
  const damaged: { name: string; message: string }[] = [];
  outer.value.pieces.forEach((record, i) => {
    const read = readPiece(record);
    if (read.ok) pieces.push(read.value);
    else damaged.push({ name: nameOf(record) ?? `record ${i + 1}`, message: read.message });
  });
  const makings = (outer.value.makings ?? []).flatMap((record): MakingRecord[] => {
    const read = readMaking(record);
    if (read.ok) return [read.value];
    damaged.push({ name: nameOfMaking(record), message: read.message });
    return [];
  });
  const earlier = (outer.value.earlier ?? []).flatMap((record): Piece[] => {
    const read = readPiece(record);
    return read.ok ? [read.value] : [];
  });
  const {
    saved,
    settings: chosen,
    toolbox: kept,
    drawer: lain,
    pictures: pictureList,
  } = outer.value;
  const settings = chosen === undefined ? null : readSettings(chosen);
  if (settings && !settings.ok) damaged.push({ name: 'Settings', message: settings.message });
  const toolbox = kept === undefined ? null : readToolbox(kept);
  if (toolbox && !toolbox.ok) damaged.push({ name: 'Kits and coils', message: toolbox.message });
  const drawer = lain === undefined ? null : readDrawer(lain);
  if (drawer && !drawer.ok) damaged.push({ name: 'The drawer', message: drawer.message });
  return {
    saved,
    settings: settings?.ok ? settings.value : null,
    toolbox: toolbox?.ok ? toolbox.value : null,
    drawer: drawer?.ok ? drawer.value : null,
    pieces,
    makings,
    earlier,
    pictureList,
    damaged,
  };
}

/**
 * Settings as they were stored or written to a file: what they lack has its default, and a choice that is
 * not known here is left out.
 */
export function readSettings(raw: unknown): Read<Settings> {
  const known = Object.keys(settingsSchema.shape);
  const own = typeof raw === 'object' && raw !== null ? Object.entries(raw) : [];
  const read = settingsSchema.safeParse({
    ...DEFAULT_SETTINGS,
    ...Object.fromEntries(own.filter(([key]) => known.includes(key))),
  });
  return read.success
    ? { ok: true, value: read.data }
    : { ok: false, message: `These settings cannot be used: ${schemaWords(read.error)}.` };
}

const nameOfMaking = (record: unknown): string => {
  const name = (record as { pieceName?: unknown } | null)?.pieceName;
  return typeof name === 'string' && name !== '' ? `A making of ${name}` : 'A making';
};

/** The name in a record that may be damaged elsewhere. */
export function nameOf(record: unknown): string | null {
  const name = (record as { name?: unknown } | null)?.name;
  return typeof name === 'string' && name !== '' ? name.slice(0, 120) : null;
}
