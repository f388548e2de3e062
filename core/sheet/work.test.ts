import { describe, expect, it } from 'vitest';
import { DEFAULT_KIT } from '../forming';
import { newPath, newPiece, twinAxis, twinOf, type FigureNode, type Piece } from '../piece';
import { mirrorPlan, planPiece } from '../plan';
import { buildSheet, joinSheets, type Item, type Page, type SheetOptions } from '.';

const pieceOf = (nodes: FigureNode[], change: Partial<Piece> = {}): Piece => ({
  ...newPiece('p', 'Leaf', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [newPath('w', nodes, false)],
  ...change,
});
const at = (...points: [number, number][]): FigureNode[] => points.map(([x, y]) => ({ x, y }));
const LEAF = at([18, 2], [10, 2], [4, 14], [4, 26], [22, 42], [40, 26], [40, 14], [34, 2], [26, 2]);
const flat = (items: readonly Item[]): Item[] =>
  items.flatMap((i) => (i.type === 'window' ? flat(i.items) : [i]));
const texts = (pages: readonly Page[]): string[] =>
  pages.flatMap((p) => flat(p.items).flatMap((i) => (i.type === 'text' ? [i.text] : [])));
const sheet = (piece: Piece, more: Partial<SheetOptions> = {}): Page[] => [
  ...buildSheet(piece, planPiece(piece, { kit: DEFAULT_KIT }), {
    paper: 'a4',
    unit: 'mm',
    kit: DEFAULT_KIT,
    ...more,
  }).pages,
];

describe('the sheet in the order of the work', () => {
  it('from the last end counts from there, and turns the other way', () => {
    const first = pieceOf(at([0, 0], [20, 0], [20, 12]), { reserveMm: 0 });
    const wire = planPiece(first).wires[0]!;
    const last = texts(sheet({ ...first, from: 'last' }));
    expect(texts(sheet(first))).toContain('right 90°');
    expect(last).toContain('left 90°');
    // A corner is gripped at the edge nearer to where the work began.
    const grip = wire.cutMm - wire.bends[0]!.endMm;
    expect(last).toContain(grip.toFixed(1));
    expect(last.join('\n')).toContain('from the last end');
  });

  it('from the middle lists both arms side by side with the middle mark', () => {
    const all = texts(sheet(pieceOf(LEAF, { from: 'middle' })));
    expect(all).toEqual(expect.arrayContaining(['Left arm', 'Right arm', 'middle']));
    expect(all.join('\n')).toMatch(/Mark the middle, \d+\.\d mm/);
    // Three pairs of corners and the tip, each pair in one line.
    expect(all.filter((t) => t.startsWith('corner to '))).toHaveLength(4);
  });

  it('says what the tail does, under the bend after which it does it', () => {
    const through = pieceOf(
      at([0, 0], [20, 0], [20, 20], [0, 20], [0, -8], [-12, -8], [-12, 10], [34, 10]),
      { overAt: [{ x: 0, y: 10, top: 'earlier' }] },
    );
    const all = texts(sheet(through)).join('\n');
    expect(all).toContain('Bring the tail over what is formed.');
    expect(all).toMatch(/Thread the tail through, from behind to the front, and pull \d+\.\d mm/);
  });

  it('draws each step small, as many to a row as stay readable', () => {
    const piece = pieceOf(LEAF);
    const plain = sheet(piece);
    const drawn = sheet(piece, { drawings: true });
    expect(texts(plain)).not.toContain('Step by step');
    expect(texts(drawn)).toContain('Step by step');
    const titles = texts(drawn).filter((t) => /^\d+ {2}/.test(t));
    // The blank, seven bends and the ends.
    expect(titles).toHaveLength(9);
    const windows = drawn.flatMap((p) =>
      p.items.filter((i) => i.type === 'window' && i.height < 40),
    );
    expect(windows).toHaveLength(9);
    for (const w of windows) {
      if (w.type !== 'window') continue;
      expect(w.x).toBeGreaterThanOrEqual(12);
      expect(w.x + w.width).toBeLessThanOrEqual(198.01);
      expect(w.y + w.height).toBeLessThanOrEqual(285);
    }
  });

  it('prints pins on a pattern of their own, and why there are none', () => {
    const pins = sheet(pieceOf(LEAF), { pegs: { kind: 'pins', pinMm: 1 } });
    expect(pins.some((p) => p.title.startsWith('Pegs'))).toBe(true);
    expect(texts(pins).filter((t) => t.includes('round 1.0 mm'))).toHaveLength(7);
    const fold = sheet(pieceOf(at([0, 0], [20, 0], [2, 0.1])), {
      pegs: { kind: 'pins', pinMm: 1 },
    });
    expect(texts(fold).join('\n')).toContain('Folds cannot be wound');
  });

  it('of a pair holds both, each under its own name', () => {
    const piece = pieceOf(at([0, 0], [20, 0], [26, 12], [40, 12]));
    const plan = planPiece(piece);
    const options = { paper: 'a4', unit: 'mm' } as const;
    const own = buildSheet(piece, plan, options);
    const twin = buildSheet(twinOf(piece), mirrorPlan(plan, twinAxis(piece)), {
      ...options,
      hand: 'mirrored twin',
    });
    const both = joinSheets([own, twin]);
    expect(both.pages).toHaveLength(own.pages.length + twin.pages.length);
    const turns = (pages: readonly Page[]): string[] =>
      texts(pages).filter((t) => /^(left|right) \d/.test(t));
    expect(turns(twin.pages)).toEqual(
      turns(own.pages).map((t) =>
        t.startsWith('left') ? t.replace('left', 'right') : t.replace('right', 'left'),
      ),
    );
    expect(texts(both.pages).filter((t) => t.endsWith('mirrored twin'))).toHaveLength(
      twin.pages.length,
    );
  });
});
