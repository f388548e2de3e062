import { toast } from 'sonner';
import type { Piece } from '@core/piece';
import { betterTolerance, FOLLOW_TOLERANCES, type FollowPoint } from '@core/plan';
import { printThickness, type LengthUnit } from '@core/units';
import { report } from '~/storage/report';
import { filePlanner, slowPlanner, stopTrials } from '~/workers/planner';
import { Stopped } from '~/workers/restartable';
import type { PieceStore } from './pieceStore';
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
 * The same as fast as it can be had. Of a small figure two planners take the tolerances in turn, both at work while
 * nothing else is; a large one leaves the planner of files free, since only the other's work can be stopped.
 */
async function tradeAtOnce(
  piece: Piece,
  tools: Tools,
  isSmall: boolean,
): Promise<readonly FollowPoint[]> {
  const points: FollowPoint[] = [];
  const left = [...FOLLOW_TOLERANCES];
  let ended = false;
  const work = async (planner: ReturnType<typeof slowPlanner>): Promise<void> => {
    for (let t = left.shift(); t !== undefined && !ended; t = left.shift()) {
      points.push(await planner.follow(piece, tools, t));
    }
  };
  try {
    await Promise.all([work(slowPlanner()), ...(isSmall ? [work(filePlanner())] : [])]);
  } finally {
    // Where one of them was stopped the other need not go on.
    ended = true;
  }
  return points.sort((a, b) => a.toleranceMm - b.toleranceMm);
}

/**
 * A figure is looked at for at most so long before it is shown, ms: a small one long enough that what is
 * chosen does not depend on how busy the machine is.
 */
const LONGEST_MS = { small: 15_000, large: 2_500 } as const;
const SMALL_POINTS = 120;

/**
 * How closely a figure that comes in is followed: as closely as more bends pay, found before its
 * first number is shown. Null where that takes too long, or makes no difference.
 */
async function toleranceAtKnee(piece: Piece, tools: Tools): Promise<number | null> {
  let points: readonly FollowPoint[];
  const count = piece.paths.reduce((sum, p) => sum + p.nodes.length, 0);
  const isSmall = count <= SMALL_POINTS;
  const longest = isSmall ? LONGEST_MS.small : LONGEST_MS.large;
  const late = setTimeout(stopTrials, longest);
  try {
    points = await tradeAtOnce(piece, tools, isSmall);
  } catch (error) {
    if (!(error instanceof Stopped)) report(error, 'how closely to follow');
    return null;
  } finally {
    clearTimeout(late);
  }
  if (points.length < FOLLOW_TOLERANCES.length) return null;
  return betterTolerance(points, piece.toleranceMm)?.toleranceMm ?? null;
}

/**
 * Makes a change that brings the first lines of a figure, together with the tolerance that suits
 * them: one step of the history. What was chosen is said, with a way back.
 */
export async function bringIn(
  store: PieceStore,
  tools: Tools,
  unit: LengthUnit,
  change: (piece: Piece) => Piece,
): Promise<void> {
  const before = store.getState().piece;
  const first = before.paths.length === 0;
  const toleranceMm = first ? await toleranceAtKnee(change(before), tools) : null;
  const { edit, piece } = store.getState();
  // What was drawn meanwhile keeps its own.
  if (toleranceMm === null || piece.paths.length > 0) {
    edit(change);
    return;
  }
  const was = piece.toleranceMm;
  edit((p) => ({ ...change(p), toleranceMm }));
  toast.message(
    `Followed within ${printThickness(toleranceMm, unit)}: more bends would bring little.`,
    {
      // The strip below is what one looks at now, and the choices beside the figure.
      position: 'top-left',
      duration: 10_000,
      action: {
        label: `Within ${printThickness(was, unit)}`,
        onClick: () => store.getState().edit((p) => ({ ...p, toleranceMm: was })),
      },
    },
  );
}
