import { endForm, type WireEnd } from '../end';
import { line, type Arc, type Primitive, type Vec } from '../geometry';
import type { Piece } from '../piece';
import type { Plan } from '../plan';
import { finishedSize } from './finishedSize';
import type { Dressing } from './dressPiece';

/** Something seen from the side, the figure edge on. */
export interface SideView {
  /** the middle line of the wire */
  readonly wire: readonly Primitive[];
  /** what it is formed on */
  readonly tool: readonly Primitive[];
  readonly diameterMm: number;
}

const arc = (center: Vec, radius: number, startAngle: number, sweep: number): Arc => ({
  type: 'arc',
  center,
  radius,
  startAngle,
  sweep,
});
const at = (x: number, y: number): Vec => ({ x, y });
const seg = (from: Vec, to: Vec): Primitive => line(from, to);

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

/** So much of the figure is shown before an end, in wire diameters. */
const BEFORE = 8;

/** An end that stands square to the figure, as it looks from the side; null for one that lies in the plane. */
export function endFromSide(end: WireEnd, diameterMm: number): SideView | null {
  const before = seg(at(-BEFORE * diameterMm, 0), at(0, 0));
  if (end.kind === 'post') {
    return {
      wire: [
        before,
        arc(at(0, diameterMm), diameterMm, -Math.PI / 2, Math.PI / 2),
        seg(at(diameterMm, diameterMm), at(diameterMm, diameterMm + end.postMm)),
      ],
      tool: [],
      diameterMm,
    };
  }
  const form = endForm(end, { diameterMm });
  return form.square ? { wire: [before, ...form.shape], tool: [], diameterMm } : null;
}
