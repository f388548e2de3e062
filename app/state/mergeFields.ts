const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The first time, or just after the second where that is no earlier; ISO 8601. */
const after = (time: string, than: string): string =>
  time > than || Number.isNaN(Date.parse(than))
    ? time
    : new Date(Date.parse(than) + 1).toISOString();

/**
 * Two states that were both made from a third, put together: each field is that of the one which changed
 * it. The time of the last change is no field of its own: it is `mine`, or just after `theirs` where that
 * is no earlier, so that it is told from both.
 * @returns null where both changed one field, and not alike
 */
export function mergeFields<T extends { readonly changed: string }>(
  base: T,
  mine: T,
  theirs: T,
): T | null {
  const merged: Record<string, unknown> = { ...theirs };
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)]) as Set<keyof T>) {
    if (key === 'changed' || same(mine[key], base[key])) continue;
    if (!same(theirs[key], base[key]) && !same(theirs[key], mine[key])) return null;
    merged[key as string] = mine[key];
  }
  return { ...merged, changed: after(mine.changed, theirs.changed) } as T;
}
