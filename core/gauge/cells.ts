import { Groups } from '../geometry';
import type { Mesh } from './mesh';

/**
 * The closed cells of a frame: its parts in which every two places are joined by two ways that meet
 * nowhere between (biconnected components; Hopcroft and Tarjan, 1973), nodes at one place taken as one.
 * What hangs on by one place only is in none.
 * @returns for each cell its nodes
 */
export function cellsOf({ model: { nodes, beams, pins } }: Mesh): number[][] {
  const pinned = new Groups(nodes.length);
  for (const [a, b] of pins) pinned.join(a, b);
  const place = nodes.map((_, i) => pinned.of(i));
  const near: { to: number; edge: number }[][] = nodes.map(() => []);
  beams.forEach(({ a, b }, edge) => {
    const [p, q] = [place[a]!, place[b]!];
    if (p === q) return;
    near[p]!.push({ to: q, edge });
    near[q]!.push({ to: p, edge });
  });
  const found = new Int32Array(nodes.length).fill(-1);
  const low = new Int32Array(nodes.length);
  const open: [number, number][] = [];
  const cells: number[][] = [];
  let count = 0;
  for (let from = 0; from < nodes.length; from++) {
    if (place[from] !== from || found[from]! >= 0 || near[from]!.length === 0) continue;
    found[from] = low[from] = count++;
    // By hand and not by recursion: a wire has thousands of nodes in a row.
    const stack = [{ at: from, by: -1, next: 0 }];
    while (stack.length > 0) {
      const top = stack[stack.length - 1]!;
      const step = near[top.at]![top.next++];
      if (step) {
        if (step.edge === top.by) continue;
        if (found[step.to]! < 0) {
          open.push([top.at, step.to]);
          found[step.to] = low[step.to] = count++;
          stack.push({ at: step.to, by: step.edge, next: 0 });
        } else if (found[step.to]! < found[top.at]!) {
          open.push([top.at, step.to]);
          low[top.at] = Math.min(low[top.at]!, found[step.to]!);
        }
        continue;
      }
      stack.pop();
      const before = stack[stack.length - 1];
      if (!before) continue;
      low[before.at] = Math.min(low[before.at]!, low[top.at]!);
      if (low[top.at]! < found[before.at]!) continue;
      const cell = new Set<number>();
      let edges = 0;
      for (;;) {
        const [a, b] = open.pop()!;
        cell.add(a).add(b);
        edges++;
        if (a === before.at && b === top.at) break;
      }
      if (edges >= cell.size) cells.push([...cell]);
    }
  }
  return cells;
}
