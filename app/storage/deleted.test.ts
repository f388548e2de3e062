import { beforeEach, describe, expect, it, vi } from 'vitest';
import { StorageError } from './database';
import { dropDeleted, keepDeleted, listDeleted, loadDeleted } from './deleted';

/** A browser's tables in memory, with room for so many records in all. */
const browser = vi.hoisted(() => ({ tables: new Map<string, Map<string, unknown>>(), room: 1e9 }));

vi.mock('./database', async (original) => ({
  ...(await original<typeof import('./database')>()),
  table: (name: string) => {
    const own = browser.tables.get(name) ?? new Map<string, unknown>();
    browser.tables.set(name, own);
    return {
      keys: () => Promise.resolve([...own.keys()]),
      getItem: (key: string) => Promise.resolve(own.get(key) ?? null),
      removeItem: (key: string) => Promise.resolve(void own.delete(key)),
      setItem: (key: string, value: unknown) => {
        const count = [...browser.tables.values()].reduce((sum, t) => sum + t.size, 0);
        if (count >= browser.room) {
          return Promise.reject(new DOMException('no room', 'QuotaExceededError'));
        }
        own.set(key, value);
        return Promise.resolve(value);
      },
    };
  },
}));
vi.mock('./announce', () => ({ announce: vi.fn() }));

const fill = (name: string, count: number, value: (i: number) => unknown): void => {
  const day = (i: number): string => new Date(1.7e12 + i * 1000).toISOString();
  const rows = Array.from({ length: count }, (_, i) => [`p ${day(i)}`, value(i)] as const);
  browser.tables.set(name, new Map(rows));
};

beforeEach(() => {
  browser.tables.clear();
  browser.room = 1e9;
});

describe('what was deleted lately', () => {
  it('comes back as it was, until it is let go or a month has passed', async () => {
    const key = await keepDeleted('kit', 'My bench', { id: 'k' });
    expect((await loadDeleted(key))?.record).toEqual({ id: 'k' });
    const old = { key: 'old', kind: 'kit', name: '', when: '2020-01-01T00:00:00Z', record: 1 };
    browser.tables.get('deleted')!.set('old', old);
    expect((await listDeleted()).map((d) => d.key)).toEqual([key]);
    expect(browser.tables.get('deleted')!.has('old')).toBe(false);
    await dropDeleted(key);
    expect(await listDeleted()).toEqual([]);
  });

  it('finds room in a full store: earlier states give way first', async () => {
    fill('earlier', 50, () => ({}));
    await keepDeleted('kit', 'First', 1);
    browser.room = 51;
    await keepDeleted('piece', 'Second', 2);
    expect((await listDeleted()).map((d) => d.name).sort()).toEqual(['First', 'Second']);
    expect(browser.tables.get('earlier')!.size).toBe(10);
  });

  it('then what was deleted first; with nothing to give way it says that there is no room', async () => {
    await keepDeleted('kit', 'First', 1);
    browser.room = 1;
    await keepDeleted('piece', 'Second', 2);
    expect((await listDeleted()).map((d) => d.name)).toEqual(['Second']);
    browser.room = 0;
    browser.tables.clear();
    await expect(keepDeleted('piece', 'Third', 3)).rejects.toBeInstanceOf(StorageError);
  });
});
