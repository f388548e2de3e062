import { Play, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Form, Link, redirect, useActionData, useFetcher } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import { newMaking, type MakingRecord } from '@core/making';
import { judgedWords } from '@core/photo/judgementWords';
import { inWords } from '@core/words';
import { MOST_COPIES } from '@core/piece';
import { printLength, type LengthUnit } from '@core/units';
import { FigureView } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { Tick } from '~/components/Tick';
import { Button, buttonClass, Choices, IconButton, Section } from '~/components/ui';
import { OrderSection } from '~/screens/dressing/OrderSection';
import { useAssembly } from '~/screens/dressing/useAssembly';
import { FromTheDrawer } from '~/screens/make/FromTheDrawer';
import { Photo } from '~/screens/make/StepNotes';
import { printTime } from '~/screens/make/printTime';
import { useShown, useWorkbench } from '~/state/workbench';
import { bringBack } from '~/storage/bringBack';
import { StorageError } from '~/storage/database';
import { report } from '~/storage/report';
import { deleteMaking, listMakings, saveMaking } from '~/storage/makings';
import { loadDrawer } from '~/storage/drawer';
import { learnOwnHand } from '~/storage/ownHand';
import { loadPiece } from '~/storage/pieces';
import type { Route } from './+types/make';

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  const [makings, drawer] = await Promise.all([listMakings(params.pieceId), loadDrawer()]);
  return { makings, drawer };
}
clientLoader.hydrate = true as const;

const intent = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('begin'),
    twin: z.enum(['yes', 'no']),
    copies: z.coerce.number().int().min(1).max(MOST_COPIES),
  }),
  z.object({ do: z.literal('drop'), id: z.string() }),
  z.object({ do: z.literal('sample'), id: z.string(), is: z.enum(['yes', 'no']) }),
  z.object({ do: z.literal('back'), key: z.string() }),
]);

type Done = { readonly deleted?: string; readonly failed?: string } | null;

export async function clientAction({ request, params }: Route.ClientActionArgs): Promise<Done> {
  const wish = intent.parse(Object.fromEntries(await request.formData()));
  const id = `m${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`;
  try {
    if (wish.do === 'back') {
      await bringBack(wish.key);
      await learnOwnHand();
    }
    if (wish.do === 'drop') {
      const key = await deleteMaking(wish.id);
      await learnOwnHand();
      return key === null ? null : { deleted: key };
    }
    if (wish.do === 'sample') await setSample(params.pieceId, wish.id, wish.is === 'yes');
    if (wish.do !== 'begin') return null;
    const piece = await loadPiece(params.pieceId);
    const about = { id: params.pieceId, name: piece?.name ?? '' };
    const what = { twin: wish.twin === 'yes', copies: wish.copies };
    await saveMaking(newMaking(id, about, what, '', new Date().toISOString()));
  } catch (error) {
    if (!(error instanceof StorageError)) report(error, 'makings');
    return { failed: error instanceof Error ? error.message : 'That did not work.' };
  }
  throw redirect(`/piece/${params.pieceId}/make/${id}`);
}

/** One making of a piece and hand at most is its sample. */
async function setSample(pieceId: string, id: string, is: boolean): Promise<void> {
  const makings = await listMakings(pieceId);
  const twin = makings.find((m) => m.id === id)?.twin;
  for (const m of makings) {
    const sample = m.id === id ? is : m.twin === twin && is ? false : m.sample;
    if (sample !== m.sample) await saveMaking({ ...m, sample });
  }
}

export default function MakeScreen({ loaderData }: Route.ComponentProps) {
  const makings = loaderData?.makings ?? [];
  const { settings } = useWorkbench();
  useOutcome(useActionData<Done>() ?? null);
  const fetcher = useFetcher<Done>();
  useOutcome(fetcher.data ?? null);
  const drop = (id: string): void => void fetcher.submit({ do: 'drop', id }, { method: 'post' });
  const setSampleTo = (id: string, is: boolean): void =>
    void fetcher.submit({ do: 'sample', id, is: is ? 'yes' : 'no' }, { method: 'post' });
  const { plan, twin, piece } = useShown();
  const made = useAssembly();
  const [together, setTogether] = useState(false);
  const wanted = piece?.making.copies ?? 1;
  const copies = together ? wanted : 1;
  const empty = plan?.wires.length === 0 && piece?.dressing.length === 0;
  const under = makings.filter((m) => m.finished === null);
  const done = makings.filter((m) => m.finished !== null);
  return (
    <>
      <div className="relative min-h-0 flex-1">
        <FigureView label={twin ? 'Mirrored twin' : 'The piece to make'} numbered={false} />
      </div>
      <StagePanel wide>
        <Section title={twin ? 'Make the mirrored twin' : 'Make it'}>
          {empty ? (
            <p className="text-sm text-soft">
              There is nothing to make yet. Draw a figure, or begin without one at Dressing.
            </p>
          ) : (
            <>
              <p className="text-sm text-soft">
                One step at a time, large. Space, arrow and page keys or a tap go on; the screen
                stays awake, and a reload comes back to the same step.
              </p>
              {wanted > 1 && (
                <>
                  <CountedOff makings={done} twin={twin} wanted={wanted} />
                  <Choices
                    label="The way through them"
                    value={together ? 'together' : 'whole'}
                    options={[
                      { value: 'whole', label: 'one after the other' },
                      { value: 'together', label: `each step for all ${wanted}` },
                    ]}
                    onChange={(way) => setTogether(way === 'together')}
                  />
                </>
              )}
              <Form method="post">
                <input type="hidden" name="twin" value={twin ? 'yes' : 'no'} />
                <input type="hidden" name="copies" value={copies} />
                <Button type="submit" look="main" name="do" value="begin" className="w-full">
                  <Play size={16} aria-hidden="true" /> Begin a making
                  {copies > 1 && ` of ${copies}`}
                  {made && `, ${made.steps.length} steps`}
                </Button>
              </Form>
            </>
          )}
        </Section>
        {under.length > 0 && (
          <Section title="Under way">
            <ul className="space-y-2">
              {under.map((m) => (
                <Row key={m.id} making={m} unit={settings.unit} drop={() => drop(m.id)} />
              ))}
            </ul>
          </Section>
        )}
        {done.length > 0 && (
          <Section title={done.length === 1 ? 'Made once' : `Made ${done.length} times`}>
            <ul className="space-y-2">
              {done.map((m) => (
                <Row
                  key={m.id}
                  making={m}
                  unit={settings.unit}
                  drop={() => drop(m.id)}
                  setSample={(is) => setSampleTo(m.id, is)}
                />
              ))}
            </ul>
          </Section>
        )}
        {!empty && loaderData && <FromTheDrawer drawer={loaderData.drawer} />}
        {!empty && <OrderSection assembly={made?.assembly ?? null} />}
      </StagePanel>
    </>
  );
}

/** How many of those that are wished were made, of the hand on screen. */
function CountedOff({
  makings,
  twin,
  wanted,
}: {
  makings: readonly MakingRecord[];
  twin: boolean;
  wanted: number;
}) {
  const made = makings.filter((m) => m.twin === twin).reduce((sum, m) => sum + m.copies, 0);
  return (
    <p className="text-sm font-medium" data-testid="made-of">
      {Math.min(made, wanted)} of {wanted} made
      {made > wanted && `, and ${made - wanted} more`}.
    </p>
  );
}

const dayOf = (iso: string): string =>
  new Date(iso).toLocaleDateString(undefined, { dateStyle: 'medium' });

/** Says what did not work, and how what was deleted comes back. */
function useOutcome(done: Done): void {
  const { submit } = useFetcher();
  useEffect(() => {
    if (done?.failed) toast.error(done.failed, { duration: 12_000 });
    const key = done?.deleted;
    if (key !== undefined) {
      toast('The making was deleted, with its notes and photos.', {
        duration: 15_000,
        action: {
          label: 'Undo',
          onClick: () => void submit({ do: 'back', key }, { method: 'post' }),
        },
      });
    }
  }, [done, submit]);
}

function Row({
  making,
  unit,
  drop,
  setSample,
}: {
  making: MakingRecord;
  unit: LengthUnit;
  drop: () => void;
  setSample?: (is: boolean) => void;
}) {
  const judged = making.judged.at(-1);
  const notes = Object.values(making.steps).filter((s) => s.note !== '');
  const photos = Object.values(making.steps).flatMap((s) => s.photos);
  const name = `${dayOf(making.begun)}, ${printTime(making.workedMs)} at the bench`;
  return (
    <li className="rounded-md border border-line bg-raised p-2.5 text-sm">
      <div className="flex items-center gap-2">
        <span className="flex-1 font-medium">
          {name}
          {making.copies > 1 && (
            <span className="font-normal text-soft">, {making.copies} together</span>
          )}
          {making.twin && <span className="font-normal text-soft">, mirrored twin</span>}
          {making.sample && <span className="font-normal text-soft">, the sample</span>}
          {making.finished === null && making.at && (
            <span className="font-normal text-soft">
              , step {making.at.step} of {making.at.of}
            </span>
          )}
        </span>
        {making.finished === null && (
          <Link to={making.id} className={buttonClass()}>
            Go on
          </Link>
        )}
        <IconButton name={`Delete the making of ${name}`} onClick={drop}>
          <Trash2 size={16} />
        </IconButton>
      </div>
      {making.finished !== null &&
        making.used.map((u, i) => (
          <p key={i} className="text-soft">
            {u.name}: {printLength(u.plannedMm - u.leftMm, unit)} used of{' '}
            {printLength(u.plannedMm, unit)}
          </p>
        ))}
      {judged && <p className="mt-1">{inWords(judgedWords(judged)[0]!, unit)}</p>}
      {setSample && (
        <div className="mt-1.5">
          <Tick
            label="The sample: later ones are held against it"
            value={making.sample}
            set={setSample}
          />
        </div>
      )}
      {making.remark !== '' && <p className="mt-1">{making.remark}</p>}
      {notes.map((n, i) => (
        <p key={i} className="mt-1 text-soft">
          {n.note}
        </p>
      ))}
      {photos.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2">
          {photos.map((id, i) => (
            <Photo key={id} id={id} name={`Photo ${i + 1}`} />
          ))}
        </div>
      )}
    </li>
  );
}
