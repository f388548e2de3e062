import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newEnd } from '../end';
import { newDressItem, plainBead } from '../item';
import { newPath, newPiece, resizeFigure, type Piece } from '../piece';
import { fitSize, sizeOn } from './fitSize';

const COPPER = { metal: 'copper', temper: 'dead-soft', diameterMm: 1 } as const;
const arch = (wide: number, high: number): Piece => ({
  ...newPiece('p', '', ''),
  wire: COPPER,
  paths: [
    newPath(
      'a',
      [
        { x: 0, y: high, out: { x: 0, y: -0.55 * high } },
        { x: wide / 2, y: 0, in: { x: -0.28 * wide, y: 0 }, out: { x: 0.28 * wide, y: 0 } },
        { x: wide, y: high, in: { x: 0, y: -0.55 * high } },
      ],
      false,
    ),
  ],
});

describe('the size that is asked for', () => {
  it('is that over the wire: a circle of 20 mm is drawn with 19', () => {
    const k = 5.522847498;
    const circle: Piece = {
      ...newPiece('p', '', ''),
      wire: COPPER,
      paths: [
        newPath(
          'a',
          [
            { x: 10, y: 0, in: { x: -k, y: 0 }, out: { x: k, y: 0 } },
            { x: 20, y: 10, in: { x: 0, y: -k }, out: { x: 0, y: k } },
            { x: 10, y: 20, in: { x: k, y: 0 }, out: { x: -k, y: 0 } },
            { x: 0, y: 10, in: { x: 0, y: k }, out: { x: 0, y: -k } },
          ],
          true,
        ),
      ],
    };
    // 20 drawn are 21 over the wire.
    expect(sizeOn(circle, 'height', {})).toBeCloseTo(21, 1);
    const fit = fitSize(circle, 'height', 20);
    expect(fit).toMatchObject({ ok: true });
    expect(fit?.ok && fit.lineMm).toBeCloseTo(19, 1);
  });

  it('counts loops and what hangs, which do not grow with the figure', () => {
    const on = { x: 10, y: 0, lengthMm: 0 };
    const drop = newDressItem('drop', 'd', on, on, { frameMm: 1, thread: COPPER });
    const piece: Piece = {
      ...arch(20, 15),
      dressing: [{ ...drop, beads: [plainBead('Bead', 6)] } as never],
    };
    const loops = piece.paths.map((p) => ({
      ...p,
      start: newEnd('loop'),
    }));
    for (const own of [piece, { ...piece, paths: loops }]) {
      const now = sizeOn(own, 'height', {})!;
      const fit = fitSize(own, 'height', 1.6 * now)!;
      expect(fit.ok).toBe(true);
      if (!fit.ok) return;
      expect(fit.sizeMm).toBeCloseTo(1.6 * now, 1);
      expect(sizeOn(resizeFigure(own, 'height', fit.lineMm), 'height', {})).toBeCloseTo(
        fit.sizeMm,
        6,
      );
    }
  });

  it('that wire and ends have by themselves is told, with the least that can be', () => {
    const fit = fitSize(arch(20, 15), 'height', 0.9);
    expect(fit).toMatchObject({ ok: false });
    expect(fit && !fit.ok && fit.leastMm).toBeGreaterThan(1);
    expect(fitSize({ ...arch(20, 15), paths: [] }, 'height', 30)).toBeNull();
    const flat: Piece = {
      ...arch(20, 15),
      paths: [
        newPath(
          'a',
          [
            { x: 0, y: 0 },
            { x: 30, y: 0 },
          ],
          false,
        ),
      ],
    };
    // A straight line has no height that could be larger.
    expect(fitSize(flat, 'height', 30)).toBeNull();
  });

  it('is met to a twentieth of a millimetre, or where its curves jump to what they may stray', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 60 }),
        fc.integer({ min: 8, max: 50 }),
        fc.constantFrom('height' as const, 'width' as const),
        fc.integer({ min: 10, max: 120 }),
        fc.constantFrom(0.5, 0.8, 1.6),
        (wide, high, side, wished, diameterMm) => {
          const piece = { ...arch(wide, high), wire: { ...COPPER, diameterMm } };
          const fit = fitSize(piece, side, wished)!;
          const off = fit.ok ? Math.abs(fit.sizeMm - wished) : Infinity;
          expect(off).toBeLessThan(piece.toleranceMm);
          // None of those beside is nearer where it is not met.
          if (off < 0.05 || !fit.ok) return;
          for (let line = fit.lineMm - 0.4; line < fit.lineMm + 0.4; line += 0.08) {
            const size = sizeOn(resizeFigure(piece, side, line), side, {})!;
            expect(Math.abs(size - wished)).toBeGreaterThan(off - 0.07);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
