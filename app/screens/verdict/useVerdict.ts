import type { GaugeRemedy, Verdict } from '@core/gauge';
import { useQuery } from '~/state/useQuery';
import { useWorkbench } from '~/state/workbench';

export interface VerdictState {
  /** the verdict, for a moment still that of the state before */
  readonly verdict: Verdict | null;
  /** whether it is of the plan on screen: marks on the figure are drawn of no other */
  readonly isNow: boolean;
  readonly remedies: readonly GaugeRemedy[] | null;
}

/** The gauge verdict of the piece on screen, and then what would help. */
export function useVerdict(): VerdictState {
  const { limits } = useWorkbench().settings;
  const { value: verdict, failed, isNow } = useQuery('verdict', [limits]);
  const remedies = useQuery('remedies', verdict && isNow ? [limits] : null);
  return {
    verdict,
    isNow: isNow && (verdict !== null || failed),
    remedies: remedies.isNow ? remedies.value : null,
  };
}
