import { nameOf } from '@core/file';
import { readPiece, type Piece } from '@core/piece';
import { announce } from './announce';
import { StorageError, storageMessage, table } from './database';

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

/** All pieces, newest change first. A damaged record is set aside and reported; the rest comes. */
export async function listPieces(): Promise<PieceList> {
  const pieces: Piece[] = [];
  const store = table('pieces');
  for (const key of await store.keys()) {
    const raw: unknown = await store.getItem(key);
    const read = readPiece(raw);
    if (read.ok) pieces.push(read.value);
    else await putAside(key, raw, read.message);
  }
  pieces.sort((a, b) => b.changed.localeCompare(a.changed) || a.name.localeCompare(b.name));
  return { pieces, aside: await listAside() };
}

async function putAside(key: string, raw: unknown, message: string): Promise<void> {
  const record: SetAside = {
    key,
    name: nameOf(raw) ?? 'Unnamed record',
    message,
    when: new Date().toISOString(),
    raw,
  };
  await table('aside').setItem(key, record);
  await table('pieces').removeItem(key);
}

async function listAside(): Promise<SetAside[]> {
  const list: SetAside[] = [];
  await table('aside').iterate((record: SetAside) => void list.push(record));
  return list;
}

export const dropAside = (key: string): Promise<void> => table('aside').removeItem(key);

/** @returns the piece, null when there is none, or throws the reason it cannot be read */
export async function loadPiece(id: string): Promise<Piece | null> {
  const raw: unknown = await table('pieces').getItem(id);
  if (raw === null) return null;
  const read = readPiece(raw);
  if (read.ok) return read.value;
  await putAside(id, raw, read.message);
  throw new StorageError(
    `${read.message} The record was set aside; you can save it from the list of pieces. Your other pieces are as they were.`,
  );
}

/** The time of the last stored change of a piece, to notice another tab's work. */
export async function storedChange(id: string): Promise<string | null> {
  const raw: unknown = await table('pieces').getItem(id);
  const changed = (raw as { changed?: unknown } | null)?.changed;
  return typeof changed === 'string' ? changed : null;
}

/** @throws StorageError in plain words */
export async function savePiece(piece: Piece): Promise<void> {
  try {
    await table('pieces').setItem(piece.id, piece);
  } catch (error) {
    throw new StorageError(storageMessage(error));
  }
  announce({ id: piece.id, changed: piece.changed });
}

export async function deletePiece(id: string): Promise<void> {
  await table('pieces').removeItem(id);
}
