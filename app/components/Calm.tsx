import { useDeferredValue, useMemo, type ReactNode } from 'react';
import { useDragged, useWorkbench, WorkbenchContext, type Workbench } from '~/state/workbench';

/** What is beside the figure follows what is dragged when there is time; else it is never behind. */
export function Calm({ children }: { children: ReactNode }) {
  const { store, pointer, settings, toolbox, tools, planState } = useWorkbench();
  const isDragged = useDragged();
  const later = useDeferredValue(planState);
  const shown = isDragged ? later : planState;
  const bench = useMemo<Workbench>(
    () => ({ store, pointer, settings, toolbox, tools, planState: shown }),
    [store, pointer, settings, toolbox, tools, shown],
  );
  return <WorkbenchContext value={bench}>{children}</WorkbenchContext>;
}
