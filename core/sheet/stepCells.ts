import { pathData } from '../file';
import {
  compose,
  growBox,
  scaling,
  transformSegment,
  translation,
  type Affine,
  type Primitive,
} from '../geometry';
import { placeOnWire, type Plan, type WirePlan } from '../plan';
import { formedPart, poseStrip, stepTitle, turnWord, type Step, type WireSteps } from '../steps';
import { isBend } from '../strip';
import { bareLength, degrees, type LengthUnit, printLength } from '../units';
import { inWords } from '../words';
import { MARGIN_MM, rule, words, type Item, type Paper } from './items';
import { patternBox } from './patternPages';

const COLUMNS = 4;
const GAP_MM = 3;
const DRAWING_MM = 33;
export const CELL_ROW_MM = 47;
/** Figures are drawn no larger than this many times their size. */
const LARGEST = 1.6;

/** Rows of small drawings, one for each step: the wire as it is then, and what to measure. */
export function stepRows(plan: Plan, work: WireSteps, paper: Paper, unit: LengthUnit): Item[][] {
  const width = (paper.widthMm - 2 * MARGIN_MM - (COLUMNS - 1) * GAP_MM) / COLUMNS;
  const box = patternBox(plan);
  if (!box) return [];
  const room = growBox(box, 1.5);
  const scale = Math.min(
    LARGEST,
    (width - 2) / (room.maxX - room.minX),
    (DRAWING_MM - 2) / (room.maxY - room.minY),
  );
  const middle = { x: (room.minX + room.maxX) / 2, y: (room.minY + room.maxY) / 2 };
  const cells = work.steps.map((step, i) => {
    const x = MARGIN_MM + (i % COLUMNS) * (width + GAP_MM);
    const map = compose(
      translation(x + width / 2, 1 + DRAWING_MM / 2),
      compose(scaling(scale), translation(-middle.x, -middle.y)),
    );
    return [
      {
        type: 'window' as const,
        x,
        y: 1,
        width,
        height: DRAWING_MM,
        dx: 0,
        dy: 0,
        items: drawn(plan, work, i, map, scale),
      },
      ...frame(x, 1, width, DRAWING_MM),
      ...caption(step, work, plan, x, unit, i),
    ];
  });
  const rows: Item[][] = [];
  cells.forEach((cell, i) => {
    if (i % COLUMNS === 0) rows.push([]);
    rows.at(-1)!.push(...cell);
  });
  return rows;
}

const frame = (x: number, y: number, w: number, h: number): Item[] => [
  rule(x, y, x + w, y, 0.1, 'soft'),
  rule(x, y + h, x + w, y + h, 0.1, 'soft'),
  rule(x, y, x, y + h, 0.1, 'soft'),
  rule(x + w, y, x + w, y + h, 0.1, 'soft'),
];

function drawn(plan: Plan, work: WireSteps, index: number, map: Affine, scale: number): Item[] {
  const wire = plan.wires[work.wire]!;
  const step = work.steps[index]!;
  const bent = new Set(work.steps.slice(0, index + 1).flatMap((s) => s.marks.map((m) => m.bend)));
  let bend = -1;
  const progress = wire.strip.pieces.map((p) => (isBend(p) && !bent.has(++bend) ? 0 : 1));
  const pose = poseStrip(wire.strip, (i) => progress[i]!, work.marks.originMm);
  const wide = Math.max(0.3, wire.stock.diameterMm * scale);
  const put = (shape: readonly Primitive[]): string =>
    pathData(shape.flatMap((s) => transformSegment(s, map) as Primitive[]));
  const [low, high] = step.formed;
  const tails = pose.pieces.filter(
    (p) => p.startMm + p.lengthMm <= low + 1e-6 || p.startMm >= high - 1e-6,
  );
  const line = (data: string, widthMm: number, tone: 'ink' | 'faint' | 'paper'): Item[] =>
    data === '' ? [] : [{ type: 'path', data, widthMm, tone }];
  return [
    ...line(put(tails.flatMap((p) => p.shape)), wide, 'faint'),
    ...line(put(formedPart(wire, step.formed)), wide, 'ink'),
    ...crossed(plan, work, step, put, wide),
    ...ticks(wire, step, map, wide),
  ];
}

/** The upper pass once more over a gap in the lower one. */
function crossed(
  plan: Plan,
  work: WireSteps,
  { formed: [low, high] }: Step,
  put: (shape: readonly Primitive[]) => string,
  wide: number,
): Item[] {
  const inPlace = (wire: number, mm: number): boolean =>
    wire === work.wire && mm >= low - 1e-6 && mm <= high + 1e-6;
  return plan.crossings.flatMap((c): Item[] => {
    if (!inPlace(c.firstWire, c.firstMm) || !inPlace(c.secondWire, c.secondMm)) return [];
    const wire = plan.wires[work.wire]!;
    const at = c.top === 'first' ? c.firstMm : c.secondMm;
    const reach = 1.3 * wire.stock.diameterMm;
    const [from, to] = [placeOnWire(wire, at - reach), placeOnWire(wire, at + reach)];
    if (!from || !to) return [];
    const data = put([{ type: 'line', from: from.at, to: to.at }]);
    return [
      { type: 'path', data, widthMm: wide * 1.9, tone: 'paper' },
      { type: 'path', data, widthMm: wide, tone: 'ink' },
    ];
  });
}

/** Where the bends of this step were gripped. */
function ticks(wire: WirePlan, step: Step, map: Affine, wide: number): Item[] {
  return step.marks.flatMap((m): Item[] => {
    const place = placeOnWire(wire, m.placeMm);
    if (!place) return [];
    const x = map.a * place.at.x + map.e;
    const y = map.d * place.at.y + map.f;
    const reach = wide / 2 + 1.4;
    const { direction: d } = place;
    return [
      rule(x - d.y * reach, y + d.x * reach, x + d.y * reach, y - d.x * reach, 0.3, 'accent'),
    ];
  });
}

function caption(
  step: Step,
  work: WireSteps,
  plan: Plan,
  x: number,
  unit: LengthUnit,
  index: number,
): Item[] {
  const y = DRAWING_MM + 4.4;
  const [m] = step.marks;
  const lines: string[] = [];
  if (m) {
    const turn =
      step.marks.length > 1
        ? 'mirrored turns'
        : `${turnWord(m.turnRad)}, to ${degreesOf(m.formToRad)}°`;
    lines.push(`mark ${printLength(m.atMm, unit)}, ${turn}`);
  }
  const move = step.moves.find((t) => t.kind === 'thread') ?? step.moves[0];
  if (move) {
    lines.push(move.kind === 'thread' ? 'thread the tail' : `tail ${move.kind}`);
  } else if (step.measure) {
    const { widthMm, heightMm } = step.measure;
    lines.push(`${bareLength(widthMm, unit)} wide, ${bareLength(heightMm, unit)} high`);
  }
  return [
    words(x, y, `${index}  ${inWords(stepTitle(step, work, plan), unit)}`.slice(0, 34), {
      sizeMm: 2.5,
      bold: true,
    }),
    ...lines.map((text, i) => words(x, y + 3.3 * (i + 1), text, { sizeMm: 2.3, tone: 'soft' })),
  ];
}

const degreesOf = (rad: number): number => Math.round(Math.abs(degrees(rad)));
