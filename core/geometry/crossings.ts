import { CELL_MM, cellKey, chordsOf, forPairs, type Chord } from './chordGrid';
import { distance, mix, type Vec } from './vec';

/** Two stretches of polylines meeting at a point; `s` are lengths along each polyline. */
export interface Crossing {
  readonly at: Vec;
  readonly firstLine: number;
  readonly firstMm: number;
  readonly secondLine: number;
  readonly secondMm: number;
  /** signed turn from the first stretch's direction to the second's, radians */
  readonly turnRad: number;
}

export interface MeasuredLine {
  readonly points: readonly Vec[];
  /** position of each point along the wire, mm */
  readonly s: readonly number[];
  readonly closed: boolean;
}

/**
 * Every place where the lines cross themselves or each other, found with a grid of cells so that
 * the work grows with the length drawn and not with its square.
 *
 * @param lines polylines with positions in mm, chords within a few hundredths of the true curve
 * @param apartMm crossings of one line whose two positions lie nearer than this are no crossings
 *   but the joint of a bend; for all lines, or for each
 */
export function findCrossings(
  lines: readonly MeasuredLine[],
  apartMm: number | readonly number[],
): Crossing[] {
  const crossings = new Crossings(lines, apartMm);
  forPairs(chordsOf(lines), (later, earlier) => crossings.test(earlier, later));
  return crossings.sorted();
}

/** Gathers the crossings among pairs of chords. */
export class Crossings {
  private readonly found = new Found();

  constructor(
    private readonly lines: readonly MeasuredLine[],
    private readonly apartMm: number | readonly number[],
  ) {}

  test(earlier: Chord, later: Chord): void {
    const crossing = meet(this.lines, earlier, later);
    if (!crossing) return;
    const { apartMm } = this;
    const mm = typeof apartMm === 'number' ? apartMm : apartMm[crossing.firstLine]!;
    if (isApart(this.lines, crossing, mm)) this.found.add(crossing);
  }

  sorted(): Crossing[] {
    return this.found.list.sort((p, q) => p.firstLine - q.firstLine || p.firstMm - q.firstMm);
  }
}

function meet(lines: readonly MeasuredLine[], p: Chord, q: Chord): Crossing | null {
  if (Math.max(p.a.x, p.b.x) < Math.min(q.a.x, q.b.x)) return null;
  if (Math.max(q.a.x, q.b.x) < Math.min(p.a.x, p.b.x)) return null;
  if (Math.max(p.a.y, p.b.y) < Math.min(q.a.y, q.b.y)) return null;
  if (Math.max(q.a.y, q.b.y) < Math.min(p.a.y, p.b.y)) return null;
  // In bare numbers: this is asked of every two chords that share a cell.
  const [ux, uy] = [p.b.x - p.a.x, p.b.y - p.a.y];
  const [vx, vy] = [q.b.x - q.a.x, q.b.y - q.a.y];
  const [wx, wy] = [q.a.x - p.a.x, q.a.y - p.a.y];
  const denominator = ux * vy - uy * vx;
  if (Math.abs(denominator) < 1e-12) return null;
  const t = (wx * vy - wy * vx) / denominator;
  const r = (wx * uy - wy * ux) / denominator;
  if (t < 0 || t > 1 || r < 0 || r > 1) return null;
  const position = (piece: Chord, at: number): number => {
    const s = lines[piece.line]?.s ?? [];
    const before = s[piece.index] ?? 0;
    return before + ((s[piece.index + 1] ?? before) - before) * at;
  };
  return {
    at: mix(p.a, p.b, t),
    firstLine: p.line,
    firstMm: position(p, t),
    secondLine: q.line,
    secondMm: position(q, r),
    turnRad: Math.atan2(denominator, ux * vx + uy * vy),
  };
}

function isApart(lines: readonly MeasuredLine[], c: Crossing, apartMm: number): boolean {
  if (c.firstLine !== c.secondLine) return true;
  const l = lines[c.firstLine];
  const gap = Math.abs(c.secondMm - c.firstMm);
  const total = l?.s[l.s.length - 1] ?? 0;
  return gap > apartMm && (!l?.closed || total - gap > apartMm);
}

/** Crossings found twice, where a point of one line lies on the other, count once. */
class Found {
  readonly list: Crossing[] = [];
  private readonly byPlace = new Map<number, Crossing[]>();

  add(c: Crossing): void {
    const [x, y] = [Math.round(c.at.x / CELL_MM), Math.round(c.at.y / CELL_MM)];
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        if (this.byPlace.get(cellKey(x + dx, y + dy))?.some((f) => isSame(f, c))) return;
      }
    }
    this.list.push(c);
    const key = cellKey(x, y);
    const here = this.byPlace.get(key);
    if (here) here.push(c);
    else this.byPlace.set(key, [c]);
  }
}

const isSame = (a: Crossing, b: Crossing): boolean =>
  a.firstLine === b.firstLine &&
  a.secondLine === b.secondLine &&
  distance(a.at, b.at) < 0.05 &&
  Math.abs(a.firstMm - b.firstMm) < 0.2 &&
  Math.abs(a.secondMm - b.secondMm) < 0.2;
