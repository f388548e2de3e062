import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece, finishedSize, type FinishedSize } from '.';
import { plainBead, type DressItem } from '../item';
import { newPath, twinOf, type FigurePath, type Piece } from '../piece';
import { planPiece } from '../plan';
import { at, FRAME, made, pieceWith, place, ring } from './fixtures/ground';

const sized = (
  paths: FigurePath[],
  dressing: DressItem[] = [],
  more: Partial<Piece> = {},
): FinishedSize => {
  const piece = pieceWith(paths, dressing, more);
  const plan = planPiece(piece);
  return finishedSize(piece, plan, dressPiece(piece, plan))!;
};
const BAR = newPath('b', [at(0, 0), at(55, 0)], false);

describe('the finished size', () => {
  it('is over the wire', () => {
    expect(sized([ring('r', 20)]).widthMm).toBeCloseTo(40 + FRAME, 1);
    expect(sized([BAR]).heightMm).toBeCloseTo(FRAME, 9);
    expect(finishedSize(pieceWith([], []), planPiece(pieceWith([], [])), null)).toBeNull();
  });

  it('takes in loops at the ends, and what hangs', () => {
    const eye = { kind: 'centred-loop', insideMm: 3, tailMm: 0 } as const;
    // The middle line of a loop of 3 inside goes 4 beyond the end, and half the wire more.
    expect(sized([{ ...BAR, start: eye, end: eye }]).widthMm).toBeCloseTo(55 + 2 * 4.5, 1);
    const bead = { ...plainBead('Bead', 8), holeMm: 3, acrossMm: 6 };
    const beaded = sized([BAR], [made('beads', place(20, 0, 8), { beads: [bead], count: 1 })]);
    expect(beaded.heightMm).toBeCloseTo(6, 6);
  });

  it('leaves out what does not go on', () => {
    const bead = { ...plainBead('Bead', 8), holeMm: 0.2, acrossMm: 6 };
    expect(sized([BAR], [made('beads', place(20, 0, 8), { beads: [bead] })]).heightMm).toBeCloseTo(
      FRAME,
      6,
    );
  });

  it('of a ring rolled round a mandrel is that of the ring', () => {
    const { widthMm, deepMm, flat } = sized([BAR], [], {
      outOfPlane: { kind: 'roll', mandrelMm: 16.3, as: 'ring' },
    });
    expect(flat.widthMm).toBeCloseTo(55, 6);
    expect(widthMm).toBeCloseTo(18.3, 9);
    expect(deepMm!).toBeGreaterThan(17);
    expect(deepMm!).toBeLessThanOrEqual(18.3);
  });

  it('is deeper by what stands square to it: a post, a hook or an eye turned square', () => {
    const post = { kind: 'post', postMm: 11 } as const;
    // From its middle line the wire turns over a radius of itself, then 11 on: with half of it in front.
    expect(sized([{ ...BAR, start: post }]).deepMm).toBeCloseTo(FRAME / 2 + FRAME + 11, 6);
    const eye = { kind: 'centred-loop', insideMm: 3, tailMm: 0 } as const;
    expect(sized([{ ...BAR, start: eye }]).deepMm).toBeNull();
    const square = sized([{ ...BAR, start: { ...eye, turned: true } }]);
    // An eye turned square reaches half of itself to both sides of the figure.
    expect(square.deepMm).toBeCloseTo(3 + 2 * FRAME, 1);
    const stud = made('finding', place(20, 0), { what: 'post', made: false, lengthMm: 9 });
    expect(sized([BAR], [stud]).deepMm).toBeCloseTo(FRAME + 9, 6);
    const cupped = sized([{ ...BAR, start: post }], [], { outOfPlane: { kind: 'cup', riseMm: 6 } });
    expect(cupped.deepMm).toBeCloseTo(6 + FRAME + (FRAME / 2 + 11), 6);
  });

  it('leaves out the cord or chain that goes round the neck, and counts what it hangs in', () => {
    const bare = sized([BAR]);
    for (const what of ['cord', 'chain'] as const) {
      const cord = made('finding', place(20, 0), { what, made: false, lengthMm: 450 });
      expect(sized([BAR], [cord])).toEqual(bare);
    }
    const bail = made('finding', place(20, 0), { what: 'bail', made: true, insideMm: 5 });
    expect(sized([BAR], [bail]).heightMm).toBeGreaterThan(bare.heightMm + 2);
  });

  it('of a shallow roll is a chord; cupped it is narrower both ways', () => {
    const rolled = sized([BAR], [], { outOfPlane: { kind: 'roll', mandrelMm: 199, as: 'other' } });
    // 2 R sin(w / 2R) with R = 100.
    expect(rolled.widthMm).toBeCloseTo(200 * Math.sin(55 / 200), 6);
    const cup = sized([ring('r', 20)], [], { outOfPlane: { kind: 'cup', riseMm: 6 } });
    expect(cup.widthMm).toBeLessThan(cup.flat.widthMm);
    expect(cup.heightMm).toBeCloseTo(cup.widthMm, 1);
    expect(cup.deepMm).toBe(7);
  });

  it('over a rod is lower by half a turn and what comes down behind', () => {
    const post = newPath('p', [at(0, 0), at(0, 60)], false);
    const { heightMm, deepMm } = sized([post], [], {
      outOfPlane: { kind: 'rod', rodMm: 4, backMm: 10 },
    });
    // 60 - 10 - pi 5 / 2 = 42.15 stays in front, and 2 + 1 above it.
    expect(heightMm).toBeCloseTo(60 - 10 - (Math.PI * 5) / 2 + 3, 6);
    expect(deepMm).toBe(6);
  });

  it('of the mirrored twin is the same', () => {
    const nodes = fc.array(
      fc.record({ x: fc.integer({ min: 0, max: 40 }), y: fc.integer({ min: 0, max: 40 }) }),
      {
        minLength: 3,
        maxLength: 7,
      },
    );
    fc.assert(
      fc.property(nodes, (list) => {
        const piece = pieceWith([newPath('a', list, false)], []);
        const [one, two] = [piece, twinOf(piece)].map((p) => finishedSize(p, planPiece(p), null));
        if (!one || !two) return;
        expect(two.widthMm).toBeCloseTo(one.widthMm, 3);
        expect(two.heightMm).toBeCloseTo(one.heightMm, 3);
      }),
      { numRuns: 30 },
    );
  });
});
