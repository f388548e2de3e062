import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geometry';
import {
  leadStock,
  newPath,
  newPiece,
  ofStock,
  PIECE_LIMITS,
  stockOf,
  stocksOf,
  withNewStock,
  withoutStock,
  withStock,
  withThickness,
  type FigurePath,
  type Piece,
  type Stock,
} from '../piece';
import { METALS, TEMPERS, wireMassG } from '../wire';
import { told } from '../words/told.support';
import { kindWords, placeOnWire, planPiece, stockUses, widestMm } from '.';

const BRASS: Stock = {
  id: 'w2',
  name: 'Second wire',
  metal: 'brass',
  temper: 'half-hard',
  diameterMm: 0.6,
};
const hook = (id: string, x: number, bulge = -1): FigurePath =>
  newPath(
    id,
    [
      { x, y: 0 },
      { x, y: 20, bulge },
      { x: x + 12, y: 20 },
      { x: x + 12, y: 8 },
    ],
    false,
  );
const pieceOf = (paths: FigurePath[], stocks: Stock[] = [BRASS]): Piece => ({
  ...newPiece('p', 'p', '2026-11-02'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths,
  stocks,
});
/** A plan without what its wires are called. */
const bare = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, v: unknown) => (['id', 'name', 'pathId'].includes(key) ? 0 : v)),
  );

describe('a piece of several wires', () => {
  it('plans each line in its own wire, as if it were alone', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            metal: fc.constantFrom(...METALS),
            temper: fc.constantFrom(...TEMPERS),
            diameterMm: fc.double({ min: 0.3, max: 2, noNaN: true }),
          }),
          { minLength: 2, maxLength: 4 },
        ),
        fc.constantFrom(-1, 1),
        ([main, ...others], bulge) => {
          const stocks = others.map((w, i) => ({ id: `w${i + 2}`, name: '', ...w }));
          const lines = [null, ...stocks.map((s) => s.id)].map((id, i) =>
            ofStock(hook(`l${i}`, 30 * i, bulge), id),
          );
          const plan = planPiece({ ...pieceOf(lines, stocks), wire: main! });
          [main!, ...others].forEach((wire, i) => {
            const { stock: _stock, ...line } = lines[i]!;
            const alone = planPiece({ ...pieceOf([line], []), wire });
            expect(bare(plan.wires[i])).toEqual(bare(alone.wires[0]));
          });
          const grams = plan.wires.map((w) =>
            wireMassG(w.stock.metal, w.stock.diameterMm, w.cutMm - w.reserveMm),
          );
          expect(plan.massG).toBeCloseTo(
            grams.reduce((a, b) => a + b, 0),
            9,
          );
        },
      ),
      { numRuns: 20 },
    );
  });

  it('springs back by the wire, and says how much of each is cut', () => {
    const piece = pieceOf([hook('a', 0), ofStock(hook('b', 30), 'w2')]);
    const { wires } = planPiece(piece);
    const past = wires.map((w) => w.bends[0]!.formToRad / w.bends[0]!.angleRad);
    expect(past[1]).toBeGreaterThan(past[0]! * 1.01);
    const plan = planPiece(piece);
    expect(stockUses(plan).map((u) => [u.name, u.wires, u.cutMm])).toEqual([
      ['Main wire', 1, wires[0]!.cutMm],
      ['Second wire', 1, wires[1]!.cutMm],
    ]);
    expect(told(kindWords(piece, plan))).toBe(
      '1.00 mm copper, dead soft; 0.60 mm brass, half hard',
    );
    expect(widestMm(plan)).toBe(1);
  });

  it('lays two wires on one line side by side by half of each', () => {
    const line = (id: string): FigurePath =>
      newPath(
        id,
        [
          { x: 0, y: 0 },
          { x: 40, y: 0 },
        ],
        false,
      );
    const plan = planPiece(pieceOf([line('a'), ofStock(line('b'), 'w2')]));
    const [a, b] = plan.wires.map((w) => placeOnWire(w, 20)!.at);
    expect(distance(a!, b!)).toBeCloseTo((1 + 0.6) / 2, 6);
  });

  it('hangs by the heavier wire', () => {
    const plan = planPiece(pieceOf([hook('a', 0), ofStock(hook('b', 100), 'w2')]));
    const per = plan.wires.map((w) => wireMassG(w.stock.metal, w.stock.diameterMm, 1));
    const even = planPiece(pieceOf([hook('a', 0)])).hang!.center.x;
    const wished = (per[0]! * even + per[1]! * (even + 100)) / (per[0]! + per[1]!);
    expect(plan.hang!.center.x).toBeCloseTo(wished, 6);
  });

  it('takes a wire that is gone as the main one, and a name is free again', () => {
    const piece = pieceOf([hook('a', 0), ofStock(hook('b', 30), 'w2')]);
    const gone = withoutStock(piece, 'w2');
    expect(gone.stocks).toEqual([]);
    expect(gone.paths[1]).not.toHaveProperty('stock');
    expect(stockOf({ ...piece, stocks: [] }, piece.paths[1]!).id).toBeNull();
    expect(withNewStock(piece)!.id).toBe('w3');
    const full = { ...piece, stocks: Array.from({ length: PIECE_LIMITS.stocks }, () => BRASS) };
    expect(withNewStock(full)).toBeNull();
    expect(stocksOf(withStock(piece, 'w2', { metal: 'copper' })).map((s) => s.metal)).toEqual([
      'copper',
      'copper',
    ]);
    expect(withStock(piece, null, { diameterMm: 2 }).wire.diameterMm).toBe(2);
  });

  it('is made thicker in proportion, led by a wire that is there', () => {
    const both = pieceOf([hook('a', 0), ofStock(hook('b', 30), 'w2')]);
    expect(stocksOf(withThickness(both, 1.5)).map((s) => s.diameterMm)).toEqual([1.5, 0.9]);
    const second = pieceOf([ofStock(hook('b', 30), 'w2')]);
    expect(leadStock(second).id).toBe('w2');
    expect(planPiece(second).diameterMm).toBe(0.6);
    expect(stocksOf(withThickness(second, 0.9)).map((s) => s.diameterMm)).toEqual([1.5, 0.9]);
    const routed = { wires: 2, bridge: false, start: null, end: null, rules: [], ends: [] };
    expect(leadStock({ ...second, route: routed }).id).toBeNull();
  });
});
