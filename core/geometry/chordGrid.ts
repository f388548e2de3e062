import type { MeasuredLine } from './crossings';
import type { Vec } from './vec';

/** One straight piece of a polyline. */
export interface Chord {
  readonly id: number;
  readonly line: number;
  readonly index: number;
  readonly a: Vec;
  readonly b: Vec;
}

/** Side of the cells in which chords are looked up. */
export const CELL_MM = 4;

export function chordsOf(lines: readonly MeasuredLine[]): Chord[] {
  const chords: Chord[] = [];
  lines.forEach((l, line) => {
    for (let index = 0; index + 1 < l.points.length; index++) {
      chords.push({ id: chords.length, line, index, a: l.points[index]!, b: l.points[index + 1]! });
    }
  });
  return chords;
}

/** Cells begin beside round numbers, so that lines on those do not run along the edge of two cells. */
const SHIFT_MM = 1.2345;

/** The row or column of a coordinate. */
export const cellOf = (v: number): number => Math.floor((v + SHIFT_MM) / CELL_MM);

/** A small number for a cell. Cells that share one are searched together, which costs time only. */
export const cellKey = (x: number, y: number): number =>
  (Math.imul(x, 73_856_093) ^ Math.imul(y, 19_349_663)) >> 2;

/** Visits every cell that a chord, thickened by `by` mm on both sides, passes through. */
export function forCells({ a, b }: Chord, visit: (key: number) => void, by = 0): void {
  const [x0, x1] = [cellOf(Math.min(a.x, b.x) - by), cellOf(Math.max(a.x, b.x) + by)];
  const [y0, y1] = [cellOf(Math.min(a.y, b.y) - by), cellOf(Math.max(a.y, b.y) + by)];
  for (let x = x0; x <= x1; x++) {
    for (let y = y0; y <= y1; y++) if (touchesCell(a, b, x, y, by)) visit(cellKey(x, y));
  }
}

/** Whether a segment passes through a grid cell; keeps long diagonals from filling their whole box. */
function touchesCell(a: Vec, b: Vec, x: number, y: number, by: number): boolean {
  const normal = { x: b.y - a.y, y: a.x - b.x };
  const center = { x: (x + 0.5) * CELL_MM - SHIFT_MM, y: (y + 0.5) * CELL_MM - SHIFT_MM };
  const off = Math.abs((center.x - a.x) * normal.x + (center.y - a.y) * normal.y);
  const reach = CELL_MM / 2 + by;
  return off <= (Math.abs(normal.x) + Math.abs(normal.y)) * reach * 1.0001;
}

/** Visits every two chords that share a cell, once, the later one first. */
export function forPairs(
  chords: readonly Chord[],
  visit: (later: Chord, earlier: Chord) => void,
): void {
  const grid = new Map<number, Chord[]>();
  // The last chord that each chord was paired with: two chords may share several cells.
  const pairedWith = new Int32Array(chords.length).fill(-1);
  for (const chord of chords) {
    forCells(chord, (key) => {
      const here = grid.get(key);
      if (!here) {
        grid.set(key, [chord]);
        return;
      }
      for (const other of here) {
        // Two cells of one chord may share a key.
        if (other === chord || pairedWith[other.id] === chord.id) continue;
        pairedWith[other.id] = chord.id;
        visit(chord, other);
      }
      here.push(chord);
    });
  }
}
