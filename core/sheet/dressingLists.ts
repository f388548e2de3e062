import { billOf, linkPlan, type Bill } from '../bill';
import { finishedSize, looksOf, type Dressed, type Dressing } from '../dressing';
import { tailsWords, type DressMark } from '../item';
import { DEFAULT_KIT, type Kit } from '../forming';
import { fromAngle, perp, type Vec } from '../geometry';
import { assemblyOf, HAND_WORDS, makeSteps, type Hand, type MakeStep } from '../making';
import type { Piece } from '../piece';
import { alongBlank, stockWords, takenOnBlank, type Plan } from '../plan';
import { printBoth, printLength, printNumber, type LengthUnit } from '../units';
import { inWords, type Said } from '../words';
import { wrapped, type Block } from './blocks';
import { MARGIN_MM, rule, words, type Item } from './items';
import { LINE_MM } from './tables';

const line = (points: readonly Vec[]): string =>
  points.length > 1 ? `M${points.map((p) => `${p.x.toFixed(2)} ${p.y.toFixed(2)}`).join('L')}` : '';

/** An outline round a place, a along a direction and b across it. */
function outline(at: Vec, along: Vec, a: number, b: number): string {
  const side = perp(along);
  const points = Array.from({ length: 37 }, (_, i) => {
    const t = (2 * Math.PI * i) / 36;
    const [x, y] = [a * Math.cos(t), b * Math.sin(t)];
    return { x: at.x + along.x * x + side.x * y, y: at.y + along.y * x + side.y * y };
  });
  return line(points);
}

function outlineOf(mark: DressMark): Item[] {
  const path = (data: string, widthMm: number, tone: 'soft' | 'faint'): Item[] =>
    data === '' ? [] : [{ type: 'path', data, widthMm, tone }];
  switch (mark.kind) {
    case 'wire':
      return path(mark.runs.map(line).join(''), 0.12, 'soft');
    case 'bead':
      return path(
        outline(mark.at, mark.along, mark.bead.lengthMm / 2, mark.bead.acrossMm / 2),
        0.15,
        'soft',
      );
    case 'stone':
      return path(
        outline(mark.at, fromAngle(mark.turnRad ?? 0), mark.widthMm / 2, mark.heightMm / 2),
        0.15,
        'soft',
      );
    case 'flat':
      return path(line(mark.points), mark.widthMm, 'faint');
    case 'cord':
      return path(line(mark.points), 0.3, 'faint');
  }
}

/** What dresses the piece, as thin outlines on the true-size pattern. */
export const dressingOutlines = (dressing: Dressing): Item[] =>
  looksOf(dressing).flatMap(outlineOf);

const ROLES = {
  frame: 'Wires of the figure',
  binding: 'Binding and weaving wires',
  strand: 'Strands',
  spoke: 'Spokes',
  setting: 'Settings and guides',
  finding: 'Findings made from wire',
} as const;

const row = (left: string, right: string, bold = false): Block => ({
  heightMm: LINE_MM,
  items: [
    words(MARGIN_MM, 3.6, left, { sizeMm: 3, bold }),
    words(MARGIN_MM + 150, 3.6, right, { sizeMm: 3, anchor: 'end', bold }),
  ],
});

const heading = (text: string, needsMm = 16): Block => ({
  heightMm: 8,
  needsMm,
  items: [words(MARGIN_MM, 5.5, text, { sizeMm: 3.8, bold: true })],
});

/** All that is taken, by what it does; where several are made for one and for all. */
function billBlocks(bill: Bill, unit: LengthUnit, told: Teller): Block[] {
  const several = bill.made > 1;
  const cell = (one: string, all: string): string => (several ? `${one}; in all ${all}` : one);
  const blocks: Block[] = [];
  for (const role of Object.keys(ROLES) as (keyof typeof ROLES)[]) {
    const own = bill.wires.filter((w) => w.role === role);
    if (own.length === 0) continue;
    blocks.push(row(ROLES[role], '', true));
    for (const w of own) {
      const inIt = w.role === 'frame' ? null : tailsWords(w);
      const tails = inIt ? `, ${told(inIt)}` : '';
      const many = w.one > 1 ? `${w.one} x ` : '';
      blocks.push(
        row(
          `${w.name}, ${told(stockWords(w.wire))}${tails}`.slice(0, 80),
          `${many}${printBoth(w.cutMm, unit)}${several ? `; in all ${w.all}` : ''}`,
        ),
      );
    }
  }
  for (const l of bill.lengths) {
    const name = `${capitalised(told(stockWords(l.wire)))}, all of it`;
    blocks.push(row(name, cell(printBoth(l.one, unit), printBoth(l.all, unit)), true));
  }
  if (bill.things.length > 0) blocks.push(row('Beads and findings', '', true));
  for (const { name, bead, lengthMm, one, all } of bill.things) {
    const size = bead
      ? `, ${printNumber(bead.lengthMm, 1)} x ${printNumber(bead.acrossMm, 1)} mm, hole ${printNumber(bead.holeMm, 2)} mm`
      : lengthMm === undefined
        ? ''
        : `, ${printLength(lengthMm, unit)}`;
    blocks.push(row(`${name}${size}`, cell(String(one), String(all))));
  }
  const grams = (g: number): string => `${printNumber(g, 2)} g`;
  blocks.push(row('Weight, finished', cell(grams(bill.massG.one), grams(bill.massG.all)), true));
  for (const title of bill.left) {
    blocks.push(
      row(`Not counted, because it does not go on as it is: ${told(title)}`.slice(0, 100), ''),
    );
  }
  return blocks;
}

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Where an item lies along the wire. */
function placeWords(d: Dressed, plan: Plan, unit: LengthUnit): string {
  if (d.host) return `hangs in: ${inWords(d.host.title, unit)}`;
  const [span] = d.spans;
  if (!span || (d.acts && d.wires.length > 0)) return '';
  const wire = plan.wires.length > 1 ? `wire ${span.wire + 1}, ` : '';
  const on = plan.wires[span.wire]!;
  const used = takenOnBlank(on).filter((t) => t.itemId === d.item.id);
  const [first] = used;
  if (first) {
    const mm = used.reduce((sum, t) => sum + t.lengthMm, 0);
    return `${wire}${printLength(mm, unit)} at ${printLength(first.fromMm, unit)} from the first end`;
  }
  const from = alongBlank(on, span.fromMm);
  const to = alongBlank(on, span.toMm);
  return `${wire}${printLength(from, unit)} to ${printLength(to, unit)} from the first end`;
}

/** Where on the figure's wires the places of a led wire are, wire by wire. */
function actPlaces({ acts = [] }: Dressed, plan: Plan, unit: LengthUnit): string[] {
  return plan.wires.flatMap((wire, w) => {
    const own = acts.flatMap(({ on }, i) =>
      on?.wire === w ? [`${i + 1} at ${printLength(alongBlank(wire, on.mm), unit)}`] : [],
    );
    const of = plan.wires.length > 1 ? ` of wire ${w + 1}` : '';
    return own.length > 0 ? [`From the first end${of}: ${own.join(', ')}.`] : [];
  });
}

type Teller = (said: Said) => string;

/** Which bends of the list are made together. */
function listedBends(bends: readonly number[]): string {
  const [low, high] = [Math.min(...bends), Math.max(...bends)];
  if (bends.length < 2) return `Bend ${low}, as listed.`;
  const whole = high - low + 1 === bends.length;
  return `Bends ${whole ? `${low} to ${high}` : [...bends].sort((x, y) => x - y).join(', ')}, as listed.`;
}

/** The steps of making: what is bent is listed before, so each run of bends is one line. */
function stepBlocks(steps: readonly MakeStep[], told: Teller, works: Hand): Block[] {
  const lines: MakeStep[][] = [];
  for (const s of steps) {
    const last = lines.at(-1);
    if (last && s.task.kind === 'bend' && last[0]!.task === s.task) last.push(s);
    else lines.push([s]);
  }
  return lines.flatMap((own, i): Block[] => {
    const { task, title, orders, cautions, subline, itemIds, handed } = own[0]!;
    const bent = task.kind === 'bend';
    const places = itemIds.length > 1 && own[0]!.places.length === 0;
    const many = places ? [`At ${itemIds.length} places.`] : [];
    const where = task.kind === 'dress' && subline ? [`${told(subline)}.`] : [];
    const hand = handed ? [told(HAND_WORDS[handed][works])] : [];
    const text = bent
      ? [listedBends(own.flatMap((s) => s.bends))]
      : [...where, ...orders.map(told), ...many, ...hand];
    const said = [...text, ...cautions.map((c) => `Mind: ${told(c.text)}`)].flatMap((o) =>
      wrapped(o, 112),
    );
    return [
      {
        heightMm: LINE_MM,
        needsMm: LINE_MM * 2,
        items: [
          words(MARGIN_MM + 5, 3.6, String(i + 1), { sizeMm: 3, bold: true, anchor: 'end' }),
          words(MARGIN_MM + 8, 3.6, told(bent ? task.title : title), { sizeMm: 3, bold: true }),
        ],
      },
      ...said.map((text): Block => ({
        heightMm: LINE_MM - 1,
        items: [words(MARGIN_MM + 8, 2.8, text, { sizeMm: 2.7 })],
      })),
    ];
  });
}

/** The finished size over everything; how wide and high it is while it is flat stands beside the pattern. */
function sizeBlock(piece: Piece, plan: Plan, dressing: Dressing, unit: LengthUnit): Block[] {
  const size = finishedSize(piece, plan, dressing);
  if (!size) return [];
  const deep = size.deepMm === null ? '' : ` x ${printBoth(size.deepMm, unit)} deep`;
  const across = `${printBoth(size.widthMm, unit)} x ${printBoth(size.heightMm, unit)}`;
  return [row('Finished, over everything, wide x high', `${across}${deep}`)];
}

/** All about the dressing: what it takes, each item with its place, and the order of the work. */
export function dressingBlocks(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  {
    unit,
    kit = null,
    worksWith = 'right',
  }: { unit: LengthUnit; kit?: Kit | null; worksWith?: Hand },
): Block[] {
  if (plan.wires.length === 0 && dressing.items.length === 0) return [];
  const bench = { kit };
  const bill = billOf(piece, plan, dressing);
  const told: Teller = (said) => inWords(said, unit);
  const assembly = assemblyOf(piece, plan, dressing, bench);
  const steps = makeSteps(piece, plan, dressing, assembly, kit ?? DEFAULT_KIT);
  const items = dressing.items.flatMap((d): Block[] => {
    const where = placeWords(d, plan, unit);
    const refused = d.problems.find((p) => p.refused);
    const small = (text: string): Block[] =>
      wrapped(text, 112).map((line): Block => ({
        heightMm: LINE_MM - 1,
        items: [words(MARGIN_MM + 6, 2.8, line, { sizeMm: 2.7 })],
      }));
    return [
      row(told(d.title).slice(0, 70), where),
      ...(refused ? small(`Does not go on so: ${told(refused.message)}`) : []),
      ...actPlaces(d, plan, unit).flatMap(small),
    ];
  });
  const answer = linkPlan(piece, plan);
  const kinds = answer?.ok ? answer.plan.linkKinds : [];
  const parts = piece.parts.map((p) => {
    const own = kinds.find((k) => k.link === p.id);
    const joined = `${p.count} alike, joined by ${p.join === 'loop' ? 'its loop' : p.join}`;
    return row(p.name, own ? `a link of the row, ${own.count} in it` : joined);
  });
  return [
    { heightMm: 3, items: [rule(MARGIN_MM, 1, MARGIN_MM + 180, 1, 0.15, 'faint')] },
    heading(bill.made > 1 ? `What it takes, for one and for ${bill.made}` : 'What it takes', 30),
    ...billBlocks(bill, unit, told),
    ...sizeBlock(piece, plan, dressing, unit),
    ...(items.length > 0 ? [heading('What goes where', 24), ...items] : []),
    ...(parts.length > 0 ? [heading('Parts'), ...parts] : []),
    heading('In this order', 24),
    ...stepBlocks(steps, told, worksWith),
  ];
}
