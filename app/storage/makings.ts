import { readMaking, type MakingRecord } from '@core/making';
import { StorageError, storageMessage, table } from './database';

/** All makings that can be read, the newest first. */
export async function listMakings(pieceId?: string): Promise<MakingRecord[]> {
  const store = table('makings');
  const list: MakingRecord[] = [];
  for (const key of await store.keys()) {
    const read = readMaking(await store.getItem(key));
    if (read.ok && (pieceId === undefined || read.value.pieceId === pieceId)) list.push(read.value);
  }
  return list.sort((a, b) => b.begun.localeCompare(a.begun));
}

/** @returns the making, null when there is none. @throws StorageError when it cannot be read */
export async function loadMaking(id: string): Promise<MakingRecord | null> {
  const raw: unknown = await table('makings').getItem(id);
  if (raw === null) return null;
  const read = readMaking(raw);
  if (read.ok) return read.value;
  throw new StorageError(read.message);
}

/** @throws StorageError in plain words */
export async function saveMaking(making: MakingRecord): Promise<void> {
  try {
    await table('makings').setItem(making.id, making);
  } catch (error) {
    throw new StorageError(storageMessage(error));
  }
}

export const deleteMaking = (id: string): Promise<void> => table('makings').removeItem(id);
