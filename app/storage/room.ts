/** What the browser grants: whether it may clear the workshop by itself, and how much room there is. */
export interface Room {
  /** null where the browser does not say */
  readonly lasting: boolean | null;
  readonly usedBytes: number | null;
  readonly quotaBytes: number | null;
}

export async function roomLeft(): Promise<Room> {
  if (!('storage' in navigator)) return { lasting: null, usedBytes: null, quotaBytes: null };
  const [lasting, estimate] = await Promise.all([
    navigator.storage.persisted(),
    navigator.storage.estimate(),
  ]);
  return { lasting, usedBytes: estimate.usage ?? null, quotaBytes: estimate.quota ?? null };
}

/** Asks the browser not to clear the workshop by itself. @returns whether it granted that */
export async function askToLast(): Promise<boolean> {
  if (!('storage' in navigator)) return false;
  return (await navigator.storage.persisted()) || navigator.storage.persist();
}
