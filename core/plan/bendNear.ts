import { distance, type Vec } from '../geometry';
import type { Plan } from './planPiece';

/** A bend is meant by a place that is this near to it, mm. */
const NEAR_MM = 1;

/** The bend that a kept place means, by where a wish for it is kept; null when there is none any more. */
export function bendNear(plan: Plan, place: Vec): { wire: number; bend: number } | null {
  let best: { wire: number; bend: number } | null = null;
  let far = NEAR_MM;
  plan.wires.forEach(({ bends }, wire) =>
    bends.forEach(({ spot }, bend) => {
      const off = distance(spot, place);
      if (off <= far) [best, far] = [{ wire, bend }, off];
    }),
  );
  return best;
}
