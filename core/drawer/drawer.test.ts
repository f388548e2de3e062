import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bill } from '../bill';
import type { CutList } from '../cutting';
import { newPiece, withNewStock, withStock } from '../piece';
import {
  cutProblem,
  DrawerError,
  EMPTY_DRAWER,
  isSameStock,
  lengthByWeight,
  mergeDrawers,
  orderPlan,
  readDrawer,
  readRows,
  stillToCut,
  takeCut,
  thingBalance,
  toBuy,
  weightOf,
  whyDrawerNotKept,
  withInstead,
  wireBalance,
  withCopies,
  type Drawer,
  type Order,
  type Stock,
  type ToMake,
  type Wanted,
  weekPlan,
} from '.';

const COPPER: Stock = { metal: 'copper', temper: 'dead-soft', diameterMm: 1 };
const THIN: Stock = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.3 };

const drawer = (change: Partial<Drawer> = {}): Drawer => ({
  ...EMPTY_DRAWER,
  bladeMm: 0.5,
  keepMm: 30,
  wires: [
    { id: 's', kind: 'spool', wire: COPPER, leftMm: 1000 },
    { id: 'o', kind: 'offcut', wire: COPPER, leftMm: 90 },
    { id: 't', kind: 'spool', wire: THIN, leftMm: 5000 },
  ],
  things: [{ id: 'b', kind: 'bead', name: 'Round bead', count: 5, lengthMm: 4 }],
  ...change,
});

const bill = (change: Partial<Bill> = {}): Bill => ({
  made: 2,
  wires: [
    { role: 'frame', name: 'The wire', wire: COPPER, cutMm: 80, tailsMm: 5, one: 1, all: 2 },
    { role: 'binding', name: 'Binding', wire: THIN, cutMm: 120, tailsMm: 20, one: 3, all: 6 },
  ],
  lengths: [],
  things: [
    {
      name: 'Round bead',
      one: 2,
      all: 4,
      bead: { name: 'Round bead', lengthMm: 4, acrossMm: 4, holeMm: 1, grams: 0.1, tone: 'sea' },
    },
  ],
  massG: { one: 1, all: 2 },
  left: [],
  ...change,
});
const wanted = (copies = 1): Wanted => ({
  key: 'p',
  pieceId: 'p',
  pieceName: 'Pear',
  copies,
  bill: bill(),
});

describe('wire of the drawer', () => {
  it('is as long as its weight says', () => {
    // 100 m of 1 mm copper: pi/4 mm2 x 100,000 mm x 0.00894 g/mm3 = 702.1 g.
    expect(weightOf(COPPER, 100_000)).toBeCloseTo(702.1, 0);
    expect(lengthByWeight(COPPER, 702.1)).toBeCloseTo(100_000, -2);
  });

  it('of a gauge is that of the metric size it is sold as, and of no other', () => {
    const of = (diameterMm: number): Stock => ({ ...COPPER, diameterMm });
    expect(isSameStock(of(0.812), of(0.8))).toBe(true);
    expect(isSameStock(of(0.812), of(0.723))).toBe(false);
    expect(isSameStock(of(0.8), of(0.9))).toBe(false);
    expect(isSameStock(COPPER, { ...COPPER, temper: 'half-hard' })).toBe(false);
    expect(isSameStock(COPPER, { ...COPPER, coat: 'black' })).toBe(false);
  });
});

describe('another wire instead', () => {
  it('is what all is made of that was made of the first, and nothing else', () => {
    const own = withNewStock({ ...newPiece('p', 'Pear', ''), wire: COPPER })!;
    const piece = withStock(own.piece, own.id, THIN);
    const thicker: Stock = { ...THIN, diameterMm: 0.4, coat: 'black' };
    const next = withInstead(piece, THIN, thicker);
    expect(next.stocks[0]).toMatchObject(thicker);
    expect(next.wire).toEqual(COPPER);
    // Back again it has no coat.
    expect(withInstead(next, thicker, THIN)).toEqual(piece);
  });
});

describe('what pieces need', () => {
  it('is that of all copies, less what was cut already', () => {
    const first = stillToCut([wanted(2)], []);
    // A pair twice: 4 frames and 12 bindings.
    expect(first.needs.map((n) => [n.name, n.mm, n.count])).toEqual([
      ['The wire', 80, 4],
      ['Binding', 120, 12],
    ]);
    const cut = { pieceId: 'p', name: 'The wire', wire: COPPER, mm: 80, lengthId: 's' };
    const then = stillToCut([wanted(2)], [cut, cut, cut]);
    expect(then.needs[0]!.count).toBe(1);
    expect(then.stray).toEqual([]);
  });

  it('tells what was cut and fits no more', () => {
    const before = { pieceId: 'p', name: 'The wire', wire: COPPER, mm: 84, lengthId: 's' };
    const { needs, stray } = stillToCut([wanted()], [before]);
    expect(stray).toEqual([before]);
    expect(needs[0]!.count).toBe(2);
    // Of a piece that is no longer made, too.
    expect(stillToCut([], [before]).stray).toEqual([before]);
  });

  it('is set against what is there, by kind of wire', () => {
    const own = drawer();
    const { needs } = stillToCut([wanted()], []);
    const list: CutList = {
      cuts: [],
      spoolMm: 0,
      scrapMm: 0,
      short: [{ id: 'p 1', mm: 120, count: 2 }],
      proven: true,
      gap: 0,
    };
    // 2 x 80.5 of 1.0; 6 x 120.5 of 0.3, of which 2 are short.
    expect(wireBalance(own, needs, list)).toMatchObject([
      { neededMm: 161, onSpoolsMm: 1000, inOffcutsMm: 90, shortMm: 0, instead: [] },
      { neededMm: 723, onSpoolsMm: 5000, inOffcutsMm: 0, shortMm: 241 },
    ]);
    const near: Stock = { ...THIN, diameterMm: 0.321 };
    const harder: Stock = { ...THIN, temper: 'half-hard' };
    const stocked = drawer({
      wires: [
        { id: 'a', kind: 'spool', wire: near, leftMm: 900 },
        { id: 'b', kind: 'spool', wire: harder, leftMm: 9000 },
        // Too little, too thick, and another metal.
        { id: 'c', kind: 'spool', wire: { ...THIN, diameterMm: 0.33 }, leftMm: 100 },
        { id: 'd', kind: 'spool', wire: COPPER, leftMm: 9000 },
        { id: 'e', kind: 'spool', wire: { ...near, metal: 'brass' }, leftMm: 9000 },
      ],
    });
    const short = wireBalance(stocked, needs, list)[1]!;
    expect(short.instead.map((s) => s.wire)).toEqual([harder, near]);
  });

  it('counts beads of the same name and size', () => {
    expect(thingBalance(drawer(), [wanted(2)])).toEqual([
      {
        name: 'Round bead',
        lengthMm: 4,
        bead: bill().things[0]!.bead,
        needed: 8,
        there: 5,
        short: 3,
      },
    ]);
    const other = drawer({
      things: [{ id: 'b', kind: 'bead', name: 'Round bead', count: 5, lengthMm: 6 }],
    });
    expect(thingBalance(other, [wanted()])[0]).toMatchObject({ there: 0, short: 4 });
  });

  it('makes a problem in which sizes sold for each other are one', () => {
    const gauge = drawer({
      wires: [{ id: 's', kind: 'spool', wire: { ...COPPER, diameterMm: 1.02 }, leftMm: 400 }],
    });
    const { needs } = stillToCut([wanted()], []);
    const problem = cutProblem(gauge, needs);
    expect(problem.needs[0]!.stock).toBe(problem.spools[0]!.stock);
    expect(problem.needs[1]!.stock).not.toBe(problem.spools[0]!.stock);
  });
});

describe('what is to be bought', () => {
  it('is what is short, by where such was bought before', () => {
    const own = drawer({
      wires: [{ id: 't', kind: 'spool', wire: THIN, leftMm: 10, from: 'the fair' }],
      things: [
        { id: 'b', kind: 'bead', name: 'Round bead', count: 1, lengthMm: 4, from: 'a shop' },
      ],
    });
    const list: CutList = {
      cuts: [],
      spoolMm: 0,
      scrapMm: 0,
      short: [
        { id: 'p 0', mm: 80, count: 2 },
        { id: 'p 1', mm: 120, count: 6 },
      ],
      proven: true,
      gap: 0,
    };
    const { needs } = stillToCut([wanted()], []);
    // 2 x 80.5 and 6 x 120.5; 4 beads less the one that is there.
    expect(toBuy(own, wireBalance(own, needs, list), thingBalance(own, [wanted()]))).toEqual([
      { from: '', what: { wire: COPPER }, amount: 161 },
      { from: 'a shop', what: { name: 'Round bead', lengthMm: 4 }, amount: 3 },
      { from: 'the fair', what: { wire: THIN }, amount: 723 },
    ]);
  });
});

describe('orders', () => {
  const order = (
    id: string,
    due: string | null,
    copies: number,
    state: Order['state'] = 'agreed',
  ): Order => ({
    id,
    ref: id,
    lines: [{ pieceId: 'p', copies }],
    due,
    state,
  });

  it('are made one after the other, what is promised first first, and what is late is told', () => {
    // 30 min each and 15 to set up, 7 h a week, an hour a day: b 3 x 30 + 15 = 105 min, two days; a 5 x 30 + 15 =
    // 165, 270 in all, five days; c 6 x 30 + 15 = 195, 465 in all, eight days.
    const plan = orderPlan(
      [
        order('a', '2026-12-05', 5),
        order('c', null, 6),
        order('b', '2026-12-04', 3),
        order('d', '2026-12-02', 9, 'made'),
      ],
      () => 30,
      15,
      7,
      '2026-12-01',
    );
    expect(plan.map((p) => [p.order.id, p.minutes, p.doneOn, p.lateDays])).toEqual([
      ['b', 105, '2026-12-03', 0],
      ['a', 165, '2026-12-06', 1],
      ['c', 195, '2026-12-09', 0],
    ]);
  });

  it('earliest first is never later, at its latest, than any other order of making', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 2, max: 28 }), fc.integer({ min: 1, max: 9 })), {
          minLength: 1,
          maxLength: 5,
        }),
        (given) => {
          const orders = given.map(([day, copies], i) =>
            order(`o${i}`, `2026-12-${String(day).padStart(2, '0')}`, copies),
          );
          const latest = Math.max(
            ...orderPlan(orders, () => 60, 0, 7, '2026-12-01').map((p) => p.lateDays),
          );
          // An hour a day: the last of any order is made after all hours.
          const visit = (left: Order[], hours: number, late: number): number =>
            left.length === 0
              ? late
              : Math.min(
                  ...left.map((o) => {
                    const at = hours + o.lines[0]!.copies;
                    return visit(
                      left.filter((x) => x !== o),
                      at,
                      Math.max(late, 1 + at - Number(o.due!.slice(-2))),
                    );
                  }),
                );
          expect(latest).toBe(Math.max(0, visit(orders, 0, 0)));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('put so many more on a list, up to what can be made at once', () => {
    const plain = (pieceId: string, copies: number): ToMake => ({ pieceId, copies });
    expect(
      withCopies([plain('p', 198)], [plain('p', 5), plain('q', 1), { ...plain('p', 2), as: {} }]),
    ).toEqual([plain('p', 200), plain('q', 1), { ...plain('p', 2), as: {} }]);
    // What is made otherwise is another thing, and alike wishes are one.
    const mirrored: ToMake = { pieceId: 'p', copies: 2, as: { mirrored: true } };
    expect(withCopies([plain('p', 1)], [mirrored, mirrored])).toEqual([
      plain('p', 1),
      { ...mirrored, copies: 4 },
    ]);
  });

  it('fall in weeks: each takes what its days have, and nothing is lost', () => {
    // 2026-12-01 is a Tuesday: six days of an hour are left, then weeks of seven.
    const plan = orderPlan(
      [order('a', '2026-12-05', 8), order('b', null, 6)],
      () => 60,
      0,
      7,
      '2026-12-01',
    );
    const weeks = weekPlan(plan, 7, '2026-12-01');
    expect(
      weeks.map((w) => [w.from, w.minutes, w.parts.map((p) => [p.order.id, p.minutes])]),
    ).toEqual([
      ['2026-12-01', 360, [['a', 360]]],
      [
        '2026-12-07',
        420,
        [
          ['a', 120],
          ['b', 300],
        ],
      ],
      ['2026-12-14', 420, [['b', 60]]],
    ]);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 40 }), { maxLength: 6 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 28 }),
        (copies, hours, day) => {
          const today = `2026-02-${String(day).padStart(2, '0')}`;
          const orders = copies.map((n, i) => order(`o${i}`, null, n));
          const own = orderPlan(orders, () => 45, 10, hours, today);
          const all = weekPlan(own, hours, today, 1000);
          for (const o of own) {
            const parts = all.flatMap((w) => w.parts.filter((p) => p.order.id === o.order.id));
            expect(parts.reduce((sum, p) => sum + p.minutes, 0)).toBeCloseTo(o.minutes, 6);
          }
          for (const w of all) {
            expect(w.parts.reduce((sum, p) => sum + p.minutes, 0)).toBeLessThan(w.minutes + 1e-6);
          }
          expect(weekPlan(own, hours, today, 1).length).toBeLessThanOrEqual(1);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('cutting from the drawer', () => {
  const { needs } = stillToCut([wanted()], []);

  it('leaves the spool as much shorter, with the blade', () => {
    const after = takeCut(
      drawer(),
      {
        id: 's',
        lengths: [
          { id: 'p 0', mm: 80 },
          { id: 'p 0', mm: 80 },
        ],
      },
      needs,
    );
    expect(after.wires.find((w) => w.id === 's')!.leftMm).toBe(839);
    expect(after.done).toHaveLength(2);
    expect(stillToCut([wanted()], after.done).needs.map((n) => n.name)).toEqual(['Binding']);
  });

  it('takes an offcut out of which too little is left to keep', () => {
    // 90 - 80.5 = 9.5, under 30.
    const after = takeCut(drawer(), { id: 'o', lengths: [{ id: 'p 0', mm: 80 }] }, needs);
    expect(after.wires.map((w) => w.id)).toEqual(['s', 't']);
    const kept = takeCut(
      drawer({ keepMm: 9 }),
      { id: 'o', lengths: [{ id: 'p 0', mm: 80 }] },
      needs,
    );
    expect(kept.wires.find((w) => w.id === 'o')!.leftMm).toBe(9.5);
  });

  it('keeps a spool that is empty, with what was paid for it', () => {
    const own = drawer({
      bladeMm: 0,
      wires: [
        { id: 's', kind: 'spool', wire: COPPER, leftMm: 80, paid: { price: 3, forMm: 5000 } },
      ],
    });
    const after = takeCut(own, { id: 's', lengths: [{ id: 'p 0', mm: 80 }] }, needs);
    expect(after.wires).toEqual([{ ...own.wires[0], leftMm: 0 }]);
    // Nothing is cut from it any more.
    expect(cutProblem(after, needs).spools).toEqual([]);
  });

  it('never takes more than is there', () => {
    const cut = {
      id: 'o',
      lengths: [
        { id: 'p 0', mm: 80 },
        { id: 'p 0', mm: 80 },
      ],
    };
    expect(() => takeCut(drawer(), cut, needs)).toThrow(DrawerError);
    expect(() => takeCut(drawer(), cut, needs)).toThrow(/90 mm left of it, and this takes 161/);
    expect(() => takeCut(drawer(), { ...cut, id: 'gone' }, needs)).toThrow(/not in the drawer/);
  });

  it('conserves all wire: what was there is left, cut, taken by the blade, or scrap', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('s', 'o'), { maxLength: 8 }), (ids) => {
        let now = drawer();
        let scrap = 0;
        const sum = (d: Drawer): number => d.wires.reduce((mm, w) => mm + w.leftMm, 0);
        for (const id of ids) {
          const before = now.wires.find((w) => w.id === id)?.leftMm ?? 0;
          if (before < 80.5) {
            expect(() => takeCut(now, { id, lengths: [{ id: 'p 0', mm: 80 }] }, needs)).toThrow(
              DrawerError,
            );
            continue;
          }
          now = takeCut(now, { id, lengths: [{ id: 'p 0', mm: 80 }] }, needs);
          if (!now.wires.some((w) => w.id === id)) scrap += before - 80.5;
        }
        expect(sum(now) + now.done.length * 80.5 + scrap).toBeCloseTo(sum(drawer()), 6);
      }),
    );
  });
});

describe('a table that is pasted', () => {
  let n = 0;
  const read = (text: string) => readRows(text, () => `id${n++}`);

  it('is known by its heads, in any order', () => {
    const { wires, things, bad } = read(
      [
        'What\tMetal\tGauge\tTemper\tLength m\tWeight g\tPrice\tFrom\tCount\tName\tSize',
        'spool\tcopper\t20 ga\tdead soft\t12,5\t\t9.80\tthe fair\t\t\t',
        'offcut\tsterling silver\t0.8\thalf hard\t0.14\t\t\t\t\t\t',
        'spool\tbrass\t1 mm\t\t\t66\t\t\t\t\t',
        'bead\t\t\t\t\t\t0.20\t\t36\tRiver bead\t6 mm',
      ].join('\n'),
    );
    expect(bad).toEqual([]);
    expect(wires).toMatchObject([
      {
        kind: 'spool',
        wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.812 },
        leftMm: 12_500,
        paid: { price: 9.8, forMm: 12_500 },
        from: 'the fair',
      },
      { kind: 'offcut', wire: { metal: 'sterling-silver', temper: 'half-hard' }, leftMm: 140 },
      // 66 g of brass, 1 mm: 66 / (pi/4 x 0.00853 .. 0.0085) is some 9.9 m.
      { kind: 'spool', wire: { metal: 'brass', temper: 'dead-soft', diameterMm: 1 } },
    ]);
    expect(wires[2]!.leftMm / 1000).toBeCloseTo(9.9, 0);
    expect(things).toMatchObject([
      { kind: 'bead', name: 'River bead', count: 36, lengthMm: 6, each: 0.2 },
    ]);
  });

  it('without heads is known by what stands in it', () => {
    const { wires, things, bad } = read(
      'copper; 18 ga; 10 m; half hard\nsilver, fine\nfine silver; 0.5 mm; 340 mm\nbead; Shell disc; 12 pcs; 8 mm\n"odd one"',
    );
    expect(wires).toMatchObject([
      {
        kind: 'spool',
        wire: { metal: 'copper', temper: 'half-hard', diameterMm: 1.024 },
        leftMm: 10_000,
      },
      { kind: 'offcut', wire: { metal: 'fine-silver', diameterMm: 0.5 }, leftMm: 340 },
    ]);
    expect(things).toMatchObject([{ kind: 'bead', name: 'Shell disc', count: 12, lengthMm: 8 }]);
    // What was not understood is told with its line, and nothing of the rest is lost.
    expect(bad.map((b) => b.line)).toEqual([2, 5]);
  });

  it('is taken up to so many lines at once, and says so', () => {
    const { wires, bad } = read(
      Array.from({ length: 2_500 }, () => 'copper; 1 mm; 9 m').join('\n'),
    );
    expect(wires).toHaveLength(2_000);
    expect(bad).toMatchObject([{ line: 2_001 }]);
  });

  it('never makes what cannot be kept', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 200 }),
        fc.array(
          fc.constantFrom(
            'copper',
            '20 ga',
            '1e9 m',
            '-3 m',
            '10 m',
            '0',
            'bead',
            '99999999',
            ';',
            '\n',
            '\t',
            '5 g',
            '=1+1',
          ),
        ),
        (a, b) => {
          const { wires, things } = read(`${a}${b.join(' ; ')}`);
          expect(
            whyDrawerNotKept({ ...EMPTY_DRAWER, wires: [...wires], things: [...things] }),
          ).toBeNull();
        },
      ),
    );
  });
});

describe('a drawer', () => {
  it('comes back as it was kept, and a damaged one is refused', () => {
    expect(readDrawer(JSON.parse(JSON.stringify(drawer())))).toEqual({ ok: true, value: drawer() });
    expect(readDrawer({ ...drawer(), bladeMm: -1 }).ok).toBe(false);
    expect(readDrawer({ ...drawer(), version: 9 }).ok).toBe(false);
    // As it was kept before lengths were shared, word for word.
    const before = {
      format: 'hush-road.drawer',
      version: 1,
      wires: [
        {
          id: 's',
          kind: 'spool',
          wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
          leftMm: 1000,
          paid: { price: 5, forMm: 1000 },
          from: 'the fair',
        },
      ],
      things: [{ id: 'b', kind: 'bead', name: 'Round bead', count: 5, lengthMm: 4, each: 0.1 }],
      bladeMm: 0.3,
      keepMm: 40,
      toMake: [{ pieceId: 'p', copies: 2 }],
      done: [{ pieceId: 'p', name: 'The wire', wire: COPPER, mm: 80, lengthId: 's' }],
      pricing: {
        currency: 'EUR',
        perHour: 18,
        setUpMin: 15,
        packaging: 0.6,
        lossPercent: 5,
        feesPercent: 0,
        marginPercent: 20,
        taxPercent: 0,
        minutesOf: { p: 20 },
      },
      orders: [
        {
          id: 'o',
          ref: 'the blue door',
          lines: [{ pieceId: 'p', copies: 3 }],
          due: '2026-12-18',
          state: 'asked',
        },
      ],
      hoursPerWeek: 8,
    };
    expect(readDrawer(before)).toEqual({
      ok: true,
      value: { ...before, version: 2, sharesHeld: false, taken: [] },
    });
  });

  it('takes another in without losing its own', () => {
    const other = drawer({
      wires: [
        { id: 's', kind: 'spool', wire: COPPER, leftMm: 5 },
        { id: 'x', kind: 'offcut', wire: THIN, leftMm: 60 },
      ],
    });
    const both = mergeDrawers(drawer(), other);
    expect(both.wires.map((w) => [w.id, w.leftMm])).toEqual([
      ['o', 90],
      ['t', 5000],
      ['s', 5],
      ['x', 60],
    ]);
  });
});
