/** Things numbered from 0 that are joined into groups, step by step. */
export class Groups {
  private readonly parent: Int32Array;

  constructor(count: number) {
    this.parent = Int32Array.from({ length: count }, (_, i) => i);
  }

  /** The number that stands for the group of `i`. */
  of(i: number): number {
    let root = i;
    while (this.parent[root] !== root) root = this.parent[root]!;
    let at = i;
    while (this.parent[at] !== root) {
      const next = this.parent[at]!;
      this.parent[at] = root;
      at = next;
    }
    return root;
  }

  /** Joins two groups; false if they were one already. */
  join(a: number, b: number): boolean {
    const [x, y] = [this.of(a), this.of(b)];
    if (x === y) return false;
    this.parent[y] = x;
    return true;
  }
}
