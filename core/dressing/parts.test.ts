import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rotation, type Vec } from '../geometry';
import { MAIN_ID, newDressItem, plainBead, type DressItem } from '../item';
import { mapFigure, newPath, type FigurePath, type Part, type Piece } from '../piece';
import { planPiece } from '../plan';
import { wireMassG } from '../wire';
import {
  dressPiece,
  finishedSize,
  groundOf,
  jointPlace,
  spotsLeft,
  withOneMore,
  withSpot,
  withSpread,
  type Spread,
} from '.';
import { bar, FRAME, pieceWith, ring } from './fixtures/ground';

const leg = (id: string, x: number, y: number, long = 20): FigurePath =>
  newPath(
    id,
    [
      { x, y },
      { x, y: y + long },
    ],
    false,
  );
const part = (id: string, paths: string[], count: number, more: Partial<Part> = {}): Part => ({
  id,
  name: id,
  paths,
  count,
  join: 'loop',
  to: null,
  spots: [],
  hangs: true,
  ...more,
});
const pieceOf = (paths: FigurePath[], parts: Part[], items: DressItem[] = []): Piece => ({
  ...pieceWith(paths, items),
  parts,
});
const ground = (piece: Piece) => groundOf(piece, planPiece(piece));
const spread = (piece: Piece, by: Spread): Piece => ({
  ...piece,
  parts: piece.parts.map((p) => withSpread(ground(piece), p, by)),
});
const dressed = (piece: Piece) => dressPiece(piece, planPiece(piece));
const G = (mm: number): number => wireMassG('copper', FRAME, mm);
const xs = (list: readonly Vec[]): number[] => list.map((p) => Number(p.x.toFixed(3)));

describe('the others of a part', () => {
  const rail = pieceOf([bar('r', 60), leg('l', 30, 1)], [part('leg', ['l'], 7)]);

  it('seven legs hang in a row from the drawn one to both sides', () => {
    const legs = spread(rail, { by: 'row', apartMm: 4, way: 'both' });
    expect(xs(legs.parts[0]!.spots)).toEqual([34, 26, 38, 22, 42, 18]);
    const { copies } = dressed(legs);
    expect(copies).toHaveLength(6);
    for (const c of copies) expect(c.grams).toBeCloseTo(G(20), 6);
    // From 18 to 42, each 1 mm wide, under the bar of 60: its size is as high as before.
    expect(finishedSize(legs, planPiece(legs), dressed(legs))!.heightMm).toBeCloseTo(
      finishedSize(rail, planPiece(rail), dressed(rail))!.heightMm,
      6,
    );
  });

  it('rings that join them weigh where they are, that of the drawn one too', () => {
    const joint = { insideMm: 3, wraps: 3, wire: MAIN_ID };
    const own = part('leg', ['l'], 3, { join: 'ring', joint });
    const legs = spread(pieceOf([bar('r', 60), leg('l', 30, 1)], [own]), {
      by: 'row',
      apartMm: 4,
      way: 'both',
    });
    // A ring of pi (3 + 1) mm.
    const ringG = G(4 * Math.PI);
    const { copies } = dressed(legs);
    expect(copies.map((c) => [c.spot, c.at.x])).toEqual([
      [0, 34],
      [1, 26],
      [null, 30],
    ]);
    copies.forEach((c) => expect(c.grams).toBeCloseTo(ringG + (c.spot === null ? 0 : G(20)), 6));
    const all = copies.reduce((sum, c) => sum + c.grams, 0);
    expect(all).toBeCloseTo(2 * G(20) + 3 * ringG, 6);
    const single = pieceOf([bar('r', 60), leg('l', 30, 1)], [{ ...own, count: 1 }]);
    expect(dressed(single).copies.map((c) => Number(c.grams.toFixed(6)))).toEqual([
      Number(ringG.toFixed(6)),
    ]);
  });

  it('what one side has no room for goes to the other, and no further than the wire reaches', () => {
    const near = pieceOf([bar('r', 60), leg('l', 5, 1)], [part('leg', ['l'], 7)]);
    const legs = spread(near, { by: 'row', apartMm: 4, way: 'both' });
    expect(xs(legs.parts[0]!.spots)).toEqual([9, 1, 13, 17, 21, 25]);
    const far = spread(near, { by: 'row', apartMm: 20, way: 'on' });
    expect(xs(far.parts[0]!.spots)).toEqual([25, 45]);
    expect(spotsLeft(far.parts[0]!)).toBe(4);
  });

  it('all the way round a ring they stand evenly', () => {
    const hoop = pieceOf([ring('r', 20), leg('l', 0, 21)], [part('leg', ['l'], 8)]);
    const legs = spread(hoop, { by: 'round' });
    const angles = [{ x: 0, y: 20 }, ...legs.parts[0]!.spots]
      .map((p) => Math.atan2(p.y, p.x))
      .sort((a, b) => a - b);
    angles.slice(1).forEach((a, i) => expect(a - angles[i]!).toBeCloseTo(Math.PI / 4, 2));
    // Nothing goes all the way round a wire with two ends.
    expect(spread(rail, { by: 'round' }).parts[0]!.spots).toEqual([]);
  });

  it('mirrored they hang on the other side, turned over', () => {
    const hook = newPath(
      'l',
      [
        { x: 10, y: 1 },
        { x: 10, y: 15 },
        { x: 16, y: 15 },
      ],
      false,
    );
    const one = pieceOf([bar('r', 60), hook], [part('leg', ['l'], 2)]);
    const both = spread(one, { by: 'mirror', axisX: 30 });
    expect(both.parts[0]!.spots).toMatchObject([{ x: 50, mirrored: true }]);
    const [copy] = dressed(both).copies;
    const [mark] = copy!.marks;
    if (mark?.kind !== 'wire') throw new Error('no wire');
    // Mirrored once more it hangs as it is drawn, where the drawn one already is: nothing is added.
    const again = { ...both.parts[0]!, count: 4 };
    expect(withSpread(ground(both), again, { by: 'mirror', axisX: 30 }).spots).toHaveLength(1);
    const aside = withSpread(ground(both), again, { by: 'mirror', axisX: 28 }).spots;
    expect(aside.map((s) => [s.x, s.mirrored])).toEqual([
      [50, true],
      [46, true],
      [6, false],
    ]);
    const reach = mark.runs.flat().map((p) => p.x);
    expect(Math.min(...reach)).toBeCloseTo(44, 3);
    expect(Math.max(...reach)).toBeCloseTo(50, 3);
  });

  it('where one hangs no other is put, and never more than there are', () => {
    const own = rail.parts[0]!;
    const on = ground(rail);
    expect(jointPlace(on, own)!.at).toMatchObject({ x: 30, y: 0 });
    expect(withSpot(on, own, { x: 30.1, y: 3 }).spots).toEqual([]);
    const two = withSpot(on, { ...own, count: 2 }, { x: 12, y: 3 });
    expect(two.spots).toEqual([{ x: 12, y: 0, mirrored: false }]);
    expect(withSpot(on, two, { x: 40, y: 0 })).toBe(two);
  });

  it('one more finds the next free place, at the end of a wire on its other side', () => {
    const last = pieceOf([bar('r', 60), leg('l', 59, 1)], [part('leg', ['l'], 4)]);
    const on = ground(last);
    const two = withOneMore(on, last.parts[0]!, 5);
    const three = withOneMore(on, two, 5);
    expect(xs(three.spots)).toEqual([54, 49]);
    const full = { ...three, count: 3 };
    expect(withOneMore(on, full, 5)).toBe(full);
  });

  it('those without a place weigh where the drawn one hangs', () => {
    const { copies } = dressed(rail);
    expect(copies).toMatchObject([{ spot: null, marks: [], at: { x: 30, y: 0 } }]);
    expect(copies[0]!.grams).toBeCloseTo(6 * G(20), 6);
  });

  it('drops on a leg hang on each of them, and all weigh as the sum says', () => {
    // Three legs of 20 mm, two drops of 6 mm on each, a bead of 0.3 g on the leg.
    const on = { x: 30, y: 11, lengthMm: 4 };
    const beads = {
      ...newDressItem('beads', 'b', on, on, { frameMm: FRAME }),
      beads: [{ ...plainBead('Bead', 4), holeMm: 2, grams: 0.3 }],
      count: 1,
    } as DressItem;
    const piece = pieceOf(
      [bar('r', 60), leg('l', 30, 1), leg('d', 30, 22, 6)],
      [
        part('leg', ['l'], 3, { spots: [10, 50].map((x) => ({ x, y: 0, mirrored: false })) }),
        part('drop', ['d'], 2, { to: 'leg' }),
      ],
      [beads],
    );
    const { copies } = dressed(piece);
    const sum = copies.reduce((g, c) => g + c.grams, 0);
    // Beside what is drawn (a leg, a drop and a bead): two legs with two drops and a bead each, one drop.
    expect(sum).toBeCloseTo(2 * (G(20) + 2 * G(6) + 0.3) + G(6), 6);
    const legs = copies.filter((c) => c.part === 'leg');
    expect(legs.map((c) => c.marks.length)).toEqual([3, 3]);
  });

  it('parts that hang on each other in a ring end, and so does a part that is all there is', () => {
    const ringed = pieceOf(
      [bar('r', 60), leg('l', 30, 1), leg('d', 30, 22, 6)],
      [part('a', ['l'], 3, { to: 'b' }), part('b', ['d'], 3, { to: 'a' })],
    );
    for (const c of dressed(ringed).copies) expect(Number.isFinite(c.grams)).toBe(true);
    expect(dressed(pieceOf([bar('r', 60)], [part('a', ['r'], 4)])).copies).toEqual([]);
  });

  it('turned and mirrored with the figure they weigh and look the same', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.integer({ min: 2, max: 9 }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (rad, count, apartMm) => {
          // What hangs hangs down, however the figure is turned: this does not.
          const fast = part('leg', ['l'], count, { hangs: false });
          const one = pieceOf([bar('r', 60), leg('l', 30, 1)], [fast]);
          const row = spread(one, { by: 'row', apartMm, way: 'both' });
          const own = dressed(row).copies;
          for (const m of [rotation(rad), { a: -1, b: 0, c: 0, d: 1, e: 0, f: 0 }]) {
            const other = dressed(mapFigure(row, m)).copies;
            expect(other.map((c) => c.grams.toFixed(4))).toEqual(
              own.map((c) => c.grams.toFixed(4)),
            );
            other.forEach((c, i) => {
              const [p] = own[i]!.marks.flatMap((k) => (k.kind === 'wire' ? k.runs[0]! : []));
              const [q] = c.marks.flatMap((k) => (k.kind === 'wire' ? k.runs[0]! : []));
              if (!p || !q) return;
              const there = { x: m.a * p.x + m.c * p.y, y: m.b * p.x + m.d * p.y };
              expect(Math.hypot(q.x - there.x, q.y - there.y)).toBeLessThan(0.01);
            });
          }
        },
      ),
      { numRuns: 25 },
    );
  });
});
