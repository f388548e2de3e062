import { pathLength, type Path, type Vec } from '../geometry';
import { drawnPath, type FigurePath } from '../piece';
import { fitChain, fitSection, type Chain, type FitSection } from '../strip';
import { chainBreach, type Breach } from './laws';
import { remember } from './remember';

const chains = remember<KnownChain>(60);
const sections = remember<ReturnType<FitSection>>(400);

const pointsKey = (points: readonly Vec[]): string =>
  points.map((p) => `${p.x.toFixed(5)},${p.y.toFixed(5)}`).join(' ');

/** Stretches that a change left alone are not fitted again: dragging a point costs its own stretch. */
const fitOnce: FitSection = (points, tolerance, options) =>
  sections(`${tolerance}|${JSON.stringify(options)}|${pointsKey(points)}`, () =>
    fitSection(points, tolerance, options),
  );

export interface KnownChain {
  readonly chain: Chain;
  /** the law that even the closest fit breaks */
  readonly breach: Breach | null;
  readonly drawnMm: number;
  /** tells this chain from all others */
  readonly key: string;
}

/**
 * The chain of a drawn path, remembered for the last paths asked for: it depends on the drawn line
 * and the tolerance only, and is the one slow step of a plan.
 */
export function chainOf(path: FigurePath, toleranceMm: number): KnownChain {
  const key = JSON.stringify([toleranceMm, path.closed, path.nodes]);
  return chains(key, () => {
    const drawn = drawnPath(path);
    return { ...lawfulChain(drawn, toleranceMm), drawnMm: pathLength(drawn), key };
  });
}

/** Shares of the tolerance that are tried until a chain keeps the laws. */
const CLOSER = [1, 0.5, 0.2, 0.08];

function lawfulChain(drawn: Path, toleranceMm: number): { chain: Chain; breach: Breach | null } {
  let first: { chain: Chain; breach: Breach } | null = null;
  for (const share of CLOSER) {
    const chain = fitChain(drawn, share * toleranceMm, fitOnce);
    const breach = chainBreach(drawn, chain, toleranceMm);
    if (!breach) return { chain, breach };
    first ??= { chain, breach };
    if (breach.law === 'endless') break;
  }
  return first!;
}
