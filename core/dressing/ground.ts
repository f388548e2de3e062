import { dot, norm, sub, type MeasuredLine, type Vec } from '../geometry';
import {
  kindOf,
  type Beside,
  type FrameHole,
  type Ground,
  type Run,
  type Spot,
  type StretchPlace,
  type Thread,
} from '../item';
import { leadStock, type Piece } from '../piece';
import { formedLine, nearestWire, placeOnWire, type Plan, type WirePlan } from '../plan';
import { eyesOf, isIn } from './eyes';

const leadWire = (piece: Piece): Thread => {
  const { metal, temper, diameterMm } = leadStock(piece);
  return { metal, temper, diameterMm };
};

/** A piece's formed wires, to lay items on. */
export interface FormedGround extends Ground {
  readonly piece: Piece;
  readonly plan: Plan;
  /** the same ground as an item at a place sees it: of the wire there */
  readonly at: (on: StretchPlace) => FormedGround;
}

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

/** The stretch nearest to a place, clipped at the ends of an open wire. */
function runAt(plan: Plan, lines: readonly MeasuredLine[], on: StretchPlace): Run | null {
  const foot = nearestWire(lines, on);
  const wire = foot && plan.wires[foot.wire];
  if (!foot || !wire) return null;
  const half = Math.min(on.lengthMm, wire.developedMm) / 2;
  let [from, to] = [foot.mm - half, foot.mm + half];
  if (!wire.closed) {
    from = Math.max(0, from);
    to = Math.min(wire.developedMm, to);
  }
  return runOn(wire, foot.wire, from, to);
}

function passesBeside(
  plan: Plan,
  lines: readonly MeasuredLine[],
  run: Run,
  withinMm: number,
): Beside[] {
  const middle = (run.fromMm + run.toMm) / 2;
  const here = run.spot(middle);
  const apart = Math.max(4 * withinMm, run.lengthMm / 2 + 2 * withinMm);
  const right = { x: -here.direction.y, y: here.direction.x };
  const found: Beside[] = [];
  lines.forEach(({ points, s }, wire) => {
    const own = plan.wires[wire]!;
    let best: Beside | null = null;
    for (let i = 0; i + 1 < points.length; i++) {
      const [a, b] = [points[i]!, points[i + 1]!];
      const along = sub(b, a);
      const size = dot(along, along);
      const t = size === 0 ? 0 : Math.min(1, Math.max(0, dot(sub(here.at, a), along) / size));
      const at = { x: a.x + along.x * t, y: a.y + along.y * t };
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

/** The formed wires of a piece as the ground of its items. */
export function groundOf(piece: Piece, plan: Plan): FormedGround {
  const lines = plan.wires.map((w) => formedLine(w));
  const runOf = (on: StretchPlace): Run | null => runAt(plan, lines, on);
  const ground: FormedGround = {
    piece,
    plan,
    at: (on) => {
      const wire = piece.stocks.length > 0 ? plan.wires[runOf(on)?.wire ?? -1] : undefined;
      if (!wire) return ground;
      const { metal, temper, diameterMm } = wire.stock;
      return { ...ground, wire: { metal, temper, diameterMm }, frameMm: diameterMm };
    },
    thickMm: plan.wires.map((w) => w.stock.diameterMm),
    wire: leadWire(piece),
    frameMm: plan.diameterMm,
    lines,
    crossings: plan.crossings.map((c) => c.at),
    center: plan.hang?.center ?? null,
    runAt: runOf,
    passesBeside: (run, withinMm) => passesBeside(plan, lines, run, withinMm),
    hangPoint: (on: Vec): Vec | null => {
      const eye = plan.wires.flatMap((wire) => eyesOf(plan, wire)).find((e) => isIn(e, on));
      if (eye) return { x: eye.center.x, y: eye.center.y + eye.insideMm / 2 };
      const run = runOf({ x: on.x, y: on.y, lengthMm: 0 });
      const spot = run?.spot(run.fromMm);
      const thick = plan.wires[run?.wire ?? -1]?.stock.diameterMm ?? plan.diameterMm;
      return spot ? { x: spot.at.x, y: spot.at.y + thick / 2 } : null;
    },
  };
  return ground;
}

/** A hole that a wire of the frame goes through, with the thickness of that wire. */
export interface WireHole extends FrameHole {
  readonly wireMm: number;
}

/** The holes that the frame's own wires go through. */
export const frameHoles = (ground: FormedGround): readonly WireHole[] =>
  ground.piece.dressing.flatMap((item) => {
    const own = ground.at(item.on);
    return (kindOf(item).frameHoles?.(own, item) ?? []).map((hole) => ({
      ...hole,
      wireMm: own.frameMm,
    }));
  });
