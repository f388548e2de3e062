import { readPiece, type Piece } from '@core/piece';
import { table } from './database';
import { thinned } from './thinned';

/** A former state of a piece. */
export interface Earlier {
  readonly key: string;
  readonly piece: Piece;
}

/** States of one piece are at least so far apart, ms: a minute's steps are one. */
const APART_MS = 60_000;
const PARTS = /^(.*) (\S+)$/;

const keyOf = (id: string, changed: string): string => `${id} ${changed}`;

async function keysOf(id?: string): Promise<{ key: string; id: string; when: number }[]> {
  const list = (await table('earlier').keys()).flatMap((key) => {
    const [, of, when] = PARTS.exec(key) ?? [];
    const time = Date.parse(when ?? '');
    return of !== undefined && Number.isFinite(time) && (id === undefined || of === id)
      ? [{ key, id: of, when: time }]
      : [];
  });
  return list.sort((a, b) => b.when - a.when);
}

/** When the last state of each piece was put here: the list need not be asked at each save. */
const lastKept = new Map<string, number>();

/**
 * Puts a state of a piece here before another takes its place.
 * @param always also when one of the same minute is here
 */
export async function keepEarlier(id: string, stored: unknown, always = false): Promise<void> {
  const { changed } = stored as { changed?: unknown };
  const when = typeof changed === 'string' ? Date.parse(changed) : NaN;
  if (typeof changed !== 'string' || !Number.isFinite(when)) return;
  const last = lastKept.get(id) ?? (await keysOf(id))[0]?.when ?? -Infinity;
  if (!always && when - last < APART_MS) {
    lastKept.set(id, last);
    return;
  }
  await table('earlier').setItem(keyOf(id, changed), stored);
  lastKept.set(id, when);
  await thin(id);
}

/** Lets go of what lies too close together: of today all stay, then one a day, then one a week. */
async function thin(id: string): Promise<void> {
  const list = await keysOf(id);
  const stay = new Set(
    thinned(
      list.map((e) => e.when),
      Date.now(),
    ),
  );
  for (const { key, when } of list) if (!stay.has(when)) await table('earlier').removeItem(key);
}

/** Makes room: lets go of the oldest states of all pieces. @returns how many */
export async function dropOldest(count: number): Promise<number> {
  const list = (await keysOf()).slice(-count);
  for (const { key } of list) await table('earlier').removeItem(key);
  return list.length;
}

/** The former states of a piece that can be opened, the newest first. */
export async function listEarlier(id: string): Promise<Earlier[]> {
  const list: Earlier[] = [];
  for (const { key } of await keysOf(id)) {
    const read = readPiece(await table('earlier').getItem(key));
    if (read.ok) list.push({ key, piece: read.value });
  }
  return list;
}

/** All former states of all pieces that can be opened. */
export async function listAllEarlier(): Promise<Piece[]> {
  return (await allEarlier()).flatMap((raw) => {
    const read = readPiece(raw);
    return read.ok ? [read.value] : [];
  });
}

/** All former states, as they are stored. */
export async function allEarlier(): Promise<readonly unknown[]> {
  const list: unknown[] = [];
  await table('earlier').iterate((raw) => void list.push(raw));
  return list;
}
