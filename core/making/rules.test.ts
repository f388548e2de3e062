import { describe, expect, it, test } from 'vitest';
import { dressPiece } from '../dressing';
import { newDressItem, type DressItem, type DressKind } from '../item';
import { DEFAULT_KIT } from '../forming';
import { DEFAULT_MAKING, newPath, newPiece, type MakingChoices, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { inWords } from '../words';
import { assemblyOf, makeSteps, type Assembly, type MakeStep } from '.';

const place = (x: number, y: number, lengthMm = 0) => ({ x, y, lengthMm });
const QUARTER = Math.tan(Math.PI / 8);
const RING = newPath(
  'r',
  [
    { x: 0, y: -20, bulge: QUARTER },
    { x: 20, y: 0, bulge: QUARTER },
    { x: 0, y: 20, bulge: QUARTER },
    { x: -20, y: 0, bulge: QUARTER },
  ],
  true,
);
/** Five corners, 15 mm apart. */
const ZIGZAG = newPath(
  'z',
  Array.from({ length: 7 }, (_, i) => ({ x: 10 * i, y: i % 2 === 0 ? 0 : 11.18 })),
  false,
);

const item = (
  kind: DressKind,
  id: string,
  on = place(0, -20, 10),
  more: object = {},
): DressItem => ({
  ...newDressItem(kind, id, on, place(0, 20, 10), { frameMm: 0.8 }),
  ...more,
});

function pieceOf(
  dressing: DressItem[],
  making: Partial<MakingChoices> = {},
  more: Partial<Piece> = {},
): Piece {
  return {
    ...newPiece('p', 'Ring', ''),
    wire: { metal: 'brass', temper: 'dead-soft', diameterMm: 0.8 },
    paths: [RING],
    dressing,
    making: { ...DEFAULT_MAKING, ...making },
    ...more,
  };
}

const bench = { kit: DEFAULT_KIT };
function assembled(piece: Piece): Assembly {
  const plan = planPiece(piece, bench);
  return assemblyOf(piece, plan, dressPiece(piece, plan), bench);
}
function steps(piece: Piece): MakeStep[] {
  const plan = planPiece(piece, bench);
  const dressing = dressPiece(piece, plan);
  return makeSteps(piece, plan, dressing, assemblyOf(piece, plan, dressing, bench), DEFAULT_KIT);
}
const comesBefore = (a: Assembly, first: string, then: string): boolean => {
  const ids = a.tasks.map((t) => t.id);
  expect(ids).toContain(first);
  expect(ids).toContain(then);
  return ids.indexOf(first) < ids.indexOf(then);
};

describe('rules of the order', () => {
  test.each<[DressKind, DressKind]>([
    ['flatten', 'coil'],
    ['flatten', 'wound-beads'],
    ['flatten', 'drop'],
    ['bind', 'weave'],
    ['bind', 'net'],
    ['strands', 'coil'],
    ['twist', 'coil'],
    ['coil', 'finding'],
    ['weave', 'drop'],
  ])('%s comes before %s, in whatever order they were added', (first, then) => {
    const on = (kind: DressKind) => (kind === 'net' ? place(0, 0) : place(0, -20, 10));
    const strands = { strands: 1 };
    const a = item(first, 'a', on(first), first === 'bind' ? strands : {});
    const b = item(then, 'b', on(then));
    for (const dressing of [
      [a, b],
      [b, a],
    ]) {
      const made = assembled(pieceOf(dressing));
      expect(made.conflicts).toEqual([]);
      expect(comesBefore(made, 'item:a', 'item:b')).toBe(true);
    }
  });

  it('what fills a closed frame waits until it is closed', () => {
    const made = assembled(pieceOf([item('net', 'n', place(0, 0))]));
    expect(comesBefore(made, 'wire:0:ends', 'item:n')).toBe(true);
  });

  it('smaller comes before larger about one place', () => {
    const small = item('rosette', 's', place(0, 0), { insideMm: 3 });
    const large = item('net', 'l', place(0, 0), { outerMm: 14 });
    const made = assembled(pieceOf([large, small]));
    expect(comesBefore(made, 'item:s', 'item:l')).toBe(true);
    // Apart they do not wait for each other.
    const apart = assembled(pieceOf([large, { ...small, on: place(60, 0) }]));
    expect(apart.precedences.some((e) => e.why === 'inner-first')).toBe(false);
  });

  it('refused items are not in the order', () => {
    const lone = item('bind', 'b');
    expect(assembled(pieceOf([lone])).tasks.map((t) => t.id)).not.toContain('item:b');
  });

  it('rolled after it is hammered, before what would be bent with it', () => {
    const outOfPlane = { kind: 'roll', mandrelMm: 17, as: 'ring' } as const;
    const made = assembled(
      pieceOf([item('flatten', 'f'), item('drop', 'd')], { harden: true }, { outOfPlane }),
    );
    expect(comesBefore(made, 'item:f', 'harden')).toBe(true);
    expect(comesBefore(made, 'harden', 'shape')).toBe(true);
    expect(comesBefore(made, 'shape', 'item:d')).toBe(true);
  });

  it('every order keeps every precedence that is not given up', () => {
    const made = assembled(
      pieceOf(
        [
          item('finding', 'j'),
          item('net', 'n', place(0, 0)),
          item('coil', 'c'),
          item('flatten', 'f', place(0, -20, 16)),
          item('strands', 's'),
        ],
        { harden: true, patina: true },
      ),
    );
    const at = new Map(made.tasks.map((t, i) => [t.id, i]));
    for (const e of made.precedences) {
      const [first, then] = [at.get(e.first), at.get(e.then)];
      if (first === undefined || then === undefined || e.soft) continue;
      expect(first, `${e.first} before ${e.then}: ${e.why}`).toBeLessThan(then);
    }
  });

  test.each(['first', 'last', 'middle'] as const)(
    'beads between corners are threaded in time when bent from the %s',
    (from) => {
      for (const x of [5, 15, 25, 35, 45, 55]) {
        const on = place(x, 5.6, 8);
        const piece = pieceOf([item('beads', 'b', on)], {}, { paths: [ZIGZAG], from });
        const made = assembled(piece);
        expect(made.conflicts).toEqual([]);
        const parts = made.tasks.filter((t) => t.kind === 'bend');
        const bends = parts.flatMap((t) => {
          const [a, b] = t.steps!;
          return Array.from({ length: b - a + 1 }, (_, i) => a + i);
        });
        // No step is lost or done twice.
        expect(bends).toEqual(made.works[0]!.steps.slice(1, -1).map((_, i) => i + 1));
        const item0 = made.tasks.findIndex((t) => t.id === 'item:b');
        expect(item0).toBeLessThan(made.tasks.findIndex((t) => t.id === 'wire:0:ends'));
      }
    },
  );
});

describe('steps by the ways of making', () => {
  it('a pair is cut twice, and how it is bent is said', () => {
    const cut = (pair: MakingChoices['pair']) => steps(pieceOf([], { pair }))[0]!;
    expect(told(cut('single').headline)).not.toMatch(/^2 ×/);
    expect(told(cut('together').headline)).toMatch(/^2 × /);
    expect(cut('together').orders.map(told).join(' ')).toContain('grip them together');
    expect(cut('one-by-one').orders.map(told).join(' ')).toContain('Make the twin afterwards');
  });

  it('on the spool nothing is cut: a stop mark is set', () => {
    const [first] = steps(pieceOf([], {}, { work: 'spool' }));
    expect(told(first!.title)).toBe('Straighten the spool’s wire');
    expect(first!.orders.map(told).join(' ')).toContain('mark the stop at');
  });

  it('a long blank brings the caution of its whipping end and of the drill', () => {
    const big = { ...RING, nodes: RING.nodes.map((n) => ({ ...n, x: 5 * n.x, y: 5 * n.y })) };
    const ids = (piece: Piece) => steps(piece)[0]!.cautions.map((c) => c.id);
    expect(ids(pieceOf([], {}, { paths: [big] }))).toEqual(
      expect.arrayContaining(['whip', 'drill']),
    );
    expect(ids(pieceOf([]))).toEqual(['cut']);
  });

  it('inches lead where they were chosen', () => {
    const piece = pieceOf([]);
    const plan = planPiece(piece, bench);
    const dressing = dressPiece(piece, plan);
    const assembly = assemblyOf(piece, plan, dressing, bench);
    const [cut] = makeSteps(piece, plan, dressing, assembly, DEFAULT_KIT);
    expect(inWords(cut!.headline!, 'in')).toMatch(/ in$/);
    expect(inWords(cut!.subline!, 'in')).toMatch(/ mm$/);
  });

  it('a charm with a cord says that children can choke', () => {
    const cord = item('finding', 'c', place(0, -20), { what: 'cord', lengthMm: 400 });
    const all = steps(pieceOf([cord], { wornAs: 'charm' }));
    expect(all.find((s) => s.id === 'item:c')!.cautions.map((c) => c.id)).toContain('choking');
    expect(all.at(-1)!.cautions.map((c) => c.id)).toContain('choking');
  });

  it('each out-of-plane way says its size', () => {
    const say = (outOfPlane: Piece['outOfPlane']) =>
      steps(pieceOf([], {}, { outOfPlane }))
        .find((s) => s.id === 'shape')!
        .orders.map(told)
        .join(' ');
    expect(say({ kind: 'roll', mandrelMm: 17.3, as: 'ring' })).toContain('17.3 mm');
    expect(say({ kind: 'cup', riseMm: 4 })).toContain('rises 4.0 mm');
    expect(say({ kind: 'rod', backMm: 8, rodMm: 6 })).toContain('over 6.0 mm');
  });
});
