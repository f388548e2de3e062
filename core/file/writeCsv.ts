import type { Drawer, ToBuy } from '../drawer';
import { stocksOf, type Piece } from '../piece';
import { alongBlank, ropeCut, takenOnBlank, type Plan } from '../plan';
import { stepsOf, turnWord } from '../steps';
import { degrees, nominalAwg, printNumber } from '../units';
import { inWords } from '../words';

/** What a spreadsheet may take for a formula: also after spaces, in full width, and after a line break. */
const FORMULA = /^(?:[\s\p{Cc}\p{Cf}]*[=+@\-\uff1d\uff0b\uff20\uff0d\u2212]|[\t\r\n])/u;

/** A CSV field; text that a spreadsheet could take for a formula is kept as text. */
function field(value: string | number): string {
  const text =
    typeof value === 'number' ? String(value) : FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text;
}

const row = (...values: (string | number)[]): string => values.map(field).join(',');
const mm = (v: number): number => Number(printNumber(v, 2));

/**
 * The bend list as CSV (RFC 4180): one line for each bend of each wire, then the parts of each cut
 * length. Lengths mm, angles degrees, clockwise positive from the front.
 */
export function writeBendsCsv(piece: Piece, plan: Plan): string {
  const wires = stocksOf(piece);
  const lines = [
    row('piece', piece.name),
    ...wires.map(({ name, diameterMm, metal, temper }) =>
      row(
        ...(wires.length > 1 ? [name] : []),
        'wire mm',
        diameterMm,
        'gauge AWG',
        nominalAwg(diameterMm) ?? '',
        'metal',
        metal,
        'temper',
        temper,
      ),
    ),
    '',
    row(
      'wire',
      'bend',
      'kind',
      'angle deg',
      'bend to deg',
      'inside radius mm',
      'grip from end mm',
      'start mm',
      'middle mm',
      'end mm',
      'from middle mm',
      'step mm',
      'tool',
      'order of work',
      'worked from',
      'mark mm',
      'turn',
      'grip',
    ),
  ];
  plan.wires.forEach((w, i) => {
    const marks = stepsOf(piece, plan, i, null)?.marks.marks ?? [];
    w.bends.forEach((b, k) => {
      const order = marks.findIndex((m) => m.bend === k);
      const mark = marks[order];
      lines.push(
        row(
          i + 1,
          k + 1,
          b.kind,
          mm(degrees(b.angleRad)),
          mm(degrees(b.formToRad)),
          mm(b.insideRadiusMm),
          mm(b.fromEndMm),
          mm(alongBlank(w, b.startMm)),
          mm(alongBlank(w, b.middleMm)),
          mm(alongBlank(w, b.endMm)),
          mm(b.fromMiddleMm),
          mm(b.stepMm),
          b.tool ? inWords(b.tool.name, 'mm') : '',
          order + 1,
          piece.from === 'middle' ? 'middle' : `${piece.from} end`,
          mark ? mm(mark.atMm) : '',
          mark ? turnWord(mark.turnRad) : '',
          mark?.grip ?? '',
        ),
      );
    });
  });
  const used = plan.wires.flatMap((w, i) =>
    takenOnBlank(w).map((t) => row(i + 1, t.name, mm(t.fromMm), mm(t.toMm))),
  );
  if (used.length > 0) lines.push('', row('wire', 'on the way', 'from mm', 'to mm'), ...used);
  lines.push('', row('wire', 'part', 'count', 'length mm'));
  plan.wires.forEach((w, i) => {
    for (const part of w.parts) lines.push(row(i + 1, part.name, part.count, mm(part.lengthMm)));
    lines.push(
      row(i + 1, 'Cut length', 1, mm(w.cutMm), ...(wires.length > 1 ? [w.stock.name] : [])),
    );
    const rope = ropeCut(w.stock, w.cutMm);
    if (rope) lines.push(row(i + 1, 'Rope from wires of', rope.pieces, mm(rope.eachMm)));
  });
  return `${lines.join('\r\n')}\r\n`;
}

/** What is to be bought as CSV (RFC 4180), by where such was bought before; lengths in mm, numbers as numbers. */
export function writeToBuyCsv(list: readonly ToBuy[]): string {
  const lines = list.map(({ from, what, amount }) =>
    'wire' in what
      ? row(
          from,
          'wire',
          what.wire.metal,
          what.wire.temper,
          mm(what.wire.diameterMm),
          nominalAwg(what.wire.diameterMm) ?? '',
          '',
          mm(amount),
          '',
          what.wire.coat ?? '',
        )
      : row(
          from,
          what.name,
          '',
          '',
          '',
          '',
          what.lengthMm === null ? '' : mm(what.lengthMm),
          '',
          amount,
          '',
        ),
  );
  const head = row(
    'from',
    'what',
    'metal',
    'temper',
    'wire mm',
    'gauge AWG',
    'size mm',
    'length mm',
    'count',
    'coat',
  );
  return `${[head, ...lines].join('\r\n')}\r\n`;
}

const DRAWER_HEADS = [
  'what',
  'name',
  'metal',
  'temper',
  'wire mm',
  'coat',
  'length mm',
  'count',
  'size mm',
  'hole mm',
  'price',
  'for mm',
  'from',
  'note',
] as const;

/** All that is in the drawer as CSV (RFC 4180), as it can be read in again; lengths in mm, numbers as numbers. */
export function writeDrawerCsv({ wires, things }: Pick<Drawer, 'wires' | 'things'>): string {
  const line = (of: Partial<Record<(typeof DRAWER_HEADS)[number], string | number>>): string =>
    row(...DRAWER_HEADS.map((head) => of[head] ?? ''));
  const ofWires = wires.map(({ kind, wire, leftMm, paid, from, note }) =>
    line({
      what: kind,
      metal: wire.metal,
      temper: wire.temper,
      'wire mm': wire.diameterMm,
      coat: wire.coat ?? '',
      'length mm': leftMm,
      ...(paid && { price: paid.price, 'for mm': paid.forMm }),
      from: from ?? '',
      note: note ?? '',
    }),
  );
  const ofThings = things.map(({ kind, name, count, lengthMm, holeMm, each, from, note }) =>
    line({
      what: kind,
      name,
      count,
      'size mm': lengthMm ?? '',
      'hole mm': holeMm ?? '',
      price: each ?? '',
      from: from ?? '',
      note: note ?? '',
    }),
  );
  return `${[row(...DRAWER_HEADS), ...ofWires, ...ofThings].join('\r\n')}\r\n`;
}
