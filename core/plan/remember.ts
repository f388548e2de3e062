/** Keeps the last results of a slow pure function. */
export function remember<T>(limit: number): (key: string, make: () => T) => T {
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
