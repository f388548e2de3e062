import {
  add,
  bulgeOf,
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
  type Vec,
} from '../geometry';
import type { FigureNode, FigurePath } from '../piece';
import { centreChain } from '../strip';
import { chainOf } from './chains';
import type { Breach } from './laws';

/** Steps at which a parted stretch is followed, mm; of a long one they are such a share of it. */
const STEP_MM = 0.25;
const STEP_SHARE = 1 / 4000;
/** Where a line turns by more than this it has a corner, radians. */
const CORNER_RAD = 0.02;
/** Lines and arcs whose ends are this near follow each other, mm. */
const JOINED_MM = 1e-6;
/** Inside a curve a wire keeps at least this share of the curve's radius. */
const LEAST_RADIUS = 0.1;

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

/** Half a turn at the most has one bulge. */
function nodesOf(p: Primitive): FigureNode[] {
  if (p.type === 'line') return [startOf(p)];
  if (Math.abs(p.sweep) <= Math.PI) return [{ ...startOf(p), bulge: bulgeOf(p) }];
  return [...nodesOf(stretchOf(p, 0, 0.5)), ...nodesOf(stretchOf(p, 0.5, 1))];
}

/** The nodes of one line or arc: itself where nothing parts, else points aside of it. */
function laid({ p, fromMm, toMm }: Piece, { apart, stepMm }: Parted): FigureNode[] {
  const long = toMm - fromMm;
  const steps = Math.max(1, Math.ceil(long / stepMm));
  const at = (i: number): number => fromMm + (long * i) / steps;
  const moves = Array.from({ length: steps + 1 }, (_, i) => apart(at(i)) !== 0);
  if (!moves.some(Boolean)) return nodesOf(p);
  const out: FigureNode[] = [];
  for (let i = 0; i < steps;) {
    let end = i + 1;
    if (moves[i] || moves[i + 1]) {
      const t = i / steps;
      out.push(add(pointAt(p, t), scale(perp(tangentAt(p, t)), apart(at(i)))));
    } else {
      while (end < steps && !moves[end + 1]) end++;
      out.push(...nodesOf(stretchOf(p, i / steps, end / steps)));
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
    const turn = before ? turnBetween(tangentAt(before, 1), tangentAt(p, 0)) : 0;
    return Math.abs(turn) > CORNER_RAD ? [fromMm] : [];
  });
  const off = (a: number, b: number): number => {
    const straight = Math.abs(a - b);
    return closed ? Math.min(straight, all - straight) : straight;
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
      const clear = corners.reduce((least, c) => Math.min(least, off(mm, c) / parting), 1);
      return sum + from * (apartMm - strandsApartMm) * eased(inside) * eased(clear);
    }, 0);
  const parted: Parted = { apart, pieces, stepMm: Math.max(STEP_MM, all * STEP_SHARE) };
  const steps = Math.ceil(all / parted.stepMm);
  const parts = Array.from({ length: steps }, (_, i) => apart((all * (i + 0.5)) / steps));
  if (parts.every((mm) => mm === 0)) return null;
  const nodes = pieces.flatMap((piece, i) => {
    const next = pieces[i + 1]?.p ?? (closed ? first.p : null);
    const joined = !next || distance(endOf(piece.p), startOf(next)) < JOINED_MM;
    return [...laid(piece, parted), ...(joined ? [] : [endOf(piece.p)])];
  });
  const last = pieces.at(-1)!;
  const end: Vec[] = closed
    ? []
    : [add(endOf(last.p), scale(perp(tangentAt(last.p, 1)), apart(last.toMm)))];
  return { path: { ...own, nodes: [...nodes, ...end] }, breach: tooTight(parted) };
}
