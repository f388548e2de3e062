// Keeps the page's own files, so that making goes on without a connection.
const CACHE = 'hush-road';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

/** Fetches and keeps what is not kept yet; drops built files that are no longer used. */
async function keep({ page, files }) {
  const cache = await caches.open(CACHE);
  const wanted = new Set(files);
  for (const request of await cache.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith('/assets/') && !wanted.has(pathname)) await cache.delete(request);
  }
  for (const file of files) if (!(await cache.match(file))) await cache.add(file);
  await cache.add(new Request(page, { cache: 'reload' }));
}

self.addEventListener('message', (event) => {
  const done = keep(event.data).then(
    () => true,
    () => false,
  );
  event.waitUntil(done.then((ok) => event.ports[0]?.postMessage(ok)));
});

async function fromNet(request) {
  const cache = await caches.open(CACHE);
  try {
    return await fetch(request);
  } catch (error) {
    const kept = await cache.match(request, { ignoreSearch: true });
    if (kept) return kept;
    throw error;
  }
}

async function fromCache(request) {
  return (await (await caches.open(CACHE)).match(request)) ?? fetch(request);
}

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  event.respondWith(pathname.startsWith('/assets/') ? fromCache(request) : fromNet(request));
});
