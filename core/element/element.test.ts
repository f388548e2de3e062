import { describe, expect, it, test } from 'vitest';
import { elementSchema, solveElement } from '.';

const solve = (element: object): Readonly<Record<string, number>> =>
  solveElement(elementSchema.parse(element)) as Readonly<Record<string, number>>;

describe('elements', () => {
  it('a simple loop takes pi (D + d)', () => {
    expect(solve({ kind: 'simple-loop', wire_mm: 1, inside_mm: 4 })).toEqual({
      length_mm: Math.PI * 5,
    });
  });

  it('a fold with and without a gap', () => {
    expect(solve({ kind: 'fold', wire_mm: 0.8 })['length_mm']).toBeCloseTo(0.4 * Math.PI, 12);
    expect(solve({ kind: 'fold', wire_mm: 0.8, gap_mm: 0.4 })['length_mm']).toBeCloseTo(
      0.6 * Math.PI,
      12,
    );
  });

  it('a square corner by hand', () => {
    // (r + k d) = 0.9, angle pi/2; T = r + d/2 = 1.0 at 90 degrees.
    const corner = solve({
      kind: 'corner',
      wire_mm: 1,
      inside_radius_mm: 0.5,
      angle_deg: 90,
      k: 0.4,
    });
    expect(corner['length_mm']).toBeCloseTo(0.45 * Math.PI, 12);
    expect(corner['setback_mm']).toBeCloseTo(1, 12);
    expect(corner['saved_mm']).toBeCloseTo(2 - 0.45 * Math.PI, 12);
  });

  it('springback goes both ways', () => {
    const wire = { kind: 'springback', wire_mm: 0.9, metal: 'brass', temper: 'half-hard' };
    const tool = solve({ ...wire, inside_mm: 6 });
    const back = solve({ ...wire, tool_mm: tool['tool_mm'] });
    expect(back['free_inside_mm']).toBeCloseTo(6, 6);
    expect(back['overbend_factor']).toBeCloseTo(tool['overbend_factor']!, 6);
    expect(tool['tool_mm']).toBeLessThan(6);
  });

  test.each([
    { kind: 'simple-loop', wire_mm: -1, inside_mm: 4 },
    { kind: 'corner', wire_mm: 1, inside_radius_mm: 1, angle_deg: 180 },
    { kind: 'springback', wire_mm: 1, metal: 'copper', temper: 'hard' },
    { kind: 'springback', wire_mm: 1, metal: 'wood', temper: 'hard', tool_mm: 3 },
    { kind: 'gauge', awg: 18, size: 3 },
  ])('refuses %o', (element) => {
    expect(elementSchema.safeParse(element).success).toBe(false);
  });
});
