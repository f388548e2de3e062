import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hangingLength, spiralLength } from '../element';
import { rotation, scaling } from '../geometry';
import {
  beadAct,
  curlAct,
  kindOf,
  passAct,
  plainBead,
  twistAct,
  weaveAct,
  wrapAct,
  type Act,
  type ActOf,
  type DressItem,
  type DressOf,
} from '../item';
import { mapFigure, newPath, type FigurePath } from '../piece';
import { planPiece } from '../plan';
import { inWords } from '../words';
import {
  at,
  bar,
  dressingOf,
  dressOne,
  FRAME,
  made,
  pieceWith,
  place,
  ring,
  thin,
} from './fixtures/ground';
import { groundOf, isRefused, type Dressed } from '.';

const D = 0.4;
/** One close turn of the thin wire round one and round two frame wires. */
const ONE = Math.hypot(Math.PI * (FRAME + D), D);
const TWO = Math.hypot(2 * FRAME + Math.PI * (FRAME + D), D);

const led = (acts: Act[], more: Partial<DressOf<'led'>> = {}): DressOf<'led'> =>
  made('led', place(0, 0), { acts, thread: thin(D), startTailMm: 0, endTailMm: 0, ...more });
const cutOf = (d: Dressed): number => d.wires.reduce((sum, w) => sum + w.count * w.cutMm, 0);
const lengthOn = (paths: FigurePath[], acts: Act[], more = {}): number =>
  cutOf(dressOne(paths, led(acts, more)));
const wrap = (
  id: string,
  x: number,
  y: number,
  wraps: number,
  more: Partial<ActOf<'wrap'>> = {},
): Act => ({ ...wrapAct(id, place(x, y), wraps), ...more });

const RAILS = [bar('a', 60), bar('b', 60, 10)];

describe('a wire led from place to place', () => {
  it('is its turns and the ways between them, by hand', () => {
    // Three turns 1.2 wide about 20 and about 40: 18.8 lie between them.
    const acts = [wrap('a', 20, 0, 3), wrap('b', 40, 0, 3)];
    expect(lengthOn(RAILS, acts)).toBeCloseTo(6 * ONE + 18.8, 6);
    // Both tails are added as they are chosen.
    const d = dressOne(RAILS, led(acts, { startTailMm: 15, endTailMm: 280 }));
    expect(d.wires[0]!.cutMm).toBeCloseTo(6 * ONE + 18.8 + 295, 6);
    expect(d.wires[0]!.tailsMm).toBe(295);
    expect(d.acts!.map((a) => [a.wayMm, a.hereMm])).toEqual([
      [0, expect.closeTo(3 * ONE, 6) as number],
      [expect.closeTo(18.8, 6), expect.closeTo(3 * ONE, 6)],
    ]);
  });

  it('crosses from wire to wire: its turns begin at the end to which the way is shorter', () => {
    // From 20.6 on the first bar to 39.4 on the second, 10 further down: a way of hypot(18.8, 10).
    const acts = [wrap('a', 20, 0, 3), wrap('b', 40, 10, 3)];
    expect(lengthOn(RAILS, acts)).toBeCloseTo(6 * ONE + Math.hypot(18.8, 10), 6);
  });

  it('goes round all wires that lie at a place', () => {
    const doubled = [bar('a', 60), bar('b', 60, FRAME)];
    expect(lengthOn(doubled, [wrap('a', 20, 0, 2)])).toBeCloseTo(2 * TWO, 6);
    expect(lengthOn(doubled, [wrap('a', 20, 0, 2, { strands: 1 })])).toBeCloseTo(2 * ONE, 6);
  });

  it('spreads its turns over a length: a helix', () => {
    const acts = [wrap('a', 30, 0, 5, { on: place(30, 0, 20) })];
    expect(lengthOn(RAILS, acts)).toBeCloseTo(Math.hypot(5 * Math.PI * (FRAME + D), 20), 6);
  });

  it('winds over its own close turns with a longer turn, but not over ones that stand apart', () => {
    const under = wrap('a', 30, 0, 5);
    const over = wrap('b', 30, 0, 5);
    const turn = Math.hypot(Math.PI * (FRAME + 3 * D), D);
    // It comes back over its own turns, 2 mm, to begin where the way is shortest: at their end.
    expect(lengthOn(RAILS, [under, over])).toBeCloseTo(5 * ONE + 5 * turn, 6);
    const apart = wrap('a', 30, 0, 5, { on: place(30, 0, 20) });
    const { acts } = dressOne(RAILS, led([apart, over]));
    expect(acts![1]!.hereMm).toBeCloseTo(5 * ONE, 6);
  });

  it('comes in front and goes behind with half a turn more, and says so', () => {
    const to = (comes: Act['comes'], wraps: number): Act[] => [
      wrap('a', 10, 0, 1),
      wrap('b', 25, 0, wraps),
      wrap('c', 40, 0, 1, { comes }),
    ];
    const hereMm = (acts: Act[]): number => dressOne(RAILS, led(acts)).acts![1]!.hereMm;
    expect(hereMm(to('front', 2))).toBeCloseTo(2 * ONE, 6);
    expect(hereMm(to('behind', 2))).toBeCloseTo(2.5 * ONE, 6);
    expect(hereMm(to('behind', 2.5))).toBeCloseTo(2.5 * ONE, 6);
    expect(hereMm(to('front', 2.5))).toBeCloseTo(3 * ONE, 6);
    expect(hereMm(to('along', 2.5))).toBeCloseTo(2.5 * ONE, 6);
    const { notes } = dressOne(RAILS, led(to('behind', 2)));
    expect(notes.map((n) => inWords(n, 'mm')).join()).toContain('half a turn more');
  });

  it('goes along the wire that both places are on, round a closed one the shorter way', () => {
    const hoop = [ring('r', 20)];
    const acts = [wrap('a', 20, 0, 1), wrap('b', 0, 20, 1, { comes: 'along' })];
    // A quarter of the way round, less half a turn's width at both ends.
    expect(lengthOn(hoop, acts)).toBeCloseTo(2 * ONE + 10 * Math.PI - D, 1);
    const across = [wrap('a', 20, 0, 1), wrap('b', 0, 20, 1)];
    expect(lengthOn(hoop, across)).toBeLessThan(lengthOn(hoop, acts));
    const d = dressOne(RAILS, led([wrap('a', 20, 0, 1), wrap('b', 40, 10, 1, { comes: 'along' })]));
    expect(inWords(d.problems[0]!.message, 'mm')).toContain('place 2');
    expect(isRefused(d)).toBe(false);
  });

  it('hangs through between two places, and later ones hang on its middle: a web, by hand', () => {
    const c = 30 - D;
    const acts = [
      wrap('a', 15, 0, 1),
      wrap('b', 45, 0, 1, { sagMm: 6 }),
      wrap('c', 0, 0, 1, { way: 'b' }),
    ];
    const d = dressOne(RAILS, led(acts));
    expect(d.acts![1]!.wayMm).toBeCloseTo(hangingLength(c, 6), 6);
    // The middle of what hangs is 6 off the middle of the way, which ends at 44.8; the wire goes on from 45.2.
    expect(d.acts![2]!.at.x).toBeCloseTo(30, 6);
    expect(Math.abs(d.acts![2]!.at.y)).toBeCloseTo(6, 6);
    // One turn round what hangs there is a turn round its own thickness.
    expect(d.acts![2]!.hereMm).toBeCloseTo(Math.hypot(2 * Math.PI * D, D), 6);
    expect(d.acts![2]!.wayMm).toBeCloseTo(Math.hypot(15.2, 6), 6);
  });

  it('takes up beads on its way: they lie on it, further passes and half turns are added', () => {
    const [a, b] = [wrap('a', 20, 0, 1), wrap('c', 40, 0, 1)];
    const bead = { ...plainBead('Pearl', 4), holeMm: 1.5 };
    const taken = beadAct('b', null, [bead]);
    const bare = lengthOn(RAILS, [a, b]);
    expect(lengthOn(RAILS, [a, taken, b])).toBeCloseTo(bare, 6);
    expect(lengthOn(RAILS, [a, { ...taken, passes: 3 }, b])).toBeCloseTo(bare + 8, 6);
    const round = (Math.PI * (4 + D)) / 2;
    expect(lengthOn(RAILS, [a, { ...taken, halves: 2 }, b])).toBeCloseTo(bare + 2 * round, 6);
    // Where they are longer than the way they make it as long as they are: 6 x 4 instead of 19.6.
    const many = beadAct(
      'b',
      null,
      Array.from({ length: 6 }, () => bead),
    );
    expect(lengthOn(RAILS, [a, many, b])).toBeCloseTo(2 * ONE + 24, 6);
    // Beyond the last place they are on its tail.
    expect(lengthOn(RAILS, [a, taken])).toBeCloseTo(ONE + 4, 6);
    const { beads } = dressOne(RAILS, led([a, many, b]));
    expect(beads).toEqual([{ bead, count: 6 }]);
  });

  it('goes through a bead where it is put and out on the other side', () => {
    const bead = { ...plainBead('Pearl', 4), holeMm: 1.5 };
    const acts = [wrap('a', 10, 0, 1), beadAct('b', at(30, 5), [bead]), wrap('c', 50, 0, 1)];
    // Both ways reach 2 mm short of its middle, whichever way its hole goes it is 4 within.
    const d = dressOne(RAILS, led(acts));
    expect(d.acts![1]!.hereMm).toBe(4);
    const straight = 2 * Math.hypot(19.8, 5) - 4;
    expect(cutOf(d)).toBeGreaterThan(2 * ONE + 4 + straight - 0.01);
    expect(cutOf(d)).toBeLessThan(2 * ONE + 4 + straight + 0.6);
  });

  it('does not go through a hole that is too narrow for all its passes', () => {
    const bead = { ...plainBead('Pearl', 6), holeMm: 0.7 };
    const acts = [wrap('a', 10, 0, 1), beadAct('b', at(30, 5), [bead]), wrap('c', 50, 0, 1)];
    expect(isRefused(dressOne(RAILS, led(acts)))).toBe(false);
    const again = [...acts, passAct('d', at(30, 5))];
    const d = dressOne(RAILS, led(again));
    expect(isRefused(d)).toBe(true);
    const remedy = d.problems[0]!.remedies[0]!;
    expect(remedy.kind === 'item' && isRefused(dressOne(RAILS, remedy.item))).toBe(false);
  });

  it('is parted into lengths that hands can manage: their sum is the whole, with tails at each joint', () => {
    const acts = Array.from({ length: 12 }, (_, i) => wrap(`a${i}`, 2 + 5 * i, 0, 3));
    const whole = lengthOn(RAILS, acts);
    const d = dressOne(RAILS, led(acts, { mostMm: 100, startTailMm: 9, endTailMm: 11 }));
    expect(d.wires.length).toBe(Math.ceil(whole / 100));
    const tails = 9 + 11 + (d.wires.length - 1) * 22;
    expect(cutOf(d)).toBeCloseTo(whole + tails, 6);
    expect(d.wires.every((w) => w.cutMm - w.tailsMm <= 100)).toBe(true);
  });

  it('says how often it is pulled through, and how much runs through the fingers', () => {
    // Six turns 2.4 wide with a way of 17.6 and six turns left after them, six with nothing left.
    const acts = [wrap('a', 20, 0, 6), wrap('b', 40, 0, 6)];
    const said = dressOne(RAILS, led(acts))
      .notes.map((n) => inWords(n, 'mm'))
      .join();
    expect(said).toContain(
      `pulled through 12 times, ${(6 * (6 * ONE + 17.6)).toFixed(1)} mm in all`,
    );
    expect(said).not.toContain('is long');
    const long = [wrap('a', 20, 0, 120, { on: place(20, 0, 20) }), wrap('b', 40, 0, 120)];
    const told = (more: object): string =>
      dressOne(RAILS, led(long, more))
        .notes.map((n) => inWords(n, 'mm'))
        .join();
    expect(told({})).toContain('is long to pull through');
    expect(told({ mostMm: 800 })).not.toContain('is long');
  });

  it('says what is left of the length at hand, or what is short', () => {
    const acts = [wrap('a', 20, 0, 3), wrap('b', 40, 0, 3)];
    const notes = (haveMm: number): string =>
      dressOne(RAILS, led(acts, { haveMm }))
        .notes.map((n) => inWords(n, 'mm'))
        .join();
    // 6 x 4.416 + 18.8 = 45.3
    expect(notes(100)).toContain('54.7 mm are left');
    expect(notes(40)).toContain('5.3 mm short');
  });

  it('names places whose wire, or whose way, is gone', () => {
    const lost = dressOne(RAILS, led([wrap('a', 20, 30, 1), wrap('b', 40, 0, 1)]));
    expect(inWords(lost.problems[0]!.message, 'mm')).toContain('place 1');
    const gone = dressOne(RAILS, led([wrap('a', 20, 0, 1, { way: 'x' })]));
    expect(inWords(gone.problems[0]!.message, 'mm')).toContain('place 1');
    expect(isRefused(dressOne(RAILS, led([])))).toBe(true);
  });
});

const acts = fc
  .array(
    fc.record({
      x: fc.double({ min: 5, max: 55, noNaN: true }),
      rail: fc.boolean(),
      wraps: fc.integer({ min: 1, max: 6 }),
      comes: fc.constantFrom('front', 'behind', 'along'),
      sagMm: fc.double({ min: -8, max: 8, noNaN: true }),
    }),
    { minLength: 2, maxLength: 12 },
  )
  .map((list) =>
    list.map(({ x, rail, wraps, ...more }, i) => wrap(`a${i}`, x, rail ? 10 : 0, wraps, more)),
  );

describe('laws of a led wire', () => {
  it('it is as long as its parts', () => {
    fc.assert(
      fc.property(acts, (list) => {
        const d = dressOne(RAILS, led(list));
        const sum = d.acts!.reduce((n, a) => n + a.wayMm + a.hereMm, 0);
        expect(cutOf(d)).toBeCloseTo(sum, 6);
      }),
    );
  });

  it('turned and mirrored it is as long', () => {
    fc.assert(
      fc.property(acts, fc.double({ min: -3, max: 3, noNaN: true }), (list, rad) => {
        const piece = pieceWith(RAILS, [led(list)]);
        const [own] = dressingOf(piece).items;
        for (const m of [rotation(rad), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }]) {
          const [other] = dressingOf(mapFigure(piece, m)).items;
          expect(cutOf(other!)).toBeCloseTo(cutOf(own!), 4);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('what hangs is as long as its arc followed in small steps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 100, noNaN: true }),
        fc.double({ min: 0.01, max: 80, noNaN: true }),
        (chord, sag) => {
          // The circle through both ends and the lowest point, walked in 20,000 steps about its middle.
          const radius = (chord ** 2 / 4 + sag ** 2) / (2 * sag);
          const half =
            sag <= radius
              ? Math.asin(Math.min(1, chord / 2 / radius))
              : Math.PI - Math.asin(Math.min(1, chord / 2 / radius));
          let walked = 0;
          const point = (t: number) => at(radius * Math.sin(t), radius * Math.cos(t));
          for (let i = 0; i < 20_000; i++) {
            const [p, q] = [point(half * (i / 10_000 - 1)), point(half * ((i + 1) / 10_000 - 1))];
            walked += Math.hypot(p.x - q.x, p.y - q.y);
          }
          expect(hangingLength(chord, sag) / walked).toBeCloseTo(1, 4);
        },
      ),
      { numRuns: 60 },
    );
  });
});

const any: fc.Arbitrary<Act[]> = fc
  .array(
    fc.tuple(
      fc.constantFrom('wrap', 'bead', 'pass', 'twist', 'curl', 'weave'),
      fc.record({
        x: fc.integer({ min: -70, max: 70 }),
        y: fc.integer({ min: -30, max: 30 }),
        comes: fc.constantFrom('front', 'behind', 'along'),
        sagMm: fc.constantFrom(0, 0, -7, 0.001, 40),
        lengthMm: fc.constantFrom(0, 0, 3, 400),
        wraps: fc.constantFrom(0, 0.25, 1, 2.5, 9),
        strands: fc.constantFrom(null, null, 1, 4),
        way: fc.option(fc.integer({ min: 0, max: 8 })),
        passes: fc.integer({ min: 1, max: 3 }),
        halves: fc.integer({ min: 0, max: 3 }),
        onTheWay: fc.boolean(),
      }),
    ),
    { maxLength: 9 },
  )
  .map((list) =>
    list.map(([what, o], i): Act => {
      const shared = { id: `a${i}`, comes: o.comes, sagMm: o.sagMm };
      const here = at(o.x, o.y);
      if (what === 'pass') return { ...shared, do: 'pass', at: here };
      if (what === 'twist') {
        return { ...twistAct(`a${i}`, here), ...shared, turns: o.halves + 0.5, folded: o.onTheWay };
      }
      if (what === 'curl') {
        return { ...curlAct(`a${i}`, here), ...shared, turns: o.passes, left: o.onTheWay };
      }
      if (what === 'bead') {
        const beads = [plainBead('Bead', 3), plainBead('Pearl', 5)];
        const { passes, halves } = o;
        return { ...shared, do: 'bead', at: o.onTheWay ? null : here, beads, passes, halves };
      }
      const on = place(o.x, o.y, o.lengthMm);
      if (what === 'weave') {
        const to = o.onTheWay ? at(o.y, o.x) : null;
        const rows = o.way === null ? null : o.way + 1;
        const laced = o.halves > 1 && { laced: true };
        return { ...weaveAct(`a${i}`, on), ...shared, to, wraps: o.passes, rows, ...laced };
      }
      const way = o.way === null ? null : `a${o.way}`;
      return { ...shared, do: 'wrap', on, way, wraps: o.wraps, strands: o.strands };
    }),
  );

describe('whatever a wire is led to', () => {
  const figures = [RAILS, [ring('r', 20)], [bar('a', 60), ring('r', 15, 30)], []];

  it('has lengths that are numbers, and ways out that hold', () => {
    fc.assert(
      fc.property(any, fc.constantFrom(...figures), (list, paths) => {
        const d = dressOne(paths, led(list));
        expect(d.acts).toHaveLength(list.length);
        const parts = d.acts!.flatMap((a) => [a.wayMm, a.hereMm, a.at.x, a.at.y]);
        expect(parts.every(Number.isFinite)).toBe(true);
        expect(d.acts!.every((a) => a.wayMm >= 0 && a.hereMm >= 0)).toBe(true);
        const drawn = d.marks.flatMap((m) => (m.kind === 'wire' ? m.runs.flat() : []));
        expect(drawn.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y))).toBe(true);
        // Beads on its tails are in it, though they are no act's own.
        const sum = d.acts!.reduce((n, a) => n + a.wayMm + a.hereMm, 0);
        const beads = list.flatMap((a) => (a.do === 'bead' ? a.beads : []));
        const most = beads.reduce((n, b) => n + b.lengthMm, 0);
        expect(cutOf(d)).toBeGreaterThanOrEqual(sum - 1e-6);
        expect(cutOf(d)).toBeLessThanOrEqual(sum + most + 1e-6);
        expect(structuredClone(d)).toEqual(d);
        for (const { remedies } of d.problems) {
          for (const r of remedies) {
            if (r.kind === 'item') expect(dressOne(paths, r.item).problems.length).toBeLessThan(99);
          }
        }
      }),
      { numRuns: 150 },
    );
  });
});

/** An act of everything so many times as large. */
const grownAct = (act: Act, by: number): Act => {
  const on = (p: { x: number; y: number }) => at(p.x * by, p.y * by);
  const own = { ...act, sagMm: act.sagMm * by };
  if ('on' in own) {
    const lengthMm = own.on.lengthMm * by;
    const grown = { ...own, on: { ...own.on, ...on(own.on), lengthMm } };
    return grown.do === 'weave' && grown.to ? { ...grown, to: on(grown.to) } : grown;
  }
  if (own.do === 'bead') {
    const beads = own.beads.map((b) => ({
      ...b,
      lengthMm: b.lengthMm * by,
      acrossMm: b.acrossMm * by,
      holeMm: b.holeMm * by,
    }));
    return { ...own, at: own.at && on(own.at), beads };
  }
  const there = { ...own, at: on(own.at) };
  return there.do === 'curl'
    ? { ...there, openingMm: there.openingMm * by, gapMm: there.gapMm * by }
    : there;
};

describe('a wire led over a figure, all of it larger', () => {
  it('is as many times as long, whatever it does', () => {
    const onRail = (act: Act): Act => {
      if (!('on' in act)) return act;
      const on = { ...act.on, x: Math.abs(act.on.x) % 60, y: act.on.y > 0 ? 10 : 0 };
      return { ...act, on };
    };
    fc.assert(
      fc.property(any, fc.constantFrom(0.5, 2, 4), (all, by) => {
        const acts = all.map(onRail);
        const piece = pieceWith(RAILS, [led(acts)]);
        const [own] = dressingOf(piece).items;
        const large = mapFigure(
          { ...piece, wire: { ...piece.wire, diameterMm: FRAME * by }, dressing: [] },
          scaling(by),
        );
        const item = led(
          acts.map((a) => grownAct(a, by)),
          { thread: thin(D * by) },
        );
        const [grown] = dressingOf({ ...large, dressing: [item] }).items;
        expect(cutOf(grown!)).toBeCloseTo(cutOf(own!) * by, 4);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a wire that weaves on its way', () => {
  const weave = (
    id: string,
    x: number,
    lengthMm: number,
    more: Partial<ActOf<'weave'>> = {},
  ): Act => ({
    ...weaveAct(id, place(x, 0, lengthMm)),
    ...more,
  });
  // Bars of 1 mm, 10 apart: circles of 0.7 about centres 10 apart, a = acos(1.4 / 10) = 1.43034; round both
  // 2 (2 pi (2 - 1) + 2 pi - 2 a) 0.7 = 13.5880, across 4 sqrt(25 - 0.49) = 19.8031, along 0.8.
  const ROW = Math.hypot(13.588 + 19.8031, 0.8);

  it('takes what a weave takes, by hand: 25 rows on 20 mm', () => {
    const d = dressOne(RAILS, led([weave('a', 30, 20)]));
    expect(d.acts![0]!.hereMm / (25 * ROW)).toBeCloseTo(1, 4);
    expect(d.counts).toContainEqual({ what: 'rows', count: 25 });
    const item = made('weave', place(30, 0, 20), { thread: thin(D), tailMm: 0 }, place(30, 10, 20));
    expect(cutOf(d)).toBeCloseTo(cutOf(dressOne(RAILS, item)), 6);
    expect(isRefused(d)).toBe(false);
  });

  it('begins where it comes from, and goes on from where it ends', () => {
    // Wraps about 10: 9.4 to 10.6; woven from 20 to 40, its last row ends there; on to 50.
    const acts = [wrap('w', 10, 0, 3), weave('a', 30, 20), wrap('x', 50, 0, 3)];
    const d = dressOne(RAILS, led(acts));
    expect(d.acts!.map((a) => a.wayMm)).toEqual([
      0,
      expect.closeTo(9.4, 6),
      expect.closeTo(9.4, 6),
    ] as number[]);
    expect(cutOf(d) / (6 * ONE + 18.8 + 25 * ROW)).toBeCloseTo(1, 4);
    // From the other side it is woven from the other end.
    const back = dressOne(RAILS, led([acts[2]!, acts[1]!, acts[0]!]));
    expect(cutOf(back)).toBeCloseTo(cutOf(d), 6);
  });

  it('fewer rows end sooner', () => {
    const d = dressOne(RAILS, led([weave('a', 30, 20, { rows: 5 }), wrap('x', 50, 0, 3)]));
    // Five rows of 0.8 from 20 on; the way is shorter where it is woven towards the wrap: from 40 back to 36.
    const [, x] = d.acts!;
    expect(d.acts![0]!.turns).toBe(5);
    expect([49.4 - 24, 49.4 - 36].some((mm) => Math.abs(x!.wayMm - mm) < 1e-6)).toBe(true);
  });

  it('with the wire that is chosen, or the nearest beside it', () => {
    const three = [...RAILS, bar('c', 60, -25)];
    const near = lengthOn(three, [weave('a', 30, 20)]);
    expect(near).toBeCloseTo(lengthOn(RAILS, [weave('a', 30, 20)]), 6);
    expect(lengthOn(three, [weave('a', 30, 20, { to: at(30, -25) })])).toBeGreaterThan(1.8 * near);
    const alone = dressOne([bar('a', 60)], led([weave('a', 30, 20)]));
    expect(isRefused(alone)).toBe(true);
    expect(alone.problems.map((p) => inWords(p.message, 'mm')).join()).toContain('nothing lies');
  });

  it('too close it says so, with no room it is refused', () => {
    const close = dressOne([bar('a', 60), bar('b', 60, 1.2)], led([weave('a', 30, 20)]));
    expect(close.problems.map((p) => inWords(p.message, 'mm')).join()).toContain('too close');
    expect(isRefused(close)).toBe(false);
    expect(isRefused(dressOne(RAILS, led([weave('a', 30, 0.5)])))).toBe(true);
  });

  it('turned and mirrored it is as long; woven in two parts it has as many rows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 50 }),
        fc.integer({ min: 2, max: 18 }),
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (x, rows, wraps, rad) => {
          const bent = [bar('a', 60), newPath('b', [at(0, 4), at(60, 22)], false)];
          const own = led([wrap('w', 0, 0, 2), weave('a', x, 12, { wraps })]);
          const piece = pieceWith(bent, [own]);
          const [one] = dressingOf(piece).items;
          for (const m of [rotation(rad), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }]) {
            const [other] = dressingOf(mapFigure(piece, m)).items;
            expect(cutOf(other!)).toBeCloseTo(cutOf(one!), 4);
          }
          // So many rows and the rest behind them, on rails: as long as all in one.
          const step = wraps * D;
          const long = (n: number, from: number): Act =>
            weave(`r${from}`, 10 + (from + n / 2) * step, n * step + 1e-6, { wraps });
          const parts = dressOne(RAILS, led([long(rows, 0), long(5, rows)]));
          const whole = dressOne(RAILS, led([long(rows + 5, 0)]));
          expect(cutOf(parts)).toBeCloseTo(cutOf(whole), 3);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a wire that laces on its way', () => {
  const lace = (x: number, lengthMm: number, more: Partial<ActOf<'weave'>> = {}): Act => ({
    ...weaveAct('l', place(x, 0, lengthMm)),
    laced: true,
    rows: 6,
    ...more,
  });
  const half = (thickMm: number): number => Math.hypot(Math.PI * (thickMm + D), D) / 2;

  it('takes what a lacing takes, by hand: six places a side on 20 mm', () => {
    const d = dressOne(RAILS, led([lace(30, 20)]));
    // Rails 10 apart: six ways straight across, five that slant by 4, twelve half turns.
    const by = 6 * 10 + 5 * Math.hypot(10, 4) + 12 * half(1);
    expect(d.acts![0]!.hereMm).toBeCloseTo(by, 6);
    expect(d.counts).toContainEqual({ what: 'rows', count: 6 });
    const item = made(
      'lacing',
      place(30, 0, 20),
      { thread: thin(D), tailMm: 0, points: 6 },
      place(30, 10, 20),
    );
    expect(cutOf(dressOne(RAILS, item))).toBeCloseTo(by, 6);
  });

  it('begins on its own stretch and goes on from the other', () => {
    const acts = [wrap('w', 10, 0, 3), lace(30, 20), wrap('x', 50, 10, 3)];
    // From the wraps to 20, and from 40 on the other rail to the wraps there.
    const d = dressOne(RAILS, led(acts));
    expect(d.acts![1]!.wayMm).toBeCloseTo(9.4, 6);
    expect(d.acts![2]!.wayMm).toBeCloseTo(9.4, 6);
  });

  it('holds the rails together at its places, and at no more than a weave does', () => {
    const held = (rows: number, more = {}): number => {
      const item = led([lace(30, 20, { rows, ...more })]);
      const piece = pieceWith(RAILS, [item]);
      return kindOf(item).ties!(groundOf(piece, planPiece(piece)), item).length;
    };
    const weave = held(25, { laced: false });
    expect([1, 2, 3].map((rows) => held(rows))).toEqual([1, 2, 3]);
    expect(held(40)).toBe(weave);
  });

  it('goes half round each wire at its own thickness', () => {
    const piece = pieceWith(RAILS, [led([lace(30, 20)])]);
    const stocks = [{ ...piece.wire, id: 'w2', name: 'Second', diameterMm: 2 }];
    const thick = { ...piece, stocks, paths: [RAILS[0]!, { ...RAILS[1]!, stock: 'w2' }] };
    const [one, two] = [piece, thick].map((p) => dressingOf(p).items[0]!);
    expect(cutOf(two!) - cutOf(one!)).toBeCloseTo(6 * (half(2) - half(1)), 6);
  });

  it('turned and mirrored it is as long, however the rails lie', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 50 }),
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (x, rows, rad) => {
          const bent = [bar('a', 60), newPath('b', [at(0, 4), at(60, 22)], false)];
          const piece = pieceWith(bent, [led([wrap('w', 0, 0, 2), lace(x, 12, { rows })])]);
          const [own] = dressingOf(piece).items;
          for (const m of [rotation(rad), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }]) {
            const [other] = dressingOf(mapFigure(piece, m)).items;
            expect(cutOf(other!)).toBeCloseTo(cutOf(own!), 4);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('tails that twist, curl and hold a stone', () => {
  const from = wrap('a', 20, 0, 1);
  const own = (act: Act): Dressed => dressOne(RAILS, led([from, act]));

  it('twisted with another, the way is a helix', () => {
    const act: Act = { ...twistAct('t', at(20, -15)), turns: 4 };
    const [, straight] = own(passAct('t', at(20, -15))).acts!;
    // sqrt(S^2 + (pi d n)^2): 0.4 x 4 x pi = 5.03.
    expect(own(act).acts![1]!.wayMm).toBeCloseTo(Math.hypot(straight!.wayMm, 4 * Math.PI * D), 6);
  });

  it('folded back, it takes both ways and the turn at its tip, and comes out where it went in', () => {
    const act: Act = { ...twistAct('t', at(20, -15)), turns: 4, folded: true };
    const on = dressOne(RAILS, led([from, act, passAct('p', at(40, -15))]));
    const [first, twist, after] = on.acts!;
    const reach = Math.hypot(first!.at.x + 0.2 - 20, 15);
    expect(twist!.wayMm).toBe(0);
    expect(twist!.hereMm).toBeCloseTo(
      2 * Math.hypot(reach, 4 * Math.PI * D) + (Math.PI * D) / 2,
      1,
    );
    expect(after!.wayMm).toBeCloseTo(Math.hypot(20, 15), 0);
  });

  it('too tight a twist is told, and healed', () => {
    const act: Act = { ...twistAct('t', at(20, -6)), turns: 60 };
    const [problem] = own(act).problems;
    expect(inWords(problem!.message, 'mm')).toContain('near breaking');
    const [remedy] = problem!.remedies;
    if (remedy?.kind !== 'item') throw new Error('no remedy');
    expect(dressOne(RAILS, remedy.item).problems).toEqual([]);
  });

  it('turned and mirrored with the stone that they go over they are as long', () => {
    const act = fc
      .record({
        what: fc.constantFrom('pass', 'twist', 'folded', 'curl'),
        x: fc.double({ min: 5, max: 55, noNaN: true }),
        y: fc.double({ min: -20, max: 30, noNaN: true }),
        turns: fc.double({ min: 0.5, max: 4, noNaN: true }),
        left: fc.boolean(),
      })
      .map(({ what, x, y, turns, left }): Act => {
        if (what === 'pass') return passAct('', at(x, y));
        if (what === 'curl') return { ...curlAct('', at(x, y)), turns, left };
        return { ...twistAct('', at(x, y)), turns, folded: what === 'folded' };
      });
    const stone = fc.record({
      widthMm: fc.double({ min: 2, max: 30, noNaN: true }),
      heightMm: fc.double({ min: 2, max: 30, noNaN: true }),
      headingRad: fc.double({ min: -3, max: 3, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(act, { minLength: 1, maxLength: 6 }),
        stone,
        fc.double({ min: -3, max: 3, noNaN: true }),
        (acts, { headingRad, ...size }, rad) => {
          const list = [from, ...acts.map((a, i) => ({ ...a, id: `b${i}` }))];
          const held = { ...made('stone', { ...place(30, 5), headingRad }, size), id: 's' };
          const piece = pieceWith(RAILS, [held, led(list)]);
          const lengthOf = (p: typeof piece): number => cutOf(dressingOf(p).items[1]!);
          const own = lengthOf(piece);
          for (const m of [rotation(rad), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }]) {
            expect(lengthOf(mapFigure(piece, m))).toBeCloseTo(own, 4);
          }
        },
      ),
      { numRuns: 40 },
    );
  });

  it('a twist that begins nowhere is refused', () => {
    const d = dressOne(RAILS, led([twistAct('t', at(20, -6))]));
    expect(isRefused(d)).toBe(true);
    expect(inWords(d.problems[0]!.message, 'mm')).toContain('Place 1');
  });

  it('a curl is a spiral, reached along its tangent', () => {
    const act = { ...curlAct('c', at(20, -20)), turns: 2, openingMm: 1, gapMm: 0.3 };
    const [, curl] = own(act).acts!;
    const size = { openingMm: 1, gapMm: 0.3, diameterMm: D };
    expect(curl!.hereMm).toBeCloseTo(spiralLength(size, 2), 9);
    // Its outermost turn lies 0.7 + 2 x 0.7 = 2.1 from its middle; the wire leaves the wrap 0.2 off 20.
    expect(curl!.wayMm).toBeCloseTo(Math.sqrt(20 ** 2 + 0.2 ** 2 - 2.1 ** 2), 4);
    // Turned the other way it is as long, and the mirror turns it.
    const other = own({ ...act, left: true }).acts![1]!;
    expect(other.hereMm).toBeCloseTo(curl!.hereMm, 9);
    const item = led([from, act]);
    const [, turned] = (kindOf(item).mirrored!(item) as typeof item).acts;
    expect(turned).toMatchObject({ left: true });
  });

  it('rolled about the very place that it comes from, it goes as it goes on', () => {
    const here = at(5, 5);
    const acts = [passAct('p', here), curlAct('c', here), passAct('q', at(9, 5))];
    const piece = pieceWith(RAILS, [led(acts)]);
    const own = cutOf(dressingOf(piece).items[0]!);
    for (const rad of [0.187, 2, -1]) {
      const [turned] = dressingOf(mapFigure(piece, rotation(rad))).items;
      expect(cutOf(turned!)).toBeCloseTo(own, 6);
    }
  });

  it('led over a stone it takes the way over it, in front or behind, and lies after it', () => {
    const stone = made('stone', place(30, 5), { widthMm: 8, heightMm: 8, thickMm: 8 });
    const over = (comes: 'front' | 'behind') => [from, wrap('b', 40, 10, 1, { comes })];
    const bare = lengthOn(RAILS, over('behind'));
    for (const comes of ['front', 'behind'] as const) {
      const item = led(over(comes));
      const plan = pieceWith(RAILS, [{ ...stone, id: 's' }, item]);
      const on = dressingOf(plan).items.find((d) => d.item.id === 'i')!;
      // From (20.2, 0) to (39.8, 10) it passes through the middle: half round 8.4 instead of straight.
      const more = (Math.PI * 8.4) / 2 - 8.4;
      const there = comes === 'front' ? lengthOn(RAILS, over('front')) : bare;
      expect(cutOf(on) - there).toBeCloseTo(more, 3);
    }
  });
});

describe('wires of two thicknesses twisted with each other', () => {
  const twist = (y: number): Act => ({ ...twistAct('t', at(20, y)), turns: 4 });
  const one = (id: string, d: number, x: number, y: number): DressOf<'led'> => ({
    ...led([wrap('a', x, 0, 1), twist(y)], { thread: thin(d) }),
    id,
  });
  const wayOf = (items: DressOf<'led'>[], id: string): number =>
    dressingOf(pieceWith(RAILS, items)).items.find((d) => d.item.id === id)!.acts![1]!.wayMm;
  const straightOf = (item: DressOf<'led'>): number =>
    dressOne(RAILS, { ...item, acts: [item.acts[0]!, passAct('t', at(20, -15))] }).acts![1]!.wayMm;
  const THIN = one('thin', 0.4, 20, -15);
  const THICK = one('thick', 0.8, 21, -15);

  it('each takes its own share of the twist, and says so', () => {
    // 0.6 apart: 0.48 of it the thin one's, 0.12 the thick one's; four turns.
    const round = (rho: number): number => 8 * Math.PI * rho;
    const both = [THIN, THICK];
    expect(wayOf(both, 'thin')).toBeCloseTo(Math.hypot(straightOf(THIN), round(0.48)), 6);
    expect(wayOf(both, 'thick')).toBeCloseTo(Math.hypot(straightOf(THICK), round(0.12)), 6);
    const { items } = dressingOf(pieceWith(RAILS, both));
    const notes = items.map((d) => d.notes.map((n) => inWords(n, 'mm')).join(' '));
    expect(notes[0]).toContain('round the thicker one');
    expect(notes[1]).toContain('nearly straight');
  });

  it('alone, or far from the other, it is twisted as with its like', () => {
    const alike = Math.hypot(straightOf(THIN), 8 * Math.PI * 0.2);
    expect(wayOf([THIN], 'thin')).toBeCloseTo(alike, 6);
    const far = {
      ...THICK,
      acts: [wrap('a', 55, 0, 1), { ...twistAct('t', at(55, -15)), turns: 4 }],
    };
    expect(wayOf([THIN, far], 'thin')).toBeCloseTo(alike, 6);
  });

  it('an end of the frame wire is cut for its share', () => {
    const shape = [newPath('a', [at(0, 0), at(40, 0)], false)];
    const end = made('own-led', place(40, 0), {
      acts: [{ ...twistAct('t', at(60, 0)), turns: 4 }],
    });
    const other: DressOf<'led'> = {
      ...led([wrap('a', 39, 0, 1), { ...twistAct('t', at(60, 0)), turns: 4 }]),
      id: 'other',
    };
    const cut = (items: DressItem[]): number => planPiece(pieceWith(shape, items)).wires[0]!.cutMm;
    const bare = cut([]);
    expect(cut([end]) - bare).toBeCloseTo(Math.hypot(20, 8 * Math.PI * (FRAME / 2)), 4);
    // 0.4 with the frame's: (0.4 + F) / 2 x 0.16 / (0.16 + F^2).
    const rho = (((D + FRAME) / 2) * D * D) / (D * D + FRAME * FRAME);
    expect(cut([end, other]) - bare).toBeCloseTo(Math.hypot(20, 8 * Math.PI * rho), 4);
  });
});

describe('an end of a wire led on', () => {
  const shape = [newPath('a', [at(0, 0), at(40, 0)], false), bar('b', 60, 10)];
  const own = (list: Act[], x = 40): DressOf<'own-led'> =>
    made('own-led', place(x, 0), { acts: list });

  it('is cut with its wire, from the end that is nearer', () => {
    const list = [wrap('a', 45, 10, 2)];
    const bare = planPiece(pieceWith(shape, []));
    for (const x of [40, 0]) {
      const plan = planPiece(pieceWith(shape, [own(list, x)]));
      // Two turns 2 wide about 45: from the end to the nearer edge of them, 1 frame wire round another.
      const way = x === 40 ? Math.hypot(4, 10) : Math.hypot(44, 10);
      const turns = 2 * Math.hypot(Math.PI * 2 * FRAME, FRAME);
      expect(plan.wires[0]!.cutMm - bare.wires[0]!.cutMm).toBeCloseTo(way + turns, 4);
      expect(plan.wires[1]!.cutMm).toBe(bare.wires[1]!.cutMm);
    }
  });

  it('has no end to lead on where the wire is closed, and says so', () => {
    const d = dressOne(
      [ring('r', 20)],
      made('own-led', place(20, 0), { acts: [wrap('a', 0, 20, 1)] }),
    );
    expect(isRefused(d)).toBe(true);
    expect(inWords(d.problems[0]!.message, 'mm')).toContain('closed');
  });
});
