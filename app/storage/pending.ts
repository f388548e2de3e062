import { isFull } from './database';
import { keep, type RecordKind } from './records';
import { report } from './report';

/**
 * What was not kept yet when a page went away. The browser's database does not finish what is begun at
 * that moment; this store does, and the next page puts it where it belongs.
 */
const PREFIX = 'hush-road.pending';

const nameOf = (table: string, key: string): string => `${PREFIX} ${table} ${key}`;

interface Pending {
  /** the states that may stand there: the one it was made from, and one that was just being kept */
  readonly known: string | readonly string[];
  readonly value: unknown;
}

/** Notes a record at once, without waiting for anything. */
export function notePending(
  table: string,
  key: string,
  known: readonly string[],
  value: unknown,
): void {
  try {
    const pending: Pending = { known, value };
    localStorage.setItem(nameOf(table, key), JSON.stringify(pending));
  } catch {
    // A piece that is too large for it: what was kept half a second ago is there.
  }
}

export function forgetPending(table: string, key: string): void {
  localStorage.removeItem(nameOf(table, key));
}

/** What is being kept just now: of two that ask at once both wait for it. */
const taking = new Map<string, Promise<void>>();

async function take<T>(
  kind: RecordKind<T>,
  name: string,
  putBy: (key: string, value: T) => Promise<unknown>,
): Promise<void> {
  try {
    const { known, value } = JSON.parse(localStorage.getItem(name) ?? '') as Pending;
    const read = kind.read(value);
    if (read.ok) {
      const key = name.slice(nameOf(kind.table, '').length);
      let done = false;
      for (const one of [known].flat())
        done ||= (await keep(kind, key, read.value, one)) === 'kept';
      if (!done) await putBy(key, read.value);
    }
    localStorage.removeItem(name);
  } catch (error) {
    // Without room it stays noted for the next time.
    if (!isFull(error)) {
      localStorage.removeItem(name);
      report(error, 'what was not kept before');
    }
  }
}

/**
 * Keeps what a page that went away had not kept yet.
 * @param own the record of this key only, where a table has several kinds
 * @param putBy takes what cannot be kept because something newer stands there
 */
export async function takePending<T>(
  kind: RecordKind<T>,
  putBy: (key: string, value: T) => Promise<unknown>,
  own?: string,
): Promise<void> {
  const start = own === undefined ? nameOf(kind.table, '') : nameOf(kind.table, own);
  for (const name of Object.keys(localStorage)) {
    if (!name.startsWith(start)) continue;
    const work = taking.get(name) ?? take(kind, name, putBy).finally(() => taking.delete(name));
    taking.set(name, work);
    await work;
  }
}
