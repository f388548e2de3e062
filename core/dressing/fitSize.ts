import { figureBox, resizeFigure, type Piece } from '../piece';
import { planPiece, type Bench } from '../plan';
import { dressPiece } from './dressPiece';
import { finishedSize } from './finishedSize';

export type Side = 'height' | 'width';

/** What was found when a size was asked for. */
export type Fit =
  /** the drawn line is that long on that side, and the finished piece so large */
  | { readonly ok: true; readonly lineMm: number; readonly sizeMm: number }
  /** wire, ends and what is on it are as large by themselves */
  | { readonly ok: false; readonly leastMm: number };

/** The size that was asked for is met to this, mm. */
const NEAR_MM = 0.02;
const MOST_TRIES = 9;
/** Figures of no more points are planned so soon that more sizes beside are tried: so many, so far apart, mm. */
const QUICK_POINTS = 60;
const LOOKS = 16;
const LOOK_MM = 0.03;
/** A drawn line is no shorter than this, mm. */
const LEAST_LINE_MM = 0.5;

const lineOf = (piece: Piece, side: Side): number | null => {
  const box = figureBox(piece.paths);
  if (!box) return null;
  return side === 'height' ? box.maxY - box.minY : box.maxX - box.minX;
};

/** How large a piece is on one side when it is finished, over wire, ends and all that is on it, mm. */
export function sizeOn(piece: Piece, side: Side, bench: Bench): number | null {
  const plan = planPiece(piece, bench);
  const size = finishedSize(piece, plan, dressPiece(piece, plan));
  return size && (side === 'height' ? size.heightMm : size.widthMm);
}

/**
 * How large a figure is drawn so that the finished piece is so large on one side. What does not grow with the figure
 * (wire, loops, beads) makes the size a line with a start in the drawn size, nearly: it is found by the secant
 * method, kept between sizes that are known to be too small and too large, each planned anew.
 * @returns null where nothing is drawn that could be larger or smaller on that side
 */
export function fitSize(piece: Piece, side: Side, sizeMm: number, bench: Bench = {}): Fit | null {
  const drawn = lineOf(piece, side);
  if (drawn === null || drawn < 1e-6) return null;
  const known = new Map<number, number>();
  const at = (line: number): number => {
    const size = known.get(line) ?? sizeOn(resizeFigure(piece, side, line), side, bench) ?? line;
    known.set(line, size);
    return size;
  };
  const best = (): Fit => {
    const [lineMm, size] = [...known].reduce((a, b) =>
      Math.abs(b[1] - sizeMm) < Math.abs(a[1] - sizeMm) ? b : a,
    );
    return { ok: true, lineMm, sizeMm: size };
  };
  const isMet = (): boolean =>
    [...known.values()].some((size) => Math.abs(size - sizeMm) <= NEAR_MM);
  let [small, large] = [LEAST_LINE_MM, Infinity];
  let [before, size] = [drawn, at(drawn)];
  let line = Math.max(LEAST_LINE_MM, drawn + sizeMm - size);
  while (known.size < MOST_TRIES && Math.abs(size - sizeMm) > NEAR_MM) {
    const last = size;
    size = at(line);
    if (size > sizeMm) {
      if (line <= LEAST_LINE_MM) return { ok: false, leastMm: size };
      large = Math.min(large, line);
    } else small = Math.max(small, line);
    const slope = (size - last) / (line - before);
    const next = line + (sizeMm - size) / (slope > 0.05 ? slope : 1);
    before = line;
    const isBetween = next > small && next < large;
    line = isBetween ? next : large < Infinity ? (small + large) / 2 : Math.max(small, next);
    if (known.has(line)) break;
  }
  // Where its curves change from one size of drawing to the next the size jumps: the nearest is looked for beside.
  const points = piece.paths.reduce((sum, p) => sum + p.nodes.length, 0);
  if (points <= QUICK_POINTS && !isMet()) {
    const found = best();
    const middle = found.ok ? found.lineMm : drawn;
    for (let i = 1; i <= LOOKS && !isMet(); i++) {
      for (const beside of [middle - i * LOOK_MM, middle + i * LOOK_MM])
        if (beside >= LEAST_LINE_MM) at(beside);
    }
  }
  return best();
}
