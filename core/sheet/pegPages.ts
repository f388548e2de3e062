import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { moveWords, pegPlan, stepsOf, type Peg, type WireSteps } from '../steps';
import { printLength, type LengthUnit } from '../units';
import { inWords } from '../words';
import type { SheetOptions } from './buildSheet';
import { MARGIN_MM, words, type Item, type Page, type Paper } from './items';
import { HEADER_MM, patternPages } from './patternPages';

const LINE_MM = 5;

/** A circle of a peg or pin as path data. */
function circle({ at, diameterMm }: Peg): string {
  const r = diameterMm / 2;
  return `M${at.x - r} ${at.y}A${r} ${r} 0 0 1 ${at.x + r} ${at.y}A${r} ${r} 0 0 1 ${at.x - r} ${at.y}`;
}

const pegItems = (pegs: readonly Peg[]): Item[] =>
  pegs.flatMap((p): Item[] => [
    { type: 'path', data: circle(p), widthMm: 0.25, tone: 'accent' },
    words(p.at.x, p.at.y + 0.8, String(p.number), {
      sizeMm: 2.2,
      anchor: 'middle',
      tone: 'accent',
    }),
  ]);

/** For each wire that can be wound: the pattern with its pegs, and the order of winding. */
export function pegPages(
  piece: Piece,
  plan: Plan,
  paper: Paper,
  { unit, pegs = null, kit = null }: SheetOptions,
): Page[] {
  if (!pegs) return [];
  return plan.wires.flatMap((wire, index): Page[] => {
    const name = plan.wires.length > 1 ? ` of wire ${index + 1}` : '';
    const answer = pegPlan(wire, pegs, wire.stock, Math.max(0.5, 2 * piece.toleranceMm));
    if (!answer.ok) {
      return [
        {
          title: `No pegs${name}`,
          items: [
            words(MARGIN_MM, MARGIN_MM + HEADER_MM + 10, inWords(answer.message, unit), {
              sizeMm: 3,
            }),
          ],
        },
      ];
    }
    const work = stepsOf(piece, plan, index, kit);
    const list = answer.plan.pegs;
    const pattern = patternPages(piece, plan, paper, { more: pegItems(list) }) ?? [];
    return [
      ...pattern.map((p) => ({ ...p, title: `Pegs${name}: ${p.title}` })),
      ...windingPages(list, work, paper, unit).map((items) => ({
        title: `Order of winding${name}`,
        items,
      })),
    ];
  });
}

function windingPages(
  pegs: readonly Peg[],
  work: WireSteps | null,
  paper: Paper,
  unit: LengthUnit,
): Item[][] {
  const pages: Item[][] = [];
  let y = Infinity;
  const line = (text: string, soft = false): void => {
    if (y + LINE_MM > paper.heightMm - MARGIN_MM) {
      pages.push([]);
      y = MARGIN_MM + HEADER_MM + 6;
    }
    pages.at(-1)!.push(
      words(MARGIN_MM + (soft ? 12 : 0), y, text, {
        sizeMm: soft ? 2.6 : 3,
        ...(soft ? { tone: 'soft' as const } : {}),
      }),
    );
    y += LINE_MM;
  };
  pegs.forEach((p, i) => {
    const hole = p.hole ? `, hole ${p.hole.column} across and ${p.hole.row} down` : '';
    const off = p.hole ? `, ${printLength(p.offMm, unit)} off` : '';
    line(
      `${p.number}   ${p.round} round ${printLength(p.diameterMm, unit)}${hole}${off}   (bend ${p.bend + 1})`,
    );
    if (pegs[i + 1]?.bend === p.bend) return;
    const step = work?.steps.find((s) => s.marks.some((m) => m.bend === p.bend));
    for (const m of step?.moves ?? []) line(inWords(moveWords(m), unit), true);
  });
  return pages;
}
