import { Tooltip } from 'radix-ui';
import { useEffect } from 'react';
import { Outlet } from 'react-router';
import { Toaster } from 'sonner';
import { DEFAULT_SETTINGS, DEFAULT_TOOLBOX } from '@core/file';
import { loadSettings } from '~/storage/settings';
import { loadToolbox } from '~/storage/toolbox';
import type { Workshop } from '~/state/workshop';
import { showTheme } from '~/state/theme';
import type { Route } from './+types/shell';

export async function clientLoader() {
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
  return (
    <Tooltip.Provider delayDuration={400}>
      <Outlet context={{ settings, toolbox } satisfies Workshop} />
      <Toaster
        position="bottom-center"
        closeButton
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
