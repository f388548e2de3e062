import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { distance } from '../geometry';
import type { FigurePath } from '../piece';
import { plainBead, type Bead, type DressItem } from '../item';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { eyesOf } from '.';
import {
  at,
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

const bead = (lengthMm: number, holeMm = 2, more: Partial<Bead> = {}): Bead => ({
  ...plainBead('Bead', lengthMm),
  holeMm,
  ...more,
});

const count = (d: ReturnType<typeof dressOne>): number => d.beads.reduce((n, b) => n + b.count, 0);

describe('beads along a stretch', () => {
  it('on a straight wire as many as go in, with their gaps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 10, max: 80, noNaN: true }),
        (length, gapMm, stretch) => {
          const item = made('beads', place(50, 0, stretch), { beads: [bead(length)], gapMm });
          // n beads and n - 1 gaps.
          expect(count(dressOne([bar('b', 100)], item))).toBe(
            Math.floor((stretch + gapMm) / (length + gapMm) + 1e-6),
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('on a ring neighbours touch, and none is nearer to another', () => {
    fc.assert(
      fc.property(fc.double({ min: 3, max: 7, noNaN: true }), (length) => {
        const item = made('beads', place(0, 20, 60), { beads: [bead(length, 3)] });
        const d = dressOne([ring('r', 20)], item);
        const middles = d.marks.flatMap((m) => (m.kind === 'bead' ? [m.at] : []));
        const apart = middles.slice(1).map((m, i) => distance(m, middles[i]!));
        // Two chords of a circle that meet turn by 2 asin(b/2R).
        const turn = 2 * Math.asin(length / 40);
        for (const a of apart) expect(a).toBeCloseTo(length * Math.cos(turn / 2), 2);
      }),
      { numRuns: 20 },
    );
  });

  it('a pattern goes round and round', () => {
    const pattern = [bead(4, 2, { name: 'A' }), bead(2, 2, { name: 'B' })];
    const d = dressOne([bar('b', 100)], made('beads', place(50, 0, 25), { beads: pattern }));
    expect(d.beads.map((b) => [b.bead.name, b.count])).toEqual([
      ['A', 4],
      ['B', 4],
    ]);
  });

  it('a count that does not go in says how many do', () => {
    const item = made('beads', place(50, 0, 18), { beads: [bead(4)], count: 9 });
    const d = dressOne([bar('b', 100)], item);
    expect(d.problems.map((p) => told(p.message))).toEqual(['There is room for 4 on 18.0 mm.']);
    expect(count(d)).toBe(4);
  });

  it('comes out even with a shorter stretch, as offered', () => {
    const item = made('beads', place(50, 0, 18), { beads: [bead(4)] });
    const even = healed(dressOne([bar('b', 100)], item), /^A stretch/);
    expect(even.on.lengthMm).toBeCloseTo(16, 9);
    expect(dressOne([bar('b', 100)], even).problems).toEqual([]);
  });

  test.each([
    [1, 1],
    [2, 2],
    [3, 1 + 2 / Math.sqrt(3)],
    [4, 1 + Math.SQRT2],
  ])('%i passes need a hole of %f wires', (passes, times) => {
    const on = place(50, 0, 20);
    const fits = (holeMm: number): boolean =>
      dressOne(
        [bar('b', 100)],
        made('beads', on, { beads: [bead(4, holeMm)], passes }),
      ).problems.every((p) => !p.refused);
    expect(fits(times * FRAME + 0.001)).toBe(true);
    expect(fits(times * FRAME - 0.001)).toBe(false);
  });

  it('the same bead goes on a straight wire and not round a tight bow', () => {
    const long = [bead(8, 1.3)];
    expect(
      dressOne([bar('b', 100)], made('beads', place(50, 0, 16), { beads: long })).problems,
    ).toEqual([]);
    const bowed = dressOne([ring('r', 8)], made('beads', place(0, 8, 18), { beads: long }));
    // The sag over 8 mm at R 8 is 8 - sqrt(64 - 16).
    expect(told(bowed.problems[0]!.message)).toContain(`${(8 - Math.sqrt(48)).toFixed(2)} mm more`);
  });
});

describe('beads wound on', () => {
  it('take the wraps between, each bead its length, and the way up and down', () => {
    const item = made('wound-beads', place(50, 0, 20), {
      beads: [bead(2, 1, { acrossMm: 3 })],
      wraps: 4,
      tailMm: 0,
      thread: thin(0.25),
    });
    const d = dressOne([bar('b', 100)], item);
    const n = Math.floor((20 - 1) / 3 + 1e-9);
    expect(count(d)).toBe(n);
    const turn = Math.hypot(Math.PI * 1.25, 0.25);
    expect(d.wires[0]!.cutMm).toBeCloseTo(4 * (n + 1) * turn + n * (2 + 2.75), 6);
  });

  it('lie beside the frame on the outside, touching it', () => {
    const item = made('wound-beads', place(0, 20, 30), { beads: [bead(3, 1)], wraps: 2 });
    for (const m of dressOne([ring('r', 20)], item).marks) {
      if (m.kind !== 'bead') continue;
      expect(Math.hypot(m.at.x, m.at.y)).toBeCloseTo(20 + FRAME / 2 + 1.5, 1);
    }
  });

  it('a hole smaller than the binding wire is refused; thinner wire heals it', () => {
    const item = made('wound-beads', place(50, 0, 20), {
      beads: [bead(3, 0.28)],
      thread: thin(0.3),
    });
    const d = dressOne([bar('b', 100)], item);
    expect(d.problems[0]!.refused).toBe(true);
    const next = healed(d, /^Use/);
    expect(dressOne([bar('b', 100)], next).problems).toEqual([]);
  });
});

describe('a bead across an opening', () => {
  it('sits in the middle of the chord', () => {
    const item = made('bridge', place(-20, 0), { beads: [bead(5, 1)] }, place(20, 0));
    const d = dressOne([ring('r', 20)], item);
    const m = d.marks.find((x) => x.kind === 'bead');
    expect(m?.kind === 'bead' && Math.hypot(m.at.x, m.at.y)).toBeLessThan(0.05);
    expect(told(d.notes[0])).toContain('34.0 mm of bare wire');
  });

  it('one bead fewer is offered until they go in', () => {
    let item: DressItem = made(
      'bridge',
      place(-20, 0),
      { beads: Array.from({ length: 9 }, () => bead(5, 1)) },
      place(20, 0),
    );
    let rounds = 0;
    for (; rounds < 9; rounds++) {
      const d = dressOne([ring('r', 20)], item);
      if (d.problems.length === 0) break;
      item = healed(d, /One bead fewer/);
    }
    // 39 mm between the edges take seven of 5 mm.
    expect(rounds).toBe(2);
  });
});

describe('hanging', () => {
  const looped: FigurePath = {
    ...bar('b', 60),
    start: { kind: 'wrapped-loop', insideMm: 4, wraps: 2, tailMm: 0 },
  };

  it('eyes of the ends are found, and whether they are shut', () => {
    const piece = pieceWith([looped], []);
    const plan = planPiece(piece);
    const [eye, ...rest] = eyesOf(plan, plan.wires[0]!);
    expect(rest).toEqual([]);
    expect(eye).toMatchObject({ insideMm: 4, shuts: true });
    // Stem of two wraps, then half the loop.
    expect(eye!.center.x).toBeCloseTo(-2 - 2.5, 9);
  });

  it('from an eye it hangs at its lowest point, else from the wire', () => {
    const inEye = dressOne([looped], made('drop', place(-4, 0)));
    const onWire = dressOne([looped], made('drop', place(30, 0)));
    const top = (d: typeof inEye): number =>
      Math.min(...d.marks.flatMap((m) => (m.kind === 'wire' ? m.runs.flat().map((p) => p.y) : [])));
    expect(top(inEye)).toBeGreaterThan(top(onWire));
  });

  it('takes beads, loop, stem and wraps by hand', () => {
    const item = made('drop', place(30, 0), {
      beads: [bead(6, 1), bead(3, 1)],
      insideMm: 3,
      wraps: 3,
      tailMm: 2,
      thread: thin(0.5),
    });
    const d = dressOne([looped], item);
    const wraps = 3 * Math.hypot(Math.PI * 1, 0.5);
    expect(d.wires[0]!.cutMm).toBeCloseTo(9 + Math.PI * 3.5 + 1.5 + wraps + 2, 9);
    const foot = dressOne([looped], { ...item, by: 'wire' });
    expect(foot.wires[0]!.cutMm - d.wires[0]!.cutMm).toBeCloseTo(Math.PI * 1, 9);
    expect(foot.findings).toEqual([]);
  });
});

describe('beads wound on in threes', () => {
  it('are led by wraps and followed by them, group by group: by hand', () => {
    const item = made('wound-beads', place(50, 0, 40), {
      beads: [bead(3, 1, { acrossMm: 4 })],
      group: 3,
      wraps: 2,
      tailMm: 10,
      thread: thin(0.5),
    });
    const d = dressOne([bar('b', 100)], item);
    // 1 + 9 + 1 and 10 more for each: 1 + 3 * 10 = 31, a fourth would need 41 of 40.
    expect(count(d)).toBe(9);
    const turn = Math.hypot(Math.PI * (FRAME + 0.5), 0.5);
    // Up and down by (4 - 0.5) / 2 once a group.
    expect(d.wires[0]!.cutMm).toBeCloseTo(4 * 2 * turn + 3 * (9 + 3.5) + 20, 9);
    expect(d.counts).toEqual([
      { what: 'wraps', count: 8 },
      { what: 'beads', count: 9 },
    ]);
    expect(told(d.title)).toBe('9 beads wound on, 3 at a time, 2 wraps between');
  });
});

describe('a framed bead', () => {
  it('takes a ring round it for each round, each a wire further out', () => {
    const round = (rounds: number): number =>
      dressOne(
        [bar('b', 60)],
        made('framed-bead', place(30, 0), {
          beads: [bead(6, 1, { acrossMm: 6 })],
          rounds,
          wraps: 0,
          tailMm: 0,
          thread: thin(0.4),
        }),
      ).wires[0]!.cutMm;
    // Round a round bead the ovals are circles.
    expect(round(1)).toBeCloseTo(6 + 2 * Math.PI * 3.2, 6);
    expect(round(2) - round(1)).toBeCloseTo(2 * Math.PI * 3.6, 6);
  });
});

describe('mass', () => {
  it('counts each bead and no tail', () => {
    const beads = made('beads', place(50, 0, 20), { beads: [bead(4, 2, { grams: 0.3 })] });
    expect(dressingOf(pieceWith([bar('b', 100)], [beads])).massG).toBeCloseTo(1.5, 9);
    const coil = { ...made('coil', place(50, 0, 20)), tailMm: 100 };
    const short = { ...coil, tailMm: 0 };
    const mass = (item: DressItem): number => dressingOf(pieceWith([bar('b', 100)], [item])).massG;
    expect(mass(coil)).toBeCloseTo(mass(short), 12);
  });

  it('on nothing there is nothing', () => {
    const empty = dressingOf(pieceWith([], [made('beads', at0())]));
    expect(empty).toMatchObject({ items: [], wires: [], beads: [], massG: 0 });
  });
});

const at0 = () => ({ ...at(0, 0), lengthMm: 5 });
