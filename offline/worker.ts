/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { SHELLS, shellOf } from './shells';

declare const self: ServiceWorkerGlobalScope;
/** Every file of this version, and what tells it from others; put here when it is built. */
declare const OFFLINE_FILES: readonly { readonly url: string; readonly revision: string | null }[];
declare const OFFLINE_VERSION: string;

cleanupOutdatedCaches();
const pages = [...SHELLS, '/demo.json'].map((url) => ({ url, revision: OFFLINE_VERSION }));
precacheAndRoute([...OFFLINE_FILES, ...pages], { cleanURLs: false });

// Pages of one kind differ in nothing but their address: all that is in them comes from this browser.
registerRoute(
  new NavigationRoute(async ({ url, request }) => {
    const shell = shellOf(url.pathname);
    const kept = shell === null ? undefined : await matchPrecache(shell);
    return kept ?? fetch(request);
  }),
);

// A new version waits until the maker wants it, or all its pages are closed.
self.addEventListener('message', (event: ExtendableMessageEvent) => {
  if ((event.data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
});
