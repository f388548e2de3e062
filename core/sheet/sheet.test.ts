import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { DEFAULT_WORD } from '../lettering';
import { drawShape, newPath, newPiece, resizeFigure, withShape, type Piece } from '../piece';
import { planPiece } from '../plan';
import { buildSheet, type Item, type Page } from '.';
import { readStrokes } from '../../e2e/readStrokes';
import { patternBox } from './patternPages';
import { writePdf } from './writePdf';

const at = (x: number, y: number) => ({ x, y });
const square = (side: number): Piece => ({
  ...newPiece('p', 'Square', '2026-11-02T17:00:00.000Z'),
  paths: [
    newPath(
      'w',
      [
        { x: 0, y: 0 },
        { x: side, y: 0 },
        { x: side, y: side },
        { x: 0, y: side },
      ],
      true,
    ),
  ],
});
const flat = (items: readonly Item[]): Item[] =>
  items.flatMap((i) => (i.type === 'window' ? flat(i.items) : [i]));
const texts = (page: Page): string[] =>
  flat(page.items).flatMap((i) => (i.type === 'text' ? [i.text] : []));
const font = (weight: number): Uint8Array =>
  readFileSync(
    new URL(
      `../../node_modules/@fontsource/hanken-grotesk/files/hanken-grotesk-latin-${weight}-normal.woff`,
      import.meta.url,
    ),
  );

describe('the sheet', () => {
  const piece = square(40);
  const plan = planPiece(piece);

  it('names where wires begin, of several at one place once', () => {
    const line = (id: string, y: number) => newPath(id, [at(0, y), at(30, y)], false);
    const namesOf = (own: Piece): string[] =>
      texts(buildSheet(own, planPiece(own), { paper: 'a4', unit: 'mm' }).pages[0]!).filter((t) =>
        /^(starts?|seam)\b/.test(t),
      );
    expect(namesOf(piece)).toEqual(['seam']);
    expect(namesOf({ ...piece, paths: [line('a', 0)] })).toEqual(['start']);
    expect(namesOf({ ...piece, paths: [line('a', 0), line('b', 1), line('c', 9)] })).toEqual([
      'starts 1, 2',
      'start 3',
    ]);
  });

  it('a small piece takes a pattern page and a list page', () => {
    const sheet = buildSheet(piece, plan, { paper: 'a4', unit: 'mm' });
    expect(sheet.pages.map((p) => p.title)).toEqual([
      'Pattern, true size',
      'Lengths, strip and bends',
    ]);
    expect(texts(sheet.pages[0]!)).toEqual(expect.arrayContaining(['100 mm', '4 in', 'Square']));
    expect(texts(sheet.pages[1]!).join('\n')).toContain(
      `Cut ${plan.wires[0]!.cutMm.toFixed(1)} mm`,
    );
    expect(texts(sheet.pages[1]!).filter((t) => t === 'corner')).toHaveLength(4);
  });

  it('the pattern takes in the loop at an end', () => {
    const line = newPath(
      'l',
      [
        { x: 0, y: 0 },
        { x: 0, y: 30 },
      ],
      false,
    );
    const looped = {
      ...piece,
      paths: [{ ...line, start: { kind: 'loop' as const, insideMm: 4, tailMm: 0 } }],
    };
    const d = looped.wire.diameterMm;
    // The loop lies wholly to one side of the wire: its outside across is 4 mm + 2 d.
    const box = patternBox(planPiece(looped))!;
    expect(box.maxX - box.minX).toBeCloseTo(4 + 2 * d, 1);
    expect(box.maxY - box.minY).toBeCloseTo(30 + 2 + d / 2 + d / 2 + d / 2, 1);
  });

  it('a large one is tiled, and every join cross stands on two sheets', () => {
    const large = resizeFigure(piece, 'height', 400);
    const sheet = buildSheet(large, planPiece(large), { paper: 'letter', unit: 'mm' });
    const tiles = sheet.pages.filter((p) => p.title.includes('sheet'));
    expect(tiles).toHaveLength(6);
    expect(texts(tiles[0]!).join(' ')).toContain('right edge joins A2');
    const windows = tiles.flatMap((t) => t.items.flatMap((i) => (i.type === 'window' ? [i] : [])));
    const crosses = windows[0]!.items.flatMap((i) =>
      i.type === 'line' && i.tone === 'accent' && i.y1 === i.y2 && i.x2 - i.x1 === 6
        ? [{ x: i.x1 + 3, y: i.y1 }]
        : [],
    );
    expect(crosses.length).toBeGreaterThan(8);
    for (const c of crosses) {
      const seen = windows.filter((w) => {
        const [x, y] = [c.x + w.dx - w.x, c.y + w.dy - w.y];
        return x >= 3 && y >= 3 && x <= w.width - 3 && y <= w.height - 3;
      });
      expect(seen).toHaveLength(2);
    }
  });

  it('an enormous one says so instead', () => {
    const huge = resizeFigure(piece, 'height', 4000);
    const sheet = buildSheet(huge, planPiece(huge), { paper: 'a4', unit: 'mm' });
    expect(texts(sheet.pages[0]!).join(' ')).toContain('more than 80 sheets');
  });

  it('a long strip is broken into rows, each mark once', () => {
    const long = resizeFigure(piece, 'height', 180);
    const longPlan = planPiece(long);
    const list = buildSheet(long, longPlan, { paper: 'a4', unit: 'mm' }).pages.filter((p) =>
      p.title.startsWith('Lengths'),
    );
    const labels = list.flatMap(texts);
    for (const bend of longPlan.wires[0]!.bends) {
      const times = labels.filter((t) => t === bend.fromEndMm.toFixed(1)).length;
      expect(times).toBeGreaterThanOrEqual(2);
    }
  });

  it('inches lead when wished', () => {
    const sheet = buildSheet(piece, plan, { paper: 'a4', unit: 'in' });
    expect(texts(sheet.pages[1]!).join('\n')).toMatch(/Cut 6 \d+\/\d+ in \(1\d\d\.\d mm\)/);
  });

  it('works from the spool in its own words', () => {
    const sheet = buildSheet({ ...piece, work: 'spool' }, plan, { paper: 'a4', unit: 'mm' });
    expect(texts(sheet.pages[1]!).join('\n')).toContain('Work from the spool: mark the stop at');
  });
});

describe('the PDF', () => {
  it('is at true scale: the check lines and the pattern measure what they say', async () => {
    const piece = square(40);
    const plan = planPiece(piece);
    const fonts = { regular: font(400), bold: font(600) };
    const [first] = await readStrokes(
      await writePdf(buildSheet(piece, plan, { paper: 'a4', unit: 'mm' }), 'Square', fonts),
    );
    const lengths = first!.map((s) => s.lengthMm);
    expect(lengths.some((l) => Math.abs(l - 100) < 0.001)).toBe(true);
    expect(lengths.some((l) => Math.abs(l - 101.6) < 0.001)).toBe(true);
    const pattern = first!.find((s) => Math.abs(s.lengthMm - plan.wires[0]!.developedMm) < 0.05)!;
    const xs = pattern.points.map((p) => p[0]);
    const ys = pattern.points.map((p) => p[1]);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(40, 2);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(40, 2);
  });

  it('shows signs the font lacks as question marks and does not fail', async () => {
    const piece = { ...square(20), name: 'Снег 雪 ❄' };
    const bytes = await writePdf(
      buildSheet(piece, planPiece(piece), { paper: 'letter', unit: 'mm' }),
      piece.name,
      {
        regular: font(400),
        bold: font(600),
      },
    );
    expect(bytes.length).toBeGreaterThan(5000);
  });
});

describe('what concerns the whole piece', () => {
  const bar = newPath(
    'a',
    [
      { x: 0, y: 0 },
      { x: 40, y: 0 },
    ],
    false,
  );
  const stem = newPath(
    'b',
    [
      { x: 20, y: 0 },
      { x: 20, y: 12 },
    ],
    false,
  );
  const route = { wires: 1, bridge: false, start: null, end: null, rules: [], ends: [] };
  const tee: Piece = { ...newPiece('p', 'Tee', ''), paths: [bar, stem], route };
  const lists = (piece: Piece): string =>
    texts(buildSheet(piece, planPiece(piece), { paper: 'a4', unit: 'mm' }).pages[1]!).join('\n');

  it('a route is named with what it runs twice', () => {
    expect(lists(tee)).toContain('Run as one wire, 12.0 mm');
    expect(lists(tee)).toContain('of it twice, side by side.');
    expect(lists({ ...tee, route: { ...route, wires: 2 } })).toContain(
      'Run as 2 wires, none of it twice.',
    );
    expect(lists({ ...tee, route: null })).not.toContain('Run as');
  });

  it('beads for dots are counted and drawn on the pattern', () => {
    const place = { x: 0, y: 0, turnDeg: 0, mirrored: false, around: null };
    const word = { ...DEFAULT_WORD, text: 'ii' };
    const shape = { kind: 'word', id: 's1', place, lines: [], beads: [], word } as const;
    const empty = newPiece('p', 'Dots', '');
    const shaped = { ...shape, lines: [], beads: [] };
    const piece = withShape(
      empty,
      shaped,
      drawShape(shaped, empty.wire, () => []),
    );
    expect(lists(piece)).toContain('2 beads of 2.0 mm for the dots.');
  });
});
