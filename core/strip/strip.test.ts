import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  flattenPath,
  joinTurn,
  project,
  distance,
  endOf,
  line,
  randomFrom,
  rotation,
  scaling,
  segmentLength,
  startOf,
  transformPath,
  vec,
  type Arc,
  type Cubic,
  type Primitive,
  type Path,
  flattenSegment,
} from '../geometry';
import { degrees } from '../units';
import {
  bendChain,
  centreChain,
  cornerInsideRadius,
  cornerSetback,
  developedBend,
  developedFold,
  fitChain,
  marksOf,
  openAt,
  reachTips,
  topSeam,
  totalTurning,
  type Mark,
  type Strip,
} from '.';
import { drawAs, knownFigure, type Drawing } from './knownFigures';

const stripOf = (path: Path, d: number, tolerance = 0.25): Strip =>
  bendChain(fitChain(path, tolerance), d);
const polygon = (points: readonly (readonly [number, number])[], closed = false): Path => {
  const ring = closed ? [...points, points[0]!] : points;
  return {
    segments: ring.slice(1).map(([x, y], i) => line(vec(ring[i]![0], ring[i]![1]), vec(x, y))),
    closed,
  };
};

describe('formulas', () => {
  it('a corner saves 2T - angle (r + k d)', () => {
    // By hand: 90 degrees, r 0.256, d 1.024: T = 0.768, developed 1.2064, saved 0.3296.
    const angle = Math.PI / 2;
    expect(cornerInsideRadius(1.024)).toBeCloseTo(0.256, 12);
    expect(cornerSetback(angle, 0.256, 1.024)).toBeCloseTo(0.768, 12);
    expect(2 * 0.768 - developedBend(angle, 0.256, 1.024, 0.5)).toBeCloseTo(0.32963, 5);
  });

  it('thin wire keeps the least jaw radius', () => {
    expect(cornerInsideRadius(0.5)).toBe(0.2);
  });

  it('a fold squeezed shut takes pi d / 2', () => {
    expect(developedFold(Math.PI, 1, 0)).toBeCloseTo(Math.PI / 2, 12);
    expect(developedFold(Math.PI, 1, 0.6)).toBeCloseTo(0.8 * Math.PI, 12);
  });
});

function expectKnown(
  marks: readonly Mark[],
  strip: Strip,
  figure: ReturnType<typeof knownFigure>,
  lengthShare: number,
): void {
  expect(marks.map((m) => m.kind)).toEqual(figure.bends.map((b) => b.kind));
  marks.forEach((m, i) => {
    const known = figure.bends[i]!;
    expect(Math.abs(degrees(m.angleRad - known.angleRad))).toBeLessThan(4);
    expect(Math.abs(m.middleMm - known.middleMm)).toBeLessThan(0.5);
  });
  expect(Math.abs(strip.developedMm / figure.developedMm - 1)).toBeLessThan(lengthShare);
}

describe('figures whose strip is known by construction', () => {
  it('drawn with lines and arcs come out exactly', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom(0.644, 0.812, 1.024, 1.291),
        fc.integer({ min: 1, max: 9 }),
        (seed, d, count) => {
          const figure = knownFigure(seed, d, count);
          const strip = stripOf(drawAs(figure, 'exact'), d);
          const marks = marksOf(strip);
          expectKnown(marks, strip, figure, 1e-6);
          marks.forEach((m, i) => expect(m.middleMm).toBeCloseTo(figure.bends[i]!.middleMm, 6));
        },
      ),
    );
  });

  const cases: [Drawing, number, number][] = [
    ['cubics', 1e-4, 12],
    ['dense', 1e-5, 36],
    ['noisy', 0.0015, 36],
  ];
  test.each(cases)(
    'drawn as %s come out within a maker’s tolerance',
    (drawing, lengthShare, runs) => {
      for (let seed = 1; seed <= runs; seed++) {
        const d = [0.644, 0.812, 1.024, 1.291][seed % 4]!;
        const figure = knownFigure(seed, d, 3 + (seed % 8));
        const strip = stripOf(drawAs(figure, drawing, seed), d);
        expectKnown(marksOf(strip), strip, figure, lengthShare);
      }
    },
  );

  it('turned figures have the same strip, mirrored ones the opposite turns', () => {
    const figure = knownFigure(77, 1, 5);
    const path = drawAs(figure, 'cubics');
    const plain = marksOf(stripOf(path, 1));
    const turned = marksOf(stripOf(transformPath(path, rotation(1.1)), 1));
    const mirrored = marksOf(stripOf(transformPath(path, scaling(-1, 1)), 1));
    plain.forEach((m, i) => {
      expect(turned[i]!.middleMm).toBeCloseTo(m.middleMm, 1);
      expect(degrees(turned[i]!.angleRad)).toBeCloseTo(degrees(m.angleRad), 0);
      expect(degrees(mirrored[i]!.angleRad)).toBeCloseTo(-degrees(m.angleRad), 0);
    });
  });
});

describe('free curves', () => {
  it.each([90, 140, 181, 187, 201, 216, 228])(
    'are found where noise turns a few points back on themselves (%i)',
    (seed) => {
      const path = drawAs(knownFigure(seed, 1, 6), 'noisy', seed);
      const { primitives } = fitChain(path, 0.15);
      const line = primitives.flatMap((p) => [startOf(p), ...flattenSegment(p, 0.01, 0.1)]);
      for (const q of flattenPath(path, 0.05, 2)) {
        const off = Math.min(...line.map((p) => Math.hypot(p.x - q.x, p.y - q.y)));
        expect(off).toBeLessThan(0.25);
      }
    },
  );

  it('stay within the tolerance, and a closer tolerance takes more pieces', () => {
    const wave: Path = {
      segments: [
        { type: 'cubic', from: vec(0, 0), c1: vec(10, -30), c2: vec(25, 30), to: vec(40, 0) },
        { type: 'cubic', from: vec(40, 0), c1: vec(55, -30), c2: vec(40, -45), to: vec(20, -35) },
      ],
      closed: false,
    };
    const loose = fitChain(wave, 0.5);
    const close = fitChain(wave, 0.05);
    expect(loose.deviationMm).toBeLessThanOrEqual(0.5);
    expect(close.deviationMm).toBeLessThanOrEqual(0.05);
    expect(close.primitives.length).toBeGreaterThan(loose.primitives.length);
    expect(loose.primitives.length).toBeLessThanOrEqual(7);
  });

  it('each piece starts where and as the one before ends', () => {
    const curve: Path = {
      segments: [
        { type: 'cubic', from: vec(0, 0), c1: vec(30, 0), c2: vec(0, 30), to: vec(30, 30) },
      ],
      closed: false,
    };
    const { primitives } = fitChain(curve, 0.1);
    primitives.slice(1).forEach((p, i) => {
      expect(distance(startOf(p), endOf(primitives[i]!))).toBeLessThan(1e-6);
    });
    expect(
      marksOf(bendChain({ primitives, closed: false, deviationMm: 0 }, 1)).every(
        (m) => m.kind === 'curve',
      ),
    ).toBe(true);
  });

  /** A smooth line through points: handles a sixth of the way between a point's neighbours. */
  const through = (points: readonly (readonly [number, number])[], closed: boolean): Path => {
    const count = points.length;
    const at = (i: number): readonly [number, number] =>
      points[closed ? (i + count) % count : Math.min(count - 1, Math.max(0, i))]!;
    const segments = points.slice(0, closed ? count : -1).map((p, i): Cubic => {
      const [before, q, after] = [at(i - 1), at(i + 1), at(i + 2)];
      return {
        type: 'cubic',
        from: vec(p[0], p[1]),
        c1: vec(p[0] + (q[0] - before[0]) / 6, p[1] + (q[1] - before[1]) / 6),
        c2: vec(q[0] - (after[0] - p[0]) / 6, q[1] - (after[1] - p[1]) / 6),
        to: vec(q[0], q[1]),
      };
    });
    return { segments, closed };
  };

  /** Worst distance of the drawn line from the chain, found without the fitter's own account. */
  const strayOf = (path: Path, primitives: readonly Primitive[]): number =>
    Math.max(
      ...flattenPath(path, 0.01, 0.4).map((p) =>
        Math.min(
          ...primitives.map((s) => {
            const foot = project(s, p);
            const ends = Math.min(distance(p, startOf(s)), distance(p, endOf(s)));
            return foot.t >= 0 && foot.t <= 1 ? Math.min(foot.distance, ends) : ends;
          }),
        ),
      ),
    );

  test.each([
    ['a closed pebble', 9, true],
    ['a closed pebble with many lobes', 19, true],
    ['a long open line', 60, false],
  ])('%s: within the tolerance, joined, smooth throughout', (_name, count, closed) => {
    const random = randomFrom(count);
    const points = Array.from({ length: count }, (_, i): [number, number] => {
      const a = (2 * Math.PI * i) / count;
      const r = 12 + 6 * random();
      return closed ? [r * Math.cos(a), r * Math.sin(a)] : [9 * i, 12 * random()];
    });
    const path = through(points, closed);
    const { primitives, deviationMm } = fitChain(path, 0.25);
    expect(deviationMm).toBeLessThanOrEqual(0.25);
    expect(strayOf(path, primitives)).toBeLessThan(0.27);
    primitives.forEach((s, i) => {
      const next = primitives[i + 1] ?? (closed ? primitives[0] : undefined);
      if (!next) return;
      expect(distance(endOf(s), startOf(next))).toBeLessThan(2e-3);
      expect(Math.abs(joinTurn(s, next))).toBeLessThan(0.02);
    });
    if (!closed) expect(primitives.length).toBeGreaterThan(28);
  });

  it('a circle drawn with four cubics is one curve', () => {
    const k = 0.5522847498 * 15;
    const at = (a: number): { x: number; y: number } => vec(15 * Math.cos(a), 15 * Math.sin(a));
    const segments = [0, 1, 2, 3].map((i) => {
      const [a, b] = [(i * Math.PI) / 2, ((i + 1) * Math.PI) / 2];
      const [p, q] = [at(a), at(b)];
      return {
        type: 'cubic' as const,
        from: p,
        c1: vec(p.x - k * Math.sin(a), p.y + k * Math.cos(a)),
        c2: vec(q.x + k * Math.sin(b), q.y - k * Math.cos(b)),
        to: q,
      };
    });
    const strip = stripOf({ segments, closed: true }, 1);
    const marks = marksOf(strip);
    expect(marks).toHaveLength(1);
    expect(degrees(marks[0]!.angleRad)).toBeCloseTo(360, 3);
    expect(Math.abs(strip.developedMm - 30 * Math.PI)).toBeLessThan(0.05);
  });

  it('a curve drawn in two parts of one circle is one curve', () => {
    const half = (startAngle: number, sweep: number): Arc => ({
      type: 'arc',
      center: vec(10, 6),
      radius: 6,
      startAngle,
      sweep,
    });
    const bow: Path = {
      segments: [
        line(vec(0, 0), vec(10, 0)),
        half(-Math.PI / 2, Math.PI / 3),
        half(-Math.PI / 6, (2 * Math.PI) / 3),
        line(vec(10, 12), vec(0, 12)),
      ],
      closed: false,
    };
    const { primitives } = fitChain(bow, 0.25);
    expect(primitives.map((p) => p.type)).toEqual(['line', 'arc', 'line']);
    expect((primitives[1] as Arc).sweep).toBeCloseTo(Math.PI, 12);
    expect(segmentLength(primitives[1]!)).toBeCloseTo(6 * Math.PI, 9);
  });

  test.each([
    // Drawn as cubics, parts of one circle came as two arcs of it, which tools may bend differently.
    [65, 'cubics'],
    [104, 'cubics'],
    [117, 'cubics'],
    [145, 'cubics'],
    // With noise a smooth joint looked like a corner of three degrees.
    [1630, 'noisy'],
  ] as const)('figure %i drawn as %s has no joint that was not drawn', (seed, drawing) => {
    const figure = knownFigure(seed, 1, 6);
    const { primitives } = fitChain(drawAs(figure, drawing, seed), 0.15);
    const { pieces } = bendChain({ primitives, closed: false, deviationMm: 0 }, 1);
    const bent = pieces.filter((p) => p.kind !== 'run');
    expect(bent).toHaveLength(figure.bends.length);
    // A curve of the strip is one arc of the chain.
    expect(bent.every((p) => p.shape.length === 1)).toBe(true);
  });

  it('a ring drawn as 72 short strokes is a ring, a hexagon stays a hexagon', () => {
    const ring = (n: number): Path =>
      polygon(
        Array.from(
          { length: n },
          (_, i) =>
            [12 * Math.cos((2 * Math.PI * i) / n), 12 * Math.sin((2 * Math.PI * i) / n)] as const,
        ),
        true,
      );
    expect(marksOf(stripOf(ring(72), 1)).map((m) => m.kind)).toEqual(['curve']);
    const chain = fitChain(ring(6), 0.25);
    const opened = bendChain(openAt(chain, topSeam(chain)), 1);
    expect(marksOf(opened).map((m) => m.kind)).toEqual(Array(6).fill('corner'));
  });
});

describe('corners and folds', () => {
  it('a doubled-back line is a fold with its tip at the drawn tip', () => {
    const strip = stripOf(
      polygon([
        [0, 0],
        [20, 0],
        [5, 0],
      ]),
      1,
    );
    const [fold] = marksOf(strip);
    expect(fold!.kind).toBe('fold');
    expect(strip.developedMm).toBeCloseTo(19.5 + Math.PI / 2 + 14.5, 9);
    expect(fold!.startMm).toBeCloseTo(19.5, 9);
  });

  it('a doubled line recorded as a row of points is a fold too', () => {
    const out = Array.from({ length: 101 }, (_, i) => [i * 0.2, 0.01 * (i % 2)] as const);
    const back = Array.from(
      { length: 75 },
      (_, i) => [19.8 - i * 0.2, 0.05 + 0.01 * (i % 2)] as const,
    );
    const strip = stripOf(polygon([...out, ...back]), 1);
    expect(marksOf(strip).map((m) => m.kind)).toEqual(['fold']);
    expect(strip.developedMm).toBeCloseTo(19.5 + Math.PI / 2 + 14.5, 0);
  });

  it('a narrow hairpin is a fold, a wide one a curve', () => {
    const hairpin = (r: number): Path => {
      const arc: Arc = {
        type: 'arc',
        center: vec(10, r),
        radius: r,
        startAngle: -Math.PI / 2,
        sweep: Math.PI,
      };
      return {
        segments: [line(vec(0, 0), vec(10, 0)), arc, line(vec(10, 2 * r), vec(0, 2 * r))],
        closed: false,
      };
    };
    expect(marksOf(stripOf(hairpin(0.6), 1)).map((m) => m.kind)).toEqual(['fold']);
    expect(marksOf(stripOf(hairpin(2), 1)).map((m) => m.kind)).toEqual(['curve']);
    // Legs 1.2 mm apart leave a gap of 0.2 mm: pi (d + g) / 2.
    expect(stripOf(hairpin(0.6), 1).developedMm).toBeCloseTo(20 + 0.6 * Math.PI, 9);
  });

  it('a corner beside an arc leaves no jump', () => {
    const arc: Arc = {
      type: 'arc',
      center: vec(10, 8),
      radius: 8,
      startAngle: -Math.PI / 2 - 0.9,
      sweep: 1.6,
    };
    const path: Path = { segments: [line(vec(-8, 6), startOf(arc)), arc], closed: false };
    const shapes = stripOf(path, 1).pieces.flatMap((p) => p.shape);
    shapes
      .slice(1)
      .forEach((s, i) => expect(distance(startOf(s), endOf(shapes[i]!))).toBeLessThan(1e-6));
    expect(shapes.some((s) => s.type === 'arc' && Math.abs(s.radius - 0.75) < 1e-9)).toBe(true);
  });

  it('a corner with its tip cut off is still one corner', () => {
    const cut = polygon([
      [0, 0],
      [19.8, 0],
      [20, 0.2],
      [20, 20],
    ]);
    const marks = marksOf(stripOf(cut, 1));
    expect(marks.map((m) => [m.kind, Math.round(degrees(m.angleRad))])).toEqual([['corner', 90]]);
  });

  it('says when a leg is too short for its corners', () => {
    const strip = stripOf(
      polygon([
        [0, 0],
        [20, 0],
        [20, 0.6],
        [0, 0.6],
      ]),
      1,
    );
    expect(strip.problems.map((p) => p.kind)).toContain('no-room');
  });

  it('reaching the tip brings the outer edge to the drawn vertex', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 2.4, noNaN: true }),
        fc.double({ min: 0.4, max: 1.6, noNaN: true }),
        (angle, d) => {
          const turned = vec(30 + 30 * Math.cos(angle), 30 * Math.sin(angle));
          const path: Path = {
            segments: [line(vec(0, 0), vec(30, 0)), line(vec(30, 0), turned)],
            closed: false,
          };
          const chain = reachTips(fitChain(path, 0.25), cornerInsideRadius(d), d);
          const bend = bendChain(chain, d).pieces.find((p) => p.kind === 'corner')!;
          const arc = bend.shape[0]!;
          if (arc.type !== 'arc') throw new Error('expected an arc');
          // Along the bisector the outer edge lies the centreline's radius plus half the wire from the centre.
          expect(distance(arc.center, vec(30, 0))).toBeCloseTo(arc.radius + d / 2, 2);
        },
      ),
    );
  });
});

describe('basis', () => {
  const rectangle = polygon(
    [
      [0, 0],
      [40, 0],
      [40, 20],
      [0, 20],
    ],
    true,
  );
  const lengthOf = (path: Path, basis: 'inside' | 'outside' | 'centre', d: number): number =>
    centreChain(fitChain(path, 0.25), basis, d).chain.primitives.reduce(
      (s, p) => s + segmentLength(p),
      0,
    );

  it('inside and outside edges of a rectangle', () => {
    expect(lengthOf(rectangle, 'centre', 2)).toBeCloseTo(120, 9);
    expect(lengthOf(rectangle, 'inside', 2)).toBeCloseTo(128, 9);
    expect(lengthOf(rectangle, 'outside', 2)).toBeCloseTo(112, 9);
  });

  it('does not depend on the direction of drawing', () => {
    const backwards = polygon(
      [
        [0, 0],
        [0, 20],
        [40, 20],
        [40, 0],
      ],
      true,
    );
    expect(lengthOf(backwards, 'inside', 2)).toBeCloseTo(128, 9);
  });

  it('of a ring: pi (D + d) when the inside is drawn', () => {
    const ring: Path = {
      segments: [{ type: 'arc', center: vec(0, 0), radius: 9, startAngle: 0, sweep: 2 * Math.PI }],
      closed: true,
    };
    expect(lengthOf(ring, 'inside', 1.3)).toBeCloseTo(Math.PI * (18 + 1.3), 9);
  });

  it('counts curves too tight to be shifted', () => {
    const tight: Path = {
      segments: [
        line(vec(0, 0), vec(10, 0)),
        {
          type: 'arc',
          center: vec(10, 0.3),
          radius: 0.3,
          startAngle: -Math.PI / 2,
          sweep: Math.PI / 2,
        },
        line(vec(10.3, 0.3), vec(10.3, 9)),
      ],
      closed: false,
    };
    expect(centreChain(fitChain(tight, 0.25), 'outside', 1).lost).toBe(1);
  });

  it('turning of a simple closed figure is one full turn', () => {
    expect(totalTurning(fitChain(rectangle, 0.25))).toBeCloseTo(2 * Math.PI, 9);
  });
});

describe('seam', () => {
  it('opens a square in the middle of its upper side and keeps all four corners', () => {
    const chain = fitChain(
      polygon(
        [
          [0, 0],
          [40, 0],
          [40, 40],
          [0, 40],
        ],
        true,
      ),
      0.25,
    );
    expect(topSeam(chain)).toBeCloseTo(20, 9);
    const d = 1.024;
    const strip = bendChain(openAt(chain, 20), d);
    expect(marksOf(strip).map((m) => m.kind)).toEqual(Array(4).fill('corner'));
    const saved =
      2 * cornerSetback(Math.PI / 2, 0.256, d) - developedBend(Math.PI / 2, 0.256, d, 0.5);
    expect(strip.developedMm).toBeCloseTo(160 - 4 * saved, 9);
  });

  it.each([0, -Math.PI / 2, 1, Math.PI])('opens a ring drawn from %f at its top', (startAngle) => {
    const ring: Path = {
      segments: [{ type: 'arc', center: vec(0, 0), radius: 10, startAngle, sweep: 2 * Math.PI }],
      closed: true,
    };
    const chain = fitChain(ring, 0.25);
    const opened = openAt(chain, topSeam(chain));
    const top = startOf(opened.primitives[0]!);
    expect(top.x).toBeCloseTo(0, 9);
    expect(top.y).toBeCloseTo(-10, 9);
    expect(marksOf(bendChain(opened, 1))).toHaveLength(1);
  });
});

describe('marks', () => {
  it('grip corners at their start and curves at their middle', () => {
    const arc: Arc = {
      type: 'arc',
      center: vec(20, 5),
      radius: 5,
      startAngle: -Math.PI / 2,
      sweep: Math.PI / 2,
    };
    const path: Path = {
      segments: [
        line(vec(0, 0), vec(20, 0)),
        arc,
        line(vec(25, 5), vec(25, 20)),
        line(vec(25, 20), vec(5, 20)),
      ],
      closed: false,
    };
    const strip = stripOf(path, 1);
    const [curve, corner] = marksOf(strip);
    expect(curve!.gripMm).toBeCloseTo(20 + (2.5 * Math.PI) / 2, 9);
    expect(corner!.gripMm).toBe(corner!.startMm);
    expect(curve!.stepMm).toBeCloseTo(curve!.middleMm, 12);
    expect(corner!.stepMm).toBeCloseTo(corner!.middleMm - curve!.middleMm, 12);
    expect(curve!.fromMiddleMm + strip.developedMm / 2).toBeCloseTo(curve!.middleMm, 12);
  });
});
