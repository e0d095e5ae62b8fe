import { clientsClaim } from 'workbox-core';
import {
  type PrecacheEntry,
  cleanupOutdatedCaches,
  matchPrecache,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/**
 * Keeps the application itself on the device, so that a page can be opened, and a run gone on with, while the server
 * does not answer: a phone that dropped the tab in a garage without a network. Only the files of the application lie
 * here; what is known and what was done is kept by the stores and the outbox.
 */
declare const self: ServiceWorkerGlobalScope;
/** Every file that was built, filled in by scripts/build-service-worker.mjs. */
declare const PRECACHED: PrecacheEntry[];

const page = '/index.html';
/** A server that takes longer than this for a page is as good as away. */
const patienceMs = 5000;

void self.skipWaiting();
clientsClaim();
cleanupOutdatedCaches();

// The server's own page first, so that a new version shows at once; the kept one when nobody answers.
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request, { signal: AbortSignal.timeout(patienceMs) });
      } catch {
        return (await matchPrecache(page)) ?? Response.error();
      }
    },
    { denylist: [/^\/api\//] },
  ),
);
precacheAndRoute(PRECACHED);

// Whoever presses on "may be read now" wants the bench that is open, or else the application.
self.addEventListener('notificationclick', (event) => {
  event.notification.close();
  event.waitUntil(
    self.clients
      .matchAll({ type: 'window' })
      .then(([open]) => (open ? open.focus() : self.clients.openWindow('/'))),
  );
});
