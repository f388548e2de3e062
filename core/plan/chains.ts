import { pathLength } from '../geometry';
import { drawnPath, type FigurePath } from '../piece';
import { fitChain, type Chain } from '../strip';

const MAX_KEPT = 60;
const kept = new Map<string, { chain: Chain; drawnMm: number }>();

/**
 * The chain of a drawn path, remembered for the last paths asked for: it depends on the drawn line
 * and the tolerance only, and is the one slow step of a plan.
 */
export function chainOf(path: FigurePath, toleranceMm: number): { chain: Chain; drawnMm: number } {
  const key = JSON.stringify([toleranceMm, path.closed, path.nodes]);
  const known = kept.get(key);
  if (known) {
    kept.delete(key);
    kept.set(key, known);
    return known;
  }
  const drawn = drawnPath(path);
  const made = { chain: fitChain(drawn, toleranceMm), drawnMm: pathLength(drawn) };
  kept.set(key, made);
  if (kept.size > MAX_KEPT) kept.delete(kept.keys().next().value!);
  return made;
}
