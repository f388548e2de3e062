import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  distance,
  flattenSegment,
  pointAt,
  segmentLength,
  type Cubic,
  type Vec,
} from '../geometry';
import { angleBetween, endOfRow, meetingOf, turnAcross, type Arm } from './arms';
import type { Row } from './assemble';
import { smoothRow, tangents } from './centre';
import { withCorners } from './corners';
import { fitCubics } from './fit';
import { joinGaps } from './gaps';
import { leastSquares } from './leastSquares';
import { findPen, inkThreshold } from './light';
import { makeGrid, type Grid } from './picture';
import { readSkeleton } from './skeleton';
import type { Mask } from './mask';

const line = (from: Vec, to: Vec): Vec[] => {
  const n = Math.round(distance(from, to));
  return Array.from({ length: n + 1 }, (_, i) => ({
    x: from.x + ((to.x - from.x) * i) / n,
    y: from.y + ((to.y - from.y) * i) / n,
  }));
};
const circle = (radius: number, from: number, to: number): Vec[] => {
  const n = Math.round(radius * Math.abs(to - from));
  return Array.from({ length: n + 1 }, (_, i) => {
    const a = from + ((to - from) * i) / n;
    return { x: radius * Math.cos(a), y: radius * Math.sin(a) };
  });
};
const row = (points: Vec[], change: Partial<Row> = {}): Row => ({
  points,
  closed: false,
  corners: [],
  half: 4,
  free: ['start', 'end'],
  ...change,
});
const skeletonOf = (...rows: string[]): ReturnType<typeof readSkeleton> => {
  const lines: Mask = {
    width: rows[0]!.length,
    height: rows.length,
    data: Uint8Array.from(rows.join(''), (c) => (c === '#' ? 1 : 0)),
  };
  return readSkeleton(lines, new Float32Array(lines.data.length).fill(2));
};

describe('reading a skeleton', () => {
  it('a line has two ends, a ring none', () => {
    const one = skeletonOf('.......', '.#####.', '.......');
    expect(one.nodes.map((n) => n.isEnd)).toEqual([true, true]);
    expect(one.edges).toHaveLength(1);
    expect(one.edges[0]!.from).not.toBeNull();
    const ring = skeletonOf('.......', '..###..', '.#...#.', '.#...#.', '..###..', '.......');
    expect(ring.nodes).toHaveLength(0);
    expect(ring.edges).toHaveLength(1);
    expect(ring.edges[0]).toMatchObject({ from: null, to: null });
    expect(ring.edges[0]!.points).toHaveLength(10);
  });

  it('a crossing is one node of four edges, a branch one of three', () => {
    const cross = skeletonOf(
      '.........',
      '....#....',
      '....#....',
      '....#....',
      '.#######.',
      '....#....',
      '....#....',
      '....#....',
      '.........',
    );
    const meetings = cross.nodes.filter((n) => !n.isEnd);
    expect(meetings).toHaveLength(1);
    expect(distance(meetings[0]!.at, { x: 4.5, y: 4.5 })).toBeLessThan(1);
    expect(cross.edges).toHaveLength(4);
    const branch = skeletonOf(
      '.........',
      '.#######.',
      '....#....',
      '....#....',
      '....#....',
      '.........',
    );
    expect(branch.nodes.filter((n) => !n.isEnd)).toHaveLength(1);
    expect(branch.edges).toHaveLength(3);
  });
});

describe('the light', () => {
  const page = (width: number, height: number, f: (x: number, y: number) => number): Grid => {
    const g = makeGrid(width, height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) g.data[y * width + x] = f(x, y);
    return g;
  };

  test.each([2, 4, 7, 12, 20])('finds a pen %i px wide, also in a shadow', (width) => {
    const lit = (x: number): number => 0.9 - 0.4 / (1 + Math.exp(-(x - 200) / 12));
    const g = page(400, 300, (x, y) => {
      const far = Math.abs(Math.hypot(x - 200, y - 150) - 100);
      return lit(x) * (1 - 0.8 * Math.min(1, Math.max(0, width / 2 + 0.5 - far)));
    });
    const pen = findPen(g)!;
    expect(pen.widthPx / width).toBeGreaterThan(0.7);
    expect(pen.widthPx / width).toBeLessThan(1.5);
  });

  it('the threshold lies half way to the ink, whatever share of the picture it is', () => {
    for (const share of [0.003, 0.05, 0.3]) {
      const g = page(300, 200, (x, y) => ((x + 300 * y) / 60_000 < share ? 0.7 : 0.01));
      expect(inkThreshold(g)).toBeGreaterThan(0.3);
      expect(inkThreshold(g)).toBeLessThan(0.4);
    }
    expect(inkThreshold(page(50, 50, () => 0))).toBe(0);
  });
});

describe('rows of points', () => {
  it('smoothing leaves straight lines and ends alone', () => {
    const points = line({ x: 3, y: 4 }, { x: 33, y: 44 });
    smoothRow(points, 3, false).forEach((p, i) =>
      expect(distance(p, points[i]!)).toBeLessThan(1e-9),
    );
    const bumpy = points.map((p, i) => ({ x: p.x, y: p.y + (i % 2 ? 0.5 : -0.5) }));
    const smooth = smoothRow(bumpy, 3, false);
    expect(smooth[0]).toEqual(bumpy[0]);
    expect(Math.abs(smooth[25]!.y - points[25]!.y)).toBeLessThan(0.05);
  });

  it('tangents point along the row', () => {
    const round = circle(30, 0, 2);
    tangents(round, 3, false).forEach((t, i) => {
      if (i < 3 || i > round.length - 4) return;
      const p = round[i]!;
      expect(angleBetween(t, { x: -p.y, y: p.x })).toBeLessThan(0.02);
    });
  });

  it('an end carries on straight, and round as it curves', () => {
    const straight = endOfRow(line({ x: 0, y: 0 }, { x: 40, y: 0 }), 24);
    expect(straight.ahead.x).toBeCloseTo(-1, 6);
    expect(straight.curvature).toBeCloseTo(0, 6);
    fc.assert(
      fc.property(fc.integer({ min: 25, max: 200 }), fc.boolean(), (radius, clockwise) => {
        const arc = circle(radius, 0, (clockwise ? 1 : -1) * (40 / radius));
        const end = endOfRow(arc, 24);
        expect(distance(end.at, arc[0]!)).toBeLessThan(0.25);
        // Going on backwards along the arc: the other turning.
        expect(Math.abs(end.curvature * radius - (clockwise ? -1 : 1))).toBeLessThan(0.3);
      }),
    );
  });

  it('a corner further in is not taken for a curve', () => {
    const bent = [
      ...line({ x: 0, y: 0 }, { x: 12, y: 0 }),
      ...line({ x: 12, y: 1 }, { x: 12, y: 30 }),
    ];
    const end = endOfRow(bent, 24);
    expect(angleBetween(end.ahead, { x: -1, y: 0 })).toBeLessThan(0.15);
  });

  it('meetings and turns of two ends', () => {
    const arm = (x: number, y: number, ahead: Vec): Arm => ({
      edge: 0,
      end: 'to',
      at: { x, y },
      ahead,
      curvature: 0,
    });
    const a = arm(0, 10, { x: 0, y: -1 });
    const b = arm(10, 0, { x: -1, y: 0 });
    expect(meetingOf(a, b)!.at).toEqual({ x: 0, y: 0 });
    expect(meetingOf(a, arm(5, 10, { x: 0, y: -1 }))).toBeNull();
    const across = arm(0, -10, { x: 0, y: 1 });
    expect(turnAcross(a, across, 4)).toBeCloseTo(0, 9);
    expect(turnAcross(a, b, 4)).toBeGreaterThan(1);
  });
});

describe('corners', () => {
  test.each([50, 70, 90, 110])('a turn of %i degrees becomes a vertex', (degrees) => {
    const a = (degrees * Math.PI) / 180;
    const far = { x: 60 + 60 * Math.cos(a), y: 60 * Math.sin(a) };
    // As a pen leaves it: rounded over about half its width.
    const sharp = [
      ...line({ x: 0, y: 0 }, { x: 60, y: 0 }),
      ...line({ x: 60, y: 0 }, far).slice(1),
    ];
    const rounded = smoothRow(sharp, 1.6, false);
    const found = withCorners(row(rounded));
    expect(found.corners).toHaveLength(1);
    expect(distance(found.points[found.corners[0]!]!, { x: 60, y: 0 })).toBeLessThan(0.8);
  });

  it('curves wider than the pen have none', () => {
    for (const radius of [12, 20, 60]) {
      const ring = circle(radius, 0, 2 * Math.PI).slice(0, -1);
      expect(withCorners(row(ring, { closed: true })).corners).toEqual([]);
    }
  });
});

describe('fitting', () => {
  const options = { tolerance: 0.4, reach: 8 };
  const length = (cubics: readonly Cubic[]): number =>
    cubics.reduce((sum, c) => sum + segmentLength(c), 0);

  it('a circle is a few smooth cubics of its length', () => {
    const round = circle(50, 0, 2 * Math.PI).slice(0, -1);
    const cubics = fitCubics(round, [], true, options);
    expect(cubics.length).toBeLessThan(12);
    expect(Math.abs(length(cubics) / (100 * Math.PI) - 1)).toBeLessThan(0.001);
    cubics.forEach((c, i) => {
      const next = cubics[(i + 1) % cubics.length]!;
      const out = { x: c.to.x - c.c2.x, y: c.to.y - c.c2.y };
      const into = { x: next.c1.x - next.from.x, y: next.c1.y - next.from.y };
      expect(angleBetween(out, into)).toBeLessThan(0.01);
    });
  });

  it('keeps every point within the tolerance, and corners where they are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 60 }),
        fc.integer({ min: 10, max: 60 }),
        fc.double({ min: 0.4, max: 2.2, noNaN: true }),
        (r1, r2, turn) => {
          const first = circle(r1, 0, 2.4);
          const at = first[first.length - 1]!;
          const second = circle(r2, turn, turn + 2).map((p, _, all) => ({
            x: at.x + p.x - all[0]!.x,
            y: at.y + p.y - all[0]!.y,
          }));
          const points = [...first, ...second.slice(1)];
          const cubics = fitCubics(points, [first.length - 1], false, options);
          const dense = cubics.flatMap((c) => [c.from, ...flattenSegment(c, 0.01, 0.3)]);
          for (const p of points) {
            expect(Math.min(...dense.map((q) => distance(p, q)))).toBeLessThan(0.6);
          }
          expect(cubics.some((c) => distance(c.to, at) < 1e-9)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('does with two points and with points that lie on each other', () => {
    const two = fitCubics(
      [
        { x: 0, y: 0 },
        { x: 6, y: 8 },
      ],
      [],
      false,
      options,
    );
    expect(length(two)).toBeCloseTo(10, 6);
    const doubled = line({ x: 0, y: 0 }, { x: 20, y: 0 }).flatMap((p) => [p, p]);
    expect(length(fitCubics(doubled, [], false, options))).toBeCloseTo(20, 3);
    expect(fitCubics([{ x: 1, y: 1 }], [], false, options)).toEqual([]);
  });

  it('least squares find a parabola, and say when there is too little', () => {
    const xs = [-2, -1, 0, 1, 2, 3];
    const c = leastSquares(
      xs.map((x) => [1, x, x * x]),
      xs.map((x) => 4 - 3 * x + 0.5 * x * x),
    )!;
    expect(Array.from(c, (v) => Number(v.toFixed(6)))).toEqual([4, -3, 0.5]);
    expect(leastSquares([], [])).toBeNull();
  });
});

describe('gaps', () => {
  const left = row(line({ x: 0, y: 0 }, { x: 40, y: 0 }));
  const right = row(line({ x: 52, y: 1 }, { x: 90, y: 1 }));

  it('are joined where the line goes on, whichever way the rows run', () => {
    for (const second of [right, row([...right.points].reverse())]) {
      const joined = joinGaps([left, second], 20);
      expect(joined).toHaveLength(1);
      const { points } = joined[0]!;
      const ends = [points[0]!.x, points[points.length - 1]!.x].sort((a, b) => a - b);
      expect(ends).toEqual([0, 90]);
    }
    expect(joinGaps([left, right], 8)).toHaveLength(2);
  });

  it('are not joined round a corner or at ends that stop at a stroke', () => {
    const aside = row(line({ x: 50, y: 6 }, { x: 50, y: 40 }));
    expect(joinGaps([left, aside], 20)).toHaveLength(2);
    const held = row(right.points, { free: ['end'] });
    expect(joinGaps([left, held], 20)).toHaveLength(2);
  });

  it('a figure whose ends meet is closed', () => {
    const open = row(circle(30, 0.05, 2 * Math.PI - 0.05));
    const [closed] = joinGaps([open], 10);
    expect(closed!.closed).toBe(true);
    expect(pointAt({ type: 'line', from: closed!.points[0]!, to: closed!.points[1]! }, 0)).toEqual(
      open.points[0],
    );
  });
});
