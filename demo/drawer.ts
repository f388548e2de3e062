import { EMPTY_DRAWER, type Drawer, type Stock, type Thing, type WireLength } from '../core/drawer';
import { awgToMm } from '../core/units';

const wire = (
  metal: Stock['metal'],
  awg: number,
  temper: Stock['temper'] = 'dead-soft',
): Stock => ({ metal, temper, diameterMm: Number(awgToMm(awg).toFixed(3)) });

/** Spools with their metres and what was paid, then offcuts with their millimetres. */
const SPOOLS: readonly [wire: Stock, metres: number, paid: number, from: string][] = [
  [wire('sterling-silver', 18), 2.4, 31.5, 'Tin Lantern, by post'],
  [wire('sterling-silver', 20, 'half-hard'), 3, 26.4, 'Tin Lantern, by post'],
  [wire('sterling-silver', 28), 9, 11.2, 'Tin Lantern, by post'],
  [wire('brass', 18), 6, 5.4, 'the iron shop by the bridge'],
  [wire('brass', 20), 4, 3.1, 'the iron shop by the bridge'],
  [wire('brass', 28), 25, 4.9, 'the iron shop by the bridge'],
  [wire('copper', 18), 12, 7.8, 'the iron shop by the bridge'],
  [wire('copper', 20), 15, 6.9, 'the iron shop by the bridge'],
  [wire('copper', 28), 40, 6.2, 'the iron shop by the bridge'],
  [wire('niobium', 20), 0.9, 12.6, 'Tin Lantern, by post'],
  [wire('niobium', 28), 3, 9.3, 'Tin Lantern, by post'],
];
const OFFCUTS: readonly [wire: Stock, mm: number, note?: string][] = [
  [wire('sterling-silver', 18), 206],
  [wire('sterling-silver', 18), 74],
  [wire('sterling-silver', 24), 148, 'from the bails'],
  [wire('brass', 18), 187],
  [wire('brass', 18), 362],
  [wire('brass', 18), 95, 'one end hammered'],
  [wire('brass', 20), 164],
  [wire('copper', 20), 310],
  [wire('copper', 20), 140],
  [wire('niobium', 24), 61],
];
const THINGS: readonly Omit<Thing, 'id'>[] = [
  {
    kind: 'bead',
    name: 'Mist drop',
    count: 7,
    lengthMm: 4,
    holeMm: 1,
    each: 0.18,
    from: 'the winter fair',
  },
  {
    kind: 'bead',
    name: 'Round bead',
    count: 64,
    lengthMm: 4,
    holeMm: 1.1,
    each: 0.06,
    from: 'the winter fair',
  },
  { kind: 'stone', name: 'Stone', count: 3, lengthMm: 12, each: 2.4, note: 'grey, from the river' },
  { kind: 'finding', name: 'Head pin', count: 30, each: 0.05 },
  { kind: 'finding', name: 'Bail', count: 1, each: 0.4 },
];

/** The drawer of the Lantern Lane stall, made up for this project, with three pieces that are to be made. */
export const demoDrawer = (): Drawer => ({
  ...EMPTY_DRAWER,
  wires: [
    ...SPOOLS.map(([of, metres, price, from], i): WireLength => ({
      id: `demo-s${i}`,
      kind: 'spool',
      wire: of,
      leftMm: metres * 1000,
      paid: { price, forMm: metres * 1000 },
      from,
    })),
    ...OFFCUTS.map(([of, leftMm, note], i): WireLength => ({
      id: `demo-o${i}`,
      kind: 'offcut',
      wire: of,
      leftMm,
      ...(note && { note }),
    })),
  ],
  things: THINGS.map((t, i) => ({ ...t, id: `demo-t${i}` })),
  toMake: [
    { pieceId: 'demo-swallow', copies: 2 },
    { pieceId: 'demo-leaf', copies: 4 },
    { pieceId: 'demo-pear', copies: 2 },
  ],
  orders: [
    {
      id: 'demo-order-1',
      ref: 'the lamplighter’s sister',
      lines: [
        { pieceId: 'demo-leaf', copies: 4 },
        { pieceId: 'demo-swallow', copies: 2 },
      ],
      due: '2026-12-18',
      state: 'making',
    },
    {
      id: 'demo-order-2',
      ref: 'window of the tea shop',
      lines: [
        { pieceId: 'demo-pear', copies: 12 },
        { pieceId: 'demo-swallow', copies: 1, as: { percent: 80, mirrored: true } },
      ],
      due: null,
      state: 'agreed',
    },
  ],
});
