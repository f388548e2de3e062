import { beforeEach, describe, expect, it, vi } from 'vitest';
import { notePending, takePending } from './pending';
import type { RecordKind } from './records';

/** What the browser keeps, and what it noted when a page went away. */
const browser = vi.hoisted(() => ({ stored: new Map<string, unknown>(), full: false }));

vi.mock('./database', async (original) => ({
  ...(await original<typeof import('./database')>()),
  table: () => ({
    getItem: (key: string) => Promise.resolve(browser.stored.get(key) ?? null),
    setItem: (key: string, value: unknown) =>
      browser.full
        ? Promise.reject(new DOMException('no room', 'QuotaExceededError'))
        : Promise.resolve(void browser.stored.set(key, value)),
  }),
}));
vi.mock('./announce', () => ({ announce: vi.fn() }));

interface Note {
  readonly text: string;
  readonly changed: string;
}
const KIND: RecordKind<Note> = {
  table: 'pieces',
  read: (raw) => ({ ok: true, value: raw as Note }),
  whyNot: () => null,
};
const note = (text: string): Note => ({ text, changed: text });

/** The part of the browser's small store that is asked of, with its names as its keys. */
function smallStore(): Record<string, unknown> {
  const store: Record<string, unknown> = {};
  const method = (name: string, value: unknown): void => {
    Object.defineProperty(store, name, { value });
  };
  method('getItem', (name: string) => store[name] ?? null);
  method('setItem', (name: string, text: string) => (store[name] = text));
  method('removeItem', (name: string) => delete store[name]);
  return store;
}

beforeEach(() => {
  browser.stored.clear();
  browser.full = false;
  vi.stubGlobal('localStorage', smallStore());
});

describe('what a page had not kept when it went away', () => {
  it('is kept by the next one, once, however many ask', async () => {
    browser.stored.set('k', note('a'));
    notePending('pieces', 'k', ['a'], note('b'));
    const putBy = vi.fn(() => Promise.resolve());
    await Promise.all([takePending(KIND, putBy), takePending(KIND, putBy)]);
    expect(browser.stored.get('k')).toEqual(note('b'));
    expect(putBy).not.toHaveBeenCalled();
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('is kept in place of the state that it was made from, or of one that was just being kept', async () => {
    const putBy = vi.fn(() => Promise.resolve());
    for (const there of ['a', 'c']) {
      browser.stored.set('k', note(there));
      notePending('pieces', 'k', ['a', 'c'], note('b'));
      await takePending(KIND, putBy);
      expect(browser.stored.get('k')).toEqual(note('b'));
    }
    expect(putBy).not.toHaveBeenCalled();
  });

  it('that was kept after all is not kept twice', async () => {
    browser.stored.set('k', note('b'));
    notePending('pieces', 'k', ['a'], note('b'));
    const putBy = vi.fn(() => Promise.resolve());
    await takePending(KIND, putBy);
    expect(putBy).not.toHaveBeenCalled();
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('gives way to what is newer, and is put by', async () => {
    browser.stored.set('k', note('newer'));
    notePending('pieces', 'k', ['a'], note('b'));
    const putBy = vi.fn(() => Promise.resolve());
    await takePending(KIND, putBy);
    expect(browser.stored.get('k')).toEqual(note('newer'));
    expect(putBy).toHaveBeenCalledExactlyOnceWith('k', note('b'));
  });

  it('stays noted while there is no room', async () => {
    browser.stored.set('k', note('a'));
    notePending('pieces', 'k', ['a'], note('b'));
    browser.full = true;
    await takePending(KIND, () => Promise.resolve());
    expect(Object.keys(localStorage)).toHaveLength(1);
    browser.full = false;
    await takePending(KIND, () => Promise.resolve());
    expect(browser.stored.get('k')).toEqual(note('b'));
    expect(Object.keys(localStorage)).toEqual([]);
  });

  it('other tables and keys are left alone', async () => {
    notePending('makings', 'k', [''], note('b'));
    notePending('pieces', 'toolbox', [''], note('c'));
    await takePending(KIND, () => Promise.resolve(), 'settings');
    expect(Object.keys(localStorage)).toHaveLength(2);
  });
});
