import type { StoneBody } from '../element';
import { distance, dot, mix, norm, sub, unit, type MeasuredLine, type Vec } from '../geometry';
import type { Beside, FormedWires, Run, Spot, StretchPlace } from '../item';
import type { WorkOrigin } from '../piece';
import { nearestWire, type WireFoot } from './nearestWire';
import { formedLine, placeOnWire, type Formed } from './places';

/** A wire that is bent, as what lies on it asks for it. */
export interface BentWire extends Formed {
  readonly closed: boolean;
  readonly developedMm: number;
  readonly diameterMm: number;
  /** the line that it is drawn as, where others may lie beside it on the same */
  readonly pathId?: string;
}

const NOWHERE: Spot = { at: { x: 0, y: 0 }, direction: { x: 1, y: 0 } };

function runOn(wire: BentWire, index: number, fromMm: number, toMm: number): Run {
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

/** Passes no further off than the nearest one and this are all meant by a place, mm. */
const SAME_PLACE_MM = 0.3;

/** How far two ways lie apart, to or fro alike: 0 along each other, 1 square. */
const apart = (headingRad: number, { x, y }: Vec): number =>
  Math.abs(Math.sin(Math.atan2(y, x) - headingRad));

/** The place on a wire that a stretch means: the nearest, of several there the one that runs its way. */
function footOf(
  wires: readonly BentWire[],
  lines: readonly MeasuredLine[],
  on: StretchPlace,
): WireFoot | null {
  const nearest = nearestWire(lines, on);
  const { headingRad } = on;
  if (!nearest || headingRad === undefined) return nearest;
  const passes = lines.flatMap((line, i) =>
    passesOf(line, i, on, nearest.farMm + SAME_PLACE_MM).map(({ best }) => ({
      foot: { wire: best.wire, mm: best.mm, at: best.at, farMm: best.farMm },
      apart: apart(headingRad, placeOnWire(wires[i]!, best.mm)?.direction ?? NOWHERE.direction),
    })),
  );
  const [best] = passes.sort((a, b) => a.apart - b.apart || a.foot.farMm - b.foot.farMm);
  return best?.foot ?? nearest;
}

/** The stretch nearest to a place, clipped at the ends of an open wire. */
function runAt(
  wires: readonly BentWire[],
  lines: readonly MeasuredLine[],
  on: StretchPlace,
): Run | null {
  const foot = footOf(wires, lines, on);
  const wire = foot && wires[foot.wire];
  if (!foot || !wire) return null;
  const half = Math.min(on.lengthMm, wire.developedMm) / 2;
  let [from, to] = [foot.mm - half, foot.mm + half];
  if (!wire.closed) {
    from = Math.max(0, from);
    to = Math.min(wire.developedMm, to);
  }
  return runOn(wire, foot.wire, from, to);
}

/** A stretch of a line that stays near a point without a break, and where it comes nearest. */
interface Pass {
  readonly fromMm: number;
  toMm: number;
  best: Beside;
}

/** The part of a segment within a distance of a point, and its nearest place, as shares; null if none is. */
function nearPart(
  a: Vec,
  b: Vec,
  to: Vec,
  withinMm: number,
): { from: number; to: number; foot: number } | null {
  const along = sub(b, a);
  const size = dot(along, along);
  const off = sub(to, a);
  if (size === 0) return norm(off) <= withinMm ? { from: 0, to: 1, foot: 0 } : null;
  const middle = dot(off, along) / size;
  const half = Math.sqrt(Math.max(0, withinMm ** 2 - dot(off, off) + middle ** 2 * size) / size);
  const clear = Math.abs(off.x * along.y - off.y * along.x) / Math.sqrt(size);
  if (clear > withinMm || middle + half < 0 || middle - half > 1) return null;
  const [from, end] = [Math.max(0, middle - half), Math.min(1, middle + half)];
  return { from, to: end, foot: Math.min(1, Math.max(0, middle)) };
}

/** The passes of one line within a distance of a spot. */
function passesOf(
  { points, s, closed }: MeasuredLine,
  wire: number,
  here: Vec,
  withinMm: number,
): Pass[] {
  const passes: Pass[] = [];
  let open: Pass | null = null;
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    const near = nearPart(a, b, here, withinMm);
    if (!near) {
      open = null;
      continue;
    }
    const mmAt = (t: number): number => s[i]! + (s[i + 1]! - s[i]!) * t;
    const at: Vec = mix(a, b, near.foot);
    const farMm = distance(at, here);
    const best: Beside = {
      wire,
      mm: mmAt(near.foot),
      at,
      direction: unit(sub(b, a)),
      farMm,
    };
    if (open && near.from <= 0) {
      open.toMm = mmAt(near.to);
      if (farMm < open.best.farMm) open.best = best;
    } else passes.push((open = { fromMm: mmAt(near.from), toMm: mmAt(near.to), best }));
    if (near.to < 1) open = null;
  }
  // A closed wire goes on over its seam: what is near on both sides of it is one pass.
  const [first, last] = [passes[0], passes.at(-1)];
  const end = s.at(-1) ?? 0;
  if (!closed || !first || !last || first === last) return passes;
  if (first.fromMm > 1e-9 || last.toMm < end - 1e-9) return passes;
  const best = first.best.farMm <= last.best.farMm ? first.best : last.best;
  return [{ fromMm: last.fromMm - end, toMm: first.toMm, best }, ...passes.slice(1, -1)];
}

/**
 * All other passes of wire near the middle of a run, the nearest first. A pass is a stretch that stays
 * within the distance without a break: a wire that goes off and comes back lies there once more. The
 * pass that the run is part of is none of them.
 */
function passesBeside(
  wires: readonly BentWire[],
  lines: readonly MeasuredLine[],
  run: Run,
  withinMm: number,
): Beside[] {
  const middle = (run.fromMm + run.toMm) / 2;
  const here = run.spot(middle).at;
  const found = lines.flatMap((line, wire): Beside[] => {
    const all = wires[wire]!.developedMm;
    const isOwn = ({ fromMm, toMm }: Pass): boolean =>
      wire === run.wire &&
      [-all, 0, all].some((by) => middle + by >= fromMm - 1e-6 && middle + by <= toMm + 1e-6);
    return passesOf(line, wire, here, withinMm).flatMap((p) => (isOwn(p) ? [] : [p.best]));
  });
  return found.sort((a, b) => a.farMm - b.farMm);
}

/** A tip this near to a run is where it lies: what is made there comes when all is bent, mm. */
const TIP_MM = 1e-6;

/** A wire goes outwards from where the work begins: of its own passes those nearer to that are there. */
function isThereBefore(
  { closed, developedMm }: BentWire,
  from: WorkOrigin,
  run: Run,
  pass: { readonly wire: number; readonly mm: number },
): boolean {
  const here = (run.fromMm + run.toMm) / 2;
  const atTip = !closed && (here <= TIP_MM || here >= developedMm - TIP_MM);
  if (pass.wire !== run.wire || atTip) return true;
  const origin = { first: 0, last: developedMm, middle: developedMm / 2 }[from];
  return Math.abs(pass.mm - origin) < Math.abs(here - origin);
}

/** Bent wires, and what lies where on them. */
export function formedWires(
  wires: readonly BentWire[],
  lines: readonly MeasuredLine[] = wires.map((w) => formedLine(w)),
  from: WorkOrigin = 'first',
  stones: readonly StoneBody[] = [],
): FormedWires & { readonly footAt: (on: StretchPlace) => WireFoot | null } {
  return {
    thickMm: wires.map((w) => w.diameterMm),
    lines,
    stones,
    footAt: (on) => footOf(wires, lines, on),
    runAt: (on) => runAt(wires, lines, on),
    passesBeside: (run, withinMm) => passesBeside(wires, lines, run, withinMm),
    sideBySide: (a, b) => {
      const id = wires[a]?.pathId;
      return a !== b && id !== undefined && wires[b]?.pathId === id;
    },
    twistedWith: () => null,
    isThereBefore: (run, pass) => isThereBefore(wires[run.wire]!, from, run, pass),
  };
}
