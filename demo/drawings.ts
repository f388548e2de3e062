import type { Cubic, Segment, Vec } from '../core/geometry';
import { smoothThrough, type SheetDrawing } from '../core/practice';

type Row = readonly (readonly [number, number])[];

const points = (row: Row): Vec[] => row.map(([x, y]) => ({ x, y }));
const open = (row: Row): Cubic[] => smoothThrough(points(row), false);
const ring = (row: Row): Cubic[] => smoothThrough(points(row), true);

/** Stretches that meet in corners, each smooth in itself. */
const cornered = (...rows: Row[]): Segment[] => rows.flatMap((row) => open(row));

export interface ShippedDrawing {
  readonly id: string;
  readonly name: string;
  readonly sheet: SheetDrawing;
}

/** An index card, upright. */
const CARD = { widthMm: 76.2, heightMm: 127 } as const;

const PEAR: SheetDrawing = {
  ...CARD,
  penMm: 0.7,
  lines: [
    cornered([
      [37.5, 44.5],
      [33, 46],
      [30.2, 51.5],
      [29, 59],
      [24.2, 68],
      [20.2, 79],
      [22.6, 91],
      [31, 98.2],
      [40, 99.4],
      [49.4, 97.4],
      [56.6, 89.6],
      [57.6, 78.6],
      [52.8, 68],
      [47.4, 59],
      [45.6, 51],
      [42.4, 45.6],
      [37.5, 44.5],
    ]),
    open([
      [37.5, 44.5],
      [37.4, 38.5],
      [35.6, 32],
      [32.4, 27.4],
    ]),
    cornered(
      [
        [37.4, 38.5],
        [44, 40.4],
        [51.6, 37.8],
        [57.4, 30.4],
      ],
      [
        [57.4, 30.4],
        [49, 28.8],
        [41.4, 32],
        [37.4, 38.5],
      ],
    ),
  ],
};

const FOX: SheetDrawing = {
  ...CARD,
  penMm: 0.8,
  lines: [
    cornered(
      [
        [38, 96],
        [30, 89],
        [20, 76],
        [7, 66],
      ],
      [
        [7, 66],
        [12.4, 57],
        [15.6, 46],
        [14, 28],
      ],
      [
        [14, 28],
        [22.4, 34.4],
        [29, 43.4],
      ],
      [
        [29, 43.4],
        [34, 42.2],
        [42, 42.2],
        [47, 43.4],
      ],
      [
        [47, 43.4],
        [53.6, 34.4],
        [62, 28],
      ],
      [
        [62, 28],
        [60.4, 46],
        [63.6, 57],
        [69, 66],
      ],
      [
        [69, 66],
        [56, 76],
        [46, 89],
        [38, 96],
      ],
    ),
    open([
      [23, 61],
      [28, 57.4],
      [33, 61],
    ]),
    open([
      [43, 61],
      [48, 57.4],
      [53, 61],
    ]),
  ],
};

const MOON: SheetDrawing = {
  ...CARD,
  penMm: 0.6,
  lines: [
    ring([
      [38, 34],
      [52, 40],
      [59, 55],
      [55, 71],
      [42, 80],
      [27, 77],
      [18, 65],
      [19, 48],
      [27, 37],
    ]),
    open([
      [30, 60],
      [38, 66],
      [46, 60],
      [52, 64],
    ]),
  ],
};

/** Pen drawings made for this project, for the practice camera and two of the demo's pieces. */
export const DRAWINGS: readonly ShippedDrawing[] = [
  { id: 'pear', name: 'Pear', sheet: PEAR },
  { id: 'fox', name: 'Fox', sheet: FOX },
  { id: 'moon', name: 'Moon over water', sheet: MOON },
];
