import fc from 'fast-check';
import Papa from 'papaparse';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { readRows, THING_KINDS } from '../drawer';
import { DEFAULT_KIT } from '../forming';
import { newPath, newPiece, twinAxis, twinOf, type Piece } from '../piece';
import { mirrorPlan, planPiece } from '../plan';
import { writeBendsCsv, writeDrawerCsv, writeToBuyCsv, writePatternSvg } from '.';
import { withDensity } from './pngDensity';
import { COATS, METALS, TEMPERS } from '../wire';

const piece: Piece = {
  ...newPiece('p', 'Bracket', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 12 },
        { x: 40, y: 12 },
      ],
      false,
    ),
  ],
};

type Row = Record<string, string>;
const rowsOf = (p: Piece, twin = false): Row[] => {
  const plan = planPiece(p, { kit: DEFAULT_KIT });
  const text = twin
    ? writeBendsCsv(twinOf(p), mirrorPlan(plan, twinAxis(p)))
    : writeBendsCsv(p, plan);
  const lines = Papa.parse<string[]>(text).data;
  const head = lines.findIndex((l) => l[0] === 'wire' && l[1] === 'bend');
  const names = lines[head]!;
  return lines
    .slice(head + 1)
    .filter((l) => l.length === names.length)
    .map((l) => Object.fromEntries(l.map((v, i) => [names[i]!, v])));
};

describe('the bend list as CSV', () => {
  it('has the marks of the way of working', () => {
    const [first] = rowsOf(piece);
    expect(first).toMatchObject({ 'worked from': 'first end', 'order of work': '1', grip: 'edge' });
    // 20 mm less the corner's setback of (0.25 + 0.5) tan 45.
    expect(Number(first!['mark mm'])).toBeCloseTo(19.25, 2);
    const last = rowsOf({ ...piece, from: 'last' });
    expect(last[0]).toMatchObject({ 'worked from': 'last end', 'order of work': '2' });
    expect(last[1]).toMatchObject({ 'order of work': '1' });
    expect(Number(last[1]!['mark mm'])).toBeCloseTo(19.25, 2);
    const middle = rowsOf({ ...piece, from: 'middle' });
    expect(middle.map((r) => r['worked from'])).toEqual(['middle', 'middle']);
  });

  it('of the twin turns the other way at the same marks', () => {
    const [own, twin] = [rowsOf(piece), rowsOf(piece, true)];
    own.forEach((row, i) => {
      const other = twin[i]!;
      expect(other['mark mm']).toBe(row['mark mm']);
      expect(other['turn']).not.toBe(row['turn']);
      expect(Number(other['angle deg'])).toBe(-Number(row['angle deg']));
    });
  });
});

describe('the pattern as SVG', () => {
  it('is at true size to another reader, and its line lies where it should', async () => {
    const plan = planPiece(piece);
    const text = writePatternSvg(piece, plan);
    // 40 x 12 mm over the wire's middle, a wire's thickness beyond all round.
    expect(text).toContain('width="42mm" height="14mm"');
    const { data, info } = await sharp(Buffer.from(text), { density: 144 })
      .flatten({ background: '#fff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const px = info.width / 42;
    expect(info.height / 14).toBeCloseTo(px, 1);
    const dark = (xMm: number, yMm: number): boolean =>
      data[Math.round((yMm + 1) * px) * info.width + Math.round((xMm + 1) * px)]! < 128;
    // The first leg runs along y = 0, the second down x = 20, the last along y = 12; beside them is paper.
    expect([dark(5, 0), dark(20, 6), dark(30, 12)]).toEqual([true, true, true]);
    expect([dark(5, 1), dark(18.9, 6), dark(30, 10.9)]).toEqual([false, false, false]);
  });
});

describe('a picture that knows its size', () => {
  it('says so many dots to the inch to another reader, and keeps every dot', async () => {
    const plain = await sharp({
      create: { width: 40, height: 20, channels: 3, background: '#7a4' },
    })
      .png()
      .toBuffer();
    for (const dpi of [72, 300, 1200]) {
      const made = withDensity(plain, dpi);
      const meta = await sharp(made).metadata();
      expect(meta.density).toBe(dpi);
      expect([meta.width, meta.height]).toEqual([40, 20]);
      expect(await sharp(made).raw().toBuffer()).toEqual(await sharp(plain).raw().toBuffer());
      // Said once, also when it is said again.
      const again = await sharp(withDensity(made, 100)).metadata();
      expect(again.density).toBe(100);
    }
  });
});

it('what to buy is a table with numbers as numbers, and names that are no formulas', () => {
  const csv = writeToBuyCsv([
    {
      from: 'Tin, Lantern',
      what: {
        wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 0.812, coat: 'black' },
      },
      amount: 161.004,
    },
    { from: '', what: { name: '=Bead', lengthMm: 4 }, amount: 3 },
  ]);
  expect(csv.split('\r\n')).toEqual([
    'from,what,metal,temper,wire mm,gauge AWG,size mm,length mm,count,coat',
    '"Tin, Lantern",wire,copper,dead-soft,0.81,20,,161,,black',
    ",'=Bead,,,,,4,,3,",
    '',
  ]);
});

it('the drawer is a table that comes back as it was', () => {
  const words = fc.string({ maxLength: 20 }).map((t) =>
    t
      .replace(/[\r\n]/g, ' ')
      .replace(/^'+/, '')
      .trim(),
  );
  const tenths = (most: number): fc.Arbitrary<number> =>
    fc.integer({ min: 1, max: most * 10 }).map((n) => n / 10);
  const origin = fc.record({ from: words, note: words }).map(({ from, note }) => ({
    ...(from && { from }),
    ...(note && { note }),
  }));
  const wire = fc
    .record({
      kind: fc.constantFrom('spool', 'offcut'),
      metal: fc.constantFrom(...METALS),
      temper: fc.constantFrom(...TEMPERS),
      coat: fc.constantFrom(undefined, ...COATS),
      hundredths: fc.integer({ min: 8, max: 499 }),
      leftMm: tenths(50_000),
      paid: fc.option(fc.record({ price: tenths(90), forMm: tenths(9_000) }), { nil: undefined }),
      origin,
    })
    .map(({ kind, metal, temper, coat, hundredths, leftMm, paid, origin: own }) => ({
      id: 'x',
      kind: kind,
      wire: { metal, temper, diameterMm: hundredths / 100, ...(coat && { coat }) },
      leftMm,
      ...(paid && { paid }),
      ...own,
    }));
  const thing = fc
    .record({
      kind: fc.constantFrom(...THING_KINDS),
      name: words.filter((w) => w !== ''),
      count: fc.nat(5000),
      sizes: fc.record({ lengthMm: tenths(90), holeMm: tenths(9) }, { requiredKeys: [] }),
      each: fc.option(tenths(50), { nil: undefined }),
      origin,
    })
    .map(({ sizes, each, origin: own, ...rest }) => ({
      id: 'x',
      ...rest,
      ...sizes,
      ...(each !== undefined && { each }),
      ...own,
    }));
  fc.assert(
    fc.property(
      fc.array(wire, { maxLength: 6 }),
      fc.array(thing, { maxLength: 6 }),
      (wires, things) => {
        const read = readRows(writeDrawerCsv({ wires, things }), () => 'x');
        expect(read).toEqual({ wires, things, bad: [] });
      },
    ),
  );
});
