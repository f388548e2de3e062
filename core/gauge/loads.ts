import { distance, type Vec } from '../geometry';
import { cellsOf } from './cells';
import type { Mesh } from './mesh';

/** So many places are tried for a snag; fewer on a very large frame, so that it stays quick. */
const SNAGS = { most: 14, least: 6, beams: 8_000 } as const;

/** Nodes at which it may catch: all ends, the outermost places, and places along it. */
export function snagNodes({ model, rows, held }: Mesh): number[] {
  const { nodes } = model;
  const along = rows.flatMap((row) => row.map((r) => r.node));
  const most = Math.max(SNAGS.least, Math.min(SNAGS.most, SNAGS.beams / Math.max(1, along.length)));
  const step = Math.max(1, Math.ceil(along.length / most));
  const outermost = [1, -1].flatMap((sign) =>
    (['x', 'y'] as const).map((k) =>
      along.reduce((a, b) => (sign * nodes[b]![k] > sign * nodes[a]![k] ? b : a), along[0]!),
    ),
  );
  const ends = rows.slice(0, most).flatMap((row) => [row[0]?.node, row.at(-1)?.node]);
  const all = [...ends, ...outermost, ...along.filter((_, i) => i % step === 0)];
  return [...new Set(all.filter((n): n is number => n !== undefined))].filter(
    (n) => !held.some((h) => distance(nodes[h]!, nodes[n]!) < 0.5),
  );
}

/** Places nearer to each other than this share of the width are not pressed together. */
const LEAST_PINCH = 0.15;
/** Places no further in than this are as far out as the outermost, mm. */
const SIDE_MM = 1e-3;

/** Heights at which a piece is pressed, as shares of its own. */
const PRESSED_AT = [0.2, 0.5, 0.8];

/** A place on the frame: a share of the way from one node to another. */
export interface FramePlace {
  readonly a: number;
  readonly b: number;
  readonly share: number;
  readonly at: Vec;
}

/** Cells that are pressed, the largest. */
const MOST_CELLS = 3;

/**
 * Pairs of places it is pressed between: of each closed cell its two outermost, and the outermost at
 * several heights. Finger and thumb close round a cell; what is open springs out from between them.
 * @param whole the whole piece, open or not: a finger or a wrist is in it
 */
export function squeezePairs(mesh: Mesh, whole = false): [FramePlace, FramePlace][] {
  const { nodes, beams } = mesh.model;
  const parts = whole ? [mesh.rows.flatMap((row) => row.map((r) => r.node))] : cellsOf(mesh);
  const cells = parts.map((cell) => {
    const own = new Set(cell);
    const ys = cell.map((n) => nodes[n]!.y);
    const xs = cell.map((n) => nodes[n]!.x);
    const [minX, maxX, minY, maxY] = [
      Math.min(...xs),
      Math.max(...xs),
      Math.min(...ys),
      Math.max(...ys),
    ];
    return { cell, own, minX, maxX, minY, maxY };
  });
  const size = (c: (typeof cells)[number]): number => c.maxX - c.minX + c.maxY - c.minY;
  cells.sort((a, b) => size(b) - size(a));
  return cells.slice(0, MOST_CELLS).flatMap(({ cell, own, minX, maxX, minY, maxY }) => {
    const along = cell.map((node) => ({ a: node, b: node, share: 0, at: nodes[node]! }));
    const sides = beams.filter(({ a, b }) => own.has(a) && own.has(b));
    const pairs = PRESSED_AT.flatMap((height): [FramePlace, FramePlace][] => {
      const y = minY + height * (maxY - minY);
      const across: FramePlace[] = [];
      for (const { a, b } of sides) {
        const [p, q] = [nodes[a]!, nodes[b]!];
        if ((p.y - y) * (q.y - y) > 0 || p.y === q.y) continue;
        const share = (y - p.y) / (q.y - p.y);
        across.push({ a, b, share, at: { x: p.x + share * (q.x - p.x), y } });
      }
      return across.length > 1 ? [outer(across)] : [];
    });
    return [outer(along), ...pairs].filter(
      ([a, b]) => b.at.x - a.at.x > LEAST_PINCH * (maxX - minX),
    );
  });
}

function outermost(list: readonly FramePlace[], sign: 1 | -1): FramePlace {
  const most = Math.max(...list.map((p) => sign * p.at.x));
  // A straight side is pressed at its middle.
  const side = list.filter((p) => sign * p.at.x > most - SIDE_MM);
  return side[side.length >> 1]!;
}

const outer = (list: readonly FramePlace[]): [FramePlace, FramePlace] => [
  outermost(list, -1),
  outermost(list, 1),
];
