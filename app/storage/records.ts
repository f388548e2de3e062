import { announce } from './announce';
import { StorageError, storageError, table, type TableName } from './database';

/** What a kind of record must know to be kept: where, how it is read, and what speaks against keeping it. */
export interface RecordKind<T> {
  readonly table: TableName;
  /** @returns the record, or why it cannot be read */
  readonly read: (raw: unknown) => { ok: true; value: T } | { ok: false; message: string };
  /** what is kept can be opened: why this one could not */
  readonly whyNot: (value: T) => string | null;
  /** is told of what stood there before, null for nothing, while nothing else writes */
  readonly before?: (key: string, stored: unknown, next: T) => Promise<void>;
}

/** What tells a record's states apart: the time of its last change, or all that is in it. */
export function stampOf<T>(kind: RecordKind<T>, raw: unknown): string {
  const { changed } = (raw ?? {}) as { changed?: unknown };
  if (typeof changed === 'string') return changed;
  // As it is read, so that what an older version left out makes no difference.
  const read = kind.read(raw);
  return JSON.stringify(read.ok ? read.value : raw);
}

/** Whether two records are one state: of two tabs both may have changed it in one moment. */
export function sameState<T>(kind: RecordKind<T>, a: unknown, b: unknown): boolean {
  return stampOf(kind, a) === stampOf(kind, b) && JSON.stringify(a) === JSON.stringify(b);
}

/** Alone among all tabs for one record. */
async function alone<T>(name: string, work: () => Promise<T>): Promise<T> {
  if (typeof navigator === 'undefined' || !('locks' in navigator)) return work();
  return navigator.locks.request(`hush-road ${name}`, work);
}

/** Any state: what stands there is overwritten. */
export const ANY = Symbol('any state');
/** The stamp of the state that a change was made from. Where nothing stands, anything is kept. */
export type Known = string | typeof ANY;

/**
 * Keeps a record whole or not at all.
 * @param known the stamp of the state that it was made from; when another one is stored, nothing is kept
 * @returns whether it was kept, or something else stands there
 * @throws StorageError in a maker's words
 */
export async function keep<T>(
  kind: RecordKind<T>,
  key: string,
  value: T,
  known: Known,
): Promise<'kept' | 'elsewhere'> {
  const why = kind.whyNot(value);
  if (why) {
    throw new StorageError(
      `This change cannot be kept: ${why}. Undo it to go on; all before it is kept.`,
    );
  }
  return alone(`${kind.table} ${key}`, async () => {
    try {
      const store = table(kind.table);
      const stored: unknown = await store.getItem(key);
      if (stored !== null && known !== ANY) {
        // A page that went away may have kept it after all.
        if (sameState(kind, stored, value)) return 'kept';
        if (stampOf(kind, stored) !== known) return 'elsewhere';
      }
      await kind.before?.(key, stored, value);
      await store.setItem(key, value);
    } catch (error) {
      throw storageError(error);
    }
    announce({ table: kind.table, key });
    return 'kept';
  });
}

/** Changes a record in place of what stands there now, whoever stored it. */
export async function change<T>(
  kind: RecordKind<T>,
  key: string,
  by: (now: T | null) => T,
): Promise<T> {
  for (;;) {
    const raw: unknown = await table(kind.table).getItem(key);
    const read = raw === null ? null : kind.read(raw);
    const next = by(read?.ok ? read.value : null);
    if ((await keep(kind, key, next, raw === null ? '' : stampOf(kind, raw))) === 'kept')
      return next;
  }
}

/** Takes a record away. */
export async function remove(name: TableName, key: string): Promise<void> {
  await alone(`${name} ${key}`, async () => {
    try {
      await table(name).removeItem(key);
    } catch (error) {
      throw storageError(error);
    }
    announce({ table: name, key });
  });
}
