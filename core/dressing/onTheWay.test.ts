import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { coilTurn, halfRoundBead, loopLength, strandsWrap, twistOf } from '../element';
import { newPath, type FigurePath, type Piece } from '../piece';
import {
  alongBlank,
  alongFigure,
  alongFigureFor,
  planPiece,
  takenOnBlank,
  type WirePlan,
} from '../plan';
import { plainBead, type DressItem } from '../item';
import { wireMassG } from '../wire';
import { told } from '../words/told.support';
import { groundOf, withAgain } from '.';
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

/** Three right angles, with a straight bar of its own across the first stretch at x = 20. */
const STAIRS = newPath('s', [at(0, 0), at(40, 0), at(40, 20), at(10, 20), at(10, 40)], false);
const POST = newPath('p', [at(20, -8), at(20, 8)], false);
/** Out and back, with a foot at each side: the tip at x = 30. */
const LEG = newPath('l', [at(0, -12), at(0, 0), at(30, 0), at(0, 0), at(0, 12)], false);

/** A place on what runs along x there. */
const along = (x: number, y: number): DressItem['on'] => ({ ...place(x, y), headingRad: 0 });

const planned = (paths: FigurePath[], dressing: DressItem[], more: Partial<Piece> = {}): WirePlan =>
  planPiece(pieceWith(paths, dressing, more)).wires[0]!;
const marks = (wire: WirePlan): number[] => wire.bends.map((b) => b.fromEndMm);
const round = (wraps: number, ...strands: number[]): number => strandsWrap(wraps, strands, FRAME);

describe('wraps on the way', () => {
  const bare = planned([STAIRS, POST], []);

  it('take n turns round what lies there, and move every mark behind them', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.25, max: 20, noNaN: true }), (wraps) => {
        const wire = planned([STAIRS, POST], [made('own-wraps', along(20, 0), { wraps })]);
        const mm = round(wraps, FRAME);
        // Once round one strand is pi (D + d).
        expect(mm).toBeCloseTo(wraps * Math.hypot(Math.PI * 2 * FRAME, FRAME), 9);
        expect(wire.cutMm).toBeCloseTo(bare.cutMm + mm, 9);
        expect(wire.developedMm).toBe(bare.developedMm);
        marks(wire).forEach((m, i) => expect(m).toBeCloseTo(marks(bare)[i]! + mm, 9));
        expect(wire.parts.reduce((sum, p) => sum + p.lengthMm, 0)).toBeCloseTo(wire.cutMm, 9);
      }),
      { numRuns: 20 },
    );
  });

  it('leave the marks before them where they are', () => {
    const item = made('own-wraps', place(25, 20), { wraps: 3, strands: 2 });
    const wire = planned([STAIRS], [item]);
    const mm = round(3, FRAME, FRAME);
    // Two corners lie before the place, one behind it.
    expect(marks(wire).slice(0, 2)).toEqual(marks(bare).slice(0, 2));
    expect(marks(wire)[2]).toBeCloseTo(marks(bare)[2]! + mm, 9);
  });

  it('weigh what they take, and that hangs where they lie', () => {
    const item = made('own-wraps', along(20, 0), { wraps: 6 });
    const [without, with_] = [[], [item]].map((d) => planPiece(pieceWith([STAIRS, POST], d)));
    expect(with_!.massG - without!.massG).toBeCloseTo(
      wireMassG('copper', FRAME, round(6, FRAME)),
      9,
    );
  });

  it('go round all that lies there, each strand of its own thickness', () => {
    const posts = [19, 20, 21].map((x) => newPath(`p${x}`, [at(x, -8), at(x, 8)], false));
    const stocks = [
      { id: 'w2', name: '', metal: 'brass', temper: 'half-hard', diameterMm: 0.6 } as const,
    ];
    const [one, two, three] = posts;
    const paths = [STAIRS, one!, { ...two!, stock: 'w2' }, three!];
    const wire = planned(paths, [made('own-wraps', along(20, 0), { wraps: 2 })], { stocks });
    expect(wire.taken[0]!.lengthMm).toBeCloseTo(round(2, FRAME, 0.6, FRAME), 9);
  });

  it('are refused where nothing lies, unless the maker says how many do', () => {
    const lone = dressOne([STAIRS], made('own-wraps', place(25, 20)));
    expect(lone.problems[0]!.refused).toBe(true);
    expect(lone.own).toEqual([]);
    const plan = planned([STAIRS], [made('own-wraps', place(25, 20))]);
    expect(plan.taken).toEqual([]);
    const said = dressOne([STAIRS], made('own-wraps', place(25, 20), { strands: 1 }));
    expect(said.problems).toEqual([]);
    expect(said.notes.map(told)).toContain('0 wires lie here as drawn; reckoned for 1 as wished.');
  });
});

describe('wraps of wires that run side by side', () => {
  // Two wires along a line at the upper side of a bar of their own thickness, touching it with the nearer one.
  const pair = {
    ...newPath('two', [at(-5, -1.5 * FRAME), at(35, -1.5 * FRAME)], false),
    strands: 2,
  };
  const paths = [newPath('bar', [at(0, 0), at(30, 0)], false), pair];
  const wrapsAt = (y: number, more: object = {}): DressItem =>
    made('own-wraps', { ...place(15, y), headingRad: 0 }, { wraps: 1, ...more });
  const near = -FRAME;
  const cuts = (items: DressItem[]): number[] =>
    planPiece(pieceWith(paths, items)).wires.map((w) => w.cutMm);
  const bare = cuts([]);
  const grown = (items: DressItem[]): number[] => cuts(items).map((mm, i) => mm - bare[i]!);

  it('go round the bar alone, or with the wire beside them inside', () => {
    const [, first, second] = grown([wrapsAt(near)]);
    expect(Math.max(first!, second!)).toBeCloseTo(round(1, FRAME), 6);
    expect(Math.min(first!, second!)).toBeCloseTo(0, 9);
    const inside = grown([wrapsAt(near, { beside: 'inside' })]);
    expect(Math.max(...inside)).toBeCloseTo(round(1, FRAME, FRAME), 6);
  });

  it('are put on the wire beside too, once', () => {
    const piece = pieceWith(paths, [wrapsAt(near)]);
    const both = withAgain(piece, planPiece(piece), piece.dressing[0]!, { by: 'beside' });
    expect(both.added).toBe(1);
    const own = planPiece(both.piece);
    const more = own.wires.slice(1).map((w, i) => w.cutMm - bare[i + 1]!);
    expect(more[0]).toBeCloseTo(round(1, FRAME), 6);
    expect(more[1]).toBeCloseTo(round(1, FRAME), 6);
    const again = withAgain(both.piece, own, both.piece.dressing[0]!, { by: 'beside' });
    expect(again.added).toBe(0);
    // Of several alike each is put there, those that are there already left out.
    const two = pieceWith(paths, [
      wrapsAt(near),
      { ...wrapsAt(near), id: 'x', on: { ...place(6, near), headingRad: 0 } },
    ]);
    const all = withAgain(two, planPiece(two), two.dressing[0]!, { by: 'beside' }, two.dressing);
    expect(all.added).toBe(2);
    expect(all.piece.dressing).toHaveLength(4);
    // A wire by itself has none beside it.
    const bars = pieceWith(paths, [made('own-wraps', along(15, 0))]);
    expect(withAgain(bars, planPiece(bars), bars.dressing[0]!, { by: 'beside' }).added).toBe(0);
  });
});

describe('other acts', () => {
  it('a loop takes pi (D + d), more turns lie beside each other', () => {
    const own = (turns: number): number =>
      dressOne([STAIRS], made('own-loop', place(25, 20), { insideMm: 3, turns })).own[0]!.lengthMm;
    expect(own(1)).toBeCloseTo(loopLength(3, FRAME), 12);
    expect(own(1)).toBeCloseTo(Math.PI * 4, 12);
    expect(own(4)).toBeCloseTo(4 * coilTurn(3, FRAME), 12);
  });

  it('a coil pulled into petals keeps its wire: n pi (M + d), each petal drawn as long round', () => {
    for (const [petals, rodMm, fanDeg] of [
      [4, 5, 360],
      [6, 8, 150],
      [1, 3, 40],
      [24, 12, 360],
    ] as const) {
      const d = dressOne([STAIRS], made('own-petals', place(25, 20), { petals, rodMm, fanDeg }));
      expect(d.own[0]!.lengthMm).toBeCloseTo(petals * Math.PI * (rodMm + FRAME), 12);
      expect(d.counts).toEqual([{ what: 'petals', count: petals }]);
      const [mark] = d.marks;
      const runs = mark?.kind === 'wire' ? mark.runs : [];
      expect(runs).toHaveLength(petals);
      for (const run of runs) {
        const walked = run.slice(1).reduce((sum, p, i) => {
          return sum + Math.hypot(p.x - run[i]!.x, p.y - run[i]!.y);
        }, 0);
        expect(walked / (Math.PI * (rodMm + FRAME))).toBeCloseTo(1, 9);
        // All of them meet where the wire comes by.
        expect(Math.hypot(run[0]!.x - 25, run[0]!.y - 20)).toBeLessThan(0.01);
      }
    }
  });

  it('through a bead once lies on the line; again, and round it, is added', () => {
    const bead = { ...plainBead('Bead', 6), holeMm: 3 };
    const own = (passes: number, halves: number, x = 25, y = 20): number =>
      dressOne([STAIRS], made('own-bead', place(x, y), { beads: [bead], passes, halves })).own[0]!
        .lengthMm;
    expect(own(1, 0)).toBe(0);
    expect(own(3, 0)).toBeCloseTo(12, 12);
    // Half a turn round a round bead of 6 in wire of 1 is half of pi 7.
    expect(own(1, 2)).toBeCloseTo(Math.PI * 7, 12);
    // Beyond the figure the first way through counts too.
    expect(own(1, 0, 10, 40)).toBeCloseTo(6, 12);
    const long = halfRoundBead(9, 4, 1);
    expect(long).toBeGreaterThan(Math.PI * ((4 + 1) / 2));
    expect(long).toBeLessThan((Math.PI * (9 + 1)) / 2);
  });

  it('a bead whose hole is too narrow is not taken up, and no wire for it', () => {
    const bead = { ...plainBead('Bead', 6), holeMm: 1.2 };
    const d = dressOne([STAIRS], made('own-bead', place(25, 20), { beads: [bead], passes: 2 }));
    expect(d.problems[0]!.refused).toBe(true);
    expect(d.beads).toEqual([]);
    expect(d.own).toEqual([]);
  });

  it('a twisted leg keeps its height: each way is a helix', () => {
    const bare = planned([LEG], []);
    const wire = planned([LEG], [made('own-twist', place(30, 0), { legMm: 20, turns: 5 })]);
    const { strandMm } = twistOf(2, 20, 5, FRAME);
    expect(strandMm).toBeCloseTo(Math.hypot(20, Math.PI * FRAME * 5), 9);
    expect(wire.cutMm).toBeCloseTo(bare.cutMm + 2 * (strandMm - 20), 9);
    // The fold moves by what one way takes, what lies behind the leg by both.
    const fold = wire.bends.findIndex((b) => b.kind === 'fold');
    expect(marks(wire)[fold]! - marks(bare)[fold]!).toBeCloseTo(strandMm - 20, 9);
    expect(marks(wire).at(-1)! - marks(bare).at(-1)!).toBeCloseTo(2 * (strandMm - 20), 9);
  });

  it('a leg is found from a place near its tip, and where there is none that is said', () => {
    const near = dressOne([LEG], made('own-twist', place(27, 0), { legMm: 12, turns: 2 }));
    expect(near.problems).toEqual([]);
    const none = dressOne([STAIRS], made('own-twist', place(25, 20)));
    expect(none.problems.map((p) => p.refused)).toEqual([true]);
    expect(none.own).toEqual([]);
  });

  it('too tight a twist says how many turns the leg stands', () => {
    const d = dressOne([LEG], made('own-twist', place(30, 0), { legMm: 20, turns: 9 }));
    // 20 mm at 45 degrees: 20 / (pi 1) = 6.4 turns.
    expect(d.problems.flatMap((p) => p.remedies).map((r) => told(r.label))).toEqual(['6 turns']);
  });
});

describe('on a tail', () => {
  it('they come in the order of the list, outwards from the figure, before the end', () => {
    const bead = { ...plainBead('Bead', 6), holeMm: 3 };
    const tip = place(10, 40);
    const wraps = made('own-wraps', tip, { wraps: 2, strands: 1 });
    const taken = { ...made('own-bead', tip, { beads: [bead] }), id: 'b' };
    const path = { ...STAIRS, end: { kind: 'loop', insideMm: 3, tailMm: 0 } as const };
    const wire = planned([path], [wraps, taken]);
    const [first, then] = takenOnBlank(wire);
    expect(first!.fromMm).toBeCloseTo(wire.developedMm, 9);
    expect(then!.fromMm).toBeCloseTo(wire.developedMm + round(2, FRAME), 9);
    expect(wire.cutMm - wire.reserveMm).toBeCloseTo(then!.toMm + Math.PI * 4, 9);
    // No mark of the figure moves.
    expect(marks(wire)).toEqual(marks(planned([STAIRS], [])));
  });

  it('at the first end they lie before the figure, the nearest of them last', () => {
    const tip = place(0, 0);
    const wraps = made('own-wraps', tip, { wraps: 2, strands: 1 });
    const loop = { ...made('own-loop', tip, { insideMm: 3 }), id: 'l' };
    const wire = planned([STAIRS], [wraps, loop]);
    expect(takenOnBlank(wire).map((t) => t.itemId)).toEqual(['l', 'i']);
    const all = Math.PI * 4 + round(2, FRAME);
    marks(wire).forEach((m, i) => expect(m).toBeCloseTo(marks(planned([STAIRS], []))[i]! + all, 9));
  });
});

describe('all together', () => {
  const item = fc.record({
    kind: fc.constantFrom('own-wraps', 'own-loop', 'own-bead', 'own-petals'),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
  });
  test('whatever a wire does on its way, lengths add up and places answer to each other', () => {
    fc.assert(
      fc.property(
        fc.array(item, { maxLength: 6 }),
        fc.constantFrom('first', 'last', 'middle'),
        fc.boolean(),
        (list, from, closed) => {
          const path = closed ? ring('r', 20) : STAIRS;
          const bare = planned([path], []);
          const dressing = list.map(({ kind, share }, i): DressItem => {
            const mm = share * bare.developedMm;
            const spot = spotOf(path, bare, mm);
            const own = made(kind as 'own-loop', place(spot.x, spot.y));
            return {
              ...own,
              id: `i${i}`,
              ...(kind === 'own-wraps' && { strands: 1 }),
            };
          });
          const piece = pieceWith([path], dressing, { from });
          const wire = planPiece(piece).wires[0]!;
          const taken = dressingOf(piece)
            .items.flatMap((d) => d.own)
            .reduce((sum, o) => sum + o.lengthMm, 0);
          expect(wire.cutMm).toBeCloseTo(bare.cutMm + taken, 6);
          expect(wire.parts.reduce((sum, p) => sum + p.lengthMm, 0)).toBeCloseTo(wire.cutMm, 6);
          const blocks = takenOnBlank(wire);
          blocks.slice(1).forEach((b, i) => {
            expect(b.fromMm).toBeGreaterThanOrEqual(blocks[i]!.toMm - 1e-9);
          });
          for (let k = 0; k <= 40; k++) {
            const mm = (k / 40) * wire.developedMm;
            expect(alongFigure(wire, alongBlank(wire, mm))).toBeCloseTo(mm, 6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  /** A place on one of the known figures. */
  function spotOf(path: FigurePath, bare: WirePlan, mm: number): { x: number; y: number } {
    if (path.closed) {
      const angle = (2 * Math.PI * mm) / bare.developedMm;
      return { x: 20 * Math.sin(angle), y: -20 * Math.cos(angle) };
    }
    let left = mm;
    for (let i = 0; i + 1 < path.nodes.length; i++) {
      const [a, b] = [path.nodes[i]!, path.nodes[i + 1]!];
      const long = Math.hypot(b.x - a.x, b.y - a.y);
      if (left <= long || i + 2 === path.nodes.length) {
        const t = Math.min(1, left / long);
        return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
      }
      left -= long;
    }
    return bar('b', 1).nodes[0]!;
  }
});

describe('what a binding takes in', () => {
  const rows = (count: number, apartMm: number): FigurePath =>
    newPath(
      'z',
      Array.from({ length: count }, (_, i) => [
        at(i % 2 === 0 ? 0 : 30, i * apartMm),
        at(i % 2 === 0 ? 30 : 0, i * apartMm),
      ]).flat(),
      false,
    );

  test.each([1, 2, 3, 5])('%i passes of one wire that lie beside each other', (count) => {
    const item = made('bind', place(15, 0), { wraps: 9, tailMm: 0, thread: thin(0.4) });
    const d = dressOne([rows(count, 1.5)], count === 1 ? { ...item, strands: 1 } : item);
    const strands = Array.from({ length: count }, () => FRAME);
    expect(d.wires[0]!.cutMm).toBeCloseTo(strandsWrap(9, strands, 0.4), 1);
    expect(d.counts).toContainEqual({ what: 'bundle', count });
    expect(d.held).toHaveLength(count);
  });

  it('no more than lie together: a row further off is not bound', () => {
    const far = newPath('f', [at(0, 9), at(30, 9)], false);
    const d = dressOne([rows(2, 1.5), far], made('bind', place(15, 0)));
    expect(d.counts).toContainEqual({ what: 'bundle', count: 2 });
  });

  it('both ways of a leg, also near its tip', () => {
    const d = dressOne([LEG], made('bind', place(26, 0)));
    expect(d.counts).toContainEqual({ what: 'bundle', count: 2 });
  });
});

describe('a place that is typed', () => {
  it('is where it then lies, also within what it takes itself now', () => {
    const other = { ...made('own-loop', place(8, 0), { insideMm: 3 }), id: 'o' };
    const twist = { ...made('own-twist', place(30, 0), { legMm: 8, turns: 2 }), id: 't' };
    const figures = [
      [STAIRS, made('own-loop', place(25, 0), { insideMm: 4 })],
      [LEG, twist],
    ] as const;
    for (const [path, item] of figures) {
      const plan = planPiece(pieceWith([path], [other, item]));
      const wire = plan.wires[0]!;
      const ground = groundOf(pieceWith([path], []), plan);
      const run = ground.runAt(item.on)!;
      const now = alongBlank(wire, run.fromMm);
      for (const by of [-2, -0.5, 0.5, 3, 6]) {
        const mm = alongFigureFor(wire, item.id, run.fromMm, now + by);
        expect(mm - run.fromMm).toBeCloseTo(by, 6);
      }
    }
  });
});

describe('an item whose wire is gone', () => {
  const gone = made('own-loop', place(25, 20));
  it('is named as lost, with the nearest wire to put it on', () => {
    const d = dressOne([bar('b', 60)], gone);
    expect(told(d.problems[0]!.message)).toMatch(/no longer there; the nearest is 20\.0 mm away/);
    expect(d.problems[0]!.refused).toBe(false);
    const next = healed(d, /^Put it on the nearest/);
    expect(next.on).toMatchObject({ x: 25, y: 0 });
    expect(dressOne([bar('b', 60)], next).problems).toEqual([]);
  });

  it('follows a wire that moves a little', () => {
    expect(dressOne([bar('b', 60, 17)], gone).problems).toEqual([]);
  });
});
