import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { billOf } from '../bill';
import { dressPiece } from '../dressing';
import { newDressItem, plainBead } from '../item';
import { figureBox, newPath, newPiece, withNewStock, withStock, type Piece } from '../piece';
import { planPiece } from '../plan';
import {
  asMade,
  beadsInstead,
  billChange,
  EMPTY_DRAWER,
  lineKey,
  thingBalance,
  tidyMadeAs,
  withBeadInstead,
  type MadeAs,
  type Stock,
  type Thing,
} from '.';

const COPPER = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 } as const;
const SILVER: Stock = { metal: 'sterling-silver', temper: 'half-hard', diameterMm: 1 };

/** An angle, 30 wide and 20 high, with a bead row of 12 mm on its long leg. */
const angle = (): Piece => {
  const on = { x: 15, y: 0, lengthMm: 12 };
  const item = newDressItem('beads', 'b', on, on, { frameMm: 0.8, thread: COPPER });
  return {
    ...newPiece('p', 'Angle', ''),
    wire: COPPER,
    paths: [
      newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
          { x: 30, y: 20 },
        ],
        false,
      ),
    ],
    dressing: [{ ...item, beads: [{ ...plainBead('Bead', 4), holeMm: 1.2 }] } as never],
  };
};
const bill = (piece: Piece) => {
  const plan = planPiece(piece);
  return billOf(piece, plan, dressPiece(piece, plan));
};

describe('a piece made otherwise', () => {
  it('is as drawn where nothing is wished', () => {
    const piece = angle();
    expect(asMade(piece, undefined)).toBe(piece);
    expect(tidyMadeAs({ percent: 100 })).toBeUndefined();
    expect(tidyMadeAs({ percent: 80 })).toEqual({ percent: 80 });
  });

  it('is larger or smaller in the wire that it was, by as much longer a wire', () => {
    const half = asMade(angle(), { percent: 50 });
    const box = figureBox(half.paths)!;
    expect([box.maxX - box.minX, box.maxY - box.minY]).toEqual([15, 10]);
    expect(half.wire).toEqual(COPPER);
    const straight = (p: Piece): number => planPiece({ ...p, dressing: [] }).wires[0]!.developedMm;
    // 50 and 25 mm drawn; the corner takes the same of both.
    expect(straight(angle()) - straight(half)).toBeCloseTo(25, 1);
  });

  it('of another wire takes those of its metal with it, and the figure’s in proportion', () => {
    const more = withNewStock(angle())!;
    const thin = withStock(more.piece, more.id, { diameterMm: 0.3 });
    const other = withNewStock(thin)!;
    const piece = withStock(other.piece, other.id, { metal: 'brass', diameterMm: 0.5 });
    const made = asMade(piece, { wire: SILVER });
    expect(made.wire).toEqual(SILVER);
    // It binds, and stays as thin; brass stays brass.
    expect(made.stocks.map((s) => [s.metal, s.diameterMm])).toEqual([
      ['sterling-silver', 0.3],
      ['brass', 0.5],
    ]);
  });

  it('mirrored takes the same wire, and twice mirrored is as drawn', () => {
    const piece = angle();
    const other = asMade(piece, { mirrored: true });
    expect(planPiece(other).wires[0]!.cutMm).toBeCloseTo(planPiece(piece).wires[0]!.cutMm, 6);
    const back = asMade(other, { mirrored: true });
    back.paths[0]!.nodes.forEach((n, i) => {
      expect(n.x).toBeCloseTo(piece.paths[0]!.nodes[i]!.x, 9);
      expect(n.y).toBeCloseTo(piece.paths[0]!.nodes[i]!.y, 9);
    });
  });

  it('has a key of its own for each way, however it was wished', () => {
    const wish: fc.Arbitrary<MadeAs> = fc
      .record({
        percent: fc.constantFrom(100, 80, 120),
        mirrored: fc.boolean(),
        wire: fc.constantFrom(undefined, SILVER, { ...SILVER, diameterMm: 0.8 }),
      })
      .map(({ percent, mirrored, wire }) => ({
        percent,
        ...(wire && { wire }),
        ...(mirrored && { mirrored: true as const }),
      }));
    const words = (as: MadeAs | undefined): string =>
      JSON.stringify([as?.percent ?? 100, as?.mirrored ?? false, as?.wire?.diameterMm ?? 0]);
    fc.assert(
      fc.property(wish, wish, (a, b) => {
        const key = (as: MadeAs) => lineKey({ pieceId: 'p', as: tidyMadeAs(as) });
        expect(key(a) === key(b)).toBe(words(a) === words(b));
      }),
    );
  });
});

describe('beads in place of those that are short', () => {
  const thing = (
    id: string,
    name: string,
    count: number,
    lengthMm: number,
    holeMm = 1.2,
  ): Thing => ({
    id,
    kind: 'bead',
    name,
    count,
    lengthMm,
    holeMm,
  });

  it('are enough of them, not much longer or shorter, the nearest first', () => {
    const things = [
      thing('a', 'Bead', 1, 4),
      thing('b', 'Large', 50, 7),
      thing('c', 'Near', 50, 5),
      thing('d', 'Nearer', 50, 3.6),
      thing('e', 'Few', 2, 4),
      { ...thing('f', 'Pin', 50, 4), kind: 'finding' as const },
    ];
    const drawer = { ...EMPTY_DRAWER, things };
    const wanted = [{ key: 'p', pieceId: 'p', pieceName: 'Angle', copies: 1, bill: bill(angle()) }];
    const balance = thingBalance(drawer, wanted);
    // Twelve millimetres take three of four; one is there.
    expect(balance[0]).toMatchObject({ needed: 3, there: 1, short: 2 });
    expect(beadsInstead(drawer, balance[0]!, balance).map((t) => t.name)).toEqual([
      'Nearer',
      'Near',
    ]);
  });

  it('change the count, the wire and the weight, and are refused where the hole is too small', () => {
    const piece = angle();
    const before = bill(piece);
    const from = before.things[0]!.bead!;
    const large = withBeadInstead(piece, from, thing('c', 'Six', 9, 6));
    // Two of six lie where three of four did.
    expect(billChange(before, bill(large))).toMatchObject({ things: -1, refused: false });
    expect(bill(large).things[0]).toMatchObject({ name: 'Six', all: 2 });
    const tight = withBeadInstead(piece, from, thing('d', 'Tight', 9, 4, 0.5));
    expect(billChange(before, bill(tight)).refused).toBe(true);
    expect(withBeadInstead(piece, { ...from, name: 'Other' }, thing('c', 'Six', 9, 6))).toBe(piece);
  });
});
