import type { Led } from './lead';

/** One length of a led wire that is worked in several, from act to act. */
export interface LedLength {
  /** the first and the last of its acts */
  readonly from: number;
  readonly to: number;
  /** tails left out, mm */
  readonly lengthMm: number;
}

/**
 * A led wire in lengths that hands can manage: a new one begins at the place where the one before ends, and
 * is hidden under its turns.
 * @param mostMm what one of them is no longer than, if a place lies within it; null keeps it in one
 */
export function lengthsOf({ steps, tailBeadsMm }: Led, mostMm: number | null): LedLength[] {
  const lengths: LedLength[] = [];
  let own = { from: 0, to: 0, lengthMm: 0 };
  steps.forEach((s, i) => {
    const wayMm = s.way?.lengthMm ?? 0;
    const joins = mostMm !== null && i > 0 && steps[i - 1]!.act.do === 'wrap' && s.way !== null;
    if (joins && own.lengthMm + wayMm + s.hereMm > mostMm) {
      lengths.push(own);
      own = { from: i - 1, to: i, lengthMm: 0 };
    }
    own = { ...own, to: i, lengthMm: own.lengthMm + wayMm + s.hereMm };
  });
  if (steps.length === 0) return [];
  // Beads on a tail are on its last length.
  return [...lengths, { ...own, lengthMm: own.lengthMm + tailBeadsMm }];
}
