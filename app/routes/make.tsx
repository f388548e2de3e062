import { Play, Trash2 } from 'lucide-react';
import { Form, Link, redirect, useFetcher } from 'react-router';
import { z } from 'zod';
import { newMaking, type MakingRecord } from '@core/making';
import { printLength, type LengthUnit } from '@core/units';
import { FigureView } from '~/components/FigureView';
import { StagePanel } from '~/components/StagePanel';
import { Button, buttonClass, IconButton, Section } from '~/components/ui';
import { OrderSection } from '~/screens/dressing/OrderSection';
import { useAssembly } from '~/screens/dressing/useAssembly';
import { Photo } from '~/screens/make/StepNotes';
import { printTime } from '~/screens/make/printTime';
import { useShown, useWorkbench } from '~/state/workbench';
import { deleteMaking, listMakings, saveMaking } from '~/storage/makings';
import { loadPiece } from '~/storage/pieces';
import type { Route } from './+types/make';

export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  return { makings: await listMakings(params.pieceId) };
}
clientLoader.hydrate = true as const;

const intent = z.discriminatedUnion('do', [
  z.object({ do: z.literal('begin'), twin: z.enum(['yes', 'no']) }),
  z.object({ do: z.literal('drop'), id: z.string() }),
]);

export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const wish = intent.parse(Object.fromEntries(await request.formData()));
  if (wish.do === 'drop') {
    await deleteMaking(wish.id);
    return null;
  }
  const id = `m${Date.now().toString(36)}${Math.random().toString(36).slice(2, 6)}`;
  const piece = await loadPiece(params.pieceId);
  const about = { id: params.pieceId, name: piece?.name ?? '' };
  await saveMaking(newMaking(id, about, wish.twin === 'yes', '', new Date().toISOString()));
  throw redirect(`/piece/${params.pieceId}/make/${id}`);
}

export default function MakeScreen({ loaderData }: Route.ComponentProps) {
  const makings = loaderData?.makings ?? [];
  const { settings } = useWorkbench();
  const { plan, twin } = useShown();
  const made = useAssembly();
  const empty = plan?.wires.length === 0;
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
            <p className="text-sm text-soft">There is nothing to make yet. Draw a figure first.</p>
          ) : (
            <>
              <p className="text-sm text-soft">
                One step at a time, large. Space, arrow and page keys or a tap go on; the screen
                stays awake, and a reload comes back to the same step.
              </p>
              <Form method="post">
                <input type="hidden" name="twin" value={twin ? 'yes' : 'no'} />
                <Button type="submit" look="main" name="do" value="begin" className="w-full">
                  <Play size={16} aria-hidden="true" /> Begin a making
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
                <Row key={m.id} making={m} unit={settings.unit} />
              ))}
            </ul>
          </Section>
        )}
        {done.length > 0 && (
          <Section title={done.length === 1 ? 'Made once' : `Made ${done.length} times`}>
            <ul className="space-y-2">
              {done.map((m) => (
                <Row key={m.id} making={m} unit={settings.unit} />
              ))}
            </ul>
          </Section>
        )}
        {!empty && <OrderSection assembly={made?.assembly ?? null} />}
      </StagePanel>
    </>
  );
}

const dayOf = (iso: string): string =>
  new Date(iso).toLocaleDateString(undefined, { dateStyle: 'medium' });

function Row({ making, unit }: { making: MakingRecord; unit: LengthUnit }) {
  const fetcher = useFetcher();
  const notes = Object.values(making.steps).filter((s) => s.note !== '');
  const photos = Object.values(making.steps).flatMap((s) => s.photos);
  const name = `${dayOf(making.begun)}, ${printTime(making.workedMs)} at the bench`;
  return (
    <li className="rounded-md border border-line bg-raised p-2.5 text-sm">
      <div className="flex items-center gap-2">
        <span className="flex-1 font-medium">
          {name}
          {making.twin && <span className="font-normal text-soft">, mirrored twin</span>}
        </span>
        {making.finished === null && (
          <Link to={making.id} className={buttonClass()}>
            Go on
          </Link>
        )}
        <fetcher.Form method="post">
          <input type="hidden" name="id" value={making.id} />
          <IconButton name={`Delete the making of ${name}`} type="submit">
            <Trash2 size={16} />
          </IconButton>
          <input type="hidden" name="do" value="drop" />
        </fetcher.Form>
      </div>
      {making.finished !== null &&
        making.used.map((u, i) => (
          <p key={i} className="text-soft">
            {u.name}: {printLength(u.plannedMm - u.leftMm, unit)} used of{' '}
            {printLength(u.plannedMm, unit)}
          </p>
        ))}
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
