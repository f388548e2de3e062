import localforage from 'localforage';

const DATABASE = 'hush-road';
const stores = new Map<string, LocalForage>();

/** One table of the browser's database, opened when first used. */
export function table(name: 'pieces' | 'aside' | 'settings' | 'pictures' | 'makings'): LocalForage {
  let store = stores.get(name);
  if (!store) {
    store = localforage.createInstance({ name: DATABASE, storeName: name });
    stores.set(name, store);
  }
  return store;
}

/** A write that the browser refused, with what to tell the maker. */
export class StorageError extends Error {}

/** Puts what a browser says about a failed write in a maker's words. */
export function storageMessage(error: unknown): string {
  const name = error instanceof Error || error instanceof DOMException ? error.name : '';
  if (/quota/i.test(name) || (error instanceof Error && /quota|full/i.test(error.message))) {
    return 'The browser’s storage is full. Your work is still open here: save the piece to a file, then delete pieces you no longer need.';
  }
  return 'The browser did not keep this change. Your work is still open here: save the piece to a file before you close the page.';
}
