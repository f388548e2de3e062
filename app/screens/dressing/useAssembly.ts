import type { MakingPlan } from '@core/planning';
import { useQuery } from '~/state/useQuery';
import { useShown } from '~/state/workbench';

/** The order of assembly of the piece on screen. */
export const useAssembly = (): MakingPlan | null => useQuery('assembly', [useShown().twin]).value;
