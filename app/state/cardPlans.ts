import type { Piece } from '@core/piece';
import type { Bench } from '@core/plan';
import type { DressedPlan } from '~/workers/planner.worker';
import { Latest } from './inTurn';

/** So many plans of pieces in the list are remembered. */
const MOST = 300;
const plans = new Latest<string, DressedPlan>(MOST);

/** @param as names how it is made otherwise than it is kept */
const keyOf = (
  { id, changed }: Piece,
  { kit = null, coils = [], own }: Bench,
  as: string,
): string => `${id} ${changed} ${JSON.stringify([kit, coils, own, as])}`;

/** The plan that the list made of a piece for its picture. */
export const cardPlan = (piece: Piece, bench: Bench, as = ''): DressedPlan | null =>
  plans.get(keyOf(piece, bench, as)) ?? null;

export const keepCardPlan = (piece: Piece, bench: Bench, plan: DressedPlan, as = ''): void =>
  plans.set(keyOf(piece, bench, as), plan);
