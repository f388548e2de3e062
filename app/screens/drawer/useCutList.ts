import { useEffect, useState } from 'react';
import type { CutList, CutProblem } from '@core/cutting';
import { report } from '~/storage/report';
import { Stopped } from '~/workers/restartable';
import { cutter } from '~/workers/cutter';

/** How long a list may take, s: what is not proven by then is told with its gap. */
const SECONDS = 5;

export interface CutAnswer {
  readonly list: CutList | null;
  /** the list is of what was asked before */
  readonly busy: boolean;
  readonly failed: boolean;
}

interface Held {
  readonly problem: CutProblem | null;
  readonly list: CutList | null;
}

/** The best cut list for a problem, worked out beside the page. @param problem the same object while it is the same */
export function useCutList(problem: CutProblem | null): CutAnswer {
  const [held, setHeld] = useState<Held>({ problem: null, list: null });
  useEffect(() => {
    if (!problem || problem.needs.length === 0) return;
    let current = true;
    cutter()
      .cut(problem, SECONDS)
      .then((list) => current && setHeld({ problem, list }))
      .catch((error: unknown) => {
        if (!(error instanceof Stopped)) report(error, 'the cut list');
        if (current) setHeld({ problem, list: null });
      });
    return () => {
      current = false;
    };
  }, [problem]);
  if (!problem || problem.needs.length === 0) return { list: null, busy: false, failed: false };
  const isNow = held.problem === problem;
  return { list: isNow ? held.list : null, busy: !isNow, failed: isNow && held.list === null };
}
