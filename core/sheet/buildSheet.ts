import { dressPiece, finishedBox, type Dressing } from '../dressing';
import type { Kit } from '../forming';
import type { Box } from '../geometry';
import type { Piece } from '../piece';
import { strandOf } from '../item';
import type { Hand } from '../making';
import {
  fromSpool,
  kindWords,
  ropeCut,
  stockUses,
  stockWords,
  type Plan,
  type WirePlan,
} from '../plan';
import {
  endWords,
  gaugeWords,
  moveWords,
  stepsOf,
  troubleWords,
  type PegBoard,
  type WireSteps,
} from '../steps';
import { printBoth, printNumber, type LengthUnit } from '../units';
import { inWords, type Said } from '../words';
import { wrapped, type Block } from './blocks';
import { checkLines } from './checkLines';
import {
  MARGIN_MM,
  PAPERS,
  rule,
  words,
  type Item,
  type Page,
  type Paper,
  type Sheet,
} from './items';
import { dressingBlocks, dressingOutlines } from './dressingLists';
import { HEADER_MM, MAX_TILES, patternBox, patternPages } from './patternPages';
import { ROW_MM, stripRows } from './stripRows';
import { pegPages } from './pegPages';
import { CELL_ROW_MM, stepRows } from './stepCells';
import { bendTable, LINE_MM, partLines } from './tables';

export interface SheetOptions {
  readonly paper: Paper['id'];
  readonly unit: LengthUnit;
  /** the tools, to say where jaws have no room */
  readonly kit?: Kit | null;
  /** a small drawing of each step */
  readonly drawings?: boolean;
  /** pegs or pins on a pattern of their own */
  readonly pegs?: PegBoard | null;
  /** stands in the titles, such as “mirrored twin” */
  readonly hand?: string;
  /** the hand of the maker, where the way of winding hangs on it */
  readonly worksWith?: Hand;
}

/**
 * The printed sheet of a piece: the true-size pattern, then for each wire its cut length by parts,
 * its strip at true length with the marks, its bend table in the order of the work with what the
 * tail does, and if wished its steps as drawings and its pegs. Preview and PDF both come from this.
 */
export function buildSheet(piece: Piece, plan: Plan, options: SheetOptions): Sheet {
  const paper = PAPERS[options.paper];
  const dressing = dressPiece(piece, plan);
  const pattern = allPatterns(piece, plan, paper, dressing) ?? [
    {
      title: 'Pattern',
      items: [
        words(
          MARGIN_MM,
          60,
          `This figure would take more than ${MAX_TILES} sheets of ${paper.name} at true size, so no pattern is printed.`,
        ),
      ],
    },
  ];
  const checked = (p: Page): Page => ({
    ...p,
    items: [...p.items, ...checkLines(MARGIN_MM, MARGIN_MM + HEADER_MM + 3)],
  });
  const pages = [
    ...pattern.map(checked),
    ...listPages(piece, plan, dressing, paper, options),
    ...pegPages(piece, plan, paper, options).map((p) =>
      p.title.startsWith('Pegs') ? checked(p) : p,
    ),
  ];
  return {
    paper,
    pages: pages.map((p, i) => withFrame(p, piece, plan, paper, i, pages.length, options)),
  };
}

/** What the pattern covers; what is made without a figure has its own outline. */
export const printedBox = (plan: Plan, dressing: Dressing): Box | null =>
  patternBox(plan) ?? finishedBox(plan, dressing);

const allPatterns = (piece: Piece, plan: Plan, paper: Paper, dressing: Dressing): Page[] | null =>
  patternPages(piece, plan, paper, {
    more: dressingOutlines(dressing),
    box: printedBox(plan, dressing),
    marks: true,
  });

/** The pattern alone, where it fits on one page. */
export function patternPage(
  piece: Piece,
  plan: Plan,
  paper: Paper,
  dressing: Dressing,
): Page | null {
  const pages = allPatterns(piece, plan, paper, dressing);
  return pages?.length === 1 ? pages[0]! : null;
}

/** Several sheets as one, such as those of a pair. */
export const joinSheets = (sheets: readonly Sheet[]): Sheet => ({
  paper: sheets[0]!.paper,
  pages: sheets.flatMap((s) => s.pages),
});

function withFrame(
  page: Page,
  piece: Piece,
  plan: Plan,
  paper: Paper,
  index: number,
  count: number,
  { hand = '', unit }: SheetOptions,
): Page {
  const right = paper.widthMm - MARGIN_MM;
  const kind = inWords(kindWords(piece, plan), unit);
  return {
    ...page,
    items: [
      words(MARGIN_MM, MARGIN_MM + 3, piece.name || 'Unnamed piece', { sizeMm: 4.4, bold: true }),
      words(MARGIN_MM, MARGIN_MM + 7.6, [kind, ...missingWords(plan)].join('. '), {
        sizeMm: 2.9,
        tone: 'soft',
      }),
      words(right, MARGIN_MM + 3, hand ? `${page.title}, ${hand}` : page.title, {
        sizeMm: 3.2,
        anchor: 'end',
      }),
      words(right, MARGIN_MM + 7.6, `${index + 1} / ${count}`, {
        sizeMm: 2.9,
        anchor: 'end',
        tone: 'soft',
      }),
      rule(MARGIN_MM, MARGIN_MM + 9.4, right, MARGIN_MM + 9.4, 0.2, 'soft'),
      ...page.items,
    ],
  };
}

/** What a reader of the sheet must know: a wire that is not on it. */
function missingWords({ unplanned }: Plan): string[] {
  if (unplanned.length === 0) return [];
  const numbers = unplanned.slice(0, 6).map((u) => u.place + 1);
  const more = unplanned.length > numbers.length ? ' and more' : '';
  const one = unplanned.length === 1;
  return [
    `${one ? 'Wire' : 'Wires'} ${numbers.join(', ')}${more} ${one ? 'is' : 'are'} not planned, and in no length here`,
  ];
}

/** Lists flow over as many pages as they take. */
function listPages(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  paper: Paper,
  options: SheetOptions,
): Page[] {
  const blocks = [
    ...notes(piece, plan, options.unit),
    ...plan.wires.flatMap((w, i) => wireBlocks(piece, plan, i, w, paper, options)),
    ...dressingBlocks(piece, plan, dressing, options),
  ];
  const top = MARGIN_MM + HEADER_MM + 2;
  const bottom = paper.heightMm - MARGIN_MM;
  const pages: Item[][] = [];
  let y = Infinity;
  for (const block of blocks) {
    if (y + Math.max(block.heightMm, block.needsMm ?? 0) > bottom) {
      pages.push([]);
      y = top;
      if (block.header) {
        pages.at(-1)!.push(...block.header.map((item) => lowered(item, y)));
        y += LINE_MM + 1;
      }
    }
    const at = y;
    pages.at(-1)!.push(...block.items.map((item) => lowered(item, at)));
    y += block.heightMm;
  }
  return pages.map((items) => ({ title: 'Lengths, strip and bends', items }));
}

/** What concerns the whole piece: how it is run, and beads that stand for dots. */
function notes(piece: Piece, plan: Plan, unit: LengthUnit): Block[] {
  const lines: string[] = [];
  if (plan.route) {
    const wires = plan.wires.length === 1 ? 'one wire' : `${plan.wires.length} wires`;
    const { doubledMm } = plan.route;
    const doubled =
      doubledMm < 0.005
        ? 'none of it twice'
        : `${printBoth(doubledMm, unit)} of it twice, ${piece.doubled === 'over' ? 'over each other' : 'side by side'}`;
    lines.push(`Run as ${wires}, ${doubled}.`);
  }
  const beads = piece.shapes.flatMap((s) => s.beads);
  const sizes = [...new Set(beads.map((b) => printNumber(b.acrossMm, 1)))];
  for (const size of sizes) {
    const count = beads.filter((b) => printNumber(b.acrossMm, 1) === size).length;
    lines.push(`${count} ${count === 1 ? 'bead' : 'beads'} of ${size} mm for the dots.`);
  }
  return lines.map((text) => ({
    heightMm: LINE_MM,
    items: [words(MARGIN_MM, 3.6, text, { sizeMm: 3 })],
  }));
}

const ORIGIN_WORDS = {
  first: 'from the first end',
  last: 'from the last end',
  middle: 'from the middle mark outwards',
} as const;

/** What is cut for a wire; what a rope is twisted from, and how long it must be then. */
function cutLine({ stock, cutMm }: WirePlan, of: string, unit: LengthUnit): string {
  const rope = ropeCut(stock, cutMm);
  if (!rope) return `Cut ${printBoth(cutMm, unit)}${of}.`;
  const folded = stock.rope?.folded ? ', fold each in its middle' : '';
  const strands = inWords(stockWords(strandOf(stock)), unit);
  return `Cut ${rope.pieces} x ${printBoth(rope.eachMm, unit)} of ${strands}${folded}; ${printNumber(rope.turns, 0)} turns make ${printBoth(cutMm, unit)} of rope.`;
}

function wireBlocks(
  piece: Piece,
  plan: Plan,
  index: number,
  wire: Plan['wires'][number],
  paper: Paper,
  { unit, kit = null, drawings = false }: SheetOptions,
): Block[] {
  const name = plan.wires.length > 1 ? `Wire ${index + 1}: ` : '';
  const title = (text: string, needsMm: number): Block => ({
    heightMm: 8,
    needsMm,
    items: [words(MARGIN_MM, 5.5, name + text, { sizeMm: 3.8, bold: true })],
  });
  const several = stockUses(plan).length > 1;
  const of = several ? ` of ${inWords(stockWords(wire.stock), unit)}` : '';
  const spool = `Work from the spool${of}: mark the stop at ${printBoth(wire.cutMm, unit)} and leave the wire on.`;
  const cut = cutLine(wire, of, unit);
  const parts = partLines(wire, unit);
  const told = (said: Said): string => inWords(said, unit);
  const work = stepsOf(piece, plan, index, kit);
  if (!work) return [];
  const middle = work.marks.middleMarkMm;
  const middleWords =
    middle === null ? '' : ` Mark the middle, ${printBoth(middle, unit)} from an end.`;
  const blocks: Block[] = [
    title((fromSpool(piece, wire) ? spool : cut) + middleWords, 8 + parts.length * LINE_MM),
    ...parts.map((items): Block => ({ heightMm: LINE_MM, items })),
    { heightMm: 3, items: [] },
    title(
      `Strip at true length, marks ${ORIGIN_WORDS[work.from]} in ${unit === 'mm' ? 'mm' : 'inches'}`,
      8 + ROW_MM,
    ),
    ...stripRows(piece, wire, work.marks, paper, unit).map((items): Block => ({
      heightMm: ROW_MM,
      items,
    })),
  ];
  if (wire.bends.length === 0) return blocks;
  const { header, lines } = bendTable(wire, work, wire.stock.diameterMm, unit);
  const count = `${wire.bends.length} ${wire.bends.length === 1 ? 'bend' : 'bends'}`;
  blocks.push(
    title(`${count}, front towards you, ${ORIGIN_WORDS[work.from]}`, 30),
    { heightMm: LINE_MM + 1, items: header, needsMm: 16 },
    ...lines.flatMap(({ bend, items }): Block[] => [
      { heightMm: LINE_MM, items, header },
      ...noteBlocks(work, wire, bend, kit, unit).map((b) => ({ ...b, header })),
    ]),
    ...(kit ? wrapped(endWords(piece, plan, index, kit).map(told).join(' '), 118) : [])
      .filter(Boolean)
      .map((line): Block => ({
        heightMm: LINE_MM,
        items: [words(MARGIN_MM + 10, 3.5, line, { sizeMm: 2.9 })],
      })),
    {
      heightMm: 9,
      items: [
        words(
          MARGIN_MM,
          4,
          `${plan.measured ? 'Springback by your test coil' : 'Springback by the handbook'}, ${printNumber(plan.flowMPa, 0)} MPa. Mass ${printNumber(plan.massG, 2)} g.`,
          { sizeMm: 2.6, tone: 'soft' },
        ),
      ],
    },
  );
  if (drawings) {
    blocks.push(
      title('Step by step', 8 + CELL_ROW_MM),
      ...stepRows(plan, work, paper, unit).map((items): Block => ({
        heightMm: CELL_ROW_MM,
        items,
      })),
    );
  }
  return blocks;
}

/** What the tail does after a bend, and what to mind at it, under its line. */
function noteBlocks(
  work: WireSteps,
  wire: Plan['wires'][number],
  bend: number,
  kit: Kit | null,
  unit: LengthUnit,
): Block[] {
  const step = work.steps.find((s) => s.marks.some((m) => m.bend === bend));
  // A pair is listed by its bend on the last arm, and noted once.
  const last = step?.marks.reduce((a, m) => Math.max(a, m.bend), -1);
  if (!step || (last !== bend && step.marks.length > 1)) return [];
  const texts = [
    ...step.marks.flatMap((m) =>
      kit && step.marks.length === 1 ? (gaugeWords(m, kit) ?? []) : [],
    ),
    ...step.moves.map((m) => moveWords(m)),
    ...step.troubles.map((t) => troubleWords(t, wire)),
  ];
  return texts.flatMap((text) =>
    wrapped(inWords(text, unit), 118).map((line): Block => ({
      heightMm: LINE_MM - 1,
      items: [words(MARGIN_MM + 10, 2.6, line, { sizeMm: 2.6, tone: 'soft' })],
    })),
  );
}

function lowered(item: Item, by: number): Item {
  if (item.type === 'line') return { ...item, y1: item.y1 + by, y2: item.y2 + by };
  if (item.type === 'text') return { ...item, y: item.y + by };
  if (item.type === 'window') return { ...item, y: item.y + by, dy: item.dy + by };
  return item;
}
