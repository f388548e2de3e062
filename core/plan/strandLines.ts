import {
  add,
  curvatureOf,
  distance,
  perp,
  pointAt,
  project,
  scale,
  segmentLength,
  startOf,
  endOf,
  stretchOf,
  tangentAt,
  turnBetween,
  type Primitive,
  type Segment,
  type Vec,
} from '../geometry';
import { nodesOf, type FigurePath } from '../piece';
import { centreChain } from '../strip';
import { chainOf } from './chains';
import type { Breach } from './laws';

/** Steps at which a parted stretch is followed: such a share of its parting, and no longer than that, mm. */
const STEP_OF_PARTING = 1 / 6;
const MOST_STEP_MM = 1;
/** No more steps than that along one line. */
const MOST_STEPS = 4000;
/** Its slope is taken over so much to either side, mm. */
const SLOPE_MM = 1e-4;
/** Where a line turns by more than this it has a corner, radians. */
const CORNER_RAD = 0.02;
/** Lines and arcs whose ends are this near follow each other, mm: those of a fitted line nearly meet. */
const JOINED_MM = 0.01;
/** Inside a curve a wire keeps at least this share of the curve's radius. */
const LEAST_RADIUS = 0.1;

const isCornerBetween = (before: Primitive, after: Primitive): boolean =>
  Math.abs(turnBetween(tangentAt(before, 1), tangentAt(after, 0))) > CORNER_RAD;

/** From 0 to 1 without a corner at either end. */
const eased = (t: number): number => {
  const within = Math.min(1, Math.max(0, t));
  return within * within * (3 - 2 * within);
};

/** The share of such a stretch over which strands part, and come together again. */
const PARTING = 1 / 3;

/** A line or arc of a strand, and where it begins along it. */
interface Piece {
  readonly p: Primitive;
  readonly fromMm: number;
  readonly toMm: number;
}

/** A place on a strand further aside than it lies by itself. */
interface Parted {
  readonly apart: (mm: number) => number;
  readonly pieces: readonly Piece[];
  readonly stepMm: number;
}

/** Where a strand is that lies so far aside of a line or arc, and how it goes on there. */
function aside({ p, fromMm, toMm }: Piece, { apart }: Parted, mm: number): { at: Vec; way: Vec } {
  const t = (mm - fromMm) / (toMm - fromMm);
  const along = tangentAt(p, t);
  const by = apart(mm);
  const rise = (apart(mm + SLOPE_MM) - apart(mm - SLOPE_MM)) / (2 * SLOPE_MM);
  const onward = scale(along, 1 - curvatureOf(p) * by);
  return {
    at: add(pointAt(p, t), scale(perp(along), by)),
    way: add(onward, scale(perp(along), rise)),
  };
}

/** One line or arc of a strand: itself where nothing parts, else curves through places aside of it. */
function laid(piece: Piece, parted: Parted): Segment[] {
  const { p, fromMm, toMm } = piece;
  const long = toMm - fromMm;
  const steps = Math.max(1, Math.ceil(long / parted.stepMm));
  const at = (i: number): number => fromMm + (long * i) / steps;
  const moves = Array.from({ length: steps + 1 }, (_, i) => parted.apart(at(i)) !== 0);
  if (!moves.some(Boolean)) return [p];
  const out: Segment[] = [];
  for (let i = 0; i < steps;) {
    let end = i + 1;
    if (moves[i] || moves[end]) {
      const third = long / steps / 3;
      const [a, b] = [aside(piece, parted, at(i)), aside(piece, parted, at(end))];
      const [c1, c2] = [add(a.at, scale(a.way, third)), add(b.at, scale(b.way, -third))];
      out.push({ type: 'cubic', from: a.at, c1, c2, to: b.at });
    } else {
      while (end < steps && !moves[end + 1]) end++;
      out.push(stretchOf(p, i / steps, end / steps));
    }
    i = end;
  }
  return out;
}

/** A curve that is too tight for what lies inside it; null if there is none. */
function tooTight({ apart, pieces, stepMm }: Parted): Breach | null {
  for (const { p, fromMm, toMm } of pieces) {
    const curved = curvatureOf(p);
    const steps = curved === 0 ? 0 : Math.ceil((toMm - fromMm) / stepMm);
    for (let i = 0; i <= steps && steps > 0; i++) {
      const left = 1 - curved * apart(fromMm + ((toMm - fromMm) * i) / steps);
      if (left < LEAST_RADIUS) {
        return { law: 'lost', at: pointAt(p, i / steps), is: 0, should: toMm - fromMm };
      }
    }
  }
  return null;
}

/**
 * The line of one of several wires side by side of which some stretches stand further apart: beside the drawn
 * line as it lies by itself, and over such a stretch further aside by its share, parting and coming together
 * again over a third of it. At corners the wires are together.
 * @param index which of them, from the left
 * @param pitchMm from wire to wire where nothing else is said
 * @returns the line as if it had been drawn, with what speaks against it; null where there is none to part
 */
export function strandLine(
  path: FigurePath,
  index: number,
  pitchMm: number,
  diameterMm: number,
  toleranceMm: number,
): { readonly path: FigurePath; readonly breach: Breach | null } | null {
  const { strands = 1, strandsApartMm = 0, apartAt = [], ...own } = path;
  if (strands < 2 || apartAt.length === 0) return null;
  const from = index - (strands - 1) / 2;
  const drawn = chainOf(path, toleranceMm);
  if (drawn.breach) return null;
  const { primitives, closed } = centreChain(
    drawn.chain,
    'centre',
    diameterMm,
    from * pitchMm,
  ).chain;
  let all = 0;
  const pieces = primitives.map((p): Piece => {
    const fromMm = all;
    return { p, fromMm, toMm: (all += segmentLength(p)) };
  });
  const [first] = pieces;
  if (!first) return null;
  const corners = pieces.flatMap(({ p, fromMm }, i) => {
    const before = pieces[i - 1]?.p ?? (closed ? pieces.at(-1)!.p : null);
    return before && isCornerBetween(before, p) ? [fromMm] : [];
  });
  const off = (a: number, b: number): number => {
    const straight = Math.abs(a - b);
    return closed ? Math.min(straight, all - straight) : straight;
  };
  /** How far it is to the last corner and to the next, mm; Infinity where there is none. */
  const cornersAbout = (mm: number): { before: number; after: number } => {
    const way = (ahead: number): number => (closed && ahead < 0 ? ahead + all : ahead);
    const least = (ways: number[]): number =>
      Math.min(Infinity, ...ways.map(way).filter((w) => w >= 0));
    return {
      before: least(corners.map((c) => mm - c)),
      after: least(corners.map((c) => c - mm)),
    };
  };
  const stretches = apartAt.map((stretch) => {
    let best = { mm: 0, far: Infinity };
    for (const { p, fromMm, toMm } of pieces) {
      const t = Math.min(1, Math.max(0, project(p, stretch, 0.5).t));
      const far = distance(pointAt(p, t), stretch);
      if (far < best.far) best = { mm: fromMm + t * (toMm - fromMm), far };
    }
    return { ...stretch, middleMm: best.mm };
  });
  const apart = (mm: number): number =>
    stretches.reduce((sum, { middleMm, lengthMm, apartMm }) => {
      const parting = PARTING * lengthMm;
      const inside = (lengthMm / 2 - off(mm, middleMm)) / parting;
      if (inside <= 0) return sum;
      const { before, after } = cornersAbout(mm);
      if (before === 0 || after === 0) return sum;
      // Between corners that are nearer together they part and meet over half the way, without a kink there.
      const reach = Math.min(parting, (before + after) / 2);
      const clear = eased(before / reach) * eased(after / reach);
      return sum + from * (apartMm - strandsApartMm) * eased(inside) * clear;
    }, 0);
  const shortest = Math.min(...apartAt.map((s) => PARTING * s.lengthMm));
  const stepMm = Math.max(all / MOST_STEPS, Math.min(MOST_STEP_MM, STEP_OF_PARTING * shortest));
  const parted: Parted = { apart, pieces, stepMm };
  const steps = Math.ceil(all / parted.stepMm);
  const parts = Array.from({ length: steps }, (_, i) => apart((all * (i + 0.5)) / steps));
  if (parts.every((mm) => mm === 0)) return null;
  const segments = pieces.flatMap((piece, i) => {
    const [from, next] = [endOf(piece.p), pieces[i + 1]?.p ?? (closed ? first.p : null)];
    const to = next && startOf(next);
    // Where it only bends a little the one begins where the other ends.
    const apart = to !== null && distance(from, to) > JOINED_MM && isCornerBetween(piece.p, next!);
    return [...laid(piece, parted), ...(apart ? [{ type: 'line', from, to } as const] : [])];
  });
  return { path: { ...own, nodes: nodesOf({ segments, closed }) }, breach: tooTight(parted) };
}
