import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { printBoth, printGauge, printNumber, type LengthUnit } from '../units';
import { METAL_FACTS, TEMPER_NAMES } from '../wire';
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
import { HEADER_MM, MAX_TILES, patternPages } from './patternPages';
import { ROW_MM, stripRows } from './stripRows';
import { bendHeader, bendLines, LINE_MM, partLines } from './tables';

/**
 * The printed sheet of a piece: the true-size pattern, then for each wire its cut length by parts,
 * its strip at true length with the marks, and its bend table. Preview and PDF both come from this.
 */
export function buildSheet(
  piece: Piece,
  plan: Plan,
  paperId: Paper['id'],
  unit: LengthUnit,
): Sheet {
  const paper = PAPERS[paperId];
  const pattern = patternPages(piece, plan, paper) ?? [
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
  const pages = [
    ...pattern.map((p) => ({
      ...p,
      items: [...p.items, ...checkLines(MARGIN_MM, MARGIN_MM + HEADER_MM + 3)],
    })),
    ...listPages(piece, plan, paper, unit),
  ];
  return { paper, pages: pages.map((p, i) => withFrame(p, piece, paper, i, pages.length)) };
}

function withFrame(page: Page, piece: Piece, paper: Paper, index: number, count: number): Page {
  const right = paper.widthMm - MARGIN_MM;
  const { wire } = piece;
  const kind = `${printGauge(wire.diameterMm)} ${METAL_FACTS[wire.metal].name.toLowerCase()}, ${TEMPER_NAMES[wire.temper]}`;
  return {
    ...page,
    items: [
      words(MARGIN_MM, MARGIN_MM + 3, piece.name || 'Unnamed piece', { sizeMm: 4.4, bold: true }),
      words(MARGIN_MM, MARGIN_MM + 7.6, kind, { sizeMm: 2.9, tone: 'soft' }),
      words(right, MARGIN_MM + 3, page.title, { sizeMm: 3.2, anchor: 'end' }),
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

interface Block {
  readonly heightMm: number;
  readonly items: readonly Item[];
  /** items printed first again when a page breaks before this block */
  readonly header?: readonly Item[];
  /** keep with the blocks after it, so many mm */
  readonly needsMm?: number;
}

/** Lists flow over as many pages as they take. */
function listPages(piece: Piece, plan: Plan, paper: Paper, unit: LengthUnit): Page[] {
  const blocks = [
    ...notes(piece, plan, unit),
    ...plan.wires.flatMap((w, i) => wireBlocks(piece, plan, i, w, paper, unit)),
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
        : `${printBoth(doubledMm, unit)} of it twice, side by side`;
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

function wireBlocks(
  piece: Piece,
  plan: Plan,
  index: number,
  wire: Plan['wires'][number],
  paper: Paper,
  unit: LengthUnit,
): Block[] {
  const name = plan.wires.length > 1 ? `Wire ${index + 1}: ` : '';
  const title = (text: string, needsMm: number): Block => ({
    heightMm: 8,
    needsMm,
    items: [words(MARGIN_MM, 5.5, name + text, { sizeMm: 3.8, bold: true })],
  });
  const spool = `Work from the spool: mark the stop at ${printBoth(wire.cutMm, unit)} and leave the wire on.`;
  const cut = `Cut ${printBoth(wire.cutMm, unit)}.`;
  const parts = partLines(wire, unit);
  const bends = bendLines(piece, wire, unit);
  const header = bendHeader();
  return [
    title(piece.work === 'spool' ? spool : cut, 8 + parts.length * LINE_MM),
    ...parts.map((items): Block => ({ heightMm: LINE_MM, items })),
    { heightMm: 3, items: [] },
    title('Strip at true length, marks from the first end in mm', 8 + ROW_MM),
    ...stripRows(piece, wire, paper, unit).map((items): Block => ({ heightMm: ROW_MM, items })),
    ...(bends.length > 0
      ? [
          title(
            `${bends.length} ${bends.length === 1 ? 'bend' : 'bends'}, front towards you, from the first end`,
            30,
          ),
          { heightMm: LINE_MM + 1, items: header, needsMm: 16 },
          ...bends.map((items): Block => ({ heightMm: LINE_MM, items, header })),
          {
            heightMm: 9,
            items: [
              words(
                MARGIN_MM,
                4,
                `Grip corners and folds at the jaw’s edge, curves at their middle. Mass ${printNumber(plan.massG, 2)} g.`,
                { sizeMm: 2.6, tone: 'soft' },
              ),
            ],
          },
        ]
      : []),
  ];
}

function lowered(item: Item, by: number): Item {
  if (item.type === 'line') return { ...item, y1: item.y1 + by, y2: item.y2 + by };
  if (item.type === 'text') return { ...item, y: item.y + by };
  return item;
}
