import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { finishedSize } from './finishedSize';
import { arc, at, seg, type SideView } from './squareEnds';
import type { Dressing } from './dressPiece';

/** The finished figure out of its plane: the same length of wire that it has flat. Null where it stays flat, or is folded. */
export function shapedFromSide(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
): SideView | null {
  const out = piece.outOfPlane;
  const size = finishedSize(piece, plan, dressing);
  if (!out || !size) return null;
  const d = Math.max(plan.diameterMm, ...plan.wires.map((w) => w.stock.diameterMm));
  const { widthMm, heightMm } = size.flat;
  switch (out.kind) {
    case 'fold':
      return null;
    case 'roll': {
      const radius = (out.mandrelMm + d) / 2;
      const sweep = Math.min(2 * Math.PI, widthMm / radius);
      return {
        wire: [arc(at(0, 0), radius, Math.PI / 2 - sweep / 2, sweep)],
        tool: [arc(at(0, 0), out.mandrelMm / 2, 0, 2 * Math.PI)],
        diameterMm: d,
      };
    }
    case 'cup': {
      const half = size.widthMm / 2;
      const rise = out.riseMm;
      const radius = (half * half + rise * rise) / (2 * rise);
      const sweep = 2 * Math.asin(Math.min(1, half / radius));
      return {
        wire: [arc(at(0, radius), radius, -Math.PI / 2 - sweep / 2, sweep)],
        tool: [],
        diameterMm: d,
      };
    }
    case 'rod': {
      const radius = (out.rodMm + d) / 2;
      const front = Math.max(0, heightMm - Math.PI * radius - out.backMm);
      return {
        wire: [
          seg(at(-radius, front), at(-radius, 0)),
          arc(at(0, 0), radius, Math.PI, Math.PI),
          ...(out.backMm > 0 ? [seg(at(radius, 0), at(radius, out.backMm))] : []),
        ],
        tool: [arc(at(0, 0), out.rodMm / 2, 0, 2 * Math.PI)],
        diameterMm: d,
      };
    }
  }
}
