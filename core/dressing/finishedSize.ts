import { cuppedWidth, rolledWidth } from '../element';
import { flattenSegment, startOf, type Box, type Primitive, type Vec } from '../geometry';
import { kindOf, type DressMark } from '../item';
import type { Piece } from '../piece';
import { endShapes, formedLine, openedStrands, type Plan } from '../plan';
import type { Dressing } from './dressPiece';
import { alongside, type Reach } from './reach';
import { foldedFigure, foldedLayers, foldedPlace } from './folding';
import { standsOut } from './squareEnds';
import { isRefused, type Dressed } from './types';

/** How large a finished piece is over everything: wire, ends, and what it is dressed with, but for what goes round the neck. */
export interface FinishedSize {
  readonly widthMm: number;
  readonly heightMm: number;
  /** from front to back, where it is brought out of the plane or something stands square to it; null where all is flat */
  readonly deepMm: number | null;
  /** as it is before that */
  readonly flat: { readonly widthMm: number; readonly heightMm: number };
}

/** How far a stone reaches to its sides and up and down, as it is turned. */
export function stoneReach({
  widthMm,
  heightMm,
  turnRad = 0,
}: Extract<DressMark, { kind: 'stone' }>): { readonly x: number; readonly y: number } {
  const [c, s] = [Math.cos(turnRad), Math.sin(turnRad)];
  return {
    x: Math.hypot(widthMm * c, heightMm * s) / 2,
    y: Math.hypot(widthMm * s, heightMm * c) / 2,
  };
}

function reachOf(mark: DressMark): Reach[] {
  switch (mark.kind) {
    case 'wire':
      return mark.runs.flatMap((run) => alongside(run, mark.diameterMm / 2));
    case 'flat':
    case 'cord':
      return alongside(mark.points, mark.widthMm / 2);
    case 'stone':
      return [{ at: mark.at, ...stoneReach(mark) }];
    case 'bead': {
      const { x, y } = mark.along;
      const [a, b] = [mark.bead.lengthMm / 2, mark.bead.acrossMm / 2];
      return [{ at: mark.at, x: Math.hypot(a * x, b * y), y: Math.hypot(a * y, b * x) }];
    }
  }
}

/** Of what goes round the neck only a bit is drawn, and it is no size of the piece. */
const isRoundNeck = ({ item }: Dressed): boolean => kindOf(item).nature?.(item).neck === true;

/** Everything that a plan and its dressing reach, as drawn from the front; all, or without what is round the neck. */
function reaches(plan: Plan, dressing: Dressing | null, all = false): Reach[] {
  return [
    ...plan.wires.flatMap((wire) => {
      const fine = (s: Primitive): Vec[] => [startOf(s), ...flattenSegment(s, 0.02)];
      const ends = endShapes(plan, wire).map(fine);
      const strands = openedStrands(plan, wire);
      return [
        ...[formedLine(wire).points, ...ends].flatMap((line) =>
          alongside(line, wire.stock.diameterMm / 2),
        ),
        ...strands.flatMap(({ shapes, diameterMm }) =>
          shapes.flatMap((s) => alongside(fine(s), diameterMm / 2)),
        ),
      ];
    }),
    ...(dressing?.items ?? [])
      .filter((d) => !isRefused(d) && (all || !isRoundNeck(d)))
      .flatMap((d) => d.marks.flatMap(reachOf)),
    ...(dressing?.copies ?? []).flatMap((c) => c.marks.flatMap(reachOf)),
  ];
}

/** The box round everything, as drawn from the front; null while there is nothing. */
export const finishedBox = (plan: Plan, dressing: Dressing | null): Box | null =>
  boxOf(reaches(plan, dressing, true));

/** The box round the piece itself, without what goes round the neck: as large as its size says when it is flat. */
export const pieceBox = (plan: Plan, dressing: Dressing | null): Box | null =>
  boxOf(reaches(plan, dressing));

function boxOf(all: readonly Reach[]): Box | null {
  if (all.length === 0) return null;
  const box = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity };
  for (const { at, x, y } of all) {
    box.minX = Math.min(box.minX, at.x - x);
    box.maxX = Math.max(box.maxX, at.x + x);
    box.minY = Math.min(box.minY, at.y - y);
    box.maxY = Math.max(box.maxY, at.y + y);
  }
  return box;
}

/**
 * The size of the finished piece; null while there is nothing. Rolled, it is as wide as it is seen from
 * the front: a chord, or the mandrel and the wire on both sides of it. Over a rod its top goes half round
 * and comes down behind, so that it is as high as what stays in front, half the rod and the wire. Arms that
 * are folded over lie where they come to, on the middle. What stands square to the figure, a post or a hook, makes it deeper.
 */
export function finishedSize(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
): FinishedSize | null {
  const size = shapedSize(piece, plan, dressing);
  const out = standsOut(plan, dressing);
  if (!size || !out) return size;
  const thick = size.deepMm ?? thickestMm(plan);
  const before = Math.max(0, out.frontMm - (thick - thickestMm(plan)));
  return { ...size, deepMm: thick + before + out.backMm };
}

const thickestMm = (plan: Plan): number =>
  Math.max(plan.diameterMm, ...plan.wires.map((w) => w.stock.diameterMm));

/** The size without what stands square to the figure. */
function shapedSize(piece: Piece, plan: Plan, dressing: Dressing | null): FinishedSize | null {
  const box = pieceBox(plan, dressing);
  if (!box) return null;
  const [widthMm, heightMm] = [box.maxX - box.minX, box.maxY - box.minY];
  const flat = { widthMm, heightMm };
  const d = thickestMm(plan);
  const out = piece.outOfPlane;
  switch (out?.kind) {
    case undefined:
      return { ...flat, deepMm: null, flat };
    case 'roll': {
      const radius = (out.mandrelMm + d) / 2;
      const half = widthMm / (2 * radius);
      const round = half >= Math.PI / 2;
      return {
        widthMm: round ? 2 * radius + d : rolledWidth(widthMm, out.mandrelMm, d),
        heightMm,
        deepMm: Math.min(2 * radius, radius * (1 - Math.cos(Math.min(Math.PI, half)))) + d,
        flat,
      };
    }
    case 'fold': {
      const put = foldedPlace(plan, out);
      const { stays, arms, ears } = foldedFigure(plan, out);
      const round = (at: Vec, mm: number): Reach => ({ at, x: mm, y: mm });
      const folded = boxOf([
        ...[...stays, ...arms.flat(), ...ears].flat().map((at) => round(at, d / 2)),
        // Folded over, what lay along a slope lies along another one: it reaches as far to all sides.
        ...reaches(plan, dressing).map(({ at, x, y }) => round(put(at), Math.hypot(x, y))),
      ])!;
      return {
        widthMm: folded.maxX - folded.minX,
        heightMm: folded.maxY - folded.minY,
        deepMm: foldedLayers(out) * d,
        flat,
      };
    }
    case 'cup':
      return {
        widthMm: cuppedWidth(widthMm, out.riseMm),
        heightMm: cuppedWidth(heightMm, out.riseMm),
        deepMm: out.riseMm + d,
        flat,
      };
    case 'rod': {
      const over = (Math.PI * (out.rodMm + d)) / 2;
      const front = Math.max(0, heightMm - over - out.backMm);
      return { widthMm, heightMm: front + out.rodMm / 2 + d, deepMm: out.rodMm + 2 * d, flat };
    }
  }
}
