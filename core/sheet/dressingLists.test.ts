import { describe, expect, it } from 'vitest';
import { demoPieces } from '../../demo/pieces';
import { dressPiece } from '../dressing';
import { planPiece } from '../plan';
import { printBoth } from '../units';
import { buildSheet, type Item } from '.';

const textsOf = (items: readonly Item[]): string[] =>
  items.flatMap((i) =>
    i.type === 'text' ? [i.text] : i.type === 'window' ? textsOf(i.items) : [],
  );

describe('the dressing on the sheet', () => {
  const piece = demoPieces().find((p) => p.id === 'demo-lantern')!;
  const plan = planPiece(piece);
  const dressing = dressPiece(piece, plan);
  const sheet = buildSheet(piece, plan, { paper: 'a4', unit: 'mm' });
  const texts = sheet.pages.flatMap((p) => textsOf(p.items));

  it('lists every second wire with its length, the beads, and the steps', () => {
    // It is a pair: each is cut twice.
    for (const w of dressing.wires) {
      const many = w.count > 1 ? `${w.count} x ` : '';
      expect(texts).toContain(`${many}${printBoth(w.cutMm, 'mm')}; in all ${2 * w.count}`);
    }
    expect(texts).toContain('What it takes, for one and for 2');
    expect(texts).toContain('Binding and weaving wires');
    expect(texts.some((t) => t.startsWith('Mist drop, 6.0 x 6.0 mm'))).toBe(true);
    expect(texts).toContain('In this order');
    expect(texts.some((t) => t.startsWith('Mind: '))).toBe(true);
    expect(texts.join(' ')).not.toMatch(/undefined|NaN/);
  });

  it('draws it on the pattern', () => {
    const bare = buildSheet({ ...piece, dressing: [] }, plan, { paper: 'a4', unit: 'mm' });
    const paths = (items: readonly Item[]): number =>
      items.reduce(
        (n, i) => n + (i.type === 'path' ? 1 : i.type === 'window' ? paths(i.items) : 0),
        0,
      );
    expect(paths(sheet.pages[0]!.items)).toBeGreaterThan(paths(bare.pages[0]!.items));
  });
});
