import type { FigureNode, FigurePath } from './schema';
import { COORDINATE_LIMIT_MM } from '../item';

/** Limits of one piece. Beyond them it is refused with a message, never cut short. */
export const PIECE_LIMITS = {
  nodes: 40_000,
  paths: 500,
  dressing: 300,
  /** as many as things could each be of their own */
  stocks: 700,
  coordinateMm: COORDINATE_LIMIT_MM,
} as const;

/** All lines of a piece together are no longer, mm. */
export const LONGEST_PIECE_MM = 500_000;

/** An upper bound of the drawn length between two nodes, mm; without the curve being followed. */
function stretchBound(a: FigureNode, b: FigureNode): number {
  const chord = Math.hypot(b.x - a.x, b.y - a.y);
  if (a.bulge) {
    const half = 2 * Math.abs(Math.atan(a.bulge));
    return half < 1e-6 ? chord : (chord * half) / Math.sin(half);
  }
  const handle = (p?: { x: number; y: number }): number => (p ? Math.hypot(p.x, p.y) : 0);
  return chord + 2 * (handle(a.out) + handle(b.in));
}

/**
 * What speaks against the lines of a piece: how far they reach and how long they are. Arcs are asked for
 * all of their circle's side, curves for their handles.
 * @returns a sentence in a maker's words, or null
 */
export function reachProblem(
  paths: readonly Pick<FigurePath, 'nodes' | 'closed'>[],
): string | null {
  const most = PIECE_LIMITS.coordinateMm;
  const far = `it would reach beyond ${most / 1000} m`;
  const isFar = (v: number): boolean => !(Math.abs(v) <= most);
  let [count, length] = [0, 0];
  for (const { nodes, closed } of paths) {
    count += nodes.length;
    for (let i = 0; i < nodes.length; i++) {
      const a = nodes[i]!;
      const handles = [a.in, a.out].some((h) => h && (isFar(h.x) || isFar(h.y)));
      if (isFar(a.x) || isFar(a.y) || handles) return far;
      const b = nodes[i + 1] ?? (closed ? nodes[0] : undefined);
      if (!b) continue;
      // How far an arc leaves its chord.
      if (a.bulge && isFar((a.bulge * Math.hypot(b.x - a.x, b.y - a.y)) / 2)) return far;
      length += stretchBound(a, b);
    }
  }
  if (count > PIECE_LIMITS.nodes) return `it would have more than ${PIECE_LIMITS.nodes} points`;
  if (!(length <= LONGEST_PIECE_MM)) {
    return `its lines would be over ${LONGEST_PIECE_MM / 1000} m long`;
  }
  return null;
}
