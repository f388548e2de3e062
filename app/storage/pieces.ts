import { nameOf } from '@core/file';
import { readPiece, whyNotKept, type Piece } from '@core/piece';
import { isFull, StorageError, table } from './database';
import { keepDeleted } from './deleted';
import { dropOldest, keepEarlier } from './earlier';
import { ANY, keep, remove, type Known, type RecordKind } from './records';
import { later } from './later';
import { takePending } from './pending';
import { report } from './report';

/** A stored record that could not be read, kept apart so that nothing of it is lost. */
export interface SetAside {
  readonly key: string;
  readonly name: string;
  readonly message: string;
  readonly when: string;
  readonly raw: unknown;
}

export interface PieceList {
  readonly pieces: readonly Piece[];
  readonly aside: readonly SetAside[];
}

export const PIECE_RECORDS: RecordKind<Piece> = {
  table: 'pieces',
  read: readPiece,
  whyNot: whyNotKept,
  before: async (key, stored, next) => {
    if (stored === null || (stored as Piece).changed === next.changed) return;
    try {
      await keepEarlier(key, stored);
    } catch (error) {
      // A former state less is better than a change that is not kept.
      if (!isFull(error)) report(error, 'earlier states');
    }
  },
};

/** What a page that went away had not kept yet; what a newer state stands in the way of is an earlier state. */
const pending = (): Promise<void> =>
  takePending(PIECE_RECORDS, (key, piece) => keepEarlier(key, piece, true));

/** All pieces, newest change first. A damaged record is set aside and reported; the rest comes. */
export async function listPieces(): Promise<PieceList> {
  await pending();
  const pieces: Piece[] = [];
  const store = table('pieces');
  for (const key of await store.keys()) {
    const raw: unknown = await store.getItem(key);
    if (raw === null) continue;
    const read = readPiece(raw);
    if (read.ok) pieces.push(read.value);
    else await putAside('pieces', key, raw, nameOf(raw) ?? 'Unnamed record', read.message);
  }
  pieces.sort((a, b) => b.changed.localeCompare(a.changed) || a.name.localeCompare(b.name));
  return { pieces, aside: await listAside() };
}

/** Moves a record that cannot be read where it hinders nothing and can be saved from. */
export async function putAside(
  from: 'pieces' | 'settings' | 'makings',
  key: string,
  raw: unknown,
  name: string,
  message: string,
): Promise<void> {
  const aside = from === 'pieces' ? key : `${key}-${Date.now()}`;
  const record: SetAside = { key: aside, name, message, when: new Date().toISOString(), raw };
  await table('aside').setItem(aside, record);
  await table(from).removeItem(key);
}

export async function listAside(): Promise<SetAside[]> {
  const list: SetAside[] = [];
  await table('aside').iterate((record: SetAside) => void list.push(record));
  return list;
}

/** Lets go of a record that was set aside; for a month it can be brought back. */
export async function dropAside(key: string): Promise<void> {
  const record = await table('aside').getItem<SetAside>(key);
  if (record) await keepDeleted('aside', record.name, record);
  await table('aside').removeItem(key);
}

/** @returns the piece, null when there is none, or throws the reason it cannot be read */
export async function loadPiece(id: string): Promise<Piece | null> {
  await pending();
  const raw: unknown = await table('pieces').getItem(id);
  if (raw === null) return null;
  const read = readPiece(raw);
  if (read.ok) return read.value;
  await putAside('pieces', id, raw, nameOf(raw) ?? 'Unnamed record', read.message);
  throw new StorageError(
    `${read.message} The record was set aside; you can save it from the list of pieces. Your other pieces are as they were.`,
  );
}

/** Former states that are let go at once when there is no room. */
const MAKE_ROOM = 40;

/**
 * Keeps a piece; when there is no room, former states of pieces give way first.
 * @param known the state that it was made from; else what stands there is overwritten
 * @throws StorageError in plain words
 */
export async function savePiece(piece: Piece, known: Known = ANY): Promise<'kept' | 'elsewhere'> {
  try {
    return await keep(PIECE_RECORDS, piece.id, piece, known);
  } catch (error) {
    if (!isFull(error) || (await dropOldest(MAKE_ROOM)) === 0) throw error;
    return keep(PIECE_RECORDS, piece.id, piece, known);
  }
}

/**
 * Changes a piece in place of what stands there now, whoever kept it meanwhile.
 * @returns null when there is none
 * @throws StorageError in plain words
 */
export async function changePiece(id: string, by: (piece: Piece) => Piece): Promise<Piece | null> {
  for (;;) {
    const now = await loadPiece(id);
    if (!now) return null;
    const next = { ...by(now), changed: later(now.changed) };
    if ((await savePiece(next, now.changed)) === 'kept') return next;
  }
}

/** Takes a piece out of the list; for a month it can be brought back. @returns under which key */
export async function deletePiece(id: string): Promise<string | null> {
  const raw: unknown = await table('pieces').getItem(id);
  if (raw === null) return null;
  const key = await keepDeleted('piece', nameOf(raw) ?? 'Unnamed piece', raw);
  await remove('pieces', id);
  return key;
}
