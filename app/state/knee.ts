import type { Piece } from '@core/piece';
import { FOLLOW_TOLERANCES, kneeOf, type FollowPoint } from '@core/plan';
import { slowPlanner } from '~/workers/planner';
import { amend, type PieceStore } from './pieceStore';
import type { Tools } from './workbench';

/** Bends against closeness for one tolerance after the other. */
export async function* followTrade(
  piece: Piece,
  tools: Tools,
): AsyncGenerator<readonly FollowPoint[]> {
  const points: FollowPoint[] = [];
  for (const tolerance of FOLLOW_TOLERANCES) {
    points.push(await slowPlanner().follow(piece, tools, tolerance));
    yield [...points];
  }
}

/**
 * Lets a figure that has just come in be followed as closely as more bends pay: part of the step
 * that brought it, and only while nothing else was changed since.
 */
export async function settleAtKnee(store: PieceStore, tools: Tools): Promise<void> {
  const { piece } = store.getState();
  let points: readonly FollowPoint[] = [];
  for await (const found of followTrade(piece, tools)) {
    if (store.getState().piece !== piece) return;
    points = found;
  }
  const knee = kneeOf(points);
  if (!knee || store.getState().piece !== piece) return;
  amend(store, (p) => ({ ...p, toleranceMm: knee.toleranceMm }));
}
