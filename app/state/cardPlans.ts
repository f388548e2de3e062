import type { Piece } from '@core/piece';
import type { Bench } from '@core/plan';
import type { DressedPlan } from '~/workers/planner.worker';
import { Latest } from './inTurn';

/** So many plans of pieces in the list are remembered. */
const MOST = 300;
const plans = new Latest<string, DressedPlan>(MOST);

const keyOf = ({ id, changed }: Piece, { kit = null, coils = [] }: Bench): string =>
  `${id} ${changed} ${JSON.stringify([kit, coils])}`;

/** The plan that the list made of a piece for its picture. */
export const cardPlan = (piece: Piece, bench: Bench): DressedPlan | null =>
  plans.get(keyOf(piece, bench)) ?? null;

export const keepCardPlan = (piece: Piece, bench: Bench, plan: DressedPlan): void =>
  plans.set(keyOf(piece, bench), plan);
