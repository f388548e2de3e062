import { useState } from 'react';
import { useRevalidator } from 'react-router';
import { toast } from 'sonner';
import { Button } from '~/components/ui';
import { changeCopies } from '~/storage/copies';
import { report } from '~/storage/report';

/** Work that is only in this browser is spoken of now and then. */
export function CopyReminder() {
  const { revalidate } = useRevalidator();
  const [busy, setBusy] = useState(false);
  const done = (work: Promise<void>): void => {
    setBusy(true);
    work
      .catch((error: unknown) => {
        report(error, 'a copy of the workshop');
        toast.error('The copy could not be made. Everything is as it was.');
      })
      .finally(() => {
        setBusy(false);
        void revalidate();
      });
  };
  const now = (): string => new Date().toISOString();
  // Loaded only once it is wished.
  const saveCopy = async (): Promise<void> =>
    (await import('~/screens/settings/saveWorkshop')).saveWorkshop(false);
  return (
    <section
      aria-label="A copy of your work"
      className="mb-5 flex flex-wrap items-center gap-3 rounded-lg border border-line bg-panel p-4 text-sm"
    >
      <p className="min-w-60 flex-1">
        <strong>Your latest work is only in this browser.</strong> A copy of the workshop in a file
        outlasts it.
      </p>
      <Button look="main" disabled={busy} onClick={() => done(saveCopy())}>
        Save a copy
      </Button>
      <Button disabled={busy} onClick={() => done(changeCopies({ reminded: now() }))}>
        Not now
      </Button>
      <Button look="quiet" disabled={busy} onClick={() => done(changeCopies({ remind: false }))}>
        Do not remind me
      </Button>
    </section>
  );
}
