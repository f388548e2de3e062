import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  curvatureOf,
  distance,
  endOf,
  flattenPath,
  flattenSegment,
  joinTurn,
  segmentLength,
  startOf,
  vec,
  type Path,
  type Primitive,
} from '../geometry';
import { fitChain, followPoints, radiusError, settleRadii, type Chain } from '.';
import { drawAs, knownFigure } from './knownFigures';

interface Option {
  readonly radiusMm: number;
  readonly name: string;
}
const options = (...radii: number[]) => {
  const list = radii.map((radiusMm): Option => ({ radiusMm, name: `R ${radiusMm}` }));
  return (radius: number): Option[] =>
    [...list]
      .sort((a, b) => Math.abs(a.radiusMm - radius) - Math.abs(b.radiusMm - radius))
      .slice(0, 2);
};
const settle = (path: Path, tolerance: number, of: (radius: number) => readonly Option[]) => {
  const chain = fitChain(path, tolerance);
  return { chain, ...spread(settleRadii(chain, followPoints(path, chain), tolerance, of)) };
};
const spread = <T>(s: { chain: Chain } & T) => ({ settled: s });
const arcsOf = (chain: Chain): number[] =>
  chain.primitives.flatMap((p) => (p.type === 'arc' ? [p.radius] : []));
const farthest = (path: Path, shapes: readonly Primitive[]): number => {
  const line = shapes.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.002, 0.05)]);
  return Math.max(
    ...flattenPath(path, 0.02, 0.6).map((q) =>
      Math.min(...line.map((p) => Math.hypot(p.x - q.x, p.y - q.y))),
    ),
  );
};
const turning = (chain: Chain): number =>
  chain.primitives.reduce((sum, p, i) => {
    const next = chain.primitives[i + 1];
    return sum + curvatureOf(p) * segmentLength(p) + (next ? joinTurn(p, next) : 0);
  }, 0);

/** A stadium: two half circles of radius r, joined by two straights. */
const stadium = (r: number, long: number): Path => ({
  segments: [
    { type: 'line', from: vec(0, 0), to: vec(long, 0) },
    { type: 'arc', center: vec(long, r), radius: r, startAngle: -Math.PI / 2, sweep: Math.PI },
    { type: 'line', from: vec(long, 2 * r), to: vec(0, 2 * r) },
    { type: 'arc', center: vec(0, r), radius: r, startAngle: Math.PI / 2, sweep: Math.PI },
  ],
  closed: true,
});

describe('radii that can be had', () => {
  it('the error of a right angle is the change times (sqrt 2 - 1)', () => {
    expect(radiusError(1, Math.PI / 2)).toBeCloseTo(Math.SQRT2 - 1, 12);
    expect(radiusError(-1, -Math.PI / 2)).toBeCloseTo(Math.SQRT2 - 1, 12);
    expect(radiusError(0, 3)).toBe(0);
  });

  it('are taken where the drawing allows, and left where it does not', () => {
    const path: Path = {
      segments: [
        { type: 'line', from: vec(0, 0), to: vec(20, 0) },
        {
          type: 'arc',
          center: vec(20, 6),
          radius: 6,
          startAngle: -Math.PI / 2,
          sweep: Math.PI / 2,
        },
        { type: 'line', from: vec(26, 6), to: vec(26, 26) },
      ],
      closed: false,
    };
    const near = settle(path, 0.25, options(6.3));
    expect(near.settled.choices.map((c) => c?.name ?? null)).toEqual([null, 'R 6.3', null]);
    expect(arcsOf(near.settled.chain)[0]).toBeCloseTo(6.3, 9);
    expect(farthest(path, near.settled.chain.primitives)).toBeLessThan(0.26);
    const far = settle(path, 0.25, options(9));
    expect(far.settled.choices.every((c) => c === null)).toBe(true);
    expect(far.settled.chain.primitives).toEqual(far.chain.primitives);
    // What it would have done is told: 3 (sqrt 2 - 1) = 1.24 by the estimate.
    expect(far.settled.misses[1]![0]!.errorMm).toBeGreaterThan(0.25);
  });

  it('a closed figure stays closed', () => {
    const { settled } = settle(stadium(6, 14), 0.3, options(6.15));
    const shapes = settled.chain.primitives;
    expect(settled.choices.filter(Boolean)).toHaveLength(2);
    shapes.forEach((s, i) => {
      const next = shapes[(i + 1) % shapes.length]!;
      expect(distance(endOf(s), startOf(next))).toBeLessThan(0.01);
      expect(Math.abs(joinTurn(s, next))).toBeLessThan(0.01);
    });
    expect(farthest(stadium(6, 14), shapes)).toBeLessThan(0.31);
  });

  it('a ring takes a radius within the tolerance and keeps its middle', () => {
    const ring: Path = {
      segments: [{ type: 'arc', center: vec(3, 4), radius: 9, startAngle: 0, sweep: 2 * Math.PI }],
      closed: true,
    };
    const taken = settle(ring, 0.25, options(9.2)).settled;
    expect(taken.chain.primitives[0]).toMatchObject({ center: { x: 3, y: 4 }, radius: 9.2 });
    const left = settle(ring, 0.25, options(9.4)).settled;
    expect(left.chain.primitives[0]).toMatchObject({ radius: 9 });
    expect(left.choices).toEqual([null]);
    expect(left.misses[0]).toHaveLength(1);
  });

  it('the whole turning of an open figure is kept nearly, and its pieces in order', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (seed) => {
        const path = drawAs(knownFigure(seed, 1, 7), 'exact', seed);
        const { chain, settled } = settle(path, 0.25, options(3, 3.5, 4, 4.6, 5.3, 6, 6.9, 7.9));
        expect(settled.chain.primitives.map((p) => p.type)).toEqual(
          chain.primitives.map((p) => p.type),
        );
        expect(Math.abs(turning(settled.chain) - turning(chain))).toBeLessThan(0.12);
        settled.choices.forEach((choice, i) => {
          const p = settled.chain.primitives[i]!;
          if (choice && p.type === 'arc') expect(p.radius).toBeCloseTo(choice.radiusMm, 9);
        });
        const shapes = settled.chain.primitives;
        shapes.slice(1).forEach((s, i) => {
          expect(distance(endOf(shapes[i]!), startOf(s))).toBeLessThan(0.01);
        });
      }),
      { numRuns: 40 },
    );
  });
});
