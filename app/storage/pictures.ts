import { StorageError, storageMessage, table } from './database';

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
    throw new StorageError(storageMessage(error));
  }
  return id;
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

/** Drops pictures that no piece uses and that were put here more than a day ago. */
export async function dropUnused(used: ReadonlySet<string>): Promise<void> {
  const store = table('pictures');
  for (const key of await store.keys()) {
    const since = Number(/^pic-(\d+)/.exec(key)?.[1] ?? Date.now());
    if (!used.has(key) && Date.now() - since > DAY_MS) await store.removeItem(key);
  }
}
