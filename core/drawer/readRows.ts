import Papa from 'papaparse';
import { awgToMm, MM_PER_INCH } from '../units';
import {
  COATS,
  METALS,
  METAL_FACTS,
  TEMPER_NAMES,
  TEMPERS,
  type Coat,
  type Metal,
  type Temper,
} from '../wire';
import {
  LONGEST_MM,
  THING_KINDS,
  thingSchema,
  wireLengthSchema,
  type Thing,
  type WireLength,
} from './drawer';
import { lengthByWeight } from './stock';

/** A line that was not understood, and why. */
export interface BadRow {
  readonly line: number;
  readonly text: string;
  readonly why: string;
}

export interface ReadRows {
  readonly wires: readonly WireLength[];
  readonly things: readonly Thing[];
  readonly bad: readonly BadRow[];
}

/** What a column holds, by the words that may stand above it. */
const HEADS = {
  kind: ['what', 'kind', 'type', 'item'],
  name: ['name', 'called', 'description'],
  metal: ['metal', 'material'],
  temper: ['temper', 'hardness'],
  size: ['gauge', 'awg', 'thickness', 'diameter', 'wire', 'mm', 'wire mm', 'thickness mm'],
  length: ['length', 'left', 'length mm', 'length m', 'left mm', 'left m'],
  weight: ['weight', 'grams', 'g', 'weight g'],
  count: ['count', 'number', 'pieces', 'pcs', 'how many', 'quantity', 'qty'],
  long: ['size', 'bead size', 'size mm', 'long'],
  hole: ['hole', 'hole mm'],
  price: ['price', 'paid', 'cost', 'each'],
  paidFor: ['for mm', 'for m', 'paid for'],
  coat: ['coat', 'coating', 'colour', 'color'],
  from: ['from', 'where', 'bought at', 'supplier', 'shop'],
  note: ['note', 'notes', 'remark'],
} as const;
type Column = keyof typeof HEADS;
type Cells = Partial<Record<Column, string>>;
const COLUMNS = Object.keys(HEADS) as Column[];

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

const columnOf = (head: string): Column | null => {
  const own = plain(head).replace(/[,()]/g, ' ').replace(/\s+/g, ' ').trim();
  return COLUMNS.find((c) => (HEADS[c] as readonly string[]).includes(own)) ?? null;
};

const metalOf = (text: string): Metal | null => {
  const own = plain(text).replace(/\s+/g, '-');
  return (
    METALS.find((m) => own === m || plain(METAL_FACTS[m].name) === plain(text)) ??
    METALS.find((m) => own.startsWith(m)) ??
    null
  );
};
const temperOf = (text: string): Temper | null =>
  TEMPERS.find(
    (t) => t === plain(text).replace(/\s+/g, '-') || plain(TEMPER_NAMES[t]) === plain(text),
  ) ?? null;

const coatOf = (text: string): Coat | null => COATS.find((c) => c === plain(text)) ?? null;

/** What a table was kept with so that no spreadsheet takes it for a formula. */
const KEPT_AS_TEXT = /^'(?=[\s\p{Cc}\p{Cf}]*[=+@\-\uff1d\uff0b\uff20\uff0d\u2212]|[\t\r\n])/u;

const NUMBER = String.raw`(\d+(?:[.,]\d+)?|[.,]\d+)`;
const numberOf = (text: string): number => Number(text.replace(',', '.'));

const MM_PER: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  ft: 12 * MM_PER_INCH,
  feet: 12 * MM_PER_INCH,
  yd: 36 * MM_PER_INCH,
};
const LENGTH = new RegExp(String.raw`^${NUMBER}\s*(mm|cm|m|in|inch|inches|"|ft|feet|yd)?$`, 'i');
const GAUGE = new RegExp(String.raw`^(\d{1,2})\s*(?:ga|gauge|awg|g)\.?$`, 'i');
const WEIGHT = new RegExp(String.raw`^${NUMBER}\s*(g|gr|grams?|kg|oz)$`, 'i');
const COUNT = /^(\d+)\s*(?:x|×|pcs?\.?|pieces)$/i;
const MONEY = new RegExp(
  String.raw`^(?:[€$£]|eur|usd|gbp)?\s*${NUMBER}\s*(?:[€$£]|eur|usd|gbp)?$`,
  'i',
);
/** So many lines are taken at once. */
const MOST_LINES = 2_000;

const G_PER: Readonly<Record<string, number>> = { kg: 1000, oz: 28.349_523_125 };

function lengthOf(text: string, fallback: 'mm' | 'm'): number | null {
  const found = LENGTH.exec(text.trim());
  if (!found) return null;
  return numberOf(found[1]!) * MM_PER[(found[2] ?? fallback).toLowerCase()]!;
}

function thicknessOf(text: string): number | null {
  const gauge = GAUGE.exec(text.trim()) ?? /^(\d{2})$/.exec(text.trim());
  if (gauge) return Number(awgToMm(Number(gauge[1])).toFixed(3));
  return lengthOf(text, 'mm');
}

function gramsOf(text: string): number | null {
  const found = WEIGHT.exec(text.trim());
  if (found) return numberOf(found[1]!) * (G_PER[found[2]!.toLowerCase()] ?? 1);
  const bare = new RegExp(`^${NUMBER}$`).exec(text.trim());
  return bare ? numberOf(bare[1]!) : null;
}

const moneyOf = (text: string): number | null => {
  const found = MONEY.exec(text.trim());
  return found ? numberOf(found[1]!) : null;
};

const KINDS: readonly string[] = ['spool', 'offcut', ...THING_KINDS];
const kindOf = (text: string): string | null =>
  KINDS.find((k) => plain(text) === k || plain(text) === `${k}s`) ?? null;

/** Cells without heads are known by what stands in them. */
function byContent(cells: readonly string[]): Cells {
  const found: Cells = {};
  const put = (column: Column, text: string): void => {
    found[column] ??= text;
  };
  for (const text of cells.map((c) => c.trim()).filter((c) => c !== '')) {
    const mm = lengthOf(text, 'mm');
    if (kindOf(text)) put('kind', text);
    else if (metalOf(text)) put('metal', text);
    else if (temperOf(text)) put('temper', text);
    else if (GAUGE.test(text)) put('size', text);
    else if (WEIGHT.test(text)) put('weight', text);
    else if (COUNT.test(text)) put('count', text);
    else if (/[€$£]|eur|usd|gbp/i.test(text) && moneyOf(text) !== null) put('price', text);
    else if (mm !== null && /[a-z"]/i.test(text))
      put(found.size === undefined && mm <= 6.6 ? 'size' : 'length', text);
    else if (/^\d+$/.test(text)) put('count', text);
    else if (found.name === undefined) put('name', text);
    else put('note', text);
  }
  return found;
}

/**
 * Spools, offcuts, beads and findings from a table: comma, semicolon or tab between the cells, as spreadsheets
 * copy and save it. With a line of heads columns are known by them, in any order; without one cells are known by
 * what stands in them. What cannot be understood is said, line by line, and the rest is taken.
 * @param freshId names what comes in
 */
export function readRows(text: string, freshId: () => string): ReadRows {
  const rows = Papa.parse<string[]>(text.trim(), {
    skipEmptyLines: 'greedy',
    preview: MOST_LINES + 2,
  }).data;
  const heads = (rows[0] ?? []).map(columnOf);
  const hasHeads = heads.filter((h) => h !== null).length >= 2;
  const inMetres = (rows[0] ?? []).some((h, i) => heads[i] === 'length' && plain(h).endsWith(' m'));
  const wires: WireLength[] = [];
  const things: Thing[] = [];
  const bad: BadRow[] = [];
  const first = hasHeads ? 1 : 0;
  if (rows.length > first + MOST_LINES) {
    const why = `no more than ${MOST_LINES} lines are taken at once; paste the rest after them`;
    bad.push({ line: first + MOST_LINES + 1, text: '', why });
  }
  rows.slice(first, first + MOST_LINES).forEach((cells, i) => {
    const line = i + first + 1;
    const own: Cells = hasHeads
      ? Object.fromEntries(
          cells.flatMap((c, k) => {
            const text = c.replace(KEPT_AS_TEXT, '').trim();
            return heads[k] && text !== '' ? [[heads[k], text]] : [];
          }),
        )
      : byContent(cells);
    const made = oneOf(own, freshId(), inMetres ? 'm' : 'mm');
    if ('why' in made) bad.push({ line, text: cells.join(' ').trim(), why: made.why });
    else if ('wire' in made) wires.push(made);
    else things.push(made);
  });
  return { wires, things, bad };
}

const withWords = ({ from, note }: Cells): { from?: string; note?: string } => ({
  ...(from && { from }),
  ...(note && { note }),
});

function oneOf(cells: Cells, id: string, unit: 'mm' | 'm'): WireLength | Thing | { why: string } {
  const kind = cells.kind === undefined ? null : kindOf(cells.kind);
  const isThing = (THING_KINDS as readonly string[]).includes(kind ?? '');
  if (isThing || (kind === null && cells.count !== undefined && cells.metal === undefined)) {
    return thingOf(cells, id, kind);
  }
  const metal = cells.metal === undefined ? null : metalOf(cells.metal);
  if (!metal) return { why: 'no metal is named that wire is made of here' };
  const diameterMm = cells.size === undefined ? null : thicknessOf(cells.size);
  if (diameterMm === null) return { why: 'it has no thickness, such as 0.8 mm or 20 ga' };
  const coat = coatOf(cells.coat ?? '');
  const temper = temperOf(cells.temper ?? '') ?? 'dead-soft';
  const wire = { metal, temper, diameterMm, ...(coat && { coat }) };
  const grams = cells.weight === undefined ? null : gramsOf(cells.weight);
  const typed = cells.length === undefined ? null : lengthOf(cells.length, unit);
  const leftMm = typed ?? (grams === null ? null : lengthByWeight(wire, grams));
  if (leftMm === null) return { why: 'it has no length and no weight' };
  if (leftMm > LONGEST_MM) return { why: `it is longer than ${LONGEST_MM / 1e6} km` };
  const price = cells.price === undefined ? null : moneyOf(cells.price);
  const paidFor = cells.paidFor === undefined ? null : lengthOf(cells.paidFor, unit);
  const forMm = paidFor ?? leftMm;
  const read = wireLengthSchema.safeParse({
    id,
    kind: kind ?? (leftMm >= 1_000 ? 'spool' : 'offcut'),
    wire,
    leftMm: Math.round(leftMm * 10) / 10,
    ...(price !== null && forMm > 0 && { paid: { price, forMm } }),
    ...withWords(cells),
  });
  return read.success ? read.data : { why: 'a number in it is too large or too small' };
}

function thingOf(cells: Cells, id: string, kind: string | null): Thing | { why: string } {
  const name = cells.name ?? cells.note;
  if (!name) return { why: 'it has no name' };
  const count = Number((cells.count ?? '1').replace(/\D/g, ''));
  const long = cells.long ?? cells.size ?? cells.length;
  const lengthMm = long === undefined ? null : lengthOf(long, 'mm');
  const holeMm = cells.hole === undefined ? null : lengthOf(cells.hole, 'mm');
  const each = cells.price === undefined ? null : moneyOf(cells.price);
  const read = thingSchema.safeParse({
    id,
    kind: kind ?? 'other',
    name: name.slice(0, 60),
    count,
    ...(lengthMm && { lengthMm }),
    ...(holeMm && { holeMm }),
    ...(each !== null && { each }),
    ...withWords(cells),
  });
  return read.success ? read.data : { why: 'a number in it is too large or too small' };
}
