/** Now, but always after the last change, so that two changes in one millisecond differ. */
export function later(than: string): string {
  const now = Date.now();
  const last = Date.parse(than);
  return new Date(
    Number.isFinite(last) && last >= now && last < now + 1000 ? last + 1 : now,
  ).toISOString();
}
