import { describe, expect, it, test } from 'vitest';
import { dressPiece, type Dressed } from '../dressing';
import {
  DRESS_KINDS,
  kindOf,
  newDressItem,
  plainBead,
  type DressItem,
  type DressKind,
} from '../item';
import { newPath, newPiece, type Piece } from '../piece';
import { planPiece } from '../plan';
import { twistedOf } from '../wire';
import { inWords } from '../words';
import { told } from '../words/told.support';
import { caution, dressOrders, earMetal } from '.';

const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });
const QUARTER = Math.tan(Math.PI / 8);
const RING = newPath(
  'r',
  [
    { x: 0, y: -20, bulge: QUARTER },
    { x: 20, y: 0, bulge: QUARTER },
    { x: 0, y: 20, bulge: QUARTER },
    { x: -20, y: 0, bulge: QUARTER },
  ],
  true,
);

function dressedOf(kind: DressKind, more: object = {}): Dressed {
  const free = ['net', 'cage', 'rosette', 'guided'].includes(kind);
  const on = free ? place(0, 0) : place(0, -20, 18);
  const item: DressItem = {
    ...newDressItem(kind, 'i', on, place(0, 20, 18), { frameMm: 1 }),
    ...more,
  };
  const piece: Piece = {
    ...newPiece('p', '', ''),
    wire: { metal: 'brass', temper: 'dead-soft', diameterMm: 1 },
    paths: [RING],
    dressing: [item],
  };
  const [dressed] = dressPiece(piece, planPiece(piece)).items;
  return dressed!;
}

const orders = (kind: DressKind, more: object = {}): string =>
  dressOrders(dressedOf(kind, more)).map(told).join(' ');

const KINDS = DRESS_KINDS.map((k) => k.kind);

describe('orders to the hands', () => {
  test.each(KINDS)('%s: whole sentences, nothing missing', (kind) => {
    const text = orders(kind);
    expect(text).toMatch(/^[A-Z].*\.$/);
    expect(text).not.toMatch(/undefined|NaN|null|\s\s/);
  });

  const ownWire = (kind: DressKind): boolean => kindOf({ kind }).traits.onTheWay ?? false;
  test.each(
    KINDS.filter(
      (k) => !['beads', 'flatten', 'hung-chain', 'stone', 'tail-bead'].includes(k) && !ownWire(k),
    ),
  )('%s: says what to cut, of which wire', (kind) => {
    expect(orders(kind)).toMatch(/Cut (\d+ × )?\d+\.\d mm of \d\.\d\d mm [a-z ]+ for: /);
  });

  it('say the numbers that were chosen', () => {
    expect(orders('bind', { strands: 1, wraps: 9 })).toContain('wind 9 wraps');
    expect(orders('weave', { wraps: 3, rows: 4 })).toContain('3 wraps on one frame wire');
    expect(orders('weave', { wraps: 3, rows: 4 })).toContain('4 rows');
    expect(orders('weave', { from: 'last' })).toContain('Weave from the last end');
    expect(orders('net', { spokes: 5, wraps: 2, innerMm: 3 })).toContain('begin 3.0 mm from');
    expect(orders('twist', { turns: 7, strands: 3 })).toContain('Clamp 3 strands');
    expect(orders('fan', { strands: 6 })).toContain('Bind the 6 strands');
    expect(orders('guided', { loops: 30 })).toContain('wind 30 loops');
    expect(orders('rosette', { riseMm: 2 })).toContain('by 2.0 mm');
    expect(orders('rosette', { riseMm: 0 })).not.toContain('Cup');
    expect(orders('drop', { wraps: 0 })).toContain('close it sideways');
    expect(orders('cage', { turns: 3, uprights: 1 })).toContain('Go 3 times round');
    expect(orders('lacing', { points: 4 })).toContain('through 4 places');
    expect(orders('coil', { gapMm: 0.5 })).toContain('0.5 mm open between');
    const wide = [{ ...plainBead(), holeMm: 2.4 }];
    expect(orders('beads', { passes: 2, beads: wide })).toContain('passing 2 times');
  });

  it('what is made of rope is twisted of its strands first', () => {
    const thread = twistedOf({ metal: 'copper', temper: 'dead-soft', diameterMm: 0.3 }, 2);
    const text = orders('coil', { thread });
    expect(text).toMatch(
      /^Twist \d+\.\d mm of rope, from 2 × \d+\.\d mm .* of 0\.30 mm copper, for: /,
    );
    expect(text).not.toMatch(/Cut \d/);
  });

  it('tails are said with what is cut', () => {
    expect(orders('coil', { tailMm: 12 })).toContain('12.0 mm of tail at each end in it');
    expect(orders('coil', { tailMm: 0 })).not.toContain('tail at each end');
  });

  it('rings are opened sideways, other findings made or attached', () => {
    expect(orders('finding', { what: 'jump-ring' })).toContain('sideways');
    expect(orders('finding', { what: 'clasp', made: true })).toContain('Form it');
    expect(orders('finding', { what: 'clasp', made: false })).toBe('Attach it.');
  });
});

describe('cautions', () => {
  it('are short, and defer to those who know', () => {
    for (const id of [
      'cut',
      'hammer',
      'pierced',
      'patina',
      'solder',
      'epoxy',
      'choking',
    ] as const) {
      expect(told(caution(id).text).length).toBeLessThan(180);
    }
    expect(told(caution('pierced').text)).toMatch(/professional/);
    expect(told(caution('patina').text)).toMatch(/safety sheet/);
  });

  it('metals for ears: titanium is chosen often, copper is warned of', () => {
    expect(told(earMetal('titanium', 'Titanium'))).toMatch(/often chosen/);
    expect(told(earMetal('copper', 'Copper'))).toMatch(/niobium, titanium or fine silver/);
  });
});

describe('in inches', () => {
  test.each(KINDS)(
    '%s: no length is told in millimetres, nor as a fraction too coarse for it',
    (kind) => {
      const said = [
        ...dressedOf(kind).notes,
        dressedOf(kind).title,
        ...dressOrders(dressedOf(kind)),
      ];
      for (const text of said.map((s) => inWords(s, 'in'))) expect(text).not.toMatch(/\bmm\b/);
      for (const text of said.map((s) => inWords(s, 'mm')))
        expect(text).not.toMatch(/\bin\.?$|\d in\b/);
    },
  );
});
