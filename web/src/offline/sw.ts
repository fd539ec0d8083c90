import { clientsClaim } from 'workbox-core';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { FLOOR_CACHE, isKept, PAGE_CACHE } from './kept.ts';

/**
 * Keeps the application, and the jobs whose build was opened on this device, for when the network is gone. What is asked
 * is always asked of the server first; what it answered last is shown only where it does not answer.
 */

// The worker of its own thread has another global object than a page.
declare const self: ServiceWorkerGlobalScope;

/** What a start without a network needs: the page itself and all its files. */
const filesOfPage = async (): Promise<string[]> => {
  const listed = await fetch('/offline-files.json', { cache: 'no-store' });
  const { files } = (await listed.json()) as { files: string[] };
  return ['/', ...files];
};

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const pages = await caches.open(PAGE_CACHE);
      await pages.addAll(await filesOfPage());
      await self.skipWaiting();
    })(),
  );
});
// Files of older builds go once this one is in charge, and what jobs said to them: it may have had another shape.
self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      await caches.delete(FLOOR_CACHE);
      const pages = await caches.open(PAGE_CACHE);
      const wanted = new Set(await filesOfPage());
      for (const { url } of await pages.keys()) if (!wanted.has(new URL(url).pathname)) await pages.delete(url);
    })().catch(() => {}),
  );
});
clientsClaim();

// A slow server is waited for: what it said before must not stand in for what it says now. A line that is up and dead ends here.
const WAIT_S = 30;

registerRoute(({ url }) => url.pathname.startsWith('/assets/'), new CacheFirst({ cacheName: PAGE_CACHE }));
registerRoute(
  ({ request, url }) => request.method === 'GET' && isKept(url.pathname),
  new NetworkFirst({
    cacheName: FLOOR_CACHE,
    networkTimeoutSeconds: WAIT_S,
    plugins: [{ cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null) }],
  }),
);
// Every address of a station is the same page.
registerRoute(
  ({ request }) => request.mode === 'navigate',
  async ({ event }) => {
    try {
      return await fetch((event as FetchEvent).request);
    } catch {
      return (await caches.match('/', { cacheName: PAGE_CACHE })) ?? Response.error();
    }
  },
);
setCatchHandler(async () => Response.error());
