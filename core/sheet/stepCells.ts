import { pathData } from '../file';
import {
  applyAffine,
  compose,
  flattenSegment,
  scaling,
  startOf,
  sub,
  transformSegment,
  translation,
  unit as unitVector,
  type Affine,
  type Primitive,
  type Vec,
} from '../geometry';
import { alongBlank, placeOnWire, type Plan, type WirePlan } from '../plan';
import {
  formedPart,
  posedWire,
  stepTitle,
  turnWord,
  type Step,
  type WireEndSide,
  type WireSteps,
} from '../steps';
import { bareLength, degrees, type LengthUnit, printLength } from '../units';
import { inWords } from '../words';
import { MARGIN_MM, rule, words, type Item, type Paper, type Tone } from './items';
import { patternBox } from './patternPages';

const COLUMNS = 4;
const GAP_MM = 3;
const DRAWING_MM = 33;
export const CELL_ROW_MM = 47;
/** Figures are drawn no larger than this many times their size. */
const LARGEST = 1.6;

/** Tails are drawn so far from what is formed and are broken there, mm. */
const TAIL_MM = 24;

/** Rows of small drawings, one for each step: the wire as it lies before it, thinly what the step makes of it, and what to measure then. */
export function stepRows(plan: Plan, work: WireSteps, paper: Paper, unit: LengthUnit): Item[][] {
  const width = (paper.widthMm - 2 * MARGIN_MM - (COLUMNS - 1) * GAP_MM) / COLUMNS;
  if (!patternBox(plan)) return [];
  const cells = work.steps.map((step, i) => {
    const x = MARGIN_MM + (i % COLUMNS) * (width + GAP_MM);
    return [
      {
        type: 'window' as const,
        x,
        y: 1,
        width,
        height: DRAWING_MM,
        dx: 0,
        dy: 0,
        items:
          i === 0
            ? blank(plan, work, x, width, unit)
            : drawn(plan, work, i, { x: x + width / 2, y: 1 + DRAWING_MM / 2 }, width),
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

/** Numbers of marks nearer to each other than this would lie over each other, mm. */
const NUMBER_MM = 3.4;

/** The straight blank as long as the drawing is wide, with all its marks. */
function blank(plan: Plan, work: WireSteps, x: number, width: number, unit: LengthUnit): Item[] {
  const wire = plan.wires[work.wire]!;
  const [from, to, y] = [x + 2.5, x + width - 2.5, 1 + DRAWING_MM / 2];
  const at = (mm: number): number => from + (mm / wire.cutMm) * (to - from);
  let last = -Infinity;
  const marks = [...work.marks.marks]
    .sort((a, b) => a.atMm - b.atMm)
    .flatMap((m): Item[] => {
      const own = at(alongBlank(wire, m.placeMm));
      const tick = rule(own, y - 2, own, y + 2, 0.25, 'accent');
      if (own - last < NUMBER_MM) return [tick];
      last = own;
      const number = String(m.bend + 1);
      return [tick, words(own, y - 2.8, number, { sizeMm: 2.1, anchor: 'middle', tone: 'accent' })];
    });
  const middle = (from + to) / 2;
  return [
    rule(from, y, to, y, Math.max(0.5, Math.min(1.2, wire.stock.diameterMm)), 'faint'),
    ...marks,
    words(middle, y + 6, printLength(wire.cutMm, unit), { sizeMm: 2.6, anchor: 'middle' }),
  ];
}

/** A wire after a step: what is in its place, and its tails as far as they are drawn. */
interface Stage {
  readonly formed: Primitive[];
  readonly tails: readonly (readonly Vec[])[];
  /** where a tail is broken off, and the way it goes there */
  readonly broken: readonly { readonly at: Vec; readonly way: Vec }[];
}

/** A way along points, as far as it is drawn. */
function asFar(points: readonly Vec[]): Pick<Stage, 'broken'> & { readonly line: readonly Vec[] } {
  const line: Vec[] = points.slice(0, 1);
  let left = TAIL_MM;
  for (const [i, to] of points.slice(1).entries()) {
    const from = points[i]!;
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    if (long > left) {
      const way = unitVector(sub(to, from));
      const at = { x: from.x + way.x * left, y: from.y + way.y * left };
      return { line: [...line, at], broken: [{ at, way }] };
    }
    left -= long;
    line.push(to);
  }
  return { line, broken: [] };
}

const NO_ENDS: ReadonlySet<WireEndSide> = new Set();

function stageOf(plan: Plan, work: WireSteps, done: number): Stage {
  const wire = plan.wires[work.wire]!;
  const step = work.steps[done]!;
  const { strip, beyond } = posedWire(wire, work, done, 0, NO_ENDS);
  const [low, high] = step.formed;
  const along = (shapes: readonly Primitive[]): Vec[] =>
    shapes.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.05)]);
  const before = along(
    strip.pieces.filter((p) => p.startMm + p.lengthMm <= low + 1e-6).flatMap((p) => p.shape),
  ).reverse();
  const after = along(strip.pieces.filter((p) => p.startMm >= high - 1e-6).flatMap((p) => p.shape));
  // When its ends are worked nothing is beyond them any more.
  const isDone = step.kind === 'ends';
  const tails = [
    [...before, ...(isDone ? [] : (beyond.start?.slice(1) ?? []))],
    [...after, ...(isDone ? [] : (beyond.end?.slice(1) ?? []))],
  ]
    .filter((t) => t.length > 1)
    .map(asFar);
  return {
    formed: formedPart(wire, step.formed),
    tails: tails.map((t) => t.line),
    broken: tails.flatMap((t) => t.broken),
  };
}

const pathOf = (points: readonly Vec[], map: Affine): string =>
  pathData(
    points.slice(1).map((to, i): Primitive => {
      return { type: 'line', from: applyAffine(map, points[i]!), to: applyAffine(map, to) };
    }),
  );

/** One step, as large as its cell allows. */
function drawn(plan: Plan, work: WireSteps, index: number, centre: Vec, width: number): Item[] {
  const wire = plan.wires[work.wire]!;
  const step = work.steps[index]!;
  const [before, after] = [stageOf(plan, work, index - 1), stageOf(plan, work, index)];
  const points = [before, after].flatMap(({ formed, tails }) => [
    ...formed.flatMap((s) => [startOf(s), ...flattenSegment(s, 0.1)]),
    ...tails.flat(),
  ]);
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [minX, maxX] = [Math.min(...xs), Math.max(...xs)];
  const [minY, maxY] = [Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(
    LARGEST,
    (width - 6) / Math.max(1, maxX - minX),
    (DRAWING_MM - 6) / Math.max(1, maxY - minY),
  );
  const map = compose(
    translation(centre.x, centre.y),
    compose(scaling(scale), translation(-(minX + maxX) / 2, -(minY + maxY) / 2)),
  );
  const wide = Math.max(0.3, wire.stock.diameterMm * scale);
  const put = (shape: readonly Primitive[]): string =>
    pathData(shape.flatMap((s) => transformSegment(s, map) as Primitive[]));
  const line = (data: string, widthMm: number, tone: Tone): Item[] =>
    data === '' ? [] : [{ type: 'path', data, widthMm, tone }];
  const isBent = step.marks.length > 0;
  // What is done without a bend is shown as it is then.
  const own = isBent ? before : after;
  const ownStep = isBent ? work.steps[index - 1]! : step;
  return [
    ...own.tails.flatMap((t) => line(pathOf(t, map), wide, 'faint')),
    ...line(put(own.formed), wide, 'ink'),
    ...crossed(plan, work, ownStep, put, wide),
    ...own.broken.flatMap((b) => breakMark(b, map, wide)),
    ...(isBent
      ? [
          ...line(put(after.formed), 0.22, 'accent'),
          ...after.tails.flatMap((t) => line(pathOf(t, map), 0.22, 'accent')),
        ]
      : []),
    ...ticks(wire, work, index, map, wide),
  ];
}

/** Two short strokes across a wire that goes on. */
function breakMark({ at, way }: Stage['broken'][number], map: Affine, wide: number): Item[] {
  const { x, y } = applyAffine(map, at);
  const reach = wide / 2 + 0.9;
  const slant = { x: -way.y * reach + way.x * 0.5, y: way.x * reach + way.y * 0.5 };
  return [0, 0.8].map((off) => {
    const [cx, cy] = [x - way.x * off, y - way.y * off];
    return rule(cx - slant.x, cy - slant.y, cx + slant.x, cy + slant.y, 0.15, 'soft');
  });
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

/** Where the bends of this step are gripped, with their numbers. */
function ticks(wire: WirePlan, work: WireSteps, index: number, map: Affine, wide: number): Item[] {
  const { strip } = posedWire(wire, work, index - 1, 0, NO_ENDS);
  return work.steps[index]!.marks.flatMap((m): Item[] => {
    const place = placeOnWire({ strip, asides: [] }, m.placeMm);
    if (!place) return [];
    const { x, y } = applyAffine(map, place.at);
    const reach = wide / 2 + 1.4;
    const { direction: d } = place;
    const beyond = reach + 1.3;
    return [
      rule(x - d.y * reach, y + d.x * reach, x + d.y * reach, y - d.x * reach, 0.3, 'accent'),
      words(x + d.y * beyond, y - d.x * beyond + 0.7, String(m.bend + 1), {
        sizeMm: 2,
        anchor: 'middle',
        tone: 'accent',
      }),
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
