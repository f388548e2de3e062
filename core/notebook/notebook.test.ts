import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../geometry';
import { newMaking, type MakingRecord } from '../making';
import { newPath, newPiece } from '../piece';
import { planPiece } from '../plan';
import { actsOf, LEARNT, learn, MOST_OFF, pagesOf, PRIOR_SPREAD, type WirePage } from '.';

/** Pages of a maker whose hand is known: wires with 8 to 40 mm of turns times thickness, and a ruler's noise. */
function pagesFor(bend: number, count: number, seed: number, noiseMm = 0.8): WirePage[] {
  const random = randomFrom(seed);
  return Array.from({ length: count }, (_, i) => {
    const turns = 8 + 32 * random();
    const normal = random() + random() + random() + random() - 2;
    return {
      making: `m${i}`,
      moreMm: bend * turns + noiseMm * 1.73 * normal,
      by: { bend: turns, hammer: 0, loop: 0 },
    };
  });
}

describe('what makings teach', () => {
  it('is nothing while there are none', () => {
    const { bend, hammer } = learn([]);
    expect(bend).toMatchObject({ value: 0, mean: 0, differs: 0, makings: 0, wires: 0 });
    expect(hammer.value).toBe(0);
  });

  it('of one wire is the mean of handbook and wire by their spreads, by hand', () => {
    const { bend } = learn([{ making: 'm', moreMm: 1, by: { bend: 20, hammer: 0, loop: 0 } }]);
    // The prior says 0 +- 0.05; the wire says 1/20 with a noise near 0.8 mm, that is +- 0.04.
    expect(bend.mean).toBeGreaterThan(0.02);
    expect(bend.mean).toBeLessThan(0.04);
    expect(bend.spread).toBeLessThan(PRIOR_SPREAD.bend);
    expect(bend.value).toBeLessThan(bend.mean);
  });

  it('comes near the truth for a hand that differs, and stays near the handbook for one that does not', () => {
    const off = (bend: number): number => {
      const wrong = Array.from({ length: 60 }, (_, seed) =>
        Math.abs(learn(pagesFor(bend, 10, seed + 1)).bend.value - bend),
      );
      return wrong.reduce((a, b) => a + b, 0) / wrong.length;
    };
    expect(off(0.08)).toBeLessThan(0.5 * 0.08);
    expect(off(-0.08)).toBeLessThan(0.5 * 0.08);
    expect(off(0)).toBeLessThan(0.006);
  });

  it('is hardly moved by one odd page', () => {
    const pages = pagesFor(0.06, 12, 7);
    const odd = { making: 'odd', moreMm: -40, by: { bend: 25, hammer: 0, loop: 0 } };
    const change = learn([...pages, odd]).bend.mean - learn(pages).bend.mean;
    expect(Math.abs(change)).toBeLessThan(0.012);
  });

  it('is never more than a hand can be, whatever was typed', () => {
    const size = fc.double({ min: -100_000, max: 100_000, noNaN: true });
    const by = fc.record({
      bend: fc.double({ min: 0, max: 5_000, noNaN: true }),
      hammer: fc.double({ min: -500, max: 0, noNaN: true }),
      loop: fc.double({ min: 0, max: 7, noNaN: true }),
    });
    const page = fc.record({ making: fc.constantFrom('a', 'b', 'c'), moreMm: size, by });
    fc.assert(
      fc.property(fc.array(page, { maxLength: 30 }), (pages) => {
        const learnt = learn(pages);
        for (const id of LEARNT) {
          expect(Math.abs(learnt[id].value)).toBeLessThanOrEqual(MOST_OFF[id]);
          expect(Number.isFinite(learnt[id].mean) && learnt[id].spread >= 0).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('hangs on neither the order of the pages nor the sign', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10_000 }),
        fc.integer({ min: 1, max: 12 }),
        (seed, n) => {
          const pages = pagesFor(0.05, n, seed);
          const { bend } = learn(pages);
          const turned = learn([...pages].reverse()).bend;
          expect(turned.mean).toBeCloseTo(bend.mean, 9);
          const other = learn(pages.map((p) => ({ ...p, moreMm: -p.moreMm }))).bend;
          expect(other.value).toBeCloseTo(-bend.value, 9);
        },
      ),
      { numRuns: 50 },
    );
  });
});

describe('the pages of makings', () => {
  const piece = {
    ...newPiece('p', 'Angle', ''),
    reserveMm: 10,
    paths: [
      newPath(
        'w',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
          { x: 30, y: 20 },
        ],
        false,
      ),
    ],
  };
  const made = (leftMm: number, own = 0, noted = true): MakingRecord => {
    const wire = planPiece(piece, { own: { bend: own, hammer: 0, loop: 0 } }).wires[0]!;
    const used = [{ name: 'Frame wire', plannedMm: wire.cutMm, leftMm, noted, acts: actsOf(wire) }];
    const begun = newMaking('m', piece, { twin: false }, '', '2026-11-01T00:00:00Z');
    return { ...begun, finished: '2026-11-01T01:00:00Z', used };
  };

  it('say what a wire took more than by the handbook', () => {
    const [page] = pagesOf([made(9)]);
    // 10 mm were to be left and 9 were: it took 1 mm more. A right angle in wire of 1 mm turns pi / 2.
    expect(page!.moreMm).toBeCloseTo(1, 9);
    expect(page!.by.bend).toBeCloseTo((Math.PI / 2) * piece.wire.diameterMm, 6);
  });

  it('leave out what the plan took more for this hand already', () => {
    // What was left as planned bears the hand out: it took what its plan gave beyond the handbook.
    const [page] = pagesOf([made(10, 0.1)]);
    expect(page!.moreMm).toBeCloseTo(0.1 * (Math.PI / 2) * piece.wire.diameterMm, 9);
  });

  it('are of finished makings whose leftover was noted', () => {
    expect(pagesOf([made(9, 0, false)])).toEqual([]);
    expect(pagesOf([{ ...made(9), finished: null }])).toEqual([]);
  });
});
