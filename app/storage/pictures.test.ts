import { beforeEach, describe, expect, it, vi } from 'vitest';
import { dropUnused } from './pictures';

const pictures = vi.hoisted(() => new Map<string, unknown>());
vi.mock('./database', () => ({
  storageError: (error: unknown) => error,
  table: () => ({
    keys: () => Promise.resolve([...pictures.keys()]),
    removeItem: (key: string) => Promise.resolve(void pictures.delete(key)),
  }),
}));
vi.mock('./announce', () => ({ announce: vi.fn() }));

const at = (days: number, name: string): string => `pic-${Date.now() - days * 86_400_000}-${name}`;

beforeEach(() => pictures.clear());

describe('a picture', () => {
  it('stays while anything speaks of it: pieces, what was deleted, what could not be read', async () => {
    const ids = ['piece', 'deleted', 'aside', 'photo'].map((name) => at(40, name));
    const [loose, fresh] = [at(2, 'loose'), at(0.5, 'fresh')];
    for (const id of [...ids, loose, fresh]) pictures.set(id, {});
    await dropUnused(() =>
      Promise.resolve([
        { pieces: [{ picture: { id: ids[0] } }], aside: [{ raw: { paths: 'gone', of: ids[2] } }] },
        [{ kind: 'piece', record: { picture: { id: ids[1] } } }],
        [{ kind: 'photo', record: ids[3] }],
      ]),
    );
    expect([...pictures.keys()]).toEqual([...ids, fresh]);
  });

  it('stays when the records cannot be read', async () => {
    const id = at(40, 'old');
    pictures.set(id, {});
    await expect(dropUnused(() => Promise.reject(new Error('closed')))).rejects.toThrow('closed');
    expect(pictures.has(id)).toBe(true);
  });
});
