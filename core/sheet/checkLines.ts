import { rule, words, type Item } from './items';

/** The two lines by which a maker checks the printer's scale: 100 mm and 4 in. */
export function checkLines(x: number, y: number): Item[] {
  return [
    ...checkLine(x, y, 100, '100 mm', 10),
    ...checkLine(x, y + 11, 101.6, '4 in', 25.4),
    words(x + 106, y + 1, 'Measure these two lines. If they are off, print', {
      sizeMm: 2.6,
      tone: 'soft',
    }),
    words(x + 106, y + 4.6, 'again at “actual size” or 100 %.', { sizeMm: 2.6, tone: 'soft' }),
  ];
}

function checkLine(x: number, y: number, lengthMm: number, label: string, stepMm: number): Item[] {
  const items: Item[] = [rule(x, y, x + lengthMm, y, 0.25)];
  for (let at = 0; at <= lengthMm + 1e-6; at += stepMm) {
    const end = at < 1e-6 || lengthMm - at < 1e-6;
    items.push(rule(x + at, y - (end ? 2 : 1), x + at, y + (end ? 2 : 1), end ? 0.25 : 0.15));
  }
  items.push(
    words(x + lengthMm / 2, y + 4.6, label, { sizeMm: 2.8, anchor: 'middle', bold: true }),
  );
  return items;
}
