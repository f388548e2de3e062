import type { StoneBody } from '../element';
import { distance, dot, scale, sub, type MeasuredLine, type Vec } from '../geometry';
import type { HangPoint } from './layout';
import type { StretchPlace } from './place';
import type { TwistedWith } from './led/twistPairs';
import type { Thread } from './thread';

/** A stretch of frame wire, mm on the wire's blank. */
export interface Span {
  readonly wire: number;
  readonly fromMm: number;
  readonly toMm: number;
}

export interface Spot {
  readonly at: Vec;
  readonly direction: Vec;
}

/** A stretch of formed wire: positions are mm on its blank. */
export interface Run extends Span {
  readonly lengthMm: number;
  readonly spot: (mm: number) => Spot;
}

/** A pass of wire beside a spot of another one. */
export interface Beside {
  readonly wire: number;
  /** position on that wire's blank */
  readonly mm: number;
  readonly at: Vec;
  /** the way it runs there */
  readonly direction: Vec;
  readonly farMm: number;
}

/** Wires as they are bent, before anything goes on them. */
export interface FormedWires {
  /** the thickness of each formed wire, mm */
  readonly thickMm: readonly number[];
  /** the formed wires */
  readonly lines: readonly MeasuredLine[];
  /** stones that wires go over, in front or behind */
  readonly stones: readonly StoneBody[];
  /** the stretch of wire that a place means; null where there is no wire */
  readonly runAt: (on: StretchPlace) => Run | null;
  /** all other passes of wire beside or over a run's middle, each where it comes nearest; the nearest first */
  readonly passesBeside: (run: Run, withinMm: number) => readonly Beside[];
  /** whether two wires are drawn as one line, side by side */
  readonly sideBySide: (a: number, b: number) => boolean;
  /** how thick the other wire is that a led wire is twisted with; null where there is none */
  readonly twistedWith: TwistedWith;
  /** whether another pass is bent before the wire comes to a run, as the wire is worked */
  readonly isThereBefore: (
    run: Run,
    pass: { readonly wire: number; readonly mm: number },
  ) => boolean;
}

/** The bent figure that items are laid on. */
export interface Ground extends FormedWires {
  /** the frame's wire, and its thickness, at the place of the item that is laid */
  readonly wire: Thread;
  readonly frameMm: number;
  /** where wires lie over each other */
  readonly crossings: readonly Vec[];
  /** the figure's middle by weight; null where nothing is drawn */
  readonly center: Vec | null;
  /** where something hangs: in an eye nearby, else on the wire itself */
  readonly hangPoint: (on: Vec) => HangPoint | null;
}

/** A run's place without the run itself: plain data. */
export const spanOf = ({ wire, fromMm, toMm }: Span): Span => ({ wire, fromMm, toMm });

export const middleMm = (run: Span): number => (run.fromMm + run.toMm) / 2;

/** Points along a run, at most `stepMm` apart. */
export function spotsOf(run: Run, stepMm: number): Spot[] {
  const count = Math.max(1, Math.ceil(run.lengthMm / stepMm));
  return Array.from({ length: count + 1 }, (_, i) =>
    run.spot(run.fromMm + (run.lengthMm * i) / count),
  );
}

/** To the right hand of someone going along, y down. */
export const right = ({ direction }: Spot): Vec => ({ x: -direction.y, y: direction.x });

/** 1 where the right hand of a spot lies away from the figure's middle, else -1: the outside of it. */
export const outside = (ground: Ground, spot: Spot): 1 | -1 =>
  dot(right(spot), sub(spot.at, ground.center ?? { x: 0, y: 0 })) >= 0 ? 1 : -1;

export const moved = (p: Vec, by: Vec, times = 1): Vec => ({
  x: p.x + by.x * times,
  y: p.y + by.y * times,
});

/** A short stroke across a wire at a spot, as one turn of a winding looks from the front. */
export function turnStroke(spot: Spot, reachMm: number, leanMm: number, shift = 0): Vec[] {
  const side = right(spot);
  const middle = moved(spot.at, side, shift);
  const lean = scale(spot.direction, leanMm / 2);
  return [
    { x: middle.x + side.x * reachMm - lean.x, y: middle.y + side.y * reachMm - lean.y },
    { x: middle.x - side.x * reachMm + lean.x, y: middle.y - side.y * reachMm + lean.y },
  ];
}

/** Lengths along points, from 0 at the first, mm. */
export function alongPoints(points: readonly Vec[]): number[] {
  const sums: number[] = [];
  let sum = 0;
  points.forEach((p, i) => {
    if (i > 0) sum += distance(p, points[i - 1]!);
    sums.push(sum);
  });
  return sums;
}

/** The place so far along points, and the way they run there; beyond their ends straight on. */
export function spotAlong(points: readonly Vec[], mm: number): Spot {
  const s = alongPoints(points);
  const past = s.findIndex((v) => v >= mm);
  const i = Math.max(1, past < 0 ? s.length - 1 : past);
  const [a, b] = [points[i - 1] ?? points[0]!, points[i] ?? points[0]!];
  const size = distance(a, b);
  const direction = size > 0 ? scale(sub(b, a), 1 / size) : { x: 1, y: 0 };
  return { at: moved(a, direction, mm - (s[i - 1] ?? 0)), direction };
}

/** Whether a line beside a run turns back on itself: the bow is tighter than the line lies inside it. */
export const turnsBack = (points: readonly Vec[], spots: readonly Spot[]): boolean =>
  points.slice(1).some((p, i) => dot(sub(p, points[i]!), spots[i]!.direction) < -1e-9);

/** A line, and the way across it, at places along it. */
export interface Axis {
  readonly at: Vec;
  readonly across: Vec;
}

/** The axis along points. */
export const axisOf = (points: readonly Vec[], steps: number): Axis[] => {
  const all = alongPoints(points).at(-1) ?? 0;
  return Array.from({ length: steps + 1 }, (_, i) => {
    const spot = spotAlong(points, (all * i) / steps);
    return { at: spot.at, across: right(spot) };
  });
};

/** A strand that goes so many times round an axis, at a distance from it: in front and behind in turn. */
export function windingOn(
  axis: readonly Axis[],
  turns: number,
  farMm: number,
  startRad: number,
): { readonly front: Vec[][]; readonly back: Vec[][] } {
  const phase = (i: number): number =>
    startRad + (2 * Math.PI * turns * i) / Math.max(1, axis.length - 1);
  const points = axis.map(({ at, across }, i) => moved(at, across, farMm * Math.cos(phase(i))));
  return inLayers(points, (i) => Math.sin(phase(i)) >= 0);
}

/** A line in stretches that lie in front and behind, each joined to the last. */
export function inLayers(
  points: readonly Vec[],
  inFront: (index: number) => boolean,
): { readonly front: Vec[][]; readonly back: Vec[][] } {
  const layers: { front: Vec[][]; back: Vec[][] } = { front: [], back: [] };
  let last: 'front' | 'back' | null = null;
  points.forEach((p, i) => {
    const layer = inFront(i) ? 'front' : 'back';
    if (layer !== last) layers[layer].push(last ? [points[i - 1]!] : []);
    layers[layer].at(-1)!.push(p);
    last = layer;
  });
  return layers;
}
