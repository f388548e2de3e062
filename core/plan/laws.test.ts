import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT } from '../forming';
import {
  applyAffine,
  compose,
  distance,
  flattenPath,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../geometry';
import {
  closePath,
  endsMeet,
  mapPaths,
  newPath,
  newPiece,
  nodesOf,
  openPath,
  type FigurePath,
  type Piece,
} from '../piece';
import { blindDistance } from '../strip/blindBender';
import { randomPlaces, smoothScribble, wanderingRow } from '../strip/scribbles';
import { drawFigure, drawnAs, FAMILIES, pointsOfFigure, turnOf } from '../strip/turnFigures';
import { degrees } from '../units';
import { told } from '../words/told.support';
import { breachRemedy, breachWords, planPiece } from '.';

const DEG = Math.PI / 180;
const D = 1.024;

const pieceOf = (paths: FigurePath[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Laws', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: D },
  paths,
  ...change,
});
const pathOf = (points: readonly (readonly [number, number])[], closed = false): FigurePath =>
  newPath(
    'w',
    points.map(([x, y]) => ({ x, y })),
    closed,
  );

describe('every wire', () => {
  it('has the turn of its line, a length that its corrections explain, and lies where it says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50_000 }),
        fc.constantFrom(...FAMILIES),
        fc.constantFrom(0.5, 0.812, 1.291),
        fc.boolean(),
        (seed, family, diameterMm, tools) => {
          const moves = drawFigure(seed, family);
          const piece = pieceOf([newPath('w', nodesOf(drawnAs(moves, 'arcs')), false)], {
            wire: { metal: 'copper', temper: 'half-hard', diameterMm },
          });
          const plan = planPiece(piece, tools ? { kit: DEFAULT_KIT } : {});
          for (const w of plan.wires) {
            const whole = w.corrections.reduce((sum, c) => sum + c.mm, w.drawnMm);
            expect(Math.abs(whole - w.developedMm)).toBeLessThan(0.003 * w.developedMm);
            const turn = w.bends.reduce((sum, b) => sum + b.angleRad, 0);
            const off = degrees(Math.abs(turn - turnOf(moves)));
            const folds = w.bends.some((b) => b.kind === 'fold');
            const around = folds ? Math.min(off % 360, 360 - (off % 360)) : off;
            expect(around).toBeLessThan(
              tools || family.startsWith('g') || family.startsWith('sl') ? 15 : 1,
            );
            const far = blindDistance(w.bends, w.developedMm, pointsOfFigure(moves, 0.05), 800);
            const sampling = 0.35 + (folds ? 2 * diameterMm : 0);
            expect(far).toBeLessThan(w.stray!.mm + sampling);
          }
          expect(plan.wires.length + plan.unplanned.length).toBe(1);
        },
      ),
      { numRuns: 24 },
    );
  });

  it('is planned of a smooth scribble too, tips and all', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50_000 }),
        fc.constantFrom(15, 40, 100),
        fc.constantFrom(0.1, 0.25),
        (seed, sizeMm, toleranceMm) => {
          const drawn = smoothScribble(seed, 12, sizeMm);
          const path = newPath('w', nodesOf(drawn), false);
          const plan = planPiece(pieceOf([path], { toleranceMm }));
          expect(plan.unplanned).toEqual([]);
          // All of the line, summed up by chords.
          const points = flattenPath(drawn, 1e-4, 0.05);
          const chords = points.slice(1).map((p, i) => distance(points[i]!, p));
          const sum = chords.reduce((all, mm) => all + mm, 0);
          expect(Math.abs(plan.wires[0]!.drawnMm - sum)).toBeLessThan(0.001 * sum);
        },
      ),
      { numRuns: 10 },
    );
  });

  it('is planned of thousands of points', () => {
    // One that wanders and one that runs straight from place to place.
    const wander = pathOf(wanderingRow(9, 5000, 0.6, 0.25).map(({ x, y }) => [x, y] as const));
    const [wandering] = planPiece(pieceOf([wander])).wires;
    // 4,999 steps of 0.25 mm, and corners rounded by a hair.
    expect(wandering!.developedMm).toBeGreaterThan(0.99 * 1249.75);
    expect(wandering!.developedMm).toBeLessThan(1.003 * 1249.75);
    expect(wandering!.stray!.elsewhere!.mm).toBeLessThan(0.9);
    const legs = pathOf(randomPlaces(4, 150, 100).map(({ x, y }) => [x, y] as const));
    expect(planPiece(pieceOf([legs])).unplanned).toEqual([]);
  });

  it('turned by any angle or mirrored has the same bends, tools and marks', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50_000 }),
        fc.constantFrom(...FAMILIES),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        (seed, family, angle, mirror) => {
          const path = newPath('w', nodesOf(drawnAs(drawFigure(seed, family), 'arcs')), false);
          const map: Affine = compose(
            translation(17, -4),
            compose(rotation(angle), scaling(mirror ? -1 : 1, 1)),
          );
          const [a] = planPiece(pieceOf([path]), { kit: DEFAULT_KIT }).wires;
          const [b] = planPiece(pieceOf(mapPaths([path], map)), { kit: DEFAULT_KIT }).wires;
          expect(b?.bends.length).toBe(a?.bends.length);
          a?.bends.forEach((bend, i) => {
            const other = b!.bends[i]!;
            expect(other.angleRad).toBeCloseTo((mirror ? -1 : 1) * bend.angleRad, 5);
            expect(other.fromEndMm).toBeCloseTo(bend.fromEndMm, 4);
            expect(other.tool?.name).toEqual(bend.tool?.name);
            // Passes that lie exactly on each other may be drawn on either side.
            if (a.asides.length > 0) return;
            const at = applyAffine(map, bend.place);
            expect(Math.hypot(other.place.x - at.x, other.place.y - at.y)).toBeLessThan(1e-3);
          });
        },
      ),
      { numRuns: 16 },
    );
  });
});

describe('mirrored halves', () => {
  it('of a drop drawn as curves have mirrored bends', () => {
    const drop = newPath(
      'w',
      [
        { x: 20, y: 0, out: { x: 3, y: 9 } },
        { x: 33, y: 26, in: { x: 0, y: -9 }, out: { x: 0, y: 8 } },
        { x: 20, y: 40, in: { x: 8, y: 0 }, out: { x: -8, y: 0 } },
        { x: 7, y: 26, in: { x: 0, y: 8 }, out: { x: 0, y: -9 } },
        { x: 20, y: 0, in: { x: -3, y: 9 } },
      ],
      false,
    );
    const [w] = planPiece(pieceOf([{ ...drop, touches: true }])).wires;
    const { bends, developedMm } = w!;
    bends.forEach((b, i) => {
      const twin = bends[bends.length - 1 - i]!;
      expect(twin.angleRad).toBeCloseTo(b.angleRad, 5);
      expect(developedMm - twin.middleMm).toBeCloseTo(b.middleMm, 4);
    });
  });
});

describe('the line as an edge of the wire', () => {
  it('goes round the tip of a fold on the outer side: two legs of 30 mm take 61.50 mm', () => {
    // By hand: the legs keep their 30 mm, and the fold turns 168 degrees about the tip with half a wire:
    // 60 + 2.932 x 0.512 = 61.50.
    const back = 12 * DEG;
    const fold = pathOf([
      [0, 0],
      [30, 0],
      [30 - 30 * Math.cos(back), 30 * Math.sin(back)],
    ]);
    const [w] = planPiece(pieceOf([fold], { basis: 'inside' })).wires;
    expect(w!.developedMm).toBeCloseTo(60 + 168 * DEG * (D / 2), 6);
    expect(w!.developedMm).toBeCloseTo(61.5, 2);
    expect(w!.bends.map((b) => b.kind)).toEqual(['fold']);
  });
});

describe('an arc tighter than half the wire', () => {
  it('is bent as the corner that the jaw makes, with advice', () => {
    const r = 0.3;
    const tight = newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0, bulge: Math.tan(Math.PI / 8) },
        { x: 20 + r, y: r },
        { x: 20 + r, y: 20 + r },
      ],
      false,
    );
    const plan = planPiece(pieceOf([tight]));
    const [w] = plan.wires;
    // The jaw's circle, of three quarters of a wire, is tangent to the legs, which meet at (20.3, 0).
    const jaw = 0.75 * D;
    expect(w!.developedMm).toBeCloseTo(2 * (20 + r - jaw) + (Math.PI / 2) * jaw, 6);
    expect(w!.bends[0]!.startMm).toBeCloseTo(20 + r - jaw, 6);
    expect(told(plan.advice[0]?.message)).toContain('tighter');
  });
});

describe('a seam', () => {
  it('wished exactly on a corner leaves that corner in the list', () => {
    const square = pathOf(
      [
        [0, 0],
        [30, 0],
        [30, 30],
        [0, 30],
      ],
      true,
    );
    for (const at of [0, 0.25, 0.5, 0.75]) {
      const path = { ...square, seam: { ...square.seam, at } };
      const [w] = planPiece(pieceOf([path])).wires;
      expect(w!.bends).toHaveLength(4);
      expect(w!.bends.reduce((sum, b) => sum + degrees(b.angleRad), 0)).toBeCloseTo(360, 6);
    }
  });
});

describe('half circles between parallel legs', () => {
  it('take a step of the pliers when the legs may be shifted a little', () => {
    const moves = [{ run: 12 }];
    const list = [...moves] as ({ run: number } | { radius: number; turn: number })[];
    for (let i = 0; i < 5; i++) {
      list.push({ radius: 3.1, turn: (i % 2 === 0 ? -1 : 1) * Math.PI }, { run: 12 });
    }
    const piece = pieceOf([newPath('w', nodesOf(drawnAs(list, 'arcs')), false)]);
    const [w] = planPiece(piece, { kit: DEFAULT_KIT }).wires;
    expect(w!.bends.every((b) => b.tool !== null)).toBe(true);
    expect(w!.stray!.mm).toBeLessThan(0.25);
  });
});

describe('a wire that cannot be planned', () => {
  const endless = pathOf([
    [0, 0],
    [19_000, 0],
    [0, 10],
  ]);
  const plan = planPiece(
    pieceOf([
      endless,
      newPath(
        'ok',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
        ],
        false,
      ),
    ]),
  );

  it('has a place and a reason, and no number of it goes into any sum', () => {
    expect(plan.unplanned).toHaveLength(1);
    const [{ breach, place, pathId }] = plan.unplanned as [(typeof plan.unplanned)[number]];
    expect([breach.law, place, pathId]).toEqual(['endless', 0, 'w']);
    expect(told(breachWords(breach))).toContain('20000');
    expect(told(breachRemedy(breach))).toMatch(/\.$/);
    expect(plan.wires.map((w) => w.pathId)).toEqual(['ok']);
    expect(plan.totalCutMm).toBeCloseTo(35, 9);
  });
});

describe('ends that meet', () => {
  const ring = pathOf([
    [0, 0],
    [20, 0],
    [20, 20],
    [0, 20],
    [0, 0],
  ]);

  it('are asked about once: the wire closes there, or only touches itself', () => {
    expect(endsMeet(ring)).toBe(true);
    expect(endsMeet({ ...ring, touches: true })).toBe(false);
    const closed = closePath(ring);
    expect([closed.closed, closed.nodes.length, endsMeet(closed)]).toEqual([true, 4, false]);
  });

  it('opening a closed line takes nothing from it', () => {
    const opened = openPath(closePath(ring));
    expect(opened.closed).toBe(false);
    expect(opened.nodes.map(({ x, y }) => [x, y])).toEqual(ring.nodes.map(({ x, y }) => [x, y]));
    const [w] = planPiece(pieceOf([opened])).wires;
    expect(w!.drawnMm).toBeCloseTo(80, 9);
  });
});
