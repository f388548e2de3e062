import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { markCells, type MarkCode } from './code';
import {
  blackBoxes,
  FRAME_LIMITS_MM,
  frameAround,
  INNER_CELLS,
  MARK_MM,
  markCorners,
  readMark,
} from '.';

const codes = fc.record({
  corner: fc.constantFrom(0 as const, 1 as const, 2 as const, 3 as const),
  of: fc.constantFrom('pattern' as const, 'card' as const),
  mm: fc.integer({ min: 30, max: 511 }),
});

/** Cells seen after so many quarter turns counterclockwise. */
function seen(cells: readonly boolean[], turns: number): boolean[] {
  let now = [...cells];
  for (let k = 0; k < turns; k++) {
    now = now.map((_, i) => {
      const [x, y] = [i % INNER_CELLS, Math.floor(i / INNER_CELLS)];
      return now[x * INNER_CELLS + (INNER_CELLS - 1 - y)]!;
    });
  }
  return now;
}

describe('a mark', () => {
  it('is read again however it is turned', () => {
    // All there are: one of a few hundred mixes would have two that are each other's turned.
    for (let mm = FRAME_LIMITS_MM.min; mm <= FRAME_LIMITS_MM.max; mm++) {
      for (const corner of [0, 1, 2, 3] as const) {
        for (const of of ['pattern', 'card'] as const) {
          const code: MarkCode = { corner, of, mm };
          for (let turns = 0; turns < 4; turns++) {
            const read = readMark(seen(markCells(code), turns));
            if (read?.turns !== turns || JSON.stringify(read.code) !== JSON.stringify(code)) {
              expect(read).toEqual({ code, turns });
            }
          }
        }
      }
    }
  });

  it('with one or two cells wrong is not read as another', () => {
    const cell = fc.integer({ min: 0, max: INNER_CELLS ** 2 - 1 });
    fc.assert(
      fc.property(codes, cell, cell, (code, a, b) => {
        const cells = markCells(code).map((black, i) => (i === a || i === b ? !black : black));
        const read = readMark(cells);
        expect(read?.turns !== 0 || a === b).toBe(true);
      }),
    );
  });

  it('seen from the back is no mark', () => {
    let read = 0;
    for (let mm = 30; mm <= 511; mm++) {
      for (const corner of [0, 1, 2, 3] as const) {
        const code: MarkCode = { corner, of: 'pattern', mm };
        const cells = markCells(code);
        const back = cells.map((_, i) => {
          const [x, y] = [i % INNER_CELLS, Math.floor(i / INNER_CELLS)];
          return cells[y * INNER_CELLS + INNER_CELLS - 1 - x]!;
        });
        if (readMark(back)) read++;
      }
    }
    expect(read).toBe(0);
  });
});

describe('a frame', () => {
  it('has whole sides, holds its box, and its marks stand in its corners', () => {
    const inner = { minX: 3.3, minY: -2.2, maxX: 44.9, maxY: 61.15 };
    const { box } = frameAround(inner, { across: 7, down: 16 })!;
    expect([box.maxX - box.minX, box.maxY - box.minY]).toEqual([56, 96]);
    expect(box.minX).toBeLessThanOrEqual(inner.minX - 7);
    const first = markCorners({ of: 'pattern', box }, 0);
    const third = markCorners({ of: 'pattern', box }, 2);
    expect(first[0]).toEqual({ x: box.minX, y: box.minY });
    expect(third[2]!.x).toBeCloseTo(box.maxX, 9);
    expect(third[2]!.y).toBeCloseTo(box.maxY, 9);
    for (const b of blackBoxes({ of: 'pattern', box })) {
      expect(b.minX >= box.minX - 1e-9 && b.maxX <= box.maxX + 1e-9).toBe(true);
      expect(b.minX < box.minX + MARK_MM || b.minX >= box.maxX - MARK_MM - 1e-9).toBe(true);
    }
  });

  it('of a huge figure there is none', () => {
    expect(frameAround({ minX: 0, minY: 0, maxX: 600, maxY: 20 }, { across: 5, down: 5 })).toBe(
      null,
    );
  });
});
