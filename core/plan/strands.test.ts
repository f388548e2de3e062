import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance } from '../geometry';
import {
  mapFigure,
  newPath,
  newPiece,
  readPiece,
  type FigureNode,
  type FigurePath,
  type Piece,
} from '../piece';
import { rotation, scaling } from '../geometry';
import { formedLine, nearestWire, placeOnWire, planPiece, type Plan } from '.';

const D = 0.8;
const QUARTER = Math.tan(Math.PI / 8);
const piece = (path: FigurePath, more: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Strands', '2026-01-01T00:00:00.000Z'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: D },
  reserveMm: 0,
  paths: [path],
  ...more,
});
const lengths = (plan: Plan): number[] => plan.wires.map((w) => w.developedMm);
/** A quarter turn of radius 20 between two straight runs of 15. */
const bow = (strands?: number): FigurePath => ({
  ...newPath(
    'b',
    [
      { x: 0, y: 15 },
      { x: 0, y: 0, bulge: QUARTER },
      { x: 20, y: -20 },
      { x: 35, y: -20 },
    ],
    false,
  ),
  ...(strands && { strands }),
});

describe('wires side by side along one line', () => {
  it('are one wire each, the inner ones shorter by the turn times what lies between', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 6 }), (strands) => {
        const plan = planPiece(piece(bow(strands)));
        expect(plan.unplanned).toEqual([]);
        expect(plan.wires.map((w) => w.strand)).toEqual([...Array(strands).keys()]);
        plan.wires.forEach((w, j) => {
          const aside = (j - (strands - 1) / 2) * D;
          // It turns to the right: what lies to the right lies inside.
          expect(w.developedMm).toBeCloseTo(30 + (20 - aside) * (Math.PI / 2), 6);
        });
      }),
      { numRuns: 6 },
    );
  });

  it('apart by a gap, inner and outer ones differ by that much more', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 4 }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        (strands, strandsApartMm) => {
          const plan = planPiece(piece({ ...bow(strands), strandsApartMm }));
          expect(plan.unplanned).toEqual([]);
          plan.wires.forEach((w, j) => {
            const aside = (j - (strands - 1) / 2) * (D + strandsApartMm);
            expect(w.developedMm).toBeCloseTo(30 + (20 - aside) * (Math.PI / 2), 6);
            const other = plan.wires[j + 1];
            if (!other) return;
            const near = nearestWire([formedLine(other)], placeOnWire(w, 5)!.at)!.farMm;
            expect(near).toBeCloseTo(D + strandsApartMm, 4);
          });
        },
      ),
      { numRuns: 25 },
    );
  });

  it('touch all along, and the drawn line lies in their middle', () => {
    const nodes = fc.array(
      fc.record({ x: fc.integer({ min: 8, max: 16 }), y: fc.integer({ min: -6, max: 6 }) }),
      { minLength: 2, maxLength: 5 },
    );
    fc.assert(
      fc.property(nodes, fc.constantFrom(2, 3), (steps, strands) => {
        let x = 0;
        const points: FigureNode[] = [{ x: 0, y: 0 }];
        for (const s of steps) points.push({ x: (x += s.x), y: s.y });
        const line = { ...newPath('l', points, false), strands };
        const plan = planPiece(piece(line));
        if (plan.unplanned.length > 0) return;
        const { wires } = plan;
        for (let j = 0; j + 1 < wires.length; j++) {
          const other = formedLine(wires[j + 1]!);
          const near = Math.min(
            ...other.points.map((p) => distance(p, placeOnWire(wires[j]!, 0)!.at)),
          );
          expect(near).toBeCloseTo(D, 6);
        }
        // Offsets to both sides take and give alike.
        const single = planPiece(piece({ ...line, strands: undefined })).wires[0]!.developedMm;
        const mean = lengths(plan).reduce((a, b) => a + b, 0) / strands;
        expect(Math.abs(mean - single)).toBeLessThan(0.02 * single);
      }),
      { numRuns: 30 },
    );
  });

  it('round a ring differ by pi times the wire for each that lies further out', () => {
    const ring: FigurePath = {
      ...newPath(
        'r',
        [
          { x: 0, y: -15, bulge: QUARTER },
          { x: 15, y: 0, bulge: QUARTER },
          { x: 0, y: 15, bulge: QUARTER },
          { x: -15, y: 0, bulge: QUARTER },
        ],
        true,
      ),
      strands: 3,
    };
    const sorted = lengths(planPiece(piece(ring))).sort((a, b) => a - b);
    expect(sorted[1]! - sorted[0]!).toBeCloseTo(2 * Math.PI * D, 6);
    expect(sorted[2]! - sorted[1]!).toBeCloseTo(2 * Math.PI * D, 6);
  });

  it('are the same however the figure lies, and mirrored', () => {
    const own = lengths(planPiece(piece(bow(3))));
    for (const turn of [0.4, 2, -1.3]) {
      const turned = lengths(planPiece(mapFigure(piece(bow(3)), rotation(turn))));
      turned.forEach((mm, i) => expect(mm).toBeCloseTo(own[i]!, 6));
    }
    const mirrored = mapFigure(piece(bow(3)), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 });
    const other = lengths(planPiece(mirrored)).sort((a, b) => a - b);
    [...own].sort((a, b) => a - b).forEach((mm, i) => expect(other[i]).toBeCloseTo(mm, 6));
  });

  it('twice as large they lie twice as far apart', () => {
    const large = mapFigure(piece({ ...bow(2), strandsApartMm: 1.5 }), scaling(2));
    expect(large.paths[0]!.strandsApartMm).toBe(3);
    expect(readPiece(large).ok).toBe(true);
  });

  it('are kept with the line, from one to twelve', () => {
    expect(readPiece(piece(bow(12))).ok).toBe(true);
    expect(readPiece(piece(bow(13))).ok).toBe(false);
  });

  it('where a curve is too tight for the inner ones that is said, and no number of it given', () => {
    const tight = newPath(
      't',
      [
        { x: 0, y: 0, bulge: 1 },
        { x: 2, y: 0 },
      ],
      false,
    );
    const plan = planPiece(piece({ ...tight, strands: 6 }));
    expect(plan.wires.length + plan.unplanned.length).toBe(6);
    for (const w of plan.wires) expect(w.developedMm).toBeGreaterThan(0);
  });
});
