import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factorSymmetric, reverseCuthillMckee, SymmetricEntries } from './sparse';

const links = (n: number) =>
  fc.array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1), fc.double({ min: 0.1, max: 9, noNaN: true })), {
    maxLength: 4 * n,
  });

describe('a sparse symmetric matrix', () => {
  it('gives back what it was multiplied with', () => {
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 40 })
          .chain((n) =>
            fc.tuple(
              fc.constant(n),
              links(n),
              fc.array(fc.double({ min: -9, max: 9, noNaN: true }), { minLength: n, maxLength: n }),
            ),
          ),
        ([n, springs, x]) => {
          // Springs between places, each also held a little: positive definite.
          const dense = Array.from({ length: n }, (_, i) =>
            x.map((_v, j): number => (i === j ? 0.5 : 0)),
          );
          const entries = new SymmetricEntries(n);
          const add = (r: number, c: number, v: number): void => {
            dense[r]![c]! += v;
            entries.add(r, c, v);
          };
          for (let i = 0; i < n; i++) entries.add(i, i, 0.5);
          for (const [a, b, k] of springs) {
            if (a === b) continue;
            add(a, a, k);
            add(b, b, k);
            add(a, b, -k);
            add(b, a, -k);
          }
          const right = Float64Array.from(dense, (row) =>
            row.reduce((sum, v, j) => sum + v * x[j]!, 0),
          );
          const factored = factorSymmetric(entries)!;
          // Four at once: the same, twice that, none, and its opposite.
          const shares = [1, 2, 0, -1];
          const four = Float64Array.from(
            { length: 4 * n },
            (_, i) => right[i >> 2]! * shares[i % 4]!,
          );
          factored.solveFour(four);
          factored.solve(right);
          right.forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 8));
          four.forEach((v, i) => expect(v).toBeCloseTo(x[i >> 2]! * shares[i % 4]!, 8));
        },
      ),
    );
  });

  it('has no solution where a row is held by nothing', () => {
    const entries = new SymmetricEntries(2);
    entries.add(0, 0, 1);
    expect(factorSymmetric(entries)).toBeNull();
  });
});

function join(near: readonly Set<number>[], a: number, b: number): void {
  if (a === b) return;
  near[a]!.add(b);
  near[b]!.add(a);
}

describe('an order of nodes', () => {
  it('gives each its own place', () => {
    fc.assert(
      fc.property(links(25), (pairs) => {
        const near = Array.from({ length: 25 }, () => new Set<number>());
        for (const [a, b] of pairs) join(near, a, b);
        const places = [...reverseCuthillMckee(near)].sort((a, b) => a - b);
        expect(places).toEqual(near.map((_, i) => i));
      }),
    );
  });

  it('keeps a shuffled row and a shuffled ladder as narrow as they can be', () => {
    const width = (near: readonly Set<number>[]): number => {
      const place = reverseCuthillMckee(near);
      return Math.max(
        ...near.flatMap((to, i) => [...to].map((j) => Math.abs(place[i]! - place[j]!))),
      );
    };
    const shuffled = (n: number, pairs: readonly (readonly [number, number])[]) => {
      const near = Array.from({ length: n }, () => new Set<number>());
      const at = (i: number): number => (i * 37 + 11) % n;
      for (const [a, b] of pairs) join(near, at(a), at(b));
      return near;
    };
    const row = Array.from({ length: 99 }, (_, i) => [i, i + 1] as const);
    expect(width(shuffled(100, row))).toBe(1);
    const rungs = Array.from({ length: 50 }, (_, i) => [2 * i, 2 * i + 1] as const);
    const rails = Array.from({ length: 98 }, (_, i) => [i, i + 2] as const);
    expect(width(shuffled(100, [...rungs, ...rails]))).toBeLessThanOrEqual(3);
  });
});
