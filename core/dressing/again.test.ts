import { describe, expect, it, test } from 'vitest';
import { alikeTo, dressPiece, withAgain, withAlike, type Again } from '.';
import { kindOf, wrapAct, type DressItem } from '../item';
import { newPath, type FigurePath, type Piece } from '../piece';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { at, bar, made, pieceWith, place, ring } from './fixtures/ground';

const again = (paths: FigurePath[], item: DressItem, how: Again) => {
  const piece = pieceWith(paths, [item]);
  return withAgain(piece, planPiece(piece), item, how);
};
const places = ({ dressing }: Piece): [number, number][] =>
  dressing.map(({ on }) => [Number(on.x.toFixed(2)), Number(on.y.toFixed(2))]);

/** Five rays folded, with five bends between them. */
const STAR = newPath(
  's',
  Array.from({ length: 10 }, (_, i) => {
    const [r, angle] = [i % 2 === 0 ? 20 : 6, (i * Math.PI) / 5 - Math.PI / 2];
    return at(r * Math.cos(angle), r * Math.sin(angle));
  }),
  true,
);

describe('the same again', () => {
  it('in every inner bend of a star, and once only', () => {
    const plan = planPiece(pieceWith([STAR], []));
    const inner = plan.wires[0]!.bends.find((b) => Math.hypot(b.place.x, b.place.y) < 10)!;
    const item = made('bind', place(inner.place.x, inner.place.y), { strands: 1 });
    const { piece, added } = again([STAR], item, { by: 'bends' });
    expect(added).toBe(4);
    for (const { on } of piece.dressing) expect(Math.hypot(on.x, on.y)).toBeLessThan(7);
    expect(new Set(piece.dressing.map((i) => i.id)).size).toBe(5);
    expect(withAgain(piece, plan, item, { by: 'bends' }).added).toBe(0);
    // All of them go on.
    expect(dressPiece(piece, plan).items.flatMap((d) => d.problems)).toEqual([]);
  });

  it('nowhere, where it lies at no bend', () => {
    const line = newPath('l', [at(0, 0), at(60, 0), at(60, 30)], false);
    expect(again([line], made('own-loop', place(20, 0)), { by: 'bends' }).added).toBe(0);
  });

  it('at every crossing, on the wire that comes over the other', () => {
    const bars = [0, 10, 20].map((x) => newPath(`b${x}`, [at(x, -5), at(x, 5)], false));
    const rail = newPath('r', [at(-10, 0), at(30, 0)], false);
    const item = made('bind', place(10, 0), { wraps: 3 });
    const { piece, added } = again([...bars, rail], item, { by: 'crossings' });
    expect(added).toBe(2);
    expect(places(piece).sort((a, b) => a[0] - b[0])).toEqual([
      [0, 0],
      [10, 0],
      [20, 0],
    ]);
  });

  it('further along, as often as there is room', () => {
    const line = newPath('l', [at(0, 0), at(60, 0)], false);
    const more = again([line], made('own-loop', place(10, 0)), {
      by: 'spacing',
      count: 9,
      spacingMm: 12,
    });
    expect(more.added).toBe(4);
    expect(places(more.piece).map(([x]) => x)).toEqual([10, 22, 34, 46, 58]);
  });

  it('round a closed wire, over its seam', () => {
    const own = ring('r', 10);
    const { developedMm } = planPiece(pieceWith([own], [])).wires[0]!;
    const { piece, added } = again([own], made('own-loop', place(10, 0)), {
      by: 'spacing',
      count: 3,
      spacingMm: developedMm / 4,
    });
    expect(added).toBe(3);
    for (const { on } of piece.dressing) {
      expect(Math.min(Math.abs(on.x), Math.abs(on.y))).toBeLessThan(0.05);
    }
  });

  test.each(['coil', 'weave', 'strands', 'net'] as const)('%s mirrored', (kind) => {
    const line = newPath('l', [at(0, 10), at(0, 0), at(40, 0), at(40, 10)], false);
    const item = made(kind, { ...place(8, 0, 6), headingRad: 0.2 }, {}, place(0, 6, 4));
    const { piece, added } = again([line], item, { by: 'mirror' });
    expect(added).toBe(1);
    const copy = piece.dressing[1]!;
    expect(copy.on).toMatchObject({ x: 32, y: 0, lengthMm: 6 });
    expect(copy.on.headingRad).toBeCloseTo(Math.PI - 0.2, 12);
    if ('to' in copy) expect(copy.to).toMatchObject({ x: 40, y: 6, lengthMm: 4 });
    expect(kindOf(copy).kind).toBe(kind);
  });

  it('what is changed about one is changed about all that are alike, each in its place', () => {
    const line = newPath('l', [at(0, 0), at(60, 0)], false);
    const item = made('own-loop', place(10, 0), { insideMm: 3 });
    const { piece } = again([line], item, { by: 'spacing', count: 3, spacingMm: 12 });
    const other = { ...made('own-loop', place(55, 0), { insideMm: 4 }), id: 'o' };
    const all = { ...piece, dressing: [...piece.dressing, other] };
    expect(alikeTo(all, item)).toHaveLength(4);
    const wider = withAlike(all, item, { ...item, insideMm: 5 });
    expect(places(wider)).toEqual(places(all));
    expect(wider.dressing.map((i) => 'insideMm' in i && i.insideMm)).toEqual([5, 5, 5, 5, 4]);
    expect(wider.dressing.map((i) => i.id)).toEqual(all.dressing.map((i) => i.id));
  });

  it('what is named keeps its own name, is still alike, and is told by it', () => {
    const item = made('own-loop', place(10, 0), { insideMm: 3, name: 'Heart loop' });
    const other = { ...made('own-loop', place(40, 0), { insideMm: 3 }), id: 'o' };
    const piece = pieceWith([newPath('l', [at(0, 0), at(60, 0)], false)], [item, other]);
    expect(alikeTo(piece, item)).toHaveLength(2);
    const wider = withAlike(piece, item, { ...item, insideMm: 5 });
    expect(wider.dressing.map((i) => [i.name, 'insideMm' in i && i.insideMm])).toEqual([
      ['Heart loop', 5],
      [undefined, 5],
    ]);
    const titles = dressPiece(wider, planPiece(wider)).items.map((d) => told(d.title));
    expect(titles).toEqual([
      'Heart loop: A loop of 5.0 mm on the way',
      'A loop of 5.0 mm on the way',
    ]);
  });

  it('on the middle line its mirror image is itself', () => {
    const line = newPath('l', [at(0, 10), at(0, 0), at(40, 0), at(40, 10)], false);
    expect(again([line], made('own-loop', place(20, 0)), { by: 'mirror' }).added).toBe(0);
  });

  it('a led wire that begins in the middle has its twin on the other side, once', () => {
    const acts = [wrapAct('a', place(20, 0)), wrapAct('b', place(30, 0), 3)];
    const item = made('led', place(20, 0), { acts });
    const { piece, added } = again([bar('a', 40)], item, { by: 'mirror' });
    expect(added).toBe(1);
    const twin = piece.dressing[1]!;
    expect('acts' in twin && twin.acts.map((a) => a.do === 'wrap' && a.on.x)).toEqual([20, 10]);
    expect(withAgain(piece, planPiece(piece), twin as typeof item, { by: 'mirror' }).added).toBe(0);
  });
});
