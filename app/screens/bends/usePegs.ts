import { useEffect, useState } from 'react';
import type { PegAnswer, PegBoard } from '@core/steps';
import { useShown, useWorkbench } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';

export type PegChoice = 'none' | PegBoard['kind'];

/** Where pegs stand for a wire, worked out beside the plan; null while they are not wished. */
export function usePegs(wire: number, choice: PegChoice): PegAnswer | null {
  const { planState, tools, toolbox } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const [answer, setAnswer] = useState<PegAnswer | null>(null);
  const { board } = toolbox;
  useEffect(() => {
    if (!planned || choice === 'none') return;
    let current = true;
    const wished: PegBoard =
      choice === 'pins'
        ? { kind: 'pins', pinMm: board.pinMm }
        : { kind: 'holes', pitchMm: board.pitchMm, pegsMm: board.pegsMm };
    besidePlanner()
      .pegs(planned, tools, wire, twin, wished)
      .then((made) => current && setAnswer(made))
      .catch(() => current && setAnswer(null));
    return () => {
      current = false;
    };
  }, [planned, tools, wire, twin, choice, board]);
  return choice === 'none' ? null : answer;
}
