import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import type { DressItem, DressOf } from '../item';
import { FINDING_NAMES } from '../item/kinds/finding';
import { planPiece } from '../plan';
import { say } from '../words';
import { told } from '../words/told.support';
import { freshItemId, stretchPlace, withItem, withoutItem, withRemedy } from '.';
import {
  bar,
  dressingOf,
  dressOne,
  FRAME,
  healed,
  made,
  pieceWith,
  place,
  ring,
  thin,
} from './fixtures/ground';

type FindingKind = DressOf<'finding'>['what'];
const FINDINGS = Object.keys(FINDING_NAMES) as FindingKind[];
const finding = (what: FindingKind, more: Partial<DressOf<'finding'>> = {}): DressItem =>
  made('finding', place(0, -20), { what, thread: thin(0.8), insideMm: 4, count: 1, ...more });
const wireOf = (item: DressItem): number =>
  dressOne([ring('r', 20)], item).wires.reduce((sum, w) => sum + w.cutMm * w.count, 0);

describe('findings', () => {
  test.each(FINDINGS)('%s: made it takes wire, bought it takes none, and it is counted', (what) => {
    const own = finding(what, { lengthMm: 60 });
    expect(wireOf(own)).toBeGreaterThan(4);
    const bought = dressOne([ring('r', 20)], finding(what, { made: false, count: 3, grams: 0.2 }));
    expect(bought.wires).toEqual([]);
    expect(bought.findings).toEqual([{ name: FINDING_NAMES[what], count: 3, grams: 0.2 }]);
    expect(bought.marks.length).toBeGreaterThan(0);
  });

  it('by hand: rings with their kerf, a split ring by turns, a bail by turns', () => {
    const turn = Math.hypot(Math.PI * 4.8, 0.8);
    expect(wireOf(finding('jump-ring', { count: 6 }))).toBeCloseTo(6 * (turn + 0.3), 9);
    expect(wireOf(finding('split-ring', { turns: 3 }))).toBeCloseTo(3 * Math.PI * 4.8, 9);
    const bound = 4 * Math.hypot(Math.PI * (FRAME + 0.8), 0.8);
    expect(wireOf(finding('bail', { turns: 2 }))).toBeCloseTo(2 * turn + bound, 9);
  });

  it('a chain has a link for each inside length; a cord two coil ends', () => {
    expect(wireOf(finding('chain', { lengthMm: 80 }))).toBeCloseTo(20 * Math.PI * 4.8, 9);
    const cord = dressOne([ring('r', 20)], finding('cord', { insideMm: 2, lengthMm: 400 }));
    expect(cord.wires[0]!.count).toBe(2);
    const turns = Math.ceil(7 / 0.8);
    const coil = turns * Math.hypot(Math.PI * 2.8, 0.8) + Math.PI * 3.8;
    expect(cord.wires[0]!.cutMm).toBeCloseTo(coil, 9);
  });

  it('a longer chain takes more, a longer cord not', () => {
    const longer = (what: FindingKind): number =>
      wireOf(finding(what, { lengthMm: 200 })) - wireOf(finding(what, { lengthMm: 100 }));
    expect(longer('chain')).toBeGreaterThan(100);
    expect(longer('cord')).toBe(0);
  });

  it('ear wires make it a piece for pierced ears', () => {
    expect(dressingOf(pieceWith([ring('r', 20)], [finding('ear-wire')])).pierced).toBe(true);
    expect(dressingOf(pieceWith([ring('r', 20)], [finding('jump-ring')])).pierced).toBe(false);
    const kidney = { kind: 'kidney', widthMm: 12, legMm: 14, catchMm: 1.6 } as const;
    expect(dressingOf(pieceWith([{ ...bar('b', 30), end: kidney }], [])).pierced).toBe(true);
  });
});

describe('stones', () => {
  it('every turn and band adds its own part, and crossings where they meet', () => {
    const cage = (turns: number, uprights: number): number =>
      wireOf(
        made('cage', place(0, 0), {
          girthMm: 50,
          heightMm: 20,
          turns,
          uprights,
          bailTurns: 1,
          bailInsideMm: 4,
          tailMm: 0,
          thread: thin(0.8),
        }),
      );
    const round = Math.hypot(50 + 0.8 * Math.PI, 0.8);
    const knot = Math.hypot(1.6 * Math.PI, 0.8);
    expect(cage(2, 0) - cage(1, 0)).toBeCloseTo(round, 9);
    const band = 40 + 50 / Math.PI + 0.8 * Math.PI;
    expect(cage(1, 1) - cage(1, 0)).toBeCloseTo(band + 2 * knot, 9);
    expect(cage(2, 2) - cage(2, 1)).toBeCloseTo(band + 4 * knot, 9);
  });

  it('is drawn as wide as its girth says and as high as asked', () => {
    const d = dressOne([ring('r', 30)], made('cage', place(0, 0), { girthMm: 50, heightMm: 20 }));
    const stone = d.marks.find((m) => m.kind === 'stone');
    expect(stone).toMatchObject({ widthMm: 50 / Math.PI, heightMm: 20 });
  });
});

describe('hammering', () => {
  it('widens the drawn wire and says what it gains', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 0.95, noNaN: true }), (thickMm) => {
        const d = dressOne([bar('b', 100)], made('flatten', place(50, 0, 20), { thickMm }));
        const [flat] = d.marks;
        expect(flat?.kind === 'flat' && flat.widthMm).toBeGreaterThan(FRAME);
        const gain = 20 * ((1 / thickMm) ** 0.2 - 1);
        expect(told(d.notes[0])).toContain(`It gains ${gain.toFixed(1)} mm`);
        expect(d.problems).toEqual([]);
      }),
    );
  });

  test.each([
    [1, true],
    [1.4, true],
    [0.2, false],
  ])('to %f mm is questioned, and healed', (thickMm, refused) => {
    const d = dressOne([bar('b', 100)], made('flatten', place(50, 0, 20), { thickMm }));
    expect(d.problems[0]!.refused).toBe(refused);
    expect(dressOne([bar('b', 100)], healed(d, /^To/)).problems).toEqual([]);
  });

  it('all of it goes into width when the share is one', () => {
    const item = made('flatten', place(50, 0, 20), { thickMm: 0.5, spread: 1 });
    expect(told(dressOne([bar('b', 100)], item).notes[0])).toContain('0.0 % longer');
  });
});

describe('edits', () => {
  const coil = made('coil', place(50, 0, 10));
  const piece = pieceWith([bar('b', 100)], [coil]);

  it('put in, changed and taken out again', () => {
    const id = freshItemId(piece);
    expect(id).not.toBe('i');
    const two = withItem(piece, { ...coil, id });
    expect(two.dressing).toHaveLength(2);
    const changed = withItem(two, { ...coil, id, gapMm: 1 });
    expect(changed.dressing[1]).toMatchObject({ gapMm: 1 });
    expect(withoutItem(changed, id).dressing).toEqual(piece.dressing);
  });

  it('taking an item out lets go of wishes for it', () => {
    const order = [
      { first: 'item:i', then: 'finish' },
      { first: 'wire:0:cut', then: 'finish' },
    ];
    const wished = { ...piece, making: { ...piece.making, order } };
    expect(withoutItem(wished, 'i').making.order).toEqual([order[1]]);
  });

  it('a remedy of the frame changes its thickness only', () => {
    const next = withRemedy(piece, { kind: 'frame', label: say``, diameterMm: 0.6 }, null);
    expect(next).toEqual({ ...piece, wire: { ...piece.wire, diameterMm: 0.6 } });
  });

  it('a stretch of the wire comes back from its place', () => {
    const plan = planPiece(pieceWith([ring('r', 20)], []));
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 110, noNaN: true }),
        fc.double({ min: 1, max: 15, noNaN: true }),
        (middle, lengthMm) => {
          const on = stretchPlace(plan, {
            wire: 0,
            fromMm: middle - lengthMm / 2,
            toMm: middle + lengthMm / 2,
          })!;
          const d = dressOne([ring('r', 20)], made('coil', on));
          expect(d.spans[0]!.fromMm).toBeCloseTo(middle - lengthMm / 2, 1);
          expect(d.spans[0]!.toMm).toBeCloseTo(middle + lengthMm / 2, 1);
        },
      ),
      { numRuns: 30 },
    );
    expect(stretchPlace(plan, { wire: 7, fromMm: 0, toMm: 1 })).toBeNull();
  });
});

describe('a chain between two places', () => {
  const rails = [bar('a', 60)];
  const chain = (lengthMm: number, more: Partial<DressOf<'hung-chain'>> = {}) =>
    made('hung-chain', place(10, 0), { lengthMm, ...more }, place(50, 0));

  it('hangs as it falls, is bought by its length, and pulls at both', () => {
    const d = dressOne(rails, chain(40.2, { grams: 0.8 }));
    expect(d.findings).toEqual([{ name: 'Chain', lengthMm: 40.2, count: 1, grams: 0.8 }]);
    // Nearly straight it sags by sqrt(3 / 8 x 40 x 0.2) = 1.7.
    expect(d.notes.map(told)).toEqual(['It hangs 1.7 mm below the lower of its places.']);
    expect(d.pulls).toEqual([
      { x: expect.closeTo(10, 6) as number, y: expect.closeTo(0, 6) as number },
      { x: expect.closeTo(50, 6) as number, y: expect.closeTo(0, 6) as number },
    ]);
    const drawn = d.marks.flatMap((m) => (m.kind === 'wire' ? m.runs.flat() : []));
    expect(Math.max(...drawn.map((p) => p.y))).toBeLessThan(1.74 + 2);
  });

  it('does not go on where it does not reach; long enough it does', () => {
    const short = dressOne(rails, chain(30));
    expect(short.problems[0]!.refused).toBe(true);
    expect(dressOne(rails, healed(short, /long enough/)).problems).toEqual([]);
  });
});
