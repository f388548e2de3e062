import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newDressItem } from '../item';
import { newPath, newPiece, pieceSchema, withNamedWires, type Piece } from '../piece';
import { planPiece } from '../plan';
import { layOf, strandMm, twistedOf } from '../wire';
import { dressPiece, earringOf, variantOf, variantWire, type VariantRules } from '.';

const SAME: VariantRules = { wire: 'same', loops: 'same', beads: 'same', wholeGauges: true };
const ALL: VariantRules = {
  wire: 'proportional',
  loops: 'proportional',
  beads: 'proportional',
  wholeGauges: false,
};
const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });

const PIECE: Piece = withNamedWires({
  ...newPiece('p', 'Hook', ''),
  paths: [
    {
      ...newPath(
        'h',
        [
          { x: 0, y: 0 },
          { x: 40, y: 0 },
          { x: 40, y: 20 },
        ],
        false,
      ),
      start: { kind: 'wrapped-loop', insideMm: 3, wraps: 3, tailMm: 2 },
    },
  ],
  dressing: [
    newDressItem('coil', 'c', place(15, 0, 12), place(0, 0)),
    newDressItem('beads', 'b', place(30, 0, 9), place(0, 0), { frameMm: 1 }),
    newDressItem('finding', 'f', place(0, 0), place(0, 0)),
  ],
});

describe('variants', () => {
  it('thickness by rule: twice the size asks 1.68 times the wire, on a whole gauge', () => {
    expect(variantWire(1, 2, { ...SAME, wire: 'stiff', wholeGauges: false })).toBeCloseTo(
      2 ** 0.75,
      2,
    );
    expect(variantWire(1.024, 2, { ...SAME, wire: 'proportional' })).toBeCloseTo(2.053, 3);
    expect(variantWire(1.024, 3, SAME)).toBe(1.024);
  });

  it('a rope is twisted of wire that follows the rule, its strands lying as they did', () => {
    const bare = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 } as const;
    const rope = { ...PIECE, wire: twistedOf<Piece['wire']>(bare, 4) };
    const { wire } = variantOf(rope, 1.5, ALL);
    expect(strandMm(wire)).toBeCloseTo(1.2, 6);
    expect(layOf(wire).angleRad).toBeCloseTo(layOf(rope.wire).angleRad, 9);
    expect(pieceSchema.safeParse(variantOf(rope, 9, ALL)).error).toBeUndefined();
    expect(variantOf(rope, 1.5, SAME).wire).toEqual(rope.wire);
  });

  it('all in proportion is the same piece under a glass: lengths grow alike', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.6, max: 1.9, noNaN: true }), (factor) => {
        const next = variantOf(PIECE, factor, ALL);
        expect(pieceSchema.safeParse(next).success).toBe(true);
        const [before, after] = [
          planPiece({ ...PIECE, reserveMm: 0 }),
          planPiece({ ...next, reserveMm: 0 }),
        ];
        expect(after.wires[0]!.cutMm / before.wires[0]!.cutMm / factor).toBeCloseTo(1, 1);
        const coil = (p: Piece): number => dressPiece(p, planPiece(p)).items[0]!.counts[0]!.count;
        expect(Math.abs(coil(next) - coil(PIECE))).toBeLessThanOrEqual(1);
      }),
      { numRuns: 20 },
    );
  });

  it('with all kept the counts follow the stretches', () => {
    const next = variantOf(PIECE, 2, SAME);
    const counts = (p: Piece) => dressPiece(p, planPiece(p)).items.map((d) => d.counts[0]?.count);
    expect(counts(PIECE).slice(0, 2)).toEqual([37, 2]);
    expect(counts(next).slice(0, 2)).toEqual([75, 4]);
    expect(next.paths[0]!.start).toEqual(PIECE.paths[0]!.start);
  });

  it('earrings of a set are smaller, a pair, worn in the ear', () => {
    const ear = earringOf(PIECE, 0.5, SAME);
    expect(ear.making).toMatchObject({ wornAs: 'earring', pair: 'one-by-one' });
    expect(ear.paths[0]!.nodes[1]!.x).toBeCloseTo(20, 9);
  });
});
