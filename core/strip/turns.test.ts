import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { segmentLength, walkInStep, type Vec } from '../geometry';
import { degrees } from '../units';
import { bendChain, cornerInsideRadius, fitChain, marksOf } from '.';
import { blindDistance, frechet } from './blindBender';
import {
  drawFigure,
  drawnAs,
  FAMILIES,
  FORMS,
  isBack,
  lengthOf,
  pointsOfFigure,
  turnOf,
  type Family,
  type Form,
  type Move,
} from './turnFigures';

const D = 0.812;
const DEG = Math.PI / 180;

const stripOf = (moves: readonly Move[], form: Form, seed = 1, d = D) =>
  bendChain(fitChain(drawnAs(moves, form, seed), 0.25), d);

const bent = (moves: readonly Move[], form: Form, seed = 1): number =>
  marksOf(stripOf(moves, form, seed)).reduce((sum, b) => sum + degrees(b.angleRad), 0);

/**
 * What rounding may take: the tip of the sharpest corner; the strands of a fold lie beside the line
 * where it is not known to which side each lies.
 */
const roundingOf = (moves: readonly Move[], d: number, known: boolean): number =>
  moves.reduce((most, m) => {
    if (!('corner' in m)) return most;
    const size = Math.abs(m.corner);
    if (isBack(m)) return known ? most : Math.max(most, 1.5 * d);
    return Math.max(most, (cornerInsideRadius(d) + d / 2) * (1 / Math.cos(size / 2) - 1));
  }, 0);

/** Slight bends may be smoothed within the tolerance. */
const slackOf = (family: Family): number =>
  family === 'gentle curves' || family === 'slight joints' ? 15 : 4;

describe.each(FAMILIES)('%s, formed from the bend list alone', (family) => {
  test.each(FORMS)('drawn as %s come back', (form) => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), (seed) => {
        const moves = drawFigure(seed, family);
        const strip = stripOf(moves, form, seed);
        const marks = marksOf(strip);
        // What follows a fold lies a wire beside the line, to the side that the list folds it to.
        const folds = marks.filter((m) => m.kind === 'fold');
        const known = folds.length === moves.filter(isBack).length;
        const asides = known ? folds.map((m) => D * Math.sign(m.angleRad)) : [];
        const far = blindDistance(marks, strip.developedMm, pointsOfFigure(moves, 0.1, asides));
        expect(far).toBeLessThan(0.6 + Math.max(0.3, roundingOf(moves, D, known)));
        const off = Math.abs(bent(moves, form, seed) - degrees(turnOf(moves)));
        // A line that turns back on itself may be folded to either side, and its rows of points end anyhow.
        const rough = family === 'retraced' || form === 'noisy' || form === 'coarse';
        const around = family === 'retraced' ? Math.min(off % 360, 360 - (off % 360)) : off;
        expect(around).toBeLessThan(rough ? 25 : slackOf(family));
      }),
      { numRuns: 4 },
    );
  });
});

describe('turns that were lost', () => {
  it('a loop of 450 degrees between two corners', () => {
    // By hand: 15 + 15 mm straight, 2.5 pi 5 = 39.27 mm of loop; each corner of about a right angle
    // takes 0.26 mm less than drawn. Turns: -90 + 450 - 90.
    const moves: Move[] = [
      { run: 15 },
      { corner: -90 * DEG },
      { radius: 5, turn: 450 * DEG },
      { corner: -90 * DEG },
      { run: 15 },
    ];
    for (const form of ['arcs', 'cubics', 'rows'] as const) {
      expect(stripOf(moves, form).developedMm).toBeCloseTo(69.27 - 2 * 0.26, 0);
      expect(bent(moves, form)).toBeCloseTo(270, 0);
    }
  });

  it('a nearly round loop whose feet stand 0.3 mm apart is no circle of metres', () => {
    const loop = (x: number, y: number) => ({ x, y });
    const path = {
      closed: false,
      segments: [
        { type: 'line' as const, from: loop(30, 6), to: loop(30, 30) },
        {
          type: 'cubic' as const,
          from: loop(30, 30),
          c1: loop(24.68, 30),
          c2: loop(24.68, 22),
          to: loop(30, 22),
        },
        {
          type: 'cubic' as const,
          from: loop(30, 22),
          c1: loop(35.32, 22),
          c2: loop(35.32, 30),
          to: loop(30, 30.3),
        },
        { type: 'line' as const, from: loop(30, 30.3), to: loop(30, 60) },
      ],
    };
    const drawn = path.segments.reduce((sum, s) => sum + segmentLength(s), 0);
    const strip = bendChain(fitChain(path, 0.25), 1);
    expect(drawn).toBeCloseTo(79.22, 2);
    expect(strip.developedMm).toBeGreaterThan(drawn - 1.2);
    expect(strip.developedMm).toBeLessThan(drawn);
  });
});

describe('a corner beside an arc', () => {
  it('is listed with the turn that the jaw makes; what the arc gives up is not bent twice', () => {
    // A half circle of radius 4 after a right angle: the bend takes over a part of the arc.
    const moves: Move[] = [
      { run: 12 },
      { corner: 90 * DEG },
      { radius: 4, turn: 180 * DEG },
      { run: 9 },
    ];
    const [corner, curve] = marksOf(stripOf(moves, 'arcs'));
    expect(degrees(corner!.angleRad)).toBeGreaterThan(95);
    expect(degrees(curve!.angleRad)).toBeLessThan(175);
    expect(degrees(corner!.angleRad + curve!.angleRad)).toBeCloseTo(270, 6);
  });

  it('has its turn also where no circle of the jaw is tangent to both', () => {
    const moves: Move[] = [
      { run: 10 },
      { radius: 3.7, turn: 102 * DEG },
      { corner: 138.4 * DEG },
      { run: 8 },
    ];
    const strip = stripOf(moves, 'arcs');
    expect(bent(moves, 'arcs')).toBeCloseTo(240.4, 3);
    const far = blindDistance(marksOf(strip), strip.developedMm, pointsOfFigure(moves, 0.1), 600);
    expect(far).toBeLessThan(0.9);
  });
});

describe('what is slight adds up', () => {
  it('twelve legs that turn 1.4 degrees each are bent', () => {
    const moves: Move[] = [{ run: 8 }];
    for (let i = 0; i < 11; i++) moves.push({ corner: 1.4 * DEG }, { run: 8 });
    const strip = stripOf(moves, 'arcs');
    expect(marksOf(strip).length).toBeGreaterThan(0);
    const far = blindDistance(marksOf(strip), strip.developedMm, pointsOfFigure(moves, 0.1));
    expect(far).toBeLessThan(0.5);
  });

  it('two arcs of nearly one radius are not made one unless the tolerance allows', () => {
    const moves: Move[] = [
      { radius: 100, turn: 60 * DEG },
      { radius: 101.9, turn: 60 * DEG },
    ];
    const close = bendChain(fitChain(drawnAs(moves, 'arcs'), 0.02), 1);
    expect(marksOf(close)).toHaveLength(2);
  });

  it('no curve is so flat that it is a straight run', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.constantFrom(...FORMS), (seed, form) => {
        const strip = stripOf(drawFigure(seed, 'gentle curves'), form, seed);
        for (const p of strip.pieces) {
          if (p.kind !== 'curve') continue;
          expect((Math.abs(p.angleRad) * p.lengthMm) / 8).toBeGreaterThan(0.25 / 10 / 1.5);
        }
      }),
      { numRuns: 25 },
    );
  });
});

describe('figures that were wrong', () => {
  it('a coarse row whose straight stretch ends in a corner: the curve before does not run over it', () => {
    // Four steps of 0.9 mm in one line are one straight stroke, and no place between its ends spoke for it.
    const curl = drawFigure(33_941, 'curls');
    const strip = stripOf(curl, 'coarse', 33_941);
    expect(
      blindDistance(marksOf(strip), strip.developedMm, pointsOfFigure(curl, 0.1)),
    ).toBeLessThan(0.5);
  });

  it('what a corner leaves of a curve beside it is bent with the corner, not as a bend of its own', () => {
    const moves = drawFigure(124, 'mixed');
    const strip = stripOf(moves, 'arcs');
    for (const p of strip.pieces) {
      if (p.kind === 'curve') expect((Math.abs(p.angleRad) * p.lengthMm) / 8).toBeGreaterThan(0.02);
    }
    expect(bent(moves, 'arcs')).toBeCloseTo(degrees(turnOf(moves)), 6);
  });
});

describe('equal things', () => {
  it('the points of a star have equal bends', () => {
    const moves: Move[] = [{ run: 6 }];
    for (let i = 0; i < 7; i++) {
      moves.push({ corner: 130 * DEG }, { run: 10 });
      moves.push({ corner: (360 / 7 - 130) * DEG }, { run: 10 });
    }
    const marks = marksOf(stripOf(moves, 'arcs'));
    const out = marks.filter((_, i) => i % 2 === 0);
    for (const m of out) {
      expect(m.angleRad).toBeCloseTo(out[0]!.angleRad, 6);
      expect(m.endMm - m.startMm).toBeCloseTo(out[0]!.endMm - out[0]!.startMm, 6);
    }
  });

  it('a line run out and back keeps its length, and is folded to the side it goes on to', () => {
    // Each leg gives up half a wire, the fold takes pi d / 2.
    const moves: Move[] = [
      { run: 20 },
      { corner: -108 * DEG },
      { run: 15 },
      { corner: Math.PI },
      { run: 15 },
      { corner: -108 * DEG },
      { run: 20 },
    ];
    const strip = stripOf(moves, 'arcs', 1, 1);
    const fold = marksOf(strip).find((m) => m.kind === 'fold')!;
    expect(degrees(fold.angleRad)).toBeCloseTo(180, 6);
    const saved = (angle: number): number => 2 * 0.75 * Math.tan(angle / 2) - angle * 0.75;
    const whole = lengthOf(moves) - 1 + Math.PI / 2 - 2 * saved(108 * DEG);
    expect(strip.developedMm).toBeCloseTo(whole, 6);
  });
});

describe('walking in step', () => {
  const line = (n: number, f: (t: number) => Vec): Vec[] =>
    Array.from({ length: n }, (_, i) => f(i / (n - 1)));

  it('is the Frechet distance of rows that run alike, and never less', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 2000 }),
        fc.constantFrom(...FAMILIES),
        (seed, family) => {
          const a = pointsOfFigure(drawFigure(seed, family), 0.5).slice(0, 150);
          const b = a.map((p, i) => ({
            x: p.x + 0.1 * Math.sin(i),
            y: p.y + 0.1 * Math.cos(i / 3),
          }));
          const { mm } = walkInStep(a, b);
          expect(mm).toBeLessThanOrEqual(0.15);
          expect(mm).toBeLessThanOrEqual(frechet(a, b) + 0.15);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('notices a loop that one of the two leaves out', () => {
    const straight = line(80, (t) => ({ x: 40 * t, y: 0 }));
    const loop = [
      ...line(40, (t) => ({ x: 20 * t, y: 0 })),
      ...line(60, (t) => ({
        x: 20 + 4 * Math.sin(2 * Math.PI * t),
        y: 4 - 4 * Math.cos(2 * Math.PI * t),
      })),
      ...line(40, (t) => ({ x: 20 + 20 * t, y: 0 })),
    ];
    expect(walkInStep(straight, loop).mm).toBeGreaterThan(3.9);
  });
});
