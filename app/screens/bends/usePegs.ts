import type { PegAnswer } from '@core/steps';
import { useQuery } from '~/state/useQuery';
import { useShown, useWorkbench } from '~/state/workbench';
import { pegBoardOf, type PegChoice } from './pegChoice';

/** Where pegs stand for a wire, worked out beside the plan; null while they are not wished. */
export function usePegs(wire: number, choice: PegChoice): PegAnswer | null {
  const { toolbox } = useWorkbench();
  const { twin } = useShown();
  const board = pegBoardOf(choice, toolbox.board);
  return useQuery('pegs', board && [wire, twin, board]).value;
}
