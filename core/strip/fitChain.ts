import {
  add,
  applyAffine,
  compose,
  distance,
  endOf,
  joinTurn,
  meetings,
  mix,
  pathEnds,
  project,
  rotation,
  scaling,
  segmentLength,
  startOf,
  stretchOf,
  sub,
  angleOf,
  transformSegment,
  translation,
  type Path,
  type Primitive,
  type Vec,
} from '../geometry';
import { fitSection, type FitSection } from './fitSection';
import { splitSections } from './sections';
import { tidied } from './tidy';

/** A path as lines and arcs; neighbours that do not continue in direction meet in a corner. */
export interface Chain {
  readonly primitives: readonly Primitive[];
  readonly closed: boolean;
  /** worst distance between the drawing and the chain, mm */
  readonly deviationMm: number;
  /** some of it is fitted, not kept as drawn */
  readonly fitted?: boolean;
}

/**
 * The drawn path as straight runs and circular curves, tangent to each other, with corners, so that
 * no point strays more than `toleranceMm`, with as few pieces as that takes. Lines and arcs that
 * are drawn as such are kept exactly.
 * @param fit fits one stretch; a caller may pass one that remembers
 * @param told hears which share of the points is fitted
 */
export function fitChain(
  path: Path,
  toleranceMm: number,
  fit: FitSection = fitSection,
  told?: (share: number) => void,
): Chain {
  const sections = splitSections(path, toleranceMm);
  const points = sections.list.map((s) => (s.kind === 'points' ? s.points.length : 0));
  const all = points.reduce((sum, n) => sum + n, 0);
  let before = 0;
  let deviationMm = 0;
  const last = sections.list.length - 1;
  const fitted = sections.list.map((section, i) => {
    if (section.kind === 'kept') return section.primitives;
    let within = 0;
    const fitted = fit(section.points, toleranceMm, {
      closed: sections.endless,
      corners: section.corners,
      // Between drawn corners a stretch stays on them; an open line's own ends are as free as the rest.
      pinStart: !sections.endless && (path.closed || i > 0),
      pinEnd: !sections.endless && (path.closed || i < last),
      ...(told && {
        told: (count) => {
          within = Math.min(points[i]!, within + count);
          told((before + within) / all);
        },
      }),
    });
    before += points[i]!;
    told?.(before / all);
    deviationMm = Math.max(deviationMm, fitted.deviationMm);
    return fitted.primitives;
  });
  const closed = path.closed && !isOpen(path);
  const merged = mergeCutCorners(fitted.flat(), closed, toleranceMm);
  let tidy = tidied(merged.primitives, closed, toleranceMm, fit);
  // What gives way to one slip may leave another.
  for (let round = 1; round < TIDY_ROUNDS; round++) {
    const again = tidied(tidy.primitives, closed, toleranceMm, fit);
    if (again.movedMm === 0) break;
    tidy = { primitives: again.primitives, movedMm: Math.max(tidy.movedMm, again.movedMm) };
  }
  return {
    primitives: tidy.primitives,
    closed,
    deviationMm: Math.max(deviationMm, merged.movedMm, tidy.movedMm),
    fitted: sections.list.some((s) => s.kind === 'points') || merged.movedMm + tidy.movedMm > 0,
  };
}

const TIDY_ROUNDS = 4;

/** Sides shorter than this between two corners may stand for one corner drawn with its tip cut off. */
const CUT_SIDE_MM = 0.8;
const MERGED_TURN = (150 * Math.PI) / 180;

/** Corners cut off by a tiny side become whole where that stays within the tolerance. */
function mergeCutCorners(
  primitives: readonly Primitive[],
  closed: boolean,
  toleranceMm: number,
): { primitives: Primitive[]; movedMm: number } {
  const out = [...primitives];
  let movedMm = 0;
  for (
    let i = closed ? 0 : 1;
    i < out.length - (closed ? 0 : 1) && out.length > (closed ? 3 : 2);
    i++
  ) {
    const count = out.length;
    const [b, n] = [(i - 1 + count) % count, (i + 1) % count];
    const [before, side, after] = [out[b]!, out[i]!, out[n]!];
    if (side.type !== 'line' || segmentLength(side) > CUT_SIDE_MM) continue;
    const [first, second] = [joinTurn(before, side), joinTurn(side, after)];
    const both = Math.abs(first) > CUT_TURN && Math.abs(second) > CUT_TURN && first * second > 0;
    if (!both || Math.abs(first + second) >= MERGED_TURN) continue;
    const middle = mix(side.from, side.to, 0.5);
    const tips = meetings(before, after);
    const tip = tips.reduce<Vec | null>(
      (best, p) => (!best || distance(p, middle) < distance(best, middle) ? p : best),
      null,
    );
    if (!tip || distance(tip, middle) > toleranceMm) continue;
    movedMm = Math.max(movedMm, distance(tip, middle));
    out[b] = stretchOf(before, 0, project(before, tip, 1).t);
    out[n] = stretchOf(after, project(after, tip, 0).t, 1);
    out.splice(i, 1);
    i--;
  }
  return { primitives: out, movedMm };
}

const CUT_TURN = (5 * Math.PI) / 180;

function isOpen(path: Path): boolean {
  const ends = pathEnds(path);
  return !ends || distance(ends.start, ends.end) > 0.01;
}

/** The similarity that brings a stretch's two ends to the wanted places, applied to it. */
export function mapEnds(
  primitives: readonly Primitive[],
  from: Vec,
  to: Vec,
): readonly Primitive[] {
  const [first, last] = [primitives[0], primitives[primitives.length - 1]];
  if (!first || !last) return primitives;
  const a = startOf(first);
  const b = endOf(last);
  const was = sub(b, a);
  const wanted = sub(to, from);
  const size = Math.hypot(was.x, was.y);
  if (size < 1e-6 || Math.hypot(wanted.x, wanted.y) < 1e-6) {
    const shift = translation(from.x - a.x, from.y - a.y);
    return primitives.flatMap((p) => transformSegment(p, shift) as Primitive[]);
  }
  const turn = compose(
    rotation(angleOf(wanted) - angleOf(was)),
    scaling(Math.hypot(wanted.x, wanted.y) / size),
  );
  const moved = add(from, sub({ x: 0, y: 0 }, applyAffine(turn, a)));
  const map = compose(translation(moved.x, moved.y), turn);
  return primitives.flatMap((p) => transformSegment(p, map) as Primitive[]);
}
