import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece, withAgain, type Dressed } from '../dressing';
import { newDressItem, type DressItem, type DressKind } from '../item';
import { assemblyOf } from '.';
import {
  mapFigure,
  newPath,
  newPiece,
  readPiece,
  withNamedWires,
  type FigurePath,
  type Part,
  type Piece,
} from '../piece';
import { planPiece } from '../plan';
import { translation } from '../geometry';
import { told } from '../words/told.support';
import { billOf } from '../bill';

const THREAD = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.6 } as const;
const thing = (kind: DressKind, id: string, x: number, y: number, more: object = {}): DressItem => {
  const on = { x, y, lengthMm: 0 };
  return {
    ...newDressItem(kind, id, on, on, { frameMm: 1, thread: THREAD }),
    ...more,
  };
};
const line = (id: string, ...at: [number, number][]): FigurePath =>
  newPath(
    id,
    at.map(([x, y]) => ({ x, y })),
    false,
  );
const piece = (paths: FigurePath[], dressing: DressItem[], more: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'p', '2026-11-02'),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths,
  dressing,
  ...more,
});
const legs = (count: number): Part => ({
  id: 'leg',
  name: 'Leg',
  paths: ['leg'],
  count,
  join: 'loop',
  to: null,
  spots: [],
  hangs: true,
});
const dressed = (own: Piece): Map<string, Dressed> =>
  new Map(dressPiece(own, planPiece(own)).items.map((d) => [d.item.id, d]));
const things = (own: Piece): [string, number, number][] => {
  const plan = planPiece(own);
  return billOf(own, plan, dressPiece(own, plan)).things.map((t) => [t.name, t.one, t.all]);
};
const BAR = line('bar', [0, 0], [40, 0]);
const LEG = line('leg', [20, 1], [20, 21]);

describe('what hangs on a part', () => {
  it('is there as often as the part, its weight with each', () => {
    for (const count of [1, 7]) {
      const own = piece([BAR, LEG], [thing('drop', 'd', 20, 21)], { parts: [legs(count)] });
      expect(things(own).find(([name]) => name === 'Drop bead')).toEqual([
        'Drop bead',
        count,
        count,
      ]);
      const alone = piece([BAR, LEG], [], { parts: [legs(count)] });
      const grams = (p: Piece): number =>
        dressPiece(p, planPiece(p)).copies.reduce((sum, c) => sum + c.grams, 0);
      const drop = dressPiece(own, planPiece(own)).massG;
      expect(grams(own) - grams(alone)).toBeCloseTo((count - 1) * drop, 9);
    }
  });
});

describe('what hangs in the loop of another item', () => {
  const ring = thing('finding', 'ring', 20, 21, { insideMm: 5 });
  const drop = thing('drop', 'drop', 0, 0, { hangsIn: 'ring', insideMm: 3 });

  it('hangs from the ring’s underside, weighs where the ring is, and comes after it', () => {
    const own = piece([BAR, LEG], [drop, ring]);
    const [d, r] = [dressed(own).get('drop')!, dressed(own).get('ring')!];
    expect(d.host?.id).toBe('ring');
    expect(d.place).toEqual(r.place);
    // A ring below the middle of the figure hangs down from the leg's end: 5 mm of inside below its upper side.
    expect(r.eye!.down.y).toBeCloseTo(21 - 0.5 + 5, 6);
    const bead = d.marks.find((m) => m.kind === 'bead');
    expect(bead?.at.x).toBeCloseTo(20, 6);
    expect(bead!.at.y).toBeGreaterThan(r.eye!.down.y + 3);
    const plan = planPiece(own);
    const ids = assemblyOf(own, plan, dressPiece(own, plan), {}).tasks.map((t) => t.id);
    expect(ids.indexOf('item:drop')).toBeGreaterThan(ids.indexOf('item:ring'));
  });

  it('is one in each of several rings on each of several legs', () => {
    const rings = { ...ring, count: 3 } as DressItem;
    const own = piece([BAR, LEG], [rings, drop], {
      parts: [legs(4)],
      making: { ...newPiece('p', 'p', '').making, pair: 'one-by-one' },
    });
    expect(things(own)).toContainEqual(['Drop bead', 12, 24]);
    expect(things(own)).toContainEqual(['Jump ring', 12, 24]);
    // On the drawn leg three rings weigh with a drop in each, and so on each of the others.
    const plan = planPiece(own);
    const [all, bare] = [own, { ...own, dressing: [] }].map((p) => dressPiece(p, plan));
    const one = (item: DressItem): number => {
      const alone = piece([BAR, LEG], [item]);
      return dressPiece(alone, planPiece(alone)).massG;
    };
    const { hangsIn: _none, ...loose } = drop;
    const onLeg = one(rings) + 3 * one(loose);
    expect(all!.massG).toBeCloseTo(onLeg, 9);
    const copied = (d: typeof all): number => d!.copies.reduce((sum, c) => sum + c.grams, 0);
    expect(copied(all) - copied(bare)).toBeCloseTo(3 * onLeg, 9);
    // It has no place of its own to be put on again beside.
    expect(withAgain(own, plan, drop, { by: 'mirror' }).added).toBe(0);
  });

  it('needs no figure: two ear wires with a chain of drops in each', () => {
    const ears = thing('finding', 'ear', 5, 5, { what: 'ear-wire', count: 2, insideMm: 3 });
    const first = thing('drop', 'one', 0, 0, { hangsIn: 'ear', by: 'wire' });
    const second = thing('drop', 'two', 0, 0, {
      hangsIn: 'one',
      thread: { ...THREAD, diameterMm: 0.5 },
    });
    const own = piece([], [second, first, ears]);
    const all = dressed(own);
    for (const d of all.values()) expect(d.problems).toEqual([]);
    expect(things(own)).toContainEqual(['Drop bead', 4, 4]);
    const y = (id: string): number => all.get(id)!.marks.find((m) => m.kind === 'bead')!.at.y;
    expect(y('two')).toBeGreaterThan(y('one') + 6);
    const { tasks } = assemblyOf(own, planPiece(own), dressPiece(own, planPiece(own)), {});
    const order = tasks.map((t) => t.id).filter((id) => id.startsWith('item:'));
    expect(order).toEqual(['item:ear', 'item:one', 'item:two']);
  });

  it('refuses a wire that does not go through, and names a loop that is gone', () => {
    const thick = { ...drop, thread: { ...THREAD, diameterMm: 1.5 } } as DressItem;
    const tight = piece([BAR, LEG], [{ ...ring, insideMm: 1.2 } as DressItem, thick]);
    const [first] = dressed(tight).get('drop')!.problems;
    expect(told(first!.message)).toContain('does not go through the loop');
    expect(first!.refused).toBe(true);
    for (const alone of [piece([BAR, LEG], [drop]), piece([], [drop])]) {
      const [lost] = dressed(alone).get('drop')!.problems;
      expect(told(lost!.message)).toContain('no longer there');
      const [remedy] = lost!.remedies;
      if (remedy?.kind !== 'item') throw new Error('no remedy');
      const mended = piece(alone.paths, [remedy.item]);
      expect(dressed(mended).get('drop')!.problems).toEqual([]);
    }
  });

  it('in a ring of such nothing is lost, and nothing runs for ever', () => {
    const a = thing('drop', 'a', 10, 0, { hangsIn: 'b', by: 'wire' });
    const b = thing('drop', 'b', 20, 0, { hangsIn: 'a', by: 'wire' });
    const self = thing('drop', 'c', 30, 0, { hangsIn: 'c' });
    expect(things(piece([BAR], [a, b, self]))).toContainEqual(['Drop bead', 3, 3]);
  });

  it('is kept as it is, and refused where nothing hangs', () => {
    const own = withNamedWires(piece([BAR, LEG], [ring, drop]));
    expect(readPiece(JSON.parse(JSON.stringify(own)))).toEqual({ ok: true, value: own });
    const coil = { ...thing('coil', 'x', 5, 0), hangsIn: 'ring' } as DressItem;
    expect(readPiece(withNamedWires(piece([BAR], [coil]))).ok).toBe(false);
  });

  it('moves with the figure, and takes the same wherever that lies', () => {
    const size = fc.double({ min: -200, max: 200, noNaN: true });
    fc.assert(
      fc.property(size, size, fc.integer({ min: 1, max: 5 }), (x, y, count) => {
        const own = piece([BAR, LEG], [{ ...ring, count } as DressItem, drop]);
        const far = mapFigure(own, translation(x, y));
        expect(things(far)).toEqual(things(own));
        const [a, b] = [own, far].map(
          (p) =>
            dressed(p)
              .get('drop')!
              .marks.find((m) => m.kind === 'bead')!.at,
        );
        expect(b!.x - a!.x).toBeCloseTo(x, 6);
        expect(b!.y - a!.y).toBeCloseTo(y, 6);
      }),
      { numRuns: 40 },
    );
  });
});

describe('what hangs in the ring that joins a part', () => {
  const ringed = (count: number, insideMm = 4): Part => ({
    ...legs(count),
    join: 'ring',
    joint: { insideMm, wraps: 1, wire: THREAD },
    hangs: true,
  });
  const drop = thing('drop', 'drop', 0, 0, { hangsIn: 'part:leg', insideMm: 3 });

  it('is there with each of them, hangs in the ring, and comes once that joins', () => {
    const own = piece([BAR, LEG], [drop], { parts: [ringed(7)] });
    const d = dressed(own).get('drop')!;
    expect(d.problems).toEqual([]);
    expect(told(d.host!.title)).toBe('the ring of Leg');
    expect(things(own)).toContainEqual(['Drop bead', 7, 7]);
    // The ring hangs over the bar of 1 mm at y = 0: its inside from -0.5 to 3.5.
    const bead = d.marks.find((m) => m.kind === 'bead')!;
    expect(bead.at.x).toBeCloseTo(20, 6);
    expect(bead.at.y).toBeGreaterThan(3.5);
    const plan = planPiece(own);
    const ids = assemblyOf(own, plan, dressPiece(own, plan), {}).tasks.map((t) => t.id);
    expect(ids.indexOf('item:drop')).toBeGreaterThan(ids.indexOf('part:leg'));
    // It weighs with each of the others too.
    const bare = dressPiece({ ...own, dressing: [] }, plan);
    const copied = (p: typeof bare): number => p.copies.reduce((sum, c) => sum + c.grams, 0);
    expect(copied(dressPiece(own, plan)) - copied(bare)).toBeCloseTo(
      6 * dressPiece(own, plan).massG,
      9,
    );
  });

  it('is named when it does not go through, or the ring is gone', () => {
    const tight = dressed(piece([BAR, LEG], [drop], { parts: [ringed(2, 0.5)] })).get('drop')!;
    expect(told(tight.problems[0]!.message)).toContain('does not go through the loop');
    for (const parts of [[], [legs(2)]]) {
      const lost = dressed(piece([BAR, LEG], [drop], { parts })).get('drop')!;
      expect(told(lost.problems[0]!.message)).toContain('no longer there');
    }
  });
});
