import { toast } from 'sonner';
import { printThickness } from '@core/units';
import { report } from '~/storage/report';
import { useWorkbench } from '~/state/workbench';
import { besidePlanner } from '~/workers/planner';

/** Mirrors the better half of the figure onto the other; what was changed meanwhile is not written over. */
export function useMirror(): () => Promise<void> {
  const { store, settings } = useWorkbench();
  return async () => {
    const { piece } = store.getState();
    try {
      const answer = await besidePlanner().mirror(piece);
      if (!answer.ok) {
        toast.error(answer.message);
        return;
      }
      if (store.getState().piece !== piece) {
        toast.message(
          'The figure was changed meanwhile, so nothing was mirrored. Mirror it again.',
        );
        return;
      }
      const { paths, differedMm } = answer.value;
      store.getState().edit((p) => ({ ...p, paths }));
      toast.message(
        `The steadier half was mirrored. The halves differed by ${printThickness(differedMm, settings.unit)} on average.`,
      );
    } catch (error) {
      report(error, 'mirroring');
      toast.error('It could not be mirrored. The figure is as it was.');
    }
  };
}
