import type { WorkOrigin } from '../piece';
import { ropeWords, type WirePlan } from '../plan';
import {
  armNames,
  BEND_WORDS,
  overWords,
  turnWord,
  type Arms,
  type WireSteps,
  type WorkMark,
} from '../steps';
import { bareLength, degrees, type LengthUnit, printBoth, printLength } from '../units';
import { inWords } from '../words';
import { MARGIN_MM, rule, words, type Item } from './items';

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
  const rope = ropeWords(wire.stock, wire.cutMm);
  if (rope) {
    lines.push([words(MARGIN_MM, 4, `of rope, from ${inWords(rope, unit)}`, { sizeMm: 3 })]);
  }
  return lines;
}

interface Column {
  readonly title: string;
  readonly at: number;
  readonly anchor: 'start' | 'end';
}

const columnsFor = (from: WorkOrigin): readonly Column[] => [
  { title: 'No.', at: 6, anchor: 'end' },
  { title: 'Bend', at: 10, anchor: 'start' },
  { title: 'Turn', at: 25, anchor: 'start' },
  { title: 'Bend to', at: 56, anchor: 'end' },
  { title: 'Over', at: 61, anchor: 'start' },
  { title: 'Grip', at: 122, anchor: 'start' },
  { title: from === 'middle' ? 'From middle' : 'From end', at: 156, anchor: 'end' },
  { title: 'From last', at: 178, anchor: 'end' },
];

const rowOf = (columns: readonly Column[], values: readonly string[], bold = false): Item[] =>
  values.map((text, i) => {
    const { at, anchor } = columns[i]!;
    return words(MARGIN_MM + at, 3.5, text, { sizeMm: bold ? 2.6 : 2.9, anchor, bold });
  });

const degreesWords = (rad: number): string => `${Math.round(Math.abs(degrees(rad)))}°`;
const turnWords = (rad: number): string => `${turnWord(rad)} ${degreesWords(rad)}`;

/** The header of a wire's bend table, and a line for each bend in the order of the work. */
export function bendTable(
  wire: WirePlan,
  work: WireSteps,
  diameterMm: number,
  unit: LengthUnit,
): { header: Item[]; lines: { bend: number; items: Item[] }[] } {
  if (work.from === 'middle' && work.arms)
    return armsTable(wire, work, work.arms, diameterMm, unit);
  const columns = columnsFor(work.from);
  const header = [
    ...rowOf(
      columns,
      columns.map((c) => c.title),
      true,
    ),
    rule(MARGIN_MM, 4.6, MARGIN_MM + 180, 4.6, 0.2),
  ];
  const lines = work.marks.marks.map((m) => {
    const b = wire.bends[m.bend]!;
    const side = m.arm === 'towards-last' ? 'last end' : 'first end';
    const grip = m.grip === 'edge' ? 'edge' : 'middle';
    return {
      bend: m.bend,
      items: rowOf(columns, [
        String(m.bend + 1),
        BEND_WORDS[b.kind],
        turnWords(m.turnRad),
        degreesWords(m.formToRad),
        inWords(overWords(b, diameterMm), unit).slice(0, 44),
        work.from === 'middle' ? `${grip}, ${side}` : grip,
        bareLength(m.atMm, unit),
        bareLength(m.stepMm, unit),
      ]),
    };
  });
  return { header, lines };
}

const ARM_COLUMNS: readonly Column[] = [
  { title: 'No.', at: 6, anchor: 'end' },
  { title: 'Turn', at: 10, anchor: 'start' },
  { title: 'From middle', at: 52, anchor: 'end' },
  { title: 'Both', at: 60, anchor: 'start' },
  { title: 'From middle', at: 142, anchor: 'end' },
  { title: 'Turn', at: 148, anchor: 'start' },
  { title: 'No.', at: 180, anchor: 'end' },
];

/** Left and right arm next to each other, each with its own turning. */
function armsTable(
  wire: WirePlan,
  work: WireSteps,
  arms: Arms,
  diameterMm: number,
  unit: LengthUnit,
): { header: Item[]; lines: { bend: number; items: Item[] }[] } {
  const names = armNames(wire, arms);
  const leftFirst = names.first.startsWith('Left') || names.first.startsWith('Upper');
  const [left, right] = leftFirst ? (['first', 'last'] as const) : (['last', 'first'] as const);
  const titles = ARM_COLUMNS.map((c) => c.title);
  titles[1] = names[left];
  titles[5] = names[right];
  const header = [
    ...rowOf(ARM_COLUMNS, titles, true),
    rule(MARGIN_MM, 4.6, MARGIN_MM + 180, 4.6, 0.2),
  ];
  const of = (bend: number): WorkMark => work.marks.marks.find((m) => m.bend === bend)!;
  const kindOf = (m: WorkMark): string => BEND_WORDS[wire.bends[m.bend]!.kind];
  const overOf = (m: WorkMark): string => inWords(overWords(wire.bends[m.bend]!, diameterMm), unit);
  const both = (a: WorkMark, b: WorkMark = a): string => {
    // Where the arms differ each has its own words: left, then right.
    const pair = (of: (m: WorkMark) => string): string =>
      of(a) === of(b) ? of(a) : `${of(a)} | ${of(b)}`;
    return `${pair(kindOf)} to ${pair((m) => degreesWords(m.formToRad))}, ${pair(overOf)}`.slice(
      0,
      64,
    );
  };
  const lines: { bend: number; items: Item[] }[] = [];
  if (arms.central !== null) {
    const m = of(arms.central);
    lines.push({
      bend: m.bend,
      items: rowOf(ARM_COLUMNS, [
        String(m.bend + 1),
        turnWords(m.turnRad),
        'on it',
        both(m),
        '',
        '',
        '',
      ]),
    });
  }
  for (const p of arms.pairs) {
    const [a, b] = [of(p[left]), of(p[right])];
    lines.push({
      bend: p.last,
      items: rowOf(ARM_COLUMNS, [
        String(a.bend + 1),
        turnWords(a.turnRad),
        bareLength(a.atMm, unit),
        both(a, b),
        bareLength(b.atMm, unit),
        turnWords(b.turnRad),
        String(b.bend + 1),
      ]),
    });
  }
  for (const bend of arms.single) {
    const m = of(bend);
    const onLeft = (m.arm === 'towards-first') === (left === 'first');
    const own = [String(m.bend + 1), turnWords(m.turnRad), bareLength(m.atMm, unit)];
    const values = onLeft
      ? [...own, both(m), '', '', '']
      : ['', '', '', both(m), own[2]!, own[1]!, own[0]!];
    lines.push({ bend, items: rowOf(ARM_COLUMNS, values) });
  }
  return { header, lines };
}
