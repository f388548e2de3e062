import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  distance,
  endOf,
  line,
  pathLength,
  pointAt,
  randomFrom,
  rotation,
  startOf,
  tangentAt,
  transformPath,
  turnBetween,
  vec,
  type Path,
  type Segment,
  type Vec,
} from '../geometry';
import { buildGraph, EXACT_NODES, JOIN_MM, routeChoices, routeDrawing, type Route } from './index';

const stroke = (...points: [number, number][]): Path => ({
  segments: points.slice(1).map(([x, y], i) => line(vec(...points[i]!), vec(x, y))),
  closed: false,
});
const circle = (x: number, y: number, radius: number): Path => ({
  segments: [{ type: 'arc', center: vec(x, y), radius, startAngle: 0, sweep: 2 * Math.PI }],
  closed: true,
});

/** A drawing of straight strokes between random places, as pairs of place numbers. */
interface Sketch {
  readonly places: readonly Vec[];
  readonly links: readonly (readonly [number, number])[];
}
const sketched = ({ places, links }: Sketch): Path[] =>
  links.map(([a, b]) => ({ segments: [line(places[a]!, places[b]!)], closed: false }));

function turnsAt(path: Path): number {
  const { segments } = path;
  return segments
    .slice(1)
    .reduce(
      (sum, s, i) => sum + Math.abs(turnBetween(tangentAt(segments[i]!, 1), tangentAt(s, 0))),
      0,
    );
}

/** What holds of every route: continuous wires, everything covered, and lengths that add up. */
function checkRoute(route: Route): void {
  const times = route.graph.edges.map(() => 0);
  for (const wire of route.wires) {
    wire.path.segments.slice(1).forEach((s, i) => {
      expect(distance(endOf(wire.path.segments[i]!), startOf(s))).toBeLessThan(1e-6);
    });
    const [first, last] = [wire.path.segments[0]!, wire.path.segments.at(-1)!];
    if (wire.closed) expect(distance(startOf(first), endOf(last))).toBeLessThan(1e-6);
    for (const run of wire.runs) times[run.edge]!++;
    expect(wire.lengthMm).toBeCloseTo(pathLength(wire.path), 6);
  }
  let doubled = 0;
  times.forEach((n, i) => {
    expect([1, 2]).toContain(n);
    if (n === 2) doubled += route.graph.edges[i]!.lengthMm;
  });
  expect(doubled).toBeCloseTo(route.doubledMm, 6);
  const total = route.wires.reduce((sum, w) => sum + w.lengthMm, 0);
  expect(total).toBeCloseTo(route.drawnMm + route.bridgedMm + route.doubledMm, 5);
  const said = route.wires.reduce((sum, w) => sum + w.doubledMm, 0);
  expect(said).toBeCloseTo(route.doubledMm, 6);
}

/** Least doubling found by trying every set of edges: the slow truth for small drawings. */
function bruteForce(route: Route, price: number): number {
  const { nodes, edges } = route.graph;
  let best = Infinity;
  for (let set = 0; set < 1 << edges.length; set++) {
    const degree = nodes.map((n) => n.degree);
    let mm = 0;
    edges.forEach((e, i) => {
      if (!(set & (1 << i))) return;
      degree[e.from]!++;
      degree[e.to]!++;
      mm += e.lengthMm;
    });
    if (mm >= best) continue;
    const wires = Math.max(1, degree.filter((d) => d % 2 === 1).length / 2);
    const cost = mm + (wires > 1 ? (wires - 1) * price : 0);
    best = Math.min(best, cost);
  }
  return best;
}

/** A connected sketch of few strokes without crossings between them. */
const sketches = fc.integer({ min: 1, max: 1e9 }).map((seed): Sketch => {
  const random = randomFrom(seed);
  const count = 4 + Math.floor(random() * 4);
  const places: Vec[] = [];
  while (places.length < count) {
    const p = vec(Math.round(random() * 600) / 10, Math.round(random() * 600) / 10);
    if (places.every((q) => distance(p, q) > 6)) places.push(p);
  }
  const links: [number, number][] = [];
  for (let i = 1; i < count; i++) links.push([Math.floor(random() * i), i]);
  for (let n = 0; n < 3; n++) {
    const [a, b] = [Math.floor(random() * count), Math.floor(random() * count)];
    if (a !== b && !links.some(([x, y]) => (x === a && y === b) || (x === b && y === a)))
      links.push([a, b]);
  }
  return { places, links };
});

describe('a drawing as a graph', () => {
  it('joins ends that nearly touch, and strokes where they cross', () => {
    const graph = buildGraph([
      stroke([0, 0], [20, 0]),
      stroke([10, 0.04], [10, 9]),
      stroke([5, -5], [5, 5]),
    ]);
    // Four loose ends, the foot at (10, 0), its other end, the crossing at (5, 0).
    expect(graph.nodes.map((n) => n.degree).sort()).toEqual([1, 1, 1, 1, 1, 3, 4]);
    expect(graph.edges).toHaveLength(6);
  });

  it('leaves ends apart that are further away than a twentieth of a mm', () => {
    const graph = buildGraph([stroke([0, 0], [20, 0]), stroke([10, 0.06], [10, 9])]);
    expect(graph.edges).toHaveLength(2);
  });

  it('an end that overshoots by a hair makes no stretch of its own', () => {
    const graph = buildGraph([stroke([0, 0], [20, 0]), stroke([10, -0.04], [10, 9])]);
    expect(graph.edges).toHaveLength(3);
  });

  it('finds crossings of curves where they truly are', () => {
    const graph = buildGraph([circle(0, 0, 10), stroke([-20, 6], [20, 6])]);
    const crossings = graph.nodes.filter((n) => n.degree === 4).map((n) => n.at.x);
    // On a circle of 10 the height 6 is met at 8 on both sides.
    expect(crossings.sort((a, b) => a - b)[0]).toBeCloseTo(-8, 6);
    expect(crossings[1]).toBeCloseTo(8, 6);
    const total = graph.edges.reduce((sum, e) => sum + e.lengthMm, 0);
    expect(total).toBeCloseTo(2 * Math.PI * 10 + 40, 6);
  });

  it('a line that crosses itself, and a line that ends on itself', () => {
    const eight = buildGraph([stroke([0, 0], [10, 10], [10, 0], [0, 10])]);
    expect(eight.nodes.map((n) => n.degree).sort()).toEqual([1, 1, 4]);
    const six = buildGraph([stroke([8, 0], [0, 0], [0, 10], [8, 10], [8, 5], [0, 5])]);
    expect(six.nodes.map((n) => n.degree).sort()).toEqual([1, 3]);
  });

  it('counts points that are no line', () => {
    const dot: Path = { segments: [line(vec(1, 1), vec(1, 1))], closed: false };
    expect(buildGraph([dot, dot]).points).toBe(2);
    const route = routeDrawing([dot, dot]);
    expect(route.wires).toHaveLength(0);
    expect(route.parts).toBe(0);
  });

  it('length is kept whatever way the drawing is turned', () => {
    fc.assert(
      fc.property(sketches, fc.double({ min: 0, max: 6, noNaN: true }), (sketch, angle) => {
        const paths = sketched(sketch);
        const turned = paths.map((p) => transformPath(p, rotation(angle)));
        const [a, b] = [routeDrawing(paths), routeDrawing(turned)];
        expect(b.drawnMm).toBeCloseTo(a.drawnMm, 5);
        expect(b.doubledMm).toBeCloseTo(a.doubledMm, 3);
      }),
      { numRuns: 40 },
    );
  });
});

describe('the least doubling', () => {
  it('agrees with trying everything, for one wire and for priced wires', () => {
    let compared = 0;
    fc.assert(
      fc.property(sketches, fc.constantFrom(Infinity, 3, 8, 15, 30), (sketch, price) => {
        const route = routeDrawing(sketched(sketch), { extraWireMm: price });
        fc.pre(route.graph.edges.length <= 15 && route.parts === 1);
        checkRoute(route);
        expect(route.optimal).toBe(true);
        const extra = route.wires.length > 1 ? (route.wires.length - 1) * price : 0;
        expect(route.doubledMm + extra).toBeCloseTo(bruteForce(route, price), 3);
        compared++;
      }),
      { numRuns: 200 },
    );
    expect(compared).toBe(200);
  });

  it('a square with both diagonals: one diagonal’s half is not needed, a side is', () => {
    // Corners have three stretches each, the crossing four: four odd nodes, two wires or one wire
    // with the shortest pair joined: a side of 10, against two half diagonals of 14.1.
    const paths = [
      stroke([0, 0], [10, 0], [10, 10], [0, 10], [0, 0]),
      stroke([0, 0], [10, 10]),
      stroke([10, 0], [0, 10]),
    ];
    const one = routeDrawing(paths);
    expect(one.wires).toHaveLength(1);
    expect(one.doubledMm).toBeCloseTo(10, 9);
    const two = routeDrawing(paths, { wires: 2 });
    expect(two.wires).toHaveLength(2);
    expect(two.doubledMm).toBe(0);
    expect(routeChoices(paths)).toEqual([
      { wires: 1, doubledMm: expect.closeTo(10, 6) as number, optimal: true },
      { wires: 2, doubledMm: 0, optimal: true },
    ]);
  });

  it('each wire more saves no more than the one before it', () => {
    fc.assert(
      fc.property(sketches, (sketch) => {
        const choices = routeChoices(sketched(sketch), {}, 8);
        const saved = choices.slice(1).map((c, i) => choices[i]!.doubledMm - c.doubledMm);
        saved.slice(1).forEach((s, i) => expect(s).toBeLessThanOrEqual(saved[i]! + 1e-3));
        expect(choices.at(-1)!.doubledMm).toBe(0);
      }),
      { numRuns: 60 },
    );
  });

  it('sixty odd nodes exactly, and more than that said not to be proven', () => {
    const comb = (teeth: number): Path[] => [
      stroke([0, 0], [4 * teeth, 0]),
      ...Array.from({ length: teeth }, (_, i) => stroke([4 * i + 2, 0], [4 * i + 2, 3 + (i % 5)])),
    ];
    // A comb of n teeth has 2n + 2 odd nodes. Each tooth is run twice, except those where it
    // begins and ends: the longest two, 7 mm each, or the bar's ends of 2 mm with their teeth.
    const route = routeDrawing(comb(29));
    checkRoute(route);
    expect(route.optimal).toBe(true);
    const teeth = Array.from({ length: 29 }, (_, i) => 3 + (i % 5));
    const all = teeth.reduce((a, b) => a + b, 0) + 4;
    expect(route.doubledMm).toBeLessThan(all);
    checkRoute(routeDrawing(comb(EXACT_NODES)));
    expect(routeDrawing(comb(EXACT_NODES)).optimal).toBe(false);
    expect(routeDrawing(comb(EXACT_NODES)).boundMm).toBeLessThanOrEqual(
      routeDrawing(comb(EXACT_NODES)).doubledMm,
    );
  });
});

describe('how the wire runs', () => {
  it('goes straight on at crossings', () => {
    const route = routeDrawing([stroke([0, 0], [10, 10], [10, 0], [0, 10])]);
    expect(route.wires).toHaveLength(1);
    // Two corners of 135 degrees and a crossing passed straight on.
    expect(turnsAt(route.wires[0]!.path)).toBeCloseTo(1.5 * Math.PI, 6);
  });

  it('begins and ends where it is pinned, and pays for it', () => {
    const paths = [stroke([0, 0], [10, 0]), stroke([10, 0], [20, 0]), stroke([10, 0], [10, 5])];
    const free = routeDrawing(paths);
    // The shortest of the three arms is run twice.
    expect(free.doubledMm).toBeCloseTo(5, 9);
    const pinned = routeDrawing(paths, { start: vec(10, 5), end: vec(0, 0) });
    checkRoute(pinned);
    expect(pinned.doubledMm).toBeCloseTo(10, 9);
    const [wire] = pinned.wires;
    expect(startOf(wire!.path.segments[0]!)).toEqual(vec(10, 5));
    expect(endOf(wire!.path.segments.at(-1)!)).toEqual(vec(0, 0));
  });

  it('a pinned start on a ring opens it there', () => {
    const route = routeDrawing([circle(0, 0, 10)], { start: vec(0, -10) });
    checkRoute(route);
    expect(distance(startOf(route.wires[0]!.path.segments[0]!), vec(0, -10))).toBeLessThan(1e-6);
  });

  it('pins and prices keep to the rules of every route', () => {
    fc.assert(
      fc.property(sketches, fc.nat(), fc.nat(), (sketch, a, b) => {
        const at = (n: number): Vec => sketch.places[n % sketch.places.length]!;
        const one = routeDrawing(sketched(sketch), { start: at(a), end: at(b) });
        checkRoute(one);
        fc.pre(one.parts === 1);
        expect(one.wires).toHaveLength(1);
        const path = one.wires[0]!.path;
        expect(distance(startOf(path.segments[0]!), at(a))).toBeLessThanOrEqual(JOIN_MM);
        if (a % sketch.places.length !== b % sketch.places.length) {
          expect(distance(endOf(path.segments.at(-1)!), at(b))).toBeLessThanOrEqual(JOIN_MM);
        }
        checkRoute(routeDrawing(sketched(sketch), { start: at(a), extraWireMm: 10 }));
        checkRoute(routeDrawing(sketched(sketch), { start: at(a), wires: 2 }));
      }),
      { numRuns: 120 },
    );
  });

  it('turns at a junction where it is told to, and goes on where it is told to', () => {
    const cross = [stroke([-10, 0], [10, 0]), stroke([0, -10], [0, 10])];
    const through = routeDrawing(cross, { wires: 2 });
    through.wires.forEach((w) => expect(turnsAt(w.path)).toBeCloseTo(0, 9));
    const turning = routeDrawing(cross, {
      wires: 2,
      rules: [{ at: vec(0, 0), rule: 'turn' }],
    });
    turning.wires.forEach((w) => expect(turnsAt(w.path)).toBeCloseTo(Math.PI / 2, 9));
    checkRoute(turning);
  });

  it('separate parts stay apart or are bridged where they come nearest', () => {
    const paths = [circle(0, 0, 5), circle(20, 0, 5)];
    expect(routeDrawing(paths).wires).toHaveLength(2);
    const joined = routeDrawing(paths, { bridge: true });
    checkRoute(joined);
    expect(joined.wires).toHaveLength(1);
    expect(joined.bridgedMm).toBeCloseTo(10, 4);
    // Ring, bridge, ring: begins and ends at the bridge's two ends, nothing twice.
    expect(joined.doubledMm).toBe(0);
  });

  it('bridges are never longer than joining the parts in a row', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 9 })), {
          minLength: 2,
          maxLength: 8,
        }),
        (cells) => {
          const own = [...new Set(cells.map(([x, y]) => 10 * x + y))];
          fc.pre(own.length > 1);
          const centers = own.map((n) => vec(20 * Math.floor(n / 10), 20 * (n % 10)));
          const route = routeDrawing(
            centers.map((c) => circle(c.x, c.y, 5)),
            { bridge: true },
          );
          checkRoute(route);
          expect(route.parts).toBe(1);
          const row = centers
            .slice(1)
            .reduce((sum, c, i) => sum + distance(c, centers[i]!) - 10, 0);
          expect(route.bridgedMm).toBeLessThanOrEqual(row + 0.05);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('drawn curves stay curves', () => {
    const s: Segment = {
      type: 'cubic',
      from: vec(0, 0),
      c1: vec(5, 9),
      c2: vec(12, 9),
      to: vec(17, 0),
    };
    const route = routeDrawing([{ segments: [s], closed: false }, stroke([8.5, -5], [8.5, 15])], {
      wires: 2,
    });
    checkRoute(route);
    const kinds = route.wires.flatMap((w) => w.path.segments.map((x) => x.type));
    expect(kinds.filter((k) => k === 'cubic')).toHaveLength(2);
    const middle = route.graph.nodes.find((n) => n.degree === 4)!;
    expect(distance(middle.at, pointAt(s, 0.5))).toBeLessThan(0.3);
  });
});
