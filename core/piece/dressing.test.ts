import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { dressSchema, type DressItem, type MadeOf, type PieceItem } from '../item';
import { compose, rotation, scaling, translation } from '../geometry';
import {
  DEFAULT_MAKING,
  itemsOf,
  mapFigure,
  newPath,
  newPiece,
  PIECE_LIMITS,
  PIECE_VERSION,
  pieceSchema,
  readPiece,
  twinOf,
  wireOf,
  withNamedWires,
  type Joint,
  type Piece,
} from '.';

const THREAD = { metal: 'copper', temper: 'dead-soft', diameterMm: 0.3 } as const;
const coil = (x: number, y: number, lengthMm: number): DressItem => ({
  id: 'c',
  kind: 'coil',
  on: { x, y, lengthMm },
  thread: THREAD,
  gapMm: 0,
  tailMm: 10,
});
const weave: DressItem = {
  id: 'w',
  kind: 'weave',
  on: { x: 1, y: 2, lengthMm: 10 },
  to: { x: 5, y: 2, lengthMm: 8 },
  thread: THREAD,
  wraps: 2,
  rows: null,
  from: 'first',
  tailMm: 10,
};
const strands: DressItem = {
  id: 's',
  kind: 'strands',
  on: { x: 3, y: 0, lengthMm: 6 },
  thread: THREAD,
  strands: 2,
  side: 'left',
  tailMm: 5,
};
const piece = (dressing: DressItem[]): Piece => ({
  ...newPiece('p', 'Dressed', ''),
  paths: [
    newPath(
      'a',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
      ],
      false,
    ),
  ],
  dressing,
});

describe('dressing moves with the figure', () => {
  it('turned and scaled: places follow, lengths grow, what is chosen stays', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (factor, angle) => {
          const map = compose(translation(3, -2), compose(rotation(angle), scaling(factor)));
          const [c, w] = mapFigure(piece([coil(4, 1, 12), weave]), map).dressing;
          const [cos, sin] = [Math.cos(angle) * factor, Math.sin(angle) * factor];
          expect(c!.on.x).toBeCloseTo(4 * cos - 1 * sin + 3, 9);
          expect(c!.on.y).toBeCloseTo(4 * sin + 1 * cos - 2, 9);
          expect(c!.on.lengthMm).toBeCloseTo(12 * factor, 9);
          expect(w).toMatchObject({ wraps: 2, rows: null });
          expect(w?.kind === 'weave' && w.to.lengthMm).toBeCloseTo(8 * factor, 9);
        },
      ),
    );
  });

  it('mirrored twice everything is as it was; once, left is right', () => {
    const own = piece([strands, coil(4, 1, 12)]);
    const twin = twinOf(own);
    expect(twin.dressing[0]).toMatchObject({ side: 'right' });
    expect(twin.dressing[0]!.on.x).toBeCloseTo(17, 9);
    expect(twinOf(twin).dressing).toEqual(own.dressing);
  });
});

type Saved = Omit<Piece, 'making' | 'dressing' | 'links'> & {
  links: (Omit<NonNullable<Piece['links']>, 'turn'> & { joint: Joint }) | null;
  dressing: (PieceItem & { spreadMm?: number })[];
  making: Omit<Piece['making'], 'stages'> & Partial<Pick<Piece['making'], 'stages'>>;
};

/** A piece with all that names a thin wire made of that by itself, as it was kept before. */
function byThemselves(own: Piece): Piece {
  const named = new Set(
    own.stocks.filter((s) => /^(Thin wire|Wire for joints)/.test(s.name)).map((s) => s.id),
  );
  const joint = <J extends { wire: MadeOf }>(j: J): J => ({ ...j, wire: wireOf(own, j.wire) });
  const { links } = own;
  const turn = (links?.turn ?? []).map(({ link, joint: j }) => ({
    link,
    joint: 'wire' in j ? joint(j) : j,
  }));
  return {
    ...own,
    dressing: itemsOf(own),
    parts: own.parts.map((p) => (p.joint ? { ...p, joint: joint(p.joint) } : p)),
    links: links && { ...links, turn },
    stocks: own.stocks.filter((s) => !named.has(s.id)),
  };
}

/** A row of links of one kind, which is all that there was. */
function inTurn(links: Saved['links']): Piece['links'] {
  if (!links) return null;
  const { joint, ...row } = links;
  return { ...row, turn: [{ link: null, joint }] };
}

describe('records of dressing', () => {
  it('a record of before has no dressing, and the usual ways of making', () => {
    const { dressing: _d, parts: _p, outOfPlane: _o, making: _m, ...old } = piece([]);
    const read = readPiece({ ...old, version: 4 });
    expect(read.ok && read.value).toMatchObject({
      version: PIECE_VERSION,
      stocks: [],
      links: null,
      dressing: [],
      parts: [],
      outOfPlane: null,
      making: DEFAULT_MAKING,
    });
  });

  it.each([5, 6, 7, 8, 9, 10, 11])('pieces of version %i are what they were', (version) => {
    const saved = JSON.parse(
      readFileSync(new URL(`./fixtures/pieces-${version}.json`, import.meta.url), 'utf8'),
    ) as Saved[];
    expect(saved.flatMap((p) => p.dressing).length).toBeGreaterThan(5);
    for (const old of saved) {
      expect(old.version).toBe(version);
      const value = {
        ...old,
        version: PIECE_VERSION,
        doubled: old.doubled ?? 'beside',
        doubledAt: old.doubledAt ?? [],
        stocks: version < 7 ? [] : old.stocks,
        tags: [],
        links: version < 7 ? null : version < 11 ? inTurn(old.links) : old.links,
        parts: version < 10 ? old.parts.map((p) => ({ ...p, spots: [] })) : old.parts,
        dressing: old.dressing.map(({ spreadMm, ...i }) => ({
          ...i,
          ...(version < 11 && i.kind === 'own-wraps' && { beside: 'inside' }),
          ...(version < 10 && i.kind === 'guided' && { spreadsMm: [spreadMm] }),
          ...(version < 8 && i.kind === 'wound-beads' && { group: 1 }),
          ...(version < 8 && i.kind === 'finding' && { riseMm: 6, roundMm: 8, legMm: 16 }),
        })),
        making: {
          ...old.making,
          copies: version < 7 ? 1 : old.making.copies,
          stages: old.making.stages ?? [],
        },
      };
      const read = readPiece(old);
      expect(read.ok).toBe(true);
      if (read.ok) expect(version < 9 ? byThemselves(read.value) : read.value).toEqual(value);
    }
  });

  it('all that is made of thin wire names one of its piece, alike ones the same', () => {
    const saved = JSON.parse(
      readFileSync(new URL('./fixtures/pieces-8.json', import.meta.url), 'utf8'),
    ) as Piece[];
    for (const old of saved) {
      const read = readPiece(old);
      if (!read.ok) throw new Error(read.message);
      const { stocks, dressing, parts, links } = read.value;
      const ids = new Set(stocks.map((s) => s.id));
      expect(ids.size).toBe(stocks.length);
      expect(new Set(stocks.map((s) => s.name)).size).toBe(stocks.length);
      for (const i of dressing) if ('thread' in i) expect(ids).toContain(i.thread);
      const joints = [
        ...parts.flatMap((p) => p.joint ?? []),
        ...(links?.turn ?? []).flatMap(({ joint: j }) => ('wire' in j ? [j] : [])),
      ];
      for (const j of joints) expect(ids).toContain(j.wire);
      const thin = old.dressing.flatMap((i) => ('thread' in i ? [JSON.stringify(i.thread)] : []));
      const joined = joints.length > 0 ? 1 : 0;
      expect(stocks.length).toBe(old.stocks.length + new Set(thin).size + joined);
    }
  });

  it('what is made of a wire by itself is not kept', () => {
    const own = piece([coil(4, 1, 12)]);
    expect(pieceSchema.safeParse(own).success).toBe(false);
    expect(pieceSchema.safeParse(withNamedWires(own)).success).toBe(true);
  });

  it('a bail over a rod of version 7 comes down behind by nothing, as it was', () => {
    const old = { ...piece([]), version: 7, outOfPlane: { kind: 'rod', rodMm: 4 } };
    const read = readPiece(old);
    expect(read.ok && read.value.outOfPlane).toEqual({ kind: 'rod', rodMm: 4, backMm: 0 });
  });

  it('numbers of version 5 beyond what can be chosen come within it', () => {
    const wide = { ...coil(4, 1, 12), tailMm: 900, gapMm: 200 };
    const old = { ...piece([]), version: 5, dressing: [wide, weave, { kind: 'tassel' }] };
    const { dressing, ...rest } = old;
    const read = readPiece({ ...rest, dressing: dressing.slice(0, 2) });
    expect(read.ok && itemsOf(read.value)).toEqual([{ ...wide, tailMm: 300, gapMm: 50 }, weave]);
    expect(readPiece(old).ok).toBe(false);
    expect(readPiece({ ...rest, dressing: 'gone' }).ok).toBe(false);
    expect(readPiece(rest).ok).toBe(false);
  });

  it('comes back as it was written', () => {
    const own = withNamedWires(piece([coil(4, 1, 12), weave, strands]));
    const read = readPiece(JSON.parse(JSON.stringify(own)));
    expect(read).toEqual({ ok: true, value: own });
  });

  test.each([
    [{ ...coil(0, 0, 5), gapMm: -1 }, 'gapMm'],
    [{ ...coil(0, 0, 5), thread: { ...THREAD, diameterMm: 0 } }, 'thread'],
    [{ ...weave, wraps: 0 }, 'wraps'],
    [{ ...weave, to: undefined }, 'to'],
    [{ ...strands, side: 'above' }, 'side'],
    [{ ...strands, kind: 'knitting' }, 'kind'],
    [{ ...coil(0, 0, 5), colour: 'red' }, 'colour'],
  ])('refuses %#', (item, where) => {
    const read = dressSchema.safeParse(item);
    expect(read.success).toBe(false);
    const text = JSON.stringify(read.error?.issues[0]);
    expect(text).toContain(where);
  });

  it('a damaged item names where it is, and more items than there may be are refused', () => {
    const broken = { ...piece([]), dressing: [{ ...coil(0, 0, 5), tailMm: 'long' }] };
    expect(readPiece(broken)).toMatchObject({
      ok: false,
      message: expect.stringContaining(
        'damaged: dressing item 1, “tail” is missing, or is not what it should be',
      ) as string,
    });
    const many = Array.from({ length: PIECE_LIMITS.dressing + 1 }, () => coil(0, 0, 5));
    const kept = (items: DressItem[]): boolean =>
      pieceSchema.safeParse(withNamedWires(piece(items))).success;
    expect(kept(many)).toBe(false);
    expect(kept(many.slice(1))).toBe(true);
  });
});
