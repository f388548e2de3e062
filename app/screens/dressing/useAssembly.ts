import { useEffect, useState } from 'react';
import { useShown, useWorkbench } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { MakingPlan } from '~/workers/planner.worker';

/** The order of assembly of the piece on screen; the one of before stays until the new one is there. */
export function useAssembly(): MakingPlan | null {
  const { planState, tools, settings } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const [made, setMade] = useState<MakingPlan | null>(null);
  useEffect(() => {
    if (!planned) return;
    let current = true;
    besidePlanner()
      .assembly(planned, tools, twin, settings.unit)
      .then((answer) => current && setMade(answer))
      .catch(() => current && setMade(null));
    return () => {
      current = false;
    };
  }, [planned, tools, twin, settings.unit]);
  return made;
}
