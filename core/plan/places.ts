import {
  findCrossings,
  flattenSegment,
  segmentLength,
  startOf,
  tangentAt,
  type Crossing,
  type MeasuredLine,
  type Vec,
} from '../geometry';
import type { Strip, StripPiece } from '../strip';

/** The formed wire as points with their positions on the straight blank. */
export function formedLine(strip: Strip, tolerance = 0.05): MeasuredLine {
  const points: Vec[] = [];
  const s: number[] = [];
  for (const piece of strip.pieces) {
    const drawn = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
    let at = piece.startMm;
    for (const p of piece.shape) {
      if (points.length === 0) {
        points.push(startOf(p));
        s.push(0);
      }
      const steps = flattenSegment(p, tolerance);
      const share = drawn > 0 ? (segmentLength(p) / drawn) * piece.lengthMm : 0;
      steps.forEach((q, i) => {
        points.push(q);
        s.push(at + (share * (i + 1)) / steps.length);
      });
      at += share;
    }
  }
  return { points, s, closed: strip.closed };
}

/** The piece that takes in a position; the first or last one beyond the ends. */
function pieceAt(strip: Strip, atMm: number): StripPiece | undefined {
  const { pieces } = strip;
  let low = 0;
  let high = pieces.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    const p = pieces[middle]!;
    if (atMm <= p.startMm + p.lengthMm) high = middle;
    else low = middle + 1;
  }
  return pieces[low];
}

/** Point and direction of the formed wire at a position on the blank. */
export function placeOnWire(strip: Strip, atMm: number): { at: Vec; direction: Vec } | null {
  const piece = pieceAt(strip, atMm);
  if (!piece) return null;
  const drawn = piece.shape.reduce((sum, p) => sum + segmentLength(p), 0);
  const share = Math.min(1, Math.max(0, (atMm - piece.startMm) / Math.max(piece.lengthMm, 1e-9)));
  let left = share * drawn;
  for (const p of piece.shape) {
    const length = segmentLength(p);
    if (left <= length + 1e-9 || p === piece.shape[piece.shape.length - 1]) {
      const t = length === 0 ? 0 : Math.min(1, left / length);
      const at =
        p.type === 'line'
          ? { x: p.from.x + (p.to.x - p.from.x) * t, y: p.from.y + (p.to.y - p.from.y) * t }
          : {
              x: p.center.x + p.radius * Math.cos(p.startAngle + p.sweep * t),
              y: p.center.y + p.radius * Math.sin(p.startAngle + p.sweep * t),
            };
      return { at, direction: tangentAt(p, t) };
    }
    left -= length;
  }
  return null;
}

export interface WireCrossing {
  readonly at: Vec;
  readonly firstWire: number;
  readonly firstMm: number;
  readonly secondWire: number;
  readonly secondMm: number;
  readonly top: 'first' | 'second';
  /** angle between the two passes, radians, 0 to pi/2 */
  readonly angleRad: number;
}

export type OverRule = 'later' | 'earlier' | 'alternate';

/**
 * Where the formed wires cross, in the order in which the wire first comes there, and which pass is
 * on top. `alternate` lets each wire go over and under in turn along its length.
 */
export function crossingsOf(
  lines: readonly MeasuredLine[],
  diameterMm: number,
  rule: OverRule,
): WireCrossing[] {
  const found = findCrossings(lines, diameterMm);
  const over = rule === 'alternate' ? firstOverInTurn(found) : null;
  return found.map((c, i) => {
    const turn = Math.abs(c.turnRad);
    const firstOnTop = over ? over[i] === true : rule === 'earlier';
    return {
      at: c.at,
      firstWire: c.firstLine,
      firstMm: c.firstMm,
      secondWire: c.secondLine,
      secondMm: c.secondMm,
      top: firstOnTop ? 'first' : 'second',
      angleRad: Math.min(turn, Math.PI - turn),
    };
  });
}

/** For each crossing whether its first pass is over, when each wire goes over and under in turn. */
function firstOverInTurn(found: readonly Crossing[]): boolean[] {
  const passes = found.flatMap((c, i) => [
    { wire: c.firstLine, mm: c.firstMm, crossing: i, first: true },
    { wire: c.secondLine, mm: c.secondMm, crossing: i, first: false },
  ]);
  passes.sort((a, b) => a.wire - b.wire || a.mm - b.mm);
  const over: boolean[] = [];
  passes.forEach((pass, n) => {
    over[pass.crossing] ??= (n % 2 === 0) === pass.first;
  });
  return over;
}
