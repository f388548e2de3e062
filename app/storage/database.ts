import localforage from 'localforage';

const DATABASE = 'hush-road';

/**
 * Tables of the browser's database. `earlier` has former states of pieces, `deleted` what was deleted
 * lately, `settings` also the toolbox and what was done once.
 */
const TABLES = [
  'pieces',
  'aside',
  'settings',
  'pictures',
  'makings',
  'earlier',
  'deleted',
] as const;
export type TableName = (typeof TABLES)[number];
const stores = new Map<TableName, LocalForage>();

/** One table of the browser's database, opened when first used. */
export function table(name: TableName): LocalForage {
  let store = stores.get(name);
  if (!store) {
    store = localforage.createInstance({ name: DATABASE, storeName: name });
    stores.set(name, store);
  }
  return store;
}

let opened: Promise<void> | null = null;

/** Opens all tables one after the other, so that none is made while another tab writes. */
export const openTables = (): Promise<void> =>
  (opened ??= TABLES.reduce<Promise<unknown>>(
    (before, name) => before.then(() => table(name).length()),
    Promise.resolve(),
  ).then(
    () => undefined,
    (error: unknown) => {
      opened = null;
      throw error;
    },
  ));

/** A write that the browser refused, with what to tell the maker. */
export class StorageError extends Error {
  constructor(
    message: string,
    /** there is no room left */
    readonly full = false,
  ) {
    super(message);
  }
}

export function isFull(error: unknown): boolean {
  if (error instanceof StorageError) return error.full;
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  return /quota/i.test(name) || (error instanceof Error && /quota|full/i.test(error.message));
}

/** Puts what a browser says about a failed write in a maker's words. */
export function storageError(error: unknown): StorageError {
  if (error instanceof StorageError) return error;
  return isFull(error)
    ? new StorageError(
        'The browser’s storage is full. Your work is still open here: save the piece to a file, then delete pieces you no longer need.',
        true,
      )
    : new StorageError(
        'The browser did not keep this change. Your work is still open here: save the piece to a file before you close the page.',
      );
}
