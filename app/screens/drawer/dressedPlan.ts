import { kitFor, type Toolbox } from '@core/file';
import type { Piece } from '@core/piece';
import { cardPlan, keepCardPlan } from '~/state/cardPlans';
import { besidePlanner } from '~/workers/planner';
import type { DressedPlan } from '~/workers/planner.worker';

/** A piece with its plan and dressing: as the list has it already, or planned now. */
export async function dressedPlan(piece: Piece, toolbox: Toolbox): Promise<DressedPlan | null> {
  const bench = { kit: kitFor(toolbox, piece.kit), coils: toolbox.coils };
  const known = cardPlan(piece, bench);
  if (known) return known;
  const plan = await besidePlanner().picture(piece, bench);
  if (plan) keepCardPlan(piece, bench, plan);
  return plan;
}
