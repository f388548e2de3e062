import { startTransition, useEffect, useState } from 'react';
import type { GaugeRemedy, Verdict } from '@core/gauge';
import type { Piece } from '@core/piece';
import { useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { besidePlanner, planner } from '~/workers/planner';
import { Stopped } from '~/workers/restartable';

export interface VerdictState {
  readonly verdict: Verdict | null;
  /** the piece that the verdict is of; a newer one may be on its way */
  readonly of: Piece | null;
  readonly remedies: readonly GaugeRemedy[] | null;
}

const NONE: VerdictState = { verdict: null, of: null, remedies: null };

/** The gauge verdict of the piece on screen, and then what would help; the one of before stays until it is there. */
export function useVerdict(): VerdictState {
  const { planState, tools, settings } = useWorkbench();
  const { planned } = planState;
  const { limits } = settings;
  const [state, setState] = useState<VerdictState>(NONE);
  useEffect(() => {
    if (!planned) return;
    let current = true;
    // Chart and pictures are drawn bit by bit, so that the page stays free.
    const show = (next: VerdictState): void => {
      if (current) startTransition(() => setState(next));
    };
    void (async () => {
      try {
        const verdict = await planner().verdict(planned, tools, limits);
        show({ verdict, of: planned, remedies: null });
        if (!current) return;
        const remedies = await besidePlanner().remedies(planned, tools, limits);
        show({ verdict, of: planned, remedies });
      } catch (error) {
        if (!(error instanceof Stopped)) report(error, 'the gauge verdict');
        show({ ...NONE, of: planned });
      }
    })();
    return () => {
      current = false;
    };
  }, [planned, tools, limits]);
  return state;
}
