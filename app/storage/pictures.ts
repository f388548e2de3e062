import { announce } from './announce';
import { storageError, table } from './database';

/** A picture file as it came, kept beside the piece that was traced from it. */
export interface KeptPicture {
  readonly name: string;
  readonly file: Blob;
}

/** Pictures that come with the demo are fetched, not kept. */
const SHIPPED = 'shipped-';
const DAY_MS = 86_400_000;

/** @returns the picture's id. @throws StorageError in plain words */
export async function keepPicture(file: Blob, name: string): Promise<string> {
  const id = `pic-${Date.now()}-${Math.random().toString(36).slice(2, 8)}`;
  const picture: KeptPicture = { name: name.slice(0, 200), file };
  try {
    await table('pictures').setItem(id, picture);
  } catch (error) {
    throw storageError(error);
  }
  announce({ table: 'pictures', key: id });
  return id;
}

/** Puts a picture back under the id it had. @throws StorageError in plain words */
export async function putPicture(id: string, picture: KeptPicture): Promise<void> {
  try {
    await table('pictures').setItem(id, picture);
  } catch (error) {
    throw storageError(error);
  }
}

export async function loadPicture(id: string): Promise<KeptPicture | null> {
  if (id.startsWith(SHIPPED)) {
    const name = id.slice(SHIPPED.length);
    const response = await fetch(`/drawings/${encodeURIComponent(name)}`);
    return response.ok ? { name, file: await response.blob() } : null;
  }
  const raw: unknown = await table('pictures').getItem(id);
  const picture = raw as Partial<KeptPicture> | null;
  return picture?.file instanceof Blob
    ? { name: String(picture.name ?? 'picture'), file: picture.file }
    : null;
}

/** Ids of pictures anywhere in records, whatever state they are in. */
function picturesIn(records: readonly unknown[]): Set<string> {
  const text = JSON.stringify(records);
  return new Set(text.match(/pic-\d+-[a-z0-9]+/g) ?? []);
}

/**
 * Drops pictures that nothing uses, and that were put here more than a day ago.
 * @param records all records of the workshop: pieces and makings, earlier and deleted ones, those set aside
 */
export async function dropUnused(records: () => Promise<readonly unknown[]>): Promise<void> {
  const store = table('pictures');
  const old = (await store.keys()).filter((key) => {
    const since = Number(/^pic-(\d+)/.exec(key)?.[1] ?? Date.now());
    return Date.now() - since > DAY_MS;
  });
  if (old.length === 0) return;
  const used = picturesIn(await records());
  for (const key of old) if (!used.has(key)) await store.removeItem(key);
}
