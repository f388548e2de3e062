import { readMaking, whyMakingNotKept, type MakingRecord } from '@core/making';
import { StorageError, table } from './database';
import { keepDeleted } from './deleted';
import { takePending } from './pending';
import { putAside } from './pieces';
import { ANY, keep, remove, type Known, type RecordKind } from './records';

const photosOf = (making: MakingRecord): { step: string; id: string }[] =>
  Object.entries(making.steps).flatMap(([step, { photos }]) => photos.map((id) => ({ step, id })));

export const MAKING_RECORDS: RecordKind<MakingRecord> = {
  table: 'makings',
  read: readMaking,
  whyNot: whyMakingNotKept,
  before: async (_, stored, next) => {
    const read = readMaking(stored);
    // None stood there before, or none that can be read.
    if (!read.ok) return;
    // A photo that was taken out can be put back.
    const stay = new Set(photosOf(next).map((p) => p.id));
    for (const { step, id } of photosOf(read.value)) {
      if (stay.has(id)) continue;
      await keepDeleted('photo', `A photo of ${next.pieceName || 'a making'}`, id, {
        making: next.id,
        step,
      });
    }
  },
};

/** What a page that went away had not kept yet. */
const pending = (): Promise<void> =>
  takePending(MAKING_RECORDS, (_, making) =>
    keepDeleted('making', `${making.pieceName || 'A making'}, as in another tab`, making),
  );

/** All makings that can be read, the newest first; what cannot be read is set aside. */
export async function listMakings(pieceId?: string): Promise<MakingRecord[]> {
  await pending();
  const store = table('makings');
  const list: MakingRecord[] = [];
  for (const key of await store.keys()) {
    const raw: unknown = await store.getItem(key);
    if (raw === null) continue;
    const read = readMaking(raw);
    if (!read.ok) await putAside('makings', key, raw, 'A making', read.message);
    else if (pieceId === undefined || read.value.pieceId === pieceId) list.push(read.value);
  }
  return list.sort((a, b) => b.begun.localeCompare(a.begun));
}

/** @returns the making, null when there is none. @throws StorageError when it cannot be read */
export async function loadMaking(id: string): Promise<MakingRecord | null> {
  await pending();
  const raw: unknown = await table('makings').getItem(id);
  if (raw === null) return null;
  const read = readMaking(raw);
  if (read.ok) return read.value;
  throw new StorageError(read.message);
}

/** @throws StorageError in plain words */
export const saveMaking = (
  making: MakingRecord,
  known: Known = ANY,
): Promise<'kept' | 'elsewhere'> => keep(MAKING_RECORDS, making.id, making, known);

/** Takes a making out of the list, with its notes and photos; for a month it can be brought back. */
export async function deleteMaking(id: string): Promise<string | null> {
  const raw: unknown = await table('makings').getItem(id);
  if (raw === null) return null;
  const read = readMaking(raw);
  const name = read.ok && read.value.pieceName ? `A making of ${read.value.pieceName}` : 'A making';
  const key = await keepDeleted('making', name, raw);
  await remove('makings', id);
  return key;
}
