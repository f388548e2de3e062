import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { linkPlan } from '../bill';
import { dressPiece } from '../dressing';
import { DEFAULT_KIT } from '../forming';
import { newDressItem, plainBead, type DressItem } from '../item';
import { newPath, newPiece, type Piece } from '../piece';
import { placedEnds, planPiece } from '../plan';
import { poseStrip } from '../steps';
import { told } from '../words/told.support';
import { assemblyOf, makeSteps, withOrderChange } from '.';

const LOOP = { kind: 'loop', insideMm: 3, tailMm: 0 } as const;
/** Corners at 20, 40 and 60 mm along, a loop at each end. */
const STAIRS = {
  ...newPath(
    's',
    [
      { x: 0, y: 0 },
      { x: 20, y: 0 },
      { x: 20, y: 20 },
      { x: 40, y: 20 },
      { x: 40, y: 40 },
    ],
    false,
  ),
  start: LOOP,
  end: LOOP,
};
const base: Piece = {
  ...newPiece('p', 'Stairs', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 },
  paths: [STAIRS],
};
const wished = (piece: Piece, ...order: [string, string][]): Piece => ({
  ...piece,
  making: { ...piece.making, order: order.map(([first, then]) => ({ first, then })) },
});
function made(piece: Piece) {
  const plan = planPiece(piece, { kit: DEFAULT_KIT });
  const dressing = dressPiece(piece, plan);
  const assembly = assemblyOf(piece, plan, dressing, { kit: DEFAULT_KIT });
  const steps = makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT);
  return { plan, assembly, steps, ids: assembly.tasks.map((t) => t.id) };
}
const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });
const beads = (x: number, y: number): DressItem =>
  newDressItem('beads', 'b', place(x, y, 8), place(0, 0), { frameMm: 0.8 });
const FIRST_EARLY: [string, string] = ['wire:0:first-end', 'wire:0:bends:0'];

describe('two ends are two tasks', () => {
  it('both come when all is bent, each with its own order', () => {
    const { ids, steps } = made(base);
    expect(ids).toEqual([
      'wire:0:cut',
      'wire:0:bends:0',
      'wire:0:first-end',
      'wire:0:ends',
      'finish',
      'compare',
    ]);
    const [first, last] = steps.filter((s) => s.task.kind === 'ends');
    expect(first!.orders.map(told).join(' ')).toMatch(/first end/);
    expect(first!.orders.map(told).join(' ')).not.toMatch(/last end|reserve/);
    expect(last!.orders.map(told).join(' ')).toMatch(/last end.*Trim the reserve/);
  });

  it('both come after what is put on the wire, unless something waits for them', () => {
    const bind = newDressItem('coil', 'c', place(20, 10, 6), place(0, 0), { frameMm: 0.8 });
    const { ids, assembly } = made({ ...base, dressing: [bind] });
    expect(assembly.conflicts).toEqual([]);
    expect(ids.slice(2)).toEqual([
      'item:c',
      'wire:0:first-end',
      'wire:0:ends',
      'finish',
      'compare',
    ]);
  });

  it('both are there before what hangs in a loop: it would be in the way', () => {
    const eye = placedEnds(planPiece(base), planPiece(base).wires[0]!).find(
      (e) => e.which === 'start',
    )!.eye!;
    const ring = newDressItem('finding', 'r', { ...eye.center, lengthMm: 0 }, place(0, 0), {
      frameMm: 0.8,
    });
    const coil = newDressItem('coil', 'c', place(20, 10, 6), place(0, 0), { frameMm: 0.8 });
    const { ids } = made({ ...base, dressing: [ring, coil] });
    const at = (id: string): number => ids.indexOf(id);
    expect(at('item:c')).toBeLessThan(at('wire:0:first-end'));
    expect(at('wire:0:first-end')).toBeLessThan(at('item:r'));
    expect(at('wire:0:ends')).toBeLessThan(at('item:r'));
  });

  it('come before the piece is hardened, and what is put on after that waits for both', () => {
    const bind = newDressItem('coil', 'c', place(20, 10, 6), place(0, 0), { frameMm: 0.8 });
    const hard = { ...base, dressing: [bind], making: { ...base.making, harden: true } };
    const { ids, assembly } = made(hard);
    expect(assembly.conflicts).toEqual([]);
    expect(ids.slice(2, 6)).toEqual(['wire:0:first-end', 'wire:0:ends', 'harden', 'item:c']);
  });

  it('of two wires each is worked early where it is wished so, and no task of another comes between', () => {
    const other = newPath(
      'o',
      [
        { x: 0, y: 60 },
        { x: 20, y: 60 },
        { x: 20, y: 80 },
      ],
      false,
    );
    const { ids } = made(wished({ ...base, paths: [STAIRS, other] }, FIRST_EARLY));
    expect(ids.slice(0, 3)).toEqual(['wire:0:cut', 'wire:0:first-end', 'wire:0:bends:0']);
    expect(ids.indexOf('wire:0:ends')).toBeGreaterThan(ids.indexOf('wire:1:bends:0'));
  });

  it('the first is worked before any bend where the maker wishes so, and is drawn on the straight blank', () => {
    const { ids, assembly, steps, plan } = made(wished(base, FIRST_EARLY));
    expect(assembly.conflicts).toEqual([]);
    expect(ids.slice(0, 4)).toEqual([
      'wire:0:cut',
      'wire:0:first-end',
      'wire:0:bends:0',
      'wire:0:ends',
    ]);
    expect(steps.find((s) => s.id === 'wire:0:first-end')!.step).toBe(0);
    const wire = plan.wires[0]!;
    const blank = { strip: poseStrip(wire.strip, () => 0, 0), asides: [] };
    const straight = placedEnds(plan, wire, blank).find((e) => e.which === 'end')!;
    const formed = placedEnds(plan, wire).find((e) => e.which === 'end')!;
    // The blank goes on along x; bent, the last end points down.
    expect(straight.eye!.center.x).toBeCloseTo(wire.developedMm, 6);
    expect(formed.eye!.center.x).toBeLessThan(50);
    expect(straight.eye!.insideMm).toBe(formed.eye!.insideMm);
  });

  it('the last end too, and both', () => {
    const { assembly, ids } = made(wished(base, FIRST_EARLY, ['wire:0:ends', 'wire:0:bends:0']));
    expect(assembly.conflicts).toEqual([]);
    expect(ids.indexOf('wire:0:bends:0')).toBe(3);
  });

  it('beads are threaded over the end that is open', () => {
    const early = wished({ ...base, dressing: [beads(30, 20)] }, FIRST_EARLY);
    const { assembly, ids } = made(early);
    expect(assembly.conflicts).toEqual([]);
    expect(ids.indexOf('item:b')).toBeGreaterThan(ids.indexOf('wire:0:first-end'));
    expect(ids.indexOf('item:b')).toBeLessThan(ids.indexOf('wire:0:ends'));
    // Over a closed end they do not go: that wish is named with its reason and let go.
    const shut = made(wished({ ...base, dressing: [beads(30, 20)] }, ['wire:0:ends', 'item:b']));
    const [conflict] = shut.assembly.conflicts;
    expect(conflict!.ring.map((e) => e.why)).toContain('beads-before-closing');
    expect(conflict!.remedies.map((r) => told(r.label))).toContain('Let go of that wish');
  });

  it('an end that is left plain is no task; what is trimmed is', () => {
    const plain = { ...STAIRS, start: { kind: 'plain', tailMm: 0 } as const };
    const { ids } = made({ ...base, paths: [plain] });
    expect(ids).not.toContain('wire:0:first-end');
    const bare = { ...plain, end: plain.start };
    const trimmed = made({ ...base, paths: [bare] });
    const trim = trimmed.steps.find((s) => s.id === 'wire:0:ends')!;
    expect(told(trim.title)).toBe('Trim the last end');
    expect(told(trim.tool)).toBe('flush cutter');
    expect(made({ ...base, paths: [bare], reserveMm: 0 }).ids).not.toContain('wire:0:ends');
  });
});

describe('a wire from the spool', () => {
  const spool: Piece = { ...base, work: 'spool' };

  it('is cut off when it is bent, before its last end', () => {
    const { ids, steps, plan } = made(spool);
    expect(ids.slice(0, 5)).toEqual([
      'wire:0:cut',
      'wire:0:bends:0',
      'wire:0:off',
      'wire:0:first-end',
      'wire:0:ends',
    ]);
    const off = steps.find((s) => s.id === 'wire:0:off')!;
    expect(told(off.title)).toBe('Cut the wire off the spool');
    expect(told(off.orders[0])).toContain(`${plan.wires[0]!.cutMm.toFixed(1)} mm`);
  });

  it('may be cut off earlier, but its last end waits for it', () => {
    const early = made(wished(spool, ['wire:0:off', 'wire:0:bends:0']));
    expect(early.assembly.conflicts).toEqual([]);
    expect(early.ids.indexOf('wire:0:off')).toBe(1);
    const piece = wished(spool, ['wire:0:ends', 'wire:0:off']);
    const [conflict] = made(piece).assembly.conflicts;
    expect(conflict!.ring.map((e) => e.why)).toContain('end-on-spool');
    for (const { change } of conflict!.remedies) {
      expect(made(withOrderChange(piece, change)).assembly.conflicts).toEqual([]);
    }
    expect(conflict!.remedies.length).toBeGreaterThan(0);
  });

  it('takes its beads before its first end is worked and before any bend', () => {
    const { ids } = made({ ...spool, dressing: [beads(30, 20)] });
    for (const id of ['wire:0:bends:0', 'wire:0:first-end', 'wire:0:off']) {
      expect(ids.indexOf('item:b')).toBeLessThan(ids.indexOf(id));
    }
  });
});

describe('any wishes about bends, ends and beads', () => {
  it('leave an order of all tasks, each once, in which every granted wish holds', () => {
    const tasks = ['wire:0:bends:0', 'wire:0:first-end', 'wire:0:ends', 'item:b', 'finish'];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...tasks), fc.constantFrom(...tasks)), { maxLength: 4 }),
        fc.boolean(),
        (order, onSpool) => {
          const piece = wished(
            { ...base, work: onSpool ? 'spool' : 'cut', dressing: [beads(30, 20)] },
            ...order.filter(([a, b]) => a !== b),
          );
          const { ids, assembly } = made(piece);
          expect(new Set(ids).size).toBe(ids.length);
          const refused = assembly.conflicts.flatMap((c) => c.ring);
          for (const { first, then } of piece.making.order) {
            if (!ids.includes(first) || !ids.includes(then)) continue;
            if (refused.some((e) => e.first === first && e.then === then)) continue;
            expect(ids.indexOf(first)).toBeLessThan(ids.indexOf(then));
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the last link of a row', () => {
  it('has its hook said where that end is worked, and nowhere else', () => {
    const eye = { kind: 'centred-loop', insideMm: 3, tailMm: 0 } as const;
    const links: Piece['links'] = {
      wornMm: 165,
      turn: [{ link: null, joint: { kind: 'direct' } }],
      clasp: { kind: 'hook', insideMm: 4, legMm: 5 },
    };
    const piece = { ...base, paths: [{ ...STAIRS, start: eye, end: eye }], links };
    const { plan, steps } = made(piece);
    const answer = linkPlan(piece, plan);
    const end = answer?.ok ? answer.plan.hook!.end : null;
    const words = (id: string): string =>
      steps
        .find((s) => s.id === id)!
        .orders.map(told)
        .join(' ');
    const ids = ['wire:0:first-end', 'wire:0:ends'];
    const [own, other] = end === 'start' ? ids : [...ids].reverse();
    expect(words(own!)).toContain('The last link instead: Bend the hook at');
    expect(words(own!)).toContain('4.0 mm');
    expect(words(other!)).not.toContain('hook');
  });
});

describe('a row of links in turn', () => {
  it('has each joint made by itself, counted as often as it is there, and the turn said', () => {
    const eye = { kind: 'centred-loop', insideMm: 3, tailMm: 0 } as const;
    const wire = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.8 } as const;
    const beads = [plainBead('Pearl', 6)];
    const bar = (id: string, y: number): Piece['paths'][number] => ({
      ...newPath(id, [place(0, y), place(20, y)], false),
      start: eye,
      end: eye,
    });
    const piece: Piece = {
      ...base,
      paths: [bar('a', 0), bar('b', 30)],
      parts: [
        {
          id: 'b',
          name: 'Wave',
          paths: ['b'],
          count: 1,
          spots: [],
          join: 'ring',
          to: null,
          hangs: true,
        },
      ],
      links: {
        wornMm: 300,
        turn: [
          { link: null, joint: { kind: 'ring', insideMm: 4, rings: 3, wire } },
          { link: 'b', joint: { kind: 'beaded', insideMm: 2, beads, wire } },
        ],
        clasp: { kind: 'none' },
      },
    };
    const { steps, plan } = made(piece);
    const answer = linkPlan(piece, plan);
    const half = (answer?.ok ? answer.plan.links : 0) / 2;
    expect(half).toBeGreaterThan(2);
    const countOf = (id: string): number | undefined =>
      steps.find((s) => s.id === id)?.counts.find((c) => c.what === 'alike')?.count;
    expect([countOf('joints'), countOf('joints:2')]).toEqual([3 * half, half]);
    expect([countOf('wire:0:cut'), countOf('wire:1:cut')]).toEqual([half, half]);
    const cuts = steps.filter((s) => s.task.kind === 'cut').map((s) => told(s.headline));
    expect(cuts.every((words) => words.startsWith(`${half} × `))).toBe(true);
    expect(steps.some((s) => s.id.startsWith('part:'))).toBe(false);
    const chain = steps
      .find((s) => s.id === 'links')!
      .orders.map(told)
      .join(' ');
    expect(chain).toContain('In turn: frame, 3 rings; Wave, a joint with Pearl; and again.');
  });
});

describe('a bead over several wires', () => {
  // Two wires of 0.8 that come down side by side, with loops at their ends.
  const two = (holeMm: number): Piece => ({
    ...base,
    paths: [
      { ...newPath('a', [place(0, 0), place(10, 0), place(10, 40)], false), end: LOOP },
      { ...newPath('b', [place(21, 0), place(10.9, 0), place(10.9, 40)], false), end: LOOP },
    ],
    dressing: [
      {
        ...newDressItem('tail-bead', 'over', place(10, 35), place(0, 0)),
        beads: [{ ...plainBead('Bead', 6), holeMm }],
      } as DressItem,
    ],
  });

  it('goes on when both are bent, before either end is worked, and is counted', () => {
    const { ids, assembly, plan } = made(two(2.6));
    expect(assembly.conflicts).toEqual([]);
    const at = ids.indexOf('item:over');
    for (const w of [0, 1]) {
      const bends = ids.findLastIndex((id) => id.startsWith(`wire:${w}:bends`));
      expect(at).toBeGreaterThan(bends);
      expect(at).toBeLessThan(ids.indexOf(`wire:${w}:ends`));
    }
    const piece = two(2.6);
    const [d] = dressPiece(piece, plan).items;
    expect(told(d!.title)).toBe('1 bead over 2 wires');
    expect(d!.beads.map((b) => b.count)).toEqual([1]);
    // It lies over both: half way between them.
    const mark = d!.marks.find((m) => m.kind === 'bead');
    expect(mark?.kind === 'bead' && mark.at.x).toBeCloseTo(10.45, 2);
  });

  it('needs a hole for all of them, and a second wire there', () => {
    const says = (piece: Piece): string => {
      const [d] = dressPiece(piece, planPiece(piece)).items;
      return d!.problems.map((p) => told(p.message)).join();
    };
    // Two circles of 0.8 in a hole: 1.6 and what they need to pass.
    expect(says(two(1.5))).toContain('hole');
    expect(says(two(2.6))).toBe('');
    const [first] = two(2.6).paths;
    expect(says({ ...two(2.6), paths: [first!] })).toContain('Only one wire lies here');
  });
});
