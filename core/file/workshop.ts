import { z } from 'zod';
import { DEFAULT_LIMITS, limitsSchema } from '../gauge';
import { readMaking, type MakingRecord } from '../making';
import {
  PIECE_VERSION,
  readPiece,
  readRecord,
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
  pxPerMm: null,
  limits: DEFAULT_LIMITS,
};

const workshopSchema = z.object({
  format: z.literal(WORKSHOP_FORMAT),
  version: z.literal(WORKSHOP_VERSION),
  saved: z.string().max(40),
  settings: settingsSchema.optional(),
  toolbox: z.unknown().optional(),
  pieces: z.array(z.unknown()).max(100_000),
  makings: z.array(z.unknown()).max(100_000).optional(),
});

const MIGRATIONS: readonly Migration[] = [(record) => ({ ...record, version: 1 })];

export interface Workshop {
  readonly saved: string;
  readonly settings: Settings | null;
  readonly toolbox: Toolbox | null;
  readonly pieces: readonly Piece[];
  /** real copies made, their photos left out */
  readonly makings: readonly MakingRecord[];
  /** records that cannot be used, with the reason; the rest comes in all the same */
  readonly damaged: readonly { readonly name: string; readonly message: string }[];
}

/** The whole workshop as the text of one file. */
export function writeWorkshop(
  pieces: readonly Piece[],
  settings: Settings,
  toolbox: Toolbox,
  makings: readonly MakingRecord[],
  now: string,
): string {
  const head = { format: WORKSHOP_FORMAT, version: WORKSHOP_VERSION, saved: now };
  return JSON.stringify({ ...head, settings, toolbox, pieces, makings }, null, 1);
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
      pieces: [piece.value],
      makings: [],
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
  const { saved, settings = null, toolbox: kept } = outer.value;
  const toolbox = kept === undefined ? null : readToolbox(kept);
  if (toolbox && !toolbox.ok) damaged.push({ name: 'Kits and coils', message: toolbox.message });
  return { saved, settings, toolbox: toolbox?.ok ? toolbox.value : null, pieces, makings, damaged };
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
