import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import { DEFAULT_KIT, hardSpots, insideFromTool, settleOnTools, type Stiffness } from '../forming';
import {
  distance,
  endOf,
  flattenPath,
  joinTurn,
  pathLength,
  pathsBox,
  startOf,
  type Path,
  type Primitive,
} from '../geometry';
import {
  bendChain,
  fitChain,
  followPoints,
  openAt,
  topSeam,
  type Chain,
  type Strip,
} from '../strip';
import { strokePath, readGlyph } from './glyph';
import {
  DEFAULT_WORD,
  FACE_IDS,
  FACES,
  formsOf,
  LetteringError,
  setWord,
  SIGN_LIST,
  type Word,
  type WordSettings,
} from './index';

const COPPER: Stiffness = { diameterMm: 1, modulusMPa: 117_000, flowMPa: 70 };
const WIRE = { diameterMm: 1, leastRadiusMm: (insideFromTool(1, COPPER) + 1) / 2 };

const word = (change: Partial<WordSettings>, wire = WIRE): Word =>
  setWord({ ...DEFAULT_WORD, ...change }, wire);
const main = (w: Word): Path[] => w.wires.filter((x) => x.role === 'word').map((x) => x.path);
const settledChain = (path: Path): Chain => {
  const chain = fitChain(path, 0.25);
  return settleOnTools(chain, followPoints(path, chain), DEFAULT_KIT, COPPER, 0.25).chain;
};
const stripOf = (path: Path): Strip => {
  const chain = settledChain(path);
  return bendChain(chain.closed ? openAt(chain, topSeam(chain)) : chain, 1);
};
const spots = (path: Path): unknown[] => hardSpots(stripOf(path), DEFAULT_KIT, COPPER);

const ACCENTED =
  'áàâäãåăāąćčçďéèêëěęėġģíìîïįķļľĺñńňņóòôöõőŕřŗśšşșťțţúùûüůűųýÿźžżÁÀÂÄÃÅĄĆČÇÉÈÊËĚĘÍÎÏÑŃÓÒÔÖÕŐŘŚŠȘŤÚÙÛÜŮŰÝŹŽŻ';

describe.each(FACE_IDS)('the face %s', (face) => {
  const every = [...SIGN_LIST, ...ACCENTED];

  it('has every letter, digit and mark', () => {
    const lost = every.filter((sign) => word({ face, text: `o${sign}` }).missing.length > 0);
    expect(lost).toEqual([]);
  });

  it.each([...new Set(every.map((s) => s.normalize('NFD')[0]!)), ...'éñőç'])(
    '%s is formable with the default kit in 1 mm copper at the standard size',
    (sign) => {
      for (const form of ['', ...formsOf(face, sign)]) {
        const w = word({
          face,
          text: sign,
          join: FACES[face].joins,
          dots: 'ring',
          letters: form ? [{ at: 0, dx: 0, dy: 0, form }] : [],
        });
        expect(w.tight).toEqual([]);
        for (const { path } of w.wires) expect(spots(path)).toEqual([]);
      }
    },
  );

  it('its letters are lines and arcs only, and keep together when turned round a circle', () => {
    const flat = word({ face, text: 'Lantern 26', join: false });
    const round = word({
      face,
      text: 'Lantern 26',
      join: false,
      baseline: { kind: 'arch', radiusMm: 40 },
    });
    const kinds = new Set(flat.wires.flatMap((x) => x.path.segments.map((s) => s.type)));
    expect(kinds.has('cubic')).toBe(false);
    const sum = (w: Word): number => w.wires.reduce((n, x) => n + pathLength(x.path), 0);
    // Letters are turned, not bent: nothing gets longer.
    expect(sum(round)).toBeCloseTo(sum(flat), 6);
  });
});

describe('a joined word', () => {
  it('in the joined hand is one wire without corners but where a letter has one', () => {
    const [path, ...rest] = main(word({ text: 'hush' }));
    expect(rest).toHaveLength(0);
    const turns = path!.segments
      .slice(1)
      .map((s, i) => Math.abs(joinTurn(path!.segments[i] as Primitive, s as Primitive)));
    // Only s has corners: its peak and the fold at its foot.
    expect(turns.filter((t) => t > 0.01)).toHaveLength(2);
    path!.segments.slice(1).forEach((s, i) => {
      expect(distance(endOf(path!.segments[i]!), startOf(s))).toBeLessThan(1e-6);
    });
  });

  test.each(FACE_IDS)('in %s every letter hangs in one wire', (face) => {
    for (const text of ['hush', 'Lantern Lane', 'fox & pear', 'BOAT 26', 'über']) {
      expect(main(word({ face, text, join: true }))).toHaveLength(1);
    }
  });

  it('leaves capitals apart if so chosen', () => {
    expect(main(word({ text: 'Nell', capitals: 'apart' }))).toHaveLength(2);
    expect(main(word({ text: 'Nell', capitals: 'join' }))).toHaveLength(1);
  });

  it('round a circle it is run as on a line, its capitals too', () => {
    const flat = word({ text: 'Lantern' });
    const round = word({ text: 'Lantern', baseline: { kind: 'arch', radiusMm: 500 } });
    const [a, b] = [main(flat), main(round)].map((paths) => pathLength(paths[0]!));
    expect(Math.abs(a! - b!) / a!).toBeLessThan(0.01);
    const tight = word({ text: 'Lantern', baseline: { kind: 'arch', radiusMm: 40 } });
    expect(Math.abs(pathLength(main(tight)[0]!) - a!) / a!).toBeLessThan(0.06);
  });

  it('spaces between words are bridged', () => {
    const [apart, near] = [word({ text: 'a b' }), word({ text: 'ab' })];
    expect(main(apart)).toHaveLength(1);
    // A space is six tenths of the 8 mm x-height wide.
    expect(apart.widthMm - near.widthMm).toBeCloseTo(4.8, 6);
  });
});

describe('size', () => {
  test.each(FACE_IDS)('%s is set to a total width', (face) => {
    for (const mm of [30, 45, 120]) {
      const w = word({ face, text: 'hush', size: { by: 'width', mm } });
      expect(w.widthMm).toBeCloseTo(mm, 3);
      const box = pathsBox(w.wires.map((x) => x.path))!;
      expect(box.maxX - box.minX + 1).toBeCloseTo(mm, 3);
    }
  });

  it('an x-height is the height of an o, the wire’s middle measured', () => {
    const w = word({ face: 'print', text: 'o', size: { by: 'x-height', mm: 12 } });
    const box = pathsBox(main(w))!;
    expect(box.maxY - box.minY).toBeCloseTo(12, 1);
  });

  it('letters too small for the wire are named and their curves kept wide enough', () => {
    const w = word({ text: 'hush', size: { by: 'x-height', mm: 4 } });
    expect(w.tight).toContain('h');
    const radii = main(w).flatMap((p) =>
      p.segments.flatMap((s) => (s.type === 'arc' ? [s.radius] : [])),
    );
    expect(Math.min(...radii)).toBeGreaterThan(0.3);
    expect(word({ text: 'hush', size: { by: 'x-height', mm: 12 } }).tight).toEqual([]);
  });

  it('letter space and kerning: T and o stand closer than T and H', () => {
    const width = (text: string, space = 0): number =>
      word({ face: 'print', text, join: false, space }).widthMm;
    const gap = width('To') - width('T') - width('o');
    expect(gap).toBeLessThan(width('TH') - width('T') - width('H') - 0.5);
    // Two letters have one gap: a tenth of the 8 mm x-height is 0.8 mm.
    expect(width('HH', 1) - width('HH')).toBeCloseTo(0.8, 6);
  });
});

describe('dots, accents and ends', () => {
  it('dots are beads, rings or nothing; accents wires or nothing', () => {
    const beads = word({ text: 'ïi' });
    expect(beads.beads).toHaveLength(3);
    expect(beads.wires.filter((w) => w.role === 'ring')).toHaveLength(0);
    const rings = word({ text: 'ïi', dots: 'ring' });
    expect(rings.wires.filter((w) => w.role === 'ring')).toHaveLength(3);
    expect(rings.beads).toHaveLength(0);
    expect(word({ text: 'é' }).wires.filter((w) => w.role === 'accent')).toHaveLength(1);
    expect(word({ text: 'é', accents: 'none' }).wires).toHaveLength(1);
  });

  it('a bail stands on the word, one wire above it', () => {
    const plain = word({ text: 'nnn' });
    const hung = word({ text: 'nnn', ends: 'bail', loopMm: 3 });
    const bail = hung.wires.find((w) => w.role === 'bail')!;
    const [ring, letters] = [pathsBox([bail.path])!, pathsBox(main(plain))!];
    expect(ring.maxX - ring.minX).toBeCloseTo(4, 1);
    expect(letters.minY - ring.maxY).toBeCloseTo(1, 1);
  });

  it('a letter is moved and given another form alone', () => {
    const own = word({ text: 'oll', join: false, face: 'print' });
    const moved = word({
      text: 'oll',
      join: false,
      face: 'print',
      letters: [{ at: 1, dx: 0, dy: 3, form: 'curved' }],
    });
    const box = (w: Word, i: number) => pathsBox([main(w)[i]!])!;
    expect(box(moved, 1).minY - box(own, 1).minY).toBeCloseTo(3, 6);
    expect(box(moved, 1).maxX - box(moved, 1).minX).toBeGreaterThan(2);
    expect(box(moved, 0)).toEqual(box(own, 0));
  });
});

describe('what cannot be set is said', () => {
  test.each([
    ['', /Type a word/],
    ['   \n ', /Type a word/],
    ['x'.repeat(500), /up to 200 signs; this has 500/],
    ['שלום', /right to left/],
    ['مرحبا', /right to left/],
    ['漢字', /none of these signs: 漢 字/],
    ['🙂', /none of these signs/],
  ])('%j', (text, message) => {
    expect(() => word({ text })).toThrow(message);
    expect(() => word({ text })).toThrow(LetteringError);
  });

  it('signs that are missing among others are named, and the rest is set', () => {
    const w = word({ text: 'a漢b🙂漢' });
    expect(w.missing).toEqual(['漢', '🙂']);
    expect(main(w)).toHaveLength(1);
  });
});

test('any text is set without breaks, or refused in words', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'grapheme', maxLength: 12 }),
      fc.constantFrom(...FACE_IDS),
      fc.boolean(),
      fc.double({ min: 2, max: 40, noNaN: true }),
      fc.double({ min: -30, max: 40, noNaN: true }),
      (text, face, join, mm, slantDeg) => {
        try {
          const w = word({ text, face, join, slantDeg, size: { by: 'x-height', mm } });
          for (const { path } of w.wires) {
            path.segments.slice(1).forEach((s, i) => {
              expect(distance(endOf(path.segments[i]!), startOf(s))).toBeLessThan(1e-5);
            });
            expect(flattenPath(path, 0.1).every((p) => Number.isFinite(p.x + p.y))).toBe(true);
          }
        } catch (error) {
          expect(error).toBeInstanceOf(LetteringError);
        }
      },
    ),
    { numRuns: 150 },
  );
});

test('the notation of letters', () => {
  const glyph = readGlyph('0,0 5,0,2 10,0|o3,3,1|=0,0 4,4|*2,-9');
  expect(glyph.strokes.map((s) => [s.posts.length, s.closed, s.bar])).toEqual([
    [3, false, false],
    [1, true, false],
    [2, false, true],
  ]);
  expect(glyph.dots).toEqual([{ x: 2, y: -9 }]);
  expect(pathLength(strokePath(glyph.strokes[1]!))).toBeCloseTo(2 * Math.PI, 9);
});
