import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { zodResolver } from '@hookform/resolvers/zod';
import { useFetcher } from 'react-router';
import { toast } from 'sonner';
import { z } from 'zod';
import type { Settings } from '@core/file';
import { parseLength } from '@core/units';
import { TopBar } from '~/components/TopBar';
import { Button, Choices } from '~/components/ui';
import { FaultsSection } from '~/screens/settings/FaultsSection';
import { FolderSection } from '~/screens/settings/FolderSection';
import { KeepingSection } from '~/screens/settings/KeepingSection';
import { WorkshopFile } from '~/screens/settings/WorkshopFile';
import { LimitsFields } from '~/screens/verdict/LimitsFields';
import { loadCopies } from '~/storage/copies';
import { listPieces } from '~/storage/pieces';
import { roomLeft } from '~/storage/room';
import { changeSettings, loadSettings, type SettingsChange } from '~/storage/settings';
import type { Route } from './+types/settings';

export async function clientLoader() {
  const [settings, { pieces }, copies, room] = await Promise.all([
    loadSettings(),
    listPieces(),
    loadCopies(),
    roomLeft(),
  ]);
  return { settings, present: new Map(pieces.map((p) => [p.id, JSON.stringify(p)])), copies, room };
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
  const { settings, present, copies, room } = loaderData;
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
          <div className="grid gap-4 sm:grid-cols-2">
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
            <Choices
              label="Hand you work with"
              value={settings.hand}
              options={[
                { value: 'right', label: 'right' },
                { value: 'left', label: 'left' },
              ]}
              onChange={(hand) => change({ hand })}
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
          <WorkshopFile present={present} lastCopy={copies.last} remind={copies.remind} />
          <FolderSection />
        </Card>
        <Card title="Where your work is kept">
          <KeepingSection room={room} />
        </Card>
        <Card title="Faults of the program">
          <FaultsSection />
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
