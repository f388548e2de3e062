import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { distance } from '../geometry';
import { kindOf } from '../item';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { groundOf } from '.';
import {
  bar,
  dressOne,
  FRAME,
  healed,
  made,
  pieceWith,
  place,
  ring,
  thin,
} from './fixtures/ground';

const mm = (min: number, max: number) => fc.double({ min, max, noNaN: true });
describe('coils', () => {
  it('turns times pitch is the stretch, whatever the gap', () => {
    fc.assert(
      fc.property(mm(3, 60), mm(0, 1.5), mm(0.2, 0.8), (lengthMm, gapMm, d) => {
        const item = made('coil', place(50, 0, lengthMm), { gapMm, thread: thin(d), tailMm: 0 });
        const { wires } = dressOne([bar('b', 100)], item);
        const turn = Math.hypot(Math.PI * (FRAME + d), d + gapMm);
        expect(wires[0]!.cutMm).toBeCloseTo((lengthMm / (d + gapMm)) * turn, 6);
      }),
      { numRuns: 40 },
    );
  });

  it('two halves of a coil take as much as the whole, but for the tails', () => {
    const whole = dressOne([bar('b', 100)], made('coil', place(50, 0, 20)));
    const halves = [40, 60].map((x) => dressOne([bar('b', 100)], made('coil', place(x, 0, 10))));
    const own = (d: typeof whole): number => d.wires[0]!.cutMm - d.wires[0]!.tailsMm;
    expect(own(halves[0]!) + own(halves[1]!)).toBeCloseTo(own(whole), 6);
  });

  it('every turn is drawn across the frame, as wide as frame and wire', () => {
    const d = dressOne([bar('b', 100)], made('coil', place(50, 0, 10), { thread: thin(0.5) }));
    const [mark] = d.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    expect(mark.runs).toHaveLength(20);
    for (const [a, b] of mark.runs) {
      expect(Math.abs(a!.y - b!.y)).toBeCloseTo(FRAME + 0.5, 9);
      expect(Math.min(a!.x, b!.x)).toBeGreaterThan(44.5);
      expect(Math.max(a!.x, b!.x)).toBeLessThan(55.5);
    }
  });

  it('beyond the end of an open wire it is cut short there', () => {
    const d = dressOne([bar('b', 100)], made('coil', place(2, 0, 20)));
    expect(d.spans[0]!.fromMm).toBe(0);
    expect(d.spans[0]!.toMm).toBeCloseTo(12, 9);
  });

  it('on a closed wire it goes on over the seam', () => {
    const d = dressOne([ring('r', 20)], made('coil', place(0, -20, 10)));
    expect(d.spans[0]!.toMm - d.spans[0]!.fromMm).toBeCloseTo(10, 6);
    const [mark] = d.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    for (const [a] of mark.runs) expect(Math.abs(Math.hypot(a!.x, a!.y) - 20)).toBeLessThan(1);
  });
});

describe('bindings', () => {
  const CROSS = [
    bar('a', 40),
    {
      ...bar('b', 40),
      nodes: [
        { x: 20, y: -20 },
        { x: 20, y: 20 },
      ],
    },
  ];

  it('a crossing is found and named', () => {
    const d = dressOne(CROSS, made('bind', place(20, 0), { wraps: 6 }));
    expect(told(d.title)).toBe('Crossing bound, 6 wraps');
    expect(d.problems).toEqual([]);
  });

  test.each([1, 2, 3, 5])('round %i strands lying flat, by hand', (strands) => {
    const item = made('bind', place(20, 0), { wraps: 4, strands, thread: thin(0.4), tailMm: 7 });
    const d = dressOne(CROSS, item);
    const round = 2 * (strands - 1) * FRAME + Math.PI * (FRAME + 0.4);
    expect(d.wires[0]!.cutMm).toBeCloseTo(4 * Math.hypot(round, 0.4) + 14, 9);
  });

  it('two wires apart are not bound; the remedy binds one', () => {
    const item = made('bind', place(20, 0));
    const d = dressOne([bar('a', 40), bar('b', 40, 9)], item);
    expect(d.problems[0]!.refused).toBe(true);
    const one = healed(d, /one wire only/);
    expect(dressOne([bar('a', 40)], one).problems).toEqual([]);
  });

  it('passes of one wire that touch are bound too', () => {
    const fold = {
      ...bar('f', 40),
      nodes: [
        { x: 0, y: 0 },
        { x: 40, y: 0 },
        { x: 40, y: 1.2 },
        { x: 0, y: 1.2 },
      ],
    };
    expect(dressOne([fold], made('bind', place(15, 0))).problems).toEqual([]);
  });
});

describe('strands', () => {
  it('on a straight wire all are as long as the stretch', () => {
    const item = made('strands', place(50, 0, 30), { strands: 3, tailMm: 0 });
    const d = dressOne([bar('b', 100)], item);
    expect(d.wires).toHaveLength(3);
    for (const w of d.wires) expect(w.cutMm).toBeCloseTo(30, 6);
  });

  it('inside and outside of a curve differ by their distance times the turn', () => {
    fc.assert(
      fc.property(mm(10, 40), (lengthMm) => {
        const of = (side: 'left' | 'right') =>
          dressOne(
            [ring('r', 20)],
            made('strands', place(0, 20, lengthMm), { strands: 1, side, tailMm: 0 }),
          ).wires[0]!.cutMm;
        const aside = (FRAME + 0.644) / 2;
        expect(Math.abs(of('left') - of('right'))).toBeCloseTo((2 * aside * lengthMm) / 20, 2);
        expect((of('left') + of('right')) / 2).toBeCloseTo(lengthMm, 2);
      }),
      { numRuns: 15 },
    );
  });

  it('inside a bow tighter than they lie they are refused, and go on outside', () => {
    const tight = made('strands', place(0, 2, 6), { strands: 4, side: 'right' });
    const d = dressOne([ring('r', 2)], tight);
    const other = { ...tight, side: 'left' as const };
    const problems = [d, dressOne([ring('r', 2)], other)].map((x) => x.problems.length);
    expect(problems.sort()).toEqual([0, 1]);
  });
});

describe('twists', () => {
  it('no turn at all is as long as the stretch, and each turn makes it longer', () => {
    const strand = (turns: number): number =>
      dressOne([bar('b', 100)], made('twist', place(50, 0, 40), { turns, tailMm: 0 })).wires[0]!
        .cutMm;
    expect(strand(0)).toBeCloseTo(40, 9);
    const lengths = [0, 5, 10, 20, 30].map(strand);
    lengths.slice(1).forEach((l, i) => expect(l).toBeGreaterThan(lengths[i]!));
  });

  test.each([2, 3, 4])('of %i strands are all counted', (strands) => {
    const d = dressOne([bar('b', 100)], made('twist', place(50, 0, 40), { strands }));
    expect(d.wires[0]!.count).toBe(strands);
    // Front and back of each strand.
    expect(d.marks).toHaveLength(2 * strands);
  });

  it('lies beside the frame, on one side of it', () => {
    const d = dressOne([ring('r', 20)], made('twist', place(0, 20, 20), { turns: 8 }));
    for (const m of d.marks) {
      if (m.kind !== 'wire') continue;
      for (const p of m.runs.flat()) expect(Math.hypot(p.x, p.y)).toBeGreaterThan(20);
    }
  });
});

describe('fans', () => {
  it('left and right alike, the middle one straight', () => {
    const item = made('fan', place(50, 0, 30), { strands: 5, bowMm: 6, tailMm: 0 });
    const strands = dressOne([bar('b', 100)], item).wires.filter((w) => w.role === 'strand');
    expect(strands.reduce((n, w) => n + w.count, 0)).toBe(5);
    expect(strands.filter((w) => w.count === 2)).toHaveLength(2);
    expect(Math.min(...strands.map((w) => w.cutMm))).toBeCloseTo(30, 6);
  });

  it('a strand is as long as its drawn line', () => {
    const item = made('fan', place(50, 0, 30), { strands: 2, bowMm: 7, tailMm: 0 });
    const d = dressOne([bar('b', 100)], item);
    const [mark] = d.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    const drawn = mark.runs.map((run) =>
      run.slice(1).reduce((sum, p, i) => sum + distance(p, run[i]!), 0),
    );
    for (const length of drawn) expect(length).toBeCloseTo(d.wires[0]!.cutMm, 1);
  });

  it('needs two bindings', () => {
    const d = dressOne([bar('b', 100)], made('fan', place(50, 0, 30)));
    expect(d.wires.find((w) => w.role === 'binding')!.count).toBe(2);
  });
});

describe('rosettes and bands', () => {
  it('a rosette is a coil of as many turns as petals', () => {
    const item = made('rosette', place(0, 0), { petals: 7, insideMm: 5, wraps: 0, tailMm: 0 });
    const d = dressOne([ring('r', 30)], item);
    const t = item.thread.diameterMm;
    expect(d.wires[0]!.cutMm).toBeCloseTo(7 * Math.hypot(Math.PI * (5 + t), t), 9);
  });

  it('cupped it looks narrower with the same wire', () => {
    const flat = dressOne([ring('r', 30)], made('rosette', place(0, 0)));
    const cupped = dressOne([ring('r', 30)], made('rosette', place(0, 0), { riseMm: 4 }));
    expect(cupped.wires).toEqual(flat.wires);
    const widths = (d: typeof flat): number[] =>
      [
        ...d.notes
          .map(told)
          .join(' ')
          .matchAll(/(\d+\.\d) mm/g),
      ].map((m) => Number(m[1]));
    expect(widths(cupped).at(-1)).toBeLessThan(widths(flat)[0]!);
  });

  it('a band goes round both guides, and says how wide its ring is', () => {
    const item = made('guided', place(0, 0), {
      loops: 20,
      guideMm: 1,
      spreadsMm: [4],
      pitchMm: 1,
      tailMm: 0,
      thread: thin(0.4),
    });
    const d = dressOne([ring('r', 30)], item);
    expect(d.wires[0]!.cutMm).toBeCloseTo(20 * Math.hypot(8 + Math.PI * 1.4, 1), 9);
    expect(told(d.notes[0])).toContain(`${(20 / Math.PI - 0.4).toFixed(1)} mm`);
    const guides = d.wires.find((w) => w.role === 'setting')!;
    expect(guides).toMatchObject({ count: 2 });
    expect(guides.wire.diameterMm).toBe(1);
  });

  it('high points take as much more as they go out further, on a guide of their own', () => {
    const item = made('guided', place(0, 0), {
      loops: 20,
      guideMm: 1,
      spreadsMm: [4, 4, 4, 7],
      pitchMm: 1,
      tailMm: 0,
      thread: thin(0.4),
    });
    const d = dressOne([ring('r', 30)], item);
    const turn = (spread: number): number => Math.hypot(2 * spread + Math.PI * 1.4, 1);
    expect(d.wires[0]!.cutMm).toBeCloseTo(15 * turn(4) + 5 * turn(7), 9);
    expect(d.wires.find((w) => w.role === 'setting')!.count).toBe(3);
    expect(d.problems).toEqual([]);
  });

  it('a pattern that breaks at the joint is told, and comes out even by either remedy', () => {
    const item = made('guided', place(0, 0), { loops: 22, spreadsMm: [3, 3, 3, 5] });
    const d = dressOne([ring('r', 30)], item);
    expect(d.problems[0]!.refused).toBe(false);
    expect(d.problems[0]!.remedies.map((r) => told(r.label))).toEqual(['20 loops', '24 loops']);
    expect(dressOne([ring('r', 30)], healed(d, /24/)).problems).toEqual([]);
  });

  it('a band on a ring shares it evenly among its loops', () => {
    // A ring of 20 mm across: 62.83 mm, 48 loops 1.309 apart.
    const item = made('garland', place(10, 0, 62.83), {
      loops: 48,
      guideMm: 1.4,
      spreadsMm: [2, 2, 2, 4],
      tailMm: 0,
      thread: thin(0.4),
    });
    const d = dressOne([ring('r', 10)], item);
    const turn = (spread: number): number =>
      Math.hypot(2 * spread + Math.PI * 1.8, (20 * Math.PI) / 48);
    expect(d.wires[0]!.cutMm).toBeCloseTo(36 * turn(2) + 12 * turn(4), 1);
    expect(d.problems).toEqual([]);
    const [mark] = d.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    expect(mark.runs).toHaveLength(48);
    // Every fourth loop stands out: 10 + 4 + 0.9 from the middle, the others 12.9.
    const far = mark.runs.map((run) => Math.max(...run.map((p) => Math.hypot(p.x, p.y))));
    far.forEach((r, i) => expect(r).toBeCloseTo(i % 4 === 3 ? 14.9 : 12.9, 1));
  });

  it('loops that do not go over the wire are refused, and healed', () => {
    const item = made('garland', place(50, 0, 20), { guideMm: 0.5, loops: 8 });
    const d = dressOne([bar('b', 100)], item);
    expect(d.problems.some((p) => p.refused)).toBe(true);
    expect(dressOne([bar('b', 100)], healed(d, /Guides/)).problems).toEqual([]);
  });

  it('loops closer than the wire are refused, and healed', () => {
    const item = made('guided', place(0, 0), { pitchMm: 0.2, thread: thin(0.4) });
    const d = dressOne([ring('r', 30)], item);
    expect(d.problems[0]!.refused).toBe(true);
    expect(dressOne([ring('r', 30)], healed(d, /apart/)).problems).toEqual([]);
  });
});

describe('a coil that uses up a length of wire', () => {
  it('is as long as that makes it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 300, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (lengthMm, gapMm) => {
          const item = made('coil', place(50, 0, 5), { gapMm, thread: thin(0.4) });
          const piece = pieceWith([bar('b', 400)], [item]);
          const ground = groundOf(piece, planPiece(piece)).at(item.on);
          const used = kindOf(item).useUp!(ground, item, lengthMm);
          const there = { ...used, on: { ...used.on, x: 200 } };
          const [wire] = dressOne([bar('b', 400)], there).wires;
          if (there.on.lengthMm < 400) expect(wire!.cutMm - wire!.tailsMm).toBeCloseTo(lengthMm, 6);
        },
      ),
      { numRuns: 40 },
    );
  });
});
