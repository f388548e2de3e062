import { Tooltip } from 'radix-ui';
import { useEffect } from 'react';
import { Outlet, useRevalidator } from 'react-router';
import { Toaster } from 'sonner';
import { DEFAULT_SETTINGS, DEFAULT_TOOLBOX } from '@core/file';
import { LeaveDialog } from '~/components/LeaveDialog';
import { onStored } from '~/storage/announce';
import { openTables } from '~/storage/database';
import { keepFolder } from '~/storage/keepFolder';
import { loadSettings } from '~/storage/settings';
import { loadToolbox } from '~/storage/toolbox';
import { useNewVersion } from '~/state/useNewVersion';
import type { Workshop } from '~/state/workshop';
import { showTheme } from '~/state/theme';
import type { Route } from './+types/shell';

export async function clientLoader() {
  await openTables();
  const [settings, toolbox] = await Promise.all([loadSettings(), loadToolbox()]);
  return { settings, toolbox };
}
clientLoader.hydrate = true as const;

export function HydrateFallback() {
  return (
    <main className="flex min-h-dvh items-center justify-center text-soft">
      <p role="status">Opening the workshop…</p>
    </main>
  );
}

/** What every screen has: settings, hints on buttons, messages. */
export default function Shell({ loaderData }: Route.ComponentProps) {
  const settings = loaderData?.settings ?? DEFAULT_SETTINGS;
  const toolbox = loaderData?.toolbox ?? DEFAULT_TOOLBOX;
  useEffect(() => showTheme(settings.theme), [settings.theme]);
  useNewVersion();
  useEffect(keepFolder, []);
  const { revalidate } = useRevalidator();
  // Settings and kits hold on all screens, whichever tab or screen changed them.
  useEffect(() => onStored(({ table }) => table === 'settings' && void revalidate()), [revalidate]);
  return (
    <Tooltip.Provider delayDuration={400}>
      <SkipLink />
      <Outlet context={{ settings, toolbox } satisfies Workshop} />
      <LeaveDialog />
      <Toaster
        position="bottom-center"
        // Never over the stages: they are what one goes on with.
        offset={{ top: 96, bottom: 24 }}
        mobileOffset={{ top: 150, bottom: 16 }}
        closeButton
        // Under what asks for an answer, and in our own type.
        style={{ zIndex: 30, fontFamily: 'inherit' }}
        toastOptions={{
          style: {
            background: 'var(--raised)',
            color: 'var(--ink)',
            borderColor: 'var(--line)',
            fontSize: 14,
          },
        }}
      />
    </Tooltip.Provider>
  );
}

/** The first thing that is reached by keys: past what stands above on every screen. */
function SkipLink() {
  return (
    <a
      href="#contents"
      className="sr-only focus:not-sr-only focus:absolute focus:left-3 focus:top-2 focus:z-50 focus:rounded-md focus:bg-patina focus:px-4 focus:py-2 focus:text-sm focus:font-semibold focus:text-white"
      onClick={(e) => {
        e.preventDefault();
        const main = document.querySelector('main');
        main?.setAttribute('tabindex', '-1');
        main?.focus();
      }}
    >
      To what is on this screen
    </a>
  );
}
