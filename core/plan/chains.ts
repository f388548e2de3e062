import {
  isMirror,
  pathLength,
  reverseSegment,
  settledIn,
  standardFrame,
  transformSegment,
  type Affine,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import { drawnPath, type FigurePath } from '../piece';
import { fitChain, fitSection, type Chain, type FitSection } from '../strip';
import { chainBreach, type Breach } from './laws';
import { remember } from './remember';

const chains = remember<KnownChain>(60);
const sections = remember<ReturnType<FitSection>>(400);

const pointsKey = (points: readonly Vec[]): string =>
  points.map((p) => `${p.x.toFixed(5)},${p.y.toFixed(5)}`).join(' ');

/** Stretches that a change left alone are not fitted again: dragging a point costs its own stretch. */
const remembered: FitSection = (points, tolerance, options) =>
  sections(`${tolerance}|${JSON.stringify(options)}|${pointsKey(points)}`, () =>
    fitSection(points, tolerance, options),
  );

/**
 * A stretch is fitted in a frame of its own, and from the end that comes first there: so stretches
 * of one shape have the same bends however they lie and whichever way they are gone, and a stretch
 * that is its own mirror image has mirrored halves.
 */
const fitOnce: FitSection = (points, tolerance, options) => {
  const forth = standardFrame(points);
  const there = points.map((p) => settledIn(forth.to, p));
  const back = options.closed ? forth : standardFrame([...points].reverse());
  const home = options.closed ? there : [...points].reverse().map((p) => settledIn(back.to, p));
  const order = options.closed ? -1 : compared(there, home);
  if (order <= 0) {
    // The same row from both ends is a mirror image only where one of both frames is mirrored: an S that
    // is turned half round comes upon itself, too, and its halves are no images of each other.
    const mirrored = isMirror(forth.to) !== isMirror(back.to);
    const even = order === 0 && mirrored && points.length > 2;
    const fit = remembered(there, tolerance, { ...options, even });
    return { ...fit, primitives: fit.primitives.map((p) => mapped(p, forth.from)) };
  }
  const turned = { ...options, pinStart: options.pinEnd, pinEnd: options.pinStart };
  const fit = remembered(home, tolerance, { ...turned, even: false });
  const primitives = fit.primitives.map((p) => reverseSegment(mapped(p, back.from))).reverse();
  return { ...fit, primitives };
};

/** Rows that differ by less than this are the same, mm. */
const SAME_MM = 2e-5;

/** Which of two rows of points comes first; 0 where they are the same. */
function compared(a: readonly Vec[], b: readonly Vec[]): number {
  for (let i = 0; i < a.length; i++) {
    const [p, q] = [a[i]!, b[i]!];
    if (Math.abs(p.x - q.x) > SAME_MM) return p.x - q.x;
    if (Math.abs(p.y - q.y) > SAME_MM) return p.y - q.y;
  }
  return 0;
}

const mapped = (p: Primitive, m: Affine): Primitive => transformSegment(p, m)[0] as Primitive;

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
 * @param told hears which share of the work is done
 */
export function chainOf(
  path: FigurePath,
  toleranceMm: number,
  told?: (share: number) => void,
): KnownChain {
  const key = JSON.stringify([toleranceMm, path.closed, path.nodes]);
  return chains(key, () => {
    const drawn = drawnPath(path);
    return { ...lawfulChain(drawn, toleranceMm, told), drawnMm: pathLength(drawn), key };
  });
}

/** Shares of the tolerance that are tried until a chain keeps the laws. */
const CLOSER = [1, 0.5, 0.2, 0.08];

function lawfulChain(
  drawn: Path,
  toleranceMm: number,
  told?: (share: number) => void,
): { chain: Chain; breach: Breach | null } {
  let first: { chain: Chain; breach: Breach } | null = null;
  for (const [i, share] of CLOSER.entries()) {
    // Nobody knows how many tries it takes: each is half of what is left.
    const tell = told && ((done: number) => told(1 - 0.5 ** i * (1 - done / 2)));
    const chain = fitChain(drawn, share * toleranceMm, fitOnce, tell);
    const breach = chainBreach(drawn, chain, toleranceMm);
    if (!breach) return { chain, breach };
    first ??= { chain, breach };
    if (breach.law === 'endless') break;
  }
  return first!;
}
