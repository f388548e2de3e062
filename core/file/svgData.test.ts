import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  applyAffine,
  compose,
  distance,
  endOf,
  nearestOn,
  pathLength,
  pointAt,
  startOf,
  type Segment,
} from '../geometry';
import { ellipseArc, ellipsePath, parsePathData, SvgDataError } from './svgPath';
import { parseTransform } from './svgTransform';
import { pathData } from './writeSvg';

const coordinate = fc.double({ min: -200, max: 200, noNaN: true });
const point = fc.record({ x: coordinate, y: coordinate });

/** Segments that follow each other: lines, arcs by bulge of a quarter to one and a half turns, cubics. */
const row = fc
  .array(fc.tuple(point, fc.constantFrom('line', 'arc', 'cubic'), point, point), {
    minLength: 1,
    maxLength: 6,
  })
  .map((list) => {
    const segments: Segment[] = [];
    let at = { x: 0, y: 0 };
    for (const [to, kind, c1, c2] of list) {
      if (distance(at, to) < 1) continue;
      if (kind === 'line') segments.push({ type: 'line', from: at, to });
      else if (kind === 'cubic') segments.push({ type: 'cubic', from: at, c1, c2, to });
      else {
        const radius = distance(at, to) / Math.SQRT2;
        const mid = { x: (at.x + to.x) / 2, y: (at.y + to.y) / 2 };
        const center = { x: mid.x - (to.y - at.y) / 2, y: mid.y + (to.x - at.x) / 2 };
        const startAngle = Math.atan2(at.y - center.y, at.x - center.x);
        segments.push({ type: 'arc', center, radius, startAngle, sweep: Math.PI / 2 });
      }
      at = endOf(segments[segments.length - 1]!);
    }
    return segments;
  });

describe('path data', () => {
  it('read back is what was written, to a ten-thousandth of a mm', () => {
    fc.assert(
      fc.property(row, (segments) => {
        fc.pre(segments.length > 0);
        const [path, ...rest] = parsePathData(pathData(segments));
        expect(rest).toEqual([]);
        expect(path!.segments.map((s) => s.type)).toEqual(segments.map((s) => s.type));
        segments.forEach((s, i) => {
          const t = path!.segments[i]!;
          expect(distance(startOf(t), startOf(s))).toBeLessThan(2e-4);
          expect(nearestOn(t, pointAt(s, 0.5)).distance).toBeLessThan(1e-3);
        });
        const sum = pathLength({ segments, closed: false });
        expect(Math.abs(pathLength(path!) - sum)).toBeLessThan(1e-2);
      }),
    );
  });

  it('relative commands, repeated ones and short curves are read', () => {
    const [a] = parsePathData('m10 10 10 0 0 10z');
    expect(pathLength(a!)).toBeCloseTo(20 + Math.hypot(10, 10), 9);
    const [b] = parsePathData('M0 0C0 10 10 10 10 0S20-10 20 0');
    expect(b!.segments).toHaveLength(2);
    // The second curve is the first one turned over: both are as long.
    const lengths = b!.segments.map((s) => pathLength({ segments: [s], closed: false }));
    expect(lengths[0]).toBeCloseTo(lengths[1]!, 6);
    const [c] = parsePathData('M0 0Q10 20 20 0T40 0');
    expect(c!.segments.map((s) => s.type)).toEqual(['cubic', 'cubic']);
    expect(pointAt(c!.segments[0]!, 0.5)).toEqual({ x: 10, y: 10 });
    expect(pointAt(c!.segments[1]!, 0.5).y).toBeCloseTo(-10, 9);
  });

  test.each(['M0 0L', 'L5 5', 'M0 0 L 1e999 0', 'M0 0 X 4'])(
    '%s is refused or left out',
    (data) => {
      const read = (): number => parsePathData(data).length;
      try {
        expect(read()).toBe(0);
      } catch (error) {
        if (!(error instanceof SvgDataError)) throw error;
        expect(error.message).toMatch(/^a path/);
      }
    },
  );
});

describe('arcs of ellipses', () => {
  it('begin and end where they are told, with points at the sum of distances of an ellipse', () => {
    fc.assert(
      fc.property(
        point,
        point,
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.boolean(),
        fc.boolean(),
        (from, to, rx, ry, tilt, large, clockwise) => {
          fc.pre(distance(from, to) > 1);
          const segments = ellipseArc(from, to, rx, ry, tilt, large, clockwise);
          expect(distance(startOf(segments[0]!), from)).toBeLessThan(1e-6);
          expect(distance(endOf(segments[segments.length - 1]!), to)).toBeLessThan(1e-6);
          segments.slice(1).forEach((s, i) => {
            expect(distance(endOf(segments[i]!), startOf(s))).toBeLessThan(1e-6);
          });
        },
      ),
    );
  });

  it('a whole ellipse is as long as the series says', () => {
    for (const [a, b] of [
      [10, 10],
      [20, 5],
      [7, 6],
    ] as const) {
      // Ramanujan's second formula, right to a millionth here.
      const h = ((a - b) / (a + b)) ** 2;
      const round = Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
      const path = ellipsePath(3, 4, a, b);
      expect(Math.abs(pathLength(path) / round - 1)).toBeLessThan(2e-4);
      expect(distance(startOf(path.segments[0]!), { x: 3 + a, y: 4 })).toBeLessThan(1e-9);
    }
  });
});

describe('transforms', () => {
  const number = fc.double({ min: -50, max: 50, noNaN: true }).map((v) => Number(v.toFixed(3)));

  it('in a row do the last one first', () => {
    fc.assert(
      fc.property(number, number, number, point, (a, b, deg, p) => {
        const both = parseTransform(`translate(${a} ${b}) rotate(${deg})`)!;
        const [first, second] = [
          parseTransform(`translate(${a},${b})`)!,
          parseTransform(`rotate(${deg})`)!,
        ];
        const wanted = applyAffine(compose(first, second), p);
        expect(distance(applyAffine(both, p), wanted)).toBeLessThan(1e-9);
      }),
    );
  });

  it('a turn about a point leaves that point', () => {
    fc.assert(
      fc.property(number, number, number, (deg, x, y) => {
        const map = parseTransform(`rotate(${deg} ${x} ${y})`)!;
        expect(distance(applyAffine(map, { x, y }), { x, y })).toBeLessThan(1e-9);
      }),
    );
  });

  test.each([
    ['scale(2)', { x: 6, y: 8 }],
    ['scale(2 3)', { x: 6, y: 12 }],
    ['matrix(1 0 0 1 5 6)', { x: 8, y: 10 }],
    ['matrix(0,1,-1,0,0,0)', { x: -4, y: 3 }],
    ['skewX(45)', { x: 7, y: 4 }],
    ['skewY(45)', { x: 3, y: 7 }],
    ['none', { x: 3, y: 4 }],
    ['', { x: 3, y: 4 }],
  ])('%s', (text, wanted) => {
    expect(distance(applyAffine(parseTransform(text)!, { x: 3, y: 4 }), wanted)).toBeLessThan(1e-9);
  });

  test.each(['turn(30)', 'scale(a)', 'matrix(1 2 3)', 'rotate(30', 'scale(2) and more'])(
    '%s is none',
    (text) => {
      expect(parseTransform(text)).toBeNull();
    },
  );
});
