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
import { formedLine, nearestWire, placeOnWire, planPiece, type Plan, type WirePlan } from '.';

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

  describe('apart over single stretches', () => {
    const straight: FigurePath = {
      ...newPath(
        's',
        [
          { x: 0, y: 0 },
          { x: 60, y: 0 },
        ],
        false,
      ),
      strands: 2,
    };
    const fine = { toleranceMm: 0.02 };
    const smooth = (t: number): number => {
      const w = Math.min(1, Math.max(0, t));
      return w * w * (3 - 2 * w);
    };

    it('part and come together again, as long as what they follow walked in small steps', () => {
      fc.assert(
        fc.property(
          fc.double({ min: 1, max: 10, noNaN: true }),
          fc.double({ min: 18, max: 40, noNaN: true }),
          (apartMm, lengthMm) => {
            const apartAt = [{ x: 30, y: 0, lengthMm, apartMm }];
            const plan = planPiece(piece({ ...straight, apartAt }, fine));
            expect(plan.unplanned).toEqual([]);
            // Half the wire and half of what lies between, growing over a third at each end.
            const beside = (x: number): number =>
              (D + apartMm * smooth((lengthMm / 2 - Math.abs(x - 30)) / (lengthMm / 3))) / 2;
            let walked = 0;
            for (let i = 0; i < 20_000; i++) {
              const [a, b] = [(60 * i) / 20_000, (60 * (i + 1)) / 20_000];
              walked += Math.hypot(b - a, beside(b) - beside(a));
            }
            for (const w of plan.wires) expect(Math.abs(w.developedMm - walked)).toBeLessThan(0.1);
            const [left, right] = plan.wires;
            // Straight across: what slants towards the other may come nearer.
            const gapAt = (mm: number): number =>
              placeOnWire(right!, mm)!.at.y - placeOnWire(left!, mm)!.at.y;
            expect(gapAt(left!.developedMm / 2)).toBeCloseTo(D + apartMm, 1);
            expect(gapAt(2)).toBeCloseTo(D, 1);
          },
        ),
        { numRuns: 25 },
      );
    });

    it('no further apart than elsewhere they are as they were; mirrored and turned as long', () => {
      const plain = planPiece(piece(bow(3), fine));
      const path = { ...bow(3), apartAt: [{ x: 0, y: 5, lengthMm: 15, apartMm: 0 }] };
      lengths(planPiece(piece(path, fine))).forEach((mm, j) => {
        expect(Math.abs(mm - lengths(plain)[j]!)).toBeLessThan(0.05);
      });
      const wide = piece({ ...path, apartAt: [{ x: 5, y: -15, lengthMm: 30, apartMm: 3 }] }, fine);
      const own = lengths(planPiece(wide));
      const turned = lengths(planPiece(mapFigure(wide, rotation(0.7))));
      const mirrored = lengths(planPiece(mapFigure(wide, scaling(-1, 1)))).toReversed();
      const twice = lengths(
        planPiece({
          ...mapFigure(wide, scaling(2)),
          wire: { ...wide.wire, diameterMm: 2 * D },
          toleranceMm: 0.04,
        }),
      );
      own.forEach((mm, j) => {
        expect(Math.abs(turned[j]! - mm)).toBeLessThan(0.05);
        expect(Math.abs(mirrored[j]! - mm)).toBeLessThan(0.05);
        expect(Math.abs(twice[j]! - 2 * mm)).toBeLessThan(0.1);
      });
      expect(readPiece(JSON.parse(JSON.stringify(wide))).ok).toBe(true);
    });

    it('on any line of corners nothing else changes: what is not parted is as it was', () => {
      // Legs of 10 and more, turned by up to 120 degrees: folds are lines of their own.
      const corners = fc
        .array(fc.tuple(fc.integer({ min: 10, max: 30 }), fc.integer({ min: -120, max: 120 })), {
          minLength: 1,
          maxLength: 5,
        })
        .map((legs) => {
          const nodes: FigureNode[] = [{ x: 0, y: 0 }];
          let way = 0;
          for (const [mm, turn] of legs) {
            const { x, y } = nodes.at(-1)!;
            nodes.push({ x: x + mm * Math.cos(way), y: y + mm * Math.sin(way) });
            way += (turn * Math.PI) / 180;
          }
          return nodes;
        });
      fc.assert(
        fc.property(corners, fc.constantFrom(2, 3), (nodes, strands) => {
          const line = { ...newPath('l', nodes, false), strands };
          const plain = planPiece(piece(line, fine));
          fc.pre(plain.unplanned.length === 0);
          const [a, b] = nodes as [FigureNode, FigureNode];
          const at = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, lengthMm: 8 };
          const none = planPiece(piece({ ...line, apartAt: [{ ...at, apartMm: 0 }] }, fine));
          expect(none.unplanned).toEqual([]);
          lengths(none).forEach((mm, j) => expect(mm).toBeCloseTo(lengths(plain)[j]!, 3));
          const wide = planPiece(piece({ ...line, apartAt: [{ ...at, apartMm: 1 }] }, fine));
          wide.wires.forEach((w) => {
            const before = plain.wires.find((o) => o.strand === w.strand)!;
            // Parting by half a millimetre to each side, over 8 mm, is longer by little.
            expect(w.developedMm).toBeGreaterThan(before.developedMm - 0.1);
            expect(w.developedMm).toBeLessThan(before.developedMm + 1.5);
          });
        }),
        { numRuns: 40 },
      );
    });

    it('on a row of arches all bends of the others stay as they were, folds between them too', () => {
      // Each kind as it was, each angle to a tenth of a degree.
      const expectAlike = (is: WirePlan['bends'], was: WirePlan['bends']): void => {
        expect(is.map((b) => b.kind)).toEqual(was.map((b) => b.kind));
        is.forEach((b, i) =>
          expect(Math.abs(b.angleRad - was[i]!.angleRad)).toBeLessThan(Math.PI / 1800),
        );
      };
      fc.assert(
        fc.property(
          // Else a sharp corner takes from the arches beside it, and they from the next.
          fc.oneof(fc.integer({ min: 60, max: 105 }), fc.integer({ min: 155, max: 172 })),
          fc.integer({ min: 0, max: 3 }),
          fc.double({ min: 9, max: 20, noNaN: true }),
          (sweep, which, chord) => {
            const bulge = -Math.tan((sweep * Math.PI) / 720);
            const nodes = Array.from({ length: 5 }, (_, i) => ({
              x: chord * i,
              y: 0,
              ...(i < 4 && { bulge }),
            }));
            const line = { ...newPath('l', nodes, false), strands: 2 };
            const plain = planPiece(piece(line, fine));
            expect(plain.unplanned).toEqual([]);
            const middle = { x: chord * (which + 0.5), y: (-bulge * chord) / 2 };
            const apartAt = [{ ...middle, lengthMm: chord / 2, apartMm: 2 }];
            const parted = planPiece(piece({ ...line, apartAt }, fine));
            expect(parted.unplanned).toEqual([]);
            parted.wires.forEach((w) => {
              const before = plain.wires.find((o) => o.strand === w.strand)!;
              const [is, was] = [w.bends, before.bends];
              // Four arches, and what lies between them.
              expect(was).toHaveLength(7);
              const [first, last] = [Math.max(0, 2 * which - 1), Math.max(0, 5 - 2 * which)];
              if (sweep < 110 || was.some((b) => b.kind === 'fold')) {
                expectAlike(is.slice(0, first), was.slice(0, first));
                expectAlike(is.slice(is.length - last), was.slice(was.length - last));
              }
              for (const b of w.bends) expect(Math.abs(b.angleRad)).toBeGreaterThan(0.01);
              const turn = w.bends.reduce((sum, b) => sum + b.angleRad, 0);
              expect(turn).toBeCloseTo(
                before.bends.reduce((sum, b) => sum + b.angleRad, 0),
                1,
              );
            });
          },
        ),
        { numRuns: 40 },
      );
    });

    it('in a curve that is too tight for what would lie inside it no number is given', () => {
      const ring = newPath(
        'r',
        [
          { x: 0, y: -4, bulge: QUARTER },
          { x: 4, y: 0, bulge: QUARTER },
          { x: 0, y: 4, bulge: QUARTER },
          { x: -4, y: 0, bulge: QUARTER },
        ],
        true,
      );
      const tight = { ...ring, strands: 2, apartAt: [{ x: 0, y: -4, lengthMm: 12, apartMm: 9 }] };
      const plan = planPiece(piece(tight, fine));
      expect(plan.unplanned.map((u) => u.breach.law)).toEqual(['lost']);
    });

    it('round a closed line, and at its corners, they stay wires', () => {
      const square: FigurePath = {
        ...newPath(
          'q',
          [
            { x: 0, y: 0 },
            { x: 40, y: 0 },
            { x: 40, y: 40 },
            { x: 0, y: 40 },
          ],
          true,
        ),
        strands: 2,
        apartAt: [{ x: 40, y: 0, lengthMm: 50, apartMm: 4 }],
      };
      const plan = planPiece(piece(square, fine));
      expect(plan.unplanned).toEqual([]);
      expect(plan.wires).toHaveLength(2);
      expect(plan.wires.every((w) => w.closed)).toBe(true);
      // Four corners each, and the inner one is shorter.
      const [a, b] = plan.wires;
      expect(Math.min(a!.bends.length, b!.bends.length)).toBeGreaterThanOrEqual(4);
      expect(b!.developedMm).toBeLessThan(a!.developedMm - 8 * D + 1);
    });
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
