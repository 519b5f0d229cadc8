import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

/*
 * The app's service worker: keeps the app's files, so that it opens without a net. What the server says is never kept: the show is in the browser's own
 * storage. Outlets' pages, and everything else that is not the app's, pass it by.
 */

/** The files, by their addresses and hashes; src/server/build/app-files.ts puts them in. */
declare const APP_FILES: { url: string; revision: string | null }[];
type ActivateEvent = Event & { waitUntil: (done: Promise<unknown>) => void };
declare const self: typeof globalThis & { skipWaiting: () => Promise<void> };

/** Addresses that are no place of the app. */
const OTHERS = [/^\/(api|in|o|outlet|standins|demo|healthz|readyz)(\/|$)/, /\.[a-z0-9]+$/i];

const LARGE = 'gavirn-large';

cleanupOutdatedCaches();
precacheAndRoute(APP_FILES);
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: OTHERS }));
// Files of the app that are large and seldom needed, and fonts of the frame: once they were fetched. Their names, or the version, change with their contents.
registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && (url.pathname.startsWith('/_expo/') || (url.pathname.startsWith('/fonts/') && url.search === '?app')),
  new CacheFirst({ cacheName: LARGE }),
);

// Those of an earlier version have other names, and would stay for ever.
self.addEventListener('activate', (event) => (event as ActivateEvent).waitUntil(caches.delete(LARGE)));

// A newer one waits until the page says so: nothing changes under anybody's hands.
self.addEventListener('message', (message: MessageEvent<unknown>) => {
  const { data } = message;
  if (typeof data === 'object' && data !== null && 'type' in data && data.type === 'SKIP_WAITING')
    void self.skipWaiting();
});
