import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distance, endOf, segmentLength, startOf, tangentAt, type Vec } from '../geometry';
import { bendChain, fitChain, isBend, reform, shiftRoom, type Strip } from '.';
import { drawAs, knownFigure } from './knownFigures';

const stripOf = (seed: number, bends = 6): Strip =>
  bendChain(fitChain(drawAs(knownFigure(seed, 1, bends), 'exact', seed), 0.25), 1);
const bendsOf = (s: Strip): number[] => s.pieces.flatMap((p, i) => (isBend(p) ? [i] : []));
const drawnLength = (s: Strip): number =>
  s.pieces.reduce((n, p) => n + p.shape.reduce((m, q) => m + segmentLength(q), 0), 0);
const shapesOf = (s: Strip) => s.pieces.flatMap((p) => p.shape);
const ends = (s: Strip): { at: Vec; heading: number } => {
  const last = shapesOf(s).at(-1)!;
  const d = tangentAt(last, 1);
  return { at: endOf(last), heading: Math.atan2(d.y, d.x) };
};
const seeds = fc.integer({ min: 1, max: 4000 });

describe('bends wished otherwise', () => {
  it('nothing wished changes nothing', () => {
    const strip = stripOf(3);
    expect(reform(strip, [], 1)).toBe(strip);
    const same = reform(strip, [{ piece: bendsOf(strip)[0]!, shiftMm: 0 }], 1);
    expect(same.developedMm).toBeCloseTo(strip.developedMm, 9);
  });

  it('what comes out is unbroken, as long as it says, and placed end to end on the blank', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.integer({ min: 0, max: 5 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.2, max: 2.4, noNaN: true }),
        fc.double({ min: 0.3, max: 6, noNaN: true }),
        (seed, which, shiftMm, angleRad, insideMm) => {
          const strip = stripOf(seed);
          const piece = bendsOf(strip)[which % bendsOf(strip).length]!;
          const made = reform(strip, [{ piece, shiftMm, angleRad, insideMm }], 1);
          expect(drawnLength(made)).toBeCloseTo(made.developedMm, 6);
          let at = 0;
          for (const p of made.pieces) {
            expect(p.startMm).toBeCloseTo(at, 9);
            expect(p.lengthMm).toBeGreaterThanOrEqual(0);
            at += p.lengthMm;
          }
          const shapes = shapesOf(made);
          shapes.slice(1).forEach((s, i) => {
            expect(distance(startOf(s), endOf(shapes[i]!))).toBeLessThan(1e-6);
          });
          expect(bendsOf(made)).toHaveLength(bendsOf(strip).length);
          // The first end stays where it was.
          expect(distance(startOf(shapes[0]!), startOf(shapesOf(strip)[0]!))).toBeLessThan(1e-9);
        },
      ),
    );
  });

  it('a shift goes there and back', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: 0.1, max: 2, noNaN: true }), (seed, by) => {
        const strip = stripOf(seed);
        const piece = bendsOf(strip).find((i) => {
          const room = shiftRoom(strip, i);
          return room.backMm > 2.5 && room.onMm > 2.5;
        });
        fc.pre(piece !== undefined);
        const there = reform(strip, [{ piece: piece, shiftMm: by }], 1);
        const back = reform(there, [{ piece: piece, shiftMm: -by }], 1);
        expect(back.developedMm).toBeCloseTo(strip.developedMm, 9);
        expect(distance(ends(back).at, ends(strip).at)).toBeLessThan(1e-6);
        const [a, b] = [strip.pieces[piece]!, there.pieces[piece]!];
        expect(b.startMm - a.startMm).toBeCloseTo(by, 9);
      }),
    );
  });

  it('another radius keeps both legs on their lines', () => {
    fc.assert(
      fc.property(seeds, fc.double({ min: 0.5, max: 3, noNaN: true }), (seed, insideMm) => {
        const strip = stripOf(seed);
        const piece = bendsOf(strip).find((i) => {
          const p = strip.pieces[i]!;
          const room = shiftRoom(strip, i);
          const turn = Math.abs(p.angleRad);
          return turn < 2.2 && room.backMm > 8 && room.onMm > 8 && p.kind === 'curve';
        });
        fc.pre(piece !== undefined);
        const made = reform(strip, [{ piece: piece, insideMm }], 1);
        // All beyond the bend stays in place: the legs give what the curve takes.
        expect(distance(ends(made).at, ends(strip).at)).toBeLessThan(1e-6);
        expect(Math.abs(Math.sin(ends(made).heading - ends(strip).heading))).toBeLessThan(1e-9);
        const [a, b] = [strip.pieces[piece]!, made.pieces[piece]!];
        const turn = Math.abs(a.angleRad);
        const change = b.insideRadiusMm - a.insideRadiusMm;
        // Two legs give R tan(a/2) each, the curve takes a R.
        const longer = change * (turn - 2 * Math.tan(turn / 2));
        expect(made.developedMm - strip.developedMm).toBeCloseTo(longer, 6);
      }),
    );
  });

  it('a bend right behind another is moved on by a straight of its own', () => {
    const strip = stripOf(12, 7);
    const close = bendsOf(strip).find((i) => strip.pieces[i - 1]?.kind !== 'run');
    const piece = close ?? bendsOf(strip)[1]!;
    const { onMm } = shiftRoom(strip, piece);
    const made = reform(strip, [{ piece, shiftMm: Math.min(1, onMm) }], 1);
    expect(made.developedMm).toBeCloseTo(strip.developedMm, 9);
  });

  it('a fold keeps its shape; it can only be moved', () => {
    const fold = bendChain(
      fitChain(
        {
          segments: [
            { type: 'line', from: { x: 0, y: 0 }, to: { x: 20, y: 0 } },
            { type: 'line', from: { x: 20, y: 0 }, to: { x: 2, y: 0.1 } },
          ],
          closed: false,
        },
        0.25,
      ),
      1,
    );
    const piece = bendsOf(fold)[0]!;
    const bent = reform(fold, [{ piece, angleRad: 1, insideMm: 4 }], 1);
    expect(bent.pieces[piece]!.angleRad).toBe(fold.pieces[piece]!.angleRad);
    const moved = reform(fold, [{ piece, shiftMm: 2 }], 1);
    expect(moved.pieces[piece]!.startMm).toBeCloseTo(fold.pieces[piece]!.startMm + 2, 9);
  });
});
