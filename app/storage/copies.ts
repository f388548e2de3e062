import { z } from 'zod';
import type { Piece } from '@core/piece';
import { table } from './database';

const KEY = 'copies';
const DAY_MS = 86_400_000;
/** A copy is asked for no more often, and not before work is so old. */
const EVERY_DAYS = 7;

const copiesSchema = z.object({
  /** ISO 8601 */
  last: z.string().nullable(),
  reminded: z.string().nullable(),
  remind: z.boolean(),
});
export type Copies = z.infer<typeof copiesSchema>;
const NONE: Copies = { last: null, reminded: null, remind: true };

/** When a copy of the workshop was saved last, and whether to be reminded. */
export async function loadCopies(): Promise<Copies> {
  const read = copiesSchema.safeParse(await table('settings').getItem(KEY));
  return read.success ? read.data : NONE;
}

export async function changeCopies(part: Partial<Copies>): Promise<void> {
  await table('settings').setItem(KEY, { ...(await loadCopies()), ...part });
}

/** A piece that the maker worked on: the demo's own have never been changed. */
export const isOwnWork = ({ demo, made, changed }: Piece): boolean => !demo || made !== changed;

/**
 * Whether a copy should be spoken of: there is work that is in no copy, the oldest of it a week old, and
 * nothing was said of it for a week.
 */
export function isCopyDue(pieces: readonly Piece[], copies: Copies, now: number): boolean {
  const since = (iso: string | null): number => (iso === null ? Infinity : now - Date.parse(iso));
  if (!copies.remind || since(copies.reminded) < EVERY_DAYS * DAY_MS) return false;
  const last = copies.last ?? '';
  const begun = pieces.filter((p) => isOwnWork(p) && p.changed > last).map((p) => p.made);
  if (begun.length === 0) return false;
  const from = copies.last ?? begun.reduce((a, b) => (b < a ? b : a));
  return since(from) >= EVERY_DAYS * DAY_MS;
}
