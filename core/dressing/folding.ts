import { dot, fromAngle, mix, scale, sub, type Vec } from '../geometry';
import type { OutOfPlane } from '../piece';
import type { Plan } from '../plan';
import { fineLine } from './fine';

/** Arms of a flat figure that are folded over its middle, one after the other. */
export type Folding = Extract<OutOfPlane, { kind: 'fold' }>;

/** A line that an arm is folded over: how far from the figure's middle, and the way out to the arm. */
interface Crease {
  readonly out: Vec;
  readonly farMm: number;
}

/** Folded arms are this or that side up: the first arm, then the others as they follow each other. */
export interface Folded {
  readonly middle: Vec;
  /** what stays: the wires within all creases */
  readonly stays: readonly (readonly Vec[])[];
  /** each arm before it is folded, in the order of folding */
  readonly flat: readonly (readonly (readonly Vec[])[])[];
  /** each as it lies once folded */
  readonly arms: readonly (readonly (readonly Vec[])[])[];
  /** what of the first arm lies over the last, which is tucked through beneath it */
  readonly over: readonly (readonly Vec[])[];
  /** corners of the middle, drawn out */
  readonly ears: readonly (readonly Vec[])[];
}

/** The middle of all that is drawn. */
function middleOf(lines: readonly (readonly Vec[])[]): Vec {
  const all = lines.flat();
  const half = (key: 'x' | 'y'): number => {
    const [least, most] = all.reduce(
      ([a, b], p) => [Math.min(a, p[key]), Math.max(b, p[key])] as const,
      [Infinity, -Infinity] as const,
    );
    return (least + most) / 2;
  };
  return all.length > 0 ? { x: half('x'), y: half('y') } : { x: 0, y: 0 };
}

/** Up is 0, clockwise positive, as it looks from the front. */
const UP = -Math.PI / 2;

/** The creases in the order in which the arms are folded. */
function creasesOf({ arms, middleMm, firstRad, way }: Folding): Crease[] {
  const sign = way === 'clockwise' ? 1 : -1;
  return Array.from({ length: arms }, (_, k) => ({
    out: fromAngle(UP + firstRad + (sign * 2 * Math.PI * k) / arms),
    farMm: middleMm / 2,
  }));
}

/** How far a place lies beyond a crease; negative within it, mm. */
const beyond = (p: Vec, middle: Vec, { out, farMm }: Crease): number =>
  dot(sub(p, middle), out) - farMm;

/** The crease that a place lies furthest beyond; -1 within all of them. */
function armOf(p: Vec, middle: Vec, creases: readonly Crease[]): number {
  let [best, far] = [-1, 0];
  creases.forEach((c, i) => {
    const now = beyond(p, middle, c);
    if (now > far) [best, far] = [i, now];
  });
  return best;
}

/** Turned over about a crease: as far on its inner side as it was beyond. */
const turnedOver = (p: Vec, middle: Vec, crease: Crease): Vec =>
  sub(p, scale(crease.out, 2 * beyond(p, middle, crease)));

/** Where a place of the flat figure lies once all arms are folded over. */
export function foldedPlace(plan: Plan, folding: Folding): (p: Vec) => Vec {
  const middle = middleOf(plan.wires.map(fineLine));
  const creases = creasesOf(folding);
  return (p) => {
    const arm = armOf(p, middle, creases);
    return arm < 0 ? p : turnedOver(p, middle, creases[arm]!);
  };
}

/** Where, as shares, a straight stretch goes from one arm to another or to the middle. */
function cutsOf(a: Vec, b: Vec, middle: Vec, creases: readonly Crease[]): number[] {
  const ends = creases.map((c) => [beyond(a, middle, c), beyond(b, middle, c)] as const);
  const zero = (from: number, to: number): number[] => (from * to < 0 ? [from / (from - to)] : []);
  const cuts = ends.flatMap(([from, to], i) => [
    ...zero(from, to),
    ...ends.slice(i + 1).flatMap(([f, t]) => zero(from - f, to - t)),
  ]);
  return [0, ...cuts.sort((p, q) => p - q), 1];
}

/** A line split where it goes from one arm to another or to the middle: each stretch with its arm. */
function splitLine(
  points: readonly Vec[],
  middle: Vec,
  creases: readonly Crease[],
): { readonly arm: number; readonly points: Vec[] }[] {
  const runs: { arm: number; points: Vec[] }[] = [];
  points.slice(1).forEach((b, i) => {
    const a = points[i]!;
    const cuts = cutsOf(a, b, middle, creases);
    cuts.slice(1).forEach((to, k) => {
      const from = cuts[k]!;
      if (to - from < 1e-12) return;
      const arm = armOf(mix(a, b, (from + to) / 2), middle, creases);
      const last = runs.at(-1);
      if (last?.arm === arm) last.points.push(mix(a, b, to));
      else runs.push({ arm, points: [mix(a, b, from), mix(a, b, to)] });
    });
  });
  return runs;
}

/** The corners of the middle, each drawn out by so much along the two creases that meet there. */
function earsOf(
  { arms, earsMm, middleMm }: Folding,
  middle: Vec,
  creases: readonly Crease[],
): Vec[][] {
  if (earsMm <= 0 || arms < 3) return [];
  const cornerMm = middleMm / 2 / Math.cos(Math.PI / arms);
  return creases.map(({ out }, i) => {
    const next = creases[(i + 1) % arms]!.out;
    const to = { x: out.x + next.x, y: out.y + next.y };
    const size = Math.hypot(to.x, to.y);
    const way = scale(to, 1 / size);
    const on = (mm: number): Vec => ({ x: middle.x + way.x * mm, y: middle.y + way.y * mm });
    const along = (crease: Vec): Vec => {
      const side = sub(way, scale(crease, dot(way, crease)));
      const far = earsMm / Math.max(1e-6, Math.hypot(side.x, side.y));
      const corner = on(cornerMm);
      return sub(corner, scale(side, far));
    };
    return [along(out), on(cornerMm + earsMm), along(next)];
  });
}

/** A figure with its arms folded over in turn; the wire is as long as it is flat. */
export function foldedFigure(plan: Plan, folding: Folding): Folded {
  const lines = plan.wires.map(fineLine);
  const middle = middleOf(lines);
  const creases = creasesOf(folding);
  const runs = lines.flatMap((points) => splitLine(points, middle, creases));
  const flat = creases.map((_, i) => runs.filter((r) => r.arm === i).map((r) => r.points));
  const arms = creases.map((crease, i) =>
    flat[i]!.map((points) => points.map((p) => turnedOver(p, middle, crease))),
  );
  const last = creases.at(-1)!;
  const over = folding.tucked
    ? (arms[0] ?? []).flatMap((points) => onSide(points, (p) => dot(sub(p, middle), last.out) > 0))
    : [];
  return {
    middle,
    stays: runs.filter((r) => r.arm < 0).map((r) => r.points),
    flat,
    arms,
    over,
    ears: earsOf(folding, middle, creases),
  };
}

/** The stretches of a line on one side. */
function onSide(points: readonly Vec[], isThere: (p: Vec) => boolean): Vec[][] {
  const runs: Vec[][] = [];
  let open: Vec[] | null = null;
  for (const p of points) {
    if (!isThere(p)) open = null;
    else if (open) open.push(p);
    else runs.push((open = [p]));
  }
  return runs.filter((r) => r.length > 1);
}

/** The middle, an arm over it, and where arms lie over each other one more. */
export const foldedLayers = ({ arms }: Folding): number => (arms > 1 ? 3 : 2);
