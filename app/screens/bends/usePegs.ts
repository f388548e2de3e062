import { useEffect, useState } from 'react';
import type { PegAnswer } from '@core/steps';
import { useShown, useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { besidePlanner } from '~/workers/planner';
import { pegBoardOf, type PegChoice } from './pegChoice';

/** Where pegs stand for a wire, worked out beside the plan; null while they are not wished. */
export function usePegs(wire: number, choice: PegChoice): PegAnswer | null {
  const { planState, tools, toolbox } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const [answer, setAnswer] = useState<PegAnswer | null>(null);
  const { board } = toolbox;
  useEffect(() => {
    const wished = pegBoardOf(choice, board);
    if (!planned || !wished) return;
    let current = true;
    besidePlanner()
      .pegs(planned, tools, wire, twin, wished)
      .then((made) => current && setAnswer(made))
      .catch((error: unknown) => {
        report(error, 'pegs');
        if (current) setAnswer(null);
      });
    return () => {
      current = false;
    };
  }, [planned, tools, wire, twin, choice, board]);
  return choice === 'none' ? null : answer;
}
