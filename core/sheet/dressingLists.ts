import type { Dressed, Dressing } from '../dressing';
import type { DressMark } from '../item';
import { DEFAULT_KIT, type Kit } from '../forming';
import { perp, type Vec } from '../geometry';
import { assemblyOf, makeSteps, type MakeStep } from '../making';
import type { Piece } from '../piece';
import { alongBlank, type Plan } from '../plan';
import { printBoth, printGauge, printLength, printNumber, type LengthUnit } from '../units';
import { METAL_FACTS } from '../wire';
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
        outline(mark.at, { x: 1, y: 0 }, mark.widthMm / 2, mark.heightMm / 2),
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
  dressing.items.flatMap((d) => d.marks.flatMap(outlineOf));

const ROLES = {
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

/** Second wires by role, beads and findings. */
function stockBlocks(dressing: Dressing, unit: LengthUnit): Block[] {
  const blocks: Block[] = [];
  for (const role of Object.keys(ROLES) as (keyof typeof ROLES)[]) {
    const own = dressing.wires.filter((w) => w.role === role);
    if (own.length === 0) continue;
    blocks.push(row(ROLES[role], '', true));
    for (const w of own) {
      const many = w.count > 1 ? `${w.count} x ` : '';
      const metal = METAL_FACTS[w.wire.metal].name.toLowerCase();
      const tails = w.tailsMm > 0 ? `, tails ${printLength(w.tailsMm / 2, unit)} in it` : '';
      blocks.push(
        row(
          `${w.name}, ${printGauge(w.wire.diameterMm, unit)} ${metal}${tails}`.slice(0, 92),
          `${many}${printBoth(w.cutMm, unit)}`,
        ),
      );
    }
  }
  if (dressing.beads.length > 0) blocks.push(row('Beads', '', true));
  for (const { bead, count } of dressing.beads) {
    const size = `${printNumber(bead.lengthMm, 1)} x ${printNumber(bead.acrossMm, 1)} mm, hole ${printNumber(bead.holeMm, 2)} mm`;
    blocks.push(row(`${bead.name}, ${size}`, String(count)));
  }
  if (dressing.findings.length > 0) blocks.push(row('Findings', '', true));
  for (const f of dressing.findings) blocks.push(row(f.name, String(f.count)));
  return blocks;
}

/** Where an item lies along the wire. */
function placeWords(d: Dressed, plan: Plan, unit: LengthUnit): string {
  const [span] = d.spans;
  if (!span) return '';
  const wire = plan.wires.length > 1 ? `wire ${span.wire + 1}, ` : '';
  const on = plan.wires[span.wire]!;
  const from = alongBlank(on, span.fromMm);
  const to = alongBlank(on, span.toMm);
  return `${wire}${printLength(from, unit)} to ${printLength(to, unit)} from the first end`;
}

type Teller = (said: Said) => string;

/** The steps of making: what is bent is listed before, so each run of bends is one line. */
function stepBlocks(steps: readonly MakeStep[], told: Teller): Block[] {
  const tasks = [...new Map(steps.map((s) => [s.task.id, s])).values()];
  return tasks.flatMap(({ task, orders, cautions }, i): Block[] => {
    const own = task.kind === 'bend' ? ['As listed.'] : orders.map(told);
    const lines = [...own, ...cautions.map((c) => `Mind: ${told(c.text)}`)].flatMap((o) =>
      wrapped(o, 112),
    );
    return [
      {
        heightMm: LINE_MM,
        needsMm: LINE_MM * 2,
        items: [
          words(MARGIN_MM + 5, 3.6, String(i + 1), { sizeMm: 3, bold: true, anchor: 'end' }),
          words(MARGIN_MM + 8, 3.6, told(task.title), { sizeMm: 3, bold: true }),
        ],
      },
      ...lines.map((text): Block => ({
        heightMm: LINE_MM - 1,
        items: [words(MARGIN_MM + 8, 2.8, text, { sizeMm: 2.7 })],
      })),
    ];
  });
}

/** All about the dressing: what it takes, each item with its place, and the order of the work. */
export function dressingBlocks(
  piece: Piece,
  plan: Plan,
  dressing: Dressing,
  { unit, kit = null }: { unit: LengthUnit; kit?: Kit | null },
): Block[] {
  if (plan.wires.length === 0) return [];
  const bench = { kit };
  const told: Teller = (said) => inWords(said, unit);
  const assembly = assemblyOf(piece, plan, dressing, bench);
  const steps = makeSteps(piece, plan, dressing, assembly, kit ?? DEFAULT_KIT);
  const items = dressing.items.flatMap((d): Block[] => {
    const where = placeWords(d, plan, unit);
    const refused = d.problems.find((p) => p.refused);
    return [
      row(told(d.title).slice(0, 70), where),
      ...(refused
        ? wrapped(`Does not go on so: ${told(refused.message)}`, 112).map((text): Block => ({
            heightMm: LINE_MM - 1,
            items: [words(MARGIN_MM + 6, 2.8, text, { sizeMm: 2.7 })],
          }))
        : []),
    ];
  });
  const parts = piece.parts.map((p) =>
    row(p.name, `${p.count} alike, joined by ${p.join === 'loop' ? 'its loop' : p.join}`),
  );
  return [
    ...(dressing.items.length > 0
      ? [
          { heightMm: 3, items: [rule(MARGIN_MM, 1, MARGIN_MM + 180, 1, 0.15, 'faint')] },
          heading('Dressing: what it takes', 30),
          ...stockBlocks(dressing, unit),
          heading('Dressing: what goes where', 24),
          ...items,
        ]
      : []),
    ...(parts.length > 0 ? [heading('Parts'), ...parts] : []),
    heading('In this order', 24),
    ...stepBlocks(steps, told),
  ];
}
