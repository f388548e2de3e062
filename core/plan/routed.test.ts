import { describe, expect, it, test } from 'vitest';
import { distance, findCrossings, type Vec } from '../geometry';
import { DEFAULT_SEAM, newPath, newPiece, resizeFigure, type Piece } from '../piece';
import {
  endShapes,
  formedLine,
  formedShapes,
  placeOnWire,
  planPiece,
  routeOverview,
  wishAt,
} from './index';

const ROUTE = { wires: 1, bridge: false, start: null, end: null, rules: [], ends: [] };
const line = (id: string, ...points: Vec[]) => newPath(id, points, false);
const piece = (change: Partial<Piece>): Piece => ({
  ...newPiece('p', 'Routes', '2026-01-01T00:00:00.000Z'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  reserveMm: 0,
  ...change,
});
/** A bar of 40 mm with a stem of 12 mm down from its middle. */
const TEE = [
  line('a', { x: 0, y: 0 }, { x: 40, y: 0 }),
  line('b', { x: 20, y: 0 }, { x: 20, y: 12 }),
];

describe('a drawing run as fewer wires', () => {
  it('a bar with a stem is one wire that runs the stem twice', () => {
    const plan = planPiece(piece({ paths: TEE, route: ROUTE }));
    expect(plan.wires).toHaveLength(1);
    expect(plan.route).toMatchObject({ drawnMm: 52, doubledMm: 12, boundMm: 12, optimal: true });
    // All drawn and the stem once more, 64 mm, but for what two corners and a fold change.
    expect(Math.abs(plan.wires[0]!.developedMm - 64)).toBeLessThan(1.5);
  });

  it('or two wires, none doubled; without a route each line is a wire', () => {
    const two = planPiece(piece({ paths: TEE, route: { ...ROUTE, wires: 2 } }));
    expect(two.wires).toHaveLength(2);
    expect(two.route?.doubledMm).toBe(0);
    expect(two.wires.every((w) => w.asides.length === 0)).toBe(true);
    expect(planPiece(piece({ paths: TEE })).route).toBeNull();
  });

  it('the two passes of the stem lie side by side, a wire apart, and do not cross', () => {
    const plan = planPiece(piece({ paths: TEE, route: ROUTE }));
    const wire = plan.wires[0]!;
    const points = formedLine(wire).points.filter((p) => p.y > 3 && p.y < 10);
    const xs = points.map((p) => p.x);
    expect(Math.max(...xs)).toBeCloseTo(20.5, 1);
    expect(Math.min(...xs)).toBeCloseTo(19.5, 1);
    expect(xs.filter((x) => Math.abs(Math.abs(x - 20) - 0.5) > 0.06)).toEqual([]);
    // The fold goes round the stem's end.
    const tip = Math.max(...formedLine(wire).points.map((p) => p.y));
    expect(tip).toBeGreaterThan(11);
    expect(tip).toBeLessThan(13);
    expect(findCrossings([formedLine(wire)], 1)).toEqual([]);
    const shapes = formedShapes(wire);
    const drawn = shapes.reduce(
      (sum, s) => sum + (s.type === 'line' ? distance(s.from, s.to) : 0),
      0,
    );
    expect(Math.abs(drawn - wire.developedMm)).toBeLessThan(4);
  });

  it('a bridge between two parts run twice lies side by side too, in whichever wire it is', () => {
    const square = (id: string, x: number) =>
      newPath(
        id,
        [
          { x, y: 0 },
          { x: x + 20, y: 0 },
          { x: x + 20, y: 20 },
          { x, y: 20 },
        ],
        true,
      );
    const paths = [square('a', 0), square('b', 30)];
    const joined = piece({ paths, route: { ...ROUTE, bridge: true } });
    const plan = planPiece(joined);
    expect(plan.wires).toHaveLength(1);
    expect(plan.route).toMatchObject({ bridgedMm: 10 });
    const overview = routeOverview(piece({ paths }));
    expect(overview.parts).toBe(2);
    expect(overview.bridgedMm).toBeCloseTo(10, 6);
    const across = formedLine(plan.wires[0]!).points.filter((p) => p.x > 22 && p.x < 28);
    const ys = across.map((p) => p.y);
    if (plan.route!.doubledMm > 0) expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(1, 1);
  });

  it('each pass lies on the side that it comes from', () => {
    const peak = [
      line('a', { x: 0, y: 20 }, { x: 20, y: 0 }, { x: 40, y: 20 }),
      line('b', { x: 20, y: 0 }, { x: 20, y: 12 }),
    ];
    for (const start of [
      { x: 0, y: 20 },
      { x: 40, y: 20 },
    ]) {
      const plan = planPiece(piece({ paths: peak, route: { ...ROUTE, start } }));
      expect(plan.route?.doubledMm).toBe(12);
      expect(plan.crossings).toEqual([]);
    }
  });

  it('so does a line drawn there and back by hand, and a circle run twice', () => {
    const back = line('a', { x: 0, y: 0 }, { x: 30, y: 0 }, { x: 0, y: 0 });
    const [wire] = planPiece(piece({ paths: [back] })).wires;
    const ys = formedLine(wire!)
      .points.filter((p) => p.x > 3 && p.x < 27)
      .map((p) => p.y);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([-0.5, 0.5]);
    const arc = (from: number, to: number) => ({
      x: 10 * Math.cos(from),
      y: 10 * Math.sin(from),
      bulge: Math.tan((to - from) / 4),
    });
    const turns = [0, 1, 2, 3].map((i) => arc(i * Math.PI, (i + 1) * Math.PI));
    const twice = newPath('b', [...turns, { x: 10, y: 0 }], false);
    const coil = planPiece(piece({ paths: [twice] }));
    const radii = formedLine(coil.wires[0]!).points.map((p) => Math.hypot(p.x, p.y));
    expect(Math.min(...radii)).toBeCloseTo(9.5, 1);
    expect(Math.max(...radii)).toBeCloseTo(10.5, 1);
    expect(coil.crossings).toEqual([]);
  });

  it('wires that only cross, or run half a wire apart, or part in a narrow corner, stay where they are', () => {
    const apart = [
      line('a', { x: 0, y: 0 }, { x: 30, y: 0 }),
      line('b', { x: 0, y: 0.5 }, { x: 30, y: 0.5 }),
      line('c', { x: 10, y: -10 }, { x: 14, y: 10 }),
    ];
    const plan = planPiece(piece({ paths: apart }));
    expect(plan.wires.map((w) => w.asides)).toEqual([[], [], []]);
    expect(plan.crossings).toHaveLength(2);
    const narrow = line('a', { x: 30, y: -5 }, { x: 0, y: 0 }, { x: 30, y: 0 });
    expect(planPiece(piece({ paths: [narrow] })).wires[0]!.asides).toEqual([]);
  });

  it('what is chosen about an end of a route’s wire is planned and drawn', () => {
    const loop = { kind: 'loop', insideMm: 3, tailMm: 0 } as const;
    const ends = [{ start: loop, end: { kind: 'plain', tailMm: 5 } as const, seam: DEFAULT_SEAM }];
    const routed = piece({ paths: TEE, route: { ...ROUTE, ends } });
    const plan = planPiece(routed);
    expect(plan.wires[0]!.startMm).toBeCloseTo(Math.PI * 4, 9);
    expect(plan.wires[0]!.endMm).toBe(5);
    expect(endShapes(plan, plan.wires[0]!)).toHaveLength(2);
  });

  it('starts where it is pinned, and follows the figure when that is made larger', () => {
    const pinned = piece({ paths: TEE, route: { ...ROUTE, start: { x: 20, y: 12 } } });
    const start = (p: Piece): Vec => placeOnWire(planPiece(p).wires[0]!, 0)!.at;
    expect(distance(start(pinned), { x: 20, y: 12 })).toBeLessThan(0.6);
    const large = resizeFigure(pinned, 'width', 80);
    expect(distance(start(large), { x: 40, y: 24 })).toBeLessThan(0.6);
  });
});

describe('what can be chosen', () => {
  it('lists the ways from the fewest wires to none doubled, and the junctions', () => {
    const overview = routeOverview(piece({ paths: TEE }));
    expect(overview.choices).toEqual([
      { wires: 1, doubledMm: 12, optimal: true },
      { wires: 2, doubledMm: 0, optimal: true },
    ]);
    expect(overview.drawnMm).toBe(52);
    const degrees = overview.junctions.map((j) => j.degree).sort();
    expect(degrees).toEqual([1, 1, 1, 3]);
  });

  it('finds the wish that holds for a junction', () => {
    const rules = [{ x: 20, y: 0, rule: 'turn' as const }];
    const wished = piece({ paths: TEE, route: { ...ROUTE, rules } });
    expect(wishAt(wished, { x: 20.1, y: 0, degree: 3 })).toBe(0);
    expect(wishAt(wished, { x: 0, y: 0, degree: 1 })).toBe(-1);
    expect(wishAt(piece({ paths: TEE }), { x: 20, y: 0, degree: 3 })).toBe(-1);
  });

  it('points only, or nothing, leave nothing to choose', () => {
    const points = piece({ paths: [newPath('a', [{ x: 1, y: 1 }], false)] });
    for (const p of [points, piece({ paths: [] })]) {
      expect(routeOverview(p).choices).toEqual([]);
      expect(planPiece({ ...p, route: ROUTE }).wires).toEqual([]);
    }
  });
});

describe('crossings and hang', () => {
  const CROSS = [
    line('a', { x: 0, y: 10 }, { x: 20, y: 10 }),
    line('b', { x: 10, y: 0 }, { x: 10, y: 20 }),
    line('c', { x: 15, y: 0 }, { x: 15, y: 20 }),
  ];

  test('one crossing is set by hand, the others follow the rule', () => {
    const overAt = [{ x: 10, y: 10, top: 'earlier' as const }];
    const plan = planPiece(piece({ paths: CROSS, overAt }));
    const tops = plan.crossings.map((c) => [Math.round(c.at.x), c.top]);
    expect(tops).toEqual([
      [10, 'first'],
      [15, 'second'],
    ]);
  });

  test('hung from a chosen point it swings until its middle is under that point', () => {
    const bar = [line('a', { x: 0, y: 0 }, { x: 40, y: 0 })];
    const at = (x: number): number => {
      const { center, from } = planPiece(piece({ paths: bar, hang: { x, y: -3 } })).hang!;
      return Math.atan2(center.x - from.x, center.y - from.y);
    };
    expect(at(0)).toBeCloseTo(Math.PI / 2, 9);
    expect(at(40)).toBeCloseTo(-Math.PI / 2, 9);
    // The nearest point of the line counts, not the nearest end.
    expect(planPiece(piece({ paths: bar, hang: { x: 12, y: -3 } })).hang!.from).toEqual({
      x: 12,
      y: 0,
    });
    expect(at(20)).toBe(0);
    expect(planPiece(piece({ paths: bar })).hang!.center).toEqual({ x: 20, y: 0 });
  });
});
