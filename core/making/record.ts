import { z } from 'zod';
import { countKeyOf } from '../item';
import { MOST_COPIES, readRecord, schemaWords, type Migration, type Read } from '../piece';

export const MAKING_FORMAT = 'hush-road.making';
export const MAKING_VERSION = 6;

const mm = z.number().min(0).max(100_000);

const off = z.number().min(-1_000).max(1_000);

/** What a photograph of the made piece showed, held against its plan. */
export const judgedPhotoSchema = z.strictObject({
  /** id of the kept picture */
  photo: z.string().max(80),
  /** ISO 8601 */
  at: z.string().max(40),
  /** what is off where it was seen */
  meanMm: off,
  p95Mm: off,
  maxMm: off,
  /** how it lay, clockwise */
  askewRad: off,
  /** share of its wires that could be seen */
  seenShare: z.number().min(0).max(1),
  /** over its wires, as made and as planned */
  made: z.strictObject({ widthMm: mm, heightMm: mm }),
  planned: z.strictObject({ widthMm: mm, heightMm: mm }),
  /** bends behind what is off: further clockwise, further along the wire */
  bends: z
    .array(
      z.strictObject({
        wire: z.number().int().min(0).max(10_000),
        bend: z.number().int().min(0).max(100_000),
        moreRad: off,
        laterMm: off,
      }),
    )
    .max(40),
});
export type JudgedPhoto = z.infer<typeof judgedPhotoSchema>;

/** A real copy of a piece, or several made side by side: how it went, and what one of them took. */
export const makingRecordSchema = z.strictObject({
  format: z.literal(MAKING_FORMAT),
  version: z.literal(MAKING_VERSION),
  id: z.string().min(1).max(80),
  pieceId: z.string().max(60),
  pieceName: z.string().max(120),
  /** the mirrored twin of a pair */
  twin: z.boolean(),
  /** how many are made step by step together */
  copies: z.number().int().min(1).max(MOST_COPIES),
  /** ISO 8601 times */
  begun: z.string().max(40),
  changed: z.string().max(40),
  finished: z.string().max(40).nullable(),
  /** the step in hand, by its id; empty before the first; a changed plan may not have it any more */
  stepId: z.string().max(120),
  /** which of how many steps that was, as the plan then had them; null when that was not known */
  at: z
    .strictObject({
      step: z.number().int().min(1).max(100_000),
      of: z.number().int().min(1).max(100_000),
    })
    .nullable(),
  /** time at the bench, pauses left out */
  workedMs: z.number().min(0).max(1e10),
  steps: z
    .record(
      z.string().max(120),
      z.strictObject({
        note: z.string().max(4_000),
        /** ids of kept pictures */
        photos: z.array(z.string().max(80)).max(12),
        /** how many of each thing were counted off */
        counted: z.record(z.string().max(60), z.number().int().min(0).max(100_000)),
      }),
    )
    .refine((s) => Object.keys(s).length <= 2_000, 'more than 2000 steps'),
  /** for each wire what was planned and what was left over or missing */
  used: z
    .array(
      z.strictObject({
        name: z.string().max(120),
        plannedMm: mm,
        leftMm: z.number().min(-100_000).max(100_000),
        /** whether that was said, or is only what stands there at first */
        noted: z.boolean(),
        /** of what its length was made that hands do differently; null where that was not known */
        acts: z
          .strictObject({
            /** all turns of its bends, times its thickness */
            bendMm: mm,
            /** pi for each loop at its ends */
            loopMm: mm,
            /** what hammering was to give */
            hammerMm: mm,
            /** what was to be left of it: reserve, and what its ends were held by */
            trimmedMm: mm,
            /** what the plan took more for this hand already */
            ownMm: off,
          })
          .nullable(),
      }),
    )
    .max(600),
  /** the one that later copies of the piece are held against */
  sample: z.boolean(),
  /** photographs of it held against the plan, the last one last */
  judged: z.array(judgedPhotoSchema).max(12),
  remark: z.string().max(8_000),
});
export type MakingRecord = z.infer<typeof makingRecordSchema>;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Counts were kept under the words that name them. */
function countsByKey(step: unknown): unknown {
  if (!isRecord(step) || !isRecord(step['counted'])) return step;
  const counted = Object.entries(step['counted']).map(([words, n]) => [countKeyOf(words), n]);
  return { ...step, counted: Object.fromEntries(counted) as unknown };
}

/** The name of a bend's step was once that of its stage too. */
const bendOfWire = <T>(id: T): T | string =>
  typeof id === 'string' ? id.replace(/^(wire:\d+:bend)s:\d+(:\d+)$/, '$1$2') : id;

const MIGRATIONS: readonly Migration[] = [
  (record) => ({ ...record, version: 1 }),
  // Version 2 keeps counts by keys.
  ({ steps, ...record }) => ({
    ...record,
    version: 2,
    steps: isRecord(steps)
      ? Object.fromEntries(Object.entries(steps).map(([id, step]) => [id, countsByKey(step)]))
      : steps,
  }),
  // Version 3 knows several made together.
  (record) => ({ ...record, version: 3, copies: 1 }),
  // In version 4 a bend keeps its name when the bends are parted otherwise.
  ({ steps, stepId, ...record }) => ({
    ...record,
    version: 4,
    stepId: bendOfWire(stepId),
    steps: isRecord(steps)
      ? Object.fromEntries(Object.entries(steps).map(([id, step]) => [bendOfWire(id), step]))
      : steps,
  }),
  // Version 5 knows how far it has come.
  (record) => ({ ...record, version: 5, at: null }),
  // Version 6 keeps what photographs of it showed, and of what its wires' lengths were made.
  ({ used, ...record }) => ({
    ...record,
    version: 6,
    judged: [],
    sample: false,
    used: Array.isArray(used)
      ? used.map((u: unknown) => (isRecord(u) ? { ...u, noted: u['leftMm'] !== 0, acts: null } : u))
      : used,
  }),
];

export const readMaking = (raw: unknown): Read<MakingRecord> =>
  readRecord(raw, {
    format: MAKING_FORMAT,
    name: 'making',
    version: MAKING_VERSION,
    migrations: MIGRATIONS,
    schema: makingRecordSchema,
  });

/** Why a making cannot be kept: what is kept can be opened again. */
export function whyMakingNotKept(making: MakingRecord): string | null {
  const read = makingRecordSchema.safeParse(making);
  return read.success ? null : schemaWords(read.error);
}

/** A making that begins now. */
export const newMaking = (
  id: string,
  piece: { id: string; name: string },
  { twin, copies = 1 }: { readonly twin: boolean; readonly copies?: number },
  stepId: string,
  now: string,
): MakingRecord => ({
  format: MAKING_FORMAT,
  version: MAKING_VERSION,
  id,
  pieceId: piece.id,
  pieceName: piece.name,
  twin,
  copies,
  begun: now,
  changed: now,
  finished: null,
  stepId,
  at: null,
  workedMs: 0,
  steps: {},
  used: [],
  judged: [],
  sample: false,
  remark: '',
});

export const NO_NOTES: MakingRecord['steps'][string] = { note: '', photos: [], counted: {} };

/** A making with something noted at a step. */
export function withStep(
  making: MakingRecord,
  stepId: string,
  change: Partial<MakingRecord['steps'][string]>,
): MakingRecord {
  const now = making.steps[stepId] ?? NO_NOTES;
  return { ...making, steps: { ...making.steps, [stepId]: { ...now, ...change } } };
}
