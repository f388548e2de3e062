import { RotateCcw } from 'lucide-react';
import { useEffect } from 'react';
import { useFetcher } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { TopBar } from '~/components/TopBar';
import { Button } from '~/components/ui';
import { bringBack } from '~/storage/bringBack';
import { dropDeleted, KEPT_DAYS, listDeleted, type DeletedKind } from '~/storage/deleted';
import { StorageError } from '~/storage/database';
import { report } from '~/storage/report';
import type { Route } from './+types/deleted';

export async function clientLoader() {
  return { deleted: await listDeleted() };
}
clientLoader.hydrate = true as const;

const intent = z.object({ do: z.enum(['back', 'drop']), key: z.string() });
type Done = { readonly back?: string; readonly failed?: string } | null;

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Done> {
  const wish = intent.parse(Object.fromEntries(await request.formData()));
  try {
    if (wish.do === 'back') return { back: (await bringBack(wish.key)).name };
    await dropDeleted(wish.key);
    return null;
  } catch (error) {
    if (!(error instanceof StorageError)) report(error, 'bringing back');
    return {
      failed:
        error instanceof StorageError ? error.message : 'That did not work. Nothing was changed.',
    };
  }
}

const KIND_WORDS: Readonly<Record<DeletedKind, string>> = {
  piece: 'Piece',
  making: 'Making',
  kit: 'Kit',
  tool: 'Tool',
  coil: 'Test coil',
  photo: 'Photo',
  aside: 'Record that could not be read',
  toolbox: 'Kits and coils',
  drawer: 'Drawer',
  settings: 'Settings',
};

const dayOf = (iso: string): string =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** What was deleted in the last month, to be brought back. */
export default function DeletedScreen({ loaderData }: Route.ComponentProps) {
  const deleted = loaderData?.deleted ?? [];
  const fetcher = useFetcher<Done>();
  useEffect(() => {
    if (fetcher.data?.back !== undefined) {
      toast.success(`${fetcher.data.back || 'Unnamed piece'} is back.`);
    }
    if (fetcher.data?.failed) toast.error(fetcher.data.failed, { duration: 12_000 });
  }, [fetcher.data]);
  const act = (what: 'back' | 'drop', key: string): void =>
    void fetcher.submit({ do: what, key }, { method: 'post' });
  return (
    <div className="mx-auto min-h-dvh max-w-3xl px-6 pb-16">
      <TopBar />
      <main>
        <h1 className="text-xl font-semibold">Lately deleted</h1>
        <p className="mb-4 mt-0.5 text-sm text-soft">
          What you delete stays here for {KEPT_DAYS} days. Earlier states of a piece that is there
          are found on the piece itself, with the clock beside its name.
        </p>
        {deleted.length === 0 ? (
          <p className="rounded-xl border border-dashed border-line p-8 text-center text-soft">
            Nothing was deleted in the last {KEPT_DAYS} days.
          </p>
        ) : (
          <ul className="divide-y divide-line rounded-xl border border-line bg-panel">
            {deleted.map((d) => (
              <li key={d.key} className="flex flex-wrap items-center gap-3 px-4 py-2.5">
                <span className="min-w-48 flex-1">
                  <span className="block font-medium">{d.name || 'Unnamed piece'}</span>
                  <span className="block text-sm text-soft">
                    {KIND_WORDS[d.kind]}, {dayOf(d.when)}
                  </span>
                </span>
                <Button onClick={() => act('back', d.key)}>
                  <RotateCcw size={16} aria-hidden="true" /> Bring back
                  <span className="sr-only"> {d.name}</span>
                </Button>
                <Button look="quiet" onClick={() => act('drop', d.key)}>
                  Let it go
                  <span className="sr-only"> {d.name}</span>
                </Button>
              </li>
            ))}
          </ul>
        )}
      </main>
    </div>
  );
}
