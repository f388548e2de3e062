import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Announcement } from '~/storage/announce';
import { StorageError } from '~/storage/database';
import { ANY, keep, stampOf, type RecordKind } from '~/storage/records';
import { EVERY_MS, Keeper, type SaveState } from './keeper';
import { mergeFields } from './mergeFields';

/** A browser's storage and what its tabs tell each other, in memory. */
const browser = vi.hoisted(() => ({
  stored: new Map<string, unknown>(),
  ears: new Set<(what: Announcement) => void>(),
  full: false,
  writes: 0,
  /** how long the next reading takes, ms; what is read is what stands there when it begins */
  slowRead: 0,
  /** what takes no time to be noted */
  noted: new Map<string, string>(),
}));

vi.mock('~/storage/database', async (original) => ({
  ...(await original<typeof import('~/storage/database')>()),
  table: () => ({
    getItem: (key: string) => {
      const [value, ms] = [browser.stored.get(key) ?? null, browser.slowRead];
      browser.slowRead = 0;
      return ms === 0
        ? Promise.resolve(value)
        : new Promise((read) => setTimeout(() => read(value), ms));
    },
    setItem: (key: string, value: unknown) => {
      if (browser.full) return Promise.reject(new DOMException('no room', 'QuotaExceededError'));
      browser.writes++;
      browser.stored.set(key, structuredClone(value));
      return Promise.resolve(value);
    },
  }),
}));
vi.stubGlobal('localStorage', {
  setItem: (name: string, text: string) => void browser.noted.set(name, text),
  getItem: (name: string) => browser.noted.get(name) ?? null,
  removeItem: (name: string) => void browser.noted.delete(name),
});
/** One after the other, as a browser's locks have it for all its tabs. */
let before: Promise<unknown> = Promise.resolve();
vi.stubGlobal('navigator', {
  locks: {
    request: <T>(_: string, work: () => Promise<T>): Promise<T> => {
      const done = before.then(work);
      before = done.catch(() => undefined);
      return done;
    },
  },
});
vi.mock('~/storage/announce', () => ({
  announce: (what: Announcement) => browser.ears.forEach((hear) => hear(what)),
  onAnnouncement: (hear: (what: Announcement) => void) => {
    browser.ears.add(hear);
    return () => browser.ears.delete(hear);
  },
}));

interface Note {
  readonly text: string;
  readonly changed: string;
}
const KIND: RecordKind<Note> = {
  table: 'pieces',
  read: (raw) => ({ ok: true, value: raw as Note }),
  whyNot: (note) => (note.text.length > 9 ? 'it is too long' : null),
};
let moment = 0;
const note = (text: string): Note => ({ text, changed: `t${++moment}` });

/** One tab with a record open. */
function tab(first: Note, merge?: (base: Note, mine: Note, theirs: Note) => Note) {
  const states: SaveState[] = [];
  const taken: Note[] = [];
  const putBy: unknown[] = [];
  const keeper = new Keeper<Note>(first, {
    kind: KIND,
    key: 'k',
    save: (value, known) => keep(KIND, 'k', value, known),
    putBy: (given) => Promise.resolve(void putBy.push(given)),
    onState: (s) => states.push(s),
    onTaken: (n) => taken.push(n),
    ...(merge && { merge }),
  });
  keeper.listen();
  return { keeper, states, taken, putBy, last: () => states.at(-1) };
}

const settle = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);
const stored = (): string | undefined => (browser.stored.get('k') as Note | undefined)?.text;

beforeEach(() => {
  vi.useFakeTimers();
  browser.stored.clear();
  browser.ears.clear();
  browser.full = false;
  browser.writes = 0;
});
afterEach(() => vi.useRealTimers());

describe('a record that is kept as it changes', () => {
  it('is kept at once after the first change', async () => {
    const { keeper, last } = tab(note('a'));
    keeper.change(note('b'));
    await settle();
    expect(stored()).toBe('b');
    expect(last()).toEqual({ kind: 'saved' });
  });

  it('while changes go on without a pause it is never further behind than half a second', async () => {
    const { keeper } = tab(note('0'));
    for (let i = 1; i <= 200; i++) {
      keeper.change(note(String(i)));
      await settle(100);
      expect(i - Number(stored())).toBeLessThanOrEqual(EVERY_MS / 100);
    }
    expect(browser.writes).toBeLessThanOrEqual(200 / (EVERY_MS / 100) + 2);
    await settle(EVERY_MS);
    expect(stored()).toBe('200');
  });

  it('is not written again when a change was taken back before it was kept', async () => {
    const first = note('a');
    browser.stored.set('k', first);
    const { keeper, last } = tab(first);
    keeper.change(note('b'));
    await settle();
    const kept = browser.stored.get('k') as Note;
    keeper.change(note('c'));
    keeper.change(kept);
    await settle(EVERY_MS);
    expect(browser.writes).toBe(1);
    expect(last()).toEqual({ kind: 'saved' });
  });

  it('what goes back to the stored state while another is being kept is kept after it', async () => {
    const first = note('a');
    browser.stored.set('k', first);
    const { keeper, last } = tab(first);
    keeper.change(note('b'));
    keeper.change(first);
    // Not “saved”: what is being kept just now is another state.
    expect(last()).toEqual({ kind: 'saving' });
    keeper.leave();
    const [, text] = [...browser.noted][0]!;
    expect(JSON.parse(text)).toMatchObject({ value: { text: 'a' } });
    await settle(2 * EVERY_MS);
    expect(stored()).toBe('a');
    expect(last()).toEqual({ kind: 'saved' });
    expect(browser.noted.size).toBe(0);
  });

  it('a full store keeps the work open and says so until it goes well', async () => {
    const { keeper, last, states } = tab(note('a'));
    browser.full = true;
    keeper.change(note('b'));
    await settle();
    expect(last()).toMatchObject({
      kind: 'failed',
      message: expect.stringMatching(/full/) as string,
    });
    const before = states.length;
    keeper.change(note('c'));
    expect(states.slice(before).some((s) => s.kind === 'saving')).toBe(false);
    browser.full = false;
    await keeper.keepMine();
    expect(stored()).toBe('c');
    expect(last()).toEqual({ kind: 'saved' });
  });

  it('what could not be opened again is not written', async () => {
    const { keeper, last } = tab(note('a'));
    keeper.change(note('much too long'));
    await settle();
    expect(stored()).toBeUndefined();
    expect(last()).toMatchObject({
      kind: 'failed',
      message: expect.stringMatching(/too long/) as string,
    });
    await expect(keep(KIND, 'k', note('much too long'), ANY)).rejects.toBeInstanceOf(StorageError);
  });
});

describe('a page that goes away', () => {
  it('leaves what it had not kept where the next page finds it', async () => {
    const { keeper } = tab(note('a'));
    keeper.change(note('b'));
    await settle();
    keeper.change(note('c'));
    keeper.leave();
    const [, text] = [...browser.noted][0]!;
    expect(JSON.parse(text)).toMatchObject({ value: { text: 'c' } });
    // A page that stays after all has kept it, and nothing is left over.
    await settle(EVERY_MS);
    expect(stored()).toBe('c');
    expect(browser.noted.size).toBe(0);
  });
});

describe('a record in two tabs', () => {
  const both = () => {
    const first = note('a');
    browser.stored.set('k', first);
    return [tab(first), tab(first)] as const;
  };

  it('is taken over where nothing is unsaved', async () => {
    const [one, two] = both();
    one.keeper.change(note('b'));
    await settle();
    expect(two.taken.map((n) => n.text)).toEqual(['b']);
    two.keeper.change(note('c'));
    await settle();
    expect(stored()).toBe('c');
    expect(one.taken.map((n) => n.text)).toEqual(['c']);
    expect([one.last(), two.last()]).toEqual([{ kind: 'saved' }, { kind: 'saved' }]);
  });

  it('changed in both, neither is lost: the maker chooses, and the other is put by', async () => {
    const [one, two] = both();
    browser.full = true;
    two.keeper.change(note('mine'));
    await settle();
    browser.full = false;
    one.keeper.change(note('theirs'));
    await settle();
    expect(two.last()).toEqual({ kind: 'conflict' });
    two.keeper.change(note('mine 2'));
    await settle(5 * EVERY_MS);
    expect(stored()).toBe('theirs');
    await two.keeper.keepMine();
    expect(stored()).toBe('mine 2');
    expect((two.putBy[0] as Note).text).toBe('theirs');
  });

  it('what was stored between opening and hearing is taken over', async () => {
    const first = note('a');
    browser.stored.set('k', note('b'));
    const { taken, last } = tab(first);
    await settle();
    expect(taken.map((n) => n.text)).toEqual(['b']);
    expect(last()).toEqual({ kind: 'saved' });
  });

  it('what can be put together is, and is kept', async () => {
    const first = note('a');
    browser.stored.set('k', first);
    const merge = (_: Note, mine: Note, theirs: Note): Note => ({
      ...mine,
      text: `${mine.text}+${theirs.text}`,
    });
    const [one, two] = [tab(first), tab(first, merge)];
    browser.full = true;
    two.keeper.change(note('mine'));
    await settle();
    browser.full = false;
    one.keeper.change(note('your'));
    await settle();
    expect(two.taken.at(-1)?.text).toBe('mine+your');
    await two.keeper.keepMine();
    expect(stored()).toBe('mine+your');
    expect(two.states.some((s) => s.kind === 'conflict')).toBe(false);
  });

  it('the other way round: what is here is put by', async () => {
    const [one, two] = both();
    browser.full = true;
    two.keeper.change(note('mine'));
    await settle();
    browser.full = false;
    one.keeper.change(note('theirs'));
    await settle();
    await two.keeper.takeTheirs();
    expect(two.taken.at(-1)?.text).toBe('theirs');
    expect((two.putBy[0] as Note).text).toBe('mine');
    expect(two.last()).toEqual({ kind: 'saved' });
  });

  it('what was read before something newer was kept is not taken over afterwards', async () => {
    const first = note('a');
    browser.stored.set('k', first);
    const { keeper, taken, last } = tab(first);
    await settle();
    const told = (): void => browser.ears.forEach((hear) => hear({ table: 'pieces', key: 'k' }));
    browser.stored.set('k', note('b'));
    // Told twice it is read twice, and the first reading comes back last.
    browser.slowRead = 200;
    told();
    told();
    await settle();
    expect(taken.map((n) => n.text)).toEqual(['b']);
    keeper.change(note('c'));
    await settle(300);
    expect(stored()).toBe('c');
    expect(taken.map((n) => n.text)).toEqual(['b']);
    expect(last()).toEqual({ kind: 'saved' });
  });

  it('a clock gives way to what another tab stores', async () => {
    const [one, two] = both();
    one.keeper.change(note('tick 1'), true);
    await settle();
    // Both change before either is kept again.
    one.keeper.change(note('tick 2'), true);
    two.keeper.change(note('noted'));
    await settle(3 * EVERY_MS);
    expect(stored()).toBe('noted');
    expect(one.taken.at(-1)?.text).toBe('noted');
    expect(one.states.some((s) => s.kind === 'conflict')).toBe(false);
  });
});

describe('a record that two tabs change in one moment', () => {
  const at = (ms: number): string => new Date(ms).toISOString();
  interface Bench extends Note {
    readonly worked: number;
  }
  const kind = { ...KIND, read: (raw: unknown) => ({ ok: true, value: raw as Bench }) as const };
  const bench = (first: Bench) => {
    const states: SaveState[] = [];
    let shown = first;
    const keeper = new Keeper<Bench>(first, {
      kind,
      key: 'k',
      save: (value, known) => keep(kind, 'k', value, known),
      putBy: () => Promise.resolve(),
      onState: (s) => states.push(s),
      onTaken: (b) => (shown = b),
      merge: mergeFields,
    });
    keeper.listen();
    return {
      states,
      text: () => shown.text,
      change: (part: Partial<Bench>, ms: number, soft = false) => {
        shown = { ...shown, ...part, changed: at(ms) };
        keeper.change(shown, soft);
      },
    };
  };

  it.each([
    ['the note first', 10, 11],
    ['the clock first', 11, 10],
    ['both in one millisecond', 10, 10],
  ])('a note here and a tick there: %s, the note stays on both', async (_, noteAt, tickAt) => {
    const first = { text: '', worked: 0, changed: at(0) };
    browser.stored.set('k', first);
    const [one, two] = [bench(first), bench(first)];
    await settle();
    const changes = [
      { ms: tickAt, make: () => one.change({ worked: 1 }, tickAt, true) },
      { ms: noteAt, make: () => two.change({ text: 'noted' }, noteAt) },
    ];
    changes.sort((a, b) => a.ms - b.ms).forEach((c) => c.make());
    await settle(3 * EVERY_MS);
    expect([stored(), one.text(), two.text()]).toEqual(['noted', 'noted', 'noted']);
    for (const { states } of [one, two]) expect(states.at(-1)).toEqual({ kind: 'saved' });
    // The clock goes on from there.
    one.change({ worked: 2 }, 1000, true);
    await settle(3 * EVERY_MS);
    expect([stored(), two.text()]).toEqual(['noted', 'noted']);
  });
});

describe('states are told apart', () => {
  it('by their last change, or by all that is in them', () => {
    expect(stampOf(KIND, { text: 'a', changed: 't' })).toBe('t');
    expect(stampOf(KIND, { a: 1 })).not.toBe(stampOf(KIND, { a: 2 }));
  });
});
