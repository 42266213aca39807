/// <reference lib="webworker" />
import type { WorkboxPlugin } from 'workbox-core'
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { keptAnswers } from './kit/kept.ts'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: (PrecacheEntry | string)[] }

// Scripts, styles, fonts and words, all by their hash: the whole application is on the device once it was opened.
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
void self.skipWaiting()
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

/**
 * A browser that dies soon after may take a new cache for empty, where all of it was written in one tick of the disk's clock:
 * Chromium then trusts the cache's first, empty list. Something written a little later has it look at the files again.
 */
const written: WorkboxPlugin = {
  cacheDidUpdate: async ({ cacheName }) => {
    await new Promise((later) => setTimeout(later, 300))
    await (await caches.open(cacheName)).put('/written', new Response())
  },
}
/** Every address is the same page. It is kept with its headers: its styles' nonce belongs to its own policy. */
const page = new NetworkFirst({
  cacheName: 'jardinero-page',
  networkTimeoutSeconds: 4,
  plugins: [{ cacheKeyWillBeUsed: () => Promise.resolve('/') }, written],
})
registerRoute(new NavigationRoute(page, { denylist: [/^\/api\//] }))

/** Live lines, files for the disk, the watch on the server, and what the page keeps itself (state/client.ts) are never answered from here. */
const neverKept =
  /^\/api\/(health|docs|account\/(file|security|tasks|opening|people)|bench\/equipment|shelf\/(state|taken)|yard\/(names|yards\/)|outing\/tanks)|\.(pdf|csv|ics|geojson)$|\/(probe|scale|meter)$/
registerRoute(
  ({ url, request, sameOrigin }) =>
    sameOrigin &&
    request.method === 'GET' &&
    url.pathname.startsWith('/api/') &&
    !neverKept.test(url.pathname) &&
    request.headers.get('accept') !== 'text/event-stream',
  new NetworkFirst({ cacheName: keptAnswers, networkTimeoutSeconds: 8 }),
)

/** What reads labels: some megabytes that are fetched where a label is copied, and then stay for the shop without a network. */
registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && /^\/assets\/.*(?:tesseract-core|traineddata|pdf\.worker)/.test(url.pathname),
  new CacheFirst({ cacheName: 'jardinero-reader' }),
)

/** A reminder that was asked for on this device. */
self.addEventListener('push', (event) => {
  const { title, body } = (event.data?.json() ?? {}) as { title?: string; body?: string }
  event.waitUntil(
    self.registration.showNotification(title ?? 'Jardinero', { body: body ?? '', icon: '/icon-192.png' }),
  )
})
self.addEventListener('notificationclick', (event) => {
  event.notification.close()
  event.waitUntil(self.clients.openWindow('/'))
})
