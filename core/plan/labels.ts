import type { Vec } from '../geometry';
import { placeOnWire } from './places';
import type { Plan } from './planPiece';

export interface BendLabel {
  readonly wire: number;
  readonly bend: number;
  /** the bend itself and the middle of its number, mm */
  readonly place: Vec;
  readonly at: Vec;
}

/**
 * Where the bends' numbers stand: beside the wire, outside the turn; where another number stands
 * already, on the other side or further out.
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
  const free = (p: Vec): boolean => taken.every((q) => Math.hypot(p.x - q.x, p.y - q.y) >= sizeMm);
  return plan.wires.flatMap((w, wire) =>
    w.bends.flatMap((b, bend): BendLabel[] => {
      const place = placeOnWire(w.strip, b[which]);
      if (!place) return [];
      const outside = b.angleRad > 0 ? 1 : -1;
      const spots = [
        1,
        -1,
        1 + sizeMm / clearMm,
        -1 - sizeMm / clearMm,
        1 + (2 * sizeMm) / clearMm,
      ].map((k) => ({
        x: place.at.x + place.direction.y * outside * clearMm * k,
        y: place.at.y - place.direction.x * outside * clearMm * k,
      }));
      const at = spots.find(free) ?? spots[0]!;
      taken.push(at);
      return [{ wire, bend, place: place.at, at }];
    }),
  );
}
