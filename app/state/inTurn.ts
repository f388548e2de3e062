/**
 * Work that is done one after the other, and left out if nobody wants it any more when its turn comes.
 * @returns a function that waits its turn; null when the work was left out
 */
export function inTurn(): <T>(work: () => Promise<T>, wanted: () => boolean) => Promise<T | null> {
  let last: Promise<unknown> = Promise.resolve();
  return (work, wanted) => {
    const done = last.then(() => (wanted() ? work() : null));
    last = done.catch(() => undefined);
    return done;
  };
}

/** A memory of the latest so many. */
export class Latest<K, T> {
  private readonly kept = new Map<K, T>();

  constructor(private readonly most: number) {}

  get(key: K): T | undefined {
    return this.kept.get(key);
  }

  set(key: K, value: T): void {
    this.kept.delete(key);
    this.kept.set(key, value);
    for (const old of this.kept.keys()) {
      if (this.kept.size <= this.most) return;
      this.kept.delete(old);
    }
  }
}
