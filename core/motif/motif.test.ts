import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  DEFAULT_KIT,
  hardSpots,
  settleOnTools,
  insideFromTool,
  toolSizes,
  type Stiffness,
} from '../forming';
import {
  beltAround,
  corner,
  distance,
  endOf,
  findCrossings,
  flattenPath,
  pathLength,
  pathsBox,
  post,
  segmentLength,
  startOf,
  type Path,
} from '../geometry';
import {
  bendChain,
  fitChain,
  followPoints,
  openAt,
  topSeam,
  type Chain,
  type Strip,
} from '../strip';
import {
  drawMotif,
  makerFor,
  MOTIF_KINDS,
  MotifError,
  motifHeight,
  motifValues,
  MOTIFS,
  sizedToHeight,
  standardValues,
  type MotifKind,
} from './index';
import { OPEN_MOTIFS } from './open';

const COPPER: Stiffness = { diameterMm: 1, modulusMPa: 117_000, flowMPa: 70 };
const maker = makerFor(COPPER);

const settledChain = (path: Path): Chain => {
  const chain = fitChain(path, 0.25);
  return settleOnTools(chain, followPoints(path, chain), DEFAULT_KIT, COPPER, 0.25).chain;
};
const stripOf = (path: Path): Strip => {
  const chain = settledChain(path);
  return bendChain(chain.closed ? openAt(chain, topSeam(chain)) : chain, 1);
};

const isUnbroken = (path: Path): boolean =>
  path.segments.every((s, i) => {
    const next = path.segments[i + 1] ?? (path.closed ? path.segments[0] : undefined);
    return !next || distance(endOf(s), startOf(next)) < 1e-6;
  });

describe('the line laid round posts', () => {
  it('round two equal wheels is two straights and two half circles', () => {
    const path = beltAround([post(0, 0, 5, 1), post(20, 0, 5, 1)], true);
    expect(pathLength(path)).toBeCloseTo(2 * 20 + 2 * Math.PI * 5, 9);
    expect(isUnbroken(path)).toBe(true);
  });

  it('crossed between two wheels is longer, by the formula of the crossed belt', () => {
    const path = beltAround([post(0, 0, 5, 1), post(20, 0, 5, -1)], true);
    // Straights sqrt(20^2 - 10^2); each wheel is embraced by pi + 2 asin(10/20).
    const straight = Math.sqrt(300);
    expect(pathLength(path)).toBeCloseTo(2 * straight + 2 * 5 * (Math.PI + Math.PI / 3), 9);
  });

  it('goes round as often as asked', () => {
    const once = beltAround([corner(-20, 5), post(0, 0, 5, -1), corner(20, 5)], false);
    const thrice = beltAround([corner(-20, 5), post(0, 0, 5, -1, 2), corner(20, 5)], false);
    expect(pathLength(thrice) - pathLength(once)).toBeCloseTo(2 * 2 * Math.PI * 5, 6);
  });
});

describe.each(MOTIF_KINDS)('%s', (kind) => {
  const paths = drawMotif(kind, standardValues(kind), maker);

  it('is drawn unbroken, about its own middle', () => {
    expect(paths.every(isUnbroken)).toBe(true);
    const box = pathsBox(paths)!;
    expect(box.minX + box.maxX).toBeCloseTo(0, 6);
    expect(box.minY + box.maxY).toBeCloseTo(0, 6);
  });

  it('comes out formable with the tools of the default kit in 1 mm copper', () => {
    for (const path of paths) {
      const strip = stripOf(path);
      expect(hardSpots(strip, DEFAULT_KIT, COPPER)).toEqual([]);
    }
  });

  it('every round part that names a tool is what that tool leaves', () => {
    const wanted = MOTIFS[kind].fields
      .filter((f) => f.kind === 'tool')
      .map((f) => (insideFromTool(f.standard, COPPER) + 1) / 2);
    const radii = paths.flatMap((p) =>
      p.segments.flatMap((s) => (s.type === 'arc' ? s.radius : [])),
    );
    for (const radius of wanted) {
      expect(radii.some((r) => Math.abs(r - radius) < 1e-9)).toBe(true);
    }
  });

  it('with any numbers within their limits is drawn, or says what to choose', () => {
    const values = fc.record(
      Object.fromEntries(
        MOTIFS[kind].fields.map((f) => [f.key, fc.double({ min: f.min, max: f.max, noNaN: true })]),
      ),
    );
    fc.assert(
      fc.property(values, (v) => {
        try {
          const drawn = drawMotif(kind, v, maker);
          expect(drawn.every(isUnbroken)).toBe(true);
          const lengths = drawn.flatMap((p) => p.segments.map((s) => segmentLength(s)));
          expect(lengths.every((mm) => Number.isFinite(mm) && mm > 0)).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(MotifError);
          expect((error as Error).message).toMatch(/Choose|nothing is left/);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('is sized to a height with tools that are owned', () => {
    const tools = toolSizes(DEFAULT_KIT);
    for (const height of [20, 35]) {
      const v = sizedToHeight(kind, standardValues(kind), height, maker, tools);
      for (const f of MOTIFS[kind].fields) {
        if (f.kind === 'tool') expect(tools).toContain(v[f.key]);
      }
      const onlyTools = !MOTIFS[kind].fields.some((f) => f.kind === 'length');
      const got = motifHeight(kind, v, maker);
      if (onlyTools) expect(Math.abs(got - height)).toBeLessThan(0.2 * height);
    }
  });
});

const crossings = (paths: readonly Path[]): number =>
  findCrossings(
    paths.map((p) => {
      const points = flattenPath(p, 0.005);
      let s = 0;
      const along = points.map((q, i) => (s += i === 0 ? 0 : distance(points[i - 1]!, q)));
      return { points, s: along, closed: p.closed };
    }),
    1,
  ).length;

test.each<[MotifKind, number]>([
  ['trefoil', 3],
  ['fourKnot', 8],
  ['eight', 1],
  ['rosette', 0],
  ['wings', 0],
  ['heart', 0],
  ['feelers', 1],
  ['petal', 0],
  ['bloom', 0],
  ['doubleHook', 0],
  ['openTrefoil', 3],
  ['openFourKnot', 9],
])('%s crosses itself %i times', (kind, times) => {
  expect(crossings(drawMotif(kind, standardValues(kind), maker))).toBe(times);
});

test('lengths by hand: hoop with a bar, and zigzag', () => {
  // A hoop from a 20 mm tool springs to (D + d)/2; round once, and the bar is its diameter.
  const r = (insideFromTool(20, COPPER) + 1) / 2;
  const hoop = drawMotif('hoopBar', standardValues('hoopBar'), maker);
  expect(pathLength(hoop[0]!)).toBeCloseTo(2 * Math.PI * r + 2 * r, 6);
  const zigzag = drawMotif('zigzag', { peaks: 4, width: 8, height: 10 }, maker);
  expect(pathLength(zigzag[0]!)).toBeCloseTo(8 * Math.hypot(4, 10), 6);
});

test('figures with two ends begin and end where a wire does', () => {
  for (const kind of MOTIF_KINDS.filter((k) => k in OPEN_MOTIFS)) {
    const [path, ...more] = drawMotif(kind, standardValues(kind), maker);
    expect(more).toEqual([]);
    expect(path!.closed).toBe(false);
    const ends = [startOf(path!.segments[0]!), endOf(path!.segments.at(-1)!)] as const;
    expect(distance(...ends)).toBeGreaterThan(1.9);
  }
  // Two straights of 14 and a half circle each side: an S by hand.
  const [a, b] = [7, 5].map((mm) => (insideFromTool(mm, COPPER) + 1) / 2) as [number, number];
  const [hook] = drawMotif('doubleHook', { tool: 7, tool2: 5, apart: 14, lip: 2 }, maker);
  expect(pathLength(hook!)).toBeCloseTo(2 + Math.PI * a + 14 + Math.PI * b + 2, 6);
});

test('heights that lengths can make up are met exactly', () => {
  const tools = toolSizes(DEFAULT_KIT);
  for (const kind of ['heart', 'drop', 'leaf', 'star', 'crescent', 'zigzag'] as const) {
    const v = sizedToHeight(kind, standardValues(kind), 30, maker, tools);
    expect(motifHeight(kind, v, maker)).toBeCloseTo(30, 2);
  }
});

describe('numbers of motifs are obeyed, or have a least that is told', () => {
  const thick = makerFor({ ...COPPER, diameterMm: 2 });
  const valuesFor = (kind: MotifKind) =>
    fc.record(
      Object.fromEntries(
        MOTIFS[kind].fields.map((f) => [f.key, fc.double({ min: f.min, max: f.max, noNaN: true })]),
      ),
    );

  test.each(MOTIF_KINDS)('%s', (kind) => {
    fc.assert(
      fc.property(valuesFor(kind), fc.constantFrom(maker, thick), (wished, wire) => {
        const { values, least } = motifValues(kind, wished, wire);
        for (const f of MOTIFS[kind].fields) {
          const kept = values[f.key]!;
          const low = least[f.key]?.value ?? 0;
          expect(kept).toBeGreaterThanOrEqual(low - 1e-9);
          const step = { count: 0.5, halves: 0.25, share: 0, tool: 0, length: 0 }[f.kind];
          // What is wished and not less than the least is kept as it is.
          if (wished[f.key]! >= low)
            expect(Math.abs(kept - wished[f.key]!)).toBeLessThan(step + 1e-9);
          else expect(kept).toBeCloseTo(Math.max(low, f.min), 9);
        }
        // What is drawn says the same once more.
        expect(motifValues(kind, values, wire).values).toEqual(values);
      }),
      { numRuns: 60 },
    );
  });

  it('a star stands on the circle that its number says, or on the least that keeps its feet apart', () => {
    const far = (paths: readonly Path[]): number[] =>
      paths.flatMap((p) => p.segments.map((s) => Math.hypot(startOf(s).x, startOf(s).y)));
    for (const [rays, hub] of [
      [8, 4],
      [16, 4],
      [16, 9],
    ] as const) {
      const wished = { ...standardValues('star'), rays, hub, long: 20, short: 20 };
      const { values, least } = motifValues('star', wished, maker);
      const feet = (2.6 * 1) / (2 * Math.sin(Math.PI / rays));
      expect(least['hub']!.value).toBeCloseTo(feet, 9);
      expect(values['hub']).toBeCloseTo(Math.max(hub, feet), 9);
      const [path] = drawMotif('star', wished, maker);
      expect(Math.min(...far([path!]))).toBeCloseTo(values['hub']!, 6);
      expect(Math.max(...far([path!]))).toBeCloseTo(20, 6);
    }
  });

  it('measures come out as their numbers say', () => {
    const size = (kind: MotifKind, values: object): { wide: number; high: number } => {
      const box = pathsBox(drawMotif(kind, { ...standardValues(kind), ...values }, maker))!;
      return { wide: box.maxX - box.minX, high: box.maxY - box.minY };
    };
    expect(size('feather', { width: 18, rows: 4 }).wide).toBeCloseTo(18, 1);
    expect(size('drop', { height: 40 }).high).toBeCloseTo(40, 1);
    expect(size('heart', { height: 28 }).high).toBeCloseTo(28, 1);
    expect(size('wave', { height: 15 }).high).toBeCloseTo(15, 1);
    expect(size('bow', { span: 20 }).wide).toBeCloseTo(40, 1);
    expect(size('crescent', { height: 30 }).high).toBeGreaterThan(29.98);
    expect(size('arrow', { length: 40 }).wide).toBeCloseTo(40, 1);
    expect(size('petal', { height: 30, stem: 10 }).high).toBeCloseTo(40, 1);
    expect(size('bloom', { petals: 3, reach: 20, hub: 4, stem: 11 }).high).toBeCloseTo(35, 1);
  });
});
