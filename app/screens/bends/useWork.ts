import { useEffect, useState } from 'react';
import type { WireSteps } from '@core/steps';
import { useShown, useWorkbench } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';

/** The steps of one wire of the piece on screen; those of before stay until the new ones are there. */
export function useWork(wire: number): WireSteps | null {
  const { planState, tools } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const [work, setWork] = useState<WireSteps | null>(null);
  useEffect(() => {
    if (!planned) return;
    let current = true;
    besidePlanner()
      .work(planned, tools, wire, twin)
      .then((made) => current && setWork(made))
      // Without steps the bends are still there; the plan says what is wrong.
      .catch(() => current && setWork(null));
    return () => {
      current = false;
    };
  }, [planned, tools, wire, twin]);
  return work;
}
