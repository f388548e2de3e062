import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece } from '../dressing';
import { newDressItem, type DressItem } from '../item';
import { DEFAULT_KIT, type Kit } from '../forming';
import type { Vec } from '../geometry';
import { newPath, newPiece, type FigurePath, type Part, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import {
  assemblyOf,
  inOrder,
  makeSteps,
  newMaking,
  readMaking,
  withStep,
  type Assembly,
  type Precedence,
  withOrderChange,
} from '.';

const at = (x: number, y: number): Vec => ({ x, y });
const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });

/** A wire with corners at 20, 40 and 60 mm along. */
const STAIRS = newPath('s', [at(0, 0), at(20, 0), at(20, 20), at(40, 20), at(40, 40)], false);

const pieceOf = (dressing: DressItem[], more: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Stairs', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 },
  reserveMm: 3,
  paths: [STAIRS],
  dressing,
  ...more,
});

function assembled(piece: Piece): Assembly {
  const plan = planPiece(piece, { kit: DEFAULT_KIT });
  return assemblyOf(piece, plan, dressPiece(piece, plan), { kit: DEFAULT_KIT });
}

const ids = (a: Assembly): string[] => a.tasks.map((t) => t.id);

function stepsFor(piece: Piece, copies = 1) {
  const plan = planPiece(piece, { kit: DEFAULT_KIT });
  const dressing = dressPiece(piece, plan);
  const assembly = assemblyOf(piece, plan, dressing, { kit: DEFAULT_KIT });
  return makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT, copies);
}

const beads = (x: number, y: number, lengthMm: number): DressItem =>
  newDressItem('beads', 'b', place(x, y, lengthMm), place(0, 0), { frameMm: 0.8 });

describe('order of precedences', () => {
  it('keeps every precedence, and takes the first of those that could come next', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(19), fc.nat(19)), { maxLength: 60 }),
        fc.shuffledSubarray(
          Array.from({ length: 20 }, (_, i) => String(i)),
          { minLength: 20 },
        ),
        (pairs, tasks) => {
          // Only from lower to higher: no ring.
          const edges = pairs
            .filter(([a, b]) => a < b)
            .map(([a, b]): Precedence => ({ first: String(a), then: String(b), why: 'last' }));
          const { order, rings } = inOrder(tasks, edges);
          expect(rings).toEqual([]);
          expect([...order].sort()).toEqual([...tasks].sort());
          for (const e of edges) expect(order.indexOf(e.first)).toBeLessThan(order.indexOf(e.then));
        },
      ),
    );
    expect(inOrder(['b', 'a'], []).order).toEqual(['b', 'a']);
  });

  it('reports rings, and lets go of the wish in them', () => {
    const e = (first: string, then: string, wished = false): Precedence => ({
      first,
      then,
      why: 'wished',
      wished,
    });
    const { order, rings } = inOrder(
      ['a', 'b', 'c', 'd'],
      [e('a', 'b'), e('b', 'c'), e('c', 'a', true), e('c', 'd')],
    );
    expect(order).toEqual(['a', 'b', 'c', 'd']);
    expect(rings).toHaveLength(1);
    expect(rings[0]!.map((r) => `${r.first} before ${r.then}`).sort()).toEqual([
      'a before b',
      'b before c',
      'c before a',
    ]);
    // What is only handier gives way without a word.
    const soft = { ...e('b', 'a'), soft: true };
    expect(inOrder(['b', 'a'], [e('a', 'b'), soft])).toEqual({ order: ['a', 'b'], rings: [] });
  });
});

describe('assembly', () => {
  it('a bare wire: cut, bend, trim, finish, compare', () => {
    expect(ids(assembled(pieceOf([])))).toEqual([
      'wire:0:cut',
      'wire:0:bends:0',
      'wire:0:ends',
      'finish',
      'compare',
    ]);
  });

  it('beads between two corners part the bends: one before, two after', () => {
    const a = assembled(pieceOf([beads(20, 10, 12)]));
    expect(a.conflicts).toEqual([]);
    expect(ids(a)).toEqual([
      'wire:0:cut',
      'wire:0:bends:0',
      'item:b',
      'wire:0:bends:2',
      'wire:0:ends',
      'finish',
      'compare',
    ]);
    const bends = a.tasks.filter((t) => t.kind === 'bend').map((t) => told(t.title));
    expect(bends).toEqual(['One bend', '2 bends']);
  });

  it('from the last end it is the other way round', () => {
    const a = assembled(pieceOf([beads(20, 10, 12)], { from: 'last' }));
    expect(a.tasks.filter((t) => t.kind === 'bend').map((t) => told(t.title))).toEqual([
      '2 bends',
      'One bend',
    ]);
  });

  it('on the spool the beads go on before the first bend', () => {
    const order = ids(assembled(pieceOf([beads(20, 10, 12)], { work: 'spool' })));
    expect(order.indexOf('item:b')).toBeLessThan(order.indexOf('wire:0:bends:0'));
  });

  it('hammering beyond the beads contradicts them, and each remedy heals it', () => {
    const flat = newDressItem('flatten', 'f', place(40, 30, 16), place(0, 0));
    const over = { ...flat, on: place(35, 20, 30) };
    const piece = pieceOf([beads(20, 10, 12), over]);
    const a = assembled(piece);
    expect(a.conflicts).toHaveLength(1);
    const whys = a.conflicts[0]!.ring.map((e) => e.why);
    expect(whys).toContain('blow-breaks');
    expect(whys).toContain('beads-before-bends');
    const { remedies } = a.conflicts[0]!;
    expect(remedies.map((r) => told(r.label))).toContain('Wind these beads on afterwards');
    for (const r of remedies)
      expect(assembled(withOrderChange(piece, r.change)).conflicts).toEqual([]);
    // There is an order all the same, with every task in it.
    expect(new Set(ids(a)).size).toBe(7 + 1);
  });

  it('a wish against the work is named and can be let go', () => {
    const making = { ...pieceOf([]).making, order: [{ first: 'finish', then: 'wire:0:bends:0' }] };
    const a = assembled(pieceOf([], { making }));
    expect(a.conflicts).toHaveLength(1);
    expect(a.conflicts[0]!.remedies.map((r) => told(r.label))).toContain('Let go of that wish');
    expect(ids(a).indexOf('finish')).toBeGreaterThan(ids(a).indexOf('wire:0:bends:0'));
    const kept = { ...making, order: [{ first: 'item:c', then: 'item:d' }] };
    const coil = (id: string, x: number) => newDressItem('coil', id, place(x, 0, 4), place(0, 0));
    const order = ids(assembled(pieceOf([coil('d', 5), coil('c', 14)], { making: kept })));
    expect(order.indexOf('item:c')).toBeLessThan(order.indexOf('item:d'));
  });

  it('crossings are bound before weaving; what is wrapped lies inside; rings hang last', () => {
    const rail = newPath('r', [at(0, 6), at(20, 6)], false);
    const weave = newDressItem('weave', 'w', place(10, 0, 10), place(10, 6, 10));
    const bind = {
      ...newDressItem('bind', 'n', place(3, 0), place(0, 0)),
      strands: 1,
    } as DressItem;
    const strands = newDressItem('strands', 's', place(3, 0, 4), place(0, 0));
    const ring = newDressItem('finding', 'j', place(0, 0), place(0, 0));
    const piece = pieceOf([ring, weave, bind, strands], { paths: [STAIRS, rail] });
    const order = ids(assembled(piece));
    const n = (id: string): number => order.indexOf(`item:${id}`);
    expect(n('s')).toBeLessThan(n('n'));
    expect(n('n')).toBeLessThan(n('w'));
    expect(n('w')).toBeLessThan(n('j'));
  });

  it('a chain hung in a wrapped loop goes on before the loop is shut', () => {
    const end = { kind: 'wrapped-loop', insideMm: 4, wraps: 3, tailMm: 2 } as const;
    const path: FigurePath = { ...STAIRS, start: end };
    const chain = {
      ...newDressItem('finding', 'c', place(-4, 0), place(0, 0)),
      what: 'chain',
      lengthMm: 400,
      made: false,
    } as DressItem;
    const order = ids(assembled(pieceOf([chain], { paths: [path] })));
    expect(order.indexOf('item:c')).toBeLessThan(order.indexOf('wire:0:first-end'));
    // It hangs there already when the rest is hardened and soldered: handier otherwise, but possible.
    const hard = pieceOf([chain], { paths: [path] });
    const making = { ...hard.making, harden: true, closing: 'solder' as const };
    expect(assembled({ ...hard, making }).conflicts).toEqual([]);
    const open = { ...STAIRS, start: { kind: 'loop', insideMm: 4, tailMm: 0 } as const };
    const later = ids(assembled(pieceOf([chain], { paths: [open] })));
    expect(later.indexOf('item:c')).toBeGreaterThan(later.indexOf('wire:0:bends:0'));
  });

  it('parts: what hangs inside is attached before its carrier is joined', () => {
    const leg = newPath('leg', [at(0, 50), at(10, 50), at(10, 60)], false);
    const toe = newPath('toe', [at(0, 70), at(5, 70)], false);
    const part = { count: 6, join: 'ring' as const, hangs: true, spots: [] };
    const parts = [
      { ...part, id: 'L', name: 'leg', paths: ['leg'], to: null },
      { ...part, id: 'T', name: 'toe', paths: ['toe'], to: 'L' },
    ];
    const piece = pieceOf([], { paths: [STAIRS, leg, toe], parts });
    const order = ids(assembled(piece));
    expect(order.indexOf('part:T')).toBeLessThan(order.indexOf('part:L'));
    const cut = stepsFor(piece).find((s) => s.id === 'wire:1:cut');
    expect(told(cut!.headline)).toMatch(/^6 × /);
  });

  it('schools are settings: hardening, patina, solder, epoxy each bring their step in its place', () => {
    const coil = newDressItem('coil', 'c', place(10, 0, 6), place(0, 0));
    const base = pieceOf([coil]);
    const making = { ...base.making, harden: true, patina: true, closing: 'solder' as const };
    const order = ids(assembled({ ...base, making }));
    expect(order.indexOf('solder')).toBeLessThan(order.indexOf('harden'));
    expect(order.indexOf('harden')).toBeLessThan(order.indexOf('item:c'));
    expect(order.indexOf('finish')).toBeLessThan(order.indexOf('patina'));
    expect(order.at(-1)).toBe('compare');
    const glued = ids(assembled({ ...base, making: { ...making, closing: 'epoxy' } }));
    expect(glued.slice(-3)).toEqual(['patina', 'epoxy', 'compare']);
  });
});

describe('steps of making', () => {
  it('every bend is a step of its own, with its mark as the headline', () => {
    const steps = stepsFor(pieceOf([]));
    expect(steps.map((s) => s.id)).toEqual([
      'wire:0:cut',
      'wire:0:bend:1',
      'wire:0:bend:2',
      'wire:0:bend:3',
      'wire:0:ends',
      'finish',
      'compare',
    ]);
    expect(told(steps[1]!.headline)).toMatch(/^1\d\.\d mm$/);
    expect(told(steps[1]!.subline)).toMatch(/ in, gripped at the edge$/);
    expect(steps[1]!.turn).toBe('right');
    expect(steps[2]!.turn).toBe('left');
    expect(steps[0]!.cautions.map((c) => c.id)).toContain('cut');
  });

  it('cautions stand where they apply', () => {
    const at0 = (piece: Piece) => stepsFor(piece).flatMap((s) => s.cautions.map((c) => c.id));
    expect(at0(pieceOf([]))).not.toContain('hammer');
    expect(at0(pieceOf([]))).not.toContain('pierced');
    const ear = { kind: 'ear-hook', riseMm: 6, insideMm: 8, legMm: 16 } as const;
    const earring = pieceOf([], { paths: [{ ...STAIRS, start: ear }] });
    expect(at0(earring)).toEqual(expect.arrayContaining(['pierced', 'ear-metal']));
    const plated = { ...pieceOf([]), making: { ...pieceOf([]).making, finish: 'plated' as const } };
    expect(at0(plated)).toContain('nylon');
    expect(at0(pieceOf([newDressItem('flatten', 'f', place(10, 0, 8), place(0, 0))]))).toContain(
      'hammer',
    );
    const thick = pieceOf([], { wire: { metal: 'steel', temper: 'hard', diameterMm: 1.6 } });
    expect(at0(thick)).toContain('strain');
  });

  it('an item counts what is counted at the bench', () => {
    const steps = stepsFor(pieceOf([newDressItem('coil', 'c', place(10, 0, 6.42), place(0, 0))]));
    const coil = steps.find((s) => s.id === 'item:c')!;
    expect(coil.counts).toEqual([{ what: 'turns', count: 20 }]);
    expect(told(coil.headline)).toBe('20 turns');
    expect(coil.orders.map(told).join(' ')).toContain('0.32 mm copper');
  });
});

describe('the record of a making', () => {
  it('is read back as it was written, and damage is told', () => {
    const making = withStep(
      newMaking('m', { id: 'p', name: 'Stairs' }, { twin: false }, 'wire:0:cut', '2026-01-01'),
      'wire:0:cut',
      { note: 'a kink', counted: { wraps: 4 } },
    );
    expect(readMaking(JSON.parse(JSON.stringify(making)))).toEqual({ ok: true, value: making });
    expect(withStep(making, 'wire:0:cut', { note: '' }).steps['wire:0:cut']!.counted).toEqual({
      wraps: 4,
    });
    expect(readMaking({ ...making, workedMs: -1 })).toMatchObject({ ok: false });
    expect(readMaking({ format: 'other' })).toMatchObject({ ok: false });
  });
});

describe('a making of version 1', () => {
  it('has its counts under keys, whatever they were called', () => {
    const made = newMaking('m', pieceOf([]), { twin: false }, '', '2026-01-01T00:00:00Z');
    const counted = { wraps: 4, 'wraps at each end': 3, 'turns round the girth': 1, tassels: 2 };
    const steps = { 'item:a': { note: 'kept', photos: [], counted } };
    const read = readMaking({ ...made, version: 1, steps });
    expect(read.ok && read.value).toEqual({
      ...made,
      steps: {
        'item:a': {
          note: 'kept',
          photos: [],
          counted: { wraps: 4, 'wrap-end': 3, girth: 1, tassels: 2 },
        },
      },
    });
    expect(readMaking({ ...made, version: 1, steps: 'gone' }).ok).toBe(false);
  });
});

describe('a making of version 5', () => {
  it('has no photographs that were judged', () => {
    const made = newMaking('m', pieceOf([]), { twin: false }, 'wire:0:cut', '2026-01-01T00:00:00Z');
    const { judged: _, sample: __, ...old } = made;
    const read = readMaking({ ...old, version: 5 });
    expect(read.ok && read.value).toEqual({ ...made, judged: [], sample: false });
  });

  it('written out word for word is read', () => {
    const old =
      '{"format":"hush-road.making","version":5,"id":"m1","pieceId":"swallow","pieceName":"Swallow","twin":false,"copies":2,"begun":"2026-11-20T10:00:00.000Z","changed":"2026-11-20T11:00:00.000Z","finished":"2026-11-20T11:00:00.000Z","stepId":"end","at":{"step":22,"of":22},"workedMs":1800000,"steps":{"wire:0:bend:1":{"note":"slipped","photos":[],"counted":{}}},"used":[{"name":"Frame wire","plannedMm":212.5,"leftMm":3}],"remark":"softer wire next time"}';
    const read = readMaking(JSON.parse(old));
    if (!read.ok) throw new Error(read.message);
    expect(read.value).toEqual({
      ...(JSON.parse(old) as object),
      version: 6,
      judged: [],
      sample: false,
      used: [{ name: 'Frame wire', plannedMm: 212.5, leftMm: 3, noted: true, acts: null }],
    });
  });
});

describe('a making of version 4', () => {
  it('has not said how far it had come', () => {
    const made = newMaking('m', pieceOf([]), { twin: false }, 'wire:0:cut', '2026-01-01T00:00:00Z');
    const { at: _, ...old } = made;
    const read = readMaking({ ...old, version: 4 });
    expect(read.ok && read.value).toEqual({ ...made, at: null });
    expect(readMaking({ ...made, at: { step: 3, of: 20 } }).ok).toBe(true);
    expect(readMaking({ ...made, at: { step: 0, of: 20 } }).ok).toBe(false);
  });
});

describe('a making of version 3', () => {
  it('has its notes at the same bends, however the bends were parted', () => {
    const made = newMaking(
      'm',
      pieceOf([]),
      { twin: false, copies: 2 },
      '',
      '2026-01-01T00:00:00Z',
    );
    const note = (text: string) => ({ note: text, photos: [], counted: {} });
    const old = {
      ...made,
      version: 3,
      stepId: 'wire:0:bends:1:3',
      steps: {
        'wire:0:bends:0:1': note('a'),
        'wire:0:bends:1:3': note('b'),
        'wire:1:bends:0:2': note('c'),
        'wire:0:ends': note('d'),
        'item:b': note('e'),
      },
    };
    const read = readMaking(old);
    expect(read.ok && read.value).toEqual({
      ...made,
      stepId: 'wire:0:bend:3',
      steps: {
        'wire:0:bend:1': note('a'),
        'wire:0:bend:3': note('b'),
        'wire:1:bend:2': note('c'),
        'wire:0:ends': note('d'),
        'item:b': note('e'),
      },
    });
    // Those are the names that steps have now.
    const names = stepsFor(pieceOf([beads(20, 10, 12)])).map((s) => s.id);
    expect(names).toEqual(expect.arrayContaining(['wire:0:bend:1', 'wire:0:bend:3']));
    expect(readMaking({ ...old, stepId: 7 }).ok).toBe(false);
  });
});

describe('orders to the hands', () => {
  it('are whole sentences, also where a jaw gives the step', () => {
    const byJaw = (run: number): readonly string[] => {
      const stairs = newPath('s', [at(0, 0), at(20, 0), at(20, run), at(40, run)], false);
      return stepsFor(pieceOf([], { paths: [stairs] })).flatMap((s) => s.orders.map(told));
    };
    const all = [4.5, 4.8, 5, 5.2, 5.5, 5.8, 6].flatMap(byJaw);
    expect(all.filter((order) => /as wide as your flat-nose pliers/i.test(order))).not.toEqual([]);
    for (const order of all) expect(order).toMatch(/^[A-Z0-9].{8,}\.$/);
  });

  it('keep a tool’s name whole, whatever stands in it', () => {
    const kit: Kit = {
      ...DEFAULT_KIT,
      tools: [{ id: 'r', kind: 'mandrels', name: 'No. 3 rod', sizesMm: [2.5], grip: 'centre' }],
    };
    const loop = { kind: 'loop', insideMm: 2.5, tailMm: 0 } as const;
    const piece = pieceOf([], { paths: [{ ...STAIRS, start: loop }] });
    const plan = planPiece(piece, { kit });
    const dressing = dressPiece(piece, plan);
    const steps = makeSteps(piece, plan, dressing, assemblyOf(piece, plan, dressing, { kit }), kit);
    const ends = steps.filter((s) => s.task.kind === 'ends');
    expect(ends.map((s) => s.orders.length)).toEqual([1, 1]);
    expect(told(ends[0]!.orders[0])).toMatch(/^Turn the loop at the first end.*no\. 3 rod.*\.$/i);
    expect(told(ends[1]!.orders[0])).toMatch(/^Trim the reserve/);
  });
});

describe('which hand', () => {
  it('the hand is told which way to wind, not for what is laid along or threaded', () => {
    const handed = (kind: 'coil' | 'strands' | 'garland'): unknown => {
      const item = newDressItem(kind, 'i', place(30, 20, 10), place(0, 0), { frameMm: 0.8 });
      return stepsFor(pieceOf([item])).find((s) => s.id === 'item:i')!.handed;
    };
    expect([handed('coil'), handed('strands'), handed('garland')]).toEqual(['wind', null, null]);
  });
});

describe('a wire of rope', () => {
  // Four strands of 0.8 mm: a turn every 7 mm, 1.121525 times as long as the rope (see the bill).
  const ROPE = {
    metal: 'copper',
    temper: 'dead-soft',
    diameterMm: 0.8 * (1 + Math.SQRT2),
    rope: { strands: 4, turnMm: 7, folded: true },
  } as const;
  const opened = { kind: 'opened', openMm: 12, turns: 1, openingMm: 2, gapMm: 0.4 } as const;
  const handle = pieceOf([], {
    wire: ROPE,
    paths: [{ ...newPath('h', [at(0, 0), at(100, 0)], false), start: opened }],
  });

  it('is cut as what it is twisted from, then twisted, before it is bent; its end is opened', () => {
    const steps = stepsFor(handle);
    const [cut, twist] = steps;
    const mm = planPiece(handle, { kit: DEFAULT_KIT }).wires[0]!.cutMm;
    expect(told(cut!.headline)).toBe(`2 × ${(2 * mm * 1.121525).toFixed(1)} mm`);
    expect(cut!.orders.map(told).join(' ')).toContain('Fold each in its middle');
    expect(told(twist!.headline)).toBe(`${mm.toFixed(1)} mm`);
    expect(twist!.counts).toEqual([{ what: 'turns', count: Math.round(mm / 7) }]);
    expect(twist!.handed).toBe('twist');
    const open = steps
      .find((s) => s.id === 'wire:0:first-end')!
      .orders.map(told)
      .join(' ');
    expect(open).toMatch(/^Untwist the first end over .* of the rope, cut a fold there open/);
  });

  it('is never formed on the spool, and of a pair each has its own', () => {
    const spool = stepsFor({ ...handle, work: 'spool' });
    expect(spool.map((s) => s.id)).toEqual(stepsFor(handle).map((s) => s.id));
    expect(spool.flatMap((s) => s.orders.map(told)).join(' ')).not.toContain('spool');
    const pair = { ...handle, making: { ...handle.making, pair: 'together' as const } };
    expect(told(stepsFor(pair)[0]!.headline)).toMatch(/^4 × /);
    expect(told(stepsFor(handle, 3)[0]!.headline)).toMatch(/^6 × /);
  });

  it('is not hammered', () => {
    const flat = newDressItem('flatten', 'f', place(50, 0, 10), place(0, 0), { frameMm: 2 });
    const piece = pieceOf([flat], { wire: ROPE, paths: handle.paths });
    const [d] = dressPiece(piece, planPiece(piece)).items;
    expect(d!.problems.map((p) => [p.refused, told(p.message)])).toEqual([
      [true, expect.stringContaining('A rope is not hammered') as string],
    ]);
  });
});

describe('several alike', () => {
  const base = pieceOf([]);
  const counts = (piece: Piece, copies: number): number[] =>
    stepsFor(piece, copies).map((s) => s.counts.find((c) => c.what === 'alike')?.count ?? 1);

  it('one of a piece counts nothing off', () => {
    expect(new Set(counts(base, 1))).toEqual(new Set([1]));
  });

  it('each step is counted for all that are made together', () => {
    expect(new Set(counts(base, 12))).toEqual(new Set([12]));
  });

  it('a part is worked as often as there are of it', () => {
    const part: Part = {
      id: 'legs',
      name: 'Legs',
      paths: [base.paths[0]!.id],
      count: 7,
      join: 'loop',
      to: null,
      hangs: true,
      spots: [],
    };
    const own = counts({ ...base, parts: [part] }, 2);
    expect(own.filter((n) => n === 14).length).toBeGreaterThan(1);
    // Finishing and comparing are of the whole piece.
    expect(own.slice(-2)).toEqual([2, 2]);
  });
});
