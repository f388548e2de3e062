import type { Vec } from '../geometry';
import type { Mask } from './mask';
import { around } from './thin';

/** A row of pixels of the thinned ink between two nodes. */
export interface Edge {
  /** middles of the pixels */
  readonly points: readonly Vec[];
  /** half width of the ink at each point, px */
  readonly half: readonly number[];
  /** nodes at both ends; the same null for a closed ring, which has none */
  readonly from: number | null;
  readonly to: number | null;
}

/** Where lines end (one edge) or meet (three or more). */
export interface SkeletonNode {
  readonly at: Vec;
  readonly half: number;
  readonly isEnd: boolean;
}

export interface Skeleton {
  readonly nodes: readonly SkeletonNode[];
  readonly edges: readonly Edge[];
}

/** Reads a mask of lines one pixel wide as a graph. The mask has no ink at its border. */
export function readSkeleton(lines: Mask, halfWidth: Float32Array): Skeleton {
  const { width, data } = lines;
  const steps = around(width);
  const middle = (i: number): Vec => ({ x: (i % width) + 0.5, y: Math.floor(i / width) + 0.5 });
  const pixels: number[] = [];
  for (let i = 0; i < data.length; i++) if (data[i]) pixels.push(i);

  // Node of each pixel: -1 for a pixel within a line.
  const nodeOf = new Map<number, number>();
  const nodes: SkeletonNode[] = [];
  const addNode = (members: readonly number[], isEnd: boolean): void => {
    for (const m of members) nodeOf.set(m, nodes.length);
    const at = members.map(middle).reduce((s, p) => ({ x: s.x + p.x, y: s.y + p.y }));
    nodes.push({
      at: { x: at.x / members.length, y: at.y / members.length },
      half: Math.max(...members.map((m) => halfWidth[m]!)),
      isEnd,
    });
  };
  const meets = pixels.filter((i) => branches(data, i, steps) > 2);
  const isMeeting = new Set(meets);
  for (const i of meets) {
    if (nodeOf.has(i)) continue;
    const members = [i];
    const known = new Set(members);
    for (const m of members) {
      for (const step of steps) {
        const to = m + step;
        if (isMeeting.has(to) && !known.has(to)) {
          known.add(to);
          members.push(to);
        }
      }
    }
    addNode(members, false);
  }
  for (const i of pixels) if (!nodeOf.has(i) && branches(data, i, steps) < 2) addNode([i], true);

  const edges: Edge[] = [];
  const used = new Set<number>();
  const follow = (start: number | null, first: number): void => {
    const chain: number[] = [];
    let at = first;
    let end: number | null;
    for (;;) {
      chain.push(at);
      used.add(at);
      const near = steps.map((s) => at + s).filter((to) => data[to]);
      const node = near.find((to) => {
        const n = nodeOf.get(to);
        return n !== undefined && (n !== start || chain.length > 2);
      });
      if (node !== undefined) {
        end = nodeOf.get(node)!;
        break;
      }
      const next = nextPixel(near, at, width, (to) => !used.has(to) && !nodeOf.has(to));
      if (next === undefined) {
        // Two lines may share their last pixel before a node.
        const shared = near
          .flatMap((to) => steps.map((step) => nodeOf.get(to + step)))
          .find((n) => n !== undefined && (n !== start || chain.length > 4));
        end = shared ?? null;
        break;
      }
      at = next;
    }
    edges.push({
      points: chain.map(middle),
      half: chain.map((i) => halfWidth[i]!),
      from: start,
      to: end,
    });
  };
  for (const [i, node] of [...nodeOf]) {
    for (const step of steps) {
      const to = i + step;
      const other = nodeOf.get(to);
      if (data[to] && other === undefined && !used.has(to)) follow(node, to);
    }
  }
  for (const i of pixels) if (!used.has(i) && !nodeOf.has(i)) follow(null, i);
  return { nodes, edges };
}

/** Pixels side by side come before pixels at a corner, so that steps of a stair are not skipped. */
function nextPixel(
  near: readonly number[],
  at: number,
  width: number,
  free: (to: number) => boolean,
): number | undefined {
  const open = near.filter(free);
  return open.find((to) => Math.abs(to - at) === 1 || Math.abs(to - at) === width) ?? open[0];
}

/** How many lines leave a pixel: changes from paper to ink round it, or 3 where they are crowded. */
function branches(data: Uint8Array, i: number, steps: readonly number[]): number {
  let changes = 0;
  let count = 0;
  for (let k = 0; k < 8; k++) {
    const here = data[i + steps[k]!];
    if (here) count++;
    if (!here && data[i + steps[(k + 1) & 7]!]) changes++;
  }
  return changes === 2 && count > 3 ? 3 : changes === 0 && count > 1 ? 3 : changes;
}
