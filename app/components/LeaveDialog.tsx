import { AlertDialog } from 'radix-ui';
import { useBlocker } from 'react-router';
import { useEffect } from 'react';
import { useStore } from 'zustand';
import { unsaved, wouldLose } from '~/state/unsaved';
import { Button } from './ui';

/** Asks before something is left that could not be kept, within the application and by closing the page. */
export function LeaveDialog() {
  const within = useStore(unsaved, (s) => s.within);
  const any = Object.keys(within).length > 0;
  useEffect(() => {
    if (!any) return;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [any]);
  const blocker = useBlocker(({ nextLocation }) => wouldLose(nextLocation.pathname));
  return (
    <AlertDialog.Root open={blocker.state === 'blocked'}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(30rem,92vw)] -translate-x-1/2 -translate-y-1/2 rounded-xl bg-raised p-6 shadow-xl">
          <AlertDialog.Title className="text-lg font-semibold">
            Leave without keeping?
          </AlertDialog.Title>
          <AlertDialog.Description className="mt-2 text-sm text-soft">
            The last changes could not be kept in this browser. If you leave, they are gone. Stay to
            save them to a file or to try again.
          </AlertDialog.Description>
          <div className="mt-5 flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button look="main" onClick={() => blocker.reset?.()}>
                Stay here
              </Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button onClick={() => blocker.proceed?.()}>Leave all the same</Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
