import type { Box, Vec } from '../geometry';
import { FRAME_LIMITS_MM, MARK_CELLS, markCells, type MarkCode } from './code';

/** One side of a printed mark, mm. */
export const MARK_MM = 8.4;
const CELL_MM = MARK_MM / MARK_CELLS;

/** Four marks that stand in the corners of a box whose sides are whole millimetres. */
export interface MarkFrame {
  readonly of: MarkCode['of'];
  readonly box: Box;
}

/** The smallest frame with whole sides that keeps so far from a box, its marks within, on its middle. */
export function frameAround(
  inner: Box,
  room: { readonly across: number; readonly down: number },
  of: MarkCode['of'] = 'pattern',
): MarkFrame | null {
  const whole = (mm: number): number => Math.max(FRAME_LIMITS_MM.min, Math.ceil(mm - 1e-9));
  const width = whole(inner.maxX - inner.minX + 2 * room.across);
  const height = whole(inner.maxY - inner.minY + 2 * room.down);
  if (Math.max(width, height) > FRAME_LIMITS_MM.max) return null;
  const [x, y] = [(inner.minX + inner.maxX) / 2, (inner.minY + inner.maxY) / 2];
  return {
    of,
    box: { minX: x - width / 2, maxX: x + width / 2, minY: y - height / 2, maxY: y + height / 2 },
  };
}

const corners = [0, 1, 2, 3] as const;

/** A mark's top left in a frame. */
function markAt({ box }: MarkFrame, corner: MarkCode['corner']): Vec {
  return {
    x: corner === 0 || corner === 3 ? box.minX : box.maxX - MARK_MM,
    y: corner < 2 ? box.minY : box.maxY - MARK_MM,
  };
}

/** The mark of a corner: its own four corners, from its top left on clockwise. */
export function markCorners(frame: MarkFrame, corner: MarkCode['corner']): Vec[] {
  const { x, y } = markAt(frame, corner);
  return [
    { x, y },
    { x: x + MARK_MM, y },
    { x: x + MARK_MM, y: y + MARK_MM },
    { x, y: y + MARK_MM },
  ];
}

/** All that is black of a frame's marks, as boxes that overlap a little so that no seam is seen. */
export function blackBoxes(frame: MarkFrame): Box[] {
  const { box, of } = frame;
  return corners.flatMap((corner) => {
    const { x, y } = markAt(frame, corner);
    const mm = Math.round(corner % 2 === 0 ? box.maxX - box.minX : box.maxY - box.minY);
    const inner = markCells({ corner, of, mm });
    const black = (column: number, row: number): boolean => {
      const rim = [column, row].some((k) => k === 0 || k === MARK_CELLS - 1);
      return rim || inner[(row - 1) * (MARK_CELLS - 2) + column - 1]!;
    };
    const cells = Array.from({ length: MARK_CELLS ** 2 }, (_, i) => i);
    return cells.flatMap((i): Box[] => {
      const [column, row] = [i % MARK_CELLS, Math.floor(i / MARK_CELLS)];
      if (!black(column, row)) return [];
      const more = (c: number, r: number): number =>
        c < MARK_CELLS && r < MARK_CELLS && black(c, r) ? 0.1 : 0;
      return [
        {
          minX: x + column * CELL_MM,
          minY: y + row * CELL_MM,
          maxX: x + (column + 1) * CELL_MM + more(column + 1, row),
          maxY: y + (row + 1) * CELL_MM + more(column, row + 1),
        },
      ];
    });
  });
}
