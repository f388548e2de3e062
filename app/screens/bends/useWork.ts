import { useMemo } from 'react';
import type { Piece } from '@core/piece';
import type { WireSteps } from '@core/steps';
import { useAnswer } from '~/state/useAnswer';
import { useShown, useWorkbench, type Tools } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';

interface Question {
  readonly piece: Piece;
  readonly tools: Tools;
  readonly wire: number;
  readonly twin: boolean;
}
const ask = ({ piece, tools, wire, twin }: Question): Promise<WireSteps | null> =>
  besidePlanner().work(piece, tools, wire, twin);

/** The steps of one wire of the piece on screen; without them the bends are still there. */
export function useWork(wire: number): WireSteps | null {
  const { planState, tools } = useWorkbench();
  const { planned } = planState;
  const { twin } = useShown();
  const question = useMemo(
    () => planned && { piece: planned, tools, wire, twin },
    [planned, tools, wire, twin],
  );
  return useAnswer(question, ask, 'the steps of a wire').value;
}
