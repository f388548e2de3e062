import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT, overbendFactor, stiffnessOf } from '../forming';
import { newPath, newPiece, pieceSchema, withStock, type Piece } from '../piece';
import { layOf, ROPE_STRANDS, strandMm, twistedOf } from '../wire';
import { told } from '../words/told.support';
import { planPiece, ropeCut, ropeWords, sizeWords, stockWords } from '.';

const WIRE: Piece['wire'] = { metal: 'copper', temper: 'half-hard', diameterMm: 0.7 };
const points = fc.array(
  fc.record({ x: fc.integer({ min: 0, max: 60 }), y: fc.integer({ min: 0, max: 60 }) }),
  { minLength: 2, maxLength: 6 },
);
const strands = fc.constantFrom(...ROPE_STRANDS);
const piece = (wire: Piece['wire'], nodes: { x: number; y: number }[]): Piece => ({
  ...newPiece('p', '', ''),
  wire,
  paths: [newPath('a', nodes, false)],
});

describe('a figure of rope', () => {
  it('takes as much rope as it would take of wire that is as thick', () => {
    fc.assert(
      fc.property(points, strands, (nodes, n) => {
        const rope = twistedOf(WIRE, n);
        const bare = { metal: rope.metal, temper: rope.temper, diameterMm: rope.diameterMm };
        const [own, other] = [planPiece(piece(rope, nodes)), planPiece(piece(bare, nodes))];
        expect(own.wires.map((w) => w.cutMm)).toEqual(other.wires.map((w) => w.cutMm));
      }),
      { numRuns: 60 },
    );
  });

  it('springs back as each of its strands does', () => {
    fc.assert(
      fc.property(strands, fc.double({ min: 3, max: 40, noNaN: true }), (n, radius) => {
        const rope = overbendFactor(radius, stiffnessOf(twistedOf(WIRE, n), []));
        expect(rope).toBeCloseTo(overbendFactor(radius, stiffnessOf(WIRE, [])), 6);
      }),
    );
    const coil = {
      ...WIRE,
      id: 'c',
      mandrelMm: 10,
      freeInsideMm: 11.2,
      turns: 5,
      made: '2026-01-01',
    };
    const bent = planPiece(
      piece(twistedOf(WIRE, 2), [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 20 },
      ]),
      { kit: DEFAULT_KIT, coils: [coil] },
    );
    // A coil of the wire itself tells what its rope does.
    expect(bent.measured).toBe(true);
  });

  it('its strands add up: cut, they are as much as what they wind round is long', () => {
    fc.assert(
      fc.property(
        strands,
        fc.boolean(),
        fc.double({ min: 1, max: 900, noNaN: true }),
        (n, f, mm) => {
          const rope = twistedOf(WIRE, n);
          const wire = { ...rope, rope: { ...rope.rope!, folded: f && n !== 3 } };
          const cut = ropeCut(wire, mm)!;
          expect(cut.pieces * cut.eachMm).toBeCloseTo(n * mm * layOf(wire).longer, 6);
          expect(cut.turns * wire.rope.turnMm).toBeCloseTo(mm, 6);
          expect(Number.isInteger(cut.pieces)).toBe(true);
        },
      ),
    );
    expect(ropeCut(WIRE, 100)).toBeNull();
  });

  it('is called by what it is twisted from', () => {
    const rope = { ...twistedOf(WIRE, 4), rope: { strands: 4, turnMm: 7, folded: true } } as const;
    expect(told(stockWords(rope))).toBe('rope of 4 strands 0.70 mm copper');
    expect(told(sizeWords(rope, 2 * rope.diameterMm))).toContain('rope of 1.40 mm');
    expect(told(ropeWords(rope, 100))).toMatch(/^2 × 2\d\d\.\d mm .* of 0\.70 mm copper$/);
  });

  it('twisted too tightly it is said', () => {
    const tight = {
      ...twistedOf(WIRE, 2),
      rope: { strands: 2, turnMm: 2, folded: false },
    } as const;
    const nodes = [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
    ];
    const said = planPiece(piece(tight, nodes)).advice.map((a) => told(a.message));
    expect(said.join()).toContain('near snapping. Give one full turn at least 2.2 mm');
    expect(planPiece(piece(twistedOf(WIRE, 2), nodes)).advice).toEqual([]);
  });

  it('in another thickness lies as it did; without its rope it is its wire', () => {
    const p = piece(twistedOf(WIRE, 3), [
      { x: 0, y: 0 },
      { x: 9, y: 0 },
    ]);
    const thicker = withStock(p, null, { diameterMm: 2 * p.wire.diameterMm });
    expect(strandMm(thicker.wire)).toBeCloseTo(1.4, 9);
    expect(layOf(thicker.wire).angleRad).toBeCloseTo(layOf(p.wire).angleRad, 9);
    expect(pieceSchema.safeParse(thicker).error).toBeUndefined();
    const { diameterMm } = twistedOf(p.wire, 1);
    expect(withStock(p, null, { diameterMm, rope: undefined }).wire).toEqual({
      ...WIRE,
      diameterMm,
    });
    const three = { ...p, wire: { ...p.wire, rope: { ...p.wire.rope!, folded: true } } };
    expect(pieceSchema.safeParse(three).success).toBe(false);
  });
});
