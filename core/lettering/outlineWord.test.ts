import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { distance, endOf, pathsBox, startOf } from '../geometry';
import {
  DEFAULT_OUTLINE,
  openFont,
  OUTLINE_FONT_IDS,
  OUTLINE_FONTS,
  outlineWord,
  type LetterFont,
  type OutlineFontId,
  type OutlineSettings,
} from './index';

const fonts = new Map<OutlineFontId, LetterFont>();
function font(id: OutlineFontId): LetterFont {
  const { family, weight } = OUTLINE_FONTS[id];
  const open = (part: string): ArrayBuffer => {
    const file = `node_modules/@fontsource/${family}/files/${family}-${part}-${weight}-normal.woff`;
    return new Uint8Array(readFileSync(file)).buffer;
  };
  const known = fonts.get(id) ?? openFont([open('latin'), open('latin-ext')]);
  fonts.set(id, known);
  return known;
}
const set = (change: Partial<OutlineSettings>) => {
  const settings = { ...DEFAULT_OUTLINE, ...change };
  return outlineWord(settings, font(settings.font), 1);
};

describe.each(OUTLINE_FONT_IDS)('outline letters %s', (id) => {
  it('are closed figures, an o of two', () => {
    const { paths, missing } = set({ font: id, text: 'o' });
    expect(paths).toHaveLength(2);
    expect(missing).toEqual([]);
    for (const { segments, closed } of paths) {
      expect(closed).toBe(true);
      segments.forEach((s, i) => {
        expect(distance(endOf(s), startOf(segments[(i + 1) % segments.length]!))).toBeLessThan(
          0.01,
        );
      });
    }
  });

  it('are as wide as asked for, the wire included', () => {
    const { paths, widthMm } = set({ font: id, text: 'hush', size: { by: 'width', mm: 90 } });
    const box = pathsBox(paths)!;
    expect(box.maxX - box.minX + 1).toBeCloseTo(90, 2);
    expect(widthMm).toBeCloseTo(90, 6);
  });

  it('an x-height is the height of an x', () => {
    const { paths } = set({ font: id, text: 'x', size: { by: 'x-height', mm: 20 } });
    const box = pathsBox(paths)!;
    expect(Math.abs(box.maxY - box.minY - 20)).toBeLessThan(0.8);
  });

  it('holds letters of western and central Europe', () => {
    expect(set({ font: id, text: 'Łódź čeština őröm façade niño' }).missing).toEqual([]);
  });
});

test('signs that are missing are named; nothing and too much are refused', () => {
  expect(set({ text: 'a漢b' }).missing).toEqual(['漢']);
  expect(() => set({ text: ' ' })).toThrow(/Type a word/);
  expect(() => set({ text: 'x'.repeat(500) })).toThrow(/up to 200 signs; this has 500/);
  expect(() => set({ text: 'שלום' })).toThrow(/right to left/);
  expect(() => set({ text: '漢字' })).toThrow(/none of these signs: 漢 字/);
});

test('space between letters is added, and a slant leans to the right upwards', () => {
  const wide = set({ text: 'ab', space: 5 }).widthMm - set({ text: 'ab' }).widthMm;
  // Five tenths of the 20 mm x-height between two letters.
  expect(wide).toBeCloseTo(10, 6);
  const top = (slantDeg: number): number =>
    Math.max(...set({ text: 'l', slantDeg }).paths.map((p) => pathsBox([p])!.maxX));
  expect(top(20)).toBeGreaterThan(top(0) + 5);
});

test('what is not a font is said', () => {
  expect(() => openFont([new ArrayBuffer(30)])).toThrow(/could not be opened/);
});
