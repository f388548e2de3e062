import type { Dressing } from '@core/dressing';
import { type Box, type Vec } from '@core/geometry';
import type { Piece } from '@core/piece';
import type { Plan } from '@core/plan';
import { drawnExtent } from '~/components/WireDrawing';

/** Room round what is drawn, as a share of its size. */
const MARGIN = 0.06;

/** The box of a piece that has swung about a point. */
export function drawnBox(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  pivot: Vec,
  tiltRad: number,
): Box {
  const [c, s] = [Math.cos(tiltRad), Math.sin(tiltRad)];
  let box: Box = { minX: pivot.x, maxX: pivot.x, minY: pivot.y, maxY: pivot.y };
  for (const p of drawnExtent(piece, plan, dressing)) {
    const [x, y] = [p.x - pivot.x, p.y - pivot.y];
    const at = { x: pivot.x + x * c - y * s, y: pivot.y + x * s + y * c };
    box = {
      minX: Math.min(box.minX, at.x),
      maxX: Math.max(box.maxX, at.x),
      minY: Math.min(box.minY, at.y),
      maxY: Math.max(box.maxY, at.y),
    };
  }
  const room = MARGIN * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  return {
    minX: box.minX - room,
    maxX: box.maxX + room,
    minY: box.minY - room,
    maxY: box.maxY + room,
  };
}
