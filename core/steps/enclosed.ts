import type { Vec } from '../geometry';

/** Cells along the longer side of the figure; finer would only cost time. */
const MOST_CELLS = 220;

/** Wires press past each other a little: their middles come this near, in wire diameters. */
const NEAREST = 0.85;

/**
 * Where formed wire closes a space in, on a grid: cells where another wire's middle cannot be, for
 * wire lies there or too near, are walls. So a gap narrower than the wire is no way out.
 */
export class WireField {
  private readonly walls: Uint8Array;
  private readonly columns: number;
  private readonly rows: number;
  private readonly cellMm: number;
  /** cells that are open to the outside, worked out when asked and until wire is added */
  private outside: Uint8Array | null = null;

  constructor(
    private readonly min: Vec,
    max: Vec,
    private readonly diameterMm: number,
  ) {
    const longest = Math.max(max.x - min.x, max.y - min.y, diameterMm);
    this.cellMm = Math.max(diameterMm / 2, longest / MOST_CELLS);
    // Two free cells all round, so that the outside hangs together.
    this.columns = Math.ceil((max.x - min.x) / this.cellMm) + 5;
    this.rows = Math.ceil((max.y - min.y) / this.cellMm) + 5;
    this.walls = new Uint8Array(this.columns * this.rows);
  }

  private cellOf(p: Vec): number {
    const x = Math.floor((p.x - this.min.x) / this.cellMm) + 2;
    const y = Math.floor((p.y - this.min.y) / this.cellMm) + 2;
    return x < 0 || y < 0 || x >= this.columns || y >= this.rows ? -1 : y * this.columns + x;
  }

  /** Lays wire along a row of points. */
  add(points: readonly Vec[]): void {
    this.outside = null;
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      const steps = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / (this.cellMm / 2)));
      for (let k = 0; k <= steps; k++)
        this.mark(a.x + ((b.x - a.x) * k) / steps, a.y + ((b.y - a.y) * k) / steps);
    }
  }

  /** Walls the cells whose middles the wire's thickness covers. */
  private mark(x: number, y: number): void {
    const near = NEAREST * this.diameterMm;
    const reach = Math.ceil(near / this.cellMm);
    for (let dy = -reach; dy <= reach; dy++) {
      for (let dx = -reach; dx <= reach; dx++) {
        const cell = this.cellOf({ x: x + dx * this.cellMm, y: y + dy * this.cellMm });
        if (cell < 0) continue;
        const mx = this.min.x + ((cell % this.columns) - 1.5) * this.cellMm;
        const my = this.min.y + (Math.floor(cell / this.columns) - 1.5) * this.cellMm;
        if (Math.hypot(mx - x, my - y) <= near) this.walls[cell] = 1;
      }
    }
    const own = this.cellOf({ x, y });
    if (own >= 0) this.walls[own] = 1;
  }

  private flood(): Uint8Array {
    if (this.outside) return this.outside;
    const seen = new Uint8Array(this.walls.length);
    const stack = [0];
    seen[0] = 1;
    while (stack.length > 0) {
      const cell = stack.pop()!;
      const x = cell % this.columns;
      for (const next of [
        x > 0 ? cell - 1 : -1,
        x + 1 < this.columns ? cell + 1 : -1,
        cell - this.columns,
        cell + this.columns,
      ]) {
        if (next < 0 || next >= seen.length || seen[next] || this.walls[next]) continue;
        seen[next] = 1;
        stack.push(next);
      }
    }
    this.outside = seen;
    return seen;
  }

  /**
   * What space a row of places runs through: open to the outside, closed in by wire, or none, when
   * wire lies on all of them.
   */
  spaceAt(places: readonly Vec[]): 'open' | 'closed' | 'none' {
    const outside = this.flood();
    let free = false;
    for (const p of places) {
      const cell = this.cellOf(p);
      if (cell < 0 || outside[cell]) return 'open';
      if (!this.walls[cell]) free = true;
    }
    return free ? 'closed' : 'none';
  }
}
