import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  endOf,
  flattenPath,
  joinTurn,
  pathLength,
  pathTurn,
  segmentLength,
  curvatureOf,
  startOf,
  distance,
  walkInStep,
  type Path,
  type Vec,
} from '../geometry';
import { biarcChain } from './biarcs';

/** Places at least a millimetre apart. */
const places = fc.uniqueArray(fc.record({ x: fc.nat(40), y: fc.nat(40) }), {
  minLength: 3,
  maxLength: 10,
  selector: ({ x, y }) => `${x} ${y}`,
});

/** A smooth line through some places, as freely drawn ones are: tight turns and loops among them. */
function smoothThrough(points: readonly Vec[]): Path {
  const way = (i: number): Vec => {
    const [a, b] = [points[Math.max(0, i - 1)]!, points[Math.min(points.length - 1, i + 1)]!];
    return { x: (b.x - a.x) / 6, y: (b.y - a.y) / 6 };
  };
  const segments = points.slice(1).map((to, i) => {
    const from = points[i]!;
    const [out, into] = [way(i), way(i + 1)];
    return {
      type: 'cubic' as const,
      from,
      c1: { x: from.x + out.x, y: from.y + out.y },
      c2: { x: to.x - into.x, y: to.y - into.y },
      to,
    };
  });
  return { segments, closed: false };
}

describe('curves by pairs of arcs', () => {
  it('a quarter of a circle, nearly, is one', () => {
    const k = 0.5522847498 * 10;
    const quarter: Path = {
      segments: [
        {
          type: 'cubic',
          from: { x: 10, y: 0 },
          c1: { x: 10, y: k },
          c2: { x: k, y: 10 },
          to: { x: 0, y: 10 },
        },
      ],
      closed: false,
    };
    const { primitives, deviationMm } = biarcChain(quarter, 0.05);
    expect(deviationMm).toBeLessThan(0.01);
    for (const p of primitives) {
      expect(p.type).toBe('arc');
      if (p.type === 'arc') expect(p.radius).toBeCloseTo(10, 1);
    }
    const length = primitives.reduce((sum, p) => sum + segmentLength(p), 0);
    expect(length).toBeCloseTo(5 * Math.PI, 1);
  });

  it('lie near any curve in order, unbroken, tangent and of its length and turn', () => {
    fc.assert(
      fc.property(places, (points) => {
        const drawn = smoothThrough(points);
        const { primitives } = biarcChain(drawn, 0.1);
        primitives.slice(1).forEach((p, i) => {
          expect(distance(endOf(primitives[i]!), startOf(p))).toBeLessThan(1e-6);
        });
        const chain: Path = { segments: primitives, closed: false };
        const walk = walkInStep(flattenPath(chain, 0.002, 0.3), flattenPath(drawn, 0.002, 0.3));
        expect(walk.mm).toBeLessThan(0.1 + 0.05);
        const length = primitives.reduce((sum, p) => sum + segmentLength(p), 0);
        expect(Math.abs(length - pathLength(drawn))).toBeLessThan(0.005 * pathLength(drawn) + 0.1);
        const turn = primitives.reduce((sum, p, i) => {
          const next = primitives[i + 1];
          return sum + curvatureOf(p) * segmentLength(p) + (next ? joinTurn(p, next) : 0);
        }, 0);
        const whole = pathTurn(drawn);
        const rounds = Math.round((turn - whole.turnRad) / (2 * Math.PI));
        expect(Math.abs(rounds)).toBeLessThanOrEqual(whole.eitherWay);
        expect(turn - rounds * 2 * Math.PI).toBeCloseTo(whole.turnRad, 1);
      }),
      { numRuns: 60 },
    );
  });
});
