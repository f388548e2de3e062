import type { FigurePath } from './schema';

/** A short mark of a path's line, to tell later whether it was changed (FNV-1a over its numbers). */
export function markOf(path: FigurePath): string {
  // Written out one by one: a record that was stored may name its parts in another order.
  const nodes = path.nodes.map((n) => [n.x, n.y, n.in?.x, n.in?.y, n.out?.x, n.out?.y, n.bulge]);
  const text = JSON.stringify([path.closed, nodes]);
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${(hash >>> 0).toString(36)}-${path.nodes.length}`;
}
