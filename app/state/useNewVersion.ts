import { useEffect } from 'react';
import { toast } from 'sonner';
import { report } from '~/storage/report';

/** Keeps this version in the browser and offers a newer one once it is there. */
async function keepVersion(): Promise<void> {
  const { Workbox } = await import('workbox-window');
  const workbox = new Workbox('/sw.js');
  workbox.addEventListener('waiting', () => {
    toast('A new version of Hush Road is ready.', {
      duration: Infinity,
      action: {
        label: 'Load it',
        onClick: () => {
          workbox.addEventListener('controlling', () => window.location.reload());
          workbox.messageSkipWaiting();
        },
      },
    });
  });
  await workbox.register();
}

let kept = false;

/**
 * Keeps this version in the browser, so that all of it works without a connection. A newer one is offered
 * and waits: work that is open is never reloaded by itself.
 */
export function useNewVersion(): void {
  useEffect(() => {
    if (kept || !import.meta.env.PROD || !('serviceWorker' in navigator)) return;
    kept = true;
    keepVersion().catch(async (error: unknown) => {
      // A browser that lets nothing be kept says so by having nothing: that is its user's choice.
      const there = await navigator.serviceWorker.getRegistration();
      if (there) report(error, 'work without a connection');
    });
  }, []);
}
