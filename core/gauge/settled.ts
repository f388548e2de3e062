import type { WornAs } from '../piece';
import type { Rating } from './rating';

/** Wire that makers have settled on for a figure: what each thickness is, in soft copper. */
export interface Settled {
  readonly name: string;
  /** the figure as an SVG path, mm, and how many times as large it is made */
  readonly path: string;
  readonly scale: number;
  readonly wornAs: WornAs;
  readonly sizes: readonly (readonly [diameterMm: number, rating: Rating])[];
}

const BAR = 'M-53 53 L0 0 L53 53';
const HEART =
  'M1.2 13 C-5 7 -11 2 -11 -5 C-11 -12 -2 -12 0 -5.5 C2 -12 11 -12 11 -5 C11 2 5 7 -1.2 13';
const HOOP = 'M-0.8 -48 L-0.8 -25 A25 25 0 1 0 0.8 -25 L0.8 -48';
const WINGS =
  'M-7 -30 C-6 -20 -3 -8 0 0 C-19.25 10.06 -41.91 1.15 -35.35 -16.48 C-26.06 -32.84 -4.67 -21.21 0.00 -0.00 C-1.30 15.36 -15.56 24.86 -23.38 13.50 C-29.31 1.04 -13.95 -6.56 -0.00 0.00 C13.95 -6.56 29.31 1.04 23.38 13.50 C15.56 24.86 1.30 15.36 0.00 0.00 C4.67 -21.21 26.06 -32.84 35.35 -16.48 C41.91 1.15 19.25 10.06 0.00 0.00 C3 -8 6 -20 7 -30';
const BOW =
  'M-4 12 L0 0 C-3.85 4.60 -10.60 5.00 -11.00 0.00 C-10.60 -5.00 -3.85 -4.60 -0.00 0.00 C3.85 -4.60 10.60 -5.00 11.00 0.00 C10.60 5.00 3.85 4.60 0.00 0.00 C-5.50 6.33 -14.95 6.88 -15.50 0.00 C-14.95 -6.87 -5.50 -6.32 -0.00 0.00 C5.50 -6.32 14.95 -6.88 15.50 0.00 C14.95 6.88 5.50 6.32 0.00 0.00 L4 12';
const KNOT =
  'M-1 28 L-1 6 C-1 2 -14 4 -14 -3 C-14 -10 -3 -8 0 -1 C3 6 14 4 14 -3 C14 -10 3 -9 0 -16 C-3 -23 3 -26 5 -22 C7 -17 1 -12 1 -2 L1 28';

/** A figure of two loops that touch, so many mm across. */
const small = (across: number): string => {
  const r = across / 4;
  return `M0 0 A${r} ${r} 0 1 1 ${2 * r} 0 A${r} ${r} 0 1 0 ${4 * r} 0 A${r} ${r} 0 1 0 ${2 * r} 0 A${r} ${r} 0 1 1 0 0 Z`;
};

/**
 * What practice has settled, held against the verdict by a test; `npm run fit` prints how well the few
 * numbers that are free meet it.
 */
export const SETTLED: readonly Settled[] = [
  {
    name: 'two straight arms',
    path: BAR,
    scale: 1,
    wornAs: 'pendant',
    sizes: [
      [0.81, 'floppy'],
      [1.29, 'sound'],
      [1.63, 'stout'],
    ],
  },
  {
    name: 'an outlined heart',
    path: HEART,
    scale: 1,
    wornAs: 'earring',
    sizes: [
      [0.51, 'floppy'],
      [0.81, 'delicate'],
      [1.02, 'sound'],
    ],
  },
  {
    name: 'a hoop with two legs',
    path: HOOP,
    scale: 1,
    wornAs: 'ornament',
    sizes: [
      [0.64, 'floppy'],
      [1.02, 'floppy'],
      [1.29, 'sound'],
    ],
  },
  { name: 'four wings', path: WINGS, scale: 1, wornAs: 'ornament', sizes: [[1, 'sound']] },
  {
    name: 'four wings twice as large',
    path: WINGS,
    scale: 2,
    wornAs: 'ornament',
    sizes: [
      [1, 'floppy'],
      [2, 'sound'],
    ],
  },
  {
    name: 'a bow for the ear',
    path: BOW,
    scale: 1,
    wornAs: 'ear-cuff',
    sizes: [
      [0.8, 'delicate'],
      [1, 'sound'],
    ],
  },
  {
    name: 'a laced knot',
    path: KNOT,
    scale: 1,
    wornAs: 'earring',
    sizes: [
      [0.51, 'delicate'],
      [0.81, 'stout'],
    ],
  },
  ...[10, 12.5, 15].map((across): Settled => ({
    name: `two loops, ${across} mm`,
    path: small(across),
    scale: 1,
    wornAs: 'charm',
    sizes: [
      [0.8, 'sound'],
      [1, 'sound'],
    ],
  })),
];
