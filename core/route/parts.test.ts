import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { distance, line, pathLength, vec, type Path, type Vec } from '../geometry';
import { bridged, findBridges, partsOf } from './bridges';
import { buildGraph } from './graph';

import { joinOdd } from './joinOdd';
import { ShortestPaths } from './shortest';
import { routeDrawing } from './index';

const stroke = (a: Vec, b: Vec): Path => ({ segments: [line(a, b)], closed: false });
const square = (x: number, y: number, side: number): Path => {
  const corners = [vec(x, y), vec(x + side, y), vec(x + side, y + side), vec(x, y + side)];
  return {
    segments: corners.map((c, i) => line(c, corners[(i + 1) % 4]!)),
    closed: true,
  };
};
/** Links between places of a coarse grid, so that strokes meet at their ends. */
const sketch = fc
  .array(
    fc.tuple(
      fc.integer({ min: 0, max: 3 }),
      fc.integer({ min: 0, max: 3 }),
      fc.constantFrom([1, 0], [0, 1]),
    ),
    { minLength: 1, maxLength: 16 },
  )
  .map((list) => {
    const links = new Map(
      list.map(([x, y, [dx, dy]]) => [`${x} ${y} ${dx}`, { x, y, dx: dx, dy: dy }]),
    );
    return [...links.values()].map(({ x, y, dx, dy }) =>
      stroke(vec(10 * x, 10 * y), vec(10 * (x + dx), 10 * (y + dy))),
    );
  });

describe('shortest paths', () => {
  it('are as long as the table of all distances says, and add up', () => {
    fc.assert(
      fc.property(sketch, (paths) => {
        const graph = buildGraph(paths);
        const n = graph.nodes.length;
        const table = graph.nodes.map((_, i) =>
          graph.nodes.map((__, j) => (i === j ? 0 : Infinity)),
        );
        for (const e of graph.edges) {
          table[e.from]![e.to] = Math.min(table[e.from]![e.to]!, e.lengthMm);
          table[e.to]![e.from] = table[e.from]![e.to]!;
        }
        for (let k = 0; k < n; k++)
          for (let i = 0; i < n; i++)
            for (let j = 0; j < n; j++)
              table[i]![j] = Math.min(table[i]![j]!, table[i]![k]! + table[k]![j]!);
        const search = new ShortestPaths(graph);
        const all = new Set(graph.nodes.map((_, i) => i));
        for (let i = 0; i < n; i++) {
          const near = search.near(i, all);
          expect(near.map((r) => r.mm)).toEqual([...near.map((r) => r.mm)].sort((a, b) => a - b));
          for (const { node, mm } of near) {
            expect(mm).toBeCloseTo(table[i]![node]!, 6);
            const sum = search
              .path(i, node)
              .reduce((total, e) => total + graph.edges[e]!.lengthMm, 0);
            expect(sum).toBeCloseTo(mm, 6);
          }
          const reached = table[i]!.filter((mm, j) => j !== i && mm < Infinity).length;
          expect(near).toHaveLength(reached);
        }
      }),
      { numRuns: 40 },
    );
  });
});

describe('bridges', () => {
  it('join all parts and are no longer than the least tree over them', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(fc.nat(4), fc.nat(4)), {
          minLength: 2,
          maxLength: 7,
          selector: ([x, y]) => `${x} ${y}`,
        }),
        (cells) => {
          const squares = cells.map(([x, y], i) => ({ x: 20 * x, y: 20 * y, side: 5 + (i % 4) }));
          const graph = buildGraph(squares.map((s) => square(s.x, s.y, s.side)));
          expect(partsOf(graph).count).toBe(squares.length);
          const bridges = findBridges(graph).paths;
          expect(bridges).toHaveLength(squares.length - 1);
          const total = bridges.reduce((sum, b) => sum + pathLength(b), 0);
          expect(total).toBeCloseTo(leastTree(squares), 3);
          const joined = bridged(
            squares.map((s) => square(s.x, s.y, s.side)),
            graph,
            [],
          );
          expect(partsOf(joined).count).toBe(1);
          const added = joined.edges.filter((e) => e.stroke < 0);
          expect(added.reduce((sum, e) => sum + e.lengthMm, 0)).toBeCloseTo(total, 3);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('points in one row are bridged too', () => {
    const row = [0, 1, 2].map((i) => stroke(vec(10 * i, 0), vec(10 * i + 4, 0)));
    const bridges = findBridges(buildGraph(row)).paths;
    expect(bridges.map((b) => pathLength(b))).toEqual([6, 6]);
  });

  it('parts that only touch are joined at no cost', () => {
    // Two circles side by side, a third that lies a hair away, and a square a millimetre beyond.
    const ring = (x: number): Path => ({
      segments: [
        { type: 'arc', center: vec(x, 0), radius: 5, startAngle: 0.3, sweep: 2 * Math.PI },
      ],
      closed: true,
    });
    const rings = [ring(0), ring(10), ring(20.02)];
    for (const drawn of [rings, [...rings, square(26.02, -5, 10)]]) {
      const apart = buildGraph(drawn);
      const joined = bridged(drawn, apart, []);
      expect(partsOf(apart).count).toBeGreaterThan(2);
      expect(partsOf(joined).count).toBe(1);
      const bridges = joined.edges.filter((e) => e.stroke < 0);
      expect(bridges.map((e) => e.lengthMm)).toEqual(
        drawn.length > 3 ? [expect.closeTo(1, 6)] : [],
      );
      // Joined, they run as one wire of the length of all.
      const { wires, bridgedMm, drawnMm } = routeDrawing(drawn, { bridge: true });
      expect(wires).toHaveLength(1);
      expect(bridgedMm).toBeCloseTo(drawn.length > 3 ? 1 : 0, 6);
      const all = 30 * Math.PI + (drawn.length > 3 ? 40 : 0);
      expect(Math.abs(drawnMm - all)).toBeLessThan(0.1);
    }
  });

  it('one part needs none', () => {
    expect(findBridges(buildGraph([square(0, 0, 10)]))).toEqual({ paths: [], contacts: [] });
  });
});

/** Prim's least tree over squares, by the gaps between their sides. */
function leastTree(squares: readonly { x: number; y: number; side: number }[]): number {
  const gap = (a: { x: number; y: number; side: number }, b: typeof a): number => {
    const dx = Math.max(0, a.x - b.x - b.side, b.x - a.x - a.side);
    const dy = Math.max(0, a.y - b.y - b.side, b.y - a.y - a.side);
    return distance(vec(0, 0), vec(dx, dy));
  };
  const inside = [squares[0]!];
  const outside = squares.slice(1);
  let total = 0;
  while (outside.length > 0) {
    let best = { i: 0, mm: Infinity };
    outside.forEach((o, i) => {
      for (const s of inside) if (gap(o, s) < best.mm) best = { i, mm: gap(o, s) };
    });
    total += best.mm;
    inside.push(...outside.splice(best.i, 1));
  }
  return total;
}

describe('what is run twice', () => {
  it('makes every node even but for the free ends, and is what the bound says', () => {
    fc.assert(
      fc.property(sketch, fc.integer({ min: 1, max: 4 }), (paths, wires) => {
        const route = routeDrawing(paths, { wires: wires * partsOf(buildGraph(paths)).count });
        const degrees = route.graph.nodes.map(() => 0);
        for (const { edge } of route.wires.flatMap((w) => w.runs)) {
          const e = route.graph.edges[edge]!;
          degrees[e.from]!++;
          degrees[e.to]!++;
        }
        const odd = degrees.filter((d) => d % 2 === 1).length;
        expect(odd).toBe(2 * route.wires.filter((w) => !w.closed).length);
        expect(route.optimal).toBe(true);
        expect(route.boundMm).toBeCloseTo(route.doubledMm, 9);
        const run = route.wires.reduce((sum, w) => sum + w.lengthMm, 0);
        expect(run).toBeCloseTo(route.drawnMm + route.doubledMm, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('never grows with another wire', () => {
    fc.assert(
      fc.property(sketch, (paths) => {
        const parts = partsOf(buildGraph(paths)).count;
        const doubled = [0, 1, 2, 3].map(
          (n) => routeDrawing(paths, { wires: parts + n }).doubledMm,
        );
        doubled.slice(1).forEach((mm, i) => expect(mm).toBeLessThanOrEqual(doubled[i]! + 1e-9));
      }),
      { numRuns: 40 },
    );
  });

  it('at a price for each wire more the sum of both is the least of all counts', () => {
    fc.assert(
      fc.property(sketch, fc.integer({ min: 1, max: 40 }), (paths, price) => {
        const parts = partsOf(buildGraph(paths)).count;
        const priced = routeDrawing(paths, { extraWireMm: price });
        const cost = (doubledMm: number, wires: number): number =>
          doubledMm + price * (wires - parts);
        const best = Math.min(
          ...[0, 1, 2, 3, 4, 5, 6, 7].map((n) => {
            const r = routeDrawing(paths, { wires: parts + n });
            return cost(r.doubledMm, r.wires.length);
          }),
        );
        expect(cost(priced.doubledMm, priced.wires.length)).toBeCloseTo(best, 6);
      }),
      { numRuns: 60 },
    );
  });

  test('too many odd nodes for a proof keep to the bound from below', () => {
    const teeth = Array.from({ length: 90 }, (_, i) =>
      stroke(vec(10 * i + 5, 0), vec(10 * i + 5, 3 + (i % 5))),
    );
    const comb = [stroke(vec(0, 0), vec(910, 0)), ...teeth];
    const graph = buildGraph(comb);
    const nodes = graph.nodes.flatMap((n, i) => (n.degree % 2 === 1 ? [i] : []));
    expect(nodes.length).toBeGreaterThan(120);
    const joining = joinOdd(new ShortestPaths(graph), {
      nodes,
      free: 2,
      forced: new Set(),
      price: Infinity,
      reluctance: () => 0,
    });
    expect(joining.exact).toBe(false);
    expect(joining.boundMm).toBeLessThanOrEqual(joining.doubledMm);
    // Every tooth must be run twice but perhaps two: at least that is doubled.
    const all = teeth.reduce((sum, t) => sum + pathLength(t), 0);
    expect(joining.doubledMm).toBeGreaterThan(all - 20);
    expect(joining.doubledMm).toBeLessThan(all + 20);
  });
});
