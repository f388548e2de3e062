import { frameHoles, groundOf, type Dressing, type WireHole } from '../dressing';
import { endKindOf } from '../end';
import { leadStock, type Piece } from '../piece';
import type { Plan, PlannedStock } from '../plan';
import { strandMm } from '../wire';
import { hangDressed, type HangState } from './hangDressed';
import { holdOf, type Held } from './hold';
import { solidMm, type Limits } from './limits';

/** What does not change with the wire's thickness, worked out once. */
export interface Ground {
  readonly piece: Piece;
  readonly plan: Plan;
  readonly limits: Limits;
  readonly held: Held;
  readonly hang: HangState | null;
  readonly holes: readonly WireHole[];
  /** tightest bend: radius of the wire's middle, mm, and whether it is a corner or fold */
  readonly tightest: Tight | null;
  readonly rooms: readonly Room[];
  /** the wires that it is made of, each once */
  readonly stocks: readonly PlannedStock[];
  /** how thick one wire is that is as stiff as the one that leads, beside that: less than 1 for a rope */
  readonly solid: number;
  /** thickness of the wire that goes through an ear beside that of the one that leads; null: none does */
  readonly pierces: number | null;
}

export interface Tight {
  readonly kind: 'curve' | 'corner' | 'fold';
  readonly radiusMm: number;
  readonly insideMm: number;
  /** what it is bent in */
  readonly stock: PlannedStock;
}

/** A corner and the straight legs it has. */
export interface Room {
  /** thickness of its wire beside that of the wire that leads */
  readonly thick: number;
  readonly halfTan: number;
  readonly haveMm: number;
}

export function checkGround(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  held: Held,
  hang: HangState | null,
  limits: Limits,
): Ground {
  const holes = dressing && piece.dressing.length > 0 ? frameHoles(groundOf(piece, plan)) : [];
  let tightest: Tight | null = null;
  const rooms: Room[] = [];
  for (const { strip, stock } of plan.wires) {
    const d = stock.diameterMm;
    const thick = d / plan.diameterMm;
    strip.pieces.forEach((p, i) => {
      if (p.kind === 'run') return;
      const insideMm = p.insideRadiusMm;
      if (!tightest || insideMm / strandMm(stock) < tightest.insideMm / strandMm(tightest.stock)) {
        tightest = { kind: p.kind, insideMm, radiusMm: insideMm + d / 2, stock };
      }
      if (p.kind !== 'corner') return;
      const halfTan = Math.tan(Math.abs(p.angleRad) / 2);
      const setback = (insideMm + d / 2) * halfTan;
      for (const [leg, past] of [
        [strip.pieces[i - 1], strip.pieces[i - 2]],
        [strip.pieces[i + 1], strip.pieces[i + 2]],
      ] as const) {
        // Two corners share the run between them.
        if (leg?.kind === 'run') {
          rooms.push({
            thick,
            halfTan,
            haveMm: leg.lengthMm / (past?.kind === 'corner' ? 2 : 1) + setback,
          });
        } else if (leg?.kind === 'corner') rooms.push({ thick, halfTan, haveMm: setback });
      }
    });
  }
  const ear = plan.wires.find(
    (w) => !w.closed && [w.ends.start, w.ends.end].some((e) => endKindOf(e).ear),
  );
  const pierces = ear ? ear.stock.diameterMm / plan.diameterMm : null;
  const stocks = [...new Map(plan.wires.map((w) => [w.stock.id, w.stock])).values()];
  const lead = leadStock(piece);
  const solid = solidMm(lead) / lead.diameterMm;
  return { piece, plan, limits, held, hang, holes, tightest, rooms, stocks, solid, pierces };
}

/** A piece solved and ready to be judged; null while there is no wire. */
export function groundFor(
  piece: Piece,
  plan: Plan,
  dressing: Dressing | null,
  limits: Limits,
): Ground | null {
  const hang = hangDressed(piece, plan, dressing);
  const held = holdOf(piece, plan, dressing, hang, limits);
  return held && checkGround(piece, plan, dressing, held, hang, limits);
}
