import { AlertDialog } from 'radix-ui';
import { useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { Download, Upload } from 'lucide-react';
import { useFetcher, useRevalidator } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import {
  mergeToolboxes,
  writeWorkshop,
  type Settings,
  type Toolbox,
  type Workshop,
} from '@core/file';
import { parseLength } from '@core/units';
import type { MakingRecord } from '@core/making';
import { TopBar } from '~/components/TopBar';
import { Button, Choices } from '~/components/ui';
import { saveFile } from '~/components/saveFile';
import { LimitsFields } from '~/screens/verdict/LimitsFields';
import { listPieces, savePiece } from '~/storage/pieces';
import { listMakings, saveMaking } from '~/storage/makings';
import { changeSettings, loadSettings, type SettingsChange } from '~/storage/settings';
import { loadToolbox, saveToolbox } from '~/storage/toolbox';
import { filePlanner } from '~/workers/planner';
import type { Route } from './+types/settings';

export async function clientLoader() {
  const [settings, toolbox, { pieces }, makings] = await Promise.all([
    loadSettings(),
    loadToolbox(),
    listPieces(),
    listMakings(),
  ]);
  return { settings, toolbox, pieces, makings };
}
clientLoader.hydrate = true as const;

export async function clientAction({
  request,
}: Route.ClientActionArgs): Promise<{ failed?: string }> {
  const form = await request.formData();
  const wish = JSON.parse(z.string().parse(form.get('settings'))) as SettingsChange;
  try {
    await changeSettings(wish);
    return {};
  } catch (error) {
    return { failed: error instanceof Error ? error.message : 'The settings were not kept.' };
  }
}

export default function SettingsScreen({ loaderData }: Route.ComponentProps) {
  const { settings, toolbox, pieces, makings } = loaderData;
  const fetcher = useFetcher<{ failed?: string }>();
  const change = (next: Partial<Settings>): void => {
    void fetcher.submit({ settings: JSON.stringify(next) }, { method: 'post' });
  };
  return (
    <div className="mx-auto min-h-dvh max-w-3xl px-6 pb-16">
      <TopBar />
      <main className="space-y-6">
        <h1 className="text-xl font-semibold">Settings</h1>
        {fetcher.data?.failed && (
          <p role="alert" className="text-sm text-alert">
            {fetcher.data.failed}
          </p>
        )}
        <Card title="Units, look and paper">
          <div className="grid gap-4 sm:grid-cols-3">
            <Choices
              label="Leading unit"
              value={settings.unit}
              options={[
                { value: 'mm', label: 'mm' },
                { value: 'in', label: 'inches' },
              ]}
              onChange={(unit) => change({ unit })}
            />
            <Choices
              label="Light"
              value={settings.theme}
              options={[
                { value: 'system', label: 'system' },
                { value: 'light', label: 'light' },
                { value: 'dark', label: 'dark' },
              ]}
              onChange={(theme) => change({ theme })}
            />
            <Choices
              label="Paper"
              value={settings.paper}
              options={[
                { value: 'a4', label: 'A4' },
                { value: 'letter', label: 'Letter' },
              ]}
              onChange={(paper) => change({ paper })}
            />
          </div>
        </Card>
        <Card title="True size on this screen">
          <Calibration pxPerMm={settings.pxPerMm} onChange={(pxPerMm) => change({ pxPerMm })} />
        </Card>
        <Card title="Where the gauge verdict draws its lines">
          <LimitsFields limits={settings.limits} onChange={(limits) => change({ limits })} />
        </Card>
        <Card title="The whole workshop in one file">
          <WorkshopFile pieces={pieces} makings={makings} settings={settings} toolbox={toolbox} />
        </Card>
      </main>
    </div>
  );
}

function Card({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="rounded-xl border border-line bg-panel p-5">
      <h2 className="mb-3 font-semibold">{title}</h2>
      {children}
    </section>
  );
}

const calibrationForm = z.object({
  known: z.string().superRefine((text, context) => {
    const read = parseLength(text, 'mm');
    if (!read.ok) context.addIssue({ code: 'custom', message: read.message });
    else if (read.mm < 20 || read.mm > 300)
      context.addIssue({ code: 'custom', message: 'Take something between 20 and 300 mm wide.' });
  }),
});

/** A bar is drawn out until it is as wide as a card or ruler held to the glass. */
function Calibration({
  pxPerMm,
  onChange,
}: {
  pxPerMm: number | null;
  onChange: (pxPerMm: number | null) => void;
}) {
  const form = useForm({
    resolver: zodResolver(calibrationForm),
    defaultValues: { known: '100 mm' },
    mode: 'onChange',
  });
  const [barPx, setBarPx] = useState(() => Math.round((pxPerMm ?? 96 / 25.4) * 100));
  return (
    <form
      className="space-y-3"
      onSubmit={(event) =>
        void form.handleSubmit(({ known }) => {
          const read = parseLength(known, 'mm');
          if (!read.ok) return;
          onChange(barPx / read.mm);
          toast.success('Actual size is set for this screen.');
        })(event)
      }
    >
      <p className="text-sm text-soft">
        Hold a ruler or any card of known width to the glass. Draw the bar out until it is exactly
        as wide, then keep it. Once for each screen.
      </p>
      <div className="overflow-hidden">
        <div
          className="flex h-10 items-stretch border-x-2 border-patina bg-patina-wash"
          style={{ width: barPx }}
          aria-hidden="true"
        />
      </div>
      <label className="block text-sm">
        <span className="text-soft">Width of the bar</span>
        <input
          type="range"
          min={60}
          max={1400}
          step={1}
          value={barPx}
          onChange={(e) => setBarPx(Number(e.target.value))}
          className="w-full accent-patina"
        />
      </label>
      <div className="flex flex-wrap items-end gap-3">
        <label className="block text-sm">
          <span className="mb-1 block text-soft">What you hold is wide</span>
          <input
            {...form.register('known')}
            autoComplete="off"
            className="h-9 rounded-md border border-line bg-raised px-2"
          />
        </label>
        <Button
          type="submit"
          look="main"
          disabled={!form.formState.isValid && form.formState.isDirty}
        >
          Keep this size
        </Button>
        <span className="pb-2 text-sm text-soft">
          {pxPerMm === null
            ? 'Not measured yet.'
            : `100 mm is ${Math.round(pxPerMm * 100)} px here.`}
        </span>
      </div>
      {form.formState.errors.known && (
        <p role="alert" className="text-sm text-alert">
          {form.formState.errors.known.message}
        </p>
      )}
    </form>
  );
}

function WorkshopFile({
  pieces,
  makings,
  settings,
  toolbox,
}: {
  pieces: Awaited<ReturnType<typeof listPieces>>['pieces'];
  makings: readonly MakingRecord[];
  settings: Settings;
  toolbox: Toolbox;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [waiting, setWaiting] = useState<Workshop | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const revalidator = useRevalidator();
  const read = async (file: File): Promise<void> => {
    setProblem(null);
    const answer = await filePlanner().readWorkshopFile(file);
    if (answer.ok) setWaiting(answer.value);
    else setProblem(`${file.name}: ${answer.message} Nothing was changed.`);
  };
  const take = async (workshop: Workshop): Promise<void> => {
    let kept = 0;
    try {
      for (const piece of workshop.pieces) {
        await savePiece(piece);
        kept++;
      }
      for (const making of workshop.makings) await saveMaking(making);
      if (workshop.toolbox) await saveToolbox(mergeToolboxes(toolbox, workshop.toolbox));
      toast.success(`${kept} ${kept === 1 ? 'piece is' : 'pieces are'} in the workshop.`);
    } catch (error) {
      setProblem(
        `${kept} of ${workshop.pieces.length} pieces were taken in. ${error instanceof Error ? error.message : ''}`,
      );
    }
    setWaiting(null);
    void revalidator.revalidate();
  };
  return (
    <div className="space-y-3">
      <p className="text-sm text-soft">
        All {pieces.length} {pieces.length === 1 ? 'piece' : 'pieces'}, the notes of all makings,
        the kits with their test coils, and these settings, to keep elsewhere or carry to another
        device. Pictures that figures were traced from, and photos of steps, are not in it: they
        stay in this browser.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          onClick={() =>
            saveFile(
              'hush-road-workshop.json',
              writeWorkshop(pieces, settings, toolbox, makings, new Date().toISOString()),
              'application/json',
            )
          }
        >
          <Download size={16} aria-hidden="true" /> Save the workshop
        </Button>
        <Button onClick={() => input.current?.click()}>
          <Upload size={16} aria-hidden="true" /> Bring in a file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".json,application/json"
          aria-label="Workshop or piece file"
          className="hidden"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) void read(file);
            e.target.value = '';
          }}
        />
      </div>
      {problem && (
        <p role="alert" className="text-sm text-alert">
          {problem}
        </p>
      )}
      <TakeIn
        workshop={waiting}
        present={new Set(pieces.map((p) => p.id))}
        onCancel={() => setWaiting(null)}
        onTake={(w) => void take(w)}
      />
    </div>
  );
}

/** What a file would add and replace, before it does. */
function TakeIn({
  workshop,
  present,
  onCancel,
  onTake,
}: {
  workshop: Workshop | null;
  present: ReadonlySet<string>;
  onCancel: () => void;
  onTake: (w: Workshop) => void;
}) {
  const added = workshop?.pieces.filter((p) => !present.has(p.id)) ?? [];
  const replaced = workshop?.pieces.filter((p) => present.has(p.id)) ?? [];
  const names = (list: readonly { name: string }[]): string => {
    const shown = list
      .slice(0, 12)
      .map((p) => p.name || 'Unnamed piece')
      .join(', ');
    return list.length > 12 ? `${shown} and ${list.length - 12} more` : shown;
  };
  return (
    <AlertDialog.Root open={workshop !== null}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(34rem,92vw)] -translate-x-1/2 -translate-y-1/2 rounded-xl bg-raised p-6 shadow-xl">
          <AlertDialog.Title className="text-lg font-semibold">Bring these in?</AlertDialog.Title>
          <AlertDialog.Description asChild>
            <div className="mt-2 space-y-2 text-sm">
              {added.length > 0 && (
                <p>
                  <strong>{added.length} added:</strong> {names(added)}
                </p>
              )}
              {replaced.length > 0 && (
                <p>
                  <strong>{replaced.length} replaced</strong> by the file’s version:{' '}
                  {names(replaced)}
                </p>
              )}
              {workshop?.toolbox && (
                <p>
                  <strong>Kits:</strong> {workshop.toolbox.kits.map((k) => k.name).join(', ')}
                  {workshop.toolbox.coils.length > 0 &&
                    `, with ${workshop.toolbox.coils.length} test ${workshop.toolbox.coils.length === 1 ? 'coil' : 'coils'}`}
                </p>
              )}
              {workshop && workshop.damaged.length > 0 && (
                <p className="text-alert">
                  <strong>{workshop.damaged.length} left out:</strong>{' '}
                  {workshop.damaged.map((d) => `${d.name} (${d.message})`).join(' ')}
                </p>
              )}
              {workshop?.pieces.length === 0 && (
                <p>There is no piece in this file that can be used.</p>
              )}
            </div>
          </AlertDialog.Description>
          <div className="mt-5 flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button onClick={onCancel}>Leave it</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button
                look="main"
                disabled={workshop?.pieces.length === 0}
                onClick={() => workshop && onTake(workshop)}
              >
                Bring in
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
