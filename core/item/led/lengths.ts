import type { Led } from './lead';

/** One length of a led wire that is worked in several, from act to act. */
export interface LedLength {
  /** the first and the last of its acts */
  readonly from: number;
  readonly to: number;
  /** tails left out, mm */
  readonly lengthMm: number;
}

/** How often a wire is pulled through, and how much of it runs through the fingers in all, mm. */
export interface Pulls {
  readonly times: number;
  readonly runMm: number;
}

/** At each turn, and each way through a bead, all that is left of the length comes through after it. */
export function pullsOf({ steps }: Led, lengths: readonly LedLength[]): Pulls {
  let [times, runMm] = [0, 0];
  for (const { from, to, lengthMm } of lengths) {
    let left = lengthMm;
    // The place where a length begins was made by the one before.
    for (const s of steps.slice(from === 0 ? 0 : from + 1, to + 1)) {
      left -= (s.way?.lengthMm ?? 0) + s.hereMm;
      const through = s.act.do === 'bead' ? s.act.passes + s.act.halves : Math.ceil(s.turns);
      times += through;
      runMm += through * Math.max(0, left);
    }
  }
  return { times, runMm };
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
    const joins = mostMm !== null && i > 0 && 'on' in steps[i - 1]!.act && s.way !== null;
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
