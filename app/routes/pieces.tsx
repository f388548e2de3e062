import { useCallback, useEffect, useRef, useState } from 'react';
import { Calculator, Plus, Settings2, Wrench } from 'lucide-react';
import { Link, redirect, useFetcher } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { newPiece, readPiece, type FigurePath, type Piece } from '@core/piece';
import { Brand } from '~/components/Brand';
import { Button, buttonClass } from '~/components/ui';
import { beginPiece, newId } from '~/storage/begin';
import { StorageError } from '~/storage/database';
import { bringDemo, demoAtFirst } from '~/storage/demo';
import { deletePiece, dropAside, listPieces, loadPiece, savePiece } from '~/storage/pieces';
import { isPicture, usePictureFile } from '~/screens/usePictureFile';
import { bringBack } from '~/storage/bringBack';
import { isCopyDue, loadCopies } from '~/storage/copies';
import { report } from '~/storage/report';
import { listDeleted } from '~/storage/deleted';
import { allEarlier } from '~/storage/earlier';
import { listMakings } from '~/storage/makings';
import { dropUnused } from '~/storage/pictures';
import { AsideList } from '~/screens/pieces/AsideList';
import { CopyReminder } from '~/screens/pieces/CopyReminder';
import { EmptyList } from '~/screens/pieces/EmptyList';
import { PieceCard } from '~/screens/pieces/PieceCard';
import { useImport } from '~/screens/useImport';
import { useWorkshop } from '~/state/workshop';
import type { Route } from './+types/pieces';

export async function clientLoader() {
  let message: string | null = null;
  try {
    await demoAtFirst();
  } catch (error) {
    report(error, 'the Lantern Lane pieces');
    message =
      error instanceof StorageError
        ? error.message
        : 'The Lantern Lane pieces could not be fetched. Your own pieces are all here.';
  }
  const list = await listPieces();
  await dropUnused(async () => [
    list,
    await listMakings(),
    await listDeleted(),
    await allEarlier(),
  ]);
  const copyDue = isCopyDue(list.pieces, await loadCopies(), Date.now());
  return { ...list, message, copyDue };
}
clientLoader.hydrate = true as const;

const intent = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('new'),
    piece: z.string().optional(),
    /** a kept picture that the new piece begins with */
    picture: z.string().max(80).optional(),
  }),
  z.object({ do: z.literal('copy'), id: z.string() }),
  z.object({ do: z.literal('delete'), id: z.string() }),
  z.object({ do: z.literal('restore'), key: z.string() }),
  z.object({ do: z.literal('drop-aside'), key: z.string() }),
  z.object({ do: z.literal('demo') }),
]);

function pieceFrom(json: string): Piece {
  const read = readPiece(JSON.parse(json));
  if (!read.ok) throw new StorageError(read.message);
  return read.value;
}

type Done = {
  /** what was deleted, and under which key it can be brought back */
  readonly deleted?: { readonly name: string; readonly key: string };
  readonly failed?: string;
} | null;

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Done> {
  const wish = intent.parse(Object.fromEntries(await request.formData()));
  let id: string;
  try {
    switch (wish.do) {
      case 'new': {
        id = await beginPiece(wish.piece ? pieceFrom(wish.piece) : undefined);
        break;
      }
      case 'copy': {
        const piece = await loadPiece(wish.id);
        if (!piece) return { failed: 'That piece is no longer here.' };
        const { demo: _demo, ...own } = piece;
        const now = new Date().toISOString();
        await savePiece({
          ...own,
          id: newId(),
          name: `${piece.name}, copy`.slice(0, 120),
          made: now,
          changed: now,
        });
        return null;
      }
      case 'delete': {
        const name = (await loadPiece(wish.id))?.name ?? '';
        const key = await deletePiece(wish.id);
        return key === null ? null : { deleted: { name, key } };
      }
      case 'restore': {
        await bringBack(wish.key);
        return null;
      }
      case 'drop-aside':
        await dropAside(wish.key);
        return null;
      case 'demo':
        await bringDemo();
        return null;
    }
  } catch (error) {
    if (error instanceof StorageError) return { failed: error.message };
    report(error, 'the list of pieces');
    return { failed: 'That did not work. Nothing was changed.' };
  }
  const { picture } = wish;
  throw redirect(
    picture ? `/piece/${id}/trace?picture=${encodeURIComponent(picture)}` : `/piece/${id}/figure`,
  );
}

export default function PiecesScreen({ loaderData }: Route.ComponentProps) {
  const { pieces, aside, message, copyDue } = loaderData;
  const { settings } = useWorkshop();
  const fetcher = useFetcher<Done>();
  const submit = fetcher.submit;
  const told = useRef<Done>(null);
  useEffect(() => {
    const done = fetcher.data ?? null;
    if (!done || told.current === done) return;
    told.current = done;
    if (done.failed) toast.error(done.failed, { duration: 12_000 });
    const gone = done.deleted;
    if (gone) {
      toast(`${gone.name || 'Unnamed piece'} was deleted.`, {
        duration: 15_000,
        action: {
          label: 'Undo',
          onClick: () => void submit({ do: 'restore', key: gone.key }, { method: 'post' }),
        },
      });
    }
  }, [fetcher.data, submit]);
  useEffect(() => {
    if (message) toast.error(message, { duration: 12_000 });
  }, [message]);

  const { read } = useImport(
    useCallback(
      (paths: FigurePath[], name: string) => {
        const piece = { ...newPiece('new', name.slice(0, 120), new Date().toISOString()), paths };
        void submit({ do: 'new', piece: JSON.stringify(piece) }, { method: 'post' });
      },
      [submit],
    ),
  );

  const readPicture = usePictureFile(
    useCallback(
      (picture: string, name: string) => {
        const bare = name.replace(/\.[^.]*$/, '').slice(0, 120);
        const piece = newPiece('new', bare || 'New piece', new Date().toISOString());
        void submit({ do: 'new', piece: JSON.stringify(piece), picture }, { method: 'post' });
      },
      [submit],
    ),
  );

  return (
    <div
      className="mx-auto flex min-h-dvh max-w-6xl flex-col px-6 pb-16"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const file = e.dataTransfer.files[0];
        if (!file) return;
        if (isPicture(file)) readPicture(file);
        else void read(file);
      }}
    >
      <header className="flex items-center gap-3 py-4">
        <Brand />
        <span className="flex-1" />
        <Link to="/desk" className={buttonClass('quiet')}>
          <Calculator size={16} aria-hidden="true" /> Desk
        </Link>
        <Link to="/kit" className={buttonClass('quiet')}>
          <Wrench size={16} aria-hidden="true" /> Kit
        </Link>
        <Link to="/settings" className={buttonClass('quiet')}>
          <Settings2 size={16} aria-hidden="true" /> Settings
        </Link>
        <fetcher.Form method="post">
          <Button type="submit" name="do" value="new" look="main">
            <Plus size={16} aria-hidden="true" /> New piece
          </Button>
        </fetcher.Form>
      </header>
      <main>
        <h1 className="text-xl font-semibold">Pieces</h1>
        <p className="mb-4 mt-0.5 text-sm text-soft">
          Open a piece to see its cut length and bends, begin a new one, or drop a picture or a
          drawing (SVG, DXF) of your own anywhere here.
        </p>
        {copyDue && <CopyReminder />}
        {aside.length > 0 && (
          <AsideList
            aside={aside}
            drop={(key) => void submit({ do: 'drop-aside', key }, { method: 'post' })}
          />
        )}
        {pieces.length === 0 ? (
          <EmptyList demo={() => void submit({ do: 'demo' }, { method: 'post' })} />
        ) : (
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(15.5rem,1fr))] gap-4">
            {pieces.map((piece) => (
              <PieceCard
                key={piece.id}
                piece={piece}
                unit={settings.unit}
                copy={() => void submit({ do: 'copy', id: piece.id }, { method: 'post' })}
                remove={() => void submit({ do: 'delete', id: piece.id }, { method: 'post' })}
              />
            ))}
          </ul>
        )}
        <p className="mt-8 text-sm">
          <Link to="/deleted" className="text-soft underline hover:text-ink">
            Lately deleted
          </Link>
        </p>
      </main>
    </div>
  );
}

export function ErrorBoundary() {
  const [busy, setBusy] = useState(false);
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-2xl font-semibold">The pieces could not be listed</h1>
      <p className="mt-3 text-soft">
        This browser did not open its storage. Nothing was deleted. Check that the site may store
        data, then try again.
      </p>
      <Button
        className="mt-4"
        look="main"
        disabled={busy}
        onClick={() => {
          setBusy(true);
          window.location.reload();
        }}
      >
        Try again
      </Button>
    </main>
  );
}
