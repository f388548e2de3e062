import { z } from 'zod';
import { endWithinLimits } from '../end';
import { withinLimits } from '../item';
import { DEFAULT_MAKING } from './dressingSchema';
import { PIECE_LIMITS, reachProblem } from './limits';
import { JOINT_WIRE, THIN_WIRE } from './stocks';
import { PIECE_FORMAT, PIECE_VERSION, pieceSchema, type FigurePath, type Piece } from './schema';
import { isUnknownKind, schemaWords } from './schemaWords';

export type Read<T> = { ok: true; value: T } | { ok: false; message: string };
export type Migration = (record: Record<string, unknown>) => Record<string, unknown>;

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;
/** All of a list changed; what is no list stays. */
const each = (value: unknown, change: (one: unknown) => unknown): unknown =>
  Array.isArray(value) ? value.map(change) : value;
const endsWithin = (wire: unknown): unknown =>
  isRecord(wire)
    ? { ...wire, start: endWithinLimits(wire['start']), end: endWithinLimits(wire['end']) }
    : wire;

/** What version 8 asks of items that were there before, with what it was until then. */
const NEW_FIELDS: Readonly<Record<string, object>> = {
  'wound-beads': { group: 1 },
  finding: { riseMm: 6, roundMm: 8, legMm: 16 },
};
const withNewFields = (item: unknown): unknown =>
  isRecord(item) ? { ...item, ...NEW_FIELDS[String(item['kind'])] } : item;

/** Gives wires by themselves names among the wires of a piece: alike ones one name. */
class Naming {
  readonly stocks: unknown[];
  private readonly names = new Map<string, string>();
  private readonly used: Set<unknown>;

  constructor(stocks: unknown) {
    this.stocks = Array.isArray(stocks) ? [...(stocks as unknown[])] : [];
    this.used = new Set(this.stocks.map((s) => (isRecord(s) ? s['id'] : null)));
  }

  /** @returns its name; what is no such wire stays */
  wire(wire: unknown, called: string): unknown {
    if (!isRecord(wire)) return wire;
    const key = JSON.stringify([called, wire['metal'], wire['temper'], wire['diameterMm']]);
    const known = this.names.get(key);
    if (known) return known;
    let n = 2;
    while (this.used.has(`w${n}`)) n++;
    const id = `w${n}`;
    this.used.add(id);
    const count = [...this.names.keys()].filter((k) => k.startsWith(`["${called}"`)).length;
    this.names.set(key, id);
    this.stocks.push({ id, name: count > 0 ? `${called} ${count + 1}` : called, ...wire });
    return id;
  }
}

/** Steps that bring a record of version n to n + 1; entry 0 is for records without a version. */
export const PIECE_MIGRATIONS: readonly Migration[] = [
  (record) => ({ ...record, version: 1 }),
  // Version 2 knows the picture a figure was traced from.
  (record) => ({ ...record, version: 2, picture: null }),
  // Version 3 knows routes, hang points, single crossings, words and motifs.
  (record) => ({ ...record, version: 3, overAt: [], route: null, hang: null, shapes: [] }),
  // Version 4 knows kits, where the work begins, and single bends wished otherwise.
  (record) => ({ ...record, version: 4, kit: null, from: 'first', bendEdits: [] }),
  // Version 5 knows dressing, parts, pieces out of the plane, and ways of making.
  (record) => ({
    ...record,
    version: 5,
    dressing: [],
    parts: [],
    outOfPlane: null,
    making: DEFAULT_MAKING,
  }),
  // In version 6 the numbers of items and ends keep to what their forms take.
  ({ dressing, paths, route, ...record }) => ({
    ...record,
    version: 6,
    paths: each(paths, endsWithin),
    route: isRecord(route) ? { ...route, ends: each(route['ends'], endsWithin) } : route,
    dressing: each(dressing, withinLimits),
  }),
  // Version 7 knows pieces of several wires, of several links, and how many are made.
  ({ making, ...record }) => ({
    ...record,
    version: 7,
    stocks: [],
    links: null,
    making: isRecord(making) ? { ...making, copies: 1 } : making,
  }),
  // Version 8 knows what a wire does on its way, bends in stages, and what hands hold a wire by.
  ({ making, outOfPlane: out, dressing, ...record }) => ({
    ...record,
    version: 8,
    doubled: 'beside',
    doubledAt: [],
    dressing: each(dressing, withNewFields),
    making: isRecord(making) ? { ...making, stages: [] } : making,
    outOfPlane: isRecord(out) && out['kind'] === 'rod' ? { ...out, backMm: 0 } : out,
  }),
  // In version 9 all that is made of a thin wire names one of the piece's.
  ({ stocks, dressing, parts, links, ...record }) => {
    const named = new Naming(stocks);
    const joint = (of: unknown): unknown =>
      isRecord(of) && 'wire' in of ? { ...of, wire: named.wire(of['wire'], JOINT_WIRE) } : of;
    const own = {
      dressing: each(dressing, (item) =>
        isRecord(item) && 'thread' in item
          ? { ...item, thread: named.wire(item['thread'], THIN_WIRE) }
          : item,
      ),
      parts: each(parts, (part) =>
        isRecord(part) && 'joint' in part ? { ...part, joint: joint(part['joint']) } : part,
      ),
      links: isRecord(links) ? { ...links, joint: joint(links['joint']) } : links,
    };
    return { ...record, version: 9, ...own, stocks: named.stocks };
  },
  // Version 10 knows where each of a part hangs, and bands on any number of guides.
  ({ dressing, parts, ...record }) => ({
    ...record,
    version: 10,
    dressing: each(dressing, (item) => {
      if (!isRecord(item) || item['kind'] !== 'guided') return item;
      const { spreadMm, ...band } = item;
      return { ...band, spreadsMm: [spreadMm] };
    }),
    parts: each(parts, (part) => (isRecord(part) ? { ...part, spots: [] } : part)),
  }),
  // Version 11 knows rows of several links and joints in turn, and wires side by side that wrap together.
  ({ links, dressing, ...record }) => {
    const next = {
      ...record,
      version: 11,
      dressing: each(dressing, (item) =>
        isRecord(item) && item['kind'] === 'own-wraps' ? { ...item, beside: 'inside' } : item,
      ),
    };
    if (!isRecord(links)) return { ...next, links };
    const { joint, ...row } = links;
    return { ...next, links: { ...row, turn: [{ link: null, joint }] } };
  },
  // Version 12 has words that a piece is found by.
  (record) => ({ ...record, version: 12, tags: [] }),
];

const header = z.object({ format: z.string(), version: z.number().int().min(0).optional() });

/**
 * Reads a stored or exported record: checks its kind and version, brings it up to date and parses it.
 * The message says in plain words why it cannot be used.
 */
export function readRecord<T>(
  raw: unknown,
  what: {
    format: string;
    name: string;
    version: number;
    migrations: readonly Migration[];
    schema: z.ZodType<T>;
  },
): Read<T> {
  const head = header.safeParse(raw);
  if (!head.success || head.data.format !== what.format) {
    return { ok: false, message: `This is not a Hush Road ${what.name}.` };
  }
  let version = head.data.version ?? 0;
  if (version > what.version) {
    return {
      ok: false,
      message: `This ${what.name} was saved by a later Hush Road (format ${version}, this one reads up to ${what.version}). Update Hush Road to open it; the file was left as it is.`,
    };
  }
  let record = raw as Record<string, unknown>;
  while (version < what.version) {
    const step = what.migrations[version];
    if (!step)
      return {
        ok: false,
        message: `This ${what.name} has a format that can no longer be read (${version}).`,
      };
    record = step(record);
    version++;
  }
  const parsed = what.schema.safeParse(record);
  if (parsed.success) return { ok: true, value: parsed.data };
  const why = schemaWords(parsed.error);
  const newer = parsed.error.issues.some(isUnknownKind);
  return {
    ok: false,
    message: newer
      ? `This ${what.name} was probably saved by a later Hush Road: ${why}. Update Hush Road to open it; it was left as it is.`
      : `This ${what.name} is damaged: ${why}.`,
  };
}

/** A piece from storage or a file. */
export const readPiece = (raw: unknown): Read<Piece> =>
  readRecord(raw, {
    format: PIECE_FORMAT,
    name: 'piece',
    version: PIECE_VERSION,
    migrations: PIECE_MIGRATIONS,
    schema: pieceSchema,
  });

/** Lines that were looked at already: they never change, others take their place. */
const sound = new WeakSet<FigurePath>();

/**
 * Why a piece cannot be kept: what is kept can be opened again, so it is asked of the same schema.
 * Cheap enough for each edit, since lines are asked once.
 * @returns a part of a sentence, or null when it can be kept
 */
export function whyNotKept(piece: Piece): string | null {
  const reach = reachProblem(piece.paths);
  if (reach) return reach;
  if (piece.paths.length > PIECE_LIMITS.paths) {
    return `it would have more than ${PIECE_LIMITS.paths} lines`;
  }
  const isNew = (path: FigurePath): boolean => !sound.has(path);
  const fresh = piece.paths.filter(isNew);
  const read = pieceSchema.safeParse({ ...piece, paths: fresh });
  if (!read.success) return schemaWords(read.error);
  for (const path of fresh) sound.add(path);
  return null;
}
