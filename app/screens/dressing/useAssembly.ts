import { useMemo } from 'react';
import type { Piece } from '@core/piece';
import { useAnswer } from '~/state/useAnswer';
import { useShown, useWorkbench, type Tools } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { MakingPlan } from '~/workers/planner.worker';

interface Question {
  readonly piece: Piece;
  readonly tools: Tools;
  readonly twin: boolean;
}
const ask = ({ piece, tools, twin }: Question): Promise<MakingPlan> =>
  besidePlanner().assembly(piece, tools, twin);

/** The order of assembly of the piece on screen. */
export function useAssembly(): MakingPlan | null {
  const { planState, tools } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const question = useMemo(
    () => planned && { piece: planned, tools, twin },
    [planned, tools, twin],
  );
  return useAnswer(question, ask, 'the order of assembly').value;
}
