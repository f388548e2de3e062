import type { Box } from '../geometry';
import { frameAround, type MarkCode, type MarkFrame } from '../fiducial';
import { alongBlank, formedLine, type Plan } from '../plan';
import { brightness, inkThreshold, quantile, reduce, type Grid, type Rgba } from '../trace';
import { blameOf, SEEN, type Blamed } from './blame';
import { followWire } from './fit';
import { darkAt, flatten, scaleOf, type Flat } from './flatten';
import { findMarks, type SeenMark } from './marks';
import { farFrom, metalMap, metalPoints, placeOf, posesOf, roughly, thinned } from './place';
import { layOn } from './layOn';
import { leftOf, restingPose, shapesOf, type Line, type Shape } from './shape';
import { seenAt, viewOf, type View } from './view';

/** Why nothing can be said of a photograph. */
export type PhotoFault =
  | 'no-marks'
  | 'some-marks'
  | 'blurred'
  | 'too-far'
  | 'other-page'
  | 'cut-off'
  | 'no-wire'
  | 'mirrored'
  | 'other-piece';

/** A place along a wire. */
export interface PhotoPlace {
  readonly wire: number;
  /** on the straight blank from the wire's start, ends not counted, mm */
  readonly atMm: number;
  /** to the left of the wire's direction, mm */
  readonly offMm: number;
  /** false where it could not be seen */
  readonly seen: boolean;
}

export interface PhotoJudgement {
  /** how the piece lies on the page: turned clockwise, rad, and moved, mm */
  readonly askewRad: number;
  readonly moved: { readonly x: number; readonly y: number };
  /** what is off where it was seen, mm, after the piece is laid on its plan as it fits best */
  readonly meanMm: number;
  readonly p95Mm: number;
  readonly maxMm: number;
  readonly places: readonly PhotoPlace[];
  readonly bends: readonly Blamed[];
  /** each wire where it was found, laid on the plan, and its plan, places as in `places` */
  readonly lines: readonly { readonly made: Line; readonly planned: Line }[];
  /** share of the wires that could be seen */
  readonly seenShare: number;
  readonly view: View;
}

export type PhotoAnswer =
  | { readonly found: true; readonly judgement: PhotoJudgement }
  | { readonly found: false; readonly fault: PhotoFault; readonly marks: number };

/** Photographs are looked through for marks at about this size, px. */
const SEARCHED_PX = 1600;
/** The edge of print is spread further than this in a photograph that is out of focus, mm. */
const BLURRED_MM = 0.75;
/** Fewer pixels to the millimetre than this show too little. */
const LEAST_PX_PER_MM = 4;
/** Beside the frame a piece may lie too, mm. */
const ASIDE_MM = 12;
/** A piece is taken for another if less of it than this is seen where it should be. */
const LEAST_SEEN = 0.7;

/**
 * Holds a photograph of a made piece against its plan: marks, view, page laid flat, the piece found on it,
 * each wire followed, the whole laid on its plan as it fits best, and the bends behind what is off.
 * @param frames the marks round its pattern as it may have been printed, in the figure's coordinates
 */
export function judgePhoto(picture: Rgba, plan: Plan, frames: readonly MarkFrame[]): PhotoAnswer {
  const full = brightness(picture);
  const longest = Math.max(full.width, full.height);
  let search = { marks: [] as readonly SeenMark[], squares: 0 };
  for (const size of [SEARCHED_PX, 2.2 * SEARCHED_PX]) {
    const block = Math.max(1, Math.round(longest / size));
    const next = findMarks(full, reduce(full, block), block);
    if (next.marks.length > search.marks.length || next.squares > search.squares) search = next;
    if (search.marks.length >= 4 || block === 1) break;
  }
  const marks = onePage(search.marks);
  const fault = (why: PhotoFault): PhotoAnswer => ({
    found: false,
    fault: why,
    marks: marks.length,
  });
  if (marks.length === 0) {
    return fault(search.squares >= 3 || isBlurred(full) ? 'blurred' : 'no-marks');
  }
  if (marks.length < 3) return fault('some-marks');
  const laid = frameOf(marks, plan, frames);
  const view = laid && viewOf(marks, laid.frame, picture);
  if (!view || view.offPx > 3) return fault('other-page');
  const pxPerMm = scaleOf(view, laid.frame.box);
  if (pxPerMm < LEAST_PX_PER_MM) return fault('too-far');
  const spread = marks.map((m) => m.edgePx).sort((a, b) => a - b)[marks.length >> 1]! / pxPerMm;
  if (spread > BLURRED_MM) return fault('blurred');
  const shapes = shapesOf(plan);
  if (shapes.length === 0) return fault('no-wire');
  const { box } = laid.frame;
  const seenBox: Box = { ...box, minX: box.minX - ASIDE_MM, maxX: box.maxX + ASIDE_MM };
  if (!laid.anyTurn && outsideShare(view, shapes, picture) > MOST_OUTSIDE) return fault('cut-off');
  const flat = flatten(picture, view, seenBox, laid.frame);
  const answer = judgeFlat(flat, plan, shapes, laid.anyTurn);
  if (typeof answer === 'string') return fault(answer);
  return { found: true, judgement: { ...answer, view } };
}

/** More of a pattern than this must not lie outside the photograph: what is laid on it would lie there too. */
const MOST_OUTSIDE = 0.06;

/** How much of a pattern's wires lies outside the photograph. */
function outsideShare(view: View, shapes: readonly Shape[], picture: Rgba): number {
  const places = thinned(shapes, 4);
  let out = 0;
  for (let i = 0; i < places.length; i += 2) {
    const { x, y } = seenAt(view, { x: places[i]!, y: places[i + 1]! });
    if (x < 0 || y < 0 || x > picture.width || y > picture.height) out++;
  }
  return places.length > 0 ? (2 * out) / places.length : 0;
}

/** Of all steps of brightness the steepest reach this share of the whole in a photograph that is in focus. */
const SHARP_SHARE = 0.13;

/** Whether nothing in a photograph has an edge, though there is light and dark. */
function isBlurred(full: Grid): boolean {
  const grid = reduce(full, 2);
  const { width, height, data } = grid;
  const steps: number[] = [];
  const values: number[] = [];
  const every = Math.max(1, Math.round(Math.sqrt((width * height) / 400_000)));
  for (let y = 1; y < height - 1; y += every) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      steps.push(Math.abs(data[i + 1]! - data[i - 1]!));
      if (x % 4 === 0) values.push(data[i]!);
    }
  }
  const at = (v: number[], share: number): number => quantile(Float32Array.from(v), share);
  const whole = at(values, 0.995) - at(values, 0.005);
  return whole > 0.15 && at(steps, 0.9995) < SHARP_SHARE * whole;
}

/** Of marks that are read those that say the same of their page, each corner once. */
function onePage(marks: readonly SeenMark[]): SeenMark[] {
  const sets = marks.map((first) => {
    const mm: (number | undefined)[] = [];
    mm[first.code.corner % 2] = first.code.mm;
    const chosen = new Map<MarkCode['corner'], SeenMark>();
    for (const m of [first, ...marks]) {
      const { corner, of } = m.code;
      const side = corner % 2;
      if (of !== first.code.of || chosen.has(corner)) continue;
      if ((mm[side] ?? m.code.mm) !== m.code.mm) continue;
      mm[side] = m.code.mm;
      chosen.set(corner, m);
    }
    return [...chosen.values()];
  });
  return sets.reduce<SeenMark[]>((a, b) => (b.length > a.length ? b : a), []);
}

/** The frame that the marks tell of, laid about the figure's middle where its own is another. */
function frameOf(
  marks: readonly SeenMark[],
  plan: Plan,
  frames: readonly MarkFrame[],
): { readonly frame: MarkFrame; readonly anyTurn: boolean } | null {
  const side = (odd: number): number | undefined =>
    marks.find((m) => m.code.corner % 2 === odd)?.code.mm;
  const [width, height] = [side(0), side(1)];
  if (width === undefined || height === undefined) return null;
  const { of } = marks[0]!.code;
  const own = frames.find(({ box }) => {
    const [w, h] = [box.maxX - box.minX, box.maxY - box.minY];
    return of === 'pattern' && Math.abs(w - width) < 0.01 && Math.abs(h - height) < 0.01;
  });
  if (own) return { frame: own, anyTurn: false };
  const middle = middleOf(plan);
  const frame = frameAround(
    { minX: middle.x, maxX: middle.x, minY: middle.y, maxY: middle.y },
    { across: width / 2, down: height / 2 },
    of,
  );
  return frame && { frame, anyTurn: true };
}

function middleOf(plan: Plan): { x: number; y: number } {
  const lines = plan.wires.map((w) => formedLine(w).points);
  const xs = lines.flat().map((p) => p.x);
  const ys = lines.flat().map((p) => p.y);
  const mid = (v: readonly number[]): number =>
    (v.reduce((a, b) => Math.min(a, b), Infinity) + v.reduce((a, b) => Math.max(a, b), -Infinity)) /
    2;
  return { x: mid(xs), y: mid(ys) };
}

const mirroredShape = (shape: Shape, about: number): Shape => ({
  ...shape,
  x: shape.x.map((x) => 2 * about - x),
});

type Judged = Omit<PhotoJudgement, 'view'>;

function judgeFlat(
  flat: Flat,
  plan: Plan,
  shapes: readonly Shape[],
  anyTurn: boolean,
): Judged | PhotoFault {
  const threshold = Math.max(0.12, Math.min(0.3, 0.8 * inkThreshold(flat.grid)));
  const map = metalMap(flat, threshold);
  const metal = metalPoints(map, 400);
  if (metal.length < 40) return 'no-wire';
  const placing = placeOf(shapes, map, anyTurn);
  const about = middleOf(plan).x;
  const turnedOver = placeOf(
    shapes.map((s) => mirroredShape(s, about)),
    map,
    anyTurn,
  );
  if (turnedOver.cost < 0.55 * placing.cost && turnedOver.cost < placing.cost - 0.25) {
    return 'mirrored';
  }
  const starts = posesOf(shapes, placing);
  const followed = shapes.map((shape, i) => {
    const wire = followWire(flat, shape, roughly(shape, starts[i]!, map), map.darkness);
    return { ...wire, good: wire.good.map((g, k) => (shape.hidden[k] ? 0 : g)) };
  });
  const [seen, all] = [
    followed.reduce((sum, f, i) => sum + ofFigure(shapes[i]!, f.good, (g) => g >= SEEN), 0),
    shapes.reduce((sum, s) => sum + ofFigure(s, s.hidden, (h) => h === 0), 0),
  ];
  const seenShare = all > 0 ? seen / all : 0;
  const strained = followed.some((f) => [...f.pose.more].some((m) => Math.abs(m) > 1));
  const lines = followed.map((f) => f.line);
  const explained = farFrom(metal, thinned(lines, 2));
  if (seenShare < LEAST_SEEN || strained || explained > 1.2) {
    return turnedOver.cost < placing.cost - 0.1 ? 'mirrored' : 'other-piece';
  }
  if (isPrint(flat, shapes, followed)) return 'no-wire';
  return laidOnPlan(plan, shapes, followed, seenShare);
}

/** How many places of a wire's figure are so. */
function ofFigure(
  { figure: [first, last] }: Shape,
  values: Float64Array | Uint8Array,
  isSo: (value: number) => boolean,
): number {
  let count = 0;
  for (let i = first; i <= last; i++) if (isSo(values[i]!)) count++;
  return count;
}

/** Metal is darker than this beside its middle, on one side at least; a printed line is not. */
const LEAST_METAL = 0.17;

/** Whether what was followed is the print itself, as a photograph without colours shows it. */
function isPrint(
  flat: Flat,
  shapes: readonly Shape[],
  followed: readonly { line: Line }[],
): boolean {
  const dark = followed.flatMap(({ line }, w) => {
    const { nx, ny } = leftOf(line);
    const aside = shapes[w]!.diameterMm / 4;
    return Array.from(line.x, (x, i) =>
      Math.max(
        darkAt(flat, x + nx[i]! * aside, line.y[i]! + ny[i]! * aside),
        darkAt(flat, x - nx[i]! * aside, line.y[i]! - ny[i]! * aside),
      ),
    );
  });
  return quantile(Float32Array.from(dark), 0.5) < LEAST_METAL;
}

/** The whole made piece laid on its plan: least squares of what is off along the plan's normals. */
function laidOnPlan(
  plan: Plan,
  shapes: readonly Shape[],
  followed: readonly { readonly line: Line; readonly good: Float64Array }[],
  seenShare: number,
): Judged {
  const join = (pick: (i: number) => Float64Array): Float64Array =>
    Float64Array.from(shapes.flatMap((_, i) => [...pick(i)]));
  const planned = { x: join((i) => shapes[i]!.x), y: join((i) => shapes[i]!.y) };
  const good = join((i) => followed[i]!.good);
  const normals = shapes.map((s) => leftOf(s));
  const found = { x: join((i) => followed[i]!.line.x), y: join((i) => followed[i]!.line.y) };
  const laid = layOn(planned, found, {
    nx: join((i) => normals[i]!.nx),
    ny: join((i) => normals[i]!.ny),
    // What is off is that of the figure; ends only told where it lies along itself.
    weights: join((i) =>
      followed[i]!.good.map((g, k) => {
        const [first, last] = shapes[i]!.figure;
        return g >= SEEN && k >= first && k <= last ? 1 : 0;
      }),
    ),
  });
  const places: PhotoPlace[] = [];
  const lines: { made: Line; planned: Line }[] = [];
  const whole: Line[] = [];
  let from = 0;
  shapes.forEach((shape, index) => {
    const wire = plan.wires[index]!;
    const [first, last] = shape.figure;
    const to = from + shape.x.length;
    const made = { x: laid.made.x.slice(from, to), y: laid.made.y.slice(from, to) };
    for (let i = first; i <= last; i += 2) {
      places.push({
        wire: index,
        atMm: alongBlank(wire, shape.atMm[i]!) - wire.startMm,
        offMm: laid.off[from + i]!,
        seen: good[from + i]! >= SEEN,
      });
    }
    const figure = ({ x, y }: Line): Line => ({
      x: x.slice(first, last + 1),
      y: y.slice(first, last + 1),
    });
    lines.push({ made: figure(made), planned: figure(shape) });
    whole.push(made);
    from = to;
  });
  const sizes = places
    .filter((p) => p.seen)
    .map((p) => Math.abs(p.offMm))
    .sort((a, b) => a - b);
  const at = (share: number): number => sizes[Math.floor(share * (sizes.length - 1))] ?? 0;
  const scale = Math.max(0.4, 4 * at(0.5));
  const bends = shapes
    .flatMap((shape, i) =>
      blameOf({ shape, line: whole[i]!, good: followed[i]!.good, scale }, restingPose(shape)),
    )
    .sort((a, b) => b.share - a.share);
  return {
    askewRad: laid.askewRad,
    moved: laid.moved,
    meanMm: sizes.reduce((sum, v) => sum + v, 0) / Math.max(1, sizes.length),
    p95Mm: at(0.95),
    maxMm: at(1),
    places,
    bends,
    lines,
    seenShare,
  };
}
