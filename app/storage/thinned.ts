const DAY_MS = 86_400_000;
/** Older than this only one a day stays, and then one a week. */
const ALL_MS = DAY_MS;
const DAILY_MS = 30 * DAY_MS;

/**
 * Which of many moments stay when all of the last day are kept, then the last of each day, and after a
 * month the last of each week.
 * @param times ms, any order
 * @returns those that stay, the newest first
 */
export function thinned(times: readonly number[], now: number): number[] {
  const sorted = [...new Set(times)].sort((a, b) => b - a);
  const taken = new Set<string>();
  return sorted.filter((time) => {
    const age = now - time;
    if (age <= ALL_MS) return true;
    const slot =
      age <= DAILY_MS
        ? `day ${Math.floor(time / DAY_MS)}`
        : `week ${Math.floor(time / (7 * DAY_MS))}`;
    if (taken.has(slot)) return false;
    taken.add(slot);
    return true;
  });
}
