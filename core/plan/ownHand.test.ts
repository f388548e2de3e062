import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPath, newPiece, type Piece } from '../piece';
import { alongBlank, alongFigure, planPiece, type OwnHand } from '.';

/** Two legs and a foot with a right angle and a half circle of 8 mm between them. */
const piece: Piece = {
  ...newPiece('p', 'Hook', ''),
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: 30, y: 0 },
        { x: 30, y: 20, bulge: -1 },
        { x: 46, y: 20 },
        { x: 46, y: 5 },
      ],
      false,
    ),
  ],
};
const hand = (bend: number, hammer = 0, loop = 0): OwnHand => ({ bend, hammer, loop });
const wireOf = (own?: OwnHand) => planPiece(piece, own ? { own } : {}).wires[0]!;

describe('a hand that winds loops wider', () => {
  it('takes pi times that more for each loop at an end, before the figure begins', () => {
    const loop = { kind: 'loop' as const, insideMm: 3, tailMm: 0 };
    const looped = { ...piece, paths: piece.paths.map((p) => ({ ...p, start: loop })) };
    const [book, own] = [hand(0), hand(0, 0, 0.2)].map(
      (h) => planPiece(looped, { own: h }).wires[0]!,
    );
    expect(own!.cutMm - book!.cutMm).toBeCloseTo(Math.PI * 0.2, 9);
    expect(own!.startMm - book!.startMm).toBeCloseTo(Math.PI * 0.2, 9);
    expect(own!.parts.reduce((sum, p) => sum + p.lengthMm, 0)).toBeCloseTo(own!.cutMm, 9);
    expect(own!.bends.map((b, i) => b.fromEndMm - book!.bends[i]!.fromEndMm)).toEqual(
      own!.bends.map(() => expect.closeTo(Math.PI * 0.2, 6) as number),
    );
  });
});

describe('a hand that bends otherwise', () => {
  it('takes its share of the thickness more for each turn, and says so', () => {
    const book = wireOf();
    const own = wireOf(hand(0.1));
    const d = book.stock.diameterMm;
    const turns = book.bends.reduce((sum, b) => sum + Math.abs(b.angleRad), 0);
    expect(turns).toBeCloseTo(Math.PI * 1.5, 2);
    expect(own.cutMm - book.cutMm).toBeCloseTo(turns * d * 0.1, 9);
    expect(own.developedMm).toBe(book.developedMm);
    const part = own.parts.find((p) => p.id === 'own-bends')!;
    expect(part).toMatchObject({ count: 2, name: 'Bends as you make them' });
    expect(own.parts.reduce((sum, p) => sum + p.lengthMm, 0)).toBeCloseTo(own.cutMm, 9);
    expect(book.parts.some((p) => p.id.startsWith('own'))).toBe(false);
  });

  it('shifts the marks behind a bend by what that takes, and none before it', () => {
    const book = wireOf();
    const own = wireOf(hand(0.1));
    const [first, second] = book.bends;
    const d = book.stock.diameterMm;
    // A corner is marked where it begins; up to the middle of the curve all of the corner is taken and half of the curve.
    const moved = own.bends.map((b, i) => b.fromEndMm - book.bends[i]!.fromEndMm);
    const each = [first!, second!].map((b) => Math.abs(b.angleRad) * d * 0.1);
    expect(moved[0]).toBeCloseTo(0, 6);
    expect(moved[1]).toBeCloseTo(each[0]! + each[1]! / 2, 6);
    expect(alongBlank(own, first!.startMm - 0.2)).toBe(alongBlank(book, first!.startMm - 0.2));
  });

  it('goes between figure and blank both ways', () => {
    // Also far beyond what any hand does.
    const share = fc.double({ min: -1, max: 1, noNaN: true });
    const place = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, place, (bend, at) => {
        const wire = wireOf(hand(bend));
        const mm = at * wire.developedMm;
        expect(Math.abs(alongFigure(wire, alongBlank(wire, mm)) - mm)).toBeLessThan(1e-4);
      }),
      { numRuns: 60 },
    );
  });
});
