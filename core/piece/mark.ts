import type { FigurePath } from './schema';

/** A short mark of a path's line, to tell later whether it was changed (FNV-1a over its numbers). */
export function markOf(path: FigurePath): string {
  const text = JSON.stringify([path.closed, path.nodes]);
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${(hash >>> 0).toString(36)}-${path.nodes.length}`;
}
