import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  applyAffine,
  arcFromBulge,
  arcToCubics,
  bulgeOf,
  compose,
  cubicLength,
  distance,
  endOf,
  findCrossings,
  flattenPath,
  line,
  meetings,
  offsetPrimitive,
  pathLength,
  primitiveFrom,
  project,
  reversePath,
  rotation,
  scaling,
  segmentLength,
  signedArea,
  splitCubic,
  startOf,
  stretchOf,
  transformPath,
  transformSegment,
  translation,
  vec,
  type Arc,
  type Cubic,
  type Path,
} from '.';

const number = fc.double({ min: -50, max: 50, noNaN: true });
const point = fc.record({ x: number, y: number });
const cubic: fc.Arbitrary<Cubic> = fc.record({
  type: fc.constant('cubic' as const),
  from: point,
  c1: point,
  c2: point,
  to: point,
});
const arc: fc.Arbitrary<Arc> = fc.record({
  type: fc.constant('arc' as const),
  center: point,
  radius: fc.double({ min: 0.3, max: 60, noNaN: true }),
  startAngle: fc.double({ min: -4, max: 4, noNaN: true }),
  sweep: fc.double({ min: -6, max: 6, noNaN: true }).filter((s) => Math.abs(s) > 0.05),
});

describe('lengths', () => {
  it('of a cubic that is a straight line', () => {
    const c: Cubic = {
      type: 'cubic',
      from: vec(0, 0),
      c1: vec(1, 1),
      c2: vec(2, 2),
      to: vec(3, 3),
    };
    expect(cubicLength(c)).toBeCloseTo(3 * Math.SQRT2, 9);
  });

  it('of a parabola, against its closed form', () => {
    // y = x^2 from 0 to 1 as a cubic: (2 sqrt5 + asinh 2) / 4.
    const c: Cubic = {
      type: 'cubic',
      from: vec(0, 0),
      c1: vec(1 / 3, 0),
      c2: vec(2 / 3, 1 / 3),
      to: vec(1, 1),
    };
    expect(cubicLength(c)).toBeCloseTo((2 * Math.sqrt(5) + Math.asinh(2)) / 4, 6);
  });

  it('of a cubic folded back on itself counts both ways', () => {
    // x = 0 .. turning point .. back: exact by hand from x(t) = 3 (1-t)^2 t c, largest at t = 1/3.
    const c: Cubic = {
      type: 'cubic',
      from: vec(0, 0),
      c1: vec(9, 0),
      c2: vec(0, 0),
      to: vec(0, 0),
    };
    expect(cubicLength(c)).toBeCloseTo(2 * 9 * 3 * (2 / 3) ** 2 * (1 / 3), 6);
  });

  it('do not change under turning, and grow with scale', () => {
    fc.assert(
      fc.property(
        cubic,
        arc,
        fc.double({ min: 0, max: 6.3, noNaN: true }),
        fc.double({ min: 0.2, max: 4, noNaN: true }),
        (c, a, angle, size) => {
          const map = compose(translation(3, -8), compose(rotation(angle), scaling(size)));
          for (const s of [c, a]) {
            const mapped = transformSegment(s, map).reduce((sum, q) => sum + segmentLength(q), 0);
            expect(mapped).toBeCloseTo(size * segmentLength(s), 4);
          }
        },
      ),
    );
  });

  it('of both parts of a split cubic add up', () => {
    fc.assert(
      fc.property(cubic, fc.double({ min: 0.05, max: 0.95, noNaN: true }), (c, t) => {
        const [a, b] = splitCubic(c, t);
        // Two cusps close together are the worst there is; elsewhere it is a thousandth of this.
        expect(Math.abs(cubicLength(a) + cubicLength(b) - cubicLength(c))).toBeLessThan(1e-3);
      }),
    );
  });

  it('agree with a fine polyline', () => {
    fc.assert(
      fc.property(cubic, (c) => {
        const points = flattenPath({ segments: [c], closed: false }, 1e-4, 0.05);
        const sum = points.slice(1).reduce((s, p, i) => s + distance(p, points[i]!), 0);
        expect(Math.abs(sum - cubicLength(c))).toBeLessThan(0.01 + 1e-4 * sum);
      }),
      { numRuns: 30 },
    );
  });
});

describe('arcs', () => {
  it('come back from their bulge', () => {
    fc.assert(
      fc.property(arc, (a) => {
        fc.pre(Math.abs(a.sweep) < 5.5);
        const back = arcFromBulge(startOf(a), endOf(a), bulgeOf(a));
        if (back.type !== 'arc') throw new Error('expected an arc');
        expect(back.radius).toBeCloseTo(a.radius, 5);
        expect(back.sweep).toBeCloseTo(a.sweep, 6);
        expect(distance(back.center, a.center)).toBeLessThan(1e-4);
      }),
    );
  });

  it('a bulge of one is a half circle, clockwise over the top', () => {
    const half = arcFromBulge(vec(0, 0), vec(10, 0), 1);
    if (half.type !== 'arc') throw new Error('expected an arc');
    expect(half.radius).toBeCloseTo(5, 12);
    expect(segmentLength(half)).toBeCloseTo(5 * Math.PI, 12);
    const top = flattenPath({ segments: [half], closed: false }, 0.001).reduce(
      (y, p) => Math.min(y, p.y),
      0,
    );
    expect(top).toBeCloseTo(-5, 2);
  });

  it('mirrored twice are what they were', () => {
    fc.assert(
      fc.property(arc, (a) => {
        const mirror = scaling(-1, 1);
        const once = transformSegment(a, mirror)[0]!;
        const twice = transformSegment(once, mirror)[0] as Arc;
        expect(twice.sweep).toBeCloseTo(a.sweep, 12);
        expect(distance(startOf(twice), startOf(a))).toBeLessThan(1e-9);
        expect(distance(endOf(twice), endOf(a))).toBeLessThan(1e-9);
      }),
    );
  });

  it('as cubics stay on the circle', () => {
    fc.assert(
      fc.property(arc, (a) => {
        for (const p of flattenPath({ segments: arcToCubics(a), closed: false }, 0.01)) {
          expect(Math.abs(distance(p, a.center) - a.radius)).toBeLessThan(1e-5 * a.radius);
        }
      }),
    );
  });

  it('stretched by a map that is no similarity become an ellipse', () => {
    const circle: Arc = {
      type: 'arc',
      center: vec(0, 0),
      radius: 1,
      startAngle: 0,
      sweep: 2 * Math.PI,
    };
    const ellipse: Path = { segments: transformSegment(circle, scaling(3, 2)), closed: true };
    // Ramanujan's second approximation is good to 1e-9 at this shape.
    const h = ((3 - 2) / (3 + 2)) ** 2;
    const expected = Math.PI * 5 * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
    expect(pathLength(ellipse)).toBeCloseTo(expected, 4);
  });
});

describe('paths', () => {
  const square: Path = {
    segments: [
      line(vec(0, 0), vec(4, 0)),
      line(vec(4, 0), vec(4, 4)),
      line(vec(4, 4), vec(0, 4)),
      line(vec(0, 4), vec(0, 0)),
    ],
    closed: true,
  };

  it('run clockwise with positive area, and backwards with negative', () => {
    expect(signedArea(square)).toBeCloseTo(16, 9);
    expect(signedArea(reversePath(square))).toBeCloseTo(-16, 9);
  });

  it('keep their ends through a map', () => {
    const map = compose(rotation(1), translation(2, 3));
    const moved = transformPath(square, map);
    expect(distance(startOf(moved.segments[2]!), applyAffine(map, vec(4, 4)))).toBeLessThan(1e-12);
  });
});

describe('primitives', () => {
  it('parallel curves keep their distance', () => {
    fc.assert(
      fc.property(arc, fc.double({ min: -0.25, max: 0.25, noNaN: true }), (a, by) => {
        const b = offsetPrimitive(a, by);
        if (b?.type !== 'arc') throw new Error('expected an arc');
        expect(distance(startOf(a), startOf(b))).toBeCloseTo(Math.abs(by), 9);
      }),
    );
    expect(
      offsetPrimitive({ type: 'arc', center: vec(0, 0), radius: 1, startAngle: 0, sweep: 1 }, 1.5),
    ).toBeNull();
  });

  it('right of a line going right is below it', () => {
    const below = offsetPrimitive(line(vec(0, 0), vec(5, 0)), 2);
    expect(below && startOf(below)).toEqual({ x: 0, y: 2 });
  });

  it('meet where they cross', () => {
    const circle = primitiveFrom(vec(5, 0), Math.PI / 2, 1 / 5, 10);
    const [a, b] = meetings(line(vec(-9, 3), vec(9, 3)), circle);
    expect([a!.x, b!.x].sort((p, q) => p - q)).toEqual([
      expect.closeTo(-4, 9),
      expect.closeTo(4, 9),
    ]);
    expect(meetings(line(vec(0, 6), vec(1, 6)), circle)).toEqual([]);
    expect(meetings(line(vec(0, 0), vec(1, 0)), line(vec(0, 1), vec(1, 1)))).toEqual([]);
  });

  it('project onto themselves', () => {
    fc.assert(
      fc.property(arc, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (a, t) => {
        const foot = project(a, startOf(stretchOf(a, t, 1)));
        expect(foot.t).toBeCloseTo(t, 6);
        expect(foot.distance).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('crossings', () => {
  const measured = (path: Path): Parameters<typeof findCrossings>[0][number] => {
    const points = flattenPath(path, 0.005);
    let s = 0;
    return {
      points,
      s: points.map((p, i) => (s += i > 0 ? distance(p, points[i - 1]!) : 0)),
      closed: path.closed,
    };
  };

  it('a loop in a line is found once, with its two places', () => {
    const path: Path = {
      segments: [
        line(vec(0, 0), vec(10, 0)),
        line(vec(10, 0), vec(10, 5)),
        line(vec(10, 5), vec(4, 5)),
        line(vec(4, 5), vec(4, -5)),
      ],
      closed: false,
    };
    const found = findCrossings([measured(path)], 1);
    expect(found).toHaveLength(1);
    expect(found[0]!.at).toEqual({
      x: expect.closeTo(4, 9) as number,
      y: expect.closeTo(0, 9) as number,
    });
    expect(found[0]!.firstMm).toBeCloseTo(4, 9);
    expect(found[0]!.secondMm).toBeCloseTo(26, 9);
  });

  it('two circles cross twice, wherever they lie', () => {
    fc.assert(
      fc.property(
        point,
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.double({ min: 0.2, max: 1.8, noNaN: true }),
        (c, r, part) => {
          const circle = (center: { x: number; y: number }): Path => ({
            segments: [{ type: 'arc', center, radius: r, startAngle: 0.3, sweep: 2 * Math.PI }],
            closed: true,
          });
          const found = findCrossings(
            [measured(circle(c)), measured(circle(vec(c.x + part * r, c.y + 0.01)))],
            1,
          );
          expect(found).toHaveLength(2);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('neighbouring strokes of a corner do not cross', () => {
    const path: Path = {
      segments: [line(vec(0, 0), vec(10, 0)), line(vec(10, 0), vec(0, 0.5))],
      closed: false,
    };
    expect(findCrossings([measured(path)], 1)).toEqual([]);
  });
});
