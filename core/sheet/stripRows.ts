import type { Piece } from '../piece';
import { alongBlank, fromSpool, takenOnBlank, type WirePlan } from '../plan';
import type { WorkMarks } from '../steps';
import { bareLength, type LengthUnit, printLength } from '../units';
import { MARGIN_MM, rule, words, type Item, type Paper } from './items';

export const ROW_MM = 21;

/** The strip of one wire at true length, broken into rows as wide as the page allows. */
export function stripRows(
  piece: Piece,
  wire: WirePlan,
  marks: WorkMarks,
  paper: Paper,
  unit: LengthUnit,
): Item[][] {
  const width = Math.floor((paper.widthMm - 2 * MARGIN_MM) / 10) * 10;
  const count = Math.max(1, Math.ceil(wire.cutMm / width - 1e-6));
  return Array.from({ length: count }, (_, row) => oneRow(piece, wire, marks, row, width, unit));
}

function oneRow(
  piece: Piece,
  wire: WirePlan,
  marks: WorkMarks,
  row: number,
  width: number,
  unit: LengthUnit,
): Item[] {
  const from = row * width;
  const to = Math.min(wire.cutMm, from + width);
  const y = 9;
  const x = (s: number): number => MARGIN_MM + s - from;
  const d = wire.stock.diameterMm;
  const items: Item[] = [];
  const stretch = (a: number, b: number, draw: (a: number, b: number) => Item[]): void => {
    const [low, high] = [Math.max(a, from), Math.min(b, to)];
    if (high - low > 1e-6) items.push(...draw(x(low), x(high)));
  };
  // The reserve lies where the work ends.
  const share = { first: 1, last: 0, both: 0.5 }[
    marks.reserveAt === 'last' ? 'first' : marks.reserveAt === 'first' ? 'last' : 'both'
  ];
  const bodyStart = wire.reserveMm * (1 - share);
  const bodyEnd = wire.cutMm - wire.reserveMm * share;
  const onRow = (mm: number): number => bodyStart + alongBlank(wire, mm);
  stretch(bodyStart, bodyEnd, (a, b) => [rule(a, y, b, y, d, 'faint')]);
  for (const [a, b] of [
    [0, bodyStart],
    [bodyEnd, wire.cutMm],
  ] as const) {
    stretch(a, b, (p, q) => [rule(p, y, q, y, Math.min(d, 0.5), 'soft', 1.5)]);
  }
  const { heldMm } = wire;
  const named = (a: number, b: number, name: string): void =>
    stretch(bodyStart + a, bodyStart + b, (p, q) => bracket(p, q, y, name));
  const bodyMm = wire.cutMm - wire.reserveMm;
  named(0, heldMm.start, 'hold');
  named(heldMm.start, wire.startMm, 'end');
  named(bodyMm - wire.endMm, bodyMm - heldMm.end, 'end');
  named(bodyMm - heldMm.end, bodyMm, 'hold');
  for (const t of takenOnBlank(wire)) {
    stretch(bodyStart + t.fromMm, bodyStart + t.toMm, (a, b) => turns(a, b, y, d, t.name));
  }
  const inOrder = [...marks.marks].sort((a, b) => a.bend - b.bend);
  if (marks.middleMarkMm !== null) {
    const at = marks.middleMarkMm;
    if (at >= from - 1e-9 && at < from + width) {
      items.push(rule(x(at), y - 5, x(at), y + 5, 0.5, 'ink'));
      items.push(words(x(at), y + 8.6, 'middle', { sizeMm: 2.2, anchor: 'middle', bold: true }));
    }
  }
  inOrder.forEach((mark, i) => {
    const bend = wire.bends[mark.bend]!;
    const [start, end] = [onRow(bend.startMm), onRow(bend.endMm)];
    stretch(start, end, (a, b) => [rule(a, y, b, y, Math.max(0.35, d * 0.6), 'soft')]);
    const at = onRow(mark.placeMm);
    if (at < from - 1e-9 || at >= from + width) return;
    items.push(rule(x(at), y - 3.2, x(at), y + 3.2, bend.kind === 'curve' ? 0.2 : 0.4, 'accent'));
    if (bend.kind === 'fold')
      items.push(rule(x(at) + 0.9, y - 3.2, x(at) + 0.9, y + 3.2, 0.2, 'accent'));
    // Neighbouring labels take turns in height so that close marks stay readable.
    const lift = (i % 2) * 2.6;
    items.push(
      words(x(at), y - 3.9 - lift, String(i + 1), { sizeMm: 2.4, anchor: 'middle', bold: true }),
    );
    items.push(
      words(x(at), y + 5.9 + lift, bareLength(mark.atMm, unit), { sizeMm: 2.2, anchor: 'middle' }),
    );
  });
  for (const at of [0, bodyStart, bodyEnd, wire.cutMm]) {
    if (at >= from - 1e-9 && at <= to + 1e-9) items.push(rule(x(at), y - 2, x(at), y + 2, 0.25));
  }
  if (to >= wire.cutMm - 1e-9) {
    const word = fromSpool(piece, wire) ? 'stop' : 'cut';
    items.push(
      words(x(to) + 1, y - 2.6, `${word} ${printLength(wire.cutMm, unit)}`, {
        sizeMm: 2.4,
        anchor: x(to) > 170 ? 'end' : 'start',
        bold: true,
      }),
    );
  } else {
    items.push(words(x(to) + 1.2, y + 0.9, '...', { sizeMm: 3 }));
  }
  return items;
}

/** Wire that is used up on the way: a band of strokes with its name. */
function turns(a: number, b: number, y: number, d: number, name: string): Item[] {
  const count = Math.max(1, Math.round((b - a) / 1.6));
  const strokes = Array.from({ length: count }, (_, i) => {
    const at = a + ((i + 0.5) * (b - a)) / count;
    return rule(at - 0.4, y + d / 2 + 0.5, at + 0.4, y - d / 2 - 0.5, 0.15, 'soft');
  });
  const label = name.toLowerCase();
  const fits = b - a > 1.2 * label.length;
  return [
    ...strokes,
    ...(fits
      ? [words((a + b) / 2, y + 10.4, label, { sizeMm: 2.2, anchor: 'middle' as const })]
      : []),
  ];
}

function bracket(a: number, b: number, y: number, label: string): Item[] {
  const items: Item[] = [rule(a, y + 2.2, b, y + 2.2, 0.15, 'soft')];
  if (b - a > 8)
    items.push(words((a + b) / 2, y + 5, label, { sizeMm: 2.2, anchor: 'middle', tone: 'soft' }));
  return items;
}
