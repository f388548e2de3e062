/** Cells along one side inside a mark's black rim. */
export const INNER_CELLS = 5;
/** Cells along one side of a mark, its rim included. */
export const MARK_CELLS = INNER_CELLS + 2;

/** What one mark says. */
export interface MarkCode {
  /** which corner of the frame: 0 top left, 1 top right, 2 bottom right, 3 bottom left */
  readonly corner: 0 | 1 | 2 | 3;
  /** a pattern of one piece, or the blank card */
  readonly of: 'pattern' | 'card';
  /** the frame's width where the corner is even, its height where it is odd, whole mm */
  readonly mm: number;
}

/** A frame can be this wide or high, mm. */
export const FRAME_LIMITS_MM = { min: 30, max: 511 } as const;

const DATA_BITS = 13;
const CHECK_BITS = 12;
/** Laid over all bits; with it no mark is another one turned or mirrored (found by trying). */
const MIXED = 0b0_1000_0111_0001_1011_0001_0111;

/** Remainder of the data times x^12 by x^12 + x^10 + x^9 + x^7 + x^4 + 1 (a cyclic redundancy check). */
function check(data: number): number {
  let rest = data << CHECK_BITS;
  for (let bit = DATA_BITS + CHECK_BITS - 1; bit >= CHECK_BITS; bit--) {
    if ((rest >> bit) & 1) rest ^= 0b1_0110_1001_0001 << (bit - CHECK_BITS);
  }
  return rest;
}

/** The cells inside the rim, row by row from the top left; true is black. */
export function markCells({ corner, of, mm }: MarkCode): boolean[] {
  const data = (mm << 4) | (corner << 2) | (of === 'card' ? 0b11 : 0b01);
  const word = ((data << CHECK_BITS) | check(data)) ^ MIXED;
  return Array.from({ length: INNER_CELLS ** 2 }, (_, i) => ((word >> i) & 1) === 1);
}

/** The cells as they are after a quarter turn clockwise. */
const turned = (cells: readonly boolean[]): boolean[] =>
  cells.map((_, i) => {
    const [x, y] = [i % INNER_CELLS, Math.floor(i / INNER_CELLS)];
    return cells[(INNER_CELLS - 1 - x) * INNER_CELLS + y]!;
  });

function straight(cells: readonly boolean[]): MarkCode | null {
  const word = cells.reduce((sum, black, i) => (black ? sum | (1 << i) : sum), 0) ^ MIXED;
  const data = word >> CHECK_BITS;
  if ((word & ((1 << CHECK_BITS) - 1)) !== check(data)) return null;
  const kind = data & 0b11;
  const mm = data >> 4;
  if ((kind !== 0b11 && kind !== 0b01) || mm < FRAME_LIMITS_MM.min) return null;
  return {
    corner: ((data >> 2) & 0b11) as MarkCode['corner'],
    of: kind === 0b11 ? 'card' : 'pattern',
    mm,
  };
}

/**
 * Reads a mark's cells however it is turned; mirrored ones are not read.
 * @returns what it says, and by how many quarter turns clockwise it must be turned to stand upright
 */
export function readMark(cells: readonly boolean[]): { code: MarkCode; turns: number } | null {
  let now = [...cells];
  for (let turns = 0; turns < 4; turns++) {
    const code = straight(now);
    if (code) return { code, turns };
    now = turned(now);
  }
  return null;
}
