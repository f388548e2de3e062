import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { segmentLength } from '../geometry';
import { newEnd } from '../end';
import { newPath, newPiece, type Piece } from '../piece';
import { planPiece } from '../plan';
import { posedBox, posedWire, stepsOf } from '.';

const zigzag = (turns: readonly number[], more: Partial<Piece> = {}): Piece => {
  const nodes = turns.map((y, i) => ({ x: 15 * i, y }));
  const [path] = [newPath('a', nodes, false)];
  return {
    ...newPiece('p', '', ''),
    wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
    reserveMm: 5,
    paths: [{ ...path, start: newEnd('loop') }],
    ...more,
  };
};
const none = new Set<'start' | 'end'>();

describe('a wire part way', () => {
  it('is at first a straight blank, as long as it is cut', () => {
    const piece = zigzag([0, 20, 0, 12]);
    const plan = planPiece(piece);
    const work = stepsOf(piece, plan, 0, null)!;
    const [wire] = plan.wires;
    const { minX, minY, maxX, maxY } = posedBox(posedWire(wire!, work, 0, 0, none))!;
    expect(Math.hypot(maxX - minX, maxY - minY)).toBeCloseTo(wire!.cutMm, 6);
  });

  it('keeps its length through all steps, until its ends are worked', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 3, maxLength: 7 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (turns, share) => {
          const piece = zigzag(turns);
          const plan = planPiece(piece);
          const work = stepsOf(piece, plan, 0, null);
          const [wire] = plan.wires;
          if (!wire || !work) return;
          for (let done = 0; done < work.steps.length; done++) {
            const posed = posedWire(wire, work, done, share, none);
            const beyond = Object.values(posed.beyond)
              .map(([a, b]) => Math.hypot(a.x - b.x, a.y - b.y))
              .reduce((a, b) => a + b, 0);
            const along = posed.strip.pieces.reduce((sum, p) => sum + p.lengthMm, 0);
            expect(along + beyond).toBeCloseTo(wire.cutMm, 6);
            // What is straight is drawn as long as it is.
            const straight = posed.strip.pieces.filter((p) => p.kind === 'run');
            for (const p of straight) {
              const drawn = p.shape.reduce((sum, s) => sum + segmentLength(s), 0);
              expect(drawn).toBeCloseTo(p.lengthMm, 6);
            }
          }
          const worked = posedWire(wire, work, work.steps.length - 1, 0, new Set(['start', 'end']));
          expect(worked.beyond).toEqual({});
        },
      ),
      { numRuns: 40 },
    );
  });
});
