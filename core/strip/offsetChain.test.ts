import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, endOf, segmentLength, startOf, type Arc, type Primitive } from '../geometry';
import { centreChain } from './offsetChain';

/** An arc that begins at a place with a heading: sweep over 0 turns clockwise on a page whose y points down. */
function arcFrom(at: { x: number; y: number }, heading: number, radius: number, sweep: number) {
  const side = Math.sign(sweep);
  const center = {
    x: at.x - side * radius * Math.sin(heading),
    y: at.y + side * radius * Math.cos(heading),
  };
  const startAngle = Math.atan2(at.y - center.y, at.x - center.x);
  return { type: 'arc', center, radius, startAngle, sweep } satisfies Arc;
}

/** Two arcs with a corner between them. */
function cusp(radii: [number, number], sweeps: [number, number], corner: number): Primitive[] {
  const first = arcFrom({ x: 0, y: 0 }, 0.3, radii[0], sweeps[0]);
  return [first, arcFrom(endOf(first), 0.3 + sweeps[0] + corner, radii[1], sweeps[1])];
}

const beside = (primitives: Primitive[], aside: number) =>
  centreChain({ primitives, closed: false, deviationMm: 0 }, 'centre', 1, aside).chain.primitives;

describe('a line beside a corner of two curves', () => {
  it('goes straight on to the corner where the curves themselves turn away from each other', () => {
    // Both bend away from the side they are passed on: circles of 5 - 0.5 whose centres are further apart.
    const drawn = cusp([5, 5], [1.2, 1.2], -2.4);
    const out = beside(drawn, 0.5);
    expect(out.map((p) => p.type)).toEqual(['arc', 'line', 'line', 'arc']);
    // The legs of a corner of 2.4 radians passed at half a millimetre: 0.5 tan 1.2 = 1.286 each.
    expect(segmentLength(out[1]!)).toBeCloseTo(1.2861, 4);
    expect(segmentLength(out[2]!)).toBeCloseTo(1.2861, 4);
    // Arcs of 4.5 mm over 1.2 radians on both sides.
    expect(out.reduce((sum, p) => sum + segmentLength(p), 0)).toBeCloseTo(2 * (5.4 + 1.2861), 3);
  });

  it('is unbroken on the outer side of any corner', () => {
    const radius = fc.double({ min: 1.5, max: 12, noNaN: true });
    const sweep = fc
      .tuple(fc.double({ min: 0.3, max: 3, noNaN: true }), fc.constantFrom(-1, 1))
      .map(([a, s]) => a * s);
    fc.assert(
      fc.property(
        fc.tuple(radius, radius),
        fc.tuple(sweep, sweep),
        fc.double({ min: 0.1, max: 3.1, noNaN: true }),
        fc.constantFrom(-1, 1),
        fc.double({ min: 0.2, max: 1.2, noNaN: true }),
        (radii, sweeps, corner, side, aside) => {
          const out = beside(cusp(radii, sweeps, side * corner), -side * aside);
          for (let i = 1; i < out.length; i++) {
            expect(distance(endOf(out[i - 1]!), startOf(out[i]!))).toBeLessThan(1e-6);
          }
        },
      ),
    );
  });
});
