import { CacheableResponsePlugin } from 'workbox-cacheable-response'
import { ExpirationPlugin } from 'workbox-expiration'
import { createHandlerBoundToURL, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { CacheFirst, NetworkFirst } from 'workbox-strategies'
import { ANSWERS } from './answers.ts'

/** The application's own files, as the build has listed them. */
declare const OWN_FILES: PrecacheEntry[]

declare const self: {
  skipWaiting: () => Promise<void>
  addEventListener: (on: 'message', heard: (e: { data: unknown }) => void) => void
}
// Somebody asked for the new version.
self.addEventListener('message', e => {
  if (e.data === 'take over') void self.skipWaiting()
})

/**
 * Keeps the application's own files in the browser, so that it opens while the workshop is away. A new version waits
 * until every page of the old one is closed, or somebody asks for it: another page that is still open then finds its own
 * pieces gone, and says so.
 */
precacheAndRoute(OWN_FILES)
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))

// What was read last stands in for a workshop that does not answer.
registerRoute(
  /\/api\/(builds|settings|shelf|demo)(\/[a-z0-9-]+)?(\?.*)?$/,
  new NetworkFirst({ cacheName: ANSWERS, plugins: [new CacheableResponsePlugin({ statuses: [200] })] }),
)
registerRoute(
  /\/api\/attachments\/[0-9a-f]{64}$/,
  new CacheFirst({
    cacheName: 'snugbolt-attachments',
    plugins: [
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: 200, purgeOnQuotaError: true }),
    ],
  }),
)
