import type { Piece } from '../piece';
import type { WirePlan } from '../plan';
import { BEND_WORDS, overWords, turnWord } from '../steps';
import { degrees, printBoth, printLength, printNumber, type LengthUnit } from '../units';
import { MARGIN_MM, rule, words, type Item, type Paper } from './items';

export const LINE_MM = 5;

/** Lines that name the parts of a wire's cut length. */
export function partLines(wire: WirePlan, unit: LengthUnit): Item[][] {
  const right = MARGIN_MM + 92;
  const lines = wire.parts.map((p): Item[] => [
    words(MARGIN_MM, 3.6, p.count > 1 ? `${p.name} (${p.count})` : p.name, { sizeMm: 3 }),
    words(right, 3.6, printLength(p.lengthMm, unit, 2), { sizeMm: 3, anchor: 'end' }),
  ]);
  lines.push([
    rule(MARGIN_MM, 0.2, right, 0.2, 0.2),
    words(MARGIN_MM, 4, 'Cut length', { sizeMm: 3.2, bold: true }),
    words(right, 4, printBoth(wire.cutMm, unit), { sizeMm: 3.2, bold: true, anchor: 'end' }),
  ]);
  return lines;
}

const COLUMNS = [
  { title: 'No.', at: 6, anchor: 'end' },
  { title: 'Bend', at: 10, anchor: 'start' },
  { title: 'Turn', at: 27, anchor: 'start' },
  { title: 'Bend to', at: 60, anchor: 'end' },
  { title: 'Over', at: 65, anchor: 'start' },
  { title: 'From end', at: 128, anchor: 'end' },
  { title: 'From middle', at: 152, anchor: 'end' },
  { title: 'From last', at: 176, anchor: 'end' },
] as const;

export function bendHeader(): Item[] {
  return [
    ...COLUMNS.map((c) =>
      words(MARGIN_MM + c.at, 3.4, c.title, { sizeMm: 2.6, bold: true, anchor: c.anchor }),
    ),
    rule(MARGIN_MM, 4.6, MARGIN_MM + 178, 4.6, 0.2),
  ];
}

/** One line of the bend table for each bend. */
export function bendLines(piece: Piece, wire: WirePlan, unit: LengthUnit): Item[][] {
  let last = 0;
  return wire.bends.map((b, i) => {
    const length = (mm: number): string =>
      unit === 'mm' ? printNumber(mm, 1) : printLength(mm, 'in');
    const values = [
      String(i + 1),
      BEND_WORDS[b.kind],
      `${turnWord(b.angleRad)} ${Math.round(Math.abs(degrees(b.angleRad)))}°`,
      `${Math.round(Math.abs(degrees(b.formToRad)))}°`,
      overWords(b, piece.wire.diameterMm).slice(0, 34),
      length(b.fromEndMm),
      length(b.gripMm - wire.developedMm / 2),
      length(b.fromEndMm - last),
    ];
    last = b.fromEndMm;
    return values.map((text, c) =>
      words(MARGIN_MM + COLUMNS[c]!.at, 3.6, text, { sizeMm: 2.9, anchor: COLUMNS[c]!.anchor }),
    );
  });
}

export const usableHeight = (paper: Paper): number => paper.heightMm - 2 * MARGIN_MM;
