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

interface Piece {
  readonly id: number;
  readonly line: number;
  readonly index: number;
  readonly a: Vec;
  readonly b: Vec;
}

const CELL_MM = 4;

/**
 * Every place where the lines cross themselves or each other, found with a grid of cells so that
 * the work grows with the length drawn and not with its square.
 *
 * @param lines polylines with positions in mm, chords within a few hundredths of the true curve
 * @param apartMm crossings of one line whose two positions lie nearer than this are no crossings
 *   but the joint of a bend
 */
export function findCrossings(lines: readonly MeasuredLine[], apartMm: number): Crossing[] {
  const pieces: Piece[] = [];
  lines.forEach((l, line) => {
    for (let index = 0; index + 1 < l.points.length; index++) {
      pieces.push({ id: pieces.length, line, index, a: l.points[index]!, b: l.points[index + 1]! });
    }
  });
  const grid = new Map<number, Piece[]>();
  // The last piece that each piece was tested with: two pieces may share several cells.
  const testedWith = new Int32Array(pieces.length).fill(-1);
  const found = new Found();
  for (const piece of pieces) {
    forCells(piece, (key) => {
      const others = grid.get(key);
      if (!others) {
        grid.set(key, [piece]);
        return;
      }
      for (const other of others) {
        if (testedWith[other.id] === piece.id) continue;
        testedWith[other.id] = piece.id;
        const crossing = meet(lines, other, piece);
        if (crossing && isApart(lines, crossing, apartMm)) found.add(crossing);
      }
      others.push(piece);
    });
  }
  return found.list.sort((p, q) => p.firstLine - q.firstLine || p.firstMm - q.firstMm);
}

/** A small number for a cell. Cells that share one are searched together, which costs time only. */
const cellKey = (x: number, y: number): number =>
  (Math.imul(x, 73_856_093) ^ Math.imul(y, 19_349_663)) >> 2;

function forCells({ a, b }: Piece, visit: (key: number) => void): void {
  const cell = (v: number): number => Math.floor(v / CELL_MM);
  const [x0, x1] = [cell(Math.min(a.x, b.x)), cell(Math.max(a.x, b.x))];
  const [y0, y1] = [cell(Math.min(a.y, b.y)), cell(Math.max(a.y, b.y))];
  for (let x = x0; x <= x1; x++) {
    for (let y = y0; y <= y1; y++) if (touchesCell(a, b, x, y)) visit(cellKey(x, y));
  }
}

/** Whether a segment passes through a grid cell; keeps long diagonals from filling their whole box. */
function touchesCell(a: Vec, b: Vec, x: number, y: number): boolean {
  const normal = { x: b.y - a.y, y: a.x - b.x };
  const center = { x: (x + 0.5) * CELL_MM, y: (y + 0.5) * CELL_MM };
  const off = Math.abs((center.x - a.x) * normal.x + (center.y - a.y) * normal.y);
  return off <= (Math.abs(normal.x) + Math.abs(normal.y)) * (CELL_MM / 2) * 1.0001;
}

function meet(lines: readonly MeasuredLine[], p: Piece, q: Piece): Crossing | null {
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
  const position = (piece: Piece, at: number): number => {
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
