import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece } from '../dressing';
import { newDressItem, plainBead, type DressItem } from '../item';
import { newPath, newPiece, ofStock, type FigurePath, type Part, type Piece } from '../piece';
import { planPiece } from '../plan';
import { wireMassG } from '../wire';
import { told } from '../words/told.support';
import { billOf, madeInAll, partTimes } from '.';

const bar = (id: string, y: number, mm = 40): FigurePath =>
  newPath(
    id,
    [
      { x: 0, y },
      { x: mm, y },
    ],
    false,
  );
const piece = (paths: FigurePath[], more: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'p', '2026-11-02'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths,
  ...more,
});
const part = (id: string, paths: string[], count: number, to: string | null = null): Part => ({
  id,
  name: id,
  paths,
  count,
  join: 'ring',
  to,
  spots: [],
  hangs: true,
});
const beads = (y: number, holeMm = 2): DressItem => {
  const on = { x: 20, y, lengthMm: 12 };
  const thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.3 } as const;
  const item = newDressItem('beads', `b${y}`, on, on, { frameMm: 1, thread });
  return { ...item, beads: [{ ...plainBead('Bead', 4), holeMm }] } as DressItem;
};
const bill = (p: Piece) => {
  const plan = planPiece(p);
  return { plan, ...billOf(p, plan, dressPiece(p, plan)) };
};

describe('the bill of a piece', () => {
  it('is its plan where there is one of it', () => {
    const own = bill(piece([bar('a', 0)], { dressing: [beads(0)] }));
    const [wire] = own.plan.wires;
    expect(own.made).toBe(1);
    expect(own.wires).toMatchObject([{ name: 'The wire', cutMm: wire!.cutMm, one: 1, all: 1 }]);
    expect(own.lengths).toMatchObject([{ one: wire!.cutMm, all: wire!.cutMm }]);
    // Twelve millimetres take three beads of four.
    expect(own.things).toMatchObject([{ name: 'Bead', one: 3, all: 3 }]);
    const p = piece([bar('a', 0)], { dressing: [beads(0)] });
    const both = own.plan.massG + dressPiece(p, own.plan).massG;
    expect(own.massG.one).toBeCloseTo(both, 9);
  });

  it('guides that are pulled out are named, and in no sum of lengths nor in the weight', () => {
    const on = { x: 20, y: 0, lengthMm: 20 };
    const thread = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.4 } as const;
    const item = newDressItem('garland', 'g', on, on, { frameMm: 1, thread });
    const own = bill(piece([bar('a', 0)], { dressing: [item] }));
    const guides = own.wires.find((w) => w.again)!;
    // Two guides out of the ring's own, held by 20 mm at each end.
    expect(guides).toMatchObject({ one: 3, cutMm: 60 });
    const band = own.wires.find((w) => w.role === 'binding')!;
    expect(own.lengths.map((l) => l.one)).toEqual([own.plan.wires[0]!.cutMm, band.cutMm]);
    const bandG = wireMassG('copper', band.wire.diameterMm, band.cutMm - band.tailsMm);
    expect(own.massG.one).toBeCloseTo(own.plan.massG + bandG, 9);
  });

  it('of a rope its strands are cut, two of them in each wire that is folded', () => {
    // Four strands of 0.8 mm, rho = 0.8 / sqrt 2: in a turn of 7 mm each is sqrt(49 + (2 pi rho)^2)
    // = 7.8507 mm long, 1.121525 times the rope.
    const rope = (folded: boolean): Piece['wire'] => ({
      metal: 'copper',
      temper: 'dead-soft',
      diameterMm: 0.8 * (1 + Math.SQRT2),
      rope: { strands: 4, turnMm: 7, folded },
    });
    for (const folded of [false, true]) {
      const own = bill(piece([bar('a', 0, 100)], { wire: rope(folded), reserveMm: 5 }));
      const strand = 105 * 1.121525;
      const [wire] = own.wires;
      expect(wire!.one).toBe(folded ? 2 : 4);
      expect(wire!.cutMm).toBeCloseTo(folded ? 2 * strand : strand, 2);
      expect(wire!.wire).toEqual({ metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 });
      expect(own.lengths).toHaveLength(1);
      expect(own.lengths[0]!.one).toBeCloseTo(4 * strand, 1);
      // Finished, without the reserve.
      expect(own.massG.one).toBeCloseTo(wireMassG('copper', 0.8, 4 * 100 * 1.121525), 3);
      expect(own.plan.massG).toBeCloseTo(own.massG.one, 9);
    }
  });

  it('counts alike wires together, those of another kind apart', () => {
    const thin = {
      id: 'w2',
      name: 'Thin',
      metal: 'brass',
      temper: 'hard',
      diameterMm: 0.5,
    } as const;
    const own = bill(
      piece([bar('a', 0), bar('b', 10), ofStock(bar('c', 20), 'w2'), bar('d', 30, 50)], {
        stocks: [thin],
      }),
    );
    expect(own.wires.map((w) => [w.name, w.one, w.wire.metal])).toEqual([
      ['Wires 1 and 2', 2, 'copper'],
      ['Wire 3', 1, 'brass'],
      ['Wire 4', 1, 'copper'],
    ]);
    const [copper, brass] = own.lengths;
    expect(copper!.one).toBeCloseTo(2 * own.wires[0]!.cutMm + own.wires[2]!.cutMm, 9);
    expect(brass!.one).toBe(own.wires[1]!.cutMm);
  });

  it('makes seven legs seven, and what hangs on each as often, with a ring for each', () => {
    const made = piece([bar('a', 0), bar('leg', 10, 30), bar('drop', 20, 9)], {
      parts: [part('legs', ['leg'], 7), part('drops', ['drop'], 3, 'legs')],
      dressing: [beads(10)],
    });
    const own = bill(made);
    expect(partTimes(made, made.parts[1]!, null)).toBe(21);
    expect(own.wires.map((w) => w.one)).toEqual([1, 7, 21]);
    expect(own.things.map((t) => [t.name, t.one])).toEqual([
      ['Bead', 7 * 3],
      ['Jump ring to join a part', 7 + 21],
    ]);
  });

  it('ends where parts hang on each other in a ring', () => {
    const looped = piece([bar('a', 0), bar('b', 10)], {
      parts: [part('one', ['a'], 2, 'two'), part('two', ['b'], 1, 'one')],
    });
    // Two of the one and one of the other, however often one goes round.
    expect(bill(looped).wires.map((w) => w.one)).toEqual([2 + 2]);
    const itself = piece([bar('a', 0)], { parts: [part('one', ['a'], 500, 'one')] });
    expect(bill(itself).wires.map((w) => w.one)).toEqual([500]);
  });

  it('leaves out what does not go on, and names it', () => {
    const own = bill(piece([bar('a', 0)], { dressing: [beads(0, 0.4)] }));
    expect(own.things).toEqual([]);
    expect(own.left.map(told)).toHaveLength(1);
    expect(own.massG.one).toBeCloseTo(own.plan.massG, 9);
  });

  it('has in all what one takes, times how many are made', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 40 }),
        fc.constantFrom('single', 'one-by-one', 'together'),
        fc.integer({ min: 1, max: 9 }),
        (copies, pair, count) => {
          const base = piece([bar('a', 0), bar('b', 10, 25)], {
            parts: [part('x', ['b'], count)],
            dressing: [beads(10)],
          });
          const made = { ...base, making: { ...base.making, copies, pair } } as Piece;
          const times = copies * (pair === 'single' ? 1 : 2);
          expect(madeInAll(made)).toBe(times);
          const own = bill(made);
          for (const n of [...own.wires, ...own.lengths, ...own.things, own.massG]) {
            expect(n.all).toBeCloseTo(n.one * times, 6);
          }
          const cut = own.wires.reduce((sum, w) => sum + w.all * w.cutMm, 0);
          const lengths = own.lengths.reduce((sum, l) => sum + l.all, 0);
          expect(cut).toBeCloseTo(lengths, 6);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('what joins parts', () => {
  const WIRE = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 } as const;
  const joint = { insideMm: 4, wraps: 5, wire: WIRE };
  const legs = (more: Partial<Part>): Piece =>
    piece([bar('frame', 0), bar('leg', 30, 20)], {
      parts: [{ ...part('leg', ['leg'], 7), ...more }],
    });

  it('is bought, or made from wire: seven rings of pi 4.8', () => {
    const bought = bill(legs({}));
    expect(bought.things).toMatchObject([{ name: 'Jump ring to join a part', one: 7 }]);
    const made = bill(legs({ joint }));
    expect(made.things).toEqual([]);
    const ring = made.wires.find((w) => w.role === 'finding')!;
    expect(ring).toMatchObject({ name: 'Ring to join leg', one: 7, all: 7 });
    expect(ring.cutMm).toBeCloseTo(Math.PI * 4.8, 9);
    const grams = wireMassG('copper', 0.8, 7 * Math.PI * 4.8);
    expect(made.massG.one - bought.massG.one).toBeCloseTo(grams, 9);
  });

  it('a binding goes round both, with its tails; a loop takes nothing', () => {
    const bound = bill(legs({ join: 'binding', joint }));
    const wire = bound.wires.find((w) => w.role === 'binding')!;
    const turn = Math.hypot(2 * 1 + Math.PI * 1.8, 0.8);
    expect(wire.cutMm).toBeCloseTo(5 * turn + 30, 9);
    // Whichever of them was drawn first.
    const thin = {
      id: 'w2',
      name: '',
      metal: 'copper',
      temper: 'dead-soft',
      diameterMm: 0.5,
    } as const;
    const [frame, leg] = legs({ join: 'binding', joint }).paths;
    const either = [
      [frame!, ofStock(leg!, 'w2')],
      [ofStock(leg!, 'w2'), frame!],
    ].map((paths) => bill({ ...legs({ join: 'binding', joint }), stocks: [thin], paths }));
    const [a, b] = either.map((x) => x.wires.find((w) => w.role === 'binding')!.cutMm);
    expect(a).toBeCloseTo(b!, 9);
    expect(a).toBeLessThan(wire.cutMm);
    const own = bill(legs({ join: 'loop', joint }));
    expect(own.wires.every((w) => w.role === 'frame')).toBe(true);
    expect(own.things).toEqual([]);
  });
});
