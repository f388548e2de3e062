import {
  angleOf,
  curvatureOf,
  endOf,
  joinTurn,
  pointAt,
  segmentLength,
  startOf,
  tangentAt,
  type Primitive,
  type Vec,
} from '../geometry';
import { primitivesOf, type FitSection } from './fitSection';
import { polish } from './polish';
import type { ChainElement } from './tangentChain';

/** Joints that turn less than this are smooth, radians; more than the second, corners. */
const EXACT_TURN = 1e-4;
const CORNER_TURN = (1.5 * Math.PI) / 180;
/** A bow whose middle stands out less than this share of the tolerance is a straight run. */
export const FLAT_SHARE = 0.1;
const POINTS = 10;

/**
 * A chain without slips: joints that turn a little, and bows too flat to be bends, are no bends of
 * their own, but left out one by one they would add up. Each smooth stretch that has some is fitted
 * once more without them; where the line then strays too far it is fitted anew by its points.
 */
export function tidied(
  primitives: readonly Primitive[],
  closed: boolean,
  toleranceMm: number,
  fit: FitSection,
): { primitives: readonly Primitive[]; movedMm: number } {
  const count = primitives.length;
  const turnBefore = primitives.map((p, i) => {
    const before = primitives[i - 1] ?? (closed ? primitives[count - 1] : undefined);
    return before ? Math.abs(joinTurn(before, p)) : Infinity;
  });
  const isFlat = (p: Primitive): boolean => bowOf(p) < FLAT_SHARE * toleranceMm;
  const slips = primitives.map(
    (p, i) => (turnBefore[i]! > EXACT_TURN && turnBefore[i]! <= CORNER_TURN) || isFlat(p),
  );
  if (!slips.some(Boolean)) return { primitives, movedMm: 0 };
  const first = turnBefore.findIndex((t) => t > CORNER_TURN);
  const order = primitives.map((_, i) => (i + Math.max(0, first)) % count);
  const stretches: number[][] = [];
  for (const i of order) {
    if (stretches.length === 0 || turnBefore[i]! > CORNER_TURN) stretches.push([i]);
    else stretches[stretches.length - 1]!.push(i);
  }
  let movedMm = 0;
  const out = stretches.flatMap((stretch): readonly Primitive[] => {
    const own = stretch.map((i) => primitives[i]!);
    // The first joint of a stretch is a corner, or that of a ring without corners.
    const ring = closed && first < 0;
    if (!stretch.some((i, k) => slips[i] && (ring || k > 0 || isFlat(primitives[i]!)))) return own;
    const made = ring
      ? refitted(own, true, toleranceMm, fit)
      : evened(own, toleranceMm, isFlat, fit);
    movedMm = Math.max(movedMm, made.deviationMm);
    return made.primitives;
  });
  // A closed chain begins at its first corner now; its seam is found by place, not by number.
  return { primitives: out, movedMm };
}

/** How far the middle of an arc stands off its chord, mm; a line has no bow to be flat. */
const bowOf = (p: Primitive): number =>
  p.type === 'line'
    ? Infinity
    : p.radius * (1 - Math.cos(Math.min(Math.PI, Math.abs(p.sweep)) / 2));

interface Made {
  readonly primitives: readonly Primitive[];
  readonly deviationMm: number;
}

function evened(
  own: readonly Primitive[],
  toleranceMm: number,
  isFlat: (p: Primitive) => boolean,
  fit: FitSection,
): Made {
  const chain: ChainElement[] = [];
  const points: Vec[] = [];
  const pieces: number[] = [];
  own.forEach((p, k) => {
    const line = p.type === 'line' || isFlat(p);
    const last = chain[chain.length - 1];
    // Straight beside straight without a joint is one.
    if (line && last?.line) last.length += segmentLength(p);
    else {
      const curvature = line ? 0 : curvatureOf(p);
      chain.push({ turn: 0, corner: false, curvature, line, length: segmentLength(p) });
    }
    for (let i = k === 0 ? 0 : 1; i <= POINTS; i++) {
      points.push(pointAt(p, i / POINTS));
      pieces.push(chain.length - 1);
    }
  });
  const start = { at: startOf(own[0]!), heading: angleOf(tangentAt(own[0]!, 0)) };
  const ends = { freeStart: true, end: null, pinStart: true, pinEnd: true };
  const done = polish(points, Int32Array.from(pieces), start, chain, ends);
  const straight = chain.length === 1 && chain[0]!.line;
  const sane = done.chain.every((e, i) => e.length > 0 && e.curvature * chain[i]!.curvature >= 0);
  if (sane && done.worst <= toleranceMm) {
    if (!straight)
      return { primitives: primitivesOf(done.start, done.chain), deviationMm: done.worst };
    const line: Primitive = {
      type: 'line',
      from: startOf(own[0]!),
      to: endOf(own[own.length - 1]!),
    };
    return { primitives: [line], deviationMm: done.worst };
  }
  return refitted(own, false, toleranceMm, fit);
}

const STEP_MM = 0.4;

function refitted(
  own: readonly Primitive[],
  closed: boolean,
  toleranceMm: number,
  fit: FitSection,
): Made {
  const points: Vec[] = [startOf(own[0]!)];
  for (const p of own) {
    const count = Math.max(2, Math.ceil(segmentLength(p) / STEP_MM));
    for (let i = 1; i <= count; i++) points.push(pointAt(p, i / count));
  }
  const pin = !closed;
  return fit(points, toleranceMm, { closed, corners: false, pinStart: pin, pinEnd: pin });
}
