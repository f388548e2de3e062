import { describe, expect, it } from 'vitest';
import { demoPieces } from '../../demo/pieces';
import { dressPiece } from '../dressing';
import { planPiece, takenOnBlank } from '../plan';
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

describe('what a wire makes on its way, on the sheet', () => {
  const piece = demoPieces().find((p) => p.id === 'demo-crab')!;
  const plan = planPiece(piece);
  const texts = buildSheet(piece, plan, { paper: 'a4', unit: 'mm' }).pages.flatMap((p) =>
    textsOf(p.items),
  );

  it('says where it begins and what it takes, and which bends come between', () => {
    const blocks = takenOnBlank(plan.wires[1]!);
    const loop = blocks.find((t) => t.name === 'Loops on the way')!;
    const mm = loop.lengthMm.toFixed(1);
    const from = loop.fromMm.toFixed(1);
    expect(texts).toContain(`wire 2, ${mm} mm at ${from} mm from the first end`);
    expect(texts).toContain(`${from} mm from the first end of wire 2; takes ${mm} mm of it.`);
    // Every bend of the list stands in one line of the order.
    const listed = texts.flatMap((t) => {
      const [, low, high] = /^Bends? (\d+)(?: to (\d+))?, as listed\.$/.exec(t) ?? [];
      if (!low) return [];
      return Array.from(
        { length: Number(high ?? low) - Number(low) + 1 },
        (_, i) => i + Number(low),
      );
    });
    const all = plan.wires.flatMap((w) => w.bends.map((_, i) => i + 1));
    expect(listed.sort((a, b) => a - b)).toEqual(all.sort((a, b) => a - b));
  });

  it('has each stretch of it on the strip, and what ends are held by', () => {
    expect(texts).toContain('hold');
    expect(texts.filter((t) => t === 'To hold by, first end')).toHaveLength(1);
    expect(texts.some((t) => t.startsWith('Twisting of legs ('))).toBe(true);
  });
});

describe('a led wire on the sheet', () => {
  const piece = demoPieces().find((p) => p.id === 'demo-pond')!;
  const plan = planPiece(piece);
  const texts = buildSheet(piece, plan, { paper: 'a4', unit: 'mm' }).pages.flatMap((p) =>
    textsOf(p.items),
  );

  it('says where its places on the hoop are, and what is done at all of them', () => {
    // Seven anchors evenly round 2 pi 20, the first at the bottom, half way round from the seam at the top.
    const places = /From the first end: (.*)\./.exec(texts.join(' '))![1]!;
    const mm = [...places.matchAll(/(\d+) at ([\d.]+) mm/g)].map((m) => [
      Number(m[1]),
      Number(m[2]),
    ]);
    expect(mm.map(([n]) => n)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    const round = 2 * Math.PI * 20;
    mm.forEach(([, at], i) => {
      const wished = (round / 2 + (i * round) / 7) % round;
      expect(Math.min(Math.abs(at! - wished), Math.abs(round - at! - wished))).toBeLessThan(0.2);
    });
    expect(texts.some((t) => t.startsWith('8 to 14, each: lead it across in front'))).toBe(true);
  });
});

it('a rope is cut and twisted as two steps, and the way it turns is that of the maker’s hand', () => {
  const piece = demoPieces().find((p) => p.id === 'demo-handle')!;
  const plan = planPiece(piece);
  const said = (worksWith?: 'left' | 'right'): string =>
    buildSheet(piece, plan, { paper: 'a4', unit: 'mm', ...(worksWith && { worksWith }) })
      .pages.flatMap((p) => textsOf(p.items))
      .join(' ');
  expect(said()).toContain('Twist the 4 strands to a rope');
  expect(said('right')).toContain('the hook in the right hand: turn it to the right.');
  expect(said('left')).toContain('the hook in the left hand: turn it to the left.');
});
