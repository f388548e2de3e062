import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dressPiece } from '../dressing';
import { DEFAULT_KIT } from '../forming';
import { newDressItem, plainBead, wrapAct, type DressItem } from '../item';
import { newPath, newPiece, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { assemblyOf, makeSteps } from '.';

const at = (x: number, y: number) => ({ x, y });
const place = (x: number, y: number) => ({ x, y, lengthMm: 0 });
/** Four corners of one wire: down, to the right, up, over its own first stretch, and on. */
const HOOK = newPath(
  'h',
  [at(0, 0), at(0, 30), at(30, 30), at(30, 10), at(-15, 10), at(-15, 40)],
  false,
);
const WRAPS = {
  ...newDressItem('own-wraps', 'w', { ...place(0, 10), headingRad: 0 }, place(0, 0)),
  wraps: 2,
} as DressItem;
const bead = { ...plainBead('Bead', 5), holeMm: 3 };

function made(more: Partial<Piece>) {
  const piece: Piece = { ...newPiece('p', '', ''), paths: [HOOK], ...more };
  const plan = planPiece(piece);
  const dressing = dressPiece(piece, plan);
  const assembly = assemblyOf(piece, plan, dressing, { kit: DEFAULT_KIT });
  const steps = makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT);
  return { piece, plan, dressing, assembly, steps, ids: assembly.tasks.map((t) => t.id) };
}
const wished = (...order: [string, string][]): Partial<Piece> => ({
  making: {
    ...newPiece('p', '', '').making,
    order: order.map(([first, then]) => ({ first, then })),
  },
});

const plan = planPiece({ ...newPiece('p', '', ''), paths: [HOOK] });
const stage = (bend: number) => {
  const { x, y } = plan.wires[0]!.bends[bend]!.spot;
  return { x, y };
};
const staged = (bends: number[], order: { first: string; then: string }[] = []) => ({
  making: { ...newPiece('p', '', '').making, stages: bends.map(stage), order },
});

describe('a stone that wires hold', () => {
  const stone = {
    ...newDressItem('stone', 's', place(15, 20), place(0, 0)),
    widthMm: 10,
    heightMm: 10,
  } as DressItem;
  const led = (id: string, ...places: [number, number][]): DressItem => ({
    ...(newDressItem('led', id, place(0, 0), place(0, 0)) as DressItem & { kind: 'led' }),
    acts: places.map(([x, y], i) => wrapAct(`a${i}`, place(x, y))),
  });

  it('is laid before the wires over it, and not before those beside it', () => {
    const over = led('o', [0, 20], [30, 20]);
    const beside = led('b', [0, 2], [0, 8]);
    const { assembly } = made({ dressing: [over, beside, stone] });
    const first = assembly.precedences.filter(
      (p) => p.first === 'item:s' && p.why === 'there-first',
    );
    expect(first.map((p) => p.then)).toEqual(['item:o']);
    expect(assembly.conflicts).toEqual([]);
  });
});

describe('a stretch that is hammered', () => {
  const bar = newPath('bar', [at(-20, 60), at(40, 60)], false);
  const run = newPath('run', [at(10, 40), at(10, 80)], false);
  const wraps = {
    ...newDressItem('own-wraps', 'w', { ...place(10, 60), headingRad: Math.PI / 2 }, place(0, 0)),
    wraps: 2,
  } as DressItem;
  const flat = (x: number): DressItem =>
    newDressItem('flatten', 'f', { x, y: 60, lengthMm: 12 }, place(0, 0), { frameMm: 1 });

  it('is flat before another wire goes round it there, and only there', () => {
    for (const [x, before] of [
      [12, true],
      [30, false],
    ] as const) {
      const { assembly, ids } = made({ paths: [bar, run], dressing: [wraps, flat(x)] });
      const rule = assembly.precedences.some(
        (p) => p.first === 'item:f' && p.then === 'item:w' && p.why === 'never-over-thin',
      );
      expect(rule).toBe(before);
      if (before) expect(ids.indexOf('item:f')).toBeLessThan(ids.indexOf('item:w'));
      expect(assembly.conflicts).toEqual([]);
    }
  });
});

describe('what a wire makes on its way', () => {
  it('is a step between its bends, where it lies', () => {
    const { ids, assembly, steps, plan } = made({ dressing: [WRAPS] });
    expect(assembly.conflicts).toEqual([]);
    expect(ids.slice(0, 4)).toEqual(['wire:0:cut', 'wire:0:bends:0', 'item:w', 'wire:0:bends:4']);
    const step = steps.find((s) => s.id === 'item:w')!;
    expect(told(step.title)).toBe('The wire wraps 2 times round another');
    const [use] = plan.wires[0]!.taken;
    expect(told(step.subline)).toContain(`takes ${use!.lengthMm.toFixed(1)} mm of it`);
    expect(step.counts).toEqual([{ what: 'wraps', count: 2 }]);
    expect(told(steps[0]!.headline)).toContain(plan.wires[0]!.cutMm.toFixed(1));
  });

  it('a wire cannot go round what it has not come to yet: the later pass can, or the other way of working', () => {
    // The first stretch would wrap the later one.
    const early = { ...WRAPS, on: { ...place(0, 10), headingRad: Math.PI / 2 } };
    const [d] = made({ dressing: [early] }).dressing.items;
    expect(d!.own).toEqual([]);
    const [problem] = d!.problems;
    expect(told(problem!.message)).toMatch(/^What lies here comes later on the wire/);
    const [remedy] = problem!.remedies;
    if (remedy?.kind !== 'item') throw new Error('no remedy');
    const healed = made({ dressing: [remedy.item] });
    expect(healed.dressing.items[0]!.problems).toEqual([]);
    expect(healed.assembly.conflicts).toEqual([]);
    expect(healed.ids.slice(1, 4)).toEqual(['wire:0:bends:0', 'item:w', 'wire:0:bends:4']);
    // From the last end it is the other way round.
    const back = made({ dressing: [early], from: 'last' });
    expect(back.dressing.items[0]!.problems).toEqual([]);
    expect(back.assembly.conflicts).toEqual([]);
    expect(made({ dressing: [WRAPS], from: 'last' }).dressing.items[0]!.own).toEqual([]);
  });

  it('is made on the spool too, between the bends', () => {
    const { ids, assembly } = made({ dressing: [WRAPS], work: 'spool' });
    expect(assembly.conflicts).toEqual([]);
    expect(ids.indexOf('item:w')).toBeGreaterThan(ids.indexOf('wire:0:bends:0'));
    expect(ids.indexOf('item:w')).toBeLessThan(ids.indexOf('wire:0:bends:4'));
  });

  it('on a tail follows the bends in the order of the list, before the end', () => {
    const tip = place(-15, 40);
    const dressing = [
      { ...WRAPS, on: tip, strands: 1 } as DressItem,
      { ...newDressItem('own-bead', 'b', tip, tip), beads: [bead] } as DressItem,
    ];
    const path = { ...HOOK, end: { kind: 'loop', insideMm: 3, tailMm: 0 } as const };
    const { ids, assembly } = made({ paths: [path], dressing });
    expect(assembly.conflicts).toEqual([]);
    expect(ids.slice(1, 5)).toEqual(['wire:0:bends:0', 'item:w', 'item:b', 'wire:0:ends']);
    // As a wish it may come before any bend.
    const early = made({
      paths: [path],
      dressing,
      ...wished(['item:w', 'wire:0:bends:0'], ['item:b', 'wire:0:bends:0']),
    });
    expect(early.assembly.conflicts).toEqual([]);
    expect(early.ids.slice(1, 4)).toEqual(['item:w', 'item:b', 'wire:0:bends:0']);
  });
});

describe('bends in stages', () => {
  it('are parted where the maker says', () => {
    const { assembly } = made(staged([2]));
    const bends = assembly.tasks.filter((t) => t.kind === 'bend');
    expect(bends.map((t) => told(t.title))).toEqual(['2 bends', '2 bends']);
    expect(bends.map((t) => t.id)).toEqual(['wire:0:bends:0', 'wire:0:bends:3']);
  });

  it('let a binding come as soon as what it binds is bent, if that is wished', () => {
    const bind = newDressItem('bind', 'b', place(0, 10), place(0, 0));
    const later = made({ dressing: [bind], ...staged([3]) });
    // Unwished it comes when all is bent.
    expect(later.ids.indexOf('item:b')).toBeGreaterThan(later.ids.indexOf('wire:0:bends:4'));
    const wish = [{ first: 'item:b', then: 'wire:0:bends:4' }];
    const early = made({ dressing: [bind], ...staged([3], wish) });
    expect(early.assembly.conflicts).toEqual([]);
    expect(early.ids.slice(1, 4)).toEqual(['wire:0:bends:0', 'item:b', 'wire:0:bends:4']);
    // Before both are there it cannot be bound.
    const wrong = [{ first: 'item:b', then: 'wire:0:bends:2' }];
    const never = made({ dressing: [bind], ...staged([1], wrong) });
    expect(never.assembly.conflicts[0]!.ring.map((e) => e.why)).toContain('there-first');
  });

  it('a wish for a numbered stage of before still means that stage', () => {
    const wish = [{ first: 'wire:0:ends', then: 'wire:0:bends:1' }];
    const path = { ...HOOK, end: { kind: 'loop', insideMm: 3, tailMm: 0 } as const };
    const { ids, assembly } = made({ paths: [path], ...staged([2], wish) });
    expect(assembly.conflicts).toEqual([]);
    expect(ids.indexOf('wire:0:ends')).toBeLessThan(ids.indexOf('wire:0:bends:3'));
  });

  it('a stage of a bend that is gone parts nothing', () => {
    const gone = made({ making: { ...newPiece('p', '', '').making, stages: [at(200, 200)] } });
    expect(gone.assembly.tasks.filter((t) => t.kind === 'bend')).toHaveLength(1);
  });
});

describe('what ends are held by', () => {
  const held = { ...HOOK, handling: { startMm: 30, endMm: 55 } };

  it('lies beyond the ends, moves all marks, is cut off, and weighs nothing in the end', () => {
    const [bare, more] = [made({}), made({ paths: [held] })];
    const [a, b] = [bare.plan.wires[0]!, more.plan.wires[0]!];
    expect(b.cutMm).toBeCloseTo(a.cutMm + 85, 9);
    b.bends.forEach((bend, i) => {
      expect(bend.fromEndMm).toBeCloseTo(a.bends[i]!.fromEndMm + 30, 9);
    });
    expect(more.plan.massG).toBeCloseTo(bare.plan.massG, 12);
    const words = more.steps.flatMap((s) => s.orders.map(told)).join(' ');
    expect(words).toContain('Cut off the 30.0 mm');
    expect(words).toContain('Cut off the 55.0 mm');
    expect(more.ids).toContain('wire:0:first-end');
  });
});

describe('any of it, in any order', () => {
  it('leaves an order of all tasks, each once, which keeps what is not given up', () => {
    const kinds = fc.constantFrom('own-wraps', 'own-loop', 'own-bead', 'bind', 'beads');
    const spots = fc.constantFrom(
      at(0, 0),
      at(0, 10),
      at(0, 20),
      at(15, 30),
      at(30, 20),
      at(15, 10),
      at(-15, 25),
      at(-15, 40),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(kinds, spots), { maxLength: 5 }),
        fc.subarray([0, 1, 2, 3]),
        fc.constantFrom('first', 'last', 'middle'),
        fc.constantFrom('cut', 'spool'),
        (list, bends, from, work) => {
          const dressing = list.map(([kind, { x, y }], i): DressItem => {
            const lengthMm = kind === 'beads' ? 6 : 0;
            const on = { x, y, lengthMm };
            const item = newDressItem(kind, `i${i}`, on, on);
            return 'beads' in item ? { ...item, beads: [bead] } : item;
          });
          const { assembly, steps } = made({ dressing, from, work, ...staged(bends) });
          const ids = assembly.tasks.map((t) => t.id);
          expect(new Set(ids).size).toBe(ids.length);
          const broken = assembly.conflicts.length;
          const kept = assembly.precedences.filter((e) => !e.soft && ids.includes(e.first));
          const wrong = kept.filter(
            (e) => ids.includes(e.then) && ids.indexOf(e.first) > ids.indexOf(e.then),
          );
          expect(wrong.length).toBeLessThanOrEqual(broken);
          // Every bend is made once.
          const bendsMade = steps.filter((s) => s.task.kind === 'bend').length;
          expect(bendsMade).toBe(4);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('alike items that follow each other', () => {
  const bow = newPath('b', [at(0, 0), at(80, 0)], false);
  const tapped = [10, 30, 50, 70].map((x, i): DressItem => ({
    ...newDressItem('flatten', `f${i}`, { x, y: 0, lengthMm: 6 }, place(0, 0)),
  }));

  it('are said once and counted off place by place', () => {
    const { steps, ids } = made({ paths: [bow], dressing: tapped });
    expect(ids.filter((id) => id.startsWith('item:'))).toHaveLength(4);
    const own = steps.filter((s) => s.task.kind === 'dress');
    expect(own).toHaveLength(1);
    expect(own[0]!.itemIds).toEqual(['f0', 'f1', 'f2', 'f3']);
    expect(own[0]!.counts.at(-1)).toEqual({ what: 'spots', count: 4 });
    expect(told(own[0]!.headline)).toBe('4 places');
  });

  it('those of which there are not equally many are said each', () => {
    const frame = newPath('f', [at(0, 0), at(40, 0)], false);
    const leg = newPath('l', [at(0, 20), at(40, 20)], false);
    const dressing = [0, 20].map((y, i): DressItem => ({
      ...newDressItem('flatten', `f${i}`, { x: 20, y, lengthMm: 6 }, place(0, 0)),
    }));
    const part = { id: 'leg', name: 'leg', paths: ['l'], count: 7, to: null, hangs: true } as const;
    const { steps } = made({
      paths: [frame, leg],
      dressing,
      parts: [{ ...part, paths: [...part.paths], spots: [], join: 'loop' }],
    });
    const own = steps.filter((s) => s.task.kind === 'dress');
    const alike = own.map((s) => s.counts.find((c) => c.what === 'alike')?.count ?? 1);
    expect(alike.sort()).toEqual([1, 7]);
  });

  it('those that differ are said each', () => {
    const [first, ...rest] = tapped;
    const thin = { ...first!, thickMm: 0.3 } as DressItem;
    const { steps } = made({ paths: [bow], dressing: [thin, ...rest] });
    const own = steps.filter((s) => s.task.kind === 'dress');
    expect(own.map((s) => s.itemIds.length).sort()).toEqual([1, 3]);
  });

  it('what a wire makes on its way is said where it is', () => {
    const loops = [10, 30].map((x, i): DressItem => ({
      ...newDressItem('own-loop', `l${i}`, place(x, 0), place(0, 0)),
    }));
    const { steps } = made({ paths: [bow], dressing: loops });
    expect(steps.filter((s) => s.task.kind === 'dress')).toHaveLength(2);
  });
});
