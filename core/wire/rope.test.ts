import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { wireMassG } from './mass';
import {
  acrossFor,
  inThickness,
  layOf,
  ROPE_STRANDS,
  strandMm,
  twistedOf,
  wireGrams,
  type Round,
} from './rope';

const strands = fc.constantFrom(...ROPE_STRANDS);
const d = fc.double({ min: 0.2, max: 1.5, noNaN: true });
const turn = fc.double({ min: 1, max: 60, noNaN: true });
const wire = { metal: 'copper', diameterMm: 1 } as const;

describe('a rope', () => {
  it('is as thick as its strands packed in a ring', () => {
    // 2 d; d (1 + 2 / sqrt 3); d (1 + sqrt 2).
    const across = ROPE_STRANDS.map((n) => twistedOf(wire, n).diameterMm);
    expect(across[0]).toBeCloseTo(2, 12);
    expect(across[1]).toBeCloseTo(1 + 2 / Math.sqrt(3), 12);
    expect(across[2]).toBeCloseTo(1 + Math.SQRT2, 12);
  });

  it('its strands are as long as a helix that is measured in fine steps', () => {
    fc.assert(
      fc.property(strands, d, turn, (n, dMm, turnMm) => {
        const one: Round = twistedOf({ diameterMm: dMm }, n);
        const rope: Round = { ...one, rope: { ...one.rope!, turnMm } };
        const rho = (rope.diameterMm - dMm) / 2;
        const steps = 4_000;
        let sum = 0;
        for (let i = 0; i < steps; i++) {
          const [a, b] = [i, i + 1].map((k) => (2 * Math.PI * k) / steps);
          const [dx, dy] = [Math.cos(b!) - Math.cos(a!), Math.sin(b!) - Math.sin(a!)];
          sum += Math.hypot(rho * dx, rho * dy, turnMm / steps);
        }
        expect(layOf(rope).longer * turnMm).toBeCloseTo(sum, 3);
      }),
      { numRuns: 40 },
    );
  });

  it('weighs what its strands weigh', () => {
    fc.assert(
      fc.property(strands, d, fc.double({ min: 1, max: 500, noNaN: true }), (n, dMm, mm) => {
        const rope = twistedOf({ metal: 'copper' as const, diameterMm: dMm }, n);
        const one = wireMassG('copper', dMm, mm * layOf(rope).longer);
        expect(wireGrams(rope, mm)).toBeCloseTo(n * one, 9);
      }),
    );
    expect(wireGrams(wire, 100)).toBe(wireMassG('copper', 1, 100));
  });

  it('is never thicker than wire can be, nor a turn longer or shorter than one can be', () => {
    const thick: Round = twistedOf({ diameterMm: 4 }, 4);
    expect(thick.diameterMm).toBe(5);
    expect(layOf(thick).angleRad).toBeCloseTo(Math.PI / 6, 2);
    expect(acrossFor(thick, 3)).toBe(5);
    const long = { diameterMm: 1, rope: { strands: 2, turnMm: 400, folded: false } } as const;
    expect(inThickness<Round>(long, 2).rope!.turnMm).toBe(500);
  });

  it('in another thickness its strands lie as they did; untwisted it is its wire', () => {
    fc.assert(
      fc.property(strands, strands, d, d, (n, m, dMm, toMm) => {
        const rope: Round = twistedOf({ diameterMm: dMm }, n);
        expect(strandMm(rope)).toBeCloseTo(dMm, 9);
        expect(layOf(rope).angleRad).toBeCloseTo(Math.PI / 6, 2);
        const thicker = inThickness(rope, toMm);
        expect(thicker.diameterMm).toBe(toMm);
        expect(layOf(thicker).angleRad).toBeCloseTo(layOf(rope).angleRad, 9);
        const other: Round = twistedOf(rope, m);
        expect(strandMm(other)).toBeCloseTo(dMm, 9);
        expect(twistedOf(rope, 1)).toEqual({ diameterMm: strandMm(rope) });
      }),
    );
  });
});
