import { z } from 'zod';
import { report } from './report';
import { announce } from './announce';
import { isFull, storageError, table } from './database';
import { dropOldest } from './earlier';

/** How long what was deleted can be brought back. */
export const KEPT_DAYS = 30;
const DAY_MS = 86_400_000;

export const DELETED_KINDS = [
  'piece',
  'making',
  'kit',
  'tool',
  'coil',
  'photo',
  'aside',
  'toolbox',
  'drawer',
  'settings',
] as const;
export type DeletedKind = (typeof DELETED_KINDS)[number];

const deletedSchema = z.object({
  key: z.string(),
  kind: z.enum(DELETED_KINDS),
  name: z.string(),
  /** ISO 8601 */
  when: z.string(),
  /** where it was, where that is not in it: the kit of a tool, making and step of a photo */
  from: z.record(z.string(), z.string()).optional(),
  record: z.unknown(),
});
/** Something that was deleted, or that gave way to another tab's, with all it takes to bring it back. */
export type Deleted = z.infer<typeof deletedSchema>;

/** Puts something where it can be brought back from. */
export async function keepDeleted(
  kind: DeletedKind,
  name: string,
  record: unknown,
  from?: Record<string, string>,
): Promise<string> {
  const key = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2, 8)}`;
  const when = new Date().toISOString();
  const entry: Deleted = { key, kind, name, when, record, ...(from && { from }) };
  await putWithRoom(key, entry);
  announce({ table: 'deleted', key });
  return key;
}

/** So many give way at once when there is no room. */
const MAKE_ROOM = 40;

/** When the store is full, deleting is what makes room: former states give way, then what was deleted first. */
async function putWithRoom(key: string, entry: Deleted): Promise<void> {
  for (;;) {
    try {
      await table('deleted').setItem(key, entry);
      return;
    } catch (error) {
      if (!isFull(error)) throw storageError(error);
      if ((await dropOldest(MAKE_ROOM)) > 0) continue;
      const oldest = (await listDeleted()).slice(-MAKE_ROOM);
      if (oldest.length === 0) throw storageError(error);
      for (const gone of oldest) await table('deleted').removeItem(gone.key);
    }
  }
}

/** What can be brought back, the newest first; what is older than a month is let go. */
export async function listDeleted(): Promise<Deleted[]> {
  const list: Deleted[] = [];
  for (const key of await table('deleted').keys()) {
    const raw: unknown = await table('deleted').getItem(key);
    // Brought back meanwhile.
    if (raw === null) continue;
    const read = deletedSchema.safeParse(raw);
    if (!read.success) {
      report(read.error, 'lately deleted');
      continue;
    }
    const age = Date.now() - Date.parse(read.data.when);
    if (age > KEPT_DAYS * DAY_MS) await table('deleted').removeItem(key);
    else list.push(read.data);
  }
  return list.sort((a, b) => b.when.localeCompare(a.when));
}

export async function loadDeleted(key: string): Promise<Deleted | null> {
  const read = deletedSchema.safeParse(await table('deleted').getItem(key));
  return read.success ? read.data : null;
}

/** Lets go of it for good. */
export async function dropDeleted(key: string): Promise<void> {
  await table('deleted').removeItem(key);
  announce({ table: 'deleted', key });
}
