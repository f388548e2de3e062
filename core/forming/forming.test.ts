import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { line, vec, type Path } from '../geometry';
import { bendChain, fitChain } from '../strip';
import {
  bendingMoment,
  chooseTools,
  formingCurvature,
  inertia,
  insideFromTool,
  kitSchema,
  overbendFactor,
  releasedCurvature,
  toolForInside,
  type Stiffness,
} from '.';

const copper = (flowMPa: number, diameterMm = 1): Stiffness => ({
  diameterMm,
  flowMPa,
  modulusMPa: 117_000,
});

describe('springback', () => {
  it('of 1.0 mm copper over R 10', () => {
    expect(1 / releasedCurvature(1 / 10, copper(70))).toBeCloseTo(10.207, 3);
    expect(1 / releasedCurvature(1 / 10, copper(220))).toBeCloseTo(10.681, 3);
    expect(1 / formingCurvature(1 / 10, copper(220))).toBeCloseTo(9.4, 3);
  });

  it('a wire that never yields springs back wholly', () => {
    expect(releasedCurvature(1 / 5000, copper(310))).toBe(0);
    expect(insideFromTool(10_000, copper(310))).toBe(Infinity);
  });

  it('the moment is continuous where yielding begins and ends at the plastic moment', () => {
    const wire = copper(100, 2);
    const yieldAt = 100 / (117_000 * 1);
    expect(bendingMoment(yieldAt * 1.0001, wire)).toBeCloseTo(
      bendingMoment(yieldAt * 0.9999, wire),
      1,
    );
    expect(bendingMoment(yieldAt, wire)).toBeCloseTo(117_000 * inertia(2) * yieldAt, 6);
    // Fully plastic: s d^3 / 6.
    expect(bendingMoment(10, wire)).toBeCloseTo((100 * 8) / 6, 1);
  });

  it('the moment is the integral of stress over the section', () => {
    const wire = copper(150, 1.2);
    for (const q of [0.001, 0.004, 0.02, 0.2]) {
      const a = 0.6;
      let sum = 0;
      const n = 40_000;
      for (let i = 0; i < n; i++) {
        const y = -a + ((i + 0.5) / n) * 2 * a;
        const stress = Math.max(-150, Math.min(150, 117_000 * q * y));
        sum += stress * y * 2 * Math.sqrt(a * a - y * y) * ((2 * a) / n);
      }
      expect(bendingMoment(q, wire) / sum).toBeCloseTo(1, 4);
    }
  });

  it('forming and releasing undo each other', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 60, noNaN: true }),
        fc.double({ min: 35, max: 900, noNaN: true }),
        fc.double({ min: 0.3, max: 2.5, noNaN: true }),
        (radius, flow, d) => {
          fc.pre(radius > d / 2 + 0.1);
          const wire = copper(flow, d);
          expect(1 / releasedCurvature(formingCurvature(1 / radius, wire), wire)).toBeCloseTo(
            radius,
            6,
          );
          expect(overbendFactor(radius, wire)).toBeGreaterThanOrEqual(1);
          const inside = 2 * radius - d;
          const tool = toolForInside(inside, wire);
          fc.pre(tool > 0.05);
          expect(insideFromTool(tool, wire)).toBeCloseTo(inside, 5);
        },
      ),
    );
  });
});

describe('choosing tools', () => {
  const bow = (radius: number): Path => ({
    segments: [
      line(vec(0, 0), vec(15, 0)),
      {
        type: 'arc',
        center: vec(15, radius),
        radius,
        startAngle: -Math.PI / 2,
        sweep: Math.PI / 2,
      },
      line(vec(15 + radius, radius), vec(15 + radius, radius + 15)),
    ],
    closed: false,
  });
  const kit = kitSchema.parse({
    stepped_mm: [5, 7, 9],
    mandrels_mm: [13],
    round_nose: { tip_mm: 1, base_mm: 4, length_mm: 20 },
  });
  const wire = copper(70);

  it('takes the step whose curve keeps within the tolerance and keeps the outline’s legs', () => {
    const strip = bendChain(fitChain(bow(4.1), 0.25), 1);
    const { strip: tooled, tools } = chooseTools(strip, kit, wire, 0.25);
    expect(tools.map((t) => t?.name ?? null)).toEqual([null, 'stepped pliers 7 mm', null]);
    const radius = insideFromTool(7, wire) / 2;
    expect(tooled.pieces[1]!.insideRadiusMm).toBeCloseTo(radius, 9);
    // Both legs from the corner of the tangents stay: 19.1 mm less R tan 45 each.
    expect(tooled.pieces[0]!.lengthMm).toBeCloseTo(19.1 - (radius + 0.5), 9);
    expect(tooled.developedMm).toBeCloseTo(
      2 * (19.1 - radius - 0.5) + ((radius + 0.5) * Math.PI) / 2,
      9,
    );
  });

  it('leaves a curve free when no tool comes near', () => {
    const strip = bendChain(fitChain(bow(9), 0.25), 1);
    expect(chooseTools(strip, kit, wire, 0.05).tools).toEqual([null, null, null]);
  });

  it('says where on the cone a small curve is turned', () => {
    const strip = bendChain(fitChain(bow(1.75), 0.05), 1);
    const { tools } = chooseTools(strip, kit, wire, 0.02);
    expect(tools[1]?.name).toMatch(/^round-nose pliers 2\.\d+ mm, 9\.\d mm from the tip$/);
  });

  it('refuses a kit that cannot be', () => {
    expect(kitSchema.safeParse({ stepped_mm: [0] }).success).toBe(false);
    expect(
      kitSchema.safeParse({ round_nose: { tip_mm: 5, base_mm: 1, length_mm: 20 } }).success,
    ).toBe(false);
    expect(kitSchema.safeParse({ pliers: 3 }).success).toBe(false);
  });
});
