import type { WireSteps } from '@core/steps';
import { useQuery } from '~/state/useQuery';
import { useShown } from '~/state/workbench';

/** The steps of one wire of the piece on screen; without them the bends are still there. */
export const useWork = (wire: number): WireSteps | null =>
  useQuery('steps', [wire, useShown().twin]).value;
