import {
  add,
  angleOf,
  cross,
  distance,
  mix,
  dot,
  primitiveFrom,
  scale,
  sub,
  turnBetween,
  unit,
  wrapAngle,
  type Primitive,
  type Vec,
} from '../geometry';
import { Moments } from './moments';
import { moveAlong, walk, type ChainElement, type ChainStart } from './tangentChain';
import { fewestPieces, proposeCandidates, type Candidate } from './segmentation';
import { SHARP_TURN, joinAt, refine, simplify, type Fitted, type Run } from './simplify';

export interface FitOptions {
  readonly closed: boolean;
  readonly corners: boolean;
  readonly pinStart: boolean;
  readonly pinEnd: boolean;
  /** the points are their own mirror image, and so are to be their bends */
  readonly even?: boolean;
  /** hears of each part of a long stretch how many points it had, once it is fitted */
  readonly told?: (points: number) => void;
}

export type FitSection = typeof fitSection;

export interface SectionFit {
  readonly primitives: Primitive[];
  /** worst distance of a point from the fit, mm */
  readonly deviationMm: number;
}

/** Shares of the tolerance that are tried, from loose to close. */
const CLOSENESS = [1, 0.72, 0.5, 0.36, 0.25, 0.18, 0.12, 0.08, 0.05];
/**
 * How much more pieces a closer fit may take: count x closeness^0.2 is least at the fit chosen. A
 * drawing made of lines and arcs keeps its count however close it is fitted, so its true joints are
 * found; a free curve's count grows faster than that, so it keeps the fewest pieces.
 */
const CLOSENESS_POWER = 0.2;
/** More pieces than this are fitted in parts, each held to the next where the line is calmest. */
const PART_PIECES = 16;
const PART_WANTED = 10;
/** Points that a first look at a long stretch keeps. */
const ROUGH_POINTS = 1000;

/**
 * Fits one stretch of points by tangent lines and arcs, and corners where it must, with the fewest
 * pieces within `tolerance`.
 *
 * @param points in order; for a closed stretch the first point again at the end
 * @param options.closed the stretch runs into itself without an end
 * @param options.corners the points may hold corners; a drawn smooth curve has none
 * @param options.pinStart its first point is a drawn corner and stays; pinEnd likewise
 */
export function fitSection(
  points: readonly Vec[],
  tolerance: number,
  options: FitOptions,
): SectionFit {
  if (points.length < 3) return asSection(straight(points));
  const { corners, pinStart, pinEnd, told } = options;
  const run: Run = { points, tolerance, corners, start: null, end: null, pinStart, pinEnd, told };
  const even = options.even && !options.closed ? fitEven(run) : null;
  if (even) return asSection(even);
  return options.closed ? fitClosed(run) : asSection(fitRun(run));
}

/** A stretch that turns this much at its middle has a corner there, radians. */
const MIDDLE_TURN = (25 * Math.PI) / 180;

/**
 * Fits a stretch that is its own mirror image: one half up to the axis, which it meets squarely, and
 * that half again. So both have the same bends. Null where there is a corner on the axis, or the
 * halves come out worse than they may.
 */
function fitEven(run: Run): Fitted | null {
  const { points, tolerance } = run;
  const count = points.length;
  if (count < 9) return null;
  const [a, b] = [points[(count >> 1) - 1]!, points[count - (count >> 1)]!];
  const middle = count % 2 === 1 ? points[count >> 1]! : mix(a, b, 0.5);
  const [before, after] = [points[(count >> 1) - 3]!, points[count + 2 - (count >> 1)]!];
  if (Math.abs(turnBetween(sub(middle, before), sub(after, middle))) > MIDDLE_TURN) return null;
  const half = [...points.slice(0, count >> 1), middle];
  const end: ChainStart = { at: middle, heading: angleOf(sub(b, a)) };
  const fit = fitRun({ ...run, points: half, end, pinEnd: false });
  if (fit.worst > tolerance || fit.chain.length === 0) return null;
  const last = fit.chain[fit.chain.length - 1]!;
  const chain = [...fit.chain.slice(0, -1), { ...last, length: 2 * last.length }];
  // Going back, the corner before a piece comes after it.
  for (let i = fit.chain.length - 2; i >= 0; i--) {
    const { turn, corner } = fit.chain[i + 1]!;
    chain.push({ ...fit.chain[i]!, turn, corner });
  }
  const top = chain.length - 1;
  const pieces = Int32Array.from(points, (_, j) =>
    j < half.length ? fit.pieces[j]! : top - fit.pieces[count - 1 - j]!,
  );
  return { start: fit.start, chain, pieces, rms: fit.rms, worst: fit.worst };
}

/** A closed stretch is opened in the middle of its longest piece and held together there. */
function fitClosed(run: Run): SectionFit {
  const { points } = run;
  const rough = chooseFit(run);
  if (!rough) return asSection(straight(points));
  const whole = rough.pieces.length === 1 ? rough.pieces[0] : undefined;
  if (whole && whole.curvature !== 0) return wholeCircle(points, whole);
  const longest = longestOf(points, rough.pieces);
  const middle = Math.round((longest.from + longest.to) / 2);
  const anchor = anchorOn(points, longest, middle);
  const body = points.slice(0, -1);
  const turned = [...body.slice(middle), ...body.slice(0, middle)];
  const fit = fitRun({ ...run, points: [...turned, turned[0]!], start: anchor, end: anchor });
  const circle = fit.chain.length <= 2 && fit.chain.every((e) => !e.line && !e.corner);
  // Two arcs that are all there is, one circle: opened and held, they are its two halves.
  return circle
    ? wholeCircle(points, { ...longest, from: 0, to: points.length - 1 })
    : asSection(fit);
}

function wholeCircle(points: readonly Vec[], c: Candidate): SectionFit {
  const circle = new Moments(points).circle(c.from, c.to);
  if (!circle) return asSection(straight(points));
  const { center, radius } = circle;
  const startAngle = angleOf(sub(points[0]!, center));
  const sweep = Math.sign(c.curvature) * 2 * Math.PI;
  const off = points.map((p) => Math.abs(distance(p, center) - radius));
  return {
    primitives: [{ type: 'arc', center, radius, startAngle, sweep }],
    deviationMm: Math.max(...off),
  };
}

const longestOf = (points: readonly Vec[], pieces: readonly Candidate[]): Candidate =>
  pieces.reduce((a, b) => (spanOf(points, b) > spanOf(points, a) ? b : a));

/** Place and heading on a proposed piece at one of its points: many points speak for it. */
function anchorOn(points: readonly Vec[], c: Candidate, index: number): ChainStart {
  const moments = new Moments(points);
  const p = points[index]!;
  const circle = c.curvature === 0 ? null : moments.circle(c.from, c.to);
  if (!circle) {
    const { center, direction } = moments.line(c.from, c.to);
    const along = dot(sub(p, center), direction);
    return { at: add(center, scale(direction, along)), heading: angleOf(direction) };
  }
  const out = unit(sub(p, circle.center));
  return {
    at: add(circle.center, scale(out, circle.radius)),
    heading: angleOf(out) + (Math.sign(c.curvature) * Math.PI) / 2,
  };
}

function straight(points: readonly Vec[]): Fitted {
  const [a, b] = [points[0] ?? { x: 0, y: 0 }, points[points.length - 1] ?? { x: 0, y: 0 }];
  const length = distance(a, b);
  const along = length > 0 ? unit(sub(b, a)) : { x: 1, y: 0 };
  const off = points.map((p) => Math.abs(cross(along, sub(p, a))));
  const worst = Math.max(0, ...off);
  return {
    start: { at: a, heading: angleOf(along) },
    chain: [{ turn: 0, corner: false, curvature: 0, line: true, length }],
    pieces: new Int32Array(points.length),
    rms: worst,
    worst,
  };
}

function spanOf(points: readonly Vec[], c: Candidate): number {
  let sum = 0;
  for (let i = c.from; i < c.to; i++) sum += distance(points[i]!, points[i + 1]!);
  return sum;
}

interface Choice {
  readonly pieces: Candidate[];
  readonly closeness: number;
  readonly byStart: Candidate[][];
}

function chooseFit(run: Run): Choice | null {
  // Between two knots noise may turn a stretch back on itself, and no piece goes over it.
  return chooseAmong(run, false) ?? chooseAmong(run, true);
}

function chooseAmong({ points, tolerance, corners }: Run, every: boolean): Choice | null {
  const byStart = proposeCandidates(points, tolerance, every);
  let best: { pieces: Candidate[]; closeness: number; score: number } | null = null;
  /** Tries one closeness; what it costs, endless where nothing is so close. */
  const tried = (level: number): number => {
    const closeness = CLOSENESS[level]!;
    const fit = fewestPieces(byStart, tolerance * closeness, corners);
    if (!fit) return Infinity;
    const score = fit.cost * closeness ** CLOSENESS_POWER;
    if (!best || score < best.score) best = { pieces: fit.pieces, closeness, score };
    return fit.cost;
  };
  /** Looks between a loose level and a close one: a closer fit never takes fewer pieces. */
  const between = (loose: number, cost: number, close: number): void => {
    if (close - loose < 2) return;
    if (cost * CLOSENESS[close - 1]! ** CLOSENESS_POWER >= best!.score) return;
    const middle = (loose + close) >> 1;
    const own = tried(middle);
    between(loose, cost, middle);
    if (own < Infinity) between(middle, own, close);
  };
  const loosest = tried(0);
  if (loosest === Infinity) return null;
  const closest = CLOSENESS.length - 1;
  if (loosest * CLOSENESS[closest]! ** CLOSENESS_POWER < best!.score) {
    tried(closest);
    between(0, loosest, closest);
  }
  const { pieces, closeness } = best!;
  return { pieces, closeness, byStart };
}

function fitRun(run: Run): Fitted {
  const { points } = run;
  if (points.length > 2 * ROUGH_POINTS) {
    const stride = Math.ceil(points.length / ROUGH_POINTS);
    const thin = points.filter((_, i) => i % stride === 0 || i === points.length - 1);
    const rough = chooseFit({ ...run, points: thin });
    if (rough) return fitParts(run, cutPlaces(thin, rough.pieces, stride, points.length));
  }
  const choice = chooseFit(run);
  if (!choice) return straight(points);
  if (choice.pieces.length <= PART_PIECES) return fitWhole(run, choice);
  return fitParts(run, cutPlaces(points, choice.pieces, 1, points.length));
}

/** Where to part a long run: in the middle of the longest piece of every so many. */
function cutPlaces(
  points: readonly Vec[],
  pieces: readonly Candidate[],
  stride: number,
  count: number,
): number[] {
  const parts = Math.ceil(pieces.length / PART_WANTED);
  const places: number[] = [];
  for (let k = 1; k < parts; k++) {
    const middle = Math.round((k * pieces.length) / parts);
    const near = pieces.slice(Math.max(1, middle - 4), middle + 4);
    const calm = longestOf(points, near);
    const at = Math.round((calm.from + calm.to) / 2) * stride;
    if (at > (places.at(-1) ?? 0) + 8 && at < count - 9) places.push(at);
  }
  return places;
}

/** What parts are held to lies no further than this share of the tolerance from the points about it. */
const NEAR_JOINT = 0.3;

/** Fits the parts of a run one by one; where they meet both are held to the same place and heading. */
function fitParts(run: Run, places: readonly number[]): Fitted {
  if (places.length === 0) return fitRunOnce(run);
  const { points } = run;
  const joints = places.map((at) => {
    // What a few points to each side say: a circle, or a line where they lie straight.
    const [from, to] = [Math.max(0, at - 5), Math.min(points.length - 1, at + 5)];
    const near = proposeCandidates(points.slice(from, to + 1), NEAR_JOINT * run.tolerance)[0]!;
    const widest = near.filter((c) => c.to === to - from);
    const best = widest.reduce<Candidate | null>(
      (a, b) => (!a || b.meanSquare < 0.5 * a.meanSquare ? b : a),
      null,
    );
    return best
      ? anchorOn(points.slice(from, to + 1), best, at - from)
      : { at: points[at]!, heading: angleOf(sub(points[at + 1]!, points[at - 1]!)) };
  });
  const ends = [0, ...places, points.length - 1];
  const fits: Fitted[] = [];
  for (const [i, to] of ends.slice(1).entries()) {
    const before = i === 0 ? null : endOfFit(fits[i - 1]!);
    const own = points.slice(ends[i], to + 1);
    const part: Run = { ...run, points: own, end: joints[i] ?? run.end, told: undefined };
    fits.push(before ? fitAfter(part, before, joints[i - 1]!) : fitRunOnce(part));
    run.told?.(own.length);
  }
  return joinParts(run, places, fits);
}

const endOfFit = ({ start, chain }: Fitted): ChainStart => walk(start, chain).at(-1)!;

/** A part that ends no further turned from where it was held goes on smoothly, radians. */
const HELD_TURN = (0.5 * Math.PI) / 180;

/**
 * Fits a part from where the one before really ended, for what that misses would turn and shift all
 * that follows. What it was turned amiss is made good at once.
 */
function fitAfter(part: Run, before: ChainStart, held: ChainStart): Fitted {
  const turn = wrapAngle(held.heading - before.heading);
  if (Math.abs(turn) <= HELD_TURN) return fitRunOnce({ ...part, start: before });
  const fit = fitRunOnce({ ...part, start: { at: before.at, heading: before.heading + turn } });
  const first = fit.chain[0]!;
  fit.chain[0] = { ...first, corner: true, turn: first.turn + turn };
  return { ...fit, start: before };
}

/** The parts as one chain; pieces that were cut apart are one again where the points allow it. */
function joinParts(run: Run, places: readonly number[], fits: readonly Fitted[]): Fitted {
  const pieces = new Int32Array(run.points.length);
  const chain: ChainElement[] = [];
  const joints: number[] = [];
  fits.forEach((f, i) => {
    const from = i === 0 ? 0 : places[i - 1]!;
    if (i > 0) joints.push(chain.length);
    f.pieces.forEach((p, j) => {
      pieces[from + j] = chain.length + p;
    });
    chain.push(...f.chain);
  });
  const whole: Fitted = {
    start: fits[0]!.start,
    chain,
    pieces,
    rms: Math.max(...fits.map((f) => f.rms)),
    worst: Math.max(...fits.map((f) => f.worst)),
  };
  return joinAt(run, whole, joints);
}

function fitRunOnce(run: Run): Fitted {
  const choice = chooseFit(run);
  return choice ? fitWhole(run, choice) : straight(run.points);
}

/** A chain this many tolerances off has got lost; after so many of these its run is parted. */
const LOST = 4;
const MOST_LOST = 2;

function fitWhole(run: Run, choice: Choice): Fitted {
  const { tolerance } = run;
  let pieces: Candidate[] | null = choice.pieces;
  let closeness = choice.closeness;
  let best: Fitted | null = null;
  let lost = 0;
  // Tangency costs closeness: when the joined chain strays too far, start from a closer fit.
  while (pieces) {
    const fitted = fitPieces(run, pieces);
    if (!best || fitted.worst < best.worst) best = fitted;
    if (fitted.worst <= tolerance) break;
    if (fitted.worst > LOST * tolerance) lost++;
    closeness *= 0.7;
    if (closeness < 0.03 || lost >= MOST_LOST) break;
    pieces = fewestPieces(choice.byStart, tolerance * closeness, run.corners)?.pieces ?? null;
  }
  if (best && best.worst > 1.5 * tolerance) {
    const middle = choice.pieces[choice.pieces.length >> 1]!;
    const place = Math.round((middle.from + middle.to) / 2);
    const room = Math.min(place, run.points.length - 1 - place);
    if (choice.pieces.length > 3 && room > 20) return fitParts(run, [place]);
    return unpolished(run, choice.pieces);
  }
  return simplify(run, best!);
}

/**
 * The proposed pieces set end to end on the points, for shapes on which the least squares do not
 * settle. Each keeps within its own tolerance; their joins may turn a little, and so may the joins
 * with what the run's ends are held to.
 */
function unpolished({ points, ...run }: Run, found: readonly Candidate[]): Fitted {
  const pieces = new Int32Array(points.length);
  let start = run.start;
  let heading: number | null = start?.heading ?? null;
  const chain = found.map((c, i): ChainElement => {
    pieces.fill(i, c.from, c.to + 1);
    const a = (i === 0 ? run.start?.at : null) ?? points[c.from]!;
    const b = (i === found.length - 1 ? run.end?.at : null) ?? points[c.to]!;
    const { curvature, length, begin } = overChord(points, c, a, b);
    const sweep = curvature * length;
    start ??= { at: a, heading: begin };
    const turn = heading === null ? 0 : wrapAngle(begin - heading);
    heading = begin + sweep;
    const line = curvature === 0;
    return { turn, corner: turn !== 0, curvature, line, length };
  });
  const worst = Math.max(...found.map((c) => c.worst));
  return { start: start!, chain, pieces, rms: worst, worst };
}

/** An arc that turns further is not known by its chord. */
const CHORD_TURN = 1.5 * Math.PI;

/** The line or arc that turns as a proposed piece does, from one place to another. */
function overChord(
  points: readonly Vec[],
  c: Candidate,
  a: Vec,
  b: Vec,
): { curvature: number; length: number; begin: number } {
  const chord = distance(a, b);
  const heading = angleOf(sub(b, a));
  if (c.curvature === 0) return { curvature: 0, length: chord, begin: heading };
  const span = spanOfCandidate(points, c);
  const sweep = c.curvature * span;
  if (Math.abs(sweep) > CHORD_TURN || chord < 1e-6) {
    return { curvature: c.curvature, length: Math.abs(span), begin: c.startHeading };
  }
  const curvature = (2 * Math.sin(sweep / 2)) / chord;
  return { curvature, length: sweep / curvature, begin: heading - sweep / 2 };
}

function fitPieces(run: Run, found: readonly Candidate[]): Fitted {
  const { points } = run;
  const assigned = new Int32Array(points.length);
  const joints = found.slice(1).map((c, i) => jointOf(run, found[i]!, c));
  const chain: ChainElement[] = found.map((c, i) => {
    assigned.fill(i, c.from, c.to + 1);
    const [before, after] = [joints[i - 1], joints[i]];
    const corner = before?.corner ?? false;
    return {
      turn: corner ? wrapAngle(before!.leave - before!.arrive) : 0,
      corner,
      line: c.curvature === 0,
      ...turned(points, c, before?.leave ?? c.startHeading, after?.arrive ?? c.endHeading),
    };
  });
  const start = run.start ?? { at: points[0]!, heading: found[0]!.startHeading };
  return refine(run, assigned, start, chain, 'whole');
}

interface Joint {
  readonly corner: boolean;
  /** headings of the piece before at its end, and of the one after at its start */
  readonly arrive: number;
  readonly leave: number;
}

/** How two proposed pieces meet: in a corner, or in one heading, which a line knows better than an arc. */
function jointOf(run: Run, before: Candidate, after: Candidate): Joint {
  const [arrive, leave] = [before.endHeading, after.startHeading];
  const turn = wrapAngle(leave - arrive);
  const [fromLine, toLine] = [before, after].map((c) => isStraight(run.points, c));
  const lines = before.curvature === 0 && after.curvature === 0;
  if (run.corners && (lines || Math.abs(turn) > SHARP_TURN)) {
    return { corner: true, arrive, leave };
  }
  const heading = fromLine === toLine ? arrive + turn / 2 : fromLine ? arrive : leave;
  return { corner: false, arrive: heading, leave: heading };
}

/** An arc that turns no more than this knows its heading as a line does. */
const STRAIGHT_TURN = (6 * Math.PI) / 180;
const isStraight = (points: readonly Vec[], c: Candidate): boolean =>
  Math.abs(c.curvature) * spanOfCandidate(points, c) < STRAIGHT_TURN;

/** Shares of its proposed turn within which an arc is made longer or shorter, not tighter or wider. */
const LONGER = { least: 0.7, most: 1.4 };

/**
 * A proposed piece for a first guess: an arc turns from the heading it begins with to the one it
 * ends with, so that errors of the pieces before do not turn all that follows.
 */
function turned(
  points: readonly Vec[],
  c: Candidate,
  begin: number,
  end: number,
): { curvature: number; length: number } {
  const length = spanOfCandidate(points, c);
  if (c.curvature === 0) return { curvature: 0, length };
  const sweep = c.curvature * length;
  const wanted = sweep + wrapAngle(end - begin - sweep);
  const share = wanted / sweep;
  return share > LONGER.least && share < LONGER.most
    ? { curvature: c.curvature, length: wanted / c.curvature }
    : { curvature: wanted / length, length };
}

/** Length of a proposed piece: noise makes the points' own length too long, so by chord and sweep. */
function spanOfCandidate(points: readonly Vec[], c: Candidate): number {
  const chord = distance(points[c.from]!, points[c.to]!);
  if (c.curvature === 0) return chord;
  const direction = c.curvature < 0 ? -1 : 1;
  // Headings tell the sweep up to whole turns; the points' own length tells how many.
  const full = 2 * Math.PI;
  const turn = direction * (c.endHeading - c.startHeading);
  const along = spanOf(points, c) * Math.abs(c.curvature);
  const sweep = turn + full * Math.round((along - turn) / full);
  return sweep / Math.abs(c.curvature);
}

/** Arcs that go round further than this are given in several parts. */
const WIDEST_ARC = 1.9 * Math.PI;

const asSection = ({ start, chain, worst }: Fitted): SectionFit => ({
  primitives: primitivesOf(start, straightAsOne(chain)),
  deviationMm: worst,
});

/**
 * Straight beside straight without a corner is one run. The least squares may leave one between others
 * that goes back: as part of the whole run it is where it should be, left out it would be missing.
 */
function straightAsOne(chain: readonly ChainElement[]): ChainElement[] {
  const out: ChainElement[] = [];
  for (const e of chain) {
    const last = out[out.length - 1];
    if (last?.line && e.line && !e.corner) last.length += e.length;
    else out.push({ ...e });
  }
  return out;
}

/** A tangent chain as lines and arcs in their places. */
export function primitivesOf(start: ChainStart, chain: readonly ChainElement[]): Primitive[] {
  const states = walk(start, chain);
  return chain.flatMap((e, i): Primitive[] => {
    const s = states[i]!;
    if (e.length <= 1e-6) return [];
    const sweep = Math.abs(e.curvature * e.length);
    const parts = sweep > WIDEST_ARC ? Math.ceil(sweep / Math.PI) : 1;
    const length = e.length / parts;
    return Array.from({ length: parts }, (_, k) => {
      const from = moveAlong(s, e.curvature, k * length);
      return primitiveFrom(from.at, from.heading, e.curvature, length);
    });
  });
}
