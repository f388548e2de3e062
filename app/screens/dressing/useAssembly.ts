import { useMemo } from 'react';
import type { Piece } from '@core/piece';
import type { LengthUnit } from '@core/units';
import { useAnswer } from '~/state/useAnswer';
import { useShown, useWorkbench, type Tools } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';
import type { MakingPlan } from '~/workers/planner.worker';

interface Question {
  readonly piece: Piece;
  readonly tools: Tools;
  readonly twin: boolean;
  readonly unit: LengthUnit;
}
const ask = ({ piece, tools, twin, unit }: Question): Promise<MakingPlan> =>
  besidePlanner().assembly(piece, tools, twin, unit);

/** The order of assembly of the piece on screen. */
export function useAssembly(): MakingPlan | null {
  const { planState, tools, settings } = useWorkbench();
  const { planned } = planState;
  const { unit } = settings;
  const { twin } = useShown();
  const question = useMemo(
    () => planned && { piece: planned, tools, twin, unit },
    [planned, tools, twin, unit],
  );
  return useAnswer(question, ask, 'the order of assembly').value;
}
