import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  distance,
  endOf,
  line,
  startOf,
  tangentAt,
  turnBetween,
  vec,
  type Path,
  type Vec,
} from '../geometry';
import { nodeNear, routeDrawing, type Route, type RoutedWire } from './index';

const stroke = (...points: [number, number][]): Path => ({
  segments: points.slice(1).map(([x, y], i) => line(vec(...points[i]!), vec(x, y))),
  closed: false,
});
const from = (wire: RoutedWire): Vec => startOf(wire.path.segments[0]!);
const to = (wire: RoutedWire): Vec => endOf(wire.path.segments[wire.path.segments.length - 1]!);
const turns = ({ wires }: Route): number[] =>
  wires.flatMap(({ path: { segments } }) =>
    segments
      .slice(1)
      .map((s, i) => Math.abs(turnBetween(tangentAt(segments[i]!, 1), tangentAt(s, 0)))),
  );

/** Squares side by side: two odd nodes for each wall between them. */
const ladder = (rungs: number): Path[] => [
  stroke([0, 0], [10 * (rungs + 1), 0], [10 * (rungs + 1), 10], [0, 10], [0, 0]),
  ...Array.from({ length: rungs }, (_, i) => stroke([10 * (i + 1), 0], [10 * (i + 1), 10])),
];

describe('pins', () => {
  it('a wire begins and ends where it is pinned, whatever that costs', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.nat(), fc.nat(), (rungs, a, b) => {
        const paths = ladder(rungs);
        const { graph } = routeDrawing(paths, { wires: 1 });
        const used = graph.nodes.filter((n) => n.degree > 0).map((n) => n.at);
        const [start, end] = [used[a % used.length]!, used[b % used.length]!];
        const route = routeDrawing(paths, { wires: 1, start, end });
        expect(route.wires).toHaveLength(1);
        expect(distance(from(route.wires[0]!), start)).toBeLessThan(1e-6);
        expect(distance(to(route.wires[0]!), end)).toBeLessThan(1e-6);
        // Free ends are never worse than pinned ones.
        const free = routeDrawing(paths, { wires: 1 });
        expect(free.doubledMm).toBeLessThanOrEqual(route.doubledMm + 1e-9);
      }),
      { numRuns: 60 },
    );
  });

  it('a place beside every line is no pin', () => {
    const paths = ladder(2);
    const plain = routeDrawing(paths, { wires: 1 });
    const far = routeDrawing(paths, { wires: 1, start: vec(200, 200) });
    expect(far.doubledMm).toBe(plain.doubledMm);
    expect(nodeNear(plain.graph, vec(200, 200))).toBeNull();
  });

  it('a pin in the middle of a line gives it a node there', () => {
    const [wire] = routeDrawing([stroke([0, 0], [30, 0])], { wires: 1, start: vec(12, 0.2) }).wires;
    expect(distance(from(wire!), vec(12, 0))).toBeLessThan(0.01);
    // Back over the shorter side: 12 mm run twice.
    expect(wire!.doubledMm).toBeCloseTo(12, 6);
  });

  it('a ring pinned at one place begins and ends there', () => {
    const ring = { ...stroke([0, 0], [10, 0], [10, 10], [0, 10], [0, 0]), closed: true };
    const [wire, ...rest] = routeDrawing([ring], { wires: 1, start: vec(10, 5) }).wires;
    expect(rest).toEqual([]);
    expect(wire!.doubledMm).toBe(0);
    expect(distance(from(wire!), vec(10, 5))).toBeLessThan(1e-6);
    expect(distance(to(wire!), vec(10, 5))).toBeLessThan(1e-6);
  });
});

describe('wishes for a junction', () => {
  const cross = [stroke([0, 10], [20, 10]), stroke([10, 0], [10, 20])];
  const at = vec(10, 10);

  it('without one the wires go straight on; with one they turn off, or go on', () => {
    const none = routeDrawing(cross, { wires: 2 });
    expect(Math.max(...turns(none))).toBeLessThan(1e-9);
    const turned = routeDrawing(cross, { wires: 2, rules: [{ at, rule: 'turn' }] });
    expect(turns(turned).filter((t) => Math.abs(t - Math.PI / 2) < 1e-9)).toHaveLength(2);
    const straight = routeDrawing(cross, { wires: 2, rules: [{ at, rule: 'straight' }] });
    expect(Math.max(...turns(straight))).toBeLessThan(1e-9);
  });

  it('changes neither what is doubled nor what is covered', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 4 }),
        fc.array(fc.tuple(fc.nat(), fc.constantFrom('turn' as const, 'straight' as const)), {
          maxLength: 4,
        }),
        (rungs, wishes) => {
          const paths = ladder(rungs);
          const plain = routeDrawing(paths, { wires: 1 });
          const rules = wishes.map(([n, rule]) => ({
            at: plain.graph.nodes[n % plain.graph.nodes.length]!.at,
            rule,
          }));
          const wished = routeDrawing(paths, { wires: 1, rules });
          expect(wished.doubledMm).toBeCloseTo(plain.doubledMm, 9);
          expect(wished.wires).toHaveLength(plain.wires.length);
          const run = (route: Route): number[] =>
            route.wires.flatMap((w) => w.runs.map((r) => r.edge)).sort((a, b) => a - b);
          expect(run(wished)).toEqual(run(plain));
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('where nothing is wished', () => {
  it('among equal ends the one nearer to the hang point is the beginning', () => {
    const bar = [stroke([0, 0], [40, 0])];
    for (const x of [0, 40]) {
      const [wire] = routeDrawing(bar, { wires: 1, hang: vec(x, -5) }).wires;
      expect(from(wire!)).toEqual(vec(x, 0));
    }
  });

  it('the wire that begins nearest to the hang point is the first', () => {
    const bars = [stroke([0, 0], [10, 0]), stroke([50, 0], [60, 0])];
    const first = (x: number): number =>
      from(routeDrawing(bars, { wires: 2, hang: vec(x, 0) }).wires[0]!).x;
    expect(first(0)).toBe(0);
    expect(first(60)).toBe(60);
  });
});
