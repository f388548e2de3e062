import { dot, norm, scale, sub, type MeasuredLine, type Vec } from '../geometry';
import type { Piece, StretchPlace } from '../piece';
import { formedLine, nearestWire, placeOnWire, type Plan, type WirePlan } from '../plan';
import type { Span } from './types';

export interface Spot {
  readonly at: Vec;
  readonly direction: Vec;
}

/** A stretch of formed wire: positions are mm on its blank. */
export interface Run extends Span {
  readonly lengthMm: number;
  readonly spot: (mm: number) => Spot;
}

/** What items are worked out on: the piece, its plan, and its wires as lines. */
export interface Ground {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly lines: readonly MeasuredLine[];
  readonly frameMm: number;
}

/** A run's place without the run itself: plain data. */
export const spanOf = ({ wire, fromMm, toMm }: Span): Span => ({ wire, fromMm, toMm });

export const groundOf = (piece: Piece, plan: Plan): Ground => ({
  piece,
  plan,
  lines: plan.wires.map((w) => formedLine(w)),
  frameMm: plan.diameterMm,
});

const NOWHERE: Spot = { at: { x: 0, y: 0 }, direction: { x: 1, y: 0 } };

function runOn(wire: WirePlan, index: number, fromMm: number, toMm: number): Run {
  const { developedMm } = wire;
  // A closed wire goes on over its seam.
  const inside = (mm: number): number =>
    wire.closed ? ((mm % developedMm) + developedMm) % developedMm : mm;
  return {
    wire: index,
    fromMm,
    toMm,
    lengthMm: toMm - fromMm,
    spot: (mm) => placeOnWire(wire, inside(mm)) ?? NOWHERE,
  };
}

/** The stretch of wire that a place means: nearest to it, clipped at the ends of an open wire. */
export function runAt(ground: Ground, on: StretchPlace): Run | null {
  const foot = nearestWire(ground.lines, on);
  const wire = foot && ground.plan.wires[foot.wire];
  if (!foot || !wire) return null;
  const half = Math.min(on.lengthMm, wire.developedMm) / 2;
  let [from, to] = [foot.mm - half, foot.mm + half];
  if (!wire.closed) {
    from = Math.max(0, from);
    to = Math.min(wire.developedMm, to);
  }
  return runOn(wire, foot.wire, from, to);
}

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
export function outside(ground: Ground, spot: Spot): 1 | -1 {
  const center = ground.plan.hang?.center ?? { x: 0, y: 0 };
  return dot(right(spot), sub(spot.at, center)) >= 0 ? 1 : -1;
}

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

/** A pass of wire beside a spot of another one. */
export interface Beside {
  readonly wire: number;
  /** position on that wire's blank */
  readonly mm: number;
  readonly at: Vec;
  readonly farMm: number;
  /** how far to the right its middle is, mm */
  readonly side: number;
}

/** Other passes of wire that lie beside or over a run's middle: the nearest of each wire, the nearest first. */
export function passesBeside(ground: Ground, run: Run, withinMm: number): Beside[] {
  const middle = (run.fromMm + run.toMm) / 2;
  const here = run.spot(middle);
  const apart = Math.max(4 * withinMm, run.lengthMm / 2 + 2 * withinMm);
  const right = { x: -here.direction.y, y: here.direction.x };
  const found: Beside[] = [];
  ground.lines.forEach(({ points, s }, wire) => {
    const own = ground.plan.wires[wire]!;
    let best: Beside | null = null;
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      const along = sub(b, a);
      const size = dot(along, along);
      const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(here.at, a), along) / size));
      const at = moved(a, along, t);
      const off = sub(at, here.at);
      const farMm = norm(off);
      if (farMm > withinMm || (best && farMm >= best.farMm)) continue;
      const mm = s[i]! + (s[i + 1]! - s[i]!) * t;
      const gone = Math.abs(mm - middle);
      const around = own.closed ? Math.min(gone, own.developedMm - gone) : gone;
      if (wire === run.wire && around < apart) continue;
      best = { wire, mm, at, farMm, side: dot(off, right) };
    }
    if (best) found.push(best);
  });
  return found.sort((a, b) => a.farMm - b.farMm);
}

/** The nearest other pass of wire that lies beside or over a run's middle. */
export const passBeside = (ground: Ground, run: Run, withinMm: number): Beside | null =>
  passesBeside(ground, run, withinMm)[0] ?? null;
