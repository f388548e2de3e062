import type { Vec } from '../geometry';
import {
  bareThread,
  kindOf,
  type FrameHole,
  type Ground,
  type HangPoint,
  type Run,
  type StretchPlace,
} from '../item';
import { leadStock, type Piece } from '../piece';
import { formedWires, stonesOf, withTwists, type Plan } from '../plan';
import { eyesOf, isIn } from './eyes';

/** A piece's formed wires, to lay items on. */
export interface FormedGround extends Ground {
  readonly piece: Piece;
  readonly plan: Plan;
  /** the same ground as an item at a place sees it: of the wire there */
  readonly at: (on: StretchPlace) => FormedGround;
}

/** The ground of a plan that was asked for last: many ask for that of one plan in turn. */
const grounds = new WeakMap<Plan, FormedGround>();

/** The formed wires of a piece as the ground of its items. */
export function groundOf(piece: Piece, plan: Plan): FormedGround {
  const known = grounds.get(plan);
  if (known?.piece === piece) return known;
  const ground = formedGround(piece, plan);
  grounds.set(plan, ground);
  return ground;
}

function formedGround(piece: Piece, plan: Plan): FormedGround {
  const bent = formedWires(
    plan.wires.map((w) => ({ ...w, diameterMm: w.stock.diameterMm })),
    undefined,
    piece.from,
    stonesOf(piece),
  );
  const formed = withTwists(piece, bent);
  const runOf = (on: StretchPlace): Run | null => formed.runAt(on);
  const ground: FormedGround = {
    ...formed,
    piece,
    plan,
    at: (on) => {
      const wire = piece.stocks.length > 0 ? plan.wires[runOf(on)?.wire ?? -1] : undefined;
      if (!wire) return ground;
      return { ...ground, wire: bareThread(wire.stock), frameMm: wire.stock.diameterMm };
    },
    wire: bareThread(leadStock(piece)),
    frameMm: plan.diameterMm,
    crossings: plan.crossings.map((c) => c.at),
    center: plan.hang?.center ?? null,
    hangPoint: (on: Vec): HangPoint | null => {
      const eye = plan.wires.flatMap((wire) => eyesOf(plan, wire)).find((e) => isIn(e, on));
      if (eye) {
        const { x, y } = eye.center;
        const half = eye.insideMm / 2;
        return { up: { x, y: y - half }, down: { x, y: y + half } };
      }
      // Without a figure it is a piece by itself, where it lies.
      if (plan.wires.length === 0) return { up: { x: on.x, y: on.y }, down: { x: on.x, y: on.y } };
      const run = runOf({ x: on.x, y: on.y, lengthMm: 0 });
      const spot = run?.spot(run.fromMm);
      const thick = plan.wires[run?.wire ?? -1]?.stock.diameterMm ?? plan.diameterMm;
      if (!spot) return null;
      const { x, y } = spot.at;
      return { up: { x, y: y + thick / 2 }, down: { x, y: y - thick / 2 } };
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
