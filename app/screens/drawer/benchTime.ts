import type { Pricing } from '@core/drawer';
import type { MakingRecord } from '@core/making';
import { timeNeeded, type TimeNeeded } from '@core/price';
import type { WantedPiece } from './useWanted';

/** How long one as sold takes at the bench, and what that is taken from. */
export interface BenchTime {
  readonly time: TimeNeeded;
  readonly minutes: number;
  /** the maker typed the minutes */
  readonly own: boolean;
}

export function benchTime(
  { pieceId, plan, bill }: WantedPiece,
  makings: readonly MakingRecord[],
  { minutesOf }: Pricing,
): BenchTime {
  const time = timeNeeded(
    plan,
    bill,
    makings.filter((m) => m.pieceId === pieceId),
  );
  const own = minutesOf[pieceId];
  return { time, minutes: own ?? time.minutes, own: own !== undefined };
}
