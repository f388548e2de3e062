import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { distance, type Vec } from '../geometry';
import { newPath, newPiece, type FigurePath, type Piece } from '../piece';
import { DRESS_KINDS, dressSchema, kindOf, newDressItem, plainBead, type DressItem } from '../item';
import { planPiece } from '../plan';
import { told } from '../words/told.support';
import { dressPiece, type Dressed } from '.';

const at = (x: number, y: number): Vec => ({ x, y });
const D = 1;

const pieceOf = (paths: FigurePath[], dressing: DressItem[]): Piece => ({
  ...newPiece('p', 'Dressed', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: D },
  paths,
  dressing,
});

/** A straight wire of 100 mm. */
const BAR = newPath('bar', [at(0, 0), at(100, 0)], false);
/** A ring of radius 20 about the origin. */
const RING = newPath(
  'ring',
  [
    { x: 0, y: -20, bulge: Math.tan(Math.PI / 8) },
    { x: 20, y: 0, bulge: Math.tan(Math.PI / 8) },
    { x: 0, y: 20, bulge: Math.tan(Math.PI / 8) },
    { x: -20, y: 0, bulge: Math.tan(Math.PI / 8) },
  ],
  true,
);

/** Out 30 mm and back, beside itself. */
const LEG = newPath(
  'l',
  [
    { x: 0, y: 0 },
    { x: 30, y: 0 },
    { x: 0, y: 0 },
  ],
  false,
);

function dressed(paths: FigurePath[], item: DressItem): Dressed {
  const piece = pieceOf(paths, [item]);
  const { items } = dressPiece(piece, planPiece(piece));
  expect(items).toHaveLength(1);
  return items[0]!;
}

const stretch = (x: number, y: number, lengthMm: number) => ({ x, y, lengthMm });

describe('every kind', () => {
  const kinds = DRESS_KINDS.map((k) => k.kind);
  test.each(kinds)(
    '%s: fresh from the list it is valid, has a place, wire or beads, and looks',
    (kind) => {
      const item = newDressItem(kind, 'i', stretch(0, -20, 20), stretch(0, 20, 20), {
        frameMm: D,
      });
      expect(dressSchema.parse(item)).toEqual(item);
      const on = kindOf({ kind }).place === 'free' ? { ...item, on: stretch(0, 0, 0) } : item;
      // A lone ring has nothing to go round, no end, and no leg that runs out and back.
      const alone = 'strands' in on && on.strands === null ? { ...on, strands: 1 } : on;
      const leg = { ...on, on: stretch(30, 0, 0) };
      const ended = { ...on, on: stretch(0, 0, 0) };
      const own = new Map([
        ['own-twist', leg],
        ['tail-bead', { ...on, on: stretch(15, 0, 0) }],
        ['own-led', ended],
      ]).get(kind);
      const d = own ? dressed([LEG], own) : dressed([RING], alone);
      expect(told(d.title)).not.toBe('');
      expect(d.problems.filter((p) => p.refused).map((p) => told(p.message))).toEqual([]);
      const bought = kind === 'hung-chain' || kind === 'stone' ? d.findings.length : 0;
      const taken = d.wires.length + d.beads.length + d.own.length + bought;
      if (kind !== 'flatten') expect(taken).toBeGreaterThan(0);
      expect(d.marks.length).toBeGreaterThan(0);
      // It goes from worker to page as plain data.
      expect(structuredClone(d)).toEqual(d);
      for (const w of d.wires) {
        expect(w.cutMm).toBeGreaterThan(w.tailsMm);
        expect(Number.isFinite(w.cutMm)).toBe(true);
      }
      // Every number that can be asked for is one of the item's own.
      expect(Object.keys(item)).toEqual(expect.arrayContaining(Object.keys(kindOf(item).fields)));
    },
  );

  test.each(kinds)('%s: nothing breaks on a piece without a wire', (kind) => {
    const piece = pieceOf([], [newDressItem(kind, 'i', stretch(0, 0, 5), stretch(9, 9, 5))]);
    expect(() => dressPiece(piece, planPiece(piece))).not.toThrow();
  });
});

describe('beads', () => {
  const beads = (on: DressItem['on'], more: object = {}): DressItem => ({
    ...newDressItem('beads', 'b', on, on, { frameMm: D }),
    ...more,
  });

  it('fill a straight stretch: 52.4 mm take 13 of 4 mm and leave 0.4', () => {
    const d = dressed([BAR], beads(stretch(50, 0, 52.4)));
    expect(d.beads).toMatchObject([{ count: 13 }]);
    expect(told(d.problems[0]!.message)).toContain('0.4 mm of the stretch stay bare');
    // Spread over twelve gaps.
    const [spread] = d.problems[0]!.remedies;
    expect(spread).toMatchObject({ kind: 'item' });
    if (spread?.kind !== 'item') throw new Error('no item');
    const even = dressed([BAR], spread.item);
    expect(even.beads[0]!.count).toBe(13);
    expect(even.problems).toEqual([]);
  });

  it('touch each other on a ring, as chords of it', () => {
    const d = dressed([RING], beads(stretch(0, 20, 40)));
    const marks = d.marks.flatMap((m) => (m.kind === 'bead' ? [m] : []));
    // 2 R asin(b / 2R) each: 40 / 4.00669 = 9.98
    expect(marks).toHaveLength(9);
    for (const m of marks) {
      expect(Math.hypot(m.at.x, m.at.y)).toBeCloseTo(Math.sqrt(20 ** 2 - 2 ** 2), 1);
    }
    marks.slice(1).forEach((m, i) => {
      // Neighbouring chords of one circle: their middles are as far apart as the chords turn.
      const turn = 2 * Math.asin(2 / 20);
      expect(distance(m.at, marks[i]!.at)).toBeCloseTo(
        2 * Math.sqrt(400 - 4) * Math.sin(turn / 2),
        1,
      );
    });
  });

  it('a hole too small is refused, and every remedy offered makes it fit', () => {
    const tight = { ...plainBead(), holeMm: 0.9 };
    const d = dressed([BAR], beads(stretch(50, 0, 20), { beads: [tight], passes: 2 }));
    expect(d.beads).toEqual([]);
    expect(d.marks).toEqual([]);
    const [problem] = d.problems;
    expect(problem).toMatchObject({ refused: true });
    expect(told(problem!.message)).toContain(
      'its hole is 0.90 mm, and 2 passes of 1.00 mm wire need 2.00 mm',
    );
    expect(problem!.remedies.map((r) => told(r.label))).toEqual([
      'Pass once',
      'Take a bead with a hole of 2.00 mm',
      'Hang it from a head pin instead',
      expect.stringMatching(/^Use .*frame$/),
    ]);
    const larger = problem!.remedies[1]!;
    const fits = dressed([BAR], larger.kind === 'item' ? larger.item : beads(stretch(0, 0, 0)));
    expect(fits.beads[0]!.count).toBe(5);
    const hung = problem!.remedies[2]!;
    if (hung.kind !== 'item') throw new Error('no item');
    expect(dressed([BAR], hung.item).problems).toEqual([]);
    const thin = problem!.remedies[3]!;
    if (thin.kind !== 'frame') throw new Error('no gauge');
    expect(2 * thin.diameterMm).toBeLessThanOrEqual(0.9);
  });

  it('over a corner the wire would have to bow inside the bead', () => {
    const corner = newPath('c', [at(0, 0), at(20, 0), at(20, 20)], false);
    const d = dressed([corner], beads(stretch(20, 0, 12)));
    expect(told(d.problems[0]!.message)).toMatch(/bow of the wire under it/);
  });

  it('wound on: wraps stand equally before and after, and the wire is counted by hand', () => {
    const item = { ...newDressItem('wound-beads', 'w', stretch(50, 0, 30), stretch(0, 0, 0)) };
    if (item.kind !== 'wound-beads') throw new Error('kind');
    const d = dressed([BAR], item);
    const w = 3 * item.thread.diameterMm;
    const n = Math.floor((30 - w) / (3 + w));
    expect(d.beads[0]!.count).toBe(n);
    expect(d.counts[0]!.count).toBe(3 * (n + 1));
    const t = item.thread.diameterMm;
    const turn = Math.hypot(Math.PI * (D + t), t);
    expect(d.wires[0]!.cutMm).toBeCloseTo(3 * (n + 1) * turn + n * (3 + 3 - t) + 40, 9);
  });

  it('across an opening: as long as the chord, and no longer than the opening', () => {
    const across = { ...newDressItem('bridge', 'x', stretch(-20, 0, 0), stretch(20, 0, 0)) };
    if (across.kind !== 'bridge') throw new Error('kind');
    const d = dressed([RING], across);
    const t = across.thread.diameterMm;
    const turns = 8 * Math.hypot(Math.PI * (D + t), t);
    expect(d.wires[0]!.cutMm).toBeCloseTo(40 + turns + 40, 1);
    const many = { ...across, beads: Array.from({ length: 10 }, () => plainBead()) };
    const full = dressed([RING], many);
    expect(full.problems[0]).toMatchObject({ refused: true });
    expect(told(full.problems[0]!.message)).toContain('39.0 mm wide and the beads are 40.0 mm');
  });
});

describe('second wires', () => {
  it('a coil over 12 mm by hand', () => {
    const item = newDressItem('coil', 'c', stretch(50, 0, 12), stretch(0, 0, 0));
    if (item.kind !== 'coil') throw new Error('kind');
    const t = item.thread.diameterMm;
    const d = dressed([BAR], item);
    expect(d.wires[0]!.cutMm).toBeCloseTo((12 / t) * Math.hypot(Math.PI * (1 + t), t) + 40, 9);
    expect(d.counts[0]!.count).toBe(Math.round(12 / t));
    expect(d.spans[0]).toMatchObject({ wire: 0 });
    expect(d.spans[0]!.toMm - d.spans[0]!.fromMm).toBeCloseTo(12, 9);
  });

  it('strands in a curve: pi / 2 of their distance longer outside, shorter inside', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.boolean(), (strands, outer) => {
        const quarter = (Math.PI / 2) * 20;
        const item = {
          ...newDressItem('strands', 's', stretch(0, -20, quarter), stretch(0, 0, 0)),
          strands,
          side: outer ? 'left' : 'right',
          tailMm: 0,
        } as DressItem;
        const d = dressed([RING], item);
        const t = 0.644;
        d.wires.forEach((w, j) => {
          const aside = (D + t) / 2 + j * t;
          const expected = quarter + (outer ? 1 : -1) * (Math.PI / 2) * aside;
          expect(w.cutMm).toBeCloseTo(expected, 1);
        });
      }),
      { numRuns: 12 },
    );
  });

  it('two parallel wires are bound; a lone one is not, and says so', () => {
    const other = newPath('other', [at(0, 1), at(100, 1)], false);
    const item = newDressItem('bind', 'b', stretch(50, 0, 0), stretch(0, 0, 0));
    if (item.kind !== 'bind') throw new Error('kind');
    const t = item.thread.diameterMm;
    const d = dressed([BAR, other], item);
    expect(d.problems).toEqual([]);
    const turn = Math.hypot(2 * D + Math.PI * (D + t), t);
    expect(d.wires[0]!.cutMm).toBeCloseTo(5 * turn + 40, 9);
    expect(dressed([BAR], item).problems[0]).toMatchObject({ refused: true });
  });

  it('a twist past 45 degrees is warned of, and the remedy heals it', () => {
    const item = { ...newDressItem('twist', 't', stretch(50, 0, 20), stretch(0, 0, 0)), turns: 60 };
    const d = dressed([BAR], item);
    const [remedy] = d.problems[0]!.remedies;
    if (remedy?.kind !== 'item') throw new Error('no item');
    expect(dressed([BAR], remedy.item).problems).toEqual([]);
  });

  it('a fan: the outermost strand is an arc over its chord', () => {
    const item = {
      ...newDressItem('fan', 'f', stretch(50, 0, 40), stretch(0, 0, 0)),
      strands: 3,
      bowMm: 8,
      tailMm: 0,
    } as DressItem;
    const strands = dressed([BAR], item).wires.filter((w) => w.role === 'strand');
    const radius = (20 ** 2 + 8 ** 2) / 16;
    const arc = 2 * radius * Math.asin(20 / radius);
    expect(strands.find((w) => w.count === 2)!.cutMm).toBeCloseTo(arc, 6);
    expect(strands.find((w) => w.count === 1)!.cutMm).toBeCloseTo(40, 6);
  });
});

describe('weaves on the figure', () => {
  /** Two bows that come apart and close again. */
  const upper = newPath('u', [{ x: 0, y: 0, bulge: 0.18 }, at(40, -4)], false);
  const lower = newPath('l', [{ x: 0, y: 6, bulge: -0.3 }, at(40, 8)], false);

  /** Length of one crossed belt over the two wires, written out anew. */
  function belt(c: number, t: number, w: number): number {
    const b = (D + t) / 2;
    const tangent = Math.sqrt(c * c - 4 * b * b);
    const hold = 2 * Math.PI - 2 * Math.atan2(tangent, 2 * b);
    return Math.hypot(2 * b * (hold + 2 * Math.PI * (w - 1)) + 2 * tangent, w * t);
  }

  it('agrees with a fine integration over the changing gap between two curves', () => {
    const item = {
      ...newDressItem('weave', 'w', stretch(20, -5.5, 30), stretch(20, 13, 34)),
      tailMm: 0,
    } as DressItem;
    if (item.kind !== 'weave') throw new Error('kind');
    const d = dressed([upper, lower], item);
    const t = item.thread.diameterMm;
    const rows = d.counts[0]!.count;
    expect(rows).toBe(Math.floor(30 / (2 * t) + 1e-9));
    // The two arcs as drawn, by their own formulas, gone along by equal shares of their lengths.
    const arc = (from: Vec, to: Vec, bulge: number) => {
      const sweep = 4 * Math.atan(bulge);
      const chord = Math.hypot(to.x - from.x, to.y - from.y);
      const radius = chord / 2 / Math.sin(Math.abs(sweep) / 2);
      const length = radius * Math.abs(sweep);
      const direction = Math.atan2(to.y - from.y, to.x - from.x) - sweep / 2;
      const spot = (s: number): Vec => {
        // Integrated step by step along the turning tangent.
        const n = 400;
        let [x, y] = [from.x, from.y];
        for (let i = 0; i < n; i++) {
          const here = direction + (sweep * ((i + 0.5) * (s / n))) / length;
          x += (Math.cos(here) * s) / n;
          y += (Math.sin(here) * s) / n;
        }
        return { x, y };
      };
      return { length, spot };
    };
    const [a, b] = [arc(at(0, 0), at(40, -4), 0.18), arc(at(0, 6), at(40, 8), -0.3)];
    const nearest = (curve: typeof a, p: Vec): number => {
      let best = 0;
      for (let i = 0; i <= 2000; i++) {
        const s = (curve.length * i) / 2000;
        if (distance(curve.spot(s), p) < distance(curve.spot(best), p)) best = s;
      }
      return best;
    };
    const [ma, mb] = [nearest(a, at(20, -5.5)), nearest(b, at(20, 13))];
    let sum = 0;
    const steps = 600;
    const woven = rows * 2 * t;
    for (let i = 0; i < steps; i++) {
      const s = ((i + 0.5) * woven) / steps;
      const share = s / 30;
      const p = a.spot(ma - 15 + 30 * share);
      const q = b.spot(mb - 17 + 34 * share);
      sum += (belt(distance(p, q), t, 2) * (woven / steps)) / (2 * t);
    }
    expect(d.wires[0]!.cutMm / sum).toBeCloseTo(1, 2);
    expect(Math.abs(d.wires[0]!.cutMm - sum)).toBeLessThan(0.005 * sum);
  });

  it('takes the same from either side, and either way round', () => {
    const make = (from: 'first' | 'last', swap: boolean): number => {
      const [on, to] = [stretch(20, -5.5, 24), stretch(20, 13, 24)];
      const item = newDressItem('weave', 'w', swap ? to : on, swap ? on : to);
      const rows = { ...item, from, rows: null } as DressItem;
      return dressed([upper, lower], rows).wires[0]!.cutMm;
    };
    expect(make('last', false) / make('first', false)).toBeCloseTo(1, 2);
    expect(make('first', true)).toBeCloseTo(make('first', false), 3);
  });

  it('a net that does not fit its frame is refused, with where to stop', () => {
    const item = { ...newDressItem('net', 'n', stretch(0, 0, 0), stretch(0, 0, 0)), outerMm: 25 };
    const d = dressed([RING], item);
    expect(told(d.problems[0]!.message)).toContain('the frame stands 19.5 mm from its middle');
    const [remedy] = d.problems[0]!.remedies;
    if (remedy?.kind !== 'item') throw new Error('no item');
    const fits = dressed([RING], remedy.item);
    expect(fits.problems).toEqual([]);
    const spokes = fits.wires.find((w) => w.role === 'spoke')!;
    expect(spokes.count).toBe(7);
    expect(spokes.cutMm).toBeCloseTo(20 + Math.hypot(Math.PI * 1.812, 0.812), 1);
  });

  it('outside the figure a net finds no frame', () => {
    const item = newDressItem('net', 'n', stretch(60, 60, 0), stretch(0, 0, 0));
    expect(told(dressed([RING], item).problems[0]!.message)).toContain('must lie inside');
  });

  it('lacing: straight ways and half turns, by hand', () => {
    const other = newPath('other', [at(0, 10), at(100, 10)], false);
    const item = newDressItem('lacing', 'l', stretch(50, 0, 40), stretch(50, 10, 40));
    if (item.kind !== 'lacing') throw new Error('kind');
    const d = dressed([BAR, other], item);
    const t = item.thread.diameterMm;
    const straight = 6 * 10 + 5 * Math.hypot(10, 8);
    const round = 6 * Math.hypot(Math.PI * (1 + t), t);
    expect(d.wires[0]!.cutMm).toBeCloseTo(straight + round + 40, 6);
  });
});

describe('sums', () => {
  it('hammering reckoned ahead shortens the cut length by what it gains', () => {
    const flat = {
      ...newDressItem('flatten', 'f', stretch(50, 0, 30), stretch(0, 0, 0)),
      thickMm: 0.7,
      ahead: true,
    } as DressItem;
    const plain = planPiece(pieceOf([BAR], []));
    const ahead = planPiece(pieceOf([BAR], [flat]));
    const factor = (1 / 0.7) ** 0.2;
    expect(plain.wires[0]!.cutMm - ahead.wires[0]!.cutMm).toBeCloseTo(30 * (1 - 1 / factor), 9);
    expect(ahead.wires[0]!.parts.find((p) => p.id === 'hammering')!.lengthMm).toBeLessThan(0);
    const sum = ahead.wires[0]!.parts.reduce((s, p) => s + p.lengthMm, 0);
    expect(sum).toBeCloseTo(ahead.wires[0]!.cutMm, 9);
  });

  it('wires alike are counted together, and mass adds up', () => {
    const coil = (id: string, x: number): DressItem =>
      newDressItem('coil', id, stretch(x, 0, 10), stretch(0, 0, 0));
    const beads = newDressItem('beads', 'b', stretch(50, 0, 12), stretch(0, 0, 0));
    const piece = pieceOf([BAR], [coil('a', 20), coil('c', 80), beads]);
    const dressing = dressPiece(piece, planPiece(piece));
    expect(dressing.wires).toMatchObject([{ count: 2, role: 'binding' }]);
    const w = dressing.wires[0]!;
    const wireG = (2 * (Math.PI / 4) * w.wire.diameterMm ** 2 * (w.cutMm - 40) * 8.94) / 1000;
    expect(dressing.massG).toBeCloseTo(wireG + 3 * plainBead().grams, 6);
  });
});
