import { describe, expect, it } from 'vitest';
import { newPath, ofStock, type Piece, type Stock } from '../piece';
import { planPiece } from '../plan';
import { dressPiece } from '../dressing';
import { wireMassG } from '../wire';
import { pieceOf } from './fixtures/pieces';
import { DEFAULT_LIMITS, verdictOf, withGaugeChange } from '.';

/** Two open arms side by side, joined at their tops. */
const arm = (id: string, side: 1 | -1) =>
  newPath(
    id,
    [
      { x: 0, y: 0 },
      { x: side * 4, y: 12, bulge: side * 0.3 },
      { x: side * 8, y: 30 },
    ],
    false,
  );
const two = (second: Partial<Stock> | null): Piece => {
  const base = pieceOf([arm('a', -1), second ? ofStock(arm('b', 1), 'w2') : arm('b', 1)]);
  const stock: Stock = { id: 'w2', name: 'Second', ...base.wire, ...second };
  return { ...base, stocks: second ? [stock] : [] };
};
function judged(piece: Piece) {
  const plan = planPiece(piece);
  return { plan, verdict: verdictOf(piece, plan, dressPiece(piece, plan), DEFAULT_LIMITS)! };
}

describe('a frame of two wires', () => {
  it('is judged as one of one wire where both are alike', () => {
    const [one, both] = [judged(two(null)).verdict, judged(two({})).verdict];
    expect(both.now.rated).toEqual(one.now.rated);
    expect(both.recommended.size).toEqual(one.recommended.size);
    expect(both.tried.map((t) => t.massG)).toEqual(one.tried.map((t) => t.massG));
    expect(both.weak).toEqual(one.weak);
  });

  it('works hardest in its thinner half, and weighs what both halves do', () => {
    const thin = judged(two({ diameterMm: 0.5 }));
    expect(thin.verdict.weak[0]!.wire).toBe(1);
    expect(thin.verdict.now.rated.share).toBeGreaterThan(judged(two(null)).verdict.now.rated.share);
    const grams = thin.plan.wires.map((w) =>
      wireMassG(w.stock.metal, w.stock.diameterMm, w.cutMm - w.reserveMm),
    );
    expect(thin.plan.massG).toBeCloseTo(grams[0]! + grams[1]!, 9);
  });

  it('is tried thicker as it is then planned: all wires in proportion', () => {
    const piece = two({ diameterMm: 0.6, metal: 'brass' });
    const { verdict } = judged(piece);
    const size = verdict.tried.find((t) => t.diameterMm > 1.2)!;
    const thicker = judged(
      withGaugeChange(piece, { kind: 'diameter', diameterMm: size.diameterMm }),
    );
    // The line's curves lie a little otherwise in thicker wire.
    expect(thicker.verdict.now.rated.share / size.rated.share).toBeCloseTo(1, 1);
    expect(
      thicker.plan.wires[1]!.stock.diameterMm / thicker.plan.wires[0]!.stock.diameterMm,
    ).toBeCloseTo(0.6 / piece.wire.diameterMm, 2);
  });

  it('asks the cutter and the hands for its hardest wire', () => {
    const steel = judged(two({ metal: 'stainless-steel', temper: 'hard' })).verdict;
    const soft = judged(two({})).verdict;
    const used = (v: typeof soft, id: string) => v.now.checks.find((c) => c.id === id)!.used;
    // A cut takes the cross-section times the hard flow stress.
    expect(used(steel, 'cutter') / used(soft, 'cutter')).toBeCloseTo(Math.sqrt(1000 / 310), 6);
    expect(used(steel, 'hands') / used(soft, 'hands')).toBeCloseTo(1000 / 70, 6);
  });
});
