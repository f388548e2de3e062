import type { MakingPlan } from '@core/planning';
import { useQuery } from '~/state/useQuery';
import { useShown } from '~/state/workbench';

/**
 * The order of assembly of the piece on screen.
 * @param copies how many are made step by step together
 */
export const useAssembly = (copies = 1): MakingPlan | null =>
  useQuery('assembly', [useShown().twin, copies]).value;
