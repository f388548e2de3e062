import type { Vec } from '../geometry';
import { placeOnWire } from './places';
import type { Plan, WirePlan } from './planPiece';

export interface BendLabel {
  readonly wire: number;
  readonly bend: number;
  /** the bend itself and the middle of its number, mm */
  readonly place: Vec;
  readonly at: Vec;
}

/** Beyond this many bends numbers only keep clear of each other. */
const CAREFUL = 80;

/**
 * Where the bends' numbers stand: beside the wire, outside the turn; where another number stands
 * already, or wire lies, on the other side, slantwise or further out.
 * @param which position of the bend that is numbered
 * @param clearMm from the wire's middle to a number's middle
 * @param sizeMm how far two numbers' middles must be apart
 */
export function bendLabels(
  plan: Plan,
  which: 'gripMm' | 'middleMm',
  clearMm: number,
  sizeMm: number,
): BendLabel[] {
  const taken: Vec[] = [];
  const count = plan.wires.reduce((n, w) => n + w.bends.length, 0);
  const wire = count > CAREFUL ? [] : plan.wires.flatMap((w) => wirePoints(w, clearMm / 2));
  const apart = (p: Vec, others: readonly Vec[], by: number): boolean =>
    others.every((q) => Math.abs(p.x - q.x) >= by || Math.hypot(p.x - q.x, p.y - q.y) >= by);
  return plan.wires.flatMap((w, wireIndex) =>
    w.bends.flatMap((b, bend): BendLabel[] => {
      const place = placeOnWire(w, b[which]);
      if (!place) return [];
      const { x, y } = place.direction;
      const out = b.angleRad > 0 ? 1 : -1;
      const further = sizeMm / clearMm;
      const spot = (aside: number, along: number): Vec => ({
        x: place.at.x + (y * aside * out + x * along) * clearMm,
        y: place.at.y + (-x * aside * out + y * along) * clearMm,
      });
      const spots = [
        spot(1, 0),
        spot(-1, 0),
        spot(0.8, 0.8),
        spot(0.8, -0.8),
        spot(-0.8, 0.8),
        spot(-0.8, -0.8),
        spot(1 + further, 0),
        spot(-1 - further, 0),
        spot(1 + 2 * further, 0),
      ];
      const free = spots.filter((p) => apart(p, taken, sizeMm));
      const at = free.find((p) => apart(p, wire, 0.75 * clearMm)) ?? free[0] ?? spots[0]!;
      taken.push(at);
      return [{ wire: wireIndex, bend, place: place.at, at }];
    }),
  );
}

/** Points along a formed wire, `step` mm apart. */
function wirePoints(wire: WirePlan, step: number): Vec[] {
  const { developedMm } = wire;
  const count = Math.min(600, Math.ceil(developedMm / step));
  return Array.from({ length: count + 1 }, (_, i) =>
    placeOnWire(wire, (developedMm * i) / Math.max(1, count)),
  ).flatMap((p) => (p ? [p.at] : []));
}
