/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core';
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';

// The application's own files, so that it opens without network. What the server says is kept by the page itself, which
// knows for whom; a picture never changes.

declare const self: ServiceWorkerGlobalScope;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }));
registerRoute(
  ({ url }) => url.pathname.startsWith('/api/pictures/'),
  new CacheFirst({ cacheName: 'pictures' }),
);
// the first visit already is kept; a newer program waits until this one has been closed
void clientsClaim();
self.addEventListener('message', ({ data }: { data: unknown }) => {
  if (data === 'take over') void self.skipWaiting();
});
