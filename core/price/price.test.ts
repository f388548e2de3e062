import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bill } from '../bill';
import { DEFAULT_PRICING, EMPTY_DRAWER, type Drawer, type Pricing, type Stock } from '../drawer';
import type { MakingRecord } from '../making';
import { newPath, newPiece } from '../piece';
import { planPiece } from '../plan';
import { priceOf, roundMoney, timeNeeded } from '.';

const COPPER: Stock = { metal: 'copper', temper: 'dead-soft', diameterMm: 1 };

const bill = (change: Partial<Bill> = {}): Bill => ({
  made: 1,
  wires: [
    { role: 'frame', name: 'The wire', wire: COPPER, cutMm: 200, tailsMm: 0, one: 1, all: 1 },
  ],
  lengths: [{ wire: COPPER, one: 200, all: 200 }],
  things: [{ name: 'Mist drop', one: 4, all: 4, bead: null }],
  massG: { one: 1, all: 1 },
  left: [],
  ...change,
});

const drawer = (pricing: Partial<Pricing> = {}): Drawer => ({
  ...EMPTY_DRAWER,
  wires: [
    // 10 for 10 m, and an offcut that nothing is known of.
    { id: 's', kind: 'spool', wire: COPPER, leftMm: 4000, paid: { price: 10, forMm: 10_000 } },
    { id: 'o', kind: 'offcut', wire: COPPER, leftMm: 90 },
  ],
  things: [{ id: 'b', kind: 'bead', name: 'Mist drop', count: 7, each: 0.18 }],
  pricing: { ...DEFAULT_PRICING, feesPercent: 10, marginPercent: 20, taxPercent: 20, ...pricing },
});

describe('a price', () => {
  it('is what its parts are, with set-up shared by all that are made together', () => {
    // Metal 200 x 1.05 x 0.001 = 0.21; beads 4 x 0.18 = 0.72; time 30 min at 18 = 9.00; set-up 15 min = 4.50;
    // packaging 0.60: 15.03. Floor / 0.9 = 16.70. Price / 0.7 = 21.4714, rounded 21.47; with tax 25.764, 25.76.
    const one = priceOf(bill(), 30, drawer(), 1, 2);
    expect(one.parts.map((p) => [p.of, Number(p.amount.toFixed(4))])).toEqual([
      ['metal', 0.21],
      ['thing', 0.72],
      ['time', 9],
      ['setUp', 4.5],
      ['packaging', 0.6],
    ]);
    expect(one.cost).toBeCloseTo(15.03, 9);
    expect(one.floor).toBeCloseTo(16.7, 9);
    expect(one).toMatchObject({ price: 21.47, gross: 25.76, grossOfAll: 25.76, unpriced: [] });
    // Twelve: set-up 0.375 each: 10.905 / 0.7 = 15.5786, 15.58; with tax 18.696, 18.70; 12 x 18.70 = 224.40.
    const twelve = priceOf(bill(), 30, drawer(), 12, 2);
    expect(twelve.cost).toBeCloseTo(10.905, 9);
    expect(twelve).toMatchObject({ price: 15.58, gross: 18.7, grossOfAll: 224.4 });
  });

  it('of a pair is that of both', () => {
    const pair = bill({ made: 2, lengths: [{ wire: COPPER, one: 200, all: 400 }] });
    expect(priceOf(pair, 30, drawer(), 1, 2).parts[0]!.amount).toBeCloseTo(0.42, 9);
  });

  it('names what no price is known of, and counts nothing for it', () => {
    const silver: Stock = { ...COPPER, metal: 'fine-silver' };
    const own = bill({
      lengths: [{ wire: silver, one: 200, all: 200 }],
      things: [{ name: 'Bail', one: 1, all: 1, bead: null }],
    });
    const { unpriced, parts } = priceOf(own, 30, drawer(), 1, 2);
    expect(unpriced).toEqual([{ wire: silver }, { name: 'Bail' }]);
    expect(parts.map((p) => p.of)).toEqual(['time', 'setUp', 'packaging']);
  });

  it('is rounded as the currency has it', () => {
    expect(roundMoney(2.345, 2)).toBe(2.35);
    expect(roundMoney(1.005, 2)).toBe(1.01);
    expect(roundMoney(-1.005, 2)).toBe(-1.01);
    expect(roundMoney(1234.5, 0)).toBe(1235);
    expect(roundMoney(0.12345, 3)).toBe(0.123);
    // Without minor units: 15.03 / 0.7 = 21.47, 21; with tax 25.2, 25.
    expect(priceOf(bill(), 30, drawer(), 1, 0)).toMatchObject({ price: 21, gross: 25 });
  });

  it('adds up: cost, fees and margin are the price before it is rounded; more made together never cost more each', () => {
    const share = fc.integer({ min: 0, max: 45 });
    fc.assert(
      fc.property(
        share,
        share,
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 500 }),
        (fees, margin, batch, min) => {
          const own = drawer({ feesPercent: fees, marginPercent: margin });
          const p = priceOf(bill(), min, own, batch, 2);
          expect(p.cost + p.fees + p.margin).toBeCloseTo(p.price, 1);
          expect(p.cost).toBeCloseTo(
            p.parts.reduce((sum, x) => sum + x.amount, 0),
            9,
          );
          expect(p.price + p.tax).toBeCloseTo(p.gross, 9);
          expect(p.floor).toBeLessThanOrEqual(p.cost / (1 - fees / 100 - margin / 100) + 1e-9);
          expect(priceOf(bill(), min, own, batch + 1, 2).cost).toBeLessThanOrEqual(p.cost);
        },
      ),
    );
  });
});

describe('the time that one takes', () => {
  const piece = {
    ...newPiece('p', '', ''),
    // A corner each at (20, 0) and (20, 20).
    paths: [
      newPath(
        'a',
        [
          { x: 0, y: 0 },
          { x: 20, y: 0 },
          { x: 20, y: 20 },
          { x: 40, y: 20 },
        ],
        false,
      ),
    ],
  };
  const plan = planPiece(piece);

  it('is reckoned from its parts, each shown', () => {
    const bends = plan.wires[0]!.bends.length;
    const second = {
      role: 'binding',
      name: 'Binding',
      wire: COPPER,
      cutMm: 120,
      tailsMm: 20,
      one: 2,
      all: 2,
    } as const;
    const time = timeNeeded(plan, bill({ wires: [...bill().wires, second] }), []);
    expect(time.from === 'parts' && time.parts.map((p) => [p.what, p.count])).toEqual([
      ['cut', 3],
      ['bend', bends],
      ['second', 2],
      ['metre', 0.2],
      ['thing', 4],
    ]);
    // 3 x 0.5 + bends x 0.5 + 2 x 1 + 0.2 x 12 + 4 x 0.5.
    expect(time.minutes).toBeCloseTo(1.5 + bends * 0.5 + 2 + 2.4 + 2, 9);
  });

  it('is the median of what finished makings took, by the copy', () => {
    const making = (workedMin: number, copies: number, finished = true): MakingRecord =>
      ({ workedMs: workedMin * 60_000, copies, finished: finished ? 'now' : null }) as MakingRecord;
    // 40; 60 for two is 30; 50: the median is 40. One that is not finished does not count.
    const makings = [making(40, 1), making(60, 2), making(50, 1), making(5, 1, false)];
    expect(timeNeeded(plan, bill(), makings)).toEqual({ from: 'makings', minutes: 40, makings: 3 });
    expect(timeNeeded(plan, bill({ made: 2 }), makings).minutes).toBe(80);
  });
});
