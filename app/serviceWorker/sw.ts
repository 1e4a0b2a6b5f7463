/// <reference lib="webworker" />
import { ExpirationPlugin } from 'workbox-expiration'
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst } from 'workbox-strategies'
import { photoCache } from '../utils/photoCache'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] }

/**
 * The program itself on the device: its shell and all its parts, of one version. Every page is that shell, so that it opens without a
 * network; what it shows comes through the API, which this worker leaves alone. A new version waits until somebody lets it in.
 */
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//] }))
// A photo never changes. What this device has shown once it can show again.
registerRoute(
  ({ url, request }) => request.method === 'GET' && url.pathname.startsWith('/api/photos/'),
  new CacheFirst({ cacheName: photoCache, plugins: [new ExpirationPlugin({ maxEntries: 300, purgeOnQuotaError: true })] }),
)
self.addEventListener('message', ({ data }) => {
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting()
})
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()))
