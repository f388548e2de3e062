/** Gives what was made for a key before, or makes and keeps it. */
export type Remember<T> = (key: string, make: () => T) => T;

/** Keeps the last results of a slow pure function. */
export function remember<T>(limit: number): Remember<T> {
  const kept = new Map<string, T>();
  return (key, make) => {
    const known = kept.get(key);
    if (known !== undefined) {
      kept.delete(key);
      kept.set(key, known);
      return known;
    }
    const made = make();
    kept.set(key, made);
    if (kept.size > limit) kept.delete(kept.keys().next().value!);
    return made;
  };
}
