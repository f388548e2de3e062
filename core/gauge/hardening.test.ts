import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { flattened } from '../element';
import { METAL_FACTS, METALS, TEMPERS } from '../wire';
import {
  bendStrain,
  flatSection,
  GAUGE_STRAIN,
  hammerStrain,
  hardening,
  roundSection,
  tapStrain,
} from './hardening';

const metal = fc.constantFrom(...METALS);

describe('work hardening', () => {
  it('a gauge number of drawing takes a fifth off the cross-section', () => {
    expect(Math.exp(-GAUGE_STRAIN)).toBeCloseTo(0.793, 3);
  });

  it('goes through the handbook values of all metals and tempers', () => {
    for (const m of METALS) {
      for (const t of TEMPERS) expect(hardening(m, t)(0)).toBeCloseTo(METAL_FACTS[m].flowMPa[t], 6);
    }
  });

  it('soft wire drawn two numbers is half hard, four numbers hard', () => {
    const soft = hardening('brass', 'dead-soft');
    expect(soft(2 * GAUGE_STRAIN)).toBeCloseTo(350, 6);
    expect(soft(4 * GAUGE_STRAIN)).toBeCloseTo(435, 6);
  });

  it('soft copper bent to 20 mm in 1 mm wire comes to 122 MPa', () => {
    // By hand: strain ln(1 + 1/40) = 0.0247; power ln(180/240)/ln(1/2) = 0.415;
    // 70 + 240 (0.0247 / 0.9276)^0.415 = 123.2.
    const strain = bendStrain(1, 20);
    expect(strain).toBeCloseTo(0.02469, 5);
    expect(hardening('copper', 'dead-soft')(strain)).toBeCloseTo(123.2, 0);
  });

  it('never softens, and a test coil shifts all of it', () => {
    fc.assert(
      fc.property(metal, fc.constantFrom(...TEMPERS), fc.nat(100), fc.nat(100), (m, t, a, b) => {
        const flow = hardening(m, t);
        expect(flow((a + b) / 100)).toBeGreaterThanOrEqual(flow(a / 100) - 1e-9);
        expect(hardening(m, t, 1.2)(a / 100)).toBeCloseTo(1.2 * flow(a / 100), 6);
      }),
    );
  });

  it('a run is not strained, and no bend more than one shut on itself', () => {
    expect(bendStrain(1, null)).toBe(0);
    expect(bendStrain(1, 0.1)).toBeCloseTo(Math.log(2), 9);
  });
});

describe('hammered wire', () => {
  it('not hammered it is round still', () => {
    const flat = flatSection(1, 1, 0.8);
    const round = roundSection(1);
    expect(flat.inertiaMm4).toBeCloseTo(round.inertiaMm4, 9);
    expect(flat.modulusMm3).toBeCloseTo(round.modulusMm3, 9);
    expect(hammerStrain(1, 1, 0.8)).toBe(0);
  });

  it('its second moment is that of the strip with round edges, summed strip by strip', () => {
    const [d, t, spread] = [1.2, 0.7, 0.8];
    const { widthMm: w } = flattened(d, t, spread);
    let sum = 0;
    const n = 20_000;
    for (let i = 0; i < n; i++) {
      const y = -w / 2 + (w * (i + 0.5)) / n;
      const into = Math.max(0, Math.abs(y) - (w - t) / 2);
      const high = 2 * Math.sqrt(Math.max(0, (t / 2) ** 2 - into ** 2));
      sum += high * y * y * (w / n);
    }
    expect(flatSection(d, t, spread).inertiaMm4 / sum).toBeCloseTo(1, 4);
  });

  it('grows stiffer in its plane and harder the thinner it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 98 }), (percent) => {
        const [thin, less] = [percent / 100, percent / 100 + 0.01];
        expect(flatSection(1, thin, 0.8).inertiaMm4).toBeGreaterThan(
          flatSection(1, less, 0.8).inertiaMm4,
        );
        expect(hammerStrain(1, thin, 0.8)).toBeGreaterThan(hammerStrain(1, less, 0.8));
      }),
    );
  });

  it('all thinning into width is plane strain: 2 / sqrt 3 of it', () => {
    expect(hammerStrain(1, 0.5, 1)).toBeCloseTo((2 / Math.sqrt(3)) * Math.log(2), 9);
    expect(tapStrain()).toBeCloseTo(0.054, 3);
  });
});
