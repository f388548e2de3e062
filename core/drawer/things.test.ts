import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bill } from '../bill';
import {
  EMPTY_DRAWER,
  putThingsBack,
  stillToTake,
  takeThings,
  thingBalance,
  withoutTaken,
  type Drawer,
  type Thing,
  type Wanted,
} from '.';

const bead = (name: string, lengthMm: number) => ({
  name,
  lengthMm,
  acrossMm: lengthMm,
  holeMm: 1,
  grams: 0.1,
  tone: 'sea' as const,
});
const wanted = (pieceId: string, copies: number, things: [string, number, number][]): Wanted => ({
  key: pieceId,
  pieceId,
  pieceName: pieceId,
  copies,
  bill: {
    made: 1,
    wires: [],
    lengths: [],
    massG: { one: 0, all: 0 },
    left: [],
    things: things.map(([name, mm, n]) => ({ name, one: n, all: n, bead: bead(name, mm) })),
  } satisfies Bill,
});
const thing = (id: string, name: string, lengthMm: number, count: number): Thing => ({
  id,
  kind: 'bead',
  name,
  lengthMm,
  count,
});
const drawer = (things: Thing[]): Drawer => ({ ...EMPTY_DRAWER, things });
const all = ({ things }: Drawer): number => things.reduce((sum, t) => sum + t.count, 0);

describe('beads and findings', () => {
  it('are taken from one lot after the other, and are needed no more', () => {
    const list = [wanted('p', 2, [['Sea', 4, 3]]), wanted('q', 1, [['sea', 4.1, 2]])];
    const own = drawer([thing('a', 'Sea', 4, 4), thing('b', 'SEA', 4, 9), thing('c', 'Sea', 6, 5)]);
    // 4.0 and 4.1 mm are taken from the same lots: they are one kind, and nothing there is counted twice.
    const balance = thingBalance(own, list);
    expect(balance).toHaveLength(1);
    expect(balance[0]).toMatchObject({ needed: 8, there: 13, short: 0 });
    const after = takeThings(own, balance[0]!, list);
    expect(after.things.map((t) => t.count)).toEqual([0, 5, 5]);
    expect(after.taken).toEqual([
      { pieceId: 'p', name: 'Sea', lengthMm: 4, count: 6 },
      { pieceId: 'q', name: 'sea', lengthMm: 4.1, count: 2 },
    ]);
    expect(thingBalance(after, list)).toEqual([]);
    const few = drawer([thing('a', 'Sea', 4, 7)]);
    expect(thingBalance(few, list)[0]).toMatchObject({ needed: 8, there: 7, short: 1 });
  });

  it('that are short are taken as far as they go', () => {
    const list = [wanted('p', 1, [['Sea', 4, 3]])];
    const own = drawer([thing('a', 'Sea', 4, 2)]);
    const after = takeThings(own, thingBalance(own, list)[0]!, list);
    expect(after.things[0]!.count).toBe(0);
    expect(thingBalance(after, list)[0]).toMatchObject({ needed: 1, there: 0, short: 1 });
  });

  it('taken for a piece that needs fewer now are told, and go back or are forgotten', () => {
    const own = drawer([thing('a', 'Sea', 4, 9)]);
    const list = [wanted('p', 3, [['Sea', 4, 2]])];
    const after = takeThings(own, thingBalance(own, list)[0]!, list);
    const { stray } = stillToTake([wanted('p', 2, [['Sea', 4, 2]])], after.taken);
    expect(stray).toEqual([{ pieceId: 'p', name: 'Sea', lengthMm: 4, count: 2 }]);
    expect(withoutTaken(after.taken, stray)).toEqual([{ ...stray[0]!, count: 4 }]);
    const back = putThingsBack({ ...after, things: [] }, stray, () => 'n');
    expect(back.things).toEqual([{ id: 'n', kind: 'bead', name: 'Sea', lengthMm: 4, count: 2 }]);
  });

  it('are never lost: what is taken and what is there stay as many, and none is below nought', () => {
    const names = fc.constantFrom('Sea', 'Mist');
    const sizes = fc.constantFrom(4, 4.2, 6);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(names, sizes, fc.nat(9)), { maxLength: 5 }),
        fc.array(
          fc.tuple(
            fc.constantFrom('p', 'q'),
            fc.integer({ min: 1, max: 3 }),
            fc.array(fc.tuple(names, sizes, fc.integer({ min: 1, max: 4 })), { maxLength: 3 }),
          ),
          { maxLength: 3 },
        ),
        (lots, lines) => {
          const start = drawer(lots.map(([n, mm, c], i) => thing(`t${i}`, n, mm, c)));
          const list = lines.map(([id, copies, things]) => wanted(id, copies, things));
          let now = start;
          for (const kind of thingBalance(start, list)) now = takeThings(now, kind, list);
          const taken = now.taken.reduce((sum, t) => sum + t.count, 0);
          expect(all(now) + taken).toBe(all(start));
          now.things.forEach((t) => expect(t.count).toBeGreaterThanOrEqual(0));
          expect(stillToTake(list, now.taken).stray).toEqual([]);
          const { stray } = stillToTake([], now.taken);
          const back = putThingsBack(now, stray, () => 'n');
          expect(all(back)).toBe(all(start));
          expect(withoutTaken(now.taken, stray)).toEqual([]);
        },
      ),
    );
  });
});
