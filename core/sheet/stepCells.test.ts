import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newPath, newPiece, type Piece } from '../piece';
import { planPiece } from '../plan';
import { stepsOf } from '../steps';
import { PAPERS, type Item, type WindowItem } from './items';
import { stepRows } from './stepCells';

const figure = (heights: readonly number[], step: number): Piece => ({
  ...newPiece('p', 'Zigzag', ''),
  wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
  paths: [
    newPath(
      'a',
      heights.map((y, i) => ({ x: step * i, y })),
      false,
    ),
  ],
});
const windows = (piece: Piece): WindowItem[] => {
  const plan = planPiece(piece);
  const work = stepsOf(piece, plan, 0, null);
  if (!work) return [];
  return stepRows(plan, work, PAPERS.a4, 'mm')
    .flat()
    .filter((i): i is WindowItem => i.type === 'window');
};
/** All places that an item reaches to. */
const placesOf = (item: Item): [number, number][] => {
  switch (item.type) {
    case 'line':
      return [
        [item.x1, item.y1],
        [item.x2, item.y2],
      ];
    case 'text':
      return [[item.x, item.y]];
    case 'path': {
      // Where each stroke of it ends: the last two numbers before a letter.
      const ends = item.data.match(/-?[\d.]+[ ,]-?[\d.]+(?=[A-Z]|$)/g) ?? [];
      return ends.map((e) => e.split(/[ ,]/).map(Number) as [number, number]);
    }
    case 'window':
      return item.items.flatMap(placesOf);
  }
};

describe('the small drawings of the steps', () => {
  it('begin with the blank: its length, and each of its marks', () => {
    const [blank] = windows(figure([0, 20, 0, 15], 18));
    const texts = blank!.items.flatMap((i) => (i.type === 'text' ? [i.text] : []));
    const { cutMm } = planPiece(figure([0, 20, 0, 15], 18)).wires[0]!;
    expect(texts).toEqual(['1', '2', `${cutMm.toFixed(1)} mm`]);
    const ticks = blank!.items.filter((i) => i.type === 'line' && i.tone === 'accent');
    expect(ticks).toHaveLength(2);
  });

  it('show each bend with its number, before it and thinly after it, and break off long tails', () => {
    const [, first] = windows(figure([0, 20, 0, 60], 18));
    const texts = first!.items.flatMap((i) => (i.type === 'text' ? [i.text] : []));
    expect(texts).toEqual(['1']);
    const tones = new Set(first!.items.flatMap((i) => (i.type === 'path' ? [i.tone] : [])));
    expect(tones).toEqual(new Set(['ink', 'faint', 'accent']));
    // Two strokes across the tail that goes on.
    expect(first!.items.filter((i) => i.type === 'line' && i.tone === 'soft')).toHaveLength(2);
  });

  it('lie in their frames', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 3, maxLength: 8 }),
        fc.integer({ min: 4, max: 40 }),
        (heights, step) => {
          for (const w of windows(figure(heights, step))) {
            for (const [x, y] of w.items.flatMap(placesOf)) {
              expect(x).toBeGreaterThan(w.x - 0.01);
              expect(x).toBeLessThan(w.x + w.width + 0.01);
              expect(y).toBeGreaterThan(w.y - 0.01);
              expect(y).toBeLessThan(w.y + w.height + 0.01);
            }
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
