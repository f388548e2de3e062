import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geometry';
import { DEFAULT_SEAM, newPath, newPiece, nodesOf, type FigurePath, type Piece } from '../piece';
import { drawAs, knownFigure } from '../strip/knownFigures';
import { told } from '../words/told.support';
import { bendLabels, placeOnWire, planPiece } from '.';

const base = (paths: FigurePath[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Test', '2026-11-02T17:00:00.000Z'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1.024 },
  paths,
  ...change,
});
const square = (side: number): FigurePath =>
  newPath(
    'sq',
    [
      { x: 0, y: 0 },
      { x: side, y: 0 },
      { x: side, y: side },
      { x: 0, y: side },
    ],
    true,
  );
const circle = (diameter: number): FigurePath =>
  newPath(
    'ci',
    [
      { x: 0, y: 0, bulge: 1 },
      { x: diameter, y: 0, bulge: 1 },
    ],
    true,
  );

/** What one 90 degree jaw corner of 1.024 mm wire saves: 2T - angle (r + d/2) = 1.536 - 1.20637. */
const SAVED = 2 * 0.768 - (Math.PI / 2) * 0.768;

describe('lengths', () => {
  it('a 40 mm square and a 30 mm circle', () => {
    const plan = planPiece(base([square(40), circle(30)], { reserveMm: 0 }));
    expect(plan.wires[0]!.cutMm).toBeCloseTo(160 - 4 * SAVED, 6);
    expect(plan.wires[1]!.cutMm).toBeCloseTo(30 * Math.PI, 6);
    expect(plan.massG).toBeCloseTo(((Math.PI / 4) * 1.024 ** 2 * plan.totalCutMm * 8.94) / 1000, 9);
  });

  it('ends, seam and reserve are parts with their own names', () => {
    const open: FigurePath = {
      ...newPath(
        'l',
        [
          { x: 0, y: 0 },
          { x: 30, y: 0 },
        ],
        false,
      ),
      start: { kind: 'loop', insideMm: 3, tailMm: 0 },
      end: { kind: 'plain', tailMm: 7 },
    };
    const plan = planPiece(
      base([open, { ...circle(20), seam: { ...DEFAULT_SEAM, join: 'loops', loopInsideMm: 2 } }]),
    );
    const [first, second] = plan.wires;
    expect(first!.startMm).toBeCloseTo(Math.PI * 4.024, 9);
    expect(first!.cutMm).toBeCloseTo(30 + Math.PI * 4.024 + 7 + 5, 9);
    expect(first!.parts.map((p) => p.id)).toEqual([
      'runs',
      'start-simple-loop',
      'end-tail',
      'reserve',
    ]);
    expect(second!.cutMm).toBeCloseTo(20 * Math.PI + 2 * Math.PI * 3.024 + 5, 6);
  });

  it('the parts always add up to the cut length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (seed, reserveMm, insideMm) => {
          const path: FigurePath = {
            ...newPath('w', nodesOf(drawAs(knownFigure(seed, 1, 5), 'exact')), false),
            start: { kind: 'loop', insideMm, tailMm: 1 },
          };
          const [wire] = planPiece(base([path], { reserveMm })).wires;
          expect(wire!.parts.reduce((s, p) => s + p.lengthMm, 0)).toBeCloseTo(wire!.cutMm, 6);
        },
      ),
    );
  });

  it('an overlap is added where the seam closes', () => {
    const butt = planPiece(base([circle(20)])).wires[0]!.cutMm;
    const lapped = planPiece(
      base([{ ...circle(20), seam: { ...DEFAULT_SEAM, join: 'overlap', overlapMm: 8 } }]),
    ).wires[0]!.cutMm;
    expect(lapped - butt).toBeCloseTo(8, 9);
  });
});

describe('marks', () => {
  it('count from the cut end, what the first end takes included', () => {
    const bare = newPath(
      'c',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
      false,
    );
    const [plain] = planPiece(base([bare])).wires;
    const [looped] = planPiece(
      base([{ ...bare, start: { kind: 'loop', insideMm: 3, tailMm: 0 } }]),
    ).wires;
    expect(plain!.bends[0]!.fromEndMm).toBeCloseTo(20 - 0.768, 9);
    expect(looped!.bends[0]!.fromEndMm).toBeCloseTo(20 - 0.768 + Math.PI * 4.024, 9);
    expect(looped!.bends[0]!.startMm).toBeCloseTo(20 - 0.768, 9);
  });

  it('a half-hard bend goes further past its target than a soft one', () => {
    const bare = newPath(
      'c',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ],
      false,
    );
    const soft = planPiece(base([bare])).wires[0]!.bends[0]!;
    const hard = planPiece(
      base([bare], { wire: { metal: 'copper', temper: 'hard', diameterMm: 1.024 } }),
    ).wires[0]!.bends[0]!;
    expect(soft.formToRad).toBeGreaterThan(soft.angleRad);
    expect(hard.formToRad).toBeGreaterThan(soft.formToRad);
  });

  it('places on the wire run from start to end', () => {
    const [wire] = planPiece(
      base([
        newPath(
          'l',
          [
            { x: 3, y: 4 },
            { x: 33, y: 4 },
          ],
          false,
        ),
      ]),
    ).wires;
    expect(placeOnWire(wire!, 10)!.at).toEqual({ x: 13, y: 4 });
    expect(distance(placeOnWire(wire!, 999)!.at, { x: 33, y: 4 })).toBeLessThan(1e-9);
  });

  it('numbers stand clear of each other', () => {
    const plan = planPiece(
      base([newPath('w', nodesOf(drawAs(knownFigure(4, 1, 9), 'exact')), false)]),
    );
    const labels = bendLabels(plan, 'middleMm', 1, 0.5);
    expect(labels).toHaveLength(9);
    labels.forEach((a, i) =>
      labels
        .slice(i + 1)
        .forEach((b) => expect(distance(a.at, b.at)).toBeGreaterThanOrEqual(0.5 - 1e-9)),
    );
  });
});

describe('crossings', () => {
  const loop = newPath(
    'x',
    [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 15 },
      { x: 20, y: 15 },
      { x: 20, y: -10 },
      { x: 10, y: -10 },
      { x: 10, y: 12 },
    ],
    false,
  );

  it('by rule', () => {
    const tops = (over: Piece['over']): string[] =>
      planPiece(base([loop], { over })).crossings.map((c) => c.top);
    expect(tops('later')).toEqual(['second', 'second']);
    expect(tops('earlier')).toEqual(['first', 'first']);
    // Along the wire: over at 10, under at 20, then over at the second pass of 20, under at 10.
    expect(tops('alternate')).toEqual(['first', 'second']);
  });
});

describe('hanging', () => {
  it('a square hangs straight from a point above its middle', () => {
    const plan = planPiece(base([square(20)]));
    expect(plan.hang!.center.x).toBeCloseTo(10, 6);
    expect(plan.hang!.center.y).toBeCloseTo(10, 2);
    expect(plan.hang!.from.y).toBeCloseTo(0, 6);
  });

  it('an L tilts towards its foot', () => {
    // Upright 20 mm, foot 10 mm to the right: centre of mass 10 x 5/30 right of the upright.
    const plan = planPiece(
      base(
        [
          newPath(
            'l',
            [
              { x: 0, y: 0 },
              { x: 0, y: 20 },
              { x: 10, y: 20 },
            ],
            false,
          ),
        ],
        { wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.1 } },
      ),
    );
    expect(plan.hang!.center.x).toBeCloseTo(50 / 30, 1);
    const { center, from } = plan.hang!;
    const tilt = Math.atan2(center.x - from.x, center.y - from.y);
    expect(tilt).toBeCloseTo(Math.atan2(50 / 30, 400 / 30), 1);
  });
});

describe('advice', () => {
  it('carries remedies that help', () => {
    const narrow = newPath(
      'n',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 1.2 },
        { x: 0, y: 1.2 },
      ],
      false,
    );
    const piece = base([narrow], { wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 2 } });
    const [advice] = planPiece(piece).advice;
    expect(told(advice!.message)).toContain('needs');
    const thinner = advice!.remedies.find((r) => r.kind === 'diameter');
    if (thinner?.kind !== 'diameter') throw new Error('expected a thinner wire');
    expect(
      planPiece({ ...piece, wire: { ...piece.wire, diameterMm: thinner.diameterMm } }).advice,
    ).toEqual([]);
  });

  it('nothing drawn gives an empty plan', () => {
    const plan = planPiece(base([]));
    expect(plan.wires).toEqual([]);
    expect(plan.hang).toBeNull();
    expect(plan.massG).toBe(0);
  });
});
