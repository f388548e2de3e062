/** Entries of a symmetric matrix on and above its diagonal; those of one place add up. */
export class SymmetricEntries {
  private rows = new Int32Array(256);
  private columns = new Int32Array(256);
  private values = new Float64Array(256);
  private used = 0;

  constructor(readonly size: number) {}

  /** Adds to the entry at a row and a column; one below the diagonal is left to its mirror. */
  add(row: number, column: number, value: number): void {
    if (row > column) return;
    if (this.used === this.rows.length) this.grow();
    this.rows[this.used] = row;
    this.columns[this.used] = column;
    this.values[this.used] = value;
    this.used += 1;
  }

  private grow(): void {
    const more = 2 * this.used;
    const [rows, columns, values] = [this.rows, this.columns, this.values];
    (this.rows = new Int32Array(more)).set(rows);
    (this.columns = new Int32Array(more)).set(columns);
    (this.values = new Float64Array(more)).set(values);
  }

  /** The entries column after column, as they came. */
  byColumn(): { start: Int32Array; row: Int32Array; value: Float64Array } {
    const start = new Int32Array(this.size + 1);
    for (let i = 0; i < this.used; i++) start[this.columns[i]! + 1]!++;
    for (let c = 0; c < this.size; c++) start[c + 1]! += start[c]!;
    const next = start.slice();
    const row = new Int32Array(this.used);
    const value = new Float64Array(this.used);
    for (let i = 0; i < this.used; i++) {
      const at = next[this.columns[i]!]!++;
      row[at] = this.rows[i]!;
      value[at] = this.values[i]!;
    }
    return { start, row, value };
  }
}

/** A factored matrix. */
export interface Factored {
  /** turns a right side into its solution, in place */
  readonly solve: (x: Float64Array) => void;
  /** the same for four at once, those of each row side by side: what the factor is read for once */
  readonly solveFour: (x: Float64Array) => void;
}

/**
 * Factors a sparse symmetric matrix as L D L^T, row after row of L, by the elimination tree (Davis,
 * Algorithm 849, ACM Trans. Math. Softw. 31, 2005). No pivoting: the matrix is to be positive definite.
 * @returns what turns right sides into solutions, in place; null where a pivot is zero or none
 */
export function factorSymmetric(entries: SymmetricEntries): Factored | null {
  const n = entries.size;
  const { start, row, value } = entries.byColumn();
  const parent = new Int32Array(n).fill(-1);
  const seen = new Int32Array(n);
  const count = new Int32Array(n);
  for (let k = 0; k < n; k++) {
    seen[k] = k;
    for (let p = start[k]!; p < start[k + 1]!; p++) {
      for (let i = row[p]!; seen[i] !== k; i = parent[i]!) {
        if (parent[i] === -1) parent[i] = k;
        count[i]!++;
        seen[i] = k;
      }
    }
  }
  const from = new Int32Array(n + 1);
  for (let k = 0; k < n; k++) from[k + 1] = from[k]! + count[k]!;
  const below = new Int32Array(from[n]!);
  const factor = new Float64Array(from[n]!);
  const diagonal = new Float64Array(n);
  const column = new Float64Array(n);
  const pattern = new Int32Array(n);
  count.fill(0);
  for (let k = 0; k < n; k++) {
    let top = n;
    seen[k] = k;
    for (let p = start[k]!; p < start[k + 1]!; p++) {
      let i = row[p]!;
      column[i]! += value[p]!;
      let length = 0;
      for (; seen[i] !== k; i = parent[i]!) {
        pattern[length++] = i;
        seen[i] = k;
      }
      while (length > 0) pattern[--top] = pattern[--length]!;
    }
    let pivot = column[k]!;
    column[k] = 0;
    for (; top < n; top++) {
      const i = pattern[top]!;
      const y = column[i]!;
      column[i] = 0;
      const end = from[i]! + count[i]!;
      for (let p = from[i]!; p < end; p++) column[below[p]!]! -= factor[p]! * y;
      const l = y / diagonal[i]!;
      pivot -= l * y;
      below[end] = k;
      factor[end] = l;
      count[i]!++;
    }
    if (pivot === 0 || !Number.isFinite(pivot)) return null;
    diagonal[k] = pivot;
  }
  const solve = (x: Float64Array): void => {
    for (let j = 0; j < n; j++) {
      const v = x[j]!;
      if (v === 0) continue;
      for (let p = from[j]!; p < from[j + 1]!; p++) x[below[p]!]! -= factor[p]! * v;
    }
    for (let j = n - 1; j >= 0; j--) {
      let v = x[j]! / diagonal[j]!;
      for (let p = from[j]!; p < from[j + 1]!; p++) v -= factor[p]! * x[below[p]!]!;
      x[j] = v;
    }
  };
  const solveFour = (x: Float64Array): void => {
    for (let j = 0; j < n; j++) {
      const at = 4 * j;
      const a = x[at]!;
      const b = x[at + 1]!;
      const c = x[at + 2]!;
      const d = x[at + 3]!;
      if (a === 0 && b === 0 && c === 0 && d === 0) continue;
      for (let p = from[j]!; p < from[j + 1]!; p++) {
        const l = factor[p]!;
        const to = 4 * below[p]!;
        x[to]! -= l * a;
        x[to + 1]! -= l * b;
        x[to + 2]! -= l * c;
        x[to + 3]! -= l * d;
      }
    }
    for (let j = n - 1; j >= 0; j--) {
      const at = 4 * j;
      const pivot = diagonal[j]!;
      let a = x[at]! / pivot;
      let b = x[at + 1]! / pivot;
      let c = x[at + 2]! / pivot;
      let d = x[at + 3]! / pivot;
      for (let p = from[j]!; p < from[j + 1]!; p++) {
        const l = factor[p]!;
        const by = 4 * below[p]!;
        a -= l * x[by]!;
        b -= l * x[by + 1]!;
        c -= l * x[by + 2]!;
        d -= l * x[by + 3]!;
      }
      x[at] = a;
      x[at + 1] = b;
      x[at + 2] = c;
      x[at + 3] = d;
    }
  };
  return { solve, solveFour };
}

/**
 * Nodes of a graph in an order that keeps the band of its matrix narrow: breadth first from a node of
 * few neighbours at the rim of its part, few neighbours first, and all of it turned round (Cuthill and
 * McKee, ACM 1969; reversed as George found).
 * @param near for each node its neighbours
 * @returns for each node its place in that order
 */
export function reverseCuthillMckee(near: readonly ReadonlySet<number>[]): Int32Array {
  const order: number[] = [];
  const met = new Uint8Array(near.length);
  const degree = (n: number): number => near[n]!.size;
  const byDegree = near.map((_, i) => i).sort((a, b) => degree(a) - degree(b));
  for (const first of byDegree) {
    if (met[first]) continue;
    let [root, depth] = [first, -1];
    for (;;) {
      const last = farthest(near, root);
      if (last.depth <= depth) break;
      [root, depth] = [last.node, last.depth];
    }
    met[root] = 1;
    order.push(root);
    for (let at = order.length - 1; at < order.length; at++) {
      const next = [...near[order[at]!]!].filter((n) => !met[n]);
      next.sort((a, b) => degree(a) - degree(b));
      for (const n of next) met[n] = 1;
      order.push(...next);
    }
  }
  const place = new Int32Array(near.length);
  order.forEach((node, i) => (place[node] = order.length - 1 - i));
  return place;
}

/** The node furthest from another, in steps, and of several the one of fewest neighbours. */
function farthest(near: readonly ReadonlySet<number>[], from: number) {
  const depths = new Map([[from, 0]]);
  const queue = [from];
  let best = { node: from, depth: 0 };
  for (const at of queue) {
    const depth = depths.get(at)!;
    const better =
      depth > best.depth || (depth === best.depth && near[at]!.size < near[best.node]!.size);
    if (better) best = { node: at, depth };
    for (const n of near[at]!) {
      if (depths.has(n)) continue;
      depths.set(n, depth + 1);
      queue.push(n);
    }
  }
  return best;
}
