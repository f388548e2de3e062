import { useCallback, useEffect, useRef, useState } from 'react';
import { Archive, Calculator, Plus, Settings2, Wrench } from 'lucide-react';
import {
  Link,
  redirect,
  useFetcher,
  useSearchParams,
  type ShouldRevalidateFunctionArgs,
} from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { newPiece, readPiece, type FigurePath, type Piece } from '@core/piece';
import { Brand } from '~/components/Brand';
import { Button, buttonClass } from '~/components/ui';
import { beginPiece, newId, NO_NAME } from '~/storage/begin';
import { StorageError } from '~/storage/database';
import { bringDemo, demoAtFirst } from '~/storage/demo';
import {
  changePiece,
  deletePiece,
  dropAside,
  listPieces,
  loadPiece,
  savePiece,
} from '~/storage/pieces';
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
import { BeginTile } from '~/screens/pieces/BeginTile';
import { EmptyList } from '~/screens/pieces/EmptyList';
import { FirstLook } from '~/screens/pieces/FirstLook';
import { listed, ORDERS, tagsOf, type Sought } from '~/screens/pieces/listed';
import { ListTools } from '~/screens/pieces/ListTools';
import { PieceCard, type UnderWay } from '~/screens/pieces/PieceCard';
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
  const makings = await listMakings();
  await dropUnused(async () => [list, makings, await listDeleted(), await allEarlier()]);
  const copyDue = isCopyDue(list.pieces, await loadCopies(), Date.now());
  // The newest first: of several of one piece that is the one in hand.
  const underWay = new Map<string, UnderWay>();
  for (const { id, pieceId, finished, at } of makings) {
    if (finished === null && !underWay.has(pieceId)) underWay.set(pieceId, { id, at });
  }
  return { ...list, underWay, message, copyDue };
}
clientLoader.hydrate = true as const;

/** What is looked for changes nothing of what is there. */
export const shouldRevalidate = ({
  currentUrl,
  nextUrl,
  formMethod,
  defaultShouldRevalidate,
}: ShouldRevalidateFunctionArgs): boolean =>
  formMethod === undefined && currentUrl.pathname === nextUrl.pathname
    ? currentUrl.search === nextUrl.search && defaultShouldRevalidate
    : defaultShouldRevalidate;

const intent = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('new'),
    piece: z.string().optional(),
    /** a kept picture that the new piece begins with */
    picture: z.string().max(80).optional(),
  }),
  z.object({ do: z.literal('copy'), id: z.string() }),
  z.object({ do: z.literal('change'), id: z.string(), to: z.string().max(2_000) }),
  z.object({ do: z.literal('delete'), id: z.string() }),
  z.object({ do: z.literal('restore'), key: z.string() }),
  z.object({ do: z.literal('drop-aside'), key: z.string() }),
  z.object({ do: z.literal('demo') }),
]);

/** What is changed of a piece in the list itself. */
const change = z.object({
  name: z.string().max(120).optional(),
  tags: z.array(z.string()).optional(),
});

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
      case 'change': {
        const { name, tags } = change.parse(JSON.parse(wish.to));
        const changed = await changePiece(wish.id, (p) => ({
          ...p,
          name: name ?? p.name,
          tags: tags ?? p.tags,
        }));
        return changed ? null : { failed: 'That piece is no longer here.' };
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
    // What was dropped to see its numbers is taken as it is found.
    picture
      ? `/piece/${id}/trace?picture=${encodeURIComponent(picture)}&take=found`
      : `/piece/${id}/figure`,
  );
}

export default function PiecesScreen({ loaderData }: Route.ComponentProps) {
  const { pieces, aside, underWay, message, copyDue } = loaderData;
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

  const { busy, read } = useImport(
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
        const piece = newPiece('new', bare || NO_NAME, new Date().toISOString());
        void submit({ do: 'new', piece: JSON.stringify(piece), picture }, { method: 'post' });
      },
      [submit],
    ),
  );

  const take = (file: File): void => {
    if (isPicture(file)) readPicture(file);
    else void read(file);
  };
  const { sought, set } = useSought();
  const own = pieces.filter((p) => !p.demo);
  const demo = pieces.filter((p) => p.demo);
  const [ownFound, demoFound] = [listed(own, sought), listed(demo, sought)];
  const isSought = sought.text.trim() !== '' || sought.tag !== null;
  const card = (piece: Piece) => (
    <PieceCard
      key={piece.id}
      piece={piece}
      unit={settings.unit}
      underWay={underWay.get(piece.id)}
      change={(to) =>
        void submit({ do: 'change', id: piece.id, to: JSON.stringify(to) }, { method: 'post' })
      }
      copy={() => void submit({ do: 'copy', id: piece.id }, { method: 'post' })}
      remove={() => void submit({ do: 'delete', id: piece.id }, { method: 'post' })}
    />
  );

  return (
    <div
      className="mx-auto flex min-h-dvh max-w-6xl flex-col px-6 pb-16 max-sm:px-4"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const file = e.dataTransfer.files[0];
        if (file) take(file);
      }}
    >
      <header className="flex flex-wrap items-center gap-3 py-4">
        <Brand />
        <span className="flex-1" />
        <Link to="/desk" className={buttonClass('quiet')}>
          <Calculator size={16} aria-hidden="true" /> Desk
        </Link>
        <Link to="/drawer" className={buttonClass('quiet')}>
          <Archive size={16} aria-hidden="true" /> Drawer
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
        <h1 className="mb-3 text-xl font-semibold">Pieces</h1>
        {copyDue && <CopyReminder />}
        {aside.length > 0 && (
          <AsideList
            aside={aside}
            drop={(key) => void submit({ do: 'drop-aside', key }, { method: 'post' })}
          />
        )}
        {pieces.length > 1 && <ListTools sought={sought} tags={tagsOf(pieces)} set={set} />}
        {isSought && ownFound.length + demoFound.length === 0 && (
          <p role="status" className="mb-4 text-sm">
            No piece is found for this.{' '}
            <Button look="quiet" onClick={() => set({ text: '', tag: null })}>
              Show all
            </Button>
          </p>
        )}
        {(!isSought || ownFound.length > 0) && (
          <section aria-label="Your pieces" className="mb-8">
            {own.length > 0 && <h2 className="mb-2 font-medium">Yours</h2>}
            <ul className={GRID}>
              {!isSought && <BeginTile busy={busy} take={take} />}
              {ownFound.map(card)}
              {own.length === 0 && demo[0] && !isSought && <FirstLook demo={demo} />}
            </ul>
          </section>
        )}
        {demoFound.length > 0 && (
          <section aria-label="Lantern Lane">
            <h2 className="font-medium">Lantern Lane</h2>
            <p className="mb-2 text-sm text-soft">
              Finished pieces of a made-up stall, to look around in and to try things on.
            </p>
            <ul className={GRID}>{demoFound.map(card)}</ul>
          </section>
        )}
        {pieces.length === 0 && (
          <EmptyList demo={() => void submit({ do: 'demo' }, { method: 'post' })} />
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

const GRID = 'grid grid-cols-[repeat(auto-fill,minmax(15.5rem,1fr))] gap-4';

/** What is looked for stands in the address, too: it is there again after a piece was open. */
function useSought(): { sought: Sought; set: (change: Partial<Sought>) => void } {
  const [search, setSearch] = useSearchParams();
  const [sought, setSought] = useState(() => soughtIn(search));
  const set = (change: Partial<Sought>): void => setSought((now) => ({ ...now, ...change }));
  useEffect(() => {
    const wanted = addressOf(sought);
    if (wanted.toString() === addressOf(soughtIn(search)).toString()) return;
    setSearch(wanted, { replace: true, preventScrollReset: true });
  }, [sought, search, setSearch]);
  return { sought, set };
}

const soughtIn = (search: URLSearchParams): Sought => ({
  text: search.get('find') ?? '',
  tag: search.get('tag'),
  order: ORDERS.find((o) => o === search.get('order')) ?? 'changed',
});

function addressOf({ text, tag, order }: Sought): URLSearchParams {
  const next = new URLSearchParams();
  if (text !== '') next.set('find', text);
  if (tag !== null) next.set('tag', tag);
  if (order !== 'changed') next.set('order', order);
  return next;
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
