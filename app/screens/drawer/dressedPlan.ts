import { benchOf, type Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import { cardPlan, keepCardPlan } from '~/state/cardPlans';
import { besidePlanner } from '~/workers/planner';
import type { DressedPlan } from '~/workers/planner.worker';

/**
 * A piece with its plan and dressing: as the list has it already, or planned now.
 * @param as names how it is made otherwise than it is kept; empty where it is as kept
 */
export async function dressedPlan(
  piece: Piece,
  toolbox: Toolbox,
  as: string,
): Promise<DressedPlan | null> {
  const bench = benchOf(toolbox, piece.kit);
  const known = cardPlan(piece, bench, as);
  if (known) return known;
  const plan = await besidePlanner().picture(piece, bench);
  if (plan) keepCardPlan(piece, bench, plan, as);
  return plan;
}
